/** The verdict of a text, and whether it still is the verdict of the text on the screen. */
import { keepPreviousData, replaceEqualDeep, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, type CheckIn, type Refusal, type Verdict } from "../api/client";
import { useAlive } from "../api/queries";

export interface Judged {
  verdict: Verdict | null;
  /** The verdict shown was made from an older text: grey it until the new one is here. */
  stale: boolean;
  refusal: string | null;
  gone: boolean;
}

export function useVerdict(question: CheckIn): Judged {
  const alive = useAlive();
  const check = useQuery({
    queryKey: ["check", question],
    queryFn: ({ signal }) => api.check(question, signal),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    retry: false,
  });
  // What a new verdict says again stays the same object, so that only what it says anew is drawn again.
  const last = useRef<Verdict | null>(null);
  last.current = replaceEqualDeep(last.current, check.data ?? null);
  const error = check.error as Refusal | null;
  const gone = alive.isError || Boolean(error?.gone);
  if (gone)
    return {
      verdict: null,
      stale: false,
      refusal: "Rheum's server does not answer, so nothing here is judged. Start it again; your text is safe.",
      gone,
    };
  if (error) return { verdict: null, stale: false, refusal: error.message, gone };
  return { verdict: last.current, stale: check.isPlaceholderData || check.isFetching, refusal: null, gone };
}

/** An answer usually comes within a tenth of a second: only what waits longer is seen to fade. */
const SLOW_MS = 120;

export function useSlow(stale: boolean): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!stale) {
      setSlow(false);
      return;
    }
    const timer = setTimeout(() => setSlow(true), SLOW_MS);
    return () => clearTimeout(timer);
  }, [stale]);
  return slow && stale;
}
