/** One part of the plan, under its own heading. */
import { Box, Heading } from "@chakra-ui/react";
import type { ReactNode } from "react";

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} mb="5">
      <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl" mb="2">
        {title}
      </Heading>
      {children}
    </Box>
  );
}
