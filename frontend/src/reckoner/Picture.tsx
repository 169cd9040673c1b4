/** A sum's answer drawn: a jug in layers, or a ruler with its mark. The other measure stands in the sentence beside it. */
import { Box, Text } from "@chakra-ui/react";
import type { Answer } from "../api/client";

const LAYERS = ["brine.300", "frost.100", "dill.100", "mustard.200"];

export function Picture({ answer }: { answer: Answer }) {
  if (answer.gauge) return <Ruler gauge={answer.gauge} />;
  if (answer.parts.length > 0) return <Jug parts={answer.parts} />;
  return null;
}

function Jug({ parts }: { parts: Answer["parts"] }) {
  const height = 170;
  let top = 0;
  return (
    <svg
      viewBox="0 0 300 200"
      width="300"
      role="img"
      aria-label={parts.map((part) => `${part.name}: ${part.says}`).join("; ")}
      style={{ maxWidth: "100%" }}
    >
      {parts.map((part, index) => {
        const tall = Math.max(2, part.share * height);
        const y = 15 + top;
        top += tall;
        return (
          <g key={part.name}>
            <Box asChild fill={LAYERS[index % LAYERS.length]}>
              <rect x="12" y={y} width="110" height={tall} />
            </Box>
            <line x1="122" x2="136" y1={y + tall / 2} y2={y + tall / 2} stroke="#1e2a22" strokeWidth="1.5" />
            <text
              x="140"
              y={Math.min(186, Math.max(24, y + tall / 2 - 1))}
              fontSize="14"
              fontWeight="700"
              fill="#1e2a22"
            >
              {part.name}
            </text>
            <text x="140" y={Math.min(200, Math.max(40, y + tall / 2 + 15))} fontSize="13" fill="#3a493e">
              {part.says.split(" (")[0]}
            </text>
          </g>
        );
      })}
      <path d="M12 8v177h110V8" fill="none" stroke="#1e2a22" strokeWidth="3" />
    </svg>
  );
}

function Ruler({ gauge }: { gauge: NonNullable<Answer["gauge"]> }) {
  const at = (value: number) => 10 + Math.min(1, Math.max(0, (value - gauge.low) / (gauge.high - gauge.low))) * 280;
  return (
    <svg viewBox="0 0 300 100" width="300" role="img" aria-label={gauge.says} style={{ maxWidth: "100%" }}>
      <rect x="10" y="44" width="280" height="16" fill="#e5e3cf" stroke="#8d8a6c" />
      <rect
        x="10"
        y="44"
        width={Math.max(0, at(gauge.value) - 10)}
        height="16"
        fill="#d9dca0"
        stroke="#1e2a22"
        strokeWidth="1.5"
      />
      <path d={`M${at(gauge.value)} 44l-8 -14h16z`} fill="#1e2a22" />
      <text
        x={Math.min(262, Math.max(38, at(gauge.value)))}
        y="24"
        textAnchor="middle"
        fontSize="16"
        fontWeight="700"
        fill="#1e2a22"
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
            stroke="#755000"
            strokeWidth="3"
            strokeDasharray="4 3"
          />
          <text x={Math.min(262, Math.max(38, at(gauge.line)))} y="86" textAnchor="middle" fontSize="13" fill="#755000">
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
          {line}
        </Text>
      ))}
    </Box>
  );
}
