/** A small drawing of what a line of Today is about. */
import type { ReactNode } from "react";
import type { TodayLine } from "../api/client";

const INK = "var(--chakra-colors-ink)";
const line = { fill: "none", stroke: INK, strokeWidth: 2.4, strokeLinecap: "round" as const };
const jar = (fill: string, lid: ReactNode = <rect x="9" y="6" width="18" height="5" fill={INK} />) => (
  <>
    <path
      d="M10 12 Q6 14 6 18 V30 Q6 33 9 33 H27 Q30 33 30 30 V18 Q30 14 26 12 Z"
      fill={fill}
      stroke={INK}
      strokeWidth="2"
    />
    {lid}
  </>
);

const DRAWN: Record<TodayLine["kind"], ReactNode> = {
  save: jar(
    "var(--chakra-colors-brine-300)",
    <rect x="9" y="3" width="18" height="5" fill="var(--chakra-colors-beet-600)" transform="rotate(-12 12 6)" />,
  ),
  clock: (
    <>
      <circle cx="18" cy="19" r="14" fill="var(--chakra-colors-whey-50)" stroke={INK} strokeWidth="2.4" />
      <path d="M18 19 V10 M18 19 L24 23" {...line} />
    </>
  ),
  "last-day": (
    <>
      <rect
        x="7"
        y="3"
        width="22"
        height="31"
        rx="2"
        fill="var(--chakra-colors-frost-100)"
        stroke={INK}
        strokeWidth="2"
      />
      <path d="M7 13 H29 M11 7 V10 M11 17 V22" {...line} />
    </>
  ),
  seals: (
    <>
      <ellipse cx="18" cy="16" rx="14" ry="6" fill="var(--chakra-colors-whey-200)" stroke={INK} strokeWidth="2" />
      <path d="M12 16 Q18 20 24 16 M18 30 V22 M15 25 L18 21 L21 25" {...line} />
    </>
  ),
  day: <path d="M5 9 H31 M5 9 V32 H31 V9 M11 5 V12 M25 5 V12 M10 17 H18 M14 22 H26 M10 27 H20" {...line} />,
  look: (
    <>
      {jar("var(--chakra-colors-brine-300)")}
      <circle cx="24" cy="24" r="7" fill="none" stroke="var(--chakra-colors-beet-600)" strokeWidth="2.6" />
      <path d="M29 29 L34 34" stroke="var(--chakra-colors-beet-600)" strokeWidth="3" />
    </>
  ),
  lack: (
    <>
      <ellipse cx="18" cy="26" rx="13" ry="5" {...line} />
      <ellipse cx="18" cy="18" rx="13" ry="5" {...line} strokeDasharray="3 4" />
      <ellipse cx="18" cy="10" rx="13" ry="5" {...line} strokeDasharray="3 4" />
    </>
  ),
  "use-first": (
    <>
      {jar("#c99b3b")}
      <path d="M33 20 H38 M35.5 17 L38 20 L35.5 23" {...line} />
    </>
  ),
  copy: <path d="M6 6 H24 V28 H6 Z M12 12 H30 V34 H12 Z M17 20 H25 M17 26 H25" {...line} />,
  ready: (
    <>
      {jar("#7fa35f")}
      <path d="M11 22 L16 27 L25 17" stroke="var(--chakra-colors-whey-50)" strokeWidth="3.4" fill="none" />
    </>
  ),
};

export function TodayMark({ kind }: { kind: TodayLine["kind"] }) {
  return (
    <svg width="44" height="42" viewBox="0 0 40 38" aria-hidden="true">
      {DRAWN[kind]}
    </svg>
  );
}
