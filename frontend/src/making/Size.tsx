/** The recipe at this size: the kitchen's own measure large, the other beside it. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { Plan } from "../api/client";

export function Size({ plan, measures }: { plan: Plan; measures: string }) {
  const groups = [
    ["For the batch", "batch"],
    ["In each jar", "jar"],
    ["To soak or salt in", "soak"],
  ] as const;
  return (
    <Box
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      p="4"
      mb="5"
      boxShadow="4px 4px 0 {colors.whey.300}"
      data-measures={measures}
    >
      {groups.map(([title, goes]) => {
        const lines = plan.lines.filter((line) => line.goes === goes);
        return (
          lines.length > 0 && (
            <Box key={goes} mb="4">
              <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl" mb="1">
                {title}
              </Heading>
              <Box as="ul" listStyleType="none">
                {lines.map((line) => (
                  <Flex
                    as="li"
                    key={line.line}
                    gap="3"
                    py="1.5"
                    borderBottomWidth="1px"
                    borderColor="whey.200"
                    align="baseline"
                  >
                    <Text w="38%" fontWeight="700" lineHeight="1.25" data-line={line.line}>
                      {line.own}
                      {line.other && (
                        <Text as="span" display="block" fontSize="sm" fontWeight="400" color="ink.soft">
                          {line.other}
                        </Text>
                      )}
                    </Text>
                    <Text flex="1" fontFamily="recipe" lineHeight="1.3">
                      {line.says}
                    </Text>
                  </Flex>
                ))}
              </Box>
            </Box>
          )
        );
      })}
      {plan.unread.length > 0 && (
        <Box mb="4" data-unread={plan.unread.length}>
          <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl" mb="1">
            Not understood
          </Heading>
          <Box as="ul" listStyleType="none">
            {plan.unread.map((text) => (
              <Text as="li" key={text} py="1.5" borderBottomWidth="1px" borderColor="whey.200" fontFamily="recipe">
                {text}
              </Text>
            ))}
          </Box>
          <Text fontSize="sm" mt="1">
            In no figure here. Say on the Bench what it is.
          </Text>
        </Box>
      )}
      <Text fontSize="xs" color="ink.soft">
        Acid is rounded up, produce and water down, salt and spice to the nearest spoon. What goes into each jar stays
        as it is.
      </Text>
      {plan.left.length > 0 && (
        <Text fontSize="sm" mt="2" fontWeight="650">
          As it was: {plan.left.join("; ")}. Scale these yourself.
        </Text>
      )}
    </Box>
  );
}
