/** The batch in the making: its text and its circumstances, and the question that they put to the server. */
import type { Change, CheckIn, Kitchen } from "../api/client";

export interface Draft {
  text: string;
  jar: string | null;
  method: "bath" | "steam";
  formulaId: string | null;
  pack: "raw" | "hot" | null;
  headspaceMm: number | null;
  minutes: number | null;
  /** It is made by the tested steps: no word of the page's own method counts. */
  setAside: boolean;
  /** The own recipe that this is, once it is kept. */
  recipeId: string | null;
}

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
  setAside: false,
  recipeId: null,
});

/** The lines of a text as the server counts them: only an end of line ends one, whatever else a page had in it. */
export const linesOf = (text: string): string[] => text.replace(/\r\n?/g, "\n").split("\n");

/** So many new lines at once are no typing. */
const PASTED_LINES = 3;

/** Whether a text is another recipe than the one before: the sheet was emptied, no line of it is left, or most of both were changed at once. */
export function isAnother(before: string, after: string): boolean {
  const lines = (text: string) => [...new Set(linesOf(text).map((line) => line.trim()))].filter(Boolean);
  const [old, now] = [lines(before), lines(after)];
  if (old.length === 0 || now.length === 0) return old.length > now.length;
  const shared = now.filter((line) => old.includes(line)).length;
  if (shared === 0) return old.length > 1;
  return now.length - shared >= PASTED_LINES && shared * 2 <= Math.min(old.length, now.length);
}

/** What was chosen for the recipe that stood there ends with it: formula, jar, pack, headspace, minutes, and which kept recipe it was. */
export const endsWithIt = (): Partial<Draft> => {
  const { text: _t, method: _m, ...chosen } = emptyDraft();
  return chosen;
};

/** A remedy's changes on a draft: lines are counted in the text as it stands, so they are applied from the bottom up. */
export function withChanges(draft: Draft, changes: readonly Change[]): Partial<Draft> {
  const lines = linesOf(draft.text);
  const part: Partial<Draft> = {};
  const order = { insert: 0, replace: 1, remove: 1, set: 2 };
  const edits = changes.filter((one) => one.op !== "set" && one.line);
  edits.sort((a, b) => (b.line ?? 0) - (a.line ?? 0) || order[b.op] - order[a.op]);
  for (const one of edits) {
    const at = (one.line ?? 1) - 1;
    if (one.op === "insert") lines.splice(at, 0, ...linesOf(one.text ?? ""));
    else if (one.op === "remove") lines.splice(at, 1);
    else lines[at] = one.text ?? "";
  }
  for (const one of changes) {
    if (one.op !== "set") continue;
    if (one.setting === "jar") part.jar = String(one.value);
    if (one.setting === "pack") part.pack = one.value === "raw" ? "raw" : "hot";
    if (one.setting === "method") part.method = one.value === "steam" ? "steam" : "bath";
    if (one.setting === "headspace_mm") part.headspaceMm = Number(one.value);
    if (one.setting === "set_aside") part.setAside = one.value === true;
    if (one.setting === "minutes") part.minutes = Number(one.value);
  }
  return { ...part, text: lines.join("\n") };
}

/** The question that a draft puts to the server. A kitchen whose height is not known has none: never the sea's. */
export function questionOf(draft: Draft, kitchen: Kitchen | undefined): CheckIn & { text: string } {
  const question: CheckIn & { text: string } = { text: draft.text, method: draft.method, measures: kitchen?.measures };
  if (kitchen?.altitude_unit === "m") question.altitude_m = kitchen.altitude;
  if (kitchen?.altitude_unit === "ft") question.altitude_ft = kitchen.altitude;
  if (draft.jar) question.jar = draft.jar;
  if (draft.formulaId) question.formula_id = draft.formulaId;
  if (draft.pack) question.pack = draft.pack;
  if (draft.headspaceMm !== null) question.headspace_mm = draft.headspaceMm;
  if (draft.setAside) question.set_aside = true;
  if (draft.minutes !== null) question.minutes = draft.minutes;
  return question;
}

/** The same without the height, for what takes the kitchen's own. */
export function circumstancesOf(question: CheckIn & { text: string }) {
  const { altitude_m: _m, altitude_ft: _f, recipe: _r, ...rest } = question;
  return rest;
}
