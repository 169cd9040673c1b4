/** Jars found again: by a word of title, recipe, note, place or person; by how they stand; the number on a label. */
import { Box, Flex, Input, Link, NativeSelect, Text } from "@chakra-ui/react";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { Tap } from "../parts/Tap";
import { stateSays } from "./words";

/** As far as the server counts. */
const MOST = 1000;
const STATES = [
  ["", "all that ever were"],
  ["closed", "closed"],
  ["opened", "open"],
  ["given", "given away"],
  ["finished", "finished"],
  ["missing", "not found"],
  ["out", "to be thrown out"],
  ["thrown", "thrown out"],
] as const;

export function FindJars({ start = "" }: { start?: string }) {
  const [typed, setTyped] = useState("");
  const [state, setState] = useState(start);
  const words = useDeferredValue(typed.trim());
  const navigate = useNavigate();
  const revision = useRevision();
  const looking = words !== "" || state !== "";
  const found = useInfiniteQuery({
    queryKey: ["jars-found", words, state, revision],
    queryFn: ({ pageParam }) => api.foundJars({ q: words, state, after: pageParam, most: 40 }),
    initialPageParam: "",
    getNextPageParam: (page) => page.more ?? undefined,
    enabled: looking,
    placeholderData: (old) => old,
  });
  const pages = looking ? (found.data?.pages ?? []) : [];
  const many = pages[0]?.many ?? 0;
  return (
    <Box mb="5">
      <Flex gap="2" wrap="wrap">
        <Input
          aria-label="Find jars"
          placeholder="a word, a person, a place, or 26-014-3"
          w={{ base: "100%", md: "26rem" }}
          bg="whey.50"
          borderColor="ink"
          borderWidth="2px"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) =>
            event.key === "Enter" && /^\d{2}-\d{3,}-\d+$/.test(typed.trim()) && navigate(`/j/${typed.trim()}`)
          }
        />
        <NativeSelect.Root w="13rem">
          <NativeSelect.Field
            aria-label="How they stand"
            bg="whey.50"
            borderColor="ink"
            value={state}
            onChange={(event) => setState(event.target.value)}
          >
            {STATES.map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      {looking && (
        <Box mt="3" maxW="900px" data-found={many}>
          <Text role="status" color="ink.soft">
            {found.isPending
              ? "Looking …"
              : many === 0
                ? "No jar is found by that."
                : `${many >= MOST ? `${MOST} or more` : many} ${many === 1 ? "jar" : "jars"}`}
          </Text>
          <Box as="ul" listStyleType="none">
            {pages.flatMap((page) =>
              page.jars.map((jar) => (
                <Flex
                  as="li"
                  key={`${jar.batch}-${jar.number}`}
                  gap="3"
                  py="1.5"
                  borderTopWidth="1px"
                  borderColor="whey.300"
                  align="baseline"
                  wrap={{ base: "wrap", md: "nowrap" }}
                >
                  <Link asChild fontWeight="700" textDecoration="underline" minW="24">
                    <RouterLink to={`/shelf/${jar.batch}/${jar.number}`}>
                      {jar.batch}-{jar.number}
                    </RouterLink>
                  </Link>
                  <Text flex="1" fontFamily="recipe">
                    {jar.title}
                  </Text>
                  <Text fontSize="sm">
                    {stateSays(jar)}
                    {jar.stands_at ? `; ${jar.stands_at}` : ""}
                  </Text>
                </Flex>
              )),
            )}
          </Box>
          {found.hasNextPage && (
            <Tap size="sm" mt="2" aria-busy={found.isFetchingNextPage} onClick={() => found.fetchNextPage()}>
              More of them
            </Tap>
          )}
        </Box>
      )}
    </Box>
  );
}
