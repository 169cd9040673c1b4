/** What the person says there is and wants, as typed, and as the question put to the server. Kept in the kitchen, so that it follows from screen to screen. */
import type { WishIn } from "../api/client";
import { useFollowed } from "../draft/follow";
import { amountOf, numberOf } from "../parts/Figure";

export interface Typed {
  /** The recipe that all this was said of. */
  of: string;
  baskets: Record<number, string>;
  /** Whose it is and when it was picked, by line. */
  sources?: Record<number, { of: string; picked: string }>;
  figures: Record<string, string>;
  jars: Record<string, string>;
  fromBottles: boolean;
  canner: string;
}

const empty = (of: string): Typed => ({ of, baskets: {}, figures: {}, jars: {}, fromBottles: false, canner: "" });

const isTyped = (body: unknown): body is Typed =>
  typeof body === "object" && body !== null && typeof (body as Typed).of === "string" && "figures" in body;

/** What was typed of this recipe, here or on another screen; of another recipe it is nothing. The third: when another screen changed it last. */
export function useTyped(of: string) {
  const [kept, setKept, other] = useFollowed<Typed>("measure", empty(of), isTyped);
  const typed = kept.of === of ? { ...empty(of), ...kept } : empty(of);
  const setTyped = (change: (now: Typed) => Typed) =>
    setKept((now) => change(now.of === of ? { ...empty(of), ...now } : empty(of)));
  return [typed, setTyped, other] as const;
}

/** Each figure with its name on the screen, and of which kind it is; what they mean is the server's to say. */
export const FIGURES = {
  jars_wanted: ["Jars wanted"],
  vinegar_ml: ["Vinegar, ml", "volume"],
  brine_ml: ["Brine, ml", "volume"],
  pot_l: ["Pot holds, l", "volume"],
  loads: ["Canner loads"],
  factor: ["So many times"],
} as const;
export const MORE_FIGURES = {
  thick_mm: ["Thickness of a piece, mm", "length"],
  long_mm: ["Length of a piece, mm", "length"],
  start_g: ["Full pan at the start, g", "mass"],
  now_g: ["Pan now, g", "mass"],
  pan_g: ["Pan alone, g", "mass"],
  start_mm: ["Stick at the start, mm", "length"],
  now_mm: ["Stick now, mm", "length"],
} as const;

const ALL: Record<string, readonly [string, ("volume" | "mass" | "length")?]> = { ...FIGURES, ...MORE_FIGURES };
const WHOLE = ["jars_wanted", "loads"];

/** The wish, or the sentence that says which figure cannot be read. */
export function wishOf(typed: Typed): { wish: WishIn; refused: string | null } {
  const figures: Record<string, number | string> = {};
  for (const [name, text] of Object.entries(typed.figures)) {
    const [label, kind] = ALL[name] ?? [name];
    const value = kind ? amountOf(text) : numberOf(text);
    if (value === null) continue;
    const bad = Number.isNaN(value) || (WHOLE.includes(name) && !Number.isInteger(value));
    if (bad) return { wish: {}, refused: `“${text}” under “${label}” is no figure. Write a number, such as 4.` };
    figures[name] = value;
  }
  const { start_g, now_g, pan_g, start_mm, now_mm, ...rest } = figures;
  const jars: { jar: string; count: number | null }[] = [];
  for (const [jar, text] of Object.entries(typed.jars)) {
    const count = numberOf(text);
    if (count !== null && !Number.isInteger(count))
      return { wish: {}, refused: `“${text}” is no number of jars. Write a whole number, or leave it empty.` };
    jars.push({ jar, count });
  }
  const baskets = Object.entries(typed.baskets)
    .filter(([, amount]) => amount.trim())
    .map(([line, amount]) => {
      const from = typed.sources?.[Number(line)];
      return { line: Number(line), amount: amount.trim(), source: from?.of.trim() ?? "", picked: from?.picked || null };
    });
  const wish: WishIn = { ...(rest as WishIn), baskets, jars, from_bottles: typed.fromBottles };
  if (typed.canner) wish.canner = typed.canner;
  if (start_g !== undefined && now_g !== undefined && pan_g !== undefined) wish.pan = { start_g, now_g, pan_g };
  else if (start_mm !== undefined && now_mm !== undefined) wish.stick = { start_mm, now_mm };
  return { wish, refused: null };
}
