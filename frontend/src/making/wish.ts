/** What the person says there is and wants, as typed, and as the question put to the server. Kept for this sitting. */
import { useEffect, useState } from "react";
import type { WishIn } from "../api/client";
import { amountOf, numberOf } from "../parts/Figure";

export interface Typed {
  /** The recipe that all this was said of. */
  of: string;
  baskets: Record<number, string>;
  figures: Record<string, string>;
  jars: Record<string, string>;
  fromBottles: boolean;
  canner: string;
}

const KEY = "rheum.wish";
const empty = (of: string): Typed => ({ of, baskets: {}, figures: {}, jars: {}, fromBottles: false, canner: "" });

function stored(of: string): Typed {
  try {
    const saved = JSON.parse(sessionStorage.getItem(KEY) ?? "null") as Typed | null;
    if (saved?.of === of) return { ...empty(of), ...saved };
  } catch {
    // What cannot be read was not said.
  }
  return empty(of);
}

export function useTyped(of: string) {
  const [typed, setTyped] = useState(() => stored(of));
  useEffect(() => {
    try {
      sessionStorage.setItem(KEY, JSON.stringify(typed));
    } catch {
      // A full store must not stop the work.
    }
  }, [typed]);
  return [typed, setTyped] as const;
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
    .map(([line, amount]) => ({ line: Number(line), amount: amount.trim() }));
  const wish: WishIn = { ...(rest as WishIn), baskets, jars, from_bottles: typed.fromBottles };
  if (typed.canner) wish.canner = typed.canner;
  if (start_g !== undefined && now_g !== undefined && pan_g !== undefined) wish.pan = { start_g, now_g, pan_g };
  else if (start_mm !== undefined && now_mm !== undefined) wish.stick = { start_mm, now_mm };
  return { wish, refused: null };
}
