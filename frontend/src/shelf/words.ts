/** What a jar's state is called, and what may be said of it next: as the server allows it. */
import type { JarFound } from "../api/client";
import { dayOf } from "../stove/useServerClock";

type State = JarFound["state"];

export function stateSays(
  jar: Pick<JarFound, "state" | "place" | "standing" | "best_before" | "ready_from" | "given_to"> & {
    entered?: boolean;
  },
): string {
  switch (jar.state) {
    case "opened":
      return jar.standing === "past-best"
        ? `open; its last day was ${dayOf(jar.best_before)}: throw it out`
        : `open, in the refrigerator; last day ${dayOf(jar.best_before)}`;
    case "finished":
      return "finished";
    case "given":
      return `given to ${jar.given_to}`;
    case "missing":
      return "not found when counted: what became of it?";
    case "out":
      return "out: do not open it, do not taste it";
    case "thrown":
      return "thrown out";
    default:
      if (jar.place === "fridge")
        return jar.standing === "past-best"
          ? `use-by was ${dayOf(jar.best_before)}: throw it out, untasted`
          : `in the refrigerator, use by ${dayOf(jar.best_before)}`;
      if (jar.entered)
        return `made before Rheum, unjudged; ${jar.standing === "past-best" ? "past its best of" : "best before"} ${dayOf(jar.best_before)}`;
      if (jar.standing === "waiting") return `waiting, ready from ${dayOf(jar.ready_from)}`;
      if (jar.standing === "past-best")
        return `past its best of ${dayOf(jar.best_before)}: a matter of quality while the seal holds`;
      return `${jar.standing === "use-first" ? "use first" : "ready"}, best before ${dayOf(jar.best_before)}`;
  }
}

/** Kinds of what stands there, several at a time. */
export const KINDS: Record<string, string> = {
  pickle: "Pickles",
  relish: "Relishes",
  salsa: "Salsas",
  chutney: "Chutneys",
  sauce: "Sauces",
  other: "Without a tested formula",
};

export type Happened =
  | "opened"
  | "finished"
  | "emptied"
  | "chilled"
  | "looked"
  | "told"
  | "given"
  | "back"
  | "moved"
  | "noted"
  | "missing"
  | "unsealed"
  | "spoiled"
  | "thrown";

/** What is said of jars by one press, by the state they are in. */
export const PRESSES: Record<
  string,
  readonly (readonly [kind: Happened, word: string, asks?: "to" | "where" | "note"])[]
> = {
  closed: [
    ["opened", "Opened"],
    ["given", "Given to …", "to"],
    ["moved", "Stands elsewhere …", "where"],
    ["finished", "Finished"],
  ],
  opened: [
    ["finished", "Finished"],
    ["moved", "Stands elsewhere …", "where"],
    ["thrown", "Thrown out"],
  ],
  given: [
    ["emptied", "The empty came home"],
    ["back", "It is back, full"],
  ],
  missing: [
    ["back", "Here it is"],
    ["finished", "Finished"],
    ["given", "Given to …", "to"],
  ],
  out: [["thrown", "Thrown out"]],
  finished: [],
  thrown: [],
};

export const THERE: readonly State[] = ["closed", "opened", "out"];
