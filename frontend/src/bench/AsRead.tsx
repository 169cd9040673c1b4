/** How each line was understood, folded away: nothing is guessed silently. */
import { Box, Text } from "@chakra-ui/react";
import { Fold } from "../parts/Fold";
import { useVerdict } from "./verdict";

const WHERE = {
  jar: "",
  "per-jar": "in each jar",
  soak: "soak, stays out of the jar",
  method: "from the method",
} as const;

export function AsRead() {
  const lines = useVerdict((verdict) => verdict.lines);
  if (!lines || lines.length === 0) return null;
  return (
    <Fold title="How Rheum read these lines" mt="3" fontSize="sm" color="ink.soft">
      <Box as="ul" listStyleType="none" mt="2">
        {lines.map((line) => (
          <Box
            as="li"
            key={`${line.line}-${line.reads_as}`}
            display="grid"
            gridTemplateColumns="2.5rem 1fr auto"
            gap="2"
            borderBottomWidth="1px"
            borderColor="whey.200"
            py="1"
          >
            <Text color="ink.faint" textAlign="right">
              {line.line}
            </Text>
            <Text>
              {line.reads_as}
              {WHERE[line.section] ? <em>, {WHERE[line.section]}</em> : null}
            </Text>
            <Text fontVariantNumeric="tabular-nums">{line.amount || "–"}</Text>
          </Box>
        ))}
      </Box>
      <Text mt="2" maxW="44rem">
        Of a method Rheum judges the sentences that would change the jar; no program understands every one. The lines
        above and the jar, pack, headspace and minutes shown here are what was judged: follow those.
      </Text>
    </Fold>
  );
}
