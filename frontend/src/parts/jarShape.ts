/** The outline of a jar from its own measures, in millimetres, its mouth at the top at zero. */
import type { Jar } from "../api/client";

export const WALL = 3;
export const LID = 5;
const NECK = 17;

export function jarShape({ depth_mm: depth, mouth_mm: mouth, body_mm: body }: Jar) {
  const shoulder = body > mouth + 6 ? 14 : 5;
  const half = body / 2;
  const top = NECK + shoulder;
  const bends = [NECK + shoulder * 0.6, NECK + shoulder * 0.4] as const;
  const side = (wall: number, round: number) =>
    `M${-mouth / 2 - wall} 0 V${NECK} C${-mouth / 2 - wall} ${bends[0]} ${-half - wall} ${bends[1]} ${-half - wall} ${top} V${depth - 5} Q${-half - wall} ${depth + wall} ${-half + round} ${depth + wall} H${half - round} Q${half + wall} ${depth + wall} ${half + wall} ${depth - 5} V${top} C${half + wall} ${bends[1]} ${mouth / 2 + wall} ${bends[0]} ${mouth / 2 + wall} ${NECK} V0`;
  return { outline: side(WALL, 5), inside: `${side(0, 7)} Z`, neck: NECK, shoulder, half };
}
