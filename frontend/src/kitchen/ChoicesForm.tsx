/** Where sound sources differ, the kitchen's choice; and the ingredients it has placed. */
import { Box, Field, Flex, Grid, Heading, NativeSelect, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { api, type Choices } from "../api/client";
import { useChanged, useChoices, usePlacements, useWords } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

type Matter = keyof Choices;

const MATTERS: readonly {
  matter: Matter;
  label: string;
  why: string;
  options: readonly (readonly [string, string])[];
}[] = [
  {
    matter: "chart",
    label: "A source that gives sea-level minutes only",
    why: "A formula's own table always comes first.",
    options: [
      ["trade", "the trade chart: 5, 10, 15, 20 min more"],
      ["longest", "strict: the longest of trade chart and older rule"],
    ],
  },
  {
    matter: "sterilise",
    label: "Sterilising jars",
    why: "Needed where processing is under 10 minutes.",
    options: [
      ["when-needed", "only where it is needed"],
      ["always", "always"],
    ],
  },
  {
    matter: "water",
    label: "Water over the lids",
    why: "At least 1 in; 2 in when over 30 minutes.",
    options: [
      ["as-needed", "1 in, 2 in when over 30 min"],
      ["two-inches", "2 in always"],
    ],
  },
  {
    matter: "cool_hours",
    label: "Before a lid is touched",
    why: "Never less than 12 hours. A day less an hour: a jar found open can still be rescued.",
    options: [
      ["12", "12 hours"],
      ["23", "a day, less an hour"],
    ],
  },
  {
    matter: "unsealed_days",
    label: "A jar that failed to seal keeps in the refrigerator",
    why: "Sources say one week or two.",
    options: [
      ["7", "a week"],
      ["14", "two weeks"],
    ],
  },
  {
    matter: "rim",
    label: "Rims are wiped with",
    why: "Vinegar takes off fat and syrup.",
    options: [
      ["water", "water"],
      ["vinegar", "vinegar"],
    ],
  },
];

export function ChoicesForm() {
  const choices = useChoices().data;
  const changed = useChanged();
  const save = useMutation({ mutationFn: api.setChoices, onSuccess: (made) => changed("choices", made) });
  if (!choices) return null;
  const set = (matter: Matter, value: string) => {
    const typed = matter === "cool_hours" || matter === "unsealed_days" ? Number(value) : value;
    save.mutate({ ...choices, [matter]: typed } as Parameters<typeof api.setChoices>[0]);
  };
  return (
    <Box mt="10">
      <Heading as="h2" fontSize="xl">
        Where sources differ
      </Heading>
      <Text color="ink.soft" mb="3">
        Both ways are sound; yours is applied, and named with every batch. Where one is not sound, there is no choice.
      </Text>
      {save.error && <Sentence mb="3">{save.error.message}</Sentence>}
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4">
        {MATTERS.map((one) => (
          <Field.Root key={one.matter}>
            <Field.Label fontWeight="650">{one.label}</Field.Label>
            <NativeSelect.Root>
              <NativeSelect.Field
                bg="whey.50"
                borderColor="ink"
                borderWidth="2px"
                value={String(choices[one.matter])}
                onChange={(event) => set(one.matter, event.target.value)}
              >
                {one.options.map(([id, says]) => (
                  <option key={id} value={id}>
                    {says}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Field.HelperText color="ink.soft">{one.why}</Field.HelperText>
          </Field.Root>
        ))}
      </Grid>
      <Placed />
      <OnlyKinds />
    </Box>
  );
}

/** Words that were said to be only a kind of the food behind them. */
function OnlyKinds() {
  const said = useWords().data?.said ?? [];
  const changed = useChanged();
  const forget = useMutation({
    mutationFn: (one: { word: string; food: string }) => api.unsayKind(one.word, one.food),
    onSuccess: (left) => changed("words", left),
  });
  if (said.length === 0) return null;
  return (
    <Box mt="8">
      <Heading as="h2" fontSize="xl" mb="2">
        Words that only say which kind
      </Heading>
      {forget.error && <Sentence mb="3">{forget.error.message}</Sentence>}
      <Box as="ul" listStyleType="none">
        {said.map((one) => (
          <Flex
            as="li"
            key={`${one.word} ${one.food}`}
            align="center"
            gap="3"
            borderBottomWidth="1px"
            borderColor="whey.300"
            py="1"
          >
            <Text flex="1">
              <b>{one.word}</b> {one.food}
            </Text>
            <Tap
              size="sm"
              variant="quiet"
              aria-label={`Forget ${one.word} ${one.food}`}
              onClick={() => forget.mutate(one)}
            >
              Forget
            </Tap>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function Placed() {
  const placed = usePlacements().data?.placed ?? [];
  const changed = useChanged();
  const forget = useMutation({
    mutationFn: (name: string) => api.unplace(name),
    onSuccess: (left) => changed("placements", left),
  });
  if (placed.length === 0) return null;
  return (
    <Box mt="8">
      <Heading as="h2" fontSize="xl" mb="2">
        Ingredients you placed
      </Heading>
      {forget.error && <Sentence mb="3">{forget.error.message}</Sentence>}
      <Box as="ul" listStyleType="none">
        {placed.map((one) => (
          <Flex as="li" key={one.name} align="center" gap="3" borderBottomWidth="1px" borderColor="whey.300" py="1">
            <Text flex="1">
              <b>{one.name}</b>: {one.title}
            </Text>
            <Tap size="sm" variant="quiet" aria-label={`Forget ${one.name}`} onClick={() => forget.mutate(one.name)}>
              Forget
            </Tap>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
