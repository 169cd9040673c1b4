/** Beginning the batch: how many jars, into how many loads, and off to the Stove. */
import { Box, Field, Flex, Input, Text } from "@chakra-ui/react";
import { type ComponentProps, useState } from "react";
import { useKitchen } from "../api/queries";
import { useBegin } from "../api/useBegin";
import { circumstancesOf, questionOf } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { BeginAsked } from "../parts/BeginAsked";
import { Tap } from "../parts/Tap";
import { isStale, useStale, useVerdict } from "./verdict";

/** A button that rests while the verdict no longer answers the text; it alone is drawn again then. */
function FreshTap({ disabled, ...rest }: ComponentProps<typeof Tap>) {
  const stale = useStale();
  return <Tap {...rest} disabled={disabled || stale} />;
}

export function BeginBar() {
  const destination = useVerdict((verdict) => verdict.destination);
  const expected = useVerdict((verdict) => verdict.jars_high) ?? 1;
  const kitchen = useKitchen().data;
  const [typed, setTyped] = useState<string | null>(null);
  const begin = useBegin();
  const jars = typed ?? String(expected);
  const press = () => {
    if (isStale() || begin.isPending) return;
    const question = questionOf(useDraft.getState().draft, kitchen);
    begin.mutate({ ...circumstancesOf(question), jars: Number(jars) });
  };
  // Of two recipes in one text neither can be begun before one is kept.
  const several = useVerdict((verdict) => verdict.findings.some((found) => found.code === "recipes-several")) ?? false;
  const barred = destination === null || destination === "discard" || several;
  const whole = /^\d+$/.test(jars) && Number(jars) >= 1 && Number(jars) <= 200;
  return (
    <Box id="begin" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3">
      <Flex gap="3" align={{ base: "end", lg: "stretch" }} direction={{ base: "row", lg: "column" }}>
        <Field.Root w={{ base: "6.5rem", lg: "100%" }} flex="none" invalid={!whole}>
          <Field.Label fontSize="sm">Jars planned</Field.Label>
          <Input
            type="text"
            inputMode="numeric"
            value={jars}
            onChange={(event) => setTyped(event.target.value)}
            bg="whey.50"
            borderColor="ink"
            fontSize="lg"
            fontWeight="700"
          />
        </Field.Root>
        <FreshTap
          data-key="b"
          variant="solid"
          size="md"
          flex="1"
          disabled={barred || !whole}
          aria-busy={begin.isPending}
          onClick={press}
        >
          {destination === "fridge" ? "Begin, for the refrigerator" : "Begin this batch"}
        </FreshTap>
      </Flex>
      {!whole && (
        <Text fontSize="sm" mt="2">
          Write a whole number of jars, 1 to 200.
        </Text>
      )}
      {destination === "discard" && (
        <Text fontSize="sm" mt="2">
          This cannot be begun: see the stop above.
        </Text>
      )}
      <BeginAsked error={begin.error} onAgain={begin.again} mt="3" />
    </Box>
  );
}
