/** One finding as a slip of paper: what, what to do, why, and from where. Its remedy is one press away. Notes stay folded. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { memo } from "react";
import type { Finding, Verdict } from "../api/client";
import { LEVELS } from "../look/levels";
import { Edge, LevelWord } from "../parts/marks";
import { Tap } from "../parts/Tap";
import { applyChanges } from "./actions";
import { OnlyAKind } from "./OnlyAKind";
import { PlaceIt } from "./PlaceIt";
import { useVerdict } from "./verdict";

/** A finding keeps its slip while the figures in it change: its code, its line, and which of several such it is. */
export function keyOf(list: readonly Finding[], index: number): string {
  const same = (one: Finding | undefined) => one?.code === list[index]?.code && one?.line === list[index]?.line;
  return `${list[index]?.code} ${list[index]?.line} ${list.slice(0, index).filter(same).length}`;
}

const NONE: Verdict["unread"] = [];

/** Remembered: a finding that a new verdict gives again is not drawn again. */
/** What the press says where “Do it” would not. */
const PRESS: Record<string, string> = {
  "line-unread": "It is a note",
  "weight-either": "As bought",
  "recipes-several": "Keep this one",
};

interface Props {
  finding: Finding;
  quote?: string;
  /** The reason and its source folded, what to do in one row. */
  brief?: boolean;
}

export const Slip = memo(function Slip({ finding, quote, brief }: Props) {
  const toPlace = useVerdict((verdict) => verdict.to_place) ?? [];
  const unread = useVerdict((verdict) => (finding.code === "line-unread" ? verdict.unread : NONE)) ?? NONE;
  const look = LEVELS[finding.level];
  const quiet = finding.level === "note";
  const remedy = finding.remedy;
  const place =
    finding.code === "line-unread"
      ? toPlace.find((one) => one.line === finding.line && finding.says.includes(one.name))
      : null;
  const kind = unread.find(
    (one) => one.line === finding.line && one.word && one.food && finding.says.includes(one.word),
  );
  const more = (
    <Text fontSize="sm" color="ink.soft" mt="1">
      {finding.why}{" "}
      <Text as="span" color="ink.faint" fontSize="xs">
        {finding.code} · {finding.source}
      </Text>
    </Text>
  );
  return (
    <Flex gap="3" bg={look.wash} data-level={finding.level} data-code={finding.code}>
      <Edge level={finding.level} />
      <Box flex="1" minW="0" py={quiet ? "0.5" : "2"} pr="2">
        {quiet ? (
          <Box as="details" fontSize="sm" color="ink.soft">
            <Box as="summary" cursor="pointer">
              {finding.line ? `Line ${finding.line}: ` : ""}
              {finding.says}
            </Box>
            {more}
          </Box>
        ) : (
          <>
            <Flex gap="2" align="baseline" wrap="wrap">
              {finding.turn !== null && (
                <Text as="span" fontSize="sm" fontWeight="700" fontVariantNumeric="tabular-nums">
                  {finding.turn}
                </Text>
              )}
              <LevelWord level={finding.level} />
              {finding.line !== null && (
                <Text as="span" fontSize="xs" color="ink.faint">
                  line {finding.line}
                  {quote ? `: ${quote}` : ""}
                </Text>
              )}
            </Flex>
            <Text fontWeight="650" lineHeight="1.3">
              {finding.says}
            </Text>
            {remedy && (
              <Text mt="1" lineHeight="1.35">
                <Text as="span" aria-hidden="true">
                  →{" "}
                </Text>
                {remedy.says}
              </Text>
            )}
            {remedy && (remedy.changes.length > 0 || remedy.instead) && (
              <Flex gap="2" mt={brief ? "1" : "2"} wrap="wrap" align="center">
                {remedy.changes.length > 0 && (
                  <Tap
                    data-do=""
                    size="sm"
                    variant="solid"
                    aria-label={`${remedy.press ?? "Do it"}: ${remedy.says}`}
                    onClick={() => applyChanges(remedy.changes, remedy.press ?? finding.says)}
                  >
                    {remedy.press ?? PRESS[finding.code] ?? "Do it"}
                  </Tap>
                )}
                {remedy.instead && remedy.instead.changes.length > 0 && (
                  <Tap size="sm" onClick={() => remedy.instead && applyChanges(remedy.instead.changes, finding.says)}>
                    {remedy.changes.length > 0
                      ? `Or: ${remedy.instead.says.charAt(0).toLowerCase()}${remedy.instead.says.slice(1)}`
                      : remedy.instead.says}
                  </Tap>
                )}
              </Flex>
            )}
            {place && <PlaceIt key={place.name} name={place.name} />}
            {kind?.word && kind.food && <OnlyAKind word={kind.word} food={kind.food} />}
            {brief ? (
              <Box as="details" fontSize="sm" color="ink.soft" mt="1">
                <Box as="summary" cursor="pointer">
                  Why
                </Box>
                {more}
              </Box>
            ) : (
              more
            )}
          </>
        )}
      </Box>
    </Flex>
  );
});
