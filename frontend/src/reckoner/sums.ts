/** What each sum asks for. Names and words only: every figure comes from the server. */
import type { ReckonAsked } from "../api/client";

export interface FieldOf {
  name: string;
  label: string;
  start: string;
  /** A list to choose from: fixed pairs, or the kitchen's salts, jars or fuels. */
  options?: readonly (readonly [string, string])[] | "jars";
  /** Text or several figures, kept as written. */
  kind?: "text" | "list" | "height";
  /** May be left empty. */
  optional?: boolean;
}

export interface SumOf {
  sum: ReckonAsked["sum"];
  title: string;
  group: "Vinegar and brine" | "Measures" | "Heat and height" | "Jars";
  fields: readonly FieldOf[];
}

const FUELS = [
  ["gas", "gas"],
  ["electric", "electric"],
  ["induction", "induction"],
] as const;
const UNITS = [
  ["m", "metres"],
  ["ft", "feet"],
] as const;
const SALTS = [
  ["pickling-salt", "pickling salt"],
  ["kosher-salt-dense", "coarse kosher salt, dense flake"],
  ["kosher-salt-light", "coarse kosher salt, light flake"],
  ["sea-salt-fine", "fine sea salt"],
  ["sea-salt-flake", "flaked sea salt"],
  ["table-salt-iodised", "iodised table salt"],
] as const;

export const SUMS: readonly SumOf[] = [
  {
    sum: "blend",
    title: "Blend or thin a vinegar",
    group: "Vinegar and brine",
    fields: [
      { name: "strong", label: "The stronger one, %", start: "7" },
      { name: "weak", label: "The weaker one, % (water is 0)", start: "4" },
      { name: "target", label: "Wanted, %", start: "5" },
      { name: "total_ml", label: "How much of it, ml", start: "950" },
    ],
  },
  {
    sum: "titration",
    title: "Measure a vinegar's strength",
    group: "Vinegar and brine",
    fields: [
      { name: "readings", label: "Readings, ml of sodium hydroxide", start: "8.3 8.4 8.2", kind: "list" },
      { name: "normality", label: "Its normality, mol/l", start: "0.1" },
      { name: "sample_ml", label: "Vinegar in each, ml", start: "1" },
      { name: "label", label: "What the label says, %", start: "5", optional: true },
    ],
  },
  {
    sum: "brine",
    title: "How strong is this brine?",
    group: "Vinegar and brine",
    fields: [
      { name: "vinegar_ml", label: "Vinegar, ml", start: "950" },
      { name: "strength", label: "Its strength, %", start: "5" },
      { name: "water_ml", label: "Water, ml", start: "950" },
      { name: "salt_g", label: "Salt, g", start: "145" },
    ],
  },
  {
    sum: "salt",
    title: "One salt for another",
    group: "Measures",
    fields: [
      { name: "cups", label: "Cups", start: "0.5" },
      { name: "given", label: "of", start: "pickling-salt", options: SALTS },
      { name: "wanted", label: "as", start: "kosher-salt-dense", options: SALTS },
    ],
  },
  {
    sum: "convert",
    title: "Cups, grams and pieces",
    group: "Measures",
    fields: [{ name: "text", label: "An amount of anything", start: "4 lb green beans", kind: "text" }],
  },
  {
    sum: "trim",
    title: "What trimming leaves",
    group: "Measures",
    fields: [{ name: "text", label: "As bought", start: "4.9 kg green beans", kind: "text" }],
  },
  {
    sum: "sanitiser",
    title: "Bleach for the worktop",
    group: "Measures",
    fields: [{ name: "water_l", label: "Water, l", start: "4" }],
  },
  {
    sum: "boiling",
    title: "Where water boils",
    group: "Heat and height",
    fields: [
      { name: "height", label: "Height", start: "1265", kind: "height", optional: true },
      { name: "unit", label: "in", start: "m", options: UNITS },
      { name: "reading_c", label: "or a thermometer in boiling water, °C", start: "", optional: true },
      { name: "pressure_hpa", label: "or a barometer in the kitchen, hPa", start: "", optional: true },
    ],
  },
  {
    sum: "sterilise",
    title: "Sterilising empty jars",
    group: "Heat and height",
    fields: [
      { name: "height", label: "Height", start: "1265", kind: "height" },
      { name: "unit", label: "in", start: "m", options: UNITS },
    ],
  },
  {
    sum: "canner-water",
    title: "Water over the jars",
    group: "Heat and height",
    fields: [
      { name: "jar", label: "Jar", start: "pint", options: "jars" },
      { name: "jars", label: "How many in it", start: "9" },
      { name: "width_mm", label: "Pot inside, across, mm", start: "330" },
      { name: "depth_mm", label: "Pot inside, deep, mm", start: "305" },
      { name: "over_mm", label: "Water over the lids, mm", start: "25" },
    ],
  },
  {
    sum: "to-boil",
    title: "How long to the boil",
    group: "Heat and height",
    fields: [
      { name: "water_l", label: "Water in the canner, l", start: "12" },
      { name: "food_kg", label: "Full jars, kg", start: "5" },
      { name: "start_c", label: "It begins at, °C", start: "60" },
      { name: "watts", label: "Burner, W", start: "2500" },
      { name: "fuel", label: "Kind", start: "gas", options: FUELS },
      { name: "height", label: "Height", start: "1265", kind: "height" },
      { name: "unit", label: "in", start: "m", options: UNITS },
    ],
  },
  {
    sum: "steam",
    title: "Water for the steam canner",
    group: "Heat and height",
    fields: [
      { name: "minutes", label: "Minutes, all told", start: "20" },
      { name: "water_l", label: "Water in it, l", start: "2" },
      { name: "watts", label: "Burner, W", start: "2000" },
      { name: "fuel", label: "Kind", start: "electric", options: FUELS },
    ],
  },
  {
    sum: "jars",
    title: "Jars for a panful",
    group: "Jars",
    fields: [
      { name: "volume_ml", label: "In the pan, ml", start: "5000" },
      { name: "jar", label: "Jar", start: "pint", options: "jars" },
      { name: "headspace_mm", label: "Headspace, mm", start: "12.7" },
    ],
  },
  {
    sum: "pieces",
    title: "Pieces upright in a jar",
    group: "Jars",
    fields: [
      { name: "jar", label: "Jar", start: "pint", options: "jars" },
      { name: "thick_mm", label: "Thickness of a piece, mm", start: "9" },
      { name: "headspace_mm", label: "Headspace, mm", start: "12.7" },
    ],
  },
];

/** What was typed as what is asked: figures as figures, empty optional fields left out. */
export function askedOf(one: SumOf, typed: Record<string, string>): ReckonAsked {
  const asked: Record<string, unknown> = { sum: one.sum };
  for (const field of one.fields) {
    const text = (typed[field.name] ?? field.start).trim();
    if (text === "" && field.optional) continue;
    if (field.options || field.kind === "text" || field.kind === "height") asked[field.name] = text;
    else if (field.kind === "list")
      asked[field.name] = text
        .split(/[\s;]+/)
        .filter(Boolean)
        .map((part) => Number(part.replace(",", ".")));
    else asked[field.name] = text === "" ? null : Number(text.replace(",", "."));
  }
  // A reading of boiling water or of a barometer is asked about instead of the height.
  if (one.sum === "boiling" && (asked.reading_c !== undefined || asked.pressure_hpa !== undefined)) delete asked.height;
  return asked as unknown as ReckonAsked;
}
