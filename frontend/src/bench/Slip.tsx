/** One finding as a slip of paper: what, what to do, why, and from where. Notes stay folded. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Finding } from "../api/client";
import { LEVELS } from "../look/system";
import { Edge, LevelWord } from "../parts/marks";

export function Slip({ finding, quote, stale }: { finding: Finding; quote?: string; stale: boolean }) {
  const look = LEVELS[finding.level];
  const quiet = finding.level === "note";
  const more = (
    <Text fontSize="sm" color="ink.soft" mt="1">
      {finding.why}{" "}
      <Text as="span" color="ink.faint" fontSize="xs">
        {finding.code} · {finding.source}
      </Text>
    </Text>
  );
  return (
    <Flex
      gap="3"
      bg={look.wash}
      opacity={stale ? 0.4 : 1}
      aria-hidden={stale || undefined}
      data-level={finding.level}
      data-code={finding.code}
    >
      <Edge level={finding.level} />
      <Box flex="1" minW="0" py={quiet ? "0.5" : "2"} pr="2">
        {quiet ? (
          <Box as="details" fontSize="sm" color="ink.soft">
            <Box as="summary" cursor="pointer">
              {finding.line ? `Line ${finding.line}: ` : ""}
              {finding.says}
            </Box>
            {more}
          </Box>
        ) : (
          <>
            <Flex gap="2" align="baseline" wrap="wrap">
              <LevelWord level={finding.level} />
              {finding.line !== null && (
                <Text as="span" fontSize="xs" color="ink.faint">
                  line {finding.line}
                  {quote ? `: ${quote}` : ""}
                </Text>
              )}
            </Flex>
            <Text fontWeight="650" lineHeight="1.3">
              {finding.says}
            </Text>
            {finding.remedy && (
              <Text mt="1" lineHeight="1.35">
                <Text as="span" aria-hidden="true">
                  →{" "}
                </Text>
                {finding.remedy.says}
              </Text>
            )}
            {more}
          </>
        )}
      </Box>
    </Flex>
  );
}
