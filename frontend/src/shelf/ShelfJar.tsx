/** A small jar on a board, in proportion to the others beside it. */
import type { Jar, ShelfBatch } from "../api/client";

const FILLS = ["#7fa35f", "#a8434a", "#c99b3b", "#93a854", "#b5653f", "#6b7f4a"];

export function ShelfJar({
  jar,
  seed,
  standing,
}: {
  jar: Jar | undefined;
  seed: string;
  standing: ShelfBatch["standing"];
}) {
  const body = jar?.body_mm ?? 76;
  const depth = jar?.depth_mm ?? 121;
  const mouth = jar?.mouth_mm ?? 60;
  const scale = 0.42;
  const number = Number.parseInt(seed.slice(3), 10) || 0;
  const fill = FILLS[number % FILLS.length];
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
      <rect x={-m / 2 - 1} y={-4} width={m + 2} height={7} fill="var(--chakra-colors-ink)" rx="1" />
      <rect
        x={-w / 2 + 4}
        y={h * 0.42}
        width={w - 8}
        height={h * 0.34}
        fill="var(--chakra-colors-whey-50)"
        opacity="0.92"
      />
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
