/** The server's clock on this screen: every screen shows the same time, whatever its own clock says. What passes between two looks
 *  is counted by the browser's steady clock, which nobody puts forward or back. */
import { useEffect, useRef, useState } from "react";

export function useServerClock(serverNow: string | undefined): number {
  const told = useRef({ now: Date.now(), at: performance.now() });
  const seen = useRef<string | undefined>(undefined);
  if (serverNow && seen.current !== serverNow) {
    seen.current = serverNow;
    told.current = { now: Date.parse(serverNow), at: performance.now() };
  }
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((count) => count + 1), 250);
    return () => clearInterval(timer);
  }, []);
  return told.current.now + performance.now() - told.current.at;
}

/** 7:04, 1:02:09; never below zero. Rounds up, so that 0:00 means the time is full. */
export function clockFace(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor((seconds % 3600) / 60);
  const rest = String(seconds % 60).padStart(2, "0");
  return hours ? `${hours}:${String(minutes).padStart(2, "0")}:${rest}` : `${minutes}:${rest}`;
}

export const timeOfDay = (iso: string): string =>
  new Date(iso).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
/** `14:20`, or of another day `Sat 14:20`. */
export const dayTime = (iso: string, now: number): string => {
  const at = new Date(iso);
  const same = at.toDateString() === new Date(now).toDateString();
  return same ? timeOfDay(iso) : `${at.toLocaleDateString("en-GB", { weekday: "short" })} ${timeOfDay(iso)}`;
};
export const dayOf = (iso: string): string =>
  new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
