/** Every task of a day in its order: the whole of it on a phone, beside the lanes on a laptop. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { Day } from "../api/client";
import { timeOfDay } from "../stove/useServerClock";

const ATTENTION = { hands: "hands", watch: "watched", none: "by itself" } as const;

interface Props {
  day: Day;
  /** Of a day that has begun: what time it is, what was begun, what is done. */
  now?: number;
  told?: readonly string[];
  done?: readonly string[];
}

export function DayList({ day, now, told = [], done = [] }: Props) {
  const mark = (id: string, start: string) =>
    done.includes(id) ? "✓" : told.includes(id) ? "…" : now !== undefined && Date.parse(start) <= now ? "now" : "";
  let date = "";
  return (
    <Box as="ol" listStyleType="none" aria-label="The day as a list">
      {day.tasks.map((task) => {
        const on = new Date(task.start).toLocaleDateString("en-GB", {
          weekday: "long",
          day: "numeric",
          month: "short",
        });
        const heading = on !== date;
        date = on;
        return (
          <Box as="li" key={task.id}>
            {heading && (
              <Heading as="h3" fontSize="md" mt="3" mb="1">
                {on}
              </Heading>
            )}
            <Flex gap="3" py="1.5" borderTopWidth="1px" borderColor="whey.300" align="baseline">
              <Text w="24" flex="none" fontVariantNumeric="tabular-nums">
                {timeOfDay(task.start)}–{timeOfDay(task.end)}
              </Text>
              <Box
                w="3"
                h="3"
                flex="none"
                bg={`batch.${(task.batch % 5) + 1}`}
                borderRadius={task.attention === "hands" ? "0" : "full"}
                aria-hidden="true"
              />
              {now !== undefined && (
                <Text w="10" flex="none" fontWeight="700">
                  {mark(task.id, task.start)}
                </Text>
              )}
              <Text flex="1" color={done.includes(task.id) ? "ink.faint" : undefined}>
                {task.says}{" "}
                <Text as="span" color="ink.faint" fontSize="sm">
                  {day.batches[task.batch]?.title}, {ATTENTION[task.attention]}
                  {task.burner !== null ? `, burner ${task.burner}` : ""}
                  {task.who !== null && day.people > 1 ? `, hands ${task.who}` : ""}
                </Text>
              </Text>
            </Flex>
          </Box>
        );
      })}
    </Box>
  );
}
