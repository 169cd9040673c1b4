/** Telling the server what happened. One tap is one event, however often it is pressed or sent again. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type Alive, api, type Batch, type EventIn, newId, type Stove, type Tap } from "../api/client";
import { useChanged } from "../api/queries";
import { keep } from "./kept";

const SETTLE_MS = 700;
const ANSWER_MS = 4000;
const RESTLESS: readonly Tap["kind"][] = ["seal", "seals", "moved", "spoiled", "again", "brine", "pan"];
/** What a kept tap is called while it waits. */
const SAYS: Partial<Record<Tap["kind"], string>> = {
  boiling: "It boils",
  "boiled-on": "It boiled on",
  "boil-lost": "Boil lost",
  "heat-off": "Heat is off",
  lifted: "Jars are out",
  loaded: "Lid on",
  "jar-in": "Jar in",
  task: "A task",
  step: "A step",
  undo: "Taken back",
};

export function useTell(batch: Batch) {
  const client = useQueryClient();
  const changed = useChanged();
  const id = batch.snapshot.id;
  const moment = `${batch.state.last_tap?.id ?? ""}`;
  // After every change the buttons rest for a moment: the second half of a double tap must not press the next one. They
  // rest from the very drawing that shows them: a state set after it would leave an instant in which a press goes through.
  const [rested, setRested] = useState(moment);
  // While a tap is on its way its answer will change what stands under the thumb: a press meant for the next button would
  // be thrown away with the old one. Where no answer comes they wake again, and the same tap is sent under its old id.
  const [sentFrom, setSentFrom] = useState<string | null>(null);
  const sending = sentFrom === moment;
  const armed = rested === moment && !sending;
  const pending = useRef<Map<string, string>>(new Map());
  useEffect(() => {
    if (rested === moment) return;
    pending.current.clear();
    const timer = setTimeout(() => setRested(moment), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [rested, moment]);
  useEffect(() => {
    if (!sending) return;
    const timer = setTimeout(() => setSentFrom(null), ANSWER_MS);
    return () => clearTimeout(timer);
  }, [sending]);
  const mutation = useMutation({
    mutationFn: (event: EventIn) => api.tell(id, event),
    onSuccess: (next) => {
      client.setQueryData(["batch", id], next);
      // On the Stove of all batches too, until it is asked for anew.
      client.setQueryData<Stove>(
        ["stove"],
        (old) =>
          old && { ...old, now: next.now, batches: old.batches.map((one) => (one.snapshot.id === id ? next : one)) },
      );
      client.invalidateQueries({ queryKey: ["stove"] });
      changed();
    },
    // After an answer the moment is another and nothing is being sent from it; only a refusal leaves it as it was.
    onError: (refusal, event) => {
      if (refusal.gone)
        keep({
          batch: id,
          number: batch.snapshot.number,
          says: SAYS[event.kind] ?? "A tap",
          event,
          seen: batch.state.last_tap?.id ?? null,
          server: client.getQueryData<Alive>(["alive"])?.server ?? "",
        });
      setSentFrom(null);
      client.invalidateQueries({ queryKey: ["batch", id] });
      client.invalidateQueries({ queryKey: ["stove"] });
    },
  });
  // Jars and measures are told one after another, each by buttons of its own that stay where they are: nothing to rest for.
  const tell = (event: Tap) => {
    if (!RESTLESS.includes(event.kind)) {
      if (!armed) return;
      setSentFrom(moment);
    }
    const key = JSON.stringify(event);
    const known = pending.current.get(key) ?? newId();
    pending.current.set(key, known);
    mutation.mutate({ ...event, id: known } as EventIn);
  };
  // A tap without an answer is kept, and stands with the news that the server is away.
  const error = mutation.error?.gone ? null : (mutation.error?.message ?? null);
  return { tell, armed, sending, error };
}
