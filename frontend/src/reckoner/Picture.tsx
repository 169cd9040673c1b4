/** A sum's answer drawn: a jug in layers, or a ruler with its mark. The other measure stands in the sentence beside it. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Answer } from "../api/client";
import { unbroken } from "../parts/unbroken";

const LAYERS = ["brine.300", "frost.100", "dill.100", "mustard.200"];

export function Picture({ answer }: { answer: Answer }) {
  if (answer.gauge) return <Ruler gauge={answer.gauge} />;
  if (answer.parts.length > 0) return <Jug parts={answer.parts} />;
  return null;
}

/** The jug in layers; what each is stands beside it in words that wrap, so that no name is cut off. */
function Jug({ parts }: { parts: Answer["parts"] }) {
  const height = 170;
  const tops = parts.map((_, index) => parts.slice(0, index).reduce((sum, part) => sum + part.share * height, 0));
  return (
    <Flex gap="4" align="center" flex="0 1 20rem" minW="0">
      <svg
        viewBox="0 0 134 194"
        width="134"
        role="img"
        aria-label={parts.map((part) => `${part.name}: ${part.says}`).join("; ")}
        style={{ flex: "none" }}
      >
        {parts.map((part, index) => (
          <Box asChild key={part.name} fill={LAYERS[index % LAYERS.length]}>
            <rect x="12" y={15 + (tops[index] ?? 0)} width="110" height={Math.max(2, part.share * height)} />
          </Box>
        ))}
        <path d="M12 8v177h110V8" fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="3" />
      </svg>
      <Box as="ul" listStyleType="none" minW="0">
        {parts.map((part, index) => (
          <Flex as="li" key={part.name} gap="2" mb="2" align="start">
            <Box
              w="18px"
              h="18px"
              mt="3px"
              flex="none"
              bg={LAYERS[index % LAYERS.length]}
              borderWidth="2px"
              borderColor="ink"
            />
            <Box minW="0">
              <Text fontWeight="700" lineHeight="1.25">
                {unbroken(part.name)}
              </Text>
              <Text fontSize="sm" color="ink.soft">
                {unbroken(part.says)}
              </Text>
            </Box>
          </Flex>
        ))}
      </Box>
    </Flex>
  );
}

function Ruler({ gauge }: { gauge: NonNullable<Answer["gauge"]> }) {
  const at = (value: number) => 10 + Math.min(1, Math.max(0, (value - gauge.low) / (gauge.high - gauge.low))) * 280;
  return (
    <svg viewBox="0 0 300 100" width="300" role="img" aria-label={gauge.says} style={{ maxWidth: "100%" }}>
      <rect
        x="10"
        y="44"
        width="280"
        height="16"
        fill="var(--chakra-colors-whey-200)"
        stroke="var(--chakra-colors-whey-400)"
      />
      <rect
        x="10"
        y="44"
        width={Math.max(0, at(gauge.value) - 10)}
        height="16"
        fill="var(--chakra-colors-brine-300)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="1.5"
      />
      <path d={`M${at(gauge.value)} 44l-8 -14h16z`} fill="var(--chakra-colors-ink)" />
      <text
        x={Math.min(262, Math.max(38, at(gauge.value)))}
        y="24"
        textAnchor="middle"
        fontSize="16"
        fontWeight="700"
        fill="var(--chakra-colors-ink)"
      >
        {gauge.says}
      </text>
      {gauge.line !== null && (
        <>
          <line
            x1={at(gauge.line)}
            x2={at(gauge.line)}
            y1="38"
            y2="68"
            stroke="var(--chakra-colors-mustard-700)"
            strokeWidth="3"
            strokeDasharray="4 3"
          />
          <text
            x={Math.min(262, Math.max(38, at(gauge.line)))}
            y="86"
            textAnchor="middle"
            fontSize="13"
            fill="var(--chakra-colors-mustard-700)"
          >
            {gauge.line_says}
          </text>
        </>
      )}
    </svg>
  );
}

export function Working({ answer }: { answer: Answer }) {
  return (
    <Box as="ol" listStyleType="none" fontFamily="recipe" fontSize="md" color="ink.soft" aria-label="The working">
      {answer.working.map((line) => (
        <Text as="li" key={line} py="0.5">
          {unbroken(line)}
        </Text>
      ))}
    </Box>
  );
}
