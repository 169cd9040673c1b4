/** Where the kitchen is and which measures it uses: the two things asked on a first start, and changed later in Kitchen. */
import { Box, Field, Flex, Input, NativeSelect, RadioCard, Text } from "@chakra-ui/react";
import { type FormEvent, useState } from "react";
import type { Kitchen, KitchenIn } from "../api/client";
import { useSetKitchen } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const MEASURES = [
  { value: "us", title: "US cups and pounds", says: "1 cup is 237 ml" },
  { value: "metric", title: "Metric", says: "grams, ml, a 250 ml cup" },
  { value: "imperial", title: "Imperial", says: "a 568 ml pint" },
] as const;

export function KitchenForm({ kitchen, submit, onSaved }: { kitchen: Kitchen; submit: string; onSaved?: () => void }) {
  const [height, setHeight] = useState(kitchen.altitude === null ? "" : String(kitchen.altitude));
  const [unit, setUnit] = useState<"m" | "ft">(kitchen.altitude_unit ?? "m");
  const [measures, setMeasures] = useState<NonNullable<KitchenIn["measures"]>>(kitchen.measures);
  const save = useSetKitchen(onSaved);
  const send = (event: FormEvent) => {
    event.preventDefault();
    save.mutate({
      name: kitchen.name,
      altitude: height.trim(),
      altitude_unit: unit,
      measures,
      jars_per_load: kitchen.jars_per_load,
    });
  };
  return (
    <form onSubmit={send} noValidate>
      <Field.Root>
        <Field.Label fontSize="lg" fontWeight="650">
          How high above the sea is your kitchen?
        </Field.Label>
        <Flex gap="2" mt="1">
          <Input
            size="lg"
            bg="whey.50"
            borderColor="ink"
            borderWidth="2px"
            inputMode="text"
            value={height}
            onChange={(event) => {
              setHeight(event.target.value);
              save.reset();
            }}
            placeholder={unit === "m" ? "1265" : "4150"}
            w="9rem"
            fontSize="xl"
          />
          <NativeSelect.Root size="lg" w="8rem">
            <NativeSelect.Field
              aria-label="Unit of the height"
              bg="whey.50"
              borderColor="ink"
              borderWidth="2px"
              value={unit}
              onChange={(event) => setUnit(event.target.value as "m" | "ft")}
            >
              <option value="m">metres</option>
              <option value="ft">feet</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Flex>
        <Field.HelperText color="ink.soft" fontSize="sm" maxW="34rem">
          Water boils cooler the higher you are, so jars need longer. A phone's compass or map shows the height, so does
          the sign at the town's edge; when in doubt write the higher figure. At the sea, write 0.
        </Field.HelperText>
      </Field.Root>
      <RadioCard.Root
        mt="6"
        value={measures}
        onValueChange={(details) => setMeasures(details.value as typeof measures)}
      >
        <RadioCard.Label fontSize="lg" fontWeight="650">
          Which measures do your recipes use?
        </RadioCard.Label>
        <Flex gap="3" wrap="wrap">
          {MEASURES.map((option) => (
            <RadioCard.Item
              key={option.value}
              value={option.value}
              minW="11rem"
              bg="whey.50"
              borderColor="ink"
              _checked={{ bg: "dill.100", borderColor: "ink", boxShadow: "inset 0 0 0 2px {colors.ink}" }}
            >
              <RadioCard.ItemHiddenInput />
              <RadioCard.ItemControl>
                <Box flex="1">
                  <Text fontWeight="650">{option.title}</Text>
                  <Text fontSize="sm" color="ink.soft">
                    {option.says}
                  </Text>
                </Box>
                <RadioCard.ItemIndicator borderColor="ink" _checked={{ bg: "ink", borderColor: "ink" }} />
              </RadioCard.ItemControl>
            </RadioCard.Item>
          ))}
        </Flex>
      </RadioCard.Root>
      {save.error && <Sentence mt="4">{save.error.message}</Sentence>}
      <Tap type="submit" variant="solid" size="lg" mt="6" aria-busy={save.isPending}>
        {submit}
      </Tap>
    </form>
  );
}
