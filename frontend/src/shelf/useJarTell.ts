/** Saying what happened to jars: one press, one transaction; and taking it back. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type JarsIn, newId } from "../api/client";

type Told = Omit<JarsIn, "id" | "days"> & { days?: number };

export function useJarTell() {
  const client = useQueryClient();
  const mutation = useMutation({
    mutationFn: (told: Told) => api.tellJars({ days: 7, ...told, id: newId() }),
    onSuccess: () => {
      client.invalidateQueries({ queryKey: ["jars-found"] });
      client.invalidateQueries({ queryKey: ["jar"] });
      client.invalidateQueries({ queryKey: ["trace"] });
      client.invalidateQueries({ queryKey: ["shelf"] });
      client.invalidateQueries({ queryKey: ["alive"] });
    },
  });
  const last = mutation.data && mutation.variables?.kind !== "undo" ? mutation.data.id : null;
  return {
    tell: (told: Told) => !mutation.isPending && mutation.mutate(told),
    busy: mutation.isPending,
    error: mutation.error,
    /** What was told last here, to be taken back. */
    last,
    undo: () => last && mutation.mutate({ kind: "undo", jars: [], of: last, to: "", note: "" }),
  };
}
