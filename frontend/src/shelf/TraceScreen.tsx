/** Where a bottle of vinegar or a lot of lids went: every jar it touches, where it stands or to whom it went; printed with nothing else. */
import { Box, Flex, Heading, Input, Link, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { api, newId } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { useJarTell } from "./useJarTell";
import { stateSays } from "./words";

/** “This was bad”: every jar it touches is marked until it is told; taken back by one press. */
function WasBad({ asked, toTell }: { asked: Record<string, string>; toTell: number }) {
  const client = useQueryClient();
  const by = useJarTell();
  const [note, setNote] = useState("");
  const id = useRef(newId());
  const recall = useMutation({
    mutationFn: () => api.recall({ id: id.current, note, bottle: "", lids: "", produce: "", picked: "", ...asked }),
    onSuccess: () => {
      id.current = newId();
      setNote("");
      for (const key of ["trace", "jars-found", "alive"]) client.invalidateQueries({ queryKey: [key] });
    },
  });
  return (
    <Box mb="5" p="3" bg="whey.50" borderWidth="2px" borderColor={toTell ? "beet.600" : "ink"} borderRadius="sm">
      {toTell > 0 ? (
        <Text fontWeight="650" mb="2" role="status">
          {toTell} {toTell === 1 ? "jar is" : "jars are"} still to be told.{" "}
          <Link asChild textDecoration="underline">
            <RouterLink to="/shelf/found?marked=recalled">Go through them</RouterLink>
          </Link>
        </Text>
      ) : (
        <Text mb="2">Was it bad? Every jar that it touched is marked until it is told, those given away too.</Text>
      )}
      <Flex gap="2" wrap="wrap" _print={{ display: "none" }}>
        <Input
          aria-label="What was wrong with it"
          placeholder="what was wrong with it"
          w="20rem"
          maxLength={200}
          bg="whey.50"
          borderColor="ink"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Tap
          size="sm"
          variant="warn"
          disabled={note.trim() === ""}
          aria-busy={recall.isPending}
          onClick={() => !recall.isPending && recall.mutate()}
        >
          It was bad: mark them all
        </Tap>
        {recall.data && toTell > 0 && (
          <Tap
            size="sm"
            variant="quiet"
            onClick={() => by.tell({ kind: "undo", jars: [], of: recall.data.id, to: "", note: "" })}
          >
            Take that back
          </Tap>
        )}
      </Flex>
      {recall.error && <Sentence mt="2">{recall.error.message}</Sentence>}
    </Box>
  );
}

export function TraceScreen() {
  const [search] = useSearchParams();
  const revision = useRevision();
  const asked = Object.fromEntries(
    (["bottle", "lids", "produce", "picked"] as const).flatMap((name) => {
      const value = search.get(name);
      return value ? [[name, value]] : [];
    }),
  ) as Record<string, string>;
  const found = useQuery({
    queryKey: ["trace", asked, revision],
    queryFn: () => api.trace(asked),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Following it …</Text>;
  const { says, batches, jars } = found.data;
  return (
    <Box maxW="900px" data-paper="">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="2">
        Where it went: {says}
      </Heading>
      <Text color="ink.soft" mb="3">
        {jars.length === 0
          ? "No jar is known that drew from it."
          : `${jars.length} ${jars.length === 1 ? "jar" : "jars"} of ${batches.length === 1 ? "one batch" : `${batches.length} batches`}. Which of a batch's jars it was nobody can tell: all of them count.`}
      </Text>
      {jars.length > 0 && <WasBad asked={asked} toTell={found.data.to_tell} />}
      {batches.map((batch) => {
        const mine = jars.filter((jar) => jar.batch === batch);
        return (
          <Box key={batch} mb="4" data-traced={batch}>
            <Heading as="h2" fontSize="md" fontFamily="recipe">
              <Link asChild textDecoration="underline">
                <RouterLink to={`/shelf/${batch}`}>
                  {batch} {mine[0]?.title ?? ""}
                </RouterLink>
              </Link>
            </Heading>
            <Box as="ul" listStyleType="none">
              {[...mine].reverse().map((jar) => (
                <Flex as="li" key={jar.number} gap="3" py="1" borderTopWidth="1px" borderColor="whey.300">
                  <Text w="28" flex="none" fontWeight="650">
                    {jar.batch}-{jar.number}
                  </Text>
                  <Text>
                    {stateSays(jar)}
                    {jar.stands_at ? `; ${jar.stands_at}` : ""}
                    {jar.recalled ? "; to be told" : ""}
                  </Text>
                </Flex>
              ))}
            </Box>
            {mine.length === 0 && <Text fontSize="sm">None of its jars stands or stood here yet.</Text>}
          </Box>
        );
      })}
      {jars.length > 0 && (
        <Tap size="sm" onClick={() => window.print()}>
          Print it
        </Tap>
      )}
    </Box>
  );
}
