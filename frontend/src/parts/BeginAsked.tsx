/** What keeps a batch from being begun: what is short, its own steps to be confirmed, or why it was refused. */
import { Box, Checkbox, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Refusal, StepToRead } from "../api/client";
import { Sentence } from "./Sentence";
import { Tap } from "./Tap";

const LONG = [
  [30, "30 min"],
  [180, "3 hours"],
  [720, "overnight"],
  [0, "no clock"],
] as const;

interface Answer {
  number: number;
  confirmed: boolean;
  minutes?: number;
}

/** What was known already when it was asked to begin. */
export interface BeginAskedOf {
  short_known?: boolean;
  steps?: Answer[] | null;
}

interface Props {
  error: Refusal | null;
  /** Asked to begin once more, with what is known now. */
  onAgain: (more: BeginAskedOf) => void;
  mt?: string;
  mb?: string;
}

export function BeginAsked({ error, onAgain, ...rest }: Props) {
  if (!error) return null;
  if (error.steps.length > 0) return <StepsAsked steps={error.steps} onBegin={(steps) => onAgain({ steps })} />;
  if (error.short.length === 0) return <Sentence {...rest}>{error.message}</Sentence>;
  return (
    <Sentence {...rest}>
      <Text fontWeight="650">Before you begin:</Text>
      {error.short.map((says) => (
        <Text key={says} data-short>
          {says}
        </Text>
      ))}
      <Tap size="sm" mt="2" onClick={() => onAgain({ short_known: true })}>
        Begin all the same
      </Tap>
    </Sentence>
  );
}

/** The sentences that the Stove will walk by: each as it was understood, to be confirmed; where its text gives no time, asked. */
function StepsAsked({ steps, onBegin }: { steps: readonly StepToRead[]; onBegin: (answers: Answer[]) => void }) {
  const asked = steps.filter((step) => step.asked);
  const [confirmed, setConfirmed] = useState<readonly number[]>([]);
  const [minutes, setMinutes] = useState<Record<number, string>>({});
  const wrong = asked.filter((step) => step.minutes && !/^\d*([.,]\d+)?$/.test((minutes[step.number] ?? "").trim()));
  const left = asked.filter((step) => !confirmed.includes(step.number)).length;
  const answers = () =>
    asked.map((step) => {
      const typed = (minutes[step.number] ?? "").trim().replace(",", ".");
      return {
        number: step.number,
        confirmed: confirmed.includes(step.number),
        ...(step.minutes && typed !== "" ? { minutes: Number(typed) } : {}),
      };
    });
  return (
    <Box role="region" aria-label="Its steps, read back" mt="3" borderTopWidth="2px" borderColor="ink" pt="3">
      <Text fontWeight="700">Its steps, read back</Text>
      <Text fontSize="sm" color="ink.soft" mb="1">
        The Stove walks by them. Tick each that is understood as it is meant; one that is not is shown in its own words,
        without a clock.
      </Text>
      <Box as="ol" listStyleType="none">
        {asked.map((step) => (
          <Box as="li" key={step.number} borderTopWidth="1px" borderColor="whey.300" py="2" data-step={step.number}>
            <Checkbox.Root
              minH="11"
              checked={confirmed.includes(step.number)}
              onCheckedChange={(details) =>
                setConfirmed(
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
            {step.minutes && (
              <Flex gap="2" wrap="wrap" align="center">
                {LONG.map(([figure, word]) => (
                  <Tap
                    key={word}
                    size="sm"
                    aria-label={`Step ${step.number}: ${word}`}
                    aria-pressed={minutes[step.number] === String(figure)}
                    onClick={() => setMinutes({ ...minutes, [step.number]: String(figure) })}
                  >
                    {word}
                  </Tap>
                ))}
                <Input
                  aria-label={`Step ${step.number}: minutes`}
                  placeholder="minutes"
                  inputMode="decimal"
                  w="24"
                  bg="whey.50"
                  borderColor="ink"
                  value={minutes[step.number] ?? ""}
                  onChange={(event) => setMinutes({ ...minutes, [step.number]: event.target.value })}
                />
              </Flex>
            )}
          </Box>
        ))}
      </Box>
      {wrong.length > 0 && <Text role="alert">Write minutes as a number, such as 30; 0 for no clock.</Text>}
      <Flex gap="2" wrap="wrap" mt="2">
        <Tap size="sm" disabled={left === 0} onClick={() => setConfirmed(asked.map((step) => step.number))}>
          All are right
        </Tap>
        <Tap variant="solid" size="sm" disabled={wrong.length > 0} onClick={() => onBegin(answers())}>
          {left === 0 ? "Begin with these steps" : `Begin, ${left} in ${left === 1 ? "its" : "their"} own words`}
        </Tap>
      </Flex>
    </Box>
  );
}
