/** What an unknown ingredient is, said by the person: remembered for the kitchen, the worst of its kind from then on. */
import { Box, Flex, NativeSelect, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { useChanged, usePlacements } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export function PlaceIt({ name }: { name: string }) {
  const kinds = usePlacements().data?.kinds ?? [];
  const [kind, setKind] = useState("");
  const changed = useChanged();
  const place = useMutation({
    mutationFn: () => api.place(name, kind),
    onSuccess: (placed) => changed("placements", placed),
  });
  return (
    <Box mt="2">
      <Text fontSize="sm">What is “{name}”? Until you say, it counts as the worst.</Text>
      <Flex gap="2" mt="1" align="center">
        <NativeSelect.Root size="sm" flex="1" maxW="17rem">
          <NativeSelect.Field
            aria-label={`What ${name} is`}
            bg="whey.50"
            borderColor="ink"
            borderWidth="2px"
            value={kind}
            onChange={(event) => setKind(event.target.value)}
          >
            <option value="">choose what it is</option>
            {kinds.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Tap size="sm" disabled={!kind} aria-busy={place.isPending} onClick={() => place.mutate()}>
          Place it
        </Tap>
      </Flex>
      {place.error && <Sentence mt="2">{place.error.message}</Sentence>}
    </Box>
  );
}
