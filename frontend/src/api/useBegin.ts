/** Beginning a batch: one intention is one batch, however often it is pressed and whatever becomes of the answer. */
import { useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { api, type BeginIn, newId } from "./client";
import { useChanged } from "./queries";

type Asked = Omit<BeginIn, "id" | "short_known" | "ask_steps"> & { short_known?: boolean };

export function useBegin() {
  const navigate = useNavigate();
  const changed = useChanged();
  const id = useRef(newId());
  const begin = useMutation({
    mutationFn: (asked: Asked) => api.begin({ short_known: false, ask_steps: true, ...asked, id: id.current }),
    onSuccess: async (batch) => {
      await changed();
      navigate(`/stove/${batch.snapshot.id}`);
    },
    // A refusal began nothing, and what is pressed next is another intention. Where no answer came it may have been begun:
    // the same id again is the same batch.
    onError: (refusal) => {
      if (!refusal.gone) id.current = newId();
    },
  });
  // Asked again, with what was asked about.
  const again = (more: Partial<Asked>) => begin.variables && begin.mutate({ ...begin.variables, ...more });
  return { ...begin, again };
}
