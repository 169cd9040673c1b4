/** The batch in the making: its text and circumstances, kept on this device so that a reload loses nothing, and what was
 *  there before each change that a button made, so that it can be taken back. */
import { useCallback, useEffect, useState } from "react";
import type { Change, CheckIn } from "../api/client";

export interface Draft {
  text: string;
  jar: string | null;
  method: "bath" | "steam";
  formulaId: string | null;
  pack: "raw" | "hot" | null;
  headspaceMm: number | null;
  minutes: number | null;
  /** The own recipe that this is, once it is kept. */
  recipeId: string | null;
}

const KEY = "rheum.draft";

export const EXAMPLE = `Dilled beans, with a bit more garlic

4 lb green beans, trimmed, cut to the jar
8 heads dill
12 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
1 tsp dried chilli flakes
2 cups ramps, chopped

Method:
Raw pack into pint jars, leaving 1/2 inch headspace.
Process 5 minutes in boiling water.
`;

export const emptyDraft = (text = ""): Draft => ({
  text,
  jar: null,
  method: "bath",
  formulaId: null,
  pack: null,
  headspaceMm: null,
  minutes: null,
  recipeId: null,
});

function stored(): Draft {
  try {
    const saved = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Draft> | null;
    if (saved && typeof saved.text === "string") return { ...emptyDraft(), ...saved, text: saved.text };
  } catch {
    // A draft that cannot be read is no draft.
  }
  return emptyDraft(EXAMPLE);
}

function store(draft: Draft) {
  try {
    localStorage.setItem(KEY, JSON.stringify(draft));
  } catch {
    // A full or forbidden store must not stop the work.
  }
}

const LAID = "rheum.laid-aside";

/** Lay a recipe on the Bench from another screen. What was there can be put back. */
export function layOnBench(draft: Partial<Draft> & { text: string }) {
  const before = stored();
  try {
    sessionStorage.setItem(LAID, JSON.stringify(before));
  } catch {
    // Then it cannot be put back; the new one is laid all the same.
  }
  store({ ...emptyDraft(), ...draft });
}

function laidAside(): Past[] {
  try {
    const before = JSON.parse(sessionStorage.getItem(LAID) ?? "null") as Draft | null;
    if (before?.text.trim()) return [{ draft: { ...emptyDraft(), ...before }, says: "the recipe laid here before" }];
  } catch {
    // Nothing was laid aside.
  }
  return [];
}

interface Past {
  draft: Draft;
  says: string;
}

export interface DraftHold {
  draft: Draft;
  /** Type over it: a keystroke, a setting. */
  change: (part: Partial<Draft>) => void;
  /** Change it by a button; `says` names what Undo takes back. */
  replace: (made: (now: Draft) => Partial<Draft>, says: string) => void;
  undo: () => void;
  undoSays: string | null;
}

interface Hold {
  draft: Draft;
  past: Past[];
}

export function useDraft(): DraftHold {
  const [{ draft, past }, setHold] = useState<Hold>(() => ({ draft: stored(), past: laidAside() }));
  // Not while rendering: a render may be thrown away and begun again.
  useEffect(() => sessionStorage.removeItem(LAID), []);
  useEffect(() => store(draft), [draft]);
  const change = useCallback(
    (part: Partial<Draft>) => setHold((now) => ({ ...now, draft: { ...now.draft, ...part } })),
    [],
  );
  const replace = useCallback(
    (made: (now: Draft) => Partial<Draft>, says: string) =>
      setHold((now) => ({
        draft: { ...now.draft, ...made(now.draft) },
        past: [...now.past.slice(-19), { draft: now.draft, says }],
      })),
    [],
  );
  const undo = useCallback(
    () =>
      setHold((now) => {
        const last = now.past.at(-1);
        return last ? { draft: last.draft, past: now.past.slice(0, -1) } : now;
      }),
    [],
  );
  return { draft, change, replace, undo, undoSays: past.at(-1)?.says ?? null };
}

/** A remedy's changes on a draft: lines are counted in the text as it stands, so they are applied from the bottom up. */
export function withChanges(draft: Draft, changes: readonly Change[]): Partial<Draft> {
  const lines = draft.text.split("\n");
  const part: Partial<Draft> = {};
  const order = { insert: 0, replace: 1, remove: 1, set: 2 };
  const edits = changes.filter((one) => one.op !== "set" && one.line);
  edits.sort((a, b) => (b.line ?? 0) - (a.line ?? 0) || order[b.op] - order[a.op]);
  for (const one of edits) {
    const at = (one.line ?? 1) - 1;
    if (one.op === "insert") lines.splice(at, 0, ...(one.text ?? "").split("\n"));
    else if (one.op === "remove") lines.splice(at, 1);
    else lines[at] = one.text ?? "";
  }
  for (const one of changes) {
    if (one.op !== "set") continue;
    if (one.setting === "jar") part.jar = String(one.value);
    if (one.setting === "pack") part.pack = one.value === "raw" ? "raw" : "hot";
    if (one.setting === "method") part.method = one.value === "steam" ? "steam" : "bath";
    if (one.setting === "headspace_mm") part.headspaceMm = Number(one.value);
    if (one.setting === "minutes") part.minutes = Number(one.value);
  }
  return { ...part, text: lines.join("\n") };
}

/** The question that a draft puts to the server. */
export function questionOf(
  draft: Draft,
  altitude: { value: number; unit: "m" | "ft" },
  measures: CheckIn["measures"],
): CheckIn {
  const question: CheckIn = { text: draft.text, method: draft.method, measures };
  if (altitude.unit === "m") question.altitude_m = altitude.value;
  else question.altitude_ft = altitude.value;
  if (draft.jar) question.jar = draft.jar;
  if (draft.formulaId) question.formula_id = draft.formulaId;
  if (draft.pack) question.pack = draft.pack;
  if (draft.headspaceMm !== null) question.headspace_mm = draft.headspaceMm;
  if (draft.minutes !== null) question.minutes = draft.minutes;
  return question;
}
