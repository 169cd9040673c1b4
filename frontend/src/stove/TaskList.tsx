/** Every task of a batch in the order of the work: what is done, what runs, what comes and when; each can be told from here. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, TaskStanding, Tap as Told } from "../api/client";
import { Tap } from "../parts/Tap";
import { Actions } from "./Actions";
import { Lines } from "./Lines";
import { clockFace, dayTime } from "./useServerClock";

const PARTS: [TaskStanding["part"], string, "prepare" | "heat-jars" | "cook" | null][] = [
  ["prepare", "Prepare", "prepare"],
  ["cook", "Cook", "cook"],
  ["heat", "Jars and canner", "heat-jars"],
  ["fill", "Before the next load", null],
];

interface Props {
  batch: Batch;
  now: number;
  armed: boolean;
  tell: (event: Told) => void;
}

/** What stands beside a task: its clock, when it comes, why it was left out. */
function beside(task: TaskStanding, now: number): string {
  switch (task.phase) {
    case "running":
      return task.clock ? clockFace(Date.parse(task.clock.may_end_at) - now) : "";
    case "ripe":
      return "may be done";
    case "over":
      return "time is up";
    case "heating":
      return "getting hot";
    case "doing":
      return "being done";
    case "ready":
      return "now";
    case "left-out":
      return task.why;
    case "put-off":
      return "not now";
    case "done":
      return task.stale ? "stood too long" : "";
    default:
      return task.due_at ? `about ${dayTime(task.due_at, now)}` : "";
  }
}

const MARK: Partial<Record<TaskStanding["phase"], string>> = {
  done: "✓",
  "left-out": "–",
  over: "!",
  ripe: "!",
  running: "◔",
  heating: "◔",
  doing: "●",
  ready: "○",
};

export function TaskList({ batch, now, armed, tell }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const { tasks, task: meant } = batch.state;
  if (tasks.length === 0) return null;
  return (
    <Box w="100%" aria-label="All tasks" role="region">
      {PARTS.map(([part, title, step]) => {
        const here = tasks.filter((task) => task.part === part);
        if (here.length === 0) return null;
        const left = here.filter((task) => !["done", "left-out"].includes(task.phase));
        return (
          <Box key={part} mb="3">
            <Flex justify="space-between" align="baseline" borderBottomWidth="2px" borderColor="ink">
              <Heading as="h3" fontSize="md" fontWeight="700">
                {title}
                <Text as="span" fontWeight="400" color="ink.faint">
                  {" "}
                  {here.length - left.length} of {here.length}
                </Text>
              </Heading>
              {step && left.length > 0 && (
                <Tap
                  size="sm"
                  variant="quiet"
                  aria-disabled={!armed}
                  aria-label={`${title}: all of it is done`}
                  onClick={() => tell({ kind: "step", step } as Told)}
                >
                  All of it is done
                </Tap>
              )}
            </Flex>
            <Box as="ul" listStyleType="none">
              {here.map((task) => {
                const over = ["done", "left-out"].includes(task.phase);
                const row = (
                  <Flex gap="2" w="100%" align="baseline" textAlign="left">
                    <Box as="span" aria-hidden="true" w="5" flex="none" fontWeight="700">
                      {MARK[task.phase] ?? ""}
                    </Box>
                    <Text
                      as="span"
                      flex="1"
                      fontWeight={task.id === meant ? 750 : 450}
                      color={over ? "ink.faint" : "ink"}
                      textDecoration={task.phase === "left-out" ? "line-through" : undefined}
                    >
                      {task.title}
                    </Text>
                    <Text
                      as="span"
                      color={over ? "ink.faint" : "ink.soft"}
                      fontVariantNumeric="tabular-nums"
                      fontSize="sm"
                    >
                      {beside(task, now)}
                    </Text>
                  </Flex>
                );
                return (
                  <Box
                    as="li"
                    key={task.id}
                    data-task={task.id}
                    data-phase={task.phase}
                    borderBottomWidth="1px"
                    borderColor="whey.300"
                  >
                    {over ? (
                      <Box py="1.5">{row}</Box>
                    ) : (
                      <Box
                        as="button"
                        w="100%"
                        minH="11"
                        py="1.5"
                        cursor="pointer"
                        aria-expanded={open === task.id}
                        onClick={() => setOpen(open === task.id ? null : task.id)}
                      >
                        {row}
                      </Box>
                    )}
                    {open === task.id && !over && (
                      <Box pb="3" pl="7">
                        <Text mb="2" color="ink.soft">
                          {task.says}
                        </Text>
                        <Lines lines={task.lines} />
                        {task.actions.length > 0 ? (
                          <Box mt="2">
                            <Actions batch={batch} actions={task.actions} armed={armed} tell={tell} focus={false} />
                          </Box>
                        ) : (
                          <Text color="ink.faint">Its clock runs.</Text>
                        )}
                      </Box>
                    )}
                  </Box>
                );
              })}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
