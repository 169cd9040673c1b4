/** Talking to Rheum's server: paths, bodies and answers as its own document has them. Every refusal comes with a sentence. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type FormulaPage = components["schemas"]["FormulaPageOut"];
export type Verdict = Schemas["VerdictOut"];
export type Finding = Schemas["VerdictOut.Finding"];
export type Kitchen = Schemas["KitchenOut"];
export type HeightReading = Schemas["HeightOut.HeightReading"];
export type FormulaSummary = Schemas["FormulaListOut.FormulaSummary"];
export type Jar = Schemas["JarListOut.JarView"];
export type Batch = Schemas["BatchOut"];
export type Stove = Schemas["StoveOut"];
export type NowItem = Schemas["StoveOut.NowItem"];
export type RunningClock = Schemas["StoveOut.RunningClock"];
export type Pot = Schemas["StoveOut.Pot"];
export type TaskStanding = Schemas["BatchOut.TaskStanding"];
export type Filling = Schemas["BatchOut.Filling"];
export type Day = Schemas["DayOut"];
export type DayIn = Schemas["DayIn"];
export type JarFound = Schemas["JarsFoundOut.JarFound"];
export type JarsIn = Schemas["JarsIn"];
export type JarsEnteredIn = Schemas["JarsEnteredIn"];
export type Signs = Schemas["SignsOut"];
export type WalkIn = Schemas["WalkIn"];
export type WrongEnding = Schemas["WalkOut.Ending"];
export type Today = Schemas["TodayOut"];
export type TodayLine = Schemas["TodayOut.TodayLine"];
export type YearSeen = Schemas["YearOut"];
export type LearntSeen = Schemas["LearntOut"];
export type RecallIn = Schemas["RecallIn"];
export type JarStory = Schemas["JarOut"];
export type Alive = Schemas["AliveOut"];
export type Ring = Schemas["StoveOut.Ring"];
export type KeptDay = Schemas["KeptDayOut"];
export type DayNow = Schemas["DayNowOut"];
export type Hob = Schemas["HobOut"];
export type DayTask = Schemas["DayOut.DayTask"];
export type RunLoad = Schemas["BatchOut.Load"];
export type JarStanding = Schemas["BatchOut.JarStanding"];
export type RunAction = Schemas["BatchOut.Action"];
export type Shelf = Schemas["ShelfOut"];
export type ShelfBatch = Schemas["ShelfOut.ShelfBatch"];
export type CheckIn = Schemas["CheckIn"];
export type BeginIn = Schemas["BeginIn"];
export type EventIn = Schemas["EventIn"];
type Told<E> = E extends { id: string } ? Omit<E, "id"> : never;
/** A tap before it has its id. */
export type Tap = Told<EventIn>;
export type SecondLook = Schemas["SecondLooksOut.SecondLook"];
export type Change = Schemas["VerdictOut.Change"];
export type Becoming = Schemas["BecomingOut"];
export type Comparison = Schemas["ComparisonOut"];
export type Placements = Schemas["PlacementsOut"];
export type RecipeShelf = Schemas["RecipeShelfOut"];
export type OwnRecipe = Schemas["RecipeShelfOut.RecipeView"];
export type Tested = Schemas["RecipeShelfOut.TestedView"];
export type RecipeIn = Schemas["RecipeIn"];
export type Choices = Schemas["ChoicesOut"];
export type EntryIn = Schemas["EntryIn"];
export type EnteredIn = Schemas["EnteredIn"];
export type Looked = Schemas["LookedOut"];
export type WriteFormat = Schemas["RecipeWriteIn"]["format"];
export type ReckonAsked = Schemas["ReckonIn"]["asked"];
export type Answer = Schemas["AnswerOut"];
export type Plan = Schemas["PlanOut"];
export type PlanIn = Schemas["PlanIn"];
export type WishIn = Schemas["PlanIn.WishIn"];
export type Stock = Schemas["StockOut"];
export type Bottle = Schemas["StockOut.Bottle"];
export type Canner = Schemas["StockOut.Canner"];
export type CanMake = Schemas["CanMakeOut"];
export type ScaleReading = Schemas["ReadingOut"];
export type Sheet = Schemas["SheetOut"];
export type SheetIn = Schemas["SheetIn"];
export type Paper = "a4" | "letter";
export type KitchenIn = Schemas["KitchenIn"];

/** A sentence of a method as it was understood; `minutes`: its time is asked. */
export interface StepToRead {
  number: number;
  says: string;
  understood: string;
  asked: boolean;
  minutes: boolean;
}

/** What the server refused, with its sentence; `gone` when no server answered, or not in time: then it may have been done. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly field?: string,
    /** What is short, where the server asks before it begins. */
    readonly short: readonly string[] = [],
    /** The steps of a batch that are to be confirmed before it is begun. */
    readonly steps: readonly StepToRead[] = [],
    /** What a height may mean that can be read in two ways. */
    readonly readings: readonly HeightReading[] = [],
  ) {
    super(message);
  }
  get gone(): boolean {
    return this.status === 0;
  }
}

declare module "@tanstack/react-query" {
  interface Register {
    defaultError: Refusal;
  }
}

/** Milliseconds that a screen waits for an answer: what is asked again soon waits less, what is worked out at length more. */
const PATIENCE: readonly (readonly [path: RegExp, ms: number])[] = [
  [/^\/api\/(?:alive|scale)/, 3000],
  [/^\/api\/news/, 30_000],
  [/^\/api\/batches\/[^/]+(?:\/events)?$/, 4000],
  [/^\/api\/(?:restore|journal\/[^/]+\/pictures)/, 120_000],
  [/^\/api\/(?:sheet|can-make|recipes|compare|own-formulas|batches$|day)/, 20_000],
];
const USUALLY_MS = 8000;
const SILENT = "Rheum's server does not answer. Start it again; nothing that was saved is lost.";
const SLOW = "Rheum's server has not answered in time. It may be asleep or out of reach; what was saved is safe.";

const patience = (path: string): number => PATIENCE.find(([known]) => known.test(path))?.[1] ?? USUALLY_MS;

/** One request with a time limit of its own: a server that hangs is noticed, whatever the network says. */
async function limited(request: Request): Promise<Response> {
  const clock = AbortSignal.timeout(patience(new URL(request.url).pathname));
  const signal = AbortSignal.any([request.signal, clock]);
  try {
    const response = await fetch(request, { signal });
    // The body is part of the answer: a server that stops in the middle of it has not answered.
    return new Response(await response.arrayBuffer(), response);
  } catch (error) {
    if (request.signal.aborted) throw error;
    throw new Refusal(clock.aborted ? SLOW : SILENT, 0);
  }
}

const client = createClient<paths>({ baseUrl: location.origin, fetch: limited });

interface Answered<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

async function got<T>(answer: Promise<Answered<T>>): Promise<T> {
  const { data, error, response } = await answer;
  if (data !== undefined) return data;
  const problem = (typeof error === "object" && error ? error : {}) as {
    detail?: string;
    field?: string;
    short?: string[];
    steps?: StepToRead[];
    readings?: HeightReading[];
  };
  throw new Refusal(
    problem.detail ?? `The server answered ${response.status}. Try again.`,
    response.status,
    problem.field,
    problem.short,
    problem.steps,
    problem.readings,
  );
}

/** At most one such request on its way: while one is, the newest waits, and those before it are never sent. A server that is
 *  slow is not given a queue of questions that nobody wants answered any more. */
function oneAtATime<Asked, T>(send: (asked: Asked, signal?: AbortSignal) => Promise<T>) {
  let busy = false;
  let next: (() => void) | null = null;
  return (asked: Asked, signal?: AbortSignal): Promise<T> =>
    new Promise<T>((resolve, reject) => {
      const gone = () => reject(new DOMException("no longer asked", "AbortError"));
      const go = () => {
        next = null;
        if (signal?.aborted) {
          gone();
          return;
        }
        busy = true;
        // Not given up on the way: the server works it off to its end all the same, and the next may only follow.
        send(asked)
          .then(resolve, reject)
          .finally(() => {
            busy = false;
            next?.();
          });
      };
      signal?.addEventListener("abort", gone, { once: true });
      if (busy) next = go;
      else go();
    });
}

export const api = {
  alive: () => got(client.GET("/api/alive")),
  kitchen: () => got(client.GET("/api/kitchen")),
  height: (written: string, unit: "m" | "ft") =>
    got(client.GET("/api/kitchen/height", { params: { query: { written, unit } } } as never)) as Promise<
      Schemas["HeightOut"]
    >,
  setKitchen: (body: KitchenIn) => got(client.PUT("/api/kitchen", { body })),
  check: oneAtATime((body: CheckIn) => got(client.POST("/api/check", { body }))),
  formulas: () => got(client.GET("/api/formulas")),
  formulaPage: (formula_id: string, scale: number, measures: "us" | "metric") =>
    got(
      client.GET("/api/formulas/{formula_id}", { params: { path: { formula_id }, query: { scale, measures } } }),
    ) as Promise<FormulaPage>,
  formulaText: (formula_id: string, measures: "us" | "metric") =>
    got(client.GET("/api/formulas/{formula_id}/text", { params: { path: { formula_id }, query: { measures } } })),
  becoming: (body: Schemas["BecomingIn"], signal?: AbortSignal) => got(client.POST("/api/becoming", { body, signal })),
  plan: oneAtATime((body: PlanIn) => got(client.POST("/api/plan", { body })) as Promise<Plan>),
  sheet: (body: SheetIn) => got(client.POST("/api/sheet", { body })),
  sheetPdf: (body: SheetIn) =>
    got(client.POST("/api/sheet.pdf", { body, parseAs: "blob" }) as Promise<Answered<unknown>>) as Promise<Blob>,
  canMake: () => got(client.GET("/api/can-make")),
  stock: () => got(client.GET("/api/stock")),
  putBottle: (body: Schemas["BottleIn"]) => got(client.PUT("/api/stock/bottles", { body })),
  titrate: (bottle_id: string, body: Schemas["TitrationIn"]) =>
    got(client.POST("/api/stock/bottles/{bottle_id}/titration", { body, params: { path: { bottle_id } } })),
  putCanner: (body: Schemas["CannerIn"]) => got(client.PUT("/api/stock/canners", { body })),
  putOwnJar: (body: Schemas["OwnJarIn"]) => got(client.PUT("/api/stock/own-jars", { body })),
  countJars: (jar_id: string, count: number) =>
    got(client.PUT("/api/stock/jars/{jar_id}", { body: { count }, params: { path: { jar_id } } })),
  putLids: (body: Schemas["LidsIn"]) => got(client.PUT("/api/stock/lids", { body })),
  countBands: (mouth: string, count: number) =>
    got(client.PUT("/api/stock/bands/{mouth}", { body: { count }, params: { path: { mouth } } })),
  addTrim: (body: Schemas["TrimIn"]) => got(client.POST("/api/stock/trims", { body })),
  setPantry: (text: string) => got(client.PUT("/api/stock/pantry", { body: { text } })),
  takeOutStock: (what: string, item_id: string) =>
    got(client.DELETE("/api/stock/{what}/{item_id}", { params: { path: { what, item_id } } })),
  scale: () => got(client.GET("/api/scale")),
  scaleTare: () => got(client.POST("/api/scale/tare")),
  scaleUnit: (unit: ScaleReading["unit"]) => got(client.POST("/api/scale/unit", { body: { unit } })),
  scalePut: (grams: number) => got(client.POST("/api/scale/put", { body: { grams } })),
  found: (q: string) => got(client.GET("/api/recipes/found", { params: { query: { q } } })),
  compare: (body: Schemas["CompareIn"]) => got(client.POST("/api/compare", { body })),
  placements: () => got(client.GET("/api/placements")),
  place: (name: string, kind: string) => got(client.PUT("/api/placements", { body: { name, kind } })),
  secondLooks: () => got(client.GET("/api/second-looks")),
  secondLooksSeen: (ids: number[]) => got(client.POST("/api/second-looks/seen", { body: { ids } })),
  words: () => got(client.GET("/api/words")),
  sayKind: (word: string, food: string) => got(client.PUT("/api/words", { body: { word, food } })),
  unsayKind: (word: string, food: string) =>
    got(client.DELETE("/api/words/{word}/{food}", { params: { path: { word, food } } })),
  unplace: (name: string) => got(client.DELETE("/api/placements/{name}", { params: { path: { name } } })),
  recipes: () => got(client.GET("/api/recipes")),
  recipe: (recipe_id: string) => got(client.GET("/api/recipes/{recipe_id}", { params: { path: { recipe_id } } })),
  keepRecipe: (body: RecipeIn) => got(client.PUT("/api/recipes", { body })),
  takeOutRecipe: (recipe_id: string) =>
    got(client.DELETE("/api/recipes/{recipe_id}", { params: { path: { recipe_id } } })),
  readFile: (name: string, content: string) => got(client.POST("/api/recipes/read", { body: { name, content } })),
  writeFile: (text: string, format: WriteFormat) => got(client.POST("/api/recipes/write", { body: { text, format } })),
  choices: () => got(client.GET("/api/choices")),
  setChoices: (body: Schemas["ChoicesIn"]) => got(client.PUT("/api/choices", { body })),
  lookOver: (body: EntryIn) => got(client.POST("/api/own-formulas/look", { body })),
  enterFormula: (body: EnteredIn) => got(client.POST("/api/own-formulas", { body })),
  importFormulas: (toml: string) => got(client.POST("/api/own-formulas/import", { body: { toml } })),
  takeOutFormula: (formula_id: string) =>
    got(client.DELETE("/api/own-formulas/{formula_id}", { params: { path: { formula_id } } })),
  reckon: (asked: ReckonAsked) => got(client.POST("/api/reckon", { body: { asked } })),
  jars: () => got(client.GET("/api/jars")),
  begin: (body: BeginIn) => got(client.POST("/api/batches", { body })) as Promise<Batch>,
  stove: () => got(client.GET("/api/stove")) as Promise<Stove>,
  foundJars: (query: Record<string, string | number>) =>
    got(client.GET("/api/shelf/jars", { params: { query } } as never)) as Promise<Schemas["JarsFoundOut"]>,
  trace: (query: Record<string, string>) =>
    got(client.GET("/api/trace", { params: { query } } as never)) as Promise<Schemas["TraceOut"]>,
  labelSheets: () => got(client.GET("/api/label-sheets")) as Promise<Schemas["LabelSheetsOut"]>,
  labels: (query: Record<string, string>) =>
    got(client.GET("/api/labels", { params: { query } } as never)) as Promise<Sheet>,
  jar: (batch: string, number: number) =>
    got(client.GET("/api/jars/{batch}/{number}", { params: { path: { batch, number } } })) as Promise<JarStory>,
  tellJars: (body: JarsIn) => got(client.POST("/api/jars/events", { body })) as Promise<Schemas["JarsToldOut"]>,
  news: (after: string) => got(client.GET("/api/news", { params: { query: { after } } } as never)) as Promise<Alive>,
  quiet: (rings: string[]) => got(client.POST("/api/quiet", { body: { rings } })),
  draft: (name: string) =>
    got(client.GET("/api/drafts/{name}", { params: { path: { name } } })) as Promise<Schemas["DraftOut"]>,
  keepDraft: (name: string, body: unknown, screen: string) =>
    got(client.PUT("/api/drafts/{name}", { params: { path: { name } }, body: { body, screen } as never })) as Promise<
      Schemas["DraftOut"]
    >,
  tellKept: (batch_id: string, body: Schemas["KeptTapIn"]) =>
    got(client.POST("/api/batches/{batch_id}/kept", { params: { path: { batch_id } }, body })) as Promise<Batch>,
  back: (id: string) =>
    got(client.POST("/api/stove/away/{asked_id}/back", { params: { path: { asked_id: id } } })) as Promise<Stove>,
  away: (id: string, minutes: number) =>
    got(client.POST("/api/stove/away", { body: { id, minutes } })) as Promise<Stove>,
  setTimer: (id: string, says: string, minutes: number) =>
    got(client.POST("/api/timers", { body: { id, says, minutes } })) as Promise<Stove>,
  stopTimer: (timer_id: string) =>
    got(client.POST("/api/timers/{timer_id}/stop", { params: { path: { timer_id } } })) as Promise<Stove>,
  batch: (batch_id: string) =>
    got(client.GET("/api/batches/{batch_id}", { params: { path: { batch_id } } })) as Promise<Batch>,
  tell: (batch_id: string, body: EventIn) =>
    got(client.POST("/api/batches/{batch_id}/events", { body, params: { path: { batch_id } } })) as Promise<Batch>,
  layDay: (body: DayIn) => got(client.POST("/api/day", { body })) as Promise<Day>,
  days: () => got(client.GET("/api/days")) as Promise<Schemas["DaysOut"]>,
  keepDay: (day_id: string, title: string, asked: DayIn) =>
    got(client.PUT("/api/days/{day_id}", { body: { title, asked }, params: { path: { day_id } } })),
  day: (day_id: string) => got(client.GET("/api/days/{day_id}", { params: { path: { day_id } } })) as Promise<KeptDay>,
  dayNow: (day_id: string) =>
    got(client.GET("/api/days/{day_id}/now", { params: { path: { day_id } } })) as Promise<DayNow>,
  dayBetter: (day_id: string) =>
    got(client.GET("/api/days/{day_id}/better", { params: { path: { day_id } } })) as Promise<Schemas["BetterDayOut"]>,
  takeBetter: (day_id: string) => got(client.POST("/api/days/{day_id}/better", { params: { path: { day_id } } })),
  beginOfDay: (day_id: string, body: Schemas["DayBeginIn"]) =>
    got(client.POST("/api/days/{day_id}/begin", { params: { path: { day_id } }, body })) as Promise<Batch>,
  daySheets: (day_id: string, paper: Paper) =>
    got(
      client.GET("/api/days/{day_id}/sheets", { params: { path: { day_id }, query: { paper } } } as never),
    ) as Promise<Sheet>,
  shopping: (body: DayIn) => got(client.POST("/api/day/shopping", { body })) as Promise<Schemas["ShoppingOut"]>,
  hob: () => got(client.GET("/api/hob")) as Promise<Schemas["HobOut"]>,
  setHob: (body: Schemas["HobIn"]) => got(client.PUT("/api/hob", { body })) as Promise<Schemas["HobOut"]>,
  throwDayAway: (day_id: string) => got(client.DELETE("/api/days/{day_id}", { params: { path: { day_id } } })),
  shelf: (query: Record<string, string | number> = {}) =>
    got(client.GET("/api/shelf", { params: { query } } as never)) as Promise<Shelf>,
  journal: (skip: number) =>
    got(client.GET("/api/journal", { params: { query: { skip } } } as never)) as Promise<Schemas["JournalOut"]>,
  lookedBack: (number: string) =>
    got(client.GET("/api/journal/{number}", { params: { path: { number } } })) as Promise<Schemas["LookedBackOut"]>,
  year: () => got(client.GET("/api/year")) as Promise<YearSeen>,
  wish: (body: Schemas["WishIn"]) => got(client.PUT("/api/wishes", { body })) as Promise<YearSeen>,
  learnt: () => got(client.GET("/api/learnt")) as Promise<LearntSeen>,
  setAside: (body: Schemas["AsideIn"]) => got(client.POST("/api/learnt/aside", { body })) as Promise<LearntSeen>,
  prices: () => got(client.GET("/api/prices")) as Promise<Schemas["PricesOut"]>,
  setPrice: (body: Schemas["PriceIn"]) => got(client.PUT("/api/prices", { body })) as Promise<Schemas["PricesOut"]>,
  nextTime: (title: string, formula: string) =>
    got(client.GET("/api/next-time", { params: { query: { title, formula } } } as never)) as Promise<
      Schemas["NextTimeOut"]
    >,
  addPicture: (number: string, picture_id: string, file: File) =>
    got(
      client.POST("/api/journal/{number}/pictures/{picture_id}", {
        params: { path: { number, picture_id } },
        body: file as never,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { "Content-Type": "application/octet-stream" },
      } as never),
    ) as Promise<Schemas["PicturesOut"]>,
  takePictureAway: (picture_id: string) =>
    got(client.DELETE("/api/pictures/{picture_id}", { params: { path: { picture_id } } })) as Promise<
      Schemas["PicturesOut"]
    >,
  copies: () => got(client.GET("/api/copies")) as Promise<Schemas["CopyOut"]>,
  restore: (file: File, look: boolean) =>
    got(
      client.POST("/api/restore", {
        params: { query: look ? { look: 1 } : {} },
        body: file as never,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { "Content-Type": "application/octet-stream" },
      } as never),
    ) as Promise<Schemas["CopyOut"]>,
  today: () => got(client.GET("/api/today")) as Promise<Today>,
  putOff: (key: string) => got(client.POST("/api/today/put-off", { body: { key } })) as Promise<Today>,
  signs: () => got(client.GET("/api/signs")) as Promise<Signs>,
  walk: (body: WalkIn) => got(client.POST("/api/signs/walk", { body })) as Promise<Schemas["WalkOut"]>,
  enterJars: (body: JarsEnteredIn) =>
    got(client.POST("/api/jars/entered", { body })) as Promise<Schemas["JarsEnteredOut"]>,
  recall: (body: RecallIn) => got(client.POST("/api/trace/recall", { body })) as Promise<Schemas["JarsToldOut"]>,
};

/** An id made by this screen, so that a double tap is one event. Works without a secure context too. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
