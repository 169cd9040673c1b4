/** A small jar on a board, in proportion to the others beside it. */
import type { Jar, ShelfBatch } from "../api/client";

/** The food's own colour, as the reference names it; where nobody knows, one of glass. */
const FILLS: Record<string, string> = {
  green: "#7fa35f",
  red: "#a8434a",
  orange: "#c9772f",
  yellow: "#d3b03f",
  white: "#d9d3b4",
  brown: "#85603c",
  purple: "#74507f",
};
const GLASS = "#9aa79a";

export function ShelfJar({
  jar,
  colour,
  standing,
  told = "",
}: {
  jar: Jar | undefined;
  colour: string;
  standing: ShelfBatch["standing"];
  /** An open one, or one that is to go out. */
  told?: "" | "o" | "x";
}) {
  const body = jar?.body_mm ?? 76;
  const depth = jar?.depth_mm ?? 121;
  const mouth = jar?.mouth_mm ?? 60;
  const scale = 0.42;
  const fill = FILLS[colour] ?? GLASS;
  const [w, h, m] = [body * scale, depth * scale, mouth * scale];
  return (
    <svg width={w + 4} height={h + 8} viewBox={`${-w / 2 - 2} -6 ${w + 4} ${h + 8}`} aria-hidden="true">
      <path
        d={`M${-m / 2} 4 C${-m / 2} 8 ${-w / 2} 7 ${-w / 2} 13 V${h - 3} Q${-w / 2} ${h} ${-w / 2 + 3} ${h} H${w / 2 - 3} Q${w / 2} ${h} ${w / 2} ${h - 3} V13 C${w / 2} 7 ${m / 2} 8 ${m / 2} 4 Z`}
        fill={fill}
        opacity={standing === "waiting" ? 0.55 : 1}
        stroke="var(--chakra-colors-ink)"
        strokeWidth="1.8"
      />
      {told === "o" ? (
        <path d={`M${-m / 2} 3 H${m / 2}`} stroke="var(--chakra-colors-ink)" strokeWidth="2" />
      ) : (
        <rect x={-m / 2 - 1} y={-4} width={m + 2} height={7} fill="var(--chakra-colors-ink)" rx="1" />
      )}
      <rect x={-w / 2 + 4} y={h * 0.42} width={w - 8} height={h * 0.34} fill="#fbfbf3" opacity="0.92" />
      {standing === "waiting" && told === "" && (
        <circle cx="0" cy={h * 0.59} r="4.500" fill="none" stroke="#1e2a22" strokeWidth="1.6" />
      )}
      {standing === "use-first" && told === "" && (
        <path d={`M-5 ${h * 0.52} L3 ${h * 0.59} L-5 ${h * 0.66} Z`} fill="#1e2a22" />
      )}
      {told === "x" && (
        <path
          d={`M${-w / 2 + 2} ${h * 0.2} L${w / 2 - 2} ${h - 4} M${w / 2 - 2} ${h * 0.2} L${-w / 2 + 2} ${h - 4}`}
          stroke="var(--chakra-colors-beet-600)"
          strokeWidth="3"
        />
      )}
      {standing === "past-best" && (
        <path
          d={`M${-w / 2 + 7} ${h * 0.48} l${w - 14} ${h * 0.22}`}
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.6"
        />
      )}
    </svg>
  );
}
