/** What is asked of a day on this screen, and the same as it is sent. */
import type { DayIn } from "../api/client";

export interface One {
  id: string;
  what: "formula" | "recipe";
  of: string;
  title: string;
  jars: string;
  /** Minutes by which it is held back from the day's beginning; below zero, done so long before the day's end. */
  later: number;
}

export interface Break {
  from: string;
  to: string;
}

export interface Asked {
  batches: One[];
  mode: "start" | "done";
  at: string;
  breaks: Break[];
  people: number;
  /** null: the kitchen's own. */
  large: number | null;
  small: number | null;
  awakeFrom: string;
  awakeTo: string;
  canners: string[];
  /** The kept day that is being changed. */
  keptAs: string | null;
}

const KEPT = "rheum-day";
export const STEP_MIN = 30;

const two = (figure: number): string => String(figure).padStart(2, "0");
/** A moment as the day's own field has it: `2026-09-05T09:00`, in this place's time. */
export const local = (at: Date): string =>
  `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`;

export const FRESH: Asked = {
  batches: [],
  mode: "start",
  at: `${local(new Date(Date.now() + 24 * 3_600_000)).slice(0, 10)}T09:00`,
  breaks: [],
  people: 1,
  large: null,
  small: null,
  awakeFrom: "07:00",
  awakeTo: "22:00",
  canners: [],
  keptAs: null,
};

/** What an earlier Rheum kept on this device. */
export function drafted(): Asked {
  try {
    return { ...FRESH, ...(JSON.parse(localStorage.getItem(KEPT) ?? "{}") as Partial<Asked>) };
  } catch {
    return FRESH;
  }
}

export const isAsked = (body: unknown): body is Asked =>
  typeof body === "object" &&
  body !== null &&
  Array.isArray((body as Asked).batches) &&
  Array.isArray((body as Asked).breaks);

const shifted = (at: string, minutes: number): string => local(new Date(Date.parse(at) + minutes * 60_000));

/** Burners with their sizes, the large ones first; undefined where they are the kitchen's own. */
export const burnersOf = (large: number | null, small: number | null): DayIn["burners"] =>
  large === null && small === null
    ? undefined
    : Array.from({ length: (large ?? 0) + (small ?? 0) }, (_, at) => ({
        id: at + 1,
        size: at < (large ?? 0) ? ("large" as const) : ("small" as const),
      }));

export function bodyOf(asked: Asked): DayIn {
  const day = asked.at.slice(0, 10);
  const breaks = asked.breaks.filter((one) => one.from && one.to);
  const burners = burnersOf(asked.large, asked.small);
  return {
    batches: asked.batches.map((one) => ({
      id: one.id,
      ...(one.what === "formula" ? { formula_id: one.of } : { recipe_id: one.of }),
      ...(Number(one.jars) > 0 ? { jars: Number(one.jars) } : {}),
      ...(one.later > 0 && asked.mode === "start" ? { not_before: shifted(asked.at, one.later) } : {}),
      ...(one.later < 0 && asked.mode === "done" ? { not_after: shifted(asked.at, one.later) } : {}),
    })),
    ...(asked.mode === "start" ? { start: asked.at } : { done_by: asked.at }),
    ...(breaks.length > 0
      ? { breaks: breaks.map((one) => ({ from: `${day}T${one.from}`, to: `${day}T${one.to}` })) }
      : {}),
    awake: { from: asked.awakeFrom, to: asked.awakeTo },
    people: asked.people,
    ...(burners ? { burners } : {}),
    ...(asked.canners.length > 0 ? { canners: asked.canners } : {}),
  } as DayIn;
}

/** A kept day, to be changed on this screen. */
export function askedOf(id: string, kept: DayIn, titles: readonly string[]): Asked {
  const mode = kept.start ? "start" : "done";
  const at = local(new Date(kept.start ?? kept.done_by ?? Date.now()));
  const burners = Array.isArray(kept.burners) ? kept.burners : null;
  const hour = (moment: string) => local(new Date(moment)).slice(11);
  return {
    ...FRESH,
    mode,
    at,
    keptAs: id,
    batches: kept.batches.map((one, index) => {
      const bound = mode === "start" ? one.not_before : one.not_after;
      return {
        id: one.id,
        what: one.formula_id ? "formula" : "recipe",
        of: one.formula_id ?? one.recipe_id ?? "",
        title: titles[index] ?? one.id,
        jars: one.jars ? String(one.jars) : "",
        later: bound ? Math.round((Date.parse(bound) - Date.parse(at)) / 60_000) : 0,
      };
    }),
    breaks: (kept.breaks ?? []).map((one) => ({ from: hour(one.from), to: hour(one.to) })),
    people: kept.people ?? kept.hands ?? 1,
    large: burners ? burners.filter((one) => one.size === "large").length : null,
    small: burners ? burners.filter((one) => one.size === "small").length : null,
    awakeFrom: kept.awake?.from ?? "07:00",
    awakeTo: kept.awake?.to ?? "22:00",
    canners: (kept.canners ?? []).filter((one): one is string => typeof one === "string"),
  };
}
