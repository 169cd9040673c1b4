/** The server's answers as React queries. What the kitchen holds is asked under the revision that the server last told, so that
 *  whatever changed, here or on another screen, is asked for again; nothing else says what to ask for anew. */
import {
  keepPreviousData,
  QueryClient,
  type QueryKey,
  replaceEqualDeep,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, type Batch, type KitchenIn, Refusal, type Stock, type Stove } from "./client";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof Refusal) && count < 1,
      refetchOnWindowFocus: true,
      staleTime: 1000,
    },
  },
});

const ALIVE: QueryKey = ["alive"];

/** Asked every few seconds: whether the server answers, and whether anything changed. */
export const useAlive = () =>
  useQuery({ queryKey: ALIVE, queryFn: api.alive, refetchInterval: 3000, refetchIntervalInBackground: false });

/** Under which the kitchen's things are known here: the server's start and its number; the last told while it does not answer. */
export function useRevision(): string {
  const alive = useAlive().data;
  return alive ? `${alive.server} ${alive.revision}` : "";
}

/** The same for what a verdict rests on. */
export function useFacts(): string {
  const alive = useAlive().data;
  return alive ? `${alive.server} ${alive.facts}` : "";
}

/** What was last known under each name: a look that fails must not wipe it off the screen. */
const lastKnown = new Map<string, unknown>();

/** What stands under a name in the kitchen. What is known stays on the screen while a newer answer is on its way, or fails. */
function useKept<T>(name: string, ask: () => Promise<T>) {
  const alive = useAlive();
  const asked = useQuery({
    queryKey: [name, useRevision()],
    queryFn: ask,
    // The revision first: without it everything would be asked for twice.
    enabled: alive.isFetched,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
  if (asked.data !== undefined) lastKnown.set(name, asked.data);
  return { data: asked.data ?? (lastKnown.get(name) as T | undefined), error: asked.error };
}

export const useKitchen = () => useKept("kitchen", api.kitchen);
export const useJars = () => useKept("jars", api.jars);
export const useFormulas = () => useKept("formulas", api.formulas);
export const useRecipes = () => useKept("recipes", api.recipes);
export const usePlacements = () => useKept("placements", api.placements);
export const useWords = () => useKept("words", api.words);
export const useSecondLooks = () => useKept("second-looks", api.secondLooks);
export const useChoices = () => useKept("choices", api.choices);
export const useShelf = () => useKept("shelf", () => api.shelf());
export const useYear = () => useKept("year", api.year);
export const useToday = () => useKept("today", api.today);
export const useDays = () => useKept("days", api.days);
export const useHob = () => useKept("hob", api.hob);
export const useStock = () => useKept("stock", api.stock);
export const useCanMake = () => useKept("can-make", api.canMake);

const ON_ITS_WAY_MS = 10_000;

/** Of two answers about a batch the later one. A look that was on its way when something was told may arrive after it,
 * and must not put the old buttons under the thumb. Fewer events much later are another matter: the data was restored. */
function laterOf(known: unknown, coming: unknown): Batch {
  const [old, next] = [known as Batch | undefined, coming as Batch];
  if (old && next.events < old.events && Date.parse(next.now) - Date.parse(old.now) < ON_ITS_WAY_MS) return old;
  return replaceEqualDeep(old, next);
}

export const useBatch = (id: string) =>
  useQuery({
    queryKey: ["batch", id],
    queryFn: () => api.batch(id),
    refetchInterval: 5000,
    structuralSharing: laterOf,
  });

/** All batches together. An answer worked out earlier that arrives later is not listened to; much earlier, the data was restored. */
function laterStove(known: unknown, coming: unknown): Stove {
  const [old, next] = [known as Stove | undefined, coming as Stove];
  const behind = old ? Date.parse(old.now) - Date.parse(next.now) : 0;
  if (old && behind > 0 && behind < ON_ITS_WAY_MS) return old;
  return replaceEqualDeep(old, next);
}

export const useStove = () =>
  useQuery({ queryKey: ["stove"], queryFn: api.stove, refetchInterval: 5000, structuralSharing: laterStove });

/** After a change: its answer is shown at once, and whatever else changed with it is asked for again. */
export function useChanged() {
  const client = useQueryClient();
  const revision = useRevision();
  return async <T>(name?: string, answer?: T) => {
    if (name !== undefined) {
      // An older look that is still on its way is not listened to.
      await client.cancelQueries({ queryKey: [name] });
      client.setQueryData([name, revision], answer);
    }
    await client.refetchQueries({ queryKey: ALIVE });
  };
}

/** Changing what is on hand: the answer is the new stock. */
export function useStockChange() {
  const changed = useChanged();
  return useMutation({
    mutationFn: (change: () => Promise<Stock>) => change(),
    onSuccess: (stock) => changed("stock", stock),
  });
}

/** Setting the kitchen; `onSaved` is told before anything is drawn anew with it. */
/** The ids that a search finds; null while there is nothing to look for. */
export function useFound(words: string): Set<string> | null {
  const q = words.trim();
  const found = useQuery({
    queryKey: ["found", useFacts(), q],
    queryFn: () => api.found(q),
    enabled: q !== "",
    placeholderData: keepPreviousData,
  });
  return q === "" || !found.data ? null : new Set(found.data.ids);
}

export function useSetKitchen(onSaved?: () => void) {
  const changed = useChanged();
  return useMutation({
    mutationFn: (kitchen: KitchenIn) => api.setKitchen(kitchen),
    onSuccess: (kitchen) => {
      onSaved?.();
      return changed("kitchen", kitchen);
    },
  });
}
