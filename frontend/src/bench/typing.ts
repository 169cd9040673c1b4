/** The line that is being typed: its slip waits until it is left, or for a second and a half. A half-typed line has no faults yet. */
import { create } from "zustand";

const WAITS_MS = 1500;

const useTyping = create<{ line: number | null }>()(() => ({ line: null }));
let timer: ReturnType<typeof setTimeout> | undefined;

const done = () => {
  clearTimeout(timer);
  if (useTyping.getState().line !== null) useTyping.setState({ line: null });
};

/** A key changed this line. */
export function onTyping(line: number): void {
  clearTimeout(timer);
  timer = setTimeout(done, WAITS_MS);
  useTyping.setState({ line });
}

/** The caret stands in this line now; in none when the sheet is left. */
export function onCaret(line: number | null): void {
  if (line !== useTyping.getState().line) done();
}

export const useTypedLine = (): number | null => useTyping((typing) => typing.line);
