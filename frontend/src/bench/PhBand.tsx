/** The estimate as a band against 4.2 and 4.6; never a single figure. */
import { Box, Text } from "@chakra-ui/react";
import type { Verdict } from "../api/client";

const LOW = 2.4;
const HIGH = 5.2;
const at = (ph: number) => `${(Math.min(1, Math.max(0, (ph - LOW) / (HIGH - LOW))) * 100).toFixed(1)}%`;

export function PhBand({ acid, stale }: { acid: Verdict["acid"]; stale: boolean }) {
  const { ph } = acid;
  return (
    <Box opacity={stale ? 0.4 : 1}>
      <Text fontSize="sm" fontWeight="650">
        Estimated pH{" "}
        {ph ? `${ph.low.toFixed(1)} to ${ph.high.toFixed(1)}` : "not known: a line is unread or has no weight"}
      </Text>
      <Box position="relative" h="34px" mt="1" aria-hidden="true">
        <Box
          position="absolute"
          left="0"
          right="0"
          top="8px"
          h="10px"
          bg="whey.200"
          borderWidth="1px"
          borderColor="whey.400"
        />
        {ph && (
          <Box
            position="absolute"
            top="5px"
            h="16px"
            left={at(ph.low)}
            width={`calc(${at(ph.high)} - ${at(ph.low)})`}
            bg="brine.300"
            borderWidth="2px"
            borderColor="ink"
          />
        )}
        {[4.2, 4.6].map((line) => (
          <Box
            key={line}
            position="absolute"
            left={at(line)}
            top="0"
            h="34px"
            borderLeftWidth="2px"
            borderStyle={line === 4.6 ? "solid" : "dashed"}
            borderColor={line === 4.6 ? "beet.600" : "mustard.700"}
          >
            <Text
              fontSize="xs"
              position="absolute"
              top="19px"
              left={line === 4.2 ? "auto" : "4px"}
              right={line === 4.2 ? "4px" : "auto"}
              fontWeight="650"
            >
              {line}
            </Text>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
