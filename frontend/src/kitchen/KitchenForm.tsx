/** Where the kitchen is and which measures it uses: the two things asked on a first start, and changed later in Kitchen. */
import { Box, Field, Flex, Input, NativeSelect, RadioCard, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useDeferredValue, useState } from "react";
import { api, type Kitchen, type KitchenIn } from "../api/client";
import { useSetKitchen } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const MEASURES = [
  { value: "us", title: "US cups and pounds", says: "1 cup is 237 ml" },
  { value: "metric", title: "Metric", says: "grams, ml, a 250 ml cup" },
  { value: "imperial", title: "Imperial", says: "a 568 ml pint" },
] as const;

/** The height read back as it is typed: in both units, with where water boils there; or what it may mean, to be chosen from. */
function ReadBack({
  written,
  unit,
  onChoose,
}: {
  written: string;
  unit: "m" | "ft";
  onChoose: (written: string, unit: "m" | "ft") => void;
}) {
  const asked = useDeferredValue(written.trim());
  const read = useQuery({
    queryKey: ["height", asked, unit],
    queryFn: () => api.height(asked, unit),
    enabled: asked !== "",
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (old) => old,
  });
  if (asked === "" || !read.data) return null;
  const { says, asks, readings } = read.data;
  return (
    <Box mt="3" aria-live="polite" data-height={says ? "read" : "asked"}>
      {says && (
        <Text fontSize="lg" fontWeight="650">
          {says}.
        </Text>
      )}
      {asks && <Text fontWeight="650">{readings.length > 0 ? "Which height do you mean?" : asks}</Text>}
      {readings.length > 0 && (
        <Flex direction="column" gap="2" mt="2" align="start">
          {readings.map((one) => (
            <Tap key={one.written} onClick={() => onChoose(one.written, one.unit)}>
              {one.says}
            </Tap>
          ))}
        </Flex>
      )}
    </Box>
  );
}

export function KitchenForm({ kitchen, submit, onSaved }: { kitchen: Kitchen; submit: string; onSaved?: () => void }) {
  const [height, setHeight] = useState(kitchen.altitude === null ? "" : String(kitchen.altitude));
  const [unit, setUnit] = useState<"m" | "ft">(kitchen.altitude_unit ?? "m");
  const [measures, setMeasures] = useState<NonNullable<KitchenIn["measures"]>>(kitchen.measures);
  const save = useSetKitchen(onSaved);
  const store = (more: Partial<KitchenIn> = {}) =>
    save.mutate({
      ...(save.error ? save.variables : {}),
      ...more,
      name: kitchen.name,
      altitude: height.trim(),
      altitude_unit: unit,
      measures,
      jars_per_load: kitchen.jars_per_load,
    });
  const send = (event: FormEvent) => {
    event.preventDefault();
    store();
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
      <ReadBack
        written={height}
        unit={unit}
        onChoose={(written, chosen) => {
          setHeight(written);
          setUnit(chosen);
          save.reset();
        }}
      />
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
      {save.error?.field === "sure" && (
        <Flex gap="3" wrap="wrap" mt="3">
          <Tap onClick={() => store({ sure: true })}>Yes, that is my kitchen's height</Tap>
          <Tap variant="quiet" onClick={() => save.reset()}>
            No, let me change it
          </Tap>
        </Flex>
      )}
      {save.error?.field === "height_change" && (
        <Flex gap="3" wrap="wrap" mt="3">
          <Tap onClick={() => store({ height_change: "put-right" })}>It was wrong: put it right</Tap>
          <Tap onClick={() => store({ height_change: "moved" })}>The kitchen moved</Tap>
        </Flex>
      )}
      <Tap type="submit" variant="solid" size="lg" mt="6" aria-busy={save.isPending}>
        {submit}
      </Tap>
    </form>
  );
}
