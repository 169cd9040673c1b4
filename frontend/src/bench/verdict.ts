/** The verdict shown on the Bench, and whether it still is the verdict of the text on the screen. One part asks; each of the others
 *  takes what it draws and is drawn again only when that has changed. */
import { keepPreviousData, replaceEqualDeep, useQuery } from "@tanstack/react-query";
import { useEffect, useLayoutEffect, useMemo, useState } from "react";
import { create } from "zustand";
import { api, type Verdict } from "../api/client";
import { useAlive, useFacts, useKitchen } from "../api/queries";
import { questionOf } from "../draft/draft";
import { useDraft } from "../draft/useDraft";

interface Shown {
  verdict: Verdict | null;
  /** The verdict was made from an older text: it is greyed until the new one is here, and nothing is done by it. */
  stale: boolean;
  refusal: string | null;
}

const useShown = create<Shown>()(() => ({ verdict: null, stale: false, refusal: null }));

/** A part of the verdict; null while there is none. What a new verdict says again stays the same object. */
export const useVerdict = <T>(part: (verdict: Verdict) => T): T | null =>
  useShown((shown) => (shown.verdict ? part(shown.verdict) : null));
export const useStale = (): boolean => useShown((shown) => shown.stale);
export const useRefusal = (): string | null => useShown((shown) => shown.refusal);
/** Whether the verdict answers the text at the moment of a press. */
export const isStale = (): boolean => useShown.getState().stale;

const GONE = "Rheum's server does not answer, so nothing here is judged. Start it again; your text is safe.";

/** The question that the Bench puts now. */
export function useQuestion() {
  const draft = useDraft((hold) => hold.draft);
  const kitchen = useKitchen().data;
  return useMemo(() => questionOf(draft, kitchen), [draft, kitchen]);
}

/** Asks for the verdict of the text as it stands, at every keystroke. */
export function useJudge(): void {
  const question = useQuestion();
  const alive = useAlive();
  const check = useQuery({
    queryKey: ["check", useFacts(), question],
    queryFn: ({ signal }) => api.check(question, signal),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    retry: false,
  });
  const gone = alive.isError || Boolean(check.error?.gone);
  const refusal = gone ? GONE : (check.error?.message ?? null);
  const stale = refusal === null && (check.isPlaceholderData || check.isFetching);
  const data = check.data ?? null;
  // Before the screen is drawn: no text is seen beside a verdict that is not known to be old.
  useLayoutEffect(() => {
    const verdict = refusal === null ? replaceEqualDeep(useShown.getState().verdict, data) : null;
    useShown.setState({ verdict, stale, refusal });
  }, [data, stale, refusal]);
}

/** An answer usually comes within a tenth of a second: only what waits longer is seen to fade. */
const SLOW_MS = 120;

export function useSlow(): boolean {
  const stale = useStale();
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
