/** Where in the day one is: the steps as a trail, the present one standing out. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Batch } from "../api/client";

export function StepTrail({ trail }: { trail: Batch["state"]["trail"] }) {
  return (
    <Flex as="ol" aria-label="Steps" listStyleType="none" gap="0" w="100%">
      {trail.map(({ step, says, standing }) => {
        const now = standing === "now";
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
            borderColor={now ? "ink" : standing === "past" ? "dill.600" : "whey.300"}
          >
            <Text
              display={{ base: now ? "block" : "none", md: "block" }}
              overflow={{ base: "visible", md: "hidden" }}
              fontSize={{ base: "2xs", md: "sm" }}
              fontWeight={now ? 750 : 450}
              color={now ? "ink" : "ink.faint"}
              truncate
            >
              {standing === "past" ? "✓ " : ""}
              {says}
            </Text>
          </Box>
        );
      })}
    </Flex>
  );
}
