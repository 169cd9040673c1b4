/** The recipe as a sheet of ruled lines that can be typed over; lines that a finding touches are marked in the gutter. */
import { memo, useLayoutEffect, useRef } from "react";
import type { Verdict } from "../api/client";
import { linesOf } from "../draft/draft";
import type { LEVELS } from "../look/levels";
import { onCaret, onTyping } from "./typing";

interface Props {
  text: string;
  marks: Verdict["marks"];
  /** The part that each stretch of lines plays. */
  blocks: Verdict["blocks"];
  stale: boolean;
  onChange: (text: string) => void;
  /** Tells where each line begins, in pixels from the sheet's top, after every layout. */
  onLines?: (tops: number[]) => void;
}

type Role = Verdict["blocks"][number]["role"];

/** The part of each line. While a verdict is on its way, a line that was there before keeps its part, wherever it now stands. */
function useRoles(lines: string[], blocks: Verdict["blocks"], stale: boolean): (Role | null)[] {
  const known = useRef(new Map<string, Role>());
  if (stale) return lines.map((line) => known.current.get(line) ?? null);
  const roles: (Role | null)[] = lines.map(() => null);
  for (const block of blocks) roles.fill(block.role, block.from - 1, block.to);
  known.current = new Map(lines.flatMap((line, index) => (roles[index] ? [[line, roles[index]]] : [])));
  return roles;
}

/** One ruled line behind the field. Plain elements and remembered: at every keystroke all lines but one are as they were. */
const Ruled = memo(function Ruled({
  number,
  text,
  level,
  role,
}: {
  number: number;
  text: string;
  level: keyof typeof LEVELS | null;
  role: Role | null;
}) {
  return (
    <div className="ruled" data-mark={level ?? undefined} data-role={role ?? undefined}>
      <span className="ruled-number">{number}</span>
      {level && level !== "note" ? <span className="ruled-edge" /> : null}
      <span className="ruled-text">{text || "\u200b"}</span>
    </div>
  );
});

/** The line that the caret stands in. */
const lineAt = (field: HTMLTextAreaElement) => linesOf(field.value.slice(0, field.selectionStart)).length;

export function Sheet({ text, marks, blocks, stale, onChange, onLines }: Props) {
  const mirror = useRef<HTMLDivElement>(null);
  const lines = linesOf(text);
  const roles = useRoles(lines, blocks, stale);
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
          <Ruled
            // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the text
            key={index}
            number={index + 1}
            text={line}
            level={worst.get(index + 1) ?? null}
            role={roles[index] ?? null}
          />
        ))}
      </div>
      <textarea
        className="sheet-text sheet-field"
        aria-label="The recipe, one ingredient to a line"
        value={text}
        spellCheck={false}
        autoCapitalize="off"
        placeholder="Paste a recipe here, one ingredient to a line"
        onChange={(event) => {
          onTyping(lineAt(event.target));
          onChange(event.target.value);
        }}
        onSelect={(event) => onCaret(lineAt(event.currentTarget))}
        onBlur={() => onCaret(null)}
      />
    </div>
  );
}
