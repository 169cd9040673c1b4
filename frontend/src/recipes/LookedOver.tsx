/** What the looking over found: why it is no formula yet, or how it compares, and what must be entered a second time. */
import { Box, Checkbox, Grid, Text } from "@chakra-ui/react";
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

/** The typed steps read back, each to be confirmed: then a batch is walked by them at the stove. */
export function StepsRead({
  looked,
  confirmed,
  onConfirmed,
}: {
  looked: Looked;
  confirmed: readonly number[];
  onConfirmed: (numbers: number[]) => void;
}) {
  if (looked.steps.length === 0) return null;
  const asked = looked.steps.filter((step) => step.asked).map((step) => step.number);
  const left = asked.filter((number) => !confirmed.includes(number)).length;
  return (
    <Part number={5} title="Its steps, read back">
      <Text fontSize="sm" color="ink.soft" mb="2">
        Confirm each that is understood as its source means it: then a batch is walked by them at the stove. Change the
        words above where one is not.
      </Text>
      <Box as="ol" listStyleType="none">
        {looked.steps.map((step) => (
          <Box as="li" key={step.number} borderTopWidth="1px" borderColor="whey.300" py="2">
            {!step.asked && <Text fontFamily="recipe">{step.says}</Text>}
            {step.asked ? (
              <Checkbox.Root
                checked={confirmed.includes(step.number)}
                onCheckedChange={(details) =>
                  onConfirmed(
                    details.checked === true
                      ? [...confirmed, step.number]
                      : confirmed.filter((number) => number !== step.number),
                  )
                }
              >
                <Checkbox.HiddenInput />
                <Checkbox.Control borderColor="ink" bg="whey.50" />
                <Checkbox.Label>
                  <Box as="span" display="block" fontFamily="recipe">
                    {step.says}
                  </Box>{" "}
                  {step.understood}
                </Checkbox.Label>
              </Checkbox.Root>
            ) : (
              <Text fontSize="sm" color="ink.soft">
                {step.understood}
              </Text>
            )}
          </Box>
        ))}
      </Box>
      <Text mt="2" role="status">
        {left === 0
          ? "All of them are confirmed."
          : `${left} still to be confirmed; without them the Stove shows the recipe, and its steps are told by part.`}
      </Text>
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
