/** Keeps the screen lit at the stove and rings when the minutes are full. Both quietly do nothing where a browser cannot. */
import { useEffect } from "react";

export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const hold = async () => {
      try {
        if (document.visibilityState === "visible") lock = (await navigator.wakeLock?.request("screen")) ?? null;
        if (left) await lock?.release();
      } catch {
        // A phone on plain http may refuse; the clock does not depend on it.
      }
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", hold);
      lock?.release().catch(() => undefined);
    };
  }, []);
}

export function useRing(ringing: boolean): void {
  useEffect(() => {
    if (!ringing || !("AudioContext" in window)) return;
    const audio = new AudioContext();
    const ring = () => {
      [0, 0.28].forEach((after, index) => {
        const tone = audio.createOscillator();
        const volume = audio.createGain();
        tone.frequency.value = index ? 660 : 880;
        volume.gain.setValueAtTime(0.001, audio.currentTime + after);
        volume.gain.exponentialRampToValueAtTime(0.5, audio.currentTime + after + 0.03);
        volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + after + 0.25);
        tone.connect(volume).connect(audio.destination);
        tone.start(audio.currentTime + after);
        tone.stop(audio.currentTime + after + 0.27);
      });
      // Before the first press on a page no browser lets it.
      if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.([200, 80, 200]);
    };
    ring();
    const timer = setInterval(ring, 3000);
    return () => {
      clearInterval(timer);
      audio.close().catch(() => undefined);
    };
  }, [ringing]);
}
