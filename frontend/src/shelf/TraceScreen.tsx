/** Where a bottle of vinegar or a lot of lids went: every jar it touches, where it stands or to whom it went; printed with nothing else. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useSearchParams } from "react-router";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { stateSays } from "./words";

export function TraceScreen() {
  const [search] = useSearchParams();
  const revision = useRevision();
  const asked: Record<string, string> = search.get("lids")
    ? { lids: search.get("lids") ?? "" }
    : { bottle: search.get("bottle") ?? "" };
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
