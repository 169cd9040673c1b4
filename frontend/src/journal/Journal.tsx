/** Looking back: the year, what this kitchen has learnt, every batch, and what things cost. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useInfiniteQuery } from "@tanstack/react-query";
import { Link as RouterLink, useSearchParams } from "react-router";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { Choice } from "../parts/Choice";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { dayOf } from "../stove/useServerClock";
import { LearntPart } from "./LearntPart";
import { Prices } from "./Prices";
import { Year } from "./Year";

const SIDES = [
  ["year", "The year"],
  ["learnt", "Learnt here"],
  ["batches", "Batches"],
  ["prices", "Prices"],
] as const;
type Side = (typeof SIDES)[number][0];

function Batches() {
  const revision = useRevision();
  const found = useInfiniteQuery({
    queryKey: ["journal", revision],
    queryFn: ({ pageParam }) => api.journal(pageParam),
    initialPageParam: 0,
    getNextPageParam: (page) => page.more ?? undefined,
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  return (
    <Box>
      <Box as="ul" listStyleType="none">
        {(found.data?.pages ?? []).flatMap((page) =>
          page.batches.map((batch) => (
            <Flex
              as="li"
              key={batch.batch_id}
              gap="4"
              py="2"
              borderTopWidth="1px"
              borderColor="whey.300"
              align="baseline"
              wrap={{ base: "wrap", md: "nowrap" }}
            >
              <Text w="16" fontWeight="700">
                {batch.number}
              </Text>
              <Link asChild flex="1" fontFamily="recipe" fontSize="lg" textDecoration="underline">
                <RouterLink to={`/journal/${batch.number}`}>{batch.title}</RouterLink>
              </Link>
              <Text w="20">
                {batch.jars} {batch.jars === 1 ? "jar" : "jars"}
              </Text>
              <Text w="28" color="ink.soft">
                {dayOf(batch.begun_at)}
              </Text>
              {batch.next_time && (
                <Text fontSize="sm" flexBasis={{ base: "100%", md: "16rem" }}>
                  Next time: {batch.next_time}
                </Text>
              )}
            </Flex>
          )),
        )}
      </Box>
      {found.hasNextPage && (
        <Tap mt="3" size="sm" aria-busy={found.isFetchingNextPage} onClick={() => found.fetchNextPage()}>
          Older ones
        </Tap>
      )}
    </Box>
  );
}

export function Journal() {
  const [search, setSearch] = useSearchParams();
  const side = (SIDES.find(([one]) => one === search.get("side"))?.[0] ?? "year") as Side;
  return (
    <Box maxW="1100px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        Looking back
      </Heading>
      <Flex gap="2" wrap="wrap" role="radiogroup" aria-label="What to look back on" mb="5">
        <Choice of={SIDES} chosen={side} onChoose={(next) => setSearch({ side: next })} />
      </Flex>
      {side === "year" && <Year />}
      {side === "learnt" && <LearntPart />}
      {side === "batches" && <Batches />}
      {side === "prices" && <Prices />}
    </Box>
  );
}
