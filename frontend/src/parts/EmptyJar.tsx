/** An empty jar on the shelf, drawn to one scale, so that a row of them shows which is larger. */
import { memo } from "react";
import type { Jar } from "../api/client";
import { jarShape, LID, WALL } from "./jarShape";

interface Props {
  jar: Jar;
  /** Pixels to a millimetre. */
  scale: number;
  faded?: boolean;
}

export const EmptyJar = memo(function EmptyJar({ jar, scale, faded = false }: Props) {
  const { outline, inside, half } = jarShape(jar);
  const view = { x: -half - 7, y: -LID - 3, w: jar.body_mm + 14, h: jar.depth_mm + LID + 8 };
  return (
    <svg
      aria-hidden="true"
      viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`}
      width={view.w * scale}
      height={view.h * scale}
      style={{ opacity: faded ? 0.45 : 1, flex: "none" }}
    >
      <path d={inside} fill="var(--chakra-colors-whey-50)" />
      <path d={outline} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="2.2" strokeLinecap="round" />
      <rect
        x={-jar.mouth_mm / 2 - WALL}
        y={9}
        width={jar.mouth_mm + WALL * 2}
        height={2}
        fill="var(--chakra-colors-ink)"
        opacity="0.35"
      />
      <path
        d={`M${half - 9} ${jar.depth_mm * 0.34} v${jar.depth_mm * 0.4}`}
        stroke="var(--chakra-colors-frost-100)"
        strokeWidth="5"
        strokeLinecap="round"
      />
    </svg>
  );
});
