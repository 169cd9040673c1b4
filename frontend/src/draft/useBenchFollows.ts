/** The Bench's draft follows from screen to screen, wherever it is changed. */
import { useEffect } from "react";
import { create } from "zustand";
import { type Draft, emptyDraft } from "./draft";
import { useFollow } from "./follow";
import { useDraft } from "./useDraft";

const isDraft = (body: unknown): body is Draft =>
  typeof body === "object" && body !== null && typeof (body as Draft).text === "string";

/** When another screen changed the Bench's draft last. */
export const useBenchOther = create<{ other: string | null }>(() => ({ other: null }));

export function useBenchFollows(): void {
  const { kept, other } = useFollow<Draft>(
    "bench",
    (draft) => {
      const now = useDraft.getState().draft;
      const next = { ...emptyDraft(), ...draft };
      // Before it is laid here: what came from another screen is not told back to it.
      told = JSON.stringify(next);
      if (JSON.stringify(now) !== told) useDraft.setState({ draft: next });
    },
    isDraft,
  );
  useEffect(
    () =>
      useDraft.subscribe(({ draft }, before) => {
        if (draft === before.draft) return;
        const text = JSON.stringify(draft);
        if (text === told) return;
        told = text;
        kept(draft);
      }),
    [kept],
  );
  useEffect(() => useBenchOther.setState({ other }), [other]);
}

let told = "";
