/** The recipe as a sheet of ruled lines that can be typed over; lines that a finding touches are marked in the gutter. */
import { memo, useLayoutEffect, useRef } from "react";
import type { Verdict } from "../api/client";
import { linesOf } from "../draft/draft";
import type { LEVELS } from "../look/levels";

interface Props {
  text: string;
  marks: Verdict["marks"];
  stale: boolean;
  onChange: (text: string) => void;
  /** Tells where each line begins, in pixels from the sheet's top, after every layout. */
  onLines?: (tops: number[]) => void;
}

/** One ruled line behind the field. Plain elements and remembered: at every keystroke all lines but one are as they were. */
const Ruled = memo(function Ruled({
  number,
  text,
  level,
}: {
  number: number;
  text: string;
  level: keyof typeof LEVELS | null;
}) {
  return (
    <div className="ruled" data-mark={level ?? undefined}>
      <span className="ruled-number">{number}</span>
      {level && level !== "note" ? <span className="ruled-edge" /> : null}
      <span className="ruled-text">{text || "\u200b"}</span>
    </div>
  );
});

export function Sheet({ text, marks, stale, onChange, onLines }: Props) {
  const mirror = useRef<HTMLDivElement>(null);
  const lines = linesOf(text);
  const worst = new Map(marks.map((mark) => [mark.line, mark.level]));
  useLayoutEffect(() => {
    const box = mirror.current;
    if (!box || !onLines) return;
    const measure = () => onLines(Array.from(box.children, (child) => (child as HTMLElement).offsetTop));
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(box);
    return () => watcher.disconnect();
  }, [onLines]);
  useLayoutEffect(() => {
    const box = mirror.current;
    if (box && onLines) onLines(Array.from(box.children, (child) => (child as HTMLElement).offsetTop));
  });
  return (
    <div className="sheet">
      <div className="sheet-rule" aria-hidden="true" />
      <div ref={mirror} className="sheet-text sheet-lines" aria-hidden="true" data-stale={stale}>
        {lines.map((line, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the text
          <Ruled key={index} number={index + 1} text={line} level={worst.get(index + 1) ?? null} />
        ))}
      </div>
      <textarea
        className="sheet-text sheet-field"
        aria-label="The recipe, one ingredient to a line"
        value={text}
        spellCheck={false}
        autoCapitalize="off"
        placeholder="Paste a recipe here, one ingredient to a line"
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}
