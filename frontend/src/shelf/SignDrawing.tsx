/** What may be seen on a jar, drawn: a jar and on it the one thing that is meant; of a bite, a sauce or a taste what lies on the spoon. */
import type { ReactNode } from "react";

const INK = "var(--chakra-colors-ink)";
const PAPER = "var(--chakra-colors-whey-50)";
const BRINE = "var(--chakra-colors-brine-300)";
const GREEN = "#7fa35f";
const WARN = "var(--chakra-colors-beet-600)";

const thin = { fill: "none", stroke: INK, strokeWidth: 2, strokeLinecap: "round" as const };
const mark = { fill: "none", stroke: WARN, strokeWidth: 3, strokeLinecap: "round" as const };
const dot = (x: number, y: number, r: number, fill: string, key = `${x}-${y}`) => (
  <circle key={key} cx={x} cy={y} r={r} fill={fill} stroke={INK} strokeWidth="0.8" />
);
const spread = (many: number, top: number, high: number, draw: (x: number, y: number) => ReactNode) =>
  Array.from({ length: many }, (_, at) => draw(20 + ((at * 17) % 42), top + ((at * 23) % high)));
const pods = (fill: string) =>
  [24, 36, 48, 58].map((x, at) => (
    <rect
      key={x}
      x={x - 4}
      y={36 + (at % 2) * 5}
      width="8"
      height="44"
      rx="4"
      fill={fill}
      stroke={INK}
      strokeWidth="1"
    />
  ));
const halves = (fill: string) =>
  [
    [28, 44],
    [50, 50],
    [30, 66],
    [52, 72],
  ].map(([x, y]) => <ellipse key={`${x}${y}`} cx={x} cy={y} rx="10" ry="7" fill={fill} stroke={INK} strokeWidth="1" />);

/** The lid, where it is not simply down. */
const LIDS: Record<string, ReactNode> = {
  bulge: <path d="M20 14 Q40 -4 60 14 Z" fill={WARN} stroke={INK} strokeWidth="2" />,
  tilt: <rect x="18" y="4" width="44" height="8" rx="2" fill={INK} transform="rotate(-12 20 10)" />,
  click: (
    <>
      <rect x="18" y="8" width="44" height="8" rx="2" fill={INK} />
      <path d="M40 -2 V5 M36 1 L40 5 L44 1 M34 -4 L40 -8 L46 -4" {...mark} strokeWidth="2" />
    </>
  ),
  flat: (
    <>
      <rect x="18" y="8" width="44" height="8" rx="2" fill={INK} />
      <path d="M14 4 H66" {...mark} strokeDasharray="4 4" />
    </>
  ),
  crease: (
    <>
      <rect x="18" y="8" width="44" height="8" rx="2" fill={INK} />
      <path d="M28 6 L34 16 L38 6" {...mark} />
    </>
  ),
  rust: (
    <>
      <rect x="18" y="8" width="44" height="8" rx="2" fill={INK} />
      {[22, 30, 44, 54].map((x) => dot(x, 12, 3, "#b5653f"))}
    </>
  ),
  off: <rect x="50" y="-6" width="30" height="7" rx="2" fill={INK} transform="rotate(24 60 0)" />,
  under: <ellipse cx="40" cy="8" rx="26" ry="9" fill={PAPER} stroke={INK} strokeWidth="2.5" />,
};

/** Over the jar. */
const OVER: Record<string, ReactNode> = {
  "rim:seeds": [26, 34, 47, 55].map((x) => dot(x, 18, 2.4, "#c99b3b")),
  "under:mould": [30, 40, 50].map((x) => dot(x, 8, 4, "#6f8f8a")),
  "under:dark": <path d="M24 8 Q40 16 56 8" stroke={INK} strokeWidth="5" fill="none" />,
  "under:rust": [30, 42, 52].map((x) => dot(x, 8, 3, "#b5653f")),
  spurt: <path d="M40 14 V-6 M34 10 L26 -4 M46 10 L54 -4 M30 14 L18 6 M50 14 L62 6" {...mark} />,
  hiss: <path d="M14 2 L28 12 M66 2 L52 12 M16 18 H26 M64 18 H54" {...thin} />,
  "smell:bad": <path d="M28 4 q-5 -6 0 -10 q5 -4 0 -10 M40 4 q-5 -6 0 -10 q5 -4 0 -10" {...mark} />,
  "smell:none": <path d="M28 4 q-5 -6 0 -10 M40 4 q-5 -6 0 -10 M20 -12 L50 6" {...thin} />,
  "smell:cabbage": (
    <>
      <circle cx="30" cy="-2" r="8" fill={GREEN} stroke={INK} />
      <path d="M30 6 V-6 M30 0 l5 -4 M30 0 l-5 -4" {...thin} strokeWidth="1.2" />
    </>
  ),
  chip: <path d="M50 18 l6 8 l5 -8 Z" fill={PAPER} stroke={WARN} strokeWidth="2.5" />,
  crack: <path d="M22 28 L32 44 L26 54 L40 70 L34 84" {...mark} />,
  bottom: <path d="M14 84 L26 78 L34 90 L44 78 L54 90 L66 82" {...mark} />,
  drips: (
    <path d="M14 34 V60 M66 30 V70 M66 76 V80 M14 66 V70" stroke="#c99b3b" strokeWidth="5" strokeLinecap="round" />
  ),
  crust: [16, 24, 56, 64].map((x) => dot(x, 22, 3.4, "#9a9a86")),
  haze: (
    <path d="M18 40 L30 32 M18 54 L44 36 M20 68 L60 40 M34 76 L62 54" stroke={PAPER} strokeWidth="4" opacity="0.85" />
  ),
  film: <path d="M16 33 q6 -5 12 0 t12 0 t12 0 t12 0" stroke={PAPER} strokeWidth="6" fill="none" />,
  oil: <rect x="15" y="29" width="50" height="9" fill="#d9b53c" stroke={INK} strokeWidth="1" />,
  "oil:set": [20, 30, 40, 50, 58].map((x) => (
    <rect key={x} x={x} y="30" width="7" height="6" rx="2" fill={PAPER} stroke={INK} />
  )),
  "top:dark": <path d="M20 30 h8 v12 h-8 Z M34 30 h8 v12 h-8 Z M50 30 h8 v12 h-8 Z" fill="#5b4023" stroke={INK} />,
  gap: <path d="M70 20 V44 M66 20 H74 M66 44 H74" {...mark} />,
  "gap:half": <path d="M70 20 V60 M66 20 H74 M66 60 H74" {...mark} />,
  "float:garlic": [26, 40, 54].map((x) => (
    <path key={x} d={`M${x - 5} 36 q5 -12 10 0 Z`} fill={PAPER} stroke={INK} strokeWidth="1.4" />
  )),
  cloud: <path d="M16 36 H64 V80 Q64 84 60 84 H20 Q16 84 16 80 Z" fill={PAPER} opacity="0.72" />,
  "bubbles:rise": (
    <>
      {spread(9, 40, 38, (x, y) => dot(x, y, 3, PAPER))}
      <path d="M70 70 V38 M66 44 L70 38 L74 44" {...mark} />
    </>
  ),
  "bubbles:boil": (
    <>
      {spread(8, 40, 38, (x, y) => dot(x, y, 3, PAPER))}
      <path d="M26 -2 q-4 -5 0 -8 M40 -2 q-4 -5 0 -8 M54 -2 q-4 -5 0 -8" {...thin} />
    </>
  ),
  "bubbles:still": [dot(18, 46, 4, PAPER), dot(62, 58, 5, PAPER), dot(19, 70, 4, PAPER)],
  ropy: <path d="M40 22 V44 q-8 6 0 12 q8 6 0 12 q-8 6 0 12" stroke={PAPER} strokeWidth="5" fill="none" />,
  "layer:white": <rect x="16" y="76" width="48" height="8" fill={PAPER} stroke={INK} strokeWidth="1" />,
  "layer:seeds": [20, 27, 34, 41, 48, 55, 61].map((x) => dot(x, 80, 2.6, "#c99b3b")),
  "layer:grit": [20, 25, 31, 37, 42, 49, 55, 60].map((x, at) => (
    <path key={x} d={`M${x} ${80 - (at % 3) * 2} l3 -3 l2 4 Z`} fill={PAPER} stroke={INK} strokeWidth="0.8" />
  )),
  "dots:white": spread(8, 42, 36, (x, y) => dot(x, y, 2.2, PAPER)),
  "dots:yellow": spread(8, 42, 36, (x, y) => dot(x, y, 2.2, "#e5c53a")),
  crystals: [
    [24, 44],
    [44, 52],
    [30, 66],
    [54, 70],
  ].map(([x, y]) => <path key={x} d={`M${x} ${y} l5 -6 l5 6 l-5 6 Z`} fill={PAPER} stroke={INK} strokeWidth="1.2" />),
};

/** What is in the jar, where it is not green pods in clear brine. */
const INSIDE: Record<string, { liquid?: string; food?: ReactNode; top?: number }> = {
  "tint:pink": { liquid: "#e8a9b4" },
  "tint:red": { liquid: "#c8686f" },
  "tint:blue": { liquid: "#8a8fc0", food: halves("#6d63a6") },
  "pieces:garlic-blue": {
    food: [26, 42, 56].map((x, at) => (
      <path key={x} d={`M${x - 7} ${52 + at * 10} q7 -18 14 0 Z`} fill="#5fa3a0" stroke={INK} />
    )),
  },
  "pieces:pink": { food: halves("#e7a5b4") },
  "fruit:pink": { food: halves("#e2949f") },
  "fruit:brown": { food: halves("#94704a") },
  "fruit:pale": { food: halves("#e3c9cd") },
  "pieces:dark": { food: pods("#4b4a3c") },
  "pieces:bright": { food: pods("#25d04e") },
  "pieces:pale": { food: pods("#c9cfa8") },
  "pieces:olive": { food: pods("#7a7a35") },
  "float:pieces": {
    food: [24, 36, 48, 58].map((x) => (
      <rect key={x} x={x - 4} y="30" width="8" height="22" rx="4" fill={GREEN} stroke={INK} strokeWidth="1" />
    )),
  },
  gap: { top: 44 },
  "gap:half": { top: 60 },
};

/** On a fork or a spoon, in a pot, or on the calendar: what no jar can show. */
const APART: Record<string, ReactNode> = {
  slip: (
    <>
      <path d="M12 56 Q40 30 68 50" stroke={GREEN} strokeWidth="16" strokeLinecap="round" fill="none" />
      <path d="M14 48 Q40 22 66 42 M30 66 q4 8 0 12 M52 60 q4 8 0 12" {...mark} strokeWidth="2" />
    </>
  ),
  bend: <path d="M14 34 Q30 78 66 66" stroke={GREEN} strokeWidth="16" strokeLinecap="round" fill="none" />,
  broken: (
    <>
      <rect x="10" y="36" width="22" height="16" rx="4" fill={GREEN} stroke={INK} />
      <path d="M38 52 l8 -12 l10 6 l-4 12 Z M58 66 l10 -4 l-2 10 Z M30 68 l12 -2 l-4 9 Z" fill={GREEN} stroke={INK} />
    </>
  ),
  raw: (
    <>
      <ellipse cx="40" cy="50" rx="28" ry="20" fill={GREEN} stroke={INK} strokeWidth="2" />
      <ellipse cx="40" cy="50" rx="14" ry="9" fill={PAPER} stroke={INK} />
    </>
  ),
  shrivel: (
    <path
      d="M10 50 q6 -14 12 -8 t12 -2 t12 2 t12 0 q10 4 12 8 q-8 12 -14 6 t-12 4 t-12 -2 t-12 0 q-8 -2 -10 -8 Z"
      fill={GREEN}
      stroke={INK}
      strokeWidth="2"
    />
  ),
  hollow: (
    <>
      <ellipse cx="40" cy="50" rx="28" ry="20" fill={GREEN} stroke={INK} strokeWidth="2" />
      <path d="M26 50 q14 -14 28 0 q-14 14 -28 0 Z" fill={INK} />
    </>
  ),
  skin: (
    <>
      <ellipse cx="40" cy="50" rx="26" ry="18" fill="#a8434a" stroke={INK} strokeWidth="6" />
      <path d="M60 38 q12 -6 14 -16" {...thin} strokeWidth="4" />
    </>
  ),
  string: (
    <>
      <rect x="12" y="42" width="56" height="16" rx="8" fill={GREEN} stroke={INK} strokeWidth="2" />
      <path d="M16 46 H76 M16 50 H80 M16 54 H74" {...thin} strokeWidth="1.6" />
    </>
  ),
  parted: (
    <>
      <path d="M10 40 H70 V56 H10 Z" fill="#a8434a" stroke={INK} />
      <path d="M10 56 H70 V74 H10 Z" fill={BRINE} stroke={INK} />
    </>
  ),
  thin: (
    <>
      <path d="M10 46 Q40 40 70 46 V74 H10 Z" fill="#d3777c" stroke={INK} opacity="0.7" />
      <path d="M40 18 V38 M36 30 L40 38 L44 30" {...thin} />
    </>
  ),
  thick: (
    <>
      <path d="M10 60 Q24 22 40 40 Q56 22 70 60 V74 H10 Z" fill="#8d3a34" stroke={INK} strokeWidth="2" />
    </>
  ),
  crust: (
    <>
      <path d="M10 50 H70 V74 H10 Z" fill="#8d3a34" stroke={INK} />
      <path d="M8 50 l8 -6 l6 5 l8 -7 l8 7 l8 -6 l8 6 l8 -5 l8 6" {...thin} strokeWidth="3" />
    </>
  ),
  black: (
    <>
      <path d="M10 40 H70 V74 H10 Z" fill="#b5653f" stroke={INK} />
      {[18, 28, 38, 50, 62].map((x, at) => dot(x, 50 + (at % 3) * 8, 2.6, INK))}
    </>
  ),
  burnt: (
    <>
      <path d="M12 34 H68 V62 H12 Z" fill="#b5653f" stroke={INK} strokeWidth="2" />
      <path d="M12 62 H68 V74 H12 Z" fill={INK} />
      <path d="M26 26 q-4 -6 0 -10 M40 26 q-4 -6 0 -10 M54 26 q-4 -6 0 -10" {...thin} />
    </>
  ),
  clock: (
    <>
      <circle cx="40" cy="48" r="28" fill={PAPER} stroke={INK} strokeWidth="3" />
      <path d="M40 48 V28 M40 48 L52 54" {...mark} />
      <path d="M40 48 L40 20 A28 28 0 0 1 64 62 Z" fill={WARN} opacity="0.25" />
    </>
  ),
  bottle: (
    <>
      <path d="M32 12 h16 v16 l10 12 v44 h-36 v-44 l10 -12 Z" fill={BRINE} stroke={INK} strokeWidth="2.5" />
      <text x="40" y="66" fontSize="17" fontWeight="700" textAnchor="middle" fill={INK}>
        4 %
      </text>
    </>
  ),
  label: (
    <>
      <rect x="14" y="28" width="52" height="40" fill={PAPER} stroke={INK} strokeWidth="2.5" />
      <text x="40" y="58" fontSize="30" fontWeight="700" textAnchor="middle" fill={WARN}>
        ?
      </text>
    </>
  ),
  date: (
    <>
      <rect x="14" y="22" width="52" height="52" fill={PAPER} stroke={INK} strokeWidth="2.5" />
      <path d="M14 36 H66" {...thin} />
      <text x="40" y="64" fontSize="24" fontWeight="700" textAnchor="middle" fill={INK}>
        18+
      </text>
    </>
  ),
  one: (
    <>
      {[10, 32, 54].map((x, at) => (
        <g key={x}>
          <rect
            x={x}
            y="30"
            width="17"
            height="44"
            rx="3"
            fill={at === 1 ? "#b5653f" : GREEN}
            stroke={INK}
            strokeWidth="2"
          />
          <rect x={x + 1} y="24" width="15" height="6" fill={INK} />
        </g>
      ))}
    </>
  ),
  frost: (
    <path
      d="M40 18 V78 M14 33 L66 63 M66 33 L14 63 M34 24 L40 30 L46 24 M34 72 L40 66 L46 72"
      stroke="var(--chakra-colors-frost-600)"
      strokeWidth="4"
      fill="none"
      strokeLinecap="round"
    />
  ),
  sun: (
    <>
      <circle cx="40" cy="48" r="14" fill="#e5c53a" stroke={INK} strokeWidth="2" />
      <path
        d="M40 22 V28 M40 68 V74 M14 48 H20 M60 48 H66 M22 30 L27 35 M53 61 L58 66 M58 30 L53 35 M27 61 L22 66"
        {...thin}
        strokeWidth="3"
      />
    </>
  ),
  cold: (
    <>
      <rect
        x="18"
        y="14"
        width="44"
        height="66"
        rx="3"
        fill="var(--chakra-colors-frost-100)"
        stroke={INK}
        strokeWidth="2.5"
      />
      <path d="M18 36 H62 M24 24 V30 M24 44 V54" {...thin} />
    </>
  ),
};
const TASTES: Record<string, string> = {
  chalk: "#e8e6dc",
  metal: "#9aa3a8",
  dull: "#d7d3b8",
  bitter: "#6b6a3a",
  clove: "#7a4a2a",
  sour: "#d9dc5a",
  sweet: "#e2a65a",
  salt: "#f5f5f0",
};

function Apart({ kind, name }: { kind: string; name: string }) {
  if (kind === "word")
    return (
      <>
        <ellipse cx="40" cy="36" rx="20" ry="24" fill={PAPER} stroke={INK} strokeWidth="2.5" />
        <ellipse cx="40" cy="38" rx="14" ry="16" fill={TASTES[name] ?? PAPER} stroke={INK} strokeWidth="1.2" />
        <path d="M40 60 V92" stroke={INK} strokeWidth="5" strokeLinecap="round" />
      </>
    );
  return <>{APART[name]}</>;
}

/** `draw`: what is drawn, one over the other; decoration beside the words that name it. */
export function SignDrawing({ draw, size = 84 }: { draw: readonly string[]; size?: number }) {
  const parts = draw.map((one) => one.split(":") as [string, string?]);
  const apart = parts.find(([kind]) => ["piece", "sauce", "word", "story"].includes(kind));
  const lid = parts.find(([kind, name]) => kind === "lid" && name && LIDS[name])?.[1];
  const inside = Object.assign({}, ...draw.map((one) => INSIDE[one] ?? {})) as (typeof INSIDE)[string];
  const top = inside.top ?? 32;
  return (
    <svg width={size} height={size * 1.2} viewBox="0 -18 80 114" aria-hidden="true">
      {apart ? (
        <Apart kind={apart[0]} name={apart[1] ?? ""} />
      ) : (
        <>
          <path d={`M15 ${top} H65 V80 Q65 85 60 85 H20 Q15 85 15 80 Z`} fill={inside.liquid ?? BRINE} />
          {inside.food ?? pods(GREEN)}
          <path
            d="M20 17 V22 Q14 25 14 30 V80 Q14 86 20 86 H60 Q66 86 66 80 V30 Q66 25 60 22 V17"
            fill="none"
            stroke={INK}
            strokeWidth="2.5"
          />
          {lid ? LIDS[lid] : <rect x="18" y="8" width="44" height="8" rx="2" fill={INK} />}
          {draw.map((one) => (
            <g key={one}>{OVER[one]}</g>
          ))}
        </>
      )}
    </svg>
  );
}
