/** The clock that runs, legible at two metres, with the time it ends; of a task, when it may end at the earliest. */
import { Box, Text } from "@chakra-ui/react";
import { clockFace, timeOfDay } from "./useServerClock";

export function BigClock({
  startedAt,
  endsAt,
  minutes,
  now,
  says,
}: {
  startedAt: string;
  endsAt: string;
  minutes: number;
  now: number;
  /** Beside the figures, instead of when it boiled. */
  says?: string;
}) {
  const left = Date.parse(endsAt) - now;
  // Of the minutes, not of the two times of day: the computer's clock may have been set in between.
  const part = Math.min(1, Math.max(0, 1 - left / (minutes * 60_000)));
  return (
    <Box>
      <Text
        role="timer"
        aria-label="Time left"
        fontSize={{ base: "24vw", md: "170px" }}
        lineHeight="0.95"
        fontWeight="750"
        fontVariantNumeric="tabular-nums"
        letterSpacing="-0.03em"
      >
        {clockFace(left)}
      </Text>
      <Box h="14px" bg="whey.200" borderWidth="2px" borderColor="ink" mt="3" aria-hidden="true">
        <Box h="100%" bg="ink" w={`${(part * 100).toFixed(2)}%`} />
      </Box>
      <Text mt="1" color="ink.soft" fontSize={{ base: "md", md: "lg" }}>
        {says ?? `boiled at ${timeOfDay(startedAt)}, full at ${timeOfDay(endsAt)}`}
      </Text>
    </Box>
  );
}
