/** Jars cooling on a towel, apart from one another. */
export function CoolingDrawing({ jars, height = 110 }: { jars: number; height?: number }) {
  const shown = Math.min(jars, 6);
  return (
    <svg
      role="img"
      aria-label={`${jars} jars cooling on a towel`}
      viewBox="0 0 320 240"
      height={height}
      style={{ maxWidth: "100%" }}
    >
      <path
        d="M20 196h280l-8 18h-264z"
        fill="var(--chakra-colors-frost-100)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="3"
      />
      <path
        d="M40 214l-3 12M60 214l-3 12M260 214l3 12M280 214l3 12"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="3"
      />
      {Array.from({ length: shown }, (_, index) => {
        const x = 36 + (248 / shown) * index + (248 / shown - 30) / 2;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: jars of a drawing have no other name
          <g key={index}>
            <rect x={x + 3} y={112} width={24} height={9} fill="var(--chakra-colors-ink)" />
            <rect
              x={x}
              y={123}
              width={30}
              height={72}
              rx={5}
              fill="#93b570"
              stroke="var(--chakra-colors-ink)"
              strokeWidth="2.5"
            />
            <rect x={x + 3} y={126} width={24} height={8} fill="var(--chakra-colors-whey-50)" opacity="0.85" />
          </g>
        );
      })}
      <path
        d="M110 96c-8-10 8-14 0-26M160 92c-8-10 8-14 0-26M210 96c-8-10 8-14 0-26"
        fill="none"
        stroke="var(--chakra-colors-whey-400)"
        strokeWidth="4"
        strokeLinecap="round"
      />
    </svg>
  );
}

/** The canner as it stands: jars, water over the lids, flame, and whether it boils. */
import type { RunLoad } from "../api/client";

interface Props {
  jars: number;
  phase: RunLoad["phase"] | "empty";
  steam: boolean;
  height?: number;
}

export function CannerDrawing({ jars, phase, steam, height = 230 }: Props) {
  const inside =
    phase !== "waiting" && phase !== "empty" && phase !== "cooling" && phase !== "check" && phase !== "checked";
  const boiling = phase === "boiling" || phase === "time-up";
  const flame =
    phase === "heating" || phase === "boiling" || phase === "time-up" || phase === "waiting" || phase === "empty";
  const lidOff = phase === "resting" || phase === "rested" || phase === "waiting" || phase === "empty";
  const shown = Math.min(jars, 9);
  const pitch = 232 / Math.max(shown, 5);
  const width = pitch * 0.78;
  const water = steam ? 168 : inside ? 78 : 96;
  const heat = steam ? (boiling ? "full steam" : "no full steam yet") : boiling ? "it boils" : "it does not boil yet";
  const says = `${inside ? `${jars} ${jars === 1 ? "jar" : "jars"} in the canner` : "No jars in the canner"}; ${heat}.`;
  return (
    <svg role="img" aria-label={says} viewBox="0 0 320 240" height={height} style={{ maxWidth: "100%" }}>
      <path
        d="M34 58v130a10 10 0 0 0 10 10h232a10 10 0 0 0 10-10v-130"
        fill="var(--chakra-colors-whey-50)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="4"
      />
      <path
        d={`M37 ${water}h246v${187 - water}a8 8 0 0 1-8 8h-230a8 8 0 0 1-8-8z`}
        fill={boiling ? "#c3d9e2" : "var(--chakra-colors-frost-100)"}
      />
      <path
        d={`M37 ${water}q15 ${boiling ? -7 : -2} 31 0t31 0 31 0 31 0 31 0 31 0 31 0 29 0`}
        fill="none"
        stroke="var(--chakra-colors-frost-600)"
        strokeWidth="2"
      />
      <path d="M44 186h232" stroke="var(--chakra-colors-ink)" strokeWidth="3" strokeDasharray="10 5" />
      {inside &&
        Array.from({ length: shown }, (_, index) => {
          const x = 44 + (232 - pitch * shown) / 2 + index * pitch + (pitch - width) / 2;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: jars of a drawing have no other name
            <g key={index}>
              <rect x={x + width * 0.12} y={106} width={width * 0.76} height={8} fill="var(--chakra-colors-ink)" />
              <rect
                x={x}
                y={116}
                width={width}
                height={67}
                rx={5}
                fill="#93b570"
                stroke="var(--chakra-colors-ink)"
                strokeWidth="2"
              />
              <rect x={x + 3} y={119} width={width - 6} height={7} fill="var(--chakra-colors-whey-50)" opacity="0.85" />
            </g>
          );
        })}
      {boiling &&
        [58, 96, 131, 170, 208, 247, 268].map((x, index) => (
          <circle
            key={x}
            cx={x}
            cy={water + 9 + ((index * 37) % 24)}
            r={3 + (index % 3)}
            fill="var(--chakra-colors-whey-50)"
            stroke="var(--chakra-colors-frost-600)"
            strokeWidth="1.2"
          />
        ))}
      <path d="M16 78h18v14h-18zM286 78h18v14h-18z" fill="var(--chakra-colors-ink)" />
      {lidOff ? (
        <path
          d="M196 30l92-18 3 9-93 19z"
          fill="var(--chakra-colors-whey-400)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2.5"
        />
      ) : (
        <>
          <path
            d={steam ? "M30 58c0-44 260-44 260 0z" : "M28 58c4-20 260-20 264 0z"}
            fill="var(--chakra-colors-whey-400)"
            stroke="var(--chakra-colors-ink)"
            strokeWidth="3"
          />
          <rect x="148" y={steam ? 16 : 34} width="24" height="10" rx="4" fill="var(--chakra-colors-ink)" />
        </>
      )}
      {boiling && (
        <path
          d="M252 36c0-8 8-8 8-16s8-8 8-14M236 34c0-7 7-7 7-14"
          fill="none"
          stroke="var(--chakra-colors-ink-faint)"
          strokeWidth="3"
          strokeLinecap="round"
        />
      )}
      {flame &&
        [70, 110, 150, 190, 230].map((x) => (
          <path
            key={x}
            d={`M${x} 232c-8-8 2-14 4-24 7 8 14 15 7 24z`}
            fill="var(--chakra-colors-mustard-600)"
            stroke="var(--chakra-colors-mustard-700)"
            strokeWidth="1.5"
          />
        ))}
      <path d="M40 234h240" stroke="var(--chakra-colors-ink)" strokeWidth="4" />
    </svg>
  );
}
