/** A jar drawn from its own measures, with what is in it and the headspace against a stepped gauge. */
import { memo, type ReactNode, useId } from "react";
import type { Jar } from "../api/client";
import { jarShape, LID, WALL } from "./jarShape";
import { inchesOf } from "./measures";

export type Contents = "whole" | "chopped";

interface Props {
  jar: Jar;
  headspaceMm: number;
  /** What the level should be, drawn as the gauge's step; the headspace itself may differ. */
  wantedMm: number;
  contents: Contents;
  hue?: "green" | "red" | "gold";
  height?: number;
  faded?: boolean;
}

const HUES = {
  green: ["#7fa35f", "#93b570", "#6b9050", "#a3be7d"],
  red: ["#a8434a", "#bd5a52", "#8f3542", "#c77a5e"],
  gold: ["#c99b3b", "#d8b25a", "#b88527", "#e0c47c"],
};

/** A small repeatable scatter, so that a drawing does not dance between renders. */
function scatter(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648;
  };
}

function pieces(
  contents: Contents,
  left: number,
  width: number,
  top: number,
  bottom: number,
  hue: string[],
): ReactNode[] {
  const next = scatter(7);
  const out: ReactNode[] = [];
  if (contents === "whole") {
    const count = Math.round(width / 7.5);
    for (let index = 0; index < count; index++) {
      const x = left + 2 + (index * (width - 4)) / count;
      const start = top + 3 + next() * 9;
      const lean = (next() - 0.5) * 3;
      out.push(
        <line
          key={index}
          x1={x + 3}
          y1={start}
          x2={x + 3 + lean}
          y2={bottom - 3}
          stroke={hue[index % hue.length]}
          strokeWidth={5.6}
          strokeLinecap="round"
        />,
      );
    }
    return out;
  }
  for (let index = 0; index < (width * (bottom - top)) / 34; index++) {
    const size = 3 + next() * 3.4;
    const x = left + 2 + next() * (width - size - 4);
    const y = top + 1 + next() * (bottom - top - size - 2);
    out.push(
      <rect
        key={index}
        x={x}
        y={y}
        width={size}
        height={size}
        rx={1.2}
        fill={hue[index % hue.length]}
        transform={`rotate(${next() * 60} ${x} ${y})`}
      />,
    );
  }
  return out;
}

export const JarDrawing = memo(function JarDrawing({
  jar,
  headspaceMm,
  wantedMm,
  contents,
  hue = "green",
  height = 340,
  faded = false,
}: Props) {
  const clip = useId();
  const { depth_mm: depth, mouth_mm: mouth, body_mm: body } = jar;
  const { outline, inside, neck, shoulder, half } = jarShape(jar);
  const right = half + WALL + 10;
  const lid = LID;
  const gaugeWidth = 46;
  const view = { x: -half - 12, y: -lid - 8, w: body + 24 + gaugeWidth + 8, h: depth + lid + 18 };
  const step = (mm: number) => Math.max(0, mm);
  return (
    <svg
      role="img"
      aria-label={`${jar.title} jar, ${headspaceMm.toFixed(0)} mm (${inchesOf(headspaceMm)} in) of headspace; the formula has ${wantedMm.toFixed(0)} mm.`}
      viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`}
      height={height}
      width={(height * view.w) / view.h}
      style={{ maxWidth: "100%", opacity: faded ? 0.4 : 1, transition: "opacity 60ms" }}
    >
      <defs>
        <clipPath id={clip}>
          <path d={inside} />
        </clipPath>
      </defs>
      <path d={inside} fill="var(--chakra-colors-whey-50)" />
      <g clipPath={`url(#${clip})`}>
        <rect x={-half} y={step(headspaceMm)} width={body} height={depth} fill="#e3e6b4" />
        {pieces(contents, -half, body, step(headspaceMm), depth, HUES[hue])}
        <rect
          x={-half}
          y={step(headspaceMm)}
          width={body}
          height={1.2}
          fill="var(--chakra-colors-ink)"
          opacity="0.55"
        />
        <rect
          x={-half + 4}
          y={neck + shoulder}
          width={3.5}
          height={depth - neck - shoulder - 14}
          fill="#ffffff"
          opacity="0.5"
          rx="2"
        />
      </g>
      <path d={outline} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="1.8" strokeLinecap="round" />
      <rect
        x={-mouth / 2 - WALL - 1.5}
        y={-lid}
        width={mouth + WALL * 2 + 3}
        height={lid}
        fill="var(--chakra-colors-ink)"
        rx="1"
      />
      <rect
        x={-mouth / 2 - WALL - 1.5}
        y={2}
        width={mouth + WALL * 2 + 3}
        height={11}
        fill="var(--chakra-colors-whey-400)"
        opacity="0.5"
        rx="1.5"
      />
      {/* The gauge: a comb whose steps are the usual headspaces; the wanted one is filled. */}
      <g transform={`translate(${right} 0)`} fontFamily="'Bricolage Grotesque Variable', sans-serif">
        {[3.2, 6.4, 12.7, 25.4].map((tooth, index) => {
          const wanted = Math.abs(tooth - wantedMm) < 1.7;
          const names = ["1/8", "1/4", "1/2", "1"];
          return (
            <g key={tooth}>
              <rect
                x={index * 8.5}
                y={0}
                width={7}
                height={tooth}
                fill={wanted ? "var(--chakra-colors-ink)" : "none"}
                stroke="var(--chakra-colors-ink)"
                strokeWidth="0.9"
              />
              {wanted && (
                <text
                  x={0}
                  y={tooth + 9}
                  style={{ fontSize: "8.5px", fontWeight: 650 }}
                  fill="var(--chakra-colors-ink)"
                >
                  {names[index]} in
                </text>
              )}
              {wanted && (
                <text x={0} y={tooth + 18} style={{ fontSize: "7.5px" }} fill="var(--chakra-colors-ink-soft)">
                  {wantedMm.toFixed(0)} mm
                </text>
              )}
            </g>
          );
        })}
        <line
          x1={-right - half + 2}
          x2={34}
          y1={step(wantedMm)}
          y2={step(wantedMm)}
          stroke="var(--chakra-colors-ink)"
          strokeWidth="0.7"
          strokeDasharray="2.5 2"
        />
      </g>
    </svg>
  );
});
