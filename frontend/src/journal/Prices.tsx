/** What things cost, if wished: of a kilogram, a lid, a jar; bottles carry their own price in the Kitchen. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { Figure, numberOf } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export function PriceBox({
  what,
  title,
  price,
  onSaved,
}: {
  what: string;
  title: string;
  price: number | null;
  onSaved?: () => void;
}) {
  const [typed, setTyped] = useState(price === null ? "" : String(price));
  const client = useQueryClient();
  const put = useMutation({
    mutationFn: () => api.setPrice({ what, price: numberOf(typed) }),
    onSuccess: () => {
      client.invalidateQueries({ queryKey: ["prices"] });
      client.invalidateQueries({ queryKey: ["looked-back"] });
      onSaved?.();
    },
  });
  const bad = Number.isNaN(numberOf(typed) ?? 0);
  return (
    <Flex gap="2" align="end">
      <Box w="11rem">
        <Figure
          label={title}
          value={typed}
          onChange={setTyped}
          hint={bad ? "A figure, such as 2.40." : put.error?.message}
        />
      </Box>
      <Tap
        size="sm"
        disabled={bad || numberOf(typed) === price}
        aria-label={`Keep the price of ${title}`}
        onClick={() => put.mutate()}
      >
        Keep
      </Tap>
    </Flex>
  );
}

export function Prices() {
  const revision = useRevision();
  const client = useQueryClient();
  const found = useQuery({ queryKey: ["prices", revision], queryFn: api.prices, placeholderData: (old) => old });
  const [currency, setCurrency] = useState<string | null>(null);
  const put = useMutation({
    mutationFn: (word: string) => api.setPrice({ what: "", price: null, currency: word }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["prices"] }),
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Opening …</Text>;
  const known = found.data.prices;
  const of = (what: string) => known.find((one) => one.what === what)?.price ?? null;
  const rest = known.filter((one) => !["lid", "jar"].includes(one.what));
  return (
    <Box>
      <Text mb="4" maxW="44rem">
        All of it is optional. Where a price lacks, a batch's cost says “at least”. A jar counts a twelfth each time, a
        lid whole; bottles have their price in the Kitchen; a kilogram is asked for on a batch's own page.
      </Text>
      <Flex gap="6" wrap="wrap" align="end" mb="5">
        <Box w="9rem">
          <Figure
            words
            label="The kitchen's money"
            value={currency ?? found.data.currency}
            onChange={setCurrency}
            placeholder="kr"
          />
        </Box>
        <Tap size="sm" disabled={currency === null} onClick={() => currency !== null && put.mutate(currency)}>
          Keep
        </Tap>
        <PriceBox key={`lid${of("lid")}`} what="lid" title="A new lid" price={of("lid")} />
        <PriceBox key={`jar${of("jar")}`} what="jar" title="A jar" price={of("jar")} />
      </Flex>
      {rest.length > 0 && (
        <>
          <Heading as="h2" fontSize="md" mb="2">
            A kilogram of
          </Heading>
          <Flex gap="5" wrap="wrap">
            {rest.map((one) => (
              <PriceBox
                key={one.what + one.price}
                what={one.what}
                title={one.title.replace("1 kg ", "")}
                price={one.price}
              />
            ))}
          </Flex>
        </>
      )}
    </Box>
  );
}
