/** What merging the versions would do, and why. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { Comparison } from "../api/client";
import { DESTINATIONS } from "../look/levels";
import { DestinationMark } from "../parts/marks";
import { Tap } from "../parts/Tap";

interface Props {
  merged: Comparison["merged"];
  toBench: (text: string) => void;
}

export function Merged({ merged, toBench }: Props) {
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
        <Text>{merged.says}</Text>
        {merged.reasons.length > 0 && (
          <Box as="ul" pl="5" fontSize="sm" mt="1">
            {merged.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </Box>
        )}
      </Box>
      <Tap onClick={() => toBench(merged.text)}>Lay the merged one on the Bench</Tap>
    </Flex>
  );
}
