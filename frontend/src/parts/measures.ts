/** Showing lengths in both measures. Only ways of writing; no rule of the job. */
const EIGHTHS = ["0", "1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"];

export function inchesOf(mm: number): string {
  const eighths = Math.round((mm / 25.4) * 8);
  const whole = Math.floor(eighths / 8);
  const rest = eighths % 8;
  if (whole === 0) return EIGHTHS[rest] ?? "0";
  return rest ? `${whole} ${EIGHTHS[rest]}` : String(whole);
}

export const mmAndInches = (mm: number): string => `${inchesOf(mm)} in (${mm.toFixed(0)} mm)`;
