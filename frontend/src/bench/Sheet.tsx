/** The recipe as a sheet of ruled lines that can be typed over; lines that a finding touches are marked in the gutter. */
import { Box } from "@chakra-ui/react";
import { memo, useLayoutEffect, useRef } from "react";
import type { Finding } from "../api/client";
import { LEVELS } from "../look/system";

const ORDER = ["stop", "limit", "caution", "note"] as const;

interface Props {
  text: string;
  findings: Finding[];
  stale: boolean;
  onChange: (text: string) => void;
  /** Tells where each line begins, in pixels from the sheet's top, after every layout. */
  onLines?: (tops: number[]) => void;
  focusLine?: number | null;
}

const shared = {
  fontFamily: "recipe",
  fontSize: { base: "md", md: "17px" },
  lineHeight: "30px",
  whiteSpace: "pre-wrap",
  overflowWrap: "anywhere",
  pl: "52px",
  pr: "14px",
  py: "10px",
} as const;

/** One ruled line behind the field. Plain elements and remembered: at every keystroke all lines but one are as they were. */
const Ruled = memo(function Ruled({
  number,
  text,
  level,
}: {
  number: number;
  text: string;
  level: keyof typeof LEVELS | null;
}) {
  return (
    <div className="ruled" data-mark={level ?? undefined}>
      <span className="ruled-number">{number}</span>
      {level && level !== "note" ? <span className="ruled-edge" /> : null}
      <span className="ruled-text">{text || "\u200b"}</span>
    </div>
  );
});

const edge = (level: keyof typeof LEVELS) => ({
  borderLeftWidth: LEVELS[level].width,
  borderLeftStyle: LEVELS[level].edge,
  borderColor: LEVELS[level].color,
});
const ruled = {
  "& .ruled": {
    position: "relative",
    minHeight: "30px",
    backgroundImage: "linear-gradient(to bottom, transparent 29px, {colors.whey.200} 29px)",
    backgroundSize: "100% 30px",
  },
  "& .ruled-number": {
    position: "absolute",
    left: "-46px",
    width: "30px",
    textAlign: "right",
    fontFamily: "body",
    fontSize: "xs",
    color: "ink.faint",
  },
  "& .ruled-edge": { position: "absolute", left: "-11px", top: "5px", bottom: "5px" },
  "&:not([data-stale=true]) [data-mark=stop] .ruled-edge": edge("stop"),
  "&:not([data-stale=true]) [data-mark=limit] .ruled-edge": edge("limit"),
  "&:not([data-stale=true]) [data-mark=caution] .ruled-edge": edge("caution"),
  "&:not([data-stale=true]) [data-mark] .ruled-number": { fontWeight: 750 },
  "&:not([data-stale=true]) [data-mark=stop] .ruled-text": { bg: "beet.100" },
  "&:not([data-stale=true]) [data-mark=limit] .ruled-text": { bg: "frost.100" },
  "&:not([data-stale=true]) [data-mark=caution] .ruled-text": { bg: "mustard.100" },
} as const;

export function Sheet({ text, findings, stale, onChange, onLines, focusLine }: Props) {
  const mirror = useRef<HTMLDivElement>(null);
  const lines = text.split("\n");
  const worst = new Map<number, (typeof ORDER)[number]>();
  for (const finding of findings) {
    if (finding.line === null) continue;
    const known = worst.get(finding.line);
    if (!known || ORDER.indexOf(finding.level) < ORDER.indexOf(known)) worst.set(finding.line, finding.level);
  }
  useLayoutEffect(() => {
    const box = mirror.current;
    if (!box || !onLines) return;
    const measure = () => onLines(Array.from(box.children, (child) => (child as HTMLElement).offsetTop));
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(box);
    return () => watcher.disconnect();
  }, [onLines]);
  useLayoutEffect(() => {
    const box = mirror.current;
    if (box && onLines) onLines(Array.from(box.children, (child) => (child as HTMLElement).offsetTop));
  });
  return (
    <Box
      position="relative"
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      minH="280px"
      overflow="hidden"
      boxShadow="4px 4px 0 {colors.whey.300}"
    >
      <Box position="absolute" left="40px" top="0" bottom="0" w="1px" bg="beet.300" aria-hidden="true" />
      <Box
        ref={mirror}
        aria-hidden="true"
        {...shared}
        color="transparent"
        minH="280px"
        userSelect="none"
        css={ruled}
        data-stale={stale}
      >
        {lines.map((line, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the text
          <Ruled key={index} number={index + 1} text={line} level={worst.get(index + 1) ?? null} />
        ))}
      </Box>
      <Box
        asChild
        position="absolute"
        inset="0"
        {...shared}
        bg="transparent"
        color="ink"
        border="0"
        resize="none"
        overflow="hidden"
        w="100%"
        h="100%"
        outlineOffset="-3px"
      >
        <textarea
          aria-label="The recipe, one ingredient to a line"
          value={text}
          spellCheck={false}
          autoCapitalize="off"
          placeholder="Paste a recipe here, one ingredient to a line"
          onChange={(event) => onChange(event.target.value)}
          data-focus-line={focusLine ?? undefined}
        />
      </Box>
    </Box>
  );
}
