/** The draft that every screen works on, kept on this device so that a reload loses nothing, and what was there before each change
 *  that a button made, so that it can be taken back. */
import { create } from "zustand";
import { type PersistStorage, persist } from "zustand/middleware";
import { type Draft, EXAMPLE, emptyDraft, endsWithIt, isAnother } from "./draft";

interface Past {
  draft: Draft;
  says: string;
}

interface DraftHold {
  draft: Draft;
  past: readonly Past[];
  /** Type over it: a keystroke, a setting. */
  change: (part: Partial<Draft>) => void;
  /** Change it by a button; `says` names what Undo takes back. */
  replace: (made: (now: Draft) => Partial<Draft>, says: string) => void;
  /** Lay a recipe here from another screen. What was there can be put back. */
  lay: (draft: Partial<Draft> & { text: string }) => void;
  undo: () => void;
}

type Kept = Pick<DraftHold, "draft">;
const MOST_PAST = 20;

/** The draft alone, under the name and in the shape that it always had. */
const storage: PersistStorage<Kept> = {
  getItem: (name) => {
    try {
      const saved = JSON.parse(localStorage.getItem(name) ?? "null") as Partial<Draft> | null;
      if (saved && typeof saved.text === "string")
        return { state: { draft: { ...emptyDraft(), ...saved, text: saved.text } }, version: 0 };
    } catch {
      // A draft that cannot be read is no draft.
    }
    return null;
  },
  setItem: (name, kept) => {
    try {
      localStorage.setItem(name, JSON.stringify(kept.state.draft));
    } catch {
      // A full or forbidden store must not stop the work.
    }
  },
  removeItem: (name) => localStorage.removeItem(name),
};

const later = (past: readonly Past[], draft: Draft, says: string) => [...past.slice(1 - MOST_PAST), { draft, says }];

export const useDraft = create<DraftHold>()(
  persist<DraftHold, [], [], Kept>(
    (set) => ({
      draft: emptyDraft(EXAMPLE),
      past: [],
      change: (part) =>
        set((now) => {
          const left = part.text !== undefined && isAnother(now.draft.text, part.text);
          return { draft: { ...now.draft, ...(left ? endsWithIt() : {}), ...part } };
        }),
      replace: (made, says) =>
        set((now) => ({ draft: { ...now.draft, ...made(now.draft) }, past: later(now.past, now.draft, says) })),
      lay: (draft) =>
        set((now) => ({
          draft: { ...emptyDraft(), ...draft },
          past: now.draft.text.trim() ? later(now.past, now.draft, "the recipe laid here before") : now.past,
        })),
      undo: () =>
        set((now) => {
          const last = now.past.at(-1);
          return last ? { draft: last.draft, past: now.past.slice(0, -1) } : now;
        }),
    }),
    { name: "rheum.draft", storage, partialize: (hold) => ({ draft: hold.draft }) },
  ),
);

/** Lay a recipe on the Bench from another screen. */
export const layOnBench = (draft: Partial<Draft> & { text: string }) => useDraft.getState().lay(draft);
