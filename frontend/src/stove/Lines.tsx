/** What a task takes, or what the kit check looks at: one line a thing, large enough for the counter. */
import { Box } from "@chakra-ui/react";

export function Lines({ lines, kit }: { lines: readonly string[]; kit?: boolean }) {
  if (lines.length === 0) return null;
  return (
    <Box
      as="ul"
      listStyleType={kit ? "none" : "disc"}
      pl={kit ? "0" : "5"}
      fontFamily="recipe"
      fontSize={{ base: "lg", md: "xl" }}
      lineHeight="1.45"
      maxW="40rem"
    >
      {lines.map((line) => (
        <Box as="li" key={line} mb="0.5" data-line="">
          {kit ? (
            <Box as="span" aria-hidden="true" fontFamily="body" mr="2">
              □
            </Box>
          ) : null}
          {line}
        </Box>
      ))}
    </Box>
  );
}
