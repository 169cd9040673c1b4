/** Alarms in the audio clock: each is set at its moment ahead of time, so that a page whose timers are throttled rings in time. */
import type { Ring } from "../api/client";

type Kind = Ring["kind"];
/** Tones of one ring: hertz, seconds after its beginning, seconds long. Told apart by rhythm and height. */
const TONES: Record<Kind, readonly (readonly [hertz: number, after: number, long: number])[]> = {
  stir: [
    [440, 0, 0.16],
    [392, 0.22, 0.16],
  ],
  up: [
    [880, 0, 0.22],
    [660, 0.28, 0.22],
    [880, 0.56, 0.3],
  ],
  doubt: [
    [330, 0, 0.4],
    [247, 0.45, 0.4],
    [330, 0.9, 0.4],
    [247, 1.35, 0.4],
  ],
};
export const VIBRATION: Record<Kind, number[]> = {
  stir: [120],
  up: [200, 80, 200, 80, 200],
  doubt: [400, 150, 400],
};
const EVERY_S: Record<Kind, number> = { stir: 6, up: 3, doubt: 4 };
const REPEATS = 20;
const AHEAD_MS = 2 * 3_600_000;
const DRIFT_S = 1;

interface Set {
  /** When it begins, by the audio clock, and up to when it is set. */
  from: number;
  until: number;
  nodes: OscillatorNode[];
}

export class Ringer {
  private audio: AudioContext | null = null;
  private readonly set = new Map<string, Set>();

  /** Whether this screen may ring: before the first press on a page no browser lets it. */
  get may(): boolean {
    return this.audio?.state === "running";
  }

  /** Called on a press: from then on it may. */
  async allow(): Promise<void> {
    if (!("AudioContext" in window)) return;
    this.audio ??= new AudioContext();
    if (this.audio.state !== "running") await this.audio.resume().catch(() => undefined);
  }

  /** Sets what is to ring, and silences what was answered. `now`: the server's, in milliseconds. */
  arrange(rings: readonly Ring[], now: number): void {
    const audio = this.audio;
    if (audio?.state !== "running") return;
    const wanted = new Set(rings.map((ring) => ring.key));
    for (const key of [...this.set.keys()]) if (!wanted.has(key)) this.silence(key);
    for (const ring of rings) {
      const ahead = Date.parse(ring.at) - now;
      if (ahead > AHEAD_MS) continue;
      const from = audio.currentTime + Math.max(0, ahead) / 1000;
      const known = this.set.get(ring.key);
      // A machine that slept, or a clock put right: what is set is no longer where it belongs.
      if (known && ahead > 0 && Math.abs(known.from - from) > DRIFT_S) this.silence(ring.key);
      const set = this.set.get(ring.key);
      if (!set) this.set.set(ring.key, this.ahead(audio, ring.kind, from));
      else if (ahead <= 0 && set.until - audio.currentTime < EVERY_S[ring.kind] * 4)
        this.set.set(ring.key, { ...this.ahead(audio, ring.kind, set.until), from: set.from });
    }
  }

  silence(key: string): void {
    for (const node of this.set.get(key)?.nodes ?? []) {
      try {
        node.stop();
      } catch {
        // It has rung already.
      }
      node.disconnect();
    }
    this.set.delete(key);
  }

  private ahead(audio: AudioContext, kind: Kind, from: number): Set {
    const nodes: OscillatorNode[] = [];
    for (let turn = 0; turn < REPEATS; turn++)
      for (const [hertz, after, long] of TONES[kind]) {
        const at = from + turn * EVERY_S[kind] + after;
        const tone = audio.createOscillator();
        const volume = audio.createGain();
        tone.frequency.value = hertz;
        volume.gain.setValueAtTime(0.001, at);
        volume.gain.exponentialRampToValueAtTime(0.5, at + 0.03);
        volume.gain.setValueAtTime(0.5, at + long - 0.05);
        volume.gain.exponentialRampToValueAtTime(0.001, at + long);
        tone.connect(volume).connect(audio.destination);
        tone.start(at);
        tone.stop(at + long + 0.02);
        nodes.push(tone);
      }
    return { from, until: from + REPEATS * EVERY_S[kind], nodes };
  }
}

export const ringer = new Ringer();
