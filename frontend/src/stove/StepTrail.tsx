/** Where in the day one is: the steps as a trail, the present one standing out. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Batch } from "../api/client";

const STEPS = [
  ["prepare", "Prepare"],
  ["heat-jars", "Heat jars"],
  ["cook", "Cook"],
  ["fill", "Fill"],
  ["loads", "Canner"],
  ["seals", "Cool"],
  ["done", "Shelf"],
] as const;
const COLD = [
  ["prepare", "Prepare"],
  ["cook", "Cook"],
  ["fill", "Fill"],
  ["refrigerate", "Refrigerate"],
  ["done", "Done"],
] as const;

export function StepTrail({ batch }: { batch: Batch }) {
  const steps = batch.snapshot.minutes === null ? COLD : STEPS;
  const at = steps.findIndex(([step]) => step === batch.state.step);
  return (
    <Flex as="ol" aria-label="Steps" listStyleType="none" gap="0" w="100%">
      {steps.map(([step, word], index) => {
        const now = index === at;
        const past = index < at;
        return (
          <Box
            as="li"
            key={step}
            flex="1"
            minW="0"
            aria-current={now ? "step" : undefined}
            pt="1.5"
            borderTopWidth={now ? "8px" : "4px"}
            mt={now ? "0" : "4px"}
            borderColor={now ? "ink" : past ? "dill.600" : "whey.300"}
          >
            <Text
              display={{ base: now ? "block" : "none", md: "block" }}
              overflow={{ base: "visible", md: "hidden" }}
              fontSize={{ base: "2xs", md: "sm" }}
              fontWeight={now ? 750 : 450}
              color={now ? "ink" : "ink.faint"}
              truncate
            >
              {past ? "✓ " : ""}
              {word}
            </Text>
          </Box>
        );
      })}
    </Flex>
  );
}
