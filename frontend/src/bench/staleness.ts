/** Whether the verdict on the screen still answers the text: told to the few parts that must know, past those that need not. */
import { createContext } from "react";

export const Stale = createContext(false);
