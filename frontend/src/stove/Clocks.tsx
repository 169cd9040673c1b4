/** Every clock that runs, in the order they end; those that are over first. On a phone a strip. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { RunningClock } from "../api/client";
import { Tap } from "../parts/Tap";
import { batchColor, Tag } from "./Tag";
import { clockFace, dayTime } from "./useServerClock";

interface Props {
  clocks: readonly RunningClock[];
  now: number;
  onStop: (timerId: string) => void;
}

export function Clocks({ clocks, now, onStop }: Props) {
  if (clocks.length === 0) return <Text color="ink.soft">No clock runs.</Text>;
  return (
    <Flex
      as="ul"
      listStyleType="none"
      direction={{ base: "row", lg: "column" }}
      gap="2"
      overflowX={{ base: "auto", lg: "visible" }}
      pb={{ base: 1, lg: 0 }}
      aria-label="Clocks"
      tabIndex={0}
    >
      {clocks.map((clock) => {
        const may = Date.parse(clock.may_end_at);
        const ends = Date.parse(clock.ends_at);
        const over = clock.over || ends <= now;
        const left = now < may ? may - now : ends - now;
        return (
          <Box
            as="li"
            key={`${clock.batch_id}${clock.timer_id}${clock.says}`}
            data-clock={clock.kind}
            flex={{ base: "0 0 auto", lg: "none" }}
            maxW={{ base: "78vw", lg: "none" }}
            borderWidth="2px"
            borderColor={over ? "mustard.700" : "ink"}
            borderStyle={over ? "dashed" : "solid"}
            borderLeftWidth="8px"
            borderLeftColor={clock.number ? batchColor(clock.number) : "ink"}
            bg={over ? "mustard.100" : "whey.50"}
            borderRadius="sm"
            px="3"
            py="1.5"
          >
            <Flex align="baseline" gap="3" justify="space-between">
              <Text
                fontSize={{ base: "2xl", md: "3xl" }}
                fontWeight="750"
                fontVariantNumeric="tabular-nums"
                lineHeight="1.1"
                whiteSpace="nowrap"
                role="timer"
                aria-label={`${clock.says}: time left`}
              >
                {over ? "over" : clockFace(left)}
              </Text>
              <Text fontSize="sm" color="ink.soft" whiteSpace="nowrap">
                {may < ends && now < may ? "from " : ""}
                {dayTime(now < may ? clock.may_end_at : clock.ends_at, now)}
              </Text>
            </Flex>
            <Flex gap="2" align="center" wrap={{ base: "nowrap", lg: "wrap" }}>
              {clock.batch_id ? (
                <Link asChild>
                  <RouterLink to={`/stove/${clock.batch_id}`} aria-label={`${clock.number}, ${clock.title}`}>
                    <Tag number={clock.number} />
                  </RouterLink>
                </Link>
              ) : null}
              <Text fontSize="sm" truncate={true} flex="1">
                {clock.says}
              </Text>
              {clock.timer_id ? (
                <Tap size="sm" aria-label={`Stop ${clock.says}`} onClick={() => onStop(clock.timer_id)}>
                  Stop
                </Tap>
              ) : null}
            </Flex>
          </Box>
        );
      })}
    </Flex>
  );
}
