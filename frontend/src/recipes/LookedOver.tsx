/** What the looking over found: why it is no formula yet, or how it compares, and what must be entered a second time. */
import { Box, Grid, Text } from "@chakra-ui/react";
import type { Looked } from "../api/client";
import { Figure } from "../parts/Figure";
import { MinuteFields, Part } from "./EntryParts";

export function Refused({ refusals }: { refusals: Looked["refusals"] }) {
  return (
    <Box role="alert" bg="whey.50" borderLeftWidth="8px" borderLeftStyle="double" borderColor="frost.600" p="3">
      <Text fontWeight="700">Not a formula yet.</Text>
      <Box as="ul" pl="5">
        {refusals.map((one) => (
          <li key={one.says}>
            {one.line ? `Line ${one.line}: ` : ""}
            {one.says}
          </li>
        ))}
      </Box>
    </Box>
  );
}

export interface Again {
  lines: Record<string, string>;
  minutes: Record<string, string>;
}

interface SecondProps {
  looked: Looked;
  sizes: readonly string[];
  again: Again;
  onAgain: (again: Again) => void;
}

export function SecondReading({ looked, sizes, again, onAgain }: SecondProps) {
  return (
    <Part number={4} title="A second time, from the source">
      <Text fontSize="sm" color="ink.soft" mb="2">
        Look at the page again, not at the text above: a slip of the pen here can make someone ill.
      </Text>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
        {looked.twice.map((one) => (
          <Figure
            words
            key={one.line}
            label={`Line ${one.line}: how much ${one.name}?`}
            value={again.lines[one.line] ?? ""}
            onChange={(value) => onAgain({ ...again, lines: { ...again.lines, [one.line]: value } })}
          />
        ))}
      </Grid>
      <MinuteFields
        value={again.minutes}
        onChange={(minutes) => onAgain({ ...again, minutes })}
        sizes={sizes}
        label="Minutes again"
      />
    </Part>
  );
}

export function Nearest({ looked }: { looked: Looked }) {
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" mb="4">
      <Text fontWeight="700">
        Beside what Rheum knows: nearest is “{looked.nearest_title}”, at distance {looked.distance?.toFixed(2)}.
      </Text>
      <Box as="ul" pl="5" fontSize="sm">
        {looked.partings.map((says) => (
          <li key={says}>{says}</li>
        ))}
        {looked.ph && (
          <li>
            The estimate for it is pH {looked.ph.low.toFixed(1)} to {looked.ph.high.toFixed(1)}.
          </li>
        )}
      </Box>
    </Box>
  );
}
