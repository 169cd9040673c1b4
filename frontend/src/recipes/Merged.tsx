/** Merging by choosing: each part of one of the versions, and what that would be. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { Comparison } from "../api/client";
import { DESTINATIONS } from "../look/levels";
import { Choice } from "../parts/Choice";
import { DestinationMark } from "../parts/marks";
import { Tap } from "../parts/Tap";

type Part = keyof Comparison["merged"]["parts"];

const PARTS: [Part, string][] = [
  ["produce", "Produce"],
  ["liquids", "Vinegar, juice, water, oil"],
  ["seasoning", "Salt and sugar"],
  ["spices", "Spices"],
  ["method", "Method, with its minutes"],
];

interface Props {
  merged: Comparison["merged"];
  titles: string[];
  onChoose: (part: Part, version: number) => void;
  toBench: (text: string) => void;
}

export function Merged({ merged, titles, onChoose, toBench }: Props) {
  const look = DESTINATIONS[merged.destination];
  return (
    <Flex
      mt="5"
      gap="4"
      align="center"
      wrap="wrap"
      bg={look.wash}
      borderWidth="2px"
      borderColor={look.color}
      borderRadius="sm"
      p="4"
      data-merged={merged.destination}
    >
      <Box color={look.color}>
        <DestinationMark to={merged.destination} size={56} />
      </Box>
      <Box flex="1 1 20rem">
        <Heading as="h2" fontSize="lg">
          If you merged them
        </Heading>
        <Text role="status">{merged.says}</Text>
        {merged.reasons.length > 0 && (
          <Box as="ul" pl="5" fontSize="sm" mt="1">
            {merged.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </Box>
        )}
      </Box>
      <Flex
        as="fieldset"
        direction="column"
        gap="2"
        flex="1 1 100%"
        order="-1"
        aria-label="Of which version each part is"
      >
        {PARTS.map(([part, name]) => (
          <Flex key={part} gap="2" align="center" wrap="wrap" role="radiogroup" aria-label={name}>
            <Text flex="0 0 12rem" fontSize="sm" fontWeight="650">
              {name}
            </Text>
            <Choice
              of={titles.map((title, at) => [at, title] as const)}
              chosen={merged.parts[part] ?? null}
              onChoose={(at) => onChoose(part, at)}
            />
          </Flex>
        ))}
      </Flex>
      <Tap onClick={() => toBench(merged.text)}>Lay the merged one on the Bench</Tap>
    </Flex>
  );
}
