/** Taps made while the server is away: kept on this device, shown as waiting, told with their age when it is back. */
import { create } from "zustand";
import { api, type EventIn, Refusal } from "../api/client";

export interface KeptTap {
  batch: string;
  number: string;
  says: string;
  event: EventIn;
  /** When it was tapped: by this page's steady clock, and by the wall's, which counts after a reload. */
  page: string;
  steady: number;
  wall: number;
  seen: string | null;
  server: string;
  /** What is asked about it, or why it was refused. */
  asked?: string;
  refused?: string;
}

const NAME = "rheum.taps";
const PAGE = crypto.randomUUID?.() ?? String(Math.random());

function kept(): KeptTap[] {
  try {
    return JSON.parse(localStorage.getItem(NAME) ?? "[]") as KeptTap[];
  } catch {
    return [];
  }
}

export const useKeptTaps = create<{ taps: readonly KeptTap[] }>(() => ({ taps: kept() }));
useKeptTaps.subscribe(({ taps }) => {
  try {
    localStorage.setItem(NAME, JSON.stringify(taps));
  } catch {
    // A full or forbidden store must not stop the work.
  }
});

const put = (change: (taps: readonly KeptTap[]) => readonly KeptTap[]) =>
  useKeptTaps.setState(({ taps }) => ({ taps: change(taps) }));
const id = (tap: KeptTap) => tap.event.id;

export const forget = (one: KeptTap) => put((taps) => taps.filter((tap) => id(tap) !== id(one)));

export function keep(tap: Omit<KeptTap, "page" | "steady" | "wall">): void {
  const now = { ...tap, page: PAGE, steady: performance.now(), wall: Date.now() };
  put((taps) => (taps.some((one) => id(one) === tap.event.id) ? taps : [...taps, now]));
}

/** Seconds since the tap; over a reload only the wall's clock tells, and then a boil is asked about. */
export function ageOf(tap: KeptTap): { seconds: number; sure: boolean } {
  const here = tap.page === PAGE;
  const passed = here ? performance.now() - tap.steady : Date.now() - tap.wall;
  return { seconds: Math.max(0, passed / 1000), sure: here };
}

let telling = false;

/** Tells what was kept, in the order of the taps; stops where the server is away again. `onTold`: after each. */
export async function tellKept(onTold: (tap: KeptTap) => void): Promise<void> {
  if (telling) return;
  telling = true;
  try {
    for (const tap of useKeptTaps.getState().taps)
      if (!tap.asked && !tap.refused && !(await told(tap, false, onTold))) return;
  } finally {
    telling = false;
  }
}

/** One kept tap told; `sure`: it was asked about, and is meant. False where the server is away. */
export async function told(tap: KeptTap, sure: boolean, onTold: (tap: KeptTap) => void): Promise<boolean> {
  const age = ageOf(tap);
  try {
    await api.tellKept(tap.batch, {
      event: tap.event as Record<string, unknown>,
      age_s: age.seconds,
      seen: tap.seen,
      server: age.sure ? tap.server : "",
      sure,
    });
    forget(tap);
    onTold(tap);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    if (error.gone) return false;
    const part = error.field === "sure" ? { asked: error.message } : { refused: error.message };
    put((taps) => taps.map((one) => (id(one) === id(tap) ? { ...one, ...part } : one)));
  }
  return true;
}

/** Told as of now, where what was kept is not meant any more as it was. */
export async function toldNow(tap: KeptTap, onTold: (tap: KeptTap) => void): Promise<void> {
  try {
    await api.tell(tap.batch, tap.event);
    forget(tap);
    onTold(tap);
  } catch (error) {
    if (error instanceof Refusal && !error.gone)
      put((taps) =>
        taps.map((one) => (id(one) === id(tap) ? { ...one, asked: undefined, refused: error.message } : one)),
      );
  }
}
