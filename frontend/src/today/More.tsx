/** The one door to the rest: every screen that is not in the bar, two presses from anywhere. */
import { Box, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";

const REST = [
  ["/recipes", "Recipes", "Yours and the tested ones; compared, merged, found again"],
  ["/recipes/on-hand", "What can be made today", "Every recipe held against what lies there"],
  ["/day", "Day", "Several batches over burners, canners and hands"],
  ["/shelf/found", "Find jars", "By a word, a person, a place, or the number on a label"],
  ["/labels", "Labels", "For jars and for lids"],
  ["/wrong", "Something is wrong with a jar", "What it is, and what to do with it"],
  ["/shelf/enter", "Jars from before Rheum", "Entered as they stand"],
  ["/journal", "Looking back", "The year, what this kitchen has learnt, every batch, what things cost"],
  ["/reckoner", "Reckoner", "The small sums on their own"],
  ["/kitchen", "Kitchen", "Height, jars, canners, burners, bottles, lids, choices"],
] as const;

export function More() {
  return (
    <Box maxW="980px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="4">
        More
      </Heading>
      <Grid as="ul" listStyleType="none" templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
        {REST.map(([to, title, says]) => (
          <Box
            as="li"
            key={to}
            position="relative"
            bg="whey.50"
            borderWidth="2px"
            borderColor="ink"
            borderRadius="sm"
            p="3"
            minH="16"
            _hover={{ bg: "whey.200" }}
          >
            {/* The whole card is the link. */}
            <Link asChild fontSize="lg" fontWeight="700" _after={{ content: '""', position: "absolute", inset: 0 }}>
              <RouterLink to={to}>{title}</RouterLink>
            </Link>
            <Text color="ink.soft">{says}</Text>
          </Box>
        ))}
      </Grid>
    </Box>
  );
}
