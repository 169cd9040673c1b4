/** The server's answers as React queries. */
import {
  QueryClient,
  type QueryKey,
  replaceEqualDeep,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, type Batch, type KitchenIn, Refusal, type Stock } from "./client";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof Refusal) && count < 1,
      refetchOnWindowFocus: true,
      staleTime: 1000,
    },
  },
});

export const useKitchen = () => useQuery({ queryKey: ["kitchen"], queryFn: api.kitchen });
export const useJars = () => useQuery({ queryKey: ["jars"], queryFn: api.jars, staleTime: Number.POSITIVE_INFINITY });
export const useFormulas = () =>
  useQuery({ queryKey: ["formulas"], queryFn: api.formulas, staleTime: Number.POSITIVE_INFINITY });
export const useRecipes = () => useQuery({ queryKey: ["recipes"], queryFn: api.recipes });
export const usePlacements = () => useQuery({ queryKey: ["placements"], queryFn: api.placements });
export const useChoices = () => useQuery({ queryKey: ["choices"], queryFn: api.choices });
export const useBatches = () => useQuery({ queryKey: ["batches"], queryFn: api.batches, refetchInterval: 5000 });

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
    refetchInterval: 2000,
    structuralSharing: laterOf,
  });

/** Puts the answer to a change in place of what was known; an older look that is still on its way is not listened to. */
export async function answered<T>(client: QueryClient, queryKey: QueryKey, answer: T) {
  await client.cancelQueries({ queryKey });
  client.setQueryData(queryKey, answer);
}
export const useShelf = () => useQuery({ queryKey: ["shelf"], queryFn: api.shelf });
export const useStock = () => useQuery({ queryKey: ["stock"], queryFn: api.stock });

/** Changing what is on hand: the answer is the new stock, and whatever rests on it is asked for again. */
export function useStockChange() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: () => Promise<Stock>) => change(),
    onSuccess: async (stock) => {
      await answered(client, ["stock"], stock);
      for (const key of ["plan", "can-make", "jars", "check"]) client.invalidateQueries({ queryKey: [key] });
    },
  });
}

/** Asked every few seconds: a verdict does not outlive the server that gave it. */
export const useAlive = () =>
  useQuery({
    queryKey: ["alive"],
    queryFn: api.alive,
    refetchInterval: 3000,
    refetchIntervalInBackground: false,
    gcTime: 0,
  });

/** What the kitchen adds to the facts has changed: every verdict is asked for again. */
export function useFactsChanged() {
  const client = useQueryClient();
  return () => {
    for (const key of ["check", "becoming", "recipes", "formulas", "placements"])
      client.invalidateQueries({ queryKey: [key] });
  };
}

export function useSetKitchen() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (kitchen: KitchenIn) => api.setKitchen(kitchen),
    onSuccess: async (kitchen) => {
      await answered(client, ["kitchen"], kitchen);
      client.invalidateQueries({ queryKey: ["check"] });
      client.invalidateQueries({ queryKey: ["recipes"] });
    },
  });
}
