/** The look of what changes at every key on the Bench, as plain classes: nothing is left to work out while a person types. */
import { DESTINATIONS, LEVELS } from "./levels";

const edge = (level: keyof typeof LEVELS) => ({
  borderLeftWidth: LEVELS[level].width,
  borderLeftStyle: LEVELS[level].edge,
  borderColor: LEVELS[level].color,
});
const panel = (to: keyof typeof DESTINATIONS) => ({
  bg: DESTINATIONS[to].wash,
  color: DESTINATIONS[to].color,
  borderColor: DESTINATIONS[to].color,
});
/** A mark on a line, told only while the verdict is the text's own. */
const marked = (level: string, part: string) => `.sheet-lines:not([data-stale=true]) [data-mark=${level}] .${part}`;

/** Wide, the verdict stands above the sheet with everything beside it; on a phone the recipe comes right under the verdict, and
 *  whatever is to be pressed after it. */
const WIDE = "@media (min-width: 64em)";

export const benchCss = {
  ".bench": { display: "flex", flexDirection: "column", gap: "3", [WIDE]: { gap: 0 } },
  ".bench-title, .bench-head, .bench-body": { display: "contents" },
  ".bench-sheet": { order: 1 },
  ".bench-loud, .bench-side": { order: 2 },
  ".bench-strip": { order: 3 },
  ".bench-tools": { order: 4 },
  ".bench-right": { order: 5, display: "flex", flexDirection: "column", gap: "4", alignItems: "stretch" },
  [`${WIDE}`]: {
    ".bench-title": { display: "flex", justifyContent: "space-between", alignItems: "center", gap: "3", mb: "3" },
    ".bench-head": { display: "grid", gridTemplateColumns: "330px minmax(0, 1fr)", gap: "4", alignItems: "stretch" },
    ".bench-loud": { mt: "2", mb: "4" },
    ".bench-body": {
      display: "grid",
      gridTemplateColumns: "minmax(0, 1.15fr) minmax(0, 1fr) 250px",
      gap: "5",
      alignItems: "start",
    },
    ".bench-sheet, .bench-side, .bench-strip, .bench-loud, .bench-tools, .bench-right": { order: 0 },
  },
  ".panel": {
    display: "flex",
    gap: "3",
    alignItems: "center",
    h: "100%",
    borderWidth: "2px",
    borderStyle: "solid",
    borderRadius: "sm",
    px: "4",
    py: "3",
  },
  ".panel[data-destination=shelf]": panel("shelf"),
  ".panel[data-destination=fridge]": panel("fridge"),
  ".panel[data-destination=discard]": panel("discard"),
  ".panel[data-destination=unheard]": {
    bg: "mustard.100",
    color: "ink",
    borderColor: "mustard.700",
    borderStyle: "dashed",
  },
  ".panel[data-stale=true]": { bg: "whey.200", color: "ink.faint", borderColor: "whey.400", borderStyle: "dashed" },
  ".panel[data-stale=true] .panel-says": { visibility: "hidden" },
  ".panel-word": { fontSize: "2xl", fontWeight: 750, lineHeight: 1.1 },
  ".panel-says": { color: "ink", fontSize: "sm", lineHeight: 1.5 },

  // What answers an older text fades where the answer is slow; its minutes go.
  "[data-slow=true] .judged": { opacity: 0.35, pointerEvents: "none" },
  "[data-slow=true] [data-minutes]": { visibility: "hidden" },

  ".acid-bars": { listStyleType: "none" },
  ".acid-bars li": { mb: "1" },
  ".acid-bars p": { fontSize: "xs", truncate: true },
  ".acid-bars div": { h: "11px", bg: "whey.400", borderWidth: "1.5px", borderColor: "ink" },
  ".acid-bars[data-side='brings it'] div": { bg: "brine.300" },

  ".sheet": {
    position: "relative",
    bg: "whey.50",
    borderWidth: "2px",
    borderColor: "ink",
    borderRadius: "sm",
    minH: "280px",
    overflow: "hidden",
    boxShadow: "4px 4px 0 {colors.whey.300}",
  },
  ".sheet-rule": { position: "absolute", left: "40px", top: 0, bottom: 0, w: "1px", bg: "beet.300" },
  ".sheet-text": {
    fontFamily: "recipe",
    fontSize: { base: "md", md: "17px" },
    lineHeight: "30px",
    whiteSpace: "pre-wrap",
    overflowWrap: "anywhere",
    pl: "52px",
    pr: "14px",
    py: "10px",
  },
  // The words are drawn by the lines behind, so that what stands aside can be grey; the field over them has the caret.
  ".sheet-lines": { color: "ink", minH: "280px", userSelect: "none" },
  ".ruled[data-role=aside] .ruled-text": { color: "ink.faint" },
  ".tested-steps": { listStyleType: "decimal", paddingInlineStart: "5", fontSize: "sm", lineHeight: "1.45" },
  ".tested-steps li": { marginBottom: "1" },
  ".ruled[data-role=method] .ruled-text": { color: "ink.faint" },
  ".ruled[data-role=title] .ruled-text": { fontWeight: 700 },
  ".sheet-field::selection": { bg: "rgba(214, 160, 40, 0.35)" },
  ".sheet-field::placeholder": { color: "ink.faint" },
  ".sheet-field": {
    position: "absolute",
    inset: 0,
    bg: "transparent",
    color: "transparent",
    caretColor: "ink",
    border: 0,
    resize: "none",
    overflow: "hidden",
    w: "100%",
    h: "100%",
    outlineOffset: "-3px !important",
  },
  ".ruled": {
    position: "relative",
    minHeight: "30px",
    backgroundImage: "linear-gradient(to bottom, transparent 29px, {colors.whey.200} 29px)",
    backgroundSize: "100% 30px",
  },
  ".ruled-number": {
    position: "absolute",
    left: "-46px",
    width: "30px",
    textAlign: "right",
    fontFamily: "body",
    fontSize: "xs",
    color: "ink.faint",
  },
  ".ruled-edge": { position: "absolute", left: "-11px", top: "5px", bottom: "5px" },
  [marked("stop", "ruled-edge")]: edge("stop"),
  [marked("limit", "ruled-edge")]: edge("limit"),
  [marked("caution", "ruled-edge")]: edge("caution"),
  ".sheet-lines:not([data-stale=true]) [data-mark] .ruled-number": { fontWeight: 750 },
  [marked("stop", "ruled-text")]: { bg: "beet.100" },
  [marked("limit", "ruled-text")]: { bg: "frost.100" },
  [marked("caution", "ruled-text")]: { bg: "mustard.100" },
} as const;
