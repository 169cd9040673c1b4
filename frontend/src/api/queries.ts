/** The server's answers as React queries. */
import { QueryClient, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type KitchenIn, Refusal } from "./client";

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
export const useBatch = (id: string) =>
  useQuery({ queryKey: ["batch", id], queryFn: () => api.batch(id), refetchInterval: 2000 });
export const useShelf = () => useQuery({ queryKey: ["shelf"], queryFn: api.shelf });
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
    onSuccess: (kitchen) => {
      client.setQueryData(["kitchen"], kitchen);
      client.invalidateQueries({ queryKey: ["check"] });
      client.invalidateQueries({ queryKey: ["recipes"] });
    },
  });
}
