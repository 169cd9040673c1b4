/** A light kitchen or a dark one: as the device wishes, or by hand on this screen. */
import { create } from "zustand";

export type Look = "device" | "light" | "dark";
const NAME = "rheum.look";
const wish = matchMedia("(prefers-color-scheme: dark)");

function known(): Look {
  try {
    const look = localStorage.getItem(NAME);
    return look === "light" || look === "dark" ? look : "device";
  } catch {
    return "device";
  }
}

export const useLook = create<{ look: Look; choose: (look: Look) => void }>((set) => ({
  look: known(),
  choose: (look) => {
    try {
      localStorage.setItem(NAME, look);
    } catch {
      // It holds until the page is left.
    }
    set({ look });
    shown();
  },
}));

/** Puts the look on the page; on paper it is always light. */
export function shown(): void {
  const { look } = useLook.getState();
  const dark = look === "dark" || (look === "device" && wish.matches);
  document.documentElement.classList.toggle("dark", dark && !paper.matches);
}

const paper = matchMedia("print");
wish.addEventListener("change", shown);
paper.addEventListener("change", shown);
addEventListener("beforeprint", () => document.documentElement.classList.remove("dark"));
addEventListener("afterprint", shown);
