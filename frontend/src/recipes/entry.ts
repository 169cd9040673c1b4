/** A formula as it is typed from its source, and as it is sent. What is no figure is sent as none, and the server says so. */
import type { EntryIn } from "../api/client";

export const SOURCES = [
  ["government", "a government guide"],
  ["extension", "an extension sheet"],
  ["book", "a tested book"],
  ["maker", "a maker's leaflet"],
  ["friend", "a friend"],
  ["video", "a video or a page"],
  ["own", "myself"],
  ["merged", "merged from two"],
] as const;
export const KINDS = ["pickle", "relish", "salsa", "chutney", "sauce"] as const;
export const SIZES = [
  "quarter-pint",
  "half-pint",
  "twelve-ounce",
  "pint",
  "pint-and-a-half",
  "quart",
  "half-gallon",
] as const;
export const GAPS = [
  ["3.175", "1/8 inch (3 mm)"],
  ["6.35", "1/4 inch (6 mm)"],
  ["12.7", "1/2 inch (13 mm)"],
  ["19.05", "3/4 inch (19 mm)"],
  ["25.4", "1 inch (25 mm)"],
] as const;

export interface Form {
  text: string;
  sourceKind: (typeof SOURCES)[number][0];
  title: string;
  page: string;
  year: string;
  kind: (typeof KINDS)[number];
  pack: "raw" | "hot";
  low: string;
  high: string;
  jar: string;
  gap: string;
  bands: string;
  minutes: Record<string, string>;
  weeks: string;
}

export const EMPTY: Form = {
  text: "",
  sourceKind: "book",
  title: "",
  page: "",
  year: "",
  kind: "pickle",
  pack: "hot",
  low: "",
  high: "",
  jar: "pint",
  gap: "12.7",
  bands: "",
  minutes: {},
  weeks: "4",
};

const figures = (text: string): number[] =>
  text
    .split(/[\s,;/]+/)
    .filter(Boolean)
    .map(Number);

export function entryOf(form: Form): EntryIn {
  return {
    text: form.text,
    kind: form.kind,
    pack: form.pack,
    source_kind: form.sourceKind,
    source_title: form.title,
    source_page: form.page,
    source_year: Number(form.year || Number.NaN),
    yield_low: Number(form.low || Number.NaN),
    yield_high: Number(form.high || form.low || Number.NaN),
    yield_jar: form.jar,
    headspace_mm: Number(form.gap),
    minutes: minutesOf(form.minutes),
    bands_ft: figures(form.bands),
    weeks: Number(form.weeks || 0),
  };
}

export const minutesOf = (typed: Record<string, string>): Record<string, number[]> =>
  Object.fromEntries(
    Object.entries(typed)
      .map(([size, text]) => [size, figures(text)] as const)
      .filter(([, list]) => list.length > 0),
  );

/** What is half entered, kept on this device: a page of figures typed from a book is not typed twice. */
const KEY = "rheum.entry";

export interface Entered {
  form: Form;
  again: { lines: Record<number, string>; minutes: Record<string, string> };
  /** Looked over already: it is looked over again when the screen comes back. */
  looked: boolean;
}

export const FRESH: Entered = { form: EMPTY, again: { lines: {}, minutes: {} }, looked: false };

export function begunBefore(): Entered | null {
  try {
    const saved = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Entered> | null;
    if (saved?.form) return { ...FRESH, ...saved, form: { ...EMPTY, ...saved.form } };
  } catch {
    // What cannot be read was not entered.
  }
  return null;
}

export function keepEntered(entered: Entered): void {
  try {
    if (JSON.stringify(entered.form) === JSON.stringify(EMPTY)) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify(entered));
  } catch {
    // A full or forbidden store must not stop the work.
  }
}
