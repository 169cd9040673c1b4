/** What is asked now, and whether the verdict on the screen answers it: told to the few parts that must know, past those that
 *  need not. */
import { createContext } from "react";
import type { CheckIn } from "../api/client";

export interface Asking {
  question: CheckIn;
  stale: boolean;
}

export const Judging = createContext<Asking>({ question: {}, stale: false });
