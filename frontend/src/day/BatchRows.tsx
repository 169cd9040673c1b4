/** The batches of the day, each with its jars, moved earlier or later, looked at alone, taken out. */
import { Box, Checkbox, Flex, Grid, Input, Text } from "@chakra-ui/react";
import type { Day } from "../api/client";
import { Tap } from "../parts/Tap";
import { type Asked, type One, STEP_MIN } from "./asked";

interface Props {
  asked: Asked;
  day: Day | undefined;
  chosen: number | null;
  onChosen: (at: number | null) => void;
  onChange: (id: string, part: Partial<One>) => void;
  onBench: (at: number) => void;
  onOut: (id: string) => void;
}

const shift = (minutes: number): string =>
  minutes === 0 ? "at once" : `${minutes > 0 ? "+" : "−"}${Math.abs(minutes)} min`;

export function BatchRows({ asked, day, chosen, onChosen, onChange, onBench, onOut }: Props) {
  const done = asked.mode === "done";
  return (
    <Grid as="ul" listStyleType="none" templateColumns="minmax(0,1fr)" my="3" maxW="1000px">
      {asked.batches.map((batch, at) => (
        <Flex
          as="li"
          key={batch.id}
          gap="2"
          align="center"
          wrap={{ base: "wrap", md: "nowrap" }}
          py="1"
          borderTopWidth="1px"
          borderColor="whey.300"
          data-batch={batch.of}
        >
          <Box w="4" h="4" bg={`batch.${(at % 5) + 1}`} borderRadius="sm" aria-hidden="true" />
          <Text flex="1" minW={{ base: "70%", md: "0" }} fontFamily="recipe">
            {day?.batches[at]?.title ?? batch.title}
            {day?.batches[at] ? (
              <Text as="span" fontFamily="body" fontSize="sm" color="ink.soft">
                {" "}
                {day.batches[at].jars} {day.batches[at].jar_title}
                {day.batches[at].minutes ? `, ${day.batches[at].minutes} min` : ", for the refrigerator"}
              </Text>
            ) : null}
          </Text>
          <Input
            aria-label={`Jars of ${batch.title}`}
            placeholder="jars"
            inputMode="numeric"
            w="16"
            size="sm"
            bg="whey.50"
            borderColor="ink"
            value={batch.jars}
            onChange={(event) =>
              /^\d{0,3}$/.test(event.target.value) && onChange(batch.id, { jars: event.target.value })
            }
          />
          <Tap
            size="sm"
            aria-label={`${batch.title}: half an hour earlier`}
            disabled={!done && batch.later <= 0}
            onClick={() =>
              onChange(batch.id, { later: done ? batch.later - STEP_MIN : Math.max(0, batch.later - STEP_MIN) })
            }
          >
            ‹
          </Tap>
          <Text fontSize="sm" minW="14" textAlign="center" fontVariantNumeric="tabular-nums">
            {shift(batch.later)}
          </Text>
          <Tap
            size="sm"
            aria-label={`${batch.title}: half an hour later`}
            disabled={done && batch.later >= 0}
            onClick={() =>
              onChange(batch.id, { later: done ? Math.min(0, batch.later + STEP_MIN) : batch.later + STEP_MIN })
            }
          >
            ›
          </Tap>
          <Checkbox.Root
            size="sm"
            checked={chosen === at}
            onCheckedChange={(details) => onChosen(details.checked === true ? at : null)}
          >
            <Checkbox.HiddenInput aria-label={`alone: ${batch.title}`} />
            <Checkbox.Control borderColor="ink" bg="whey.50" />
            <Checkbox.Label>alone</Checkbox.Label>
          </Checkbox.Root>
          {day?.batches[at] && (
            <Tap size="sm" variant="quiet" aria-label={`to the Bench: ${batch.title}`} onClick={() => onBench(at)}>
              to the Bench
            </Tap>
          )}
          <Tap size="sm" variant="quiet" aria-label={`take out ${batch.title}`} onClick={() => onOut(batch.id)}>
            take out
          </Tap>
        </Flex>
      ))}
    </Grid>
  );
}
