/** Beginning the batch: how many jars, into how many loads, and off to the Stove. */
import { Box, Field, Flex, Input, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type ComponentProps, useContext, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, newId, type Refusal } from "../api/client";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { drawnFrom } from "./drawnFrom";
import { type Asking, Judging } from "./judging";

interface Props {
  /** The question as it stands when the button is pressed. */
  asked: () => Asking;
}

/** A button that rests while the verdict no longer answers the text; it alone is drawn again then. */
function FreshTap({ disabled, ...rest }: ComponentProps<typeof Tap>) {
  const { stale } = useContext(Judging);
  return <Tap {...rest} disabled={disabled || stale} />;
}

export const BeginBar = drawnFrom(
  "destination",
  "jars_high",
)<Props>(function BeginBar({ verdict, asked }) {
  const [typed, setTyped] = useState<string | null>(null);
  const navigate = useNavigate();
  // One id for one intention: a double tap begins one batch.
  const id = useRef(newId());
  const expected = verdict?.jars_high ?? 1;
  const jars = typed ?? String(expected);
  const begin = useMutation({
    mutationFn: () => {
      const { altitude_m: _m, altitude_ft: _f, recipe: _r, text, ...rest } = asked().question;
      return api.begin({ ...rest, id: id.current, text: text ?? "", jars: Number(jars) });
    },
    onSuccess: (batch) => navigate(`/stove/${batch.snapshot.id}`),
    onError: () => {
      id.current = newId();
    },
  });
  const barred = !verdict || verdict.destination === "discard";
  const whole = /^\d+$/.test(jars) && Number(jars) >= 1 && Number(jars) <= 200;
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3">
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
          variant="solid"
          size="md"
          flex="1"
          disabled={barred || !whole}
          aria-busy={begin.isPending}
          onClick={() => !asked().stale && begin.mutate()}
        >
          {verdict?.destination === "fridge" ? "Begin, for the refrigerator" : "Begin this batch"}
        </FreshTap>
      </Flex>
      {!whole && (
        <Text fontSize="sm" mt="2">
          Write a whole number of jars, 1 to 200.
        </Text>
      )}
      {verdict?.destination === "discard" && (
        <Text fontSize="sm" mt="2">
          This cannot be begun: see the stop above.
        </Text>
      )}
      {begin.error && <Sentence mt="3">{(begin.error as Refusal).message}</Sentence>}
    </Box>
  );
});
