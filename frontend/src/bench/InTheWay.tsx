/** What stands between this recipe and the shelf: one card, in the order in which one would do it. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Finding } from "../api/client";
import { linesOf } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { keyOf, Slip } from "./Slip";

export const turnOf = (all: Finding[]): Finding[] =>
  all.filter((one) => one.turn !== null).sort((a, b) => (a.turn ?? 0) - (b.turn ?? 0));

export function InTheWay({ all }: { all: Finding[] }) {
  const inTurn = useMemo(() => turnOf(all), [all]);
  const text = useDraft((hold) => hold.draft.text);
  if (inTurn.length === 0) return null;
  const lines = linesOf(text);
  return (
    <Box mb="3" data-in-the-way={inTurn.length}>
      <Heading as="h2" fontSize="md" mb="2">
        {inTurn.length === 1 ? "One thing stands" : `${inTurn.length} things stand`} between this and the shelf
      </Heading>
      <Flex as="ol" direction="column" gap="1.5" listStyleType="none">
        {inTurn.map((finding, index) => (
          <Box as="li" key={keyOf(inTurn, index)}>
            <Slip finding={finding} quote={lines[(finding.line ?? 0) - 1]} brief />
          </Box>
        ))}
      </Flex>
      {inTurn.length > 1 && (
        <Text fontSize="sm" color="ink.soft" mt="1">
          In this order: what comes later is held against what comes first.
        </Text>
      )}
    </Box>
  );
}
