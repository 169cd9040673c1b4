/** Talking to Rheum's server. Every refusal comes with a sentence to show. */
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Verdict = Schemas["VerdictOut"];
export type Finding = Schemas["VerdictOut.Finding"];
export type Kitchen = Schemas["KitchenOut"];
export type FormulaSummary = Schemas["FormulaListOut.FormulaSummary"];
export type Jar = Schemas["JarListOut.JarView"];
export type Batch = Schemas["BatchOut"];
export type BatchList = Schemas["BatchListOut"];
export type RunLoad = Schemas["BatchOut.Load"];
export type JarStanding = Schemas["BatchOut.JarStanding"];
export type RunAction = Schemas["BatchOut.Action"];
export type Shelf = Schemas["ShelfOut"];
export type ShelfBatch = Schemas["ShelfOut.ShelfBatch"];
export type CheckIn = Partial<Schemas["CheckIn"]>;
export type BeginIn = Partial<Omit<Schemas["BeginIn"], "wish">> & { id: string; text: string; wish?: WishIn };
export type EventIn = Partial<Schemas["EventIn"]> & Pick<Schemas["EventIn"], "id" | "kind">;
export type Change = Schemas["VerdictOut.Change"];
export type Becoming = Schemas["BecomingOut"];
export type Comparison = Schemas["ComparisonOut"];
export type Placements = Schemas["PlacementsOut"];
export type RecipeShelf = Schemas["RecipeShelfOut"];
export type OwnRecipe = Schemas["RecipeShelfOut.RecipeView"];
export type Tested = Schemas["RecipeShelfOut.TestedView"];
export type RecipeIn = Partial<Schemas["RecipeIn"]> & Pick<Schemas["RecipeIn"], "id" | "text">;
export type Choices = Schemas["ChoicesOut"];
export type EntryIn = Schemas["EntryIn"];
export type EnteredIn = Schemas["EnteredIn"];
export type Looked = Schemas["LookedOut"];
export type WriteFormat = Schemas["RecipeWriteIn"]["format"];
export type ReckonAsked = Schemas["ReckonIn"]["asked"];
export type Answer = Schemas["AnswerOut"];
export type Plan = Schemas["PlanOut"];
export type PlanIn = Partial<Omit<Schemas["PlanIn"], "wish">> & { text: string; wish: WishIn };
export type WishIn = Partial<Schemas["PlanIn.WishIn"]>;
export type Stock = Schemas["StockOut"] & { stock: Required<Schemas["StockOut.Stock"]> };
export type Bottle = Schemas["StockOut.Bottle"];
export type Canner = Schemas["StockOut.Canner"];
export type CanMake = Schemas["CanMakeOut"];
export type ScaleReading = Schemas["ReadingOut"];
export type Sheet = Schemas["SheetOut"];
export type Paper = "a4" | "letter";
export type KitchenIn = Partial<Schemas["KitchenIn"]>;

/** What the server refused, with its sentence; `gone` when no server answered at all. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly field?: string,
  ) {
    super(message);
  }
  get gone(): boolean {
    return this.status === 0;
  }
}

async function send(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      signal,
      headers: body === undefined ? {} : { "Content-Type": "application/json" },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Refusal("Rheum's server does not answer. Start it again; nothing that was saved is lost.", 0);
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => ({}))) as { detail?: string; field?: string };
    throw new Refusal(
      problem.detail ?? `The server answered ${response.status}. Try again.`,
      response.status,
      problem.field,
    );
  }
  return response;
}

async function ask<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  return (await (await send(method, path, body, signal)).json()) as T;
}

export const api = {
  alive: () => ask<{ alive: true }>("GET", "/api/alive"),
  kitchen: () => ask<Kitchen>("GET", "/api/kitchen"),
  setKitchen: (kitchen: KitchenIn) => ask<Kitchen>("PUT", "/api/kitchen", kitchen),
  check: (body: CheckIn, signal?: AbortSignal) => ask<Verdict>("POST", "/api/check", body, signal),
  formulas: () => ask<Schemas["FormulaListOut"]>("GET", "/api/formulas"),
  formulaText: (id: string, measures: "us" | "metric") =>
    ask<Schemas["FormulaTextOut"]>("GET", `/api/formulas/${id}/text?measures=${measures}`),
  becoming: (body: CheckIn & { formula_id: string }, signal?: AbortSignal) =>
    ask<Becoming>("POST", "/api/becoming", body, signal),
  plan: (body: PlanIn, signal?: AbortSignal) => ask<Plan>("POST", "/api/plan", body, signal),
  sheet: (body: PlanIn & { paper: Paper }) => ask<Schemas["SheetOut"]>("POST", "/api/sheet", body),
  sheetPdf: async (body: PlanIn & { paper: Paper }) => (await send("POST", "/api/sheet.pdf", body)).blob(),
  canMake: () => ask<CanMake>("GET", "/api/can-make"),
  stock: () => ask<Stock>("GET", "/api/stock"),
  putStock: (what: string, body: unknown) => ask<Stock>("PUT", `/api/stock/${what}`, body),
  postStock: (what: string, body: unknown) => ask<Stock>("POST", `/api/stock/${what}`, body),
  takeOutStock: (what: string, id: string) => ask<Stock>("DELETE", `/api/stock/${what}/${encodeURIComponent(id)}`),
  scale: () => ask<ScaleReading>("GET", "/api/scale"),
  scaleTare: () => ask<ScaleReading>("POST", "/api/scale/tare"),
  scaleUnit: (unit: ScaleReading["unit"]) => ask<ScaleReading>("POST", "/api/scale/unit", { unit }),
  scalePut: (grams: number) => ask<ScaleReading>("POST", "/api/scale/put", { grams }),
  compare: (body: Partial<Schemas["CompareIn"]> & { texts: string[] }) => ask<Comparison>("POST", "/api/compare", body),
  placements: () => ask<Placements>("GET", "/api/placements"),
  place: (name: string, kind: string) => ask<Placements>("PUT", "/api/placements", { name, kind }),
  unplace: (name: string) => ask<Placements>("DELETE", `/api/placements/${encodeURIComponent(name)}`),
  recipes: () => ask<RecipeShelf>("GET", "/api/recipes"),
  recipe: (id: string) => ask<Schemas["RecipeOut"]>("GET", `/api/recipes/${id}`),
  keepRecipe: (recipe: RecipeIn) => ask<Schemas["RecipeOut"]>("PUT", "/api/recipes", recipe),
  takeOutRecipe: (id: string) => ask<RecipeShelf>("DELETE", `/api/recipes/${id}`),
  readFile: (name: string, content: string) =>
    ask<Schemas["RecipeTextOut"]>("POST", "/api/recipes/read", { name, content }),
  writeFile: (text: string, format: WriteFormat) =>
    ask<Schemas["WrittenRecipeOut"]>("POST", "/api/recipes/write", { text, format }),
  choices: () => ask<Choices>("GET", "/api/choices"),
  setChoices: (choices: Choices) => ask<Choices>("PUT", "/api/choices", choices),
  lookOver: (entry: EntryIn) => ask<Looked>("POST", "/api/own-formulas/look", entry),
  enterFormula: (entry: EnteredIn) => ask<Schemas["EnteredOut"]>("POST", "/api/own-formulas", entry),
  importFormulas: (toml: string) => ask<Schemas["EnteredOut"]>("POST", "/api/own-formulas/import", { toml }),
  takeOutFormula: (id: string) => ask<Schemas["EnteredOut"]>("DELETE", `/api/own-formulas/${id}`),
  reckon: (asked: ReckonAsked) => ask<Answer>("POST", "/api/reckon", { asked }),
  jars: () => ask<Schemas["JarListOut"]>("GET", "/api/jars"),
  begin: (body: BeginIn) => ask<Batch>("POST", "/api/batches", body),
  batches: () => ask<BatchList>("GET", "/api/batches"),
  batch: (id: string) => ask<Batch>("GET", `/api/batches/${id}`),
  tell: (id: string, event: EventIn) => ask<Batch>("POST", `/api/batches/${id}/events`, event),
  shelf: () => ask<Shelf>("GET", "/api/shelf"),
};

/** An id made by this screen, so that a double tap is one event. Works without a secure context too. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
