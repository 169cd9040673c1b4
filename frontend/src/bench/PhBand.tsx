/** The estimate as a band against the two limits; never a single figure. */
import { Box, Text } from "@chakra-ui/react";
import type { Verdict } from "../api/client";

const LOW = 2.4;
const HIGH = 5.2;
const at = (ph: number) => `${(Math.min(1, Math.max(0, (ph - LOW) / (HIGH - LOW))) * 100).toFixed(1)}%`;

export function PhBand({ acid }: { acid: Verdict["acid"] }) {
  const { ph, canning_ph, target_ph } = acid;
  return (
    <Box>
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
        {[target_ph, canning_ph].map((line) => (
          <Box
            key={line}
            position="absolute"
            left={at(line)}
            top="0"
            h="34px"
            borderLeftWidth="2px"
            borderStyle={line === canning_ph ? "solid" : "dashed"}
            borderColor={line === canning_ph ? "beet.600" : "mustard.700"}
          >
            <Text
              fontSize="xs"
              position="absolute"
              top="19px"
              left={line === target_ph ? "auto" : "4px"}
              right={line === target_ph ? "4px" : "auto"}
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
