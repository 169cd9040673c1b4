/** Telling the server what happened. One tap is one event, however often it is pressed or sent again. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, type Batch, type EventIn, newId } from "../api/client";

const SETTLE_MS = 700;

export function useTell(batch: Batch) {
  const client = useQueryClient();
  const id = batch.snapshot.id;
  const moment = `${batch.state.last_tap?.id ?? ""}`;
  const [armed, setArmed] = useState(true);
  const pending = useRef<Map<string, string>>(new Map());
  const seen = useRef(moment);
  // After every change the buttons rest for a moment: the second half of a double tap must not press the next one.
  useEffect(() => {
    if (seen.current === moment) return;
    seen.current = moment;
    pending.current.clear();
    setArmed(false);
    const timer = setTimeout(() => setArmed(true), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [moment]);
  const mutation = useMutation({
    mutationFn: (event: EventIn) => api.tell(id, event),
    onSuccess: (next) => {
      client.setQueryData(["batch", id], next);
      client.invalidateQueries({ queryKey: ["batches"] });
      client.invalidateQueries({ queryKey: ["shelf"] });
    },
    onError: () => {
      client.invalidateQueries({ queryKey: ["batch", id] });
    },
  });
  // Jars are told one after another, each by buttons of its own that stay where they are: there is nothing to rest for.
  const tell = (event: Omit<EventIn, "id">) => {
    if (!armed && event.kind !== "seal" && event.kind !== "moved" && event.kind !== "spoiled") return;
    const key = JSON.stringify(event);
    const known = pending.current.get(key) ?? newId();
    pending.current.set(key, known);
    mutation.mutate({ ...event, id: known } as EventIn);
  };
  return { tell, armed, error: mutation.error?.message ?? null };
}
