/** Where the jars may live, in one glance. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Verdict } from "../api/client";
import { DESTINATIONS } from "../look/system";
import { DestinationMark } from "../parts/marks";

export function VerdictPanel({ verdict, stale }: { verdict: Verdict; stale: boolean }) {
  const look = DESTINATIONS[verdict.destination];
  return (
    <Box
      role="status"
      aria-live="polite"
      aria-busy={stale}
      data-destination={verdict.destination}
      data-stale={stale}
      bg={stale ? "whey.200" : look.wash}
      color={stale ? "ink.faint" : look.color}
      borderWidth="2px"
      borderColor={stale ? "whey.400" : look.color}
      borderStyle={stale ? "dashed" : "solid"}
      borderRadius="sm"
      px="4"
      py="3"
    >
      <Flex gap="3" align="center">
        <DestinationMark to={verdict.destination} size={60} />
        <Box>
          <Text as="h2" fontSize="2xl" fontWeight="750" lineHeight="1.1">
            {stale ? "Reading …" : look.word}
          </Text>
          <Text color={stale ? "ink.faint" : "ink"} fontSize="sm">
            {stale ? "" : verdict.destination === "fridge" ? verdict.fridge.says : (stopSays(verdict) ?? look.says)}
          </Text>
        </Box>
      </Flex>
    </Box>
  );
}

/** What stops it, in one sentence: it stands in the panel so that it cannot be missed. */
function stopSays(verdict: Verdict): string | null {
  const stop = verdict.findings.find((finding) => finding.level === "stop");
  if (!stop) return null;
  return `${stop.line === null ? "" : `Line ${stop.line}: `}${stop.says}`;
}
