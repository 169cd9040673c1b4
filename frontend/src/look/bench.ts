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

export const benchCss = {
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
  ".sheet-lines": { color: "transparent", minH: "280px", userSelect: "none" },
  ".sheet-field": {
    position: "absolute",
    inset: 0,
    bg: "transparent",
    color: "ink",
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
