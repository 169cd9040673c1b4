/** Keeps the screen lit at the stove. It quietly does nothing where a browser cannot. */
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
