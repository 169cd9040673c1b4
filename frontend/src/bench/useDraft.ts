/** The batch in the making: its text and circumstances, kept on this device so that a reload loses nothing. */
import { useEffect, useState } from "react";
import type { CheckIn } from "../api/client";

export interface Draft {
  text: string;
  jar: string | null;
  method: "bath" | "steam";
  formulaId: string | null;
}

const KEY = "rheum.draft";

export const EXAMPLE = `Dilled beans, with a bit more garlic

4 lb green beans, trimmed, cut to the jar
8 heads dill
12 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
1 tsp dried chilli flakes
2 cups ramps, chopped

Method:
Raw pack into pint jars, leaving 1/2 inch headspace.
Process 5 minutes in boiling water.
`;

export const emptyDraft = (text = ""): Draft => ({ text, jar: null, method: "bath", formulaId: null });

function stored(): Draft {
  try {
    const saved = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Draft> | null;
    if (saved && typeof saved.text === "string") return { ...emptyDraft(), ...saved, text: saved.text };
  } catch {
    // A draft that cannot be read is no draft.
  }
  return emptyDraft(EXAMPLE);
}

export function useDraft(): [Draft, (change: Partial<Draft>) => void] {
  const [draft, setDraft] = useState(stored);
  useEffect(() => {
    try {
      localStorage.setItem(KEY, JSON.stringify(draft));
    } catch {
      // A full or forbidden store must not stop the work.
    }
  }, [draft]);
  return [draft, (change) => setDraft((now) => ({ ...now, ...change }))];
}

/** The question that a draft puts to the server. */
export function questionOf(
  draft: Draft,
  altitude: { value: number; unit: "m" | "ft" },
  measures: CheckIn["measures"],
): CheckIn {
  const question: CheckIn = { text: draft.text, method: draft.method, measures };
  if (altitude.unit === "m") question.altitude_m = altitude.value;
  else question.altitude_ft = altitude.value;
  if (draft.jar) question.jar = draft.jar;
  if (draft.formulaId) question.formula_id = draft.formulaId;
  return question;
}
