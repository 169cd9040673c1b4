/** Jars found again on a screen of their own: all that are traced and not told, to be looked at, or not found; or by whatever is asked. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link as RouterLink, useSearchParams } from "react-router";
import { api, type JarFound } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { FindJars } from "./FindJars";
import { useJarTell } from "./useJarTell";
import { stateSays } from "./words";

const LOOKED = "looked at: lid down, no gas, no leak, no cloud";

function Marked({ marked }: { marked: "recalled" | "look" }) {
  const revision = useRevision();
  const by = useJarTell();
  const found = useQuery({
    queryKey: ["jars-found", "marked", marked, revision],
    queryFn: () => api.foundJars({ marked, most: 200 }),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  const jars = found.data?.jars ?? [];
  const one = (jar: JarFound): [string, number] => [jar.batch, jar.number];
  const done = (chosen: readonly JarFound[]) =>
    marked === "recalled"
      ? by.tell({ kind: "told", jars: chosen.map(one), to: "", note: "" })
      : by.tell({ kind: "looked", jars: chosen.map(one), to: "", note: LOOKED });
  const word = marked === "recalled" ? "Told" : "Looked at, all well";
  return (
    <Box mb="6" data-marked={marked}>
      <Heading as="h2" fontSize="lg" mb="1">
        {marked === "recalled" ? "Traced, and to be told" : "To be looked at"}
      </Heading>
      <Text mb="3">
        {jars.length === 0
          ? "None any more."
          : marked === "recalled"
            ? "Tell whoever has one what was wrong; what stands here goes where the reason sends it."
            : "A mate of each was found wrong: lid down, no gas, no leak, no cloud that was not there."}
      </Text>
      {by.error && <Sentence mb="2">{by.error.message}</Sentence>}
      {by.last && (
        <Tap size="sm" variant="quiet" mb="2" onClick={() => by.undo()}>
          Take that back
        </Tap>
      )}
      <Box as="ul" listStyleType="none">
        {jars.map((jar) => (
          <Flex
            as="li"
            key={`${jar.batch}-${jar.number}`}
            gap="3"
            py="2"
            borderTopWidth="1px"
            borderColor="whey.300"
            align="center"
            wrap={{ base: "wrap", md: "nowrap" }}
          >
            <Link asChild fontWeight="700" textDecoration="underline" minW="24">
              <RouterLink to={`/shelf/${jar.batch}/${jar.number}`}>
                {jar.batch}-{jar.number}
              </RouterLink>
            </Link>
            <Box flex="1">
              <Text fontFamily="recipe">{jar.title}</Text>
              <Text fontSize="sm">
                {stateSays(jar)}
                {jar.recalled ? `; ${jar.recalled}` : ""}
              </Text>
            </Box>
            <Tap size="sm" aria-label={`${word}: ${jar.batch}-${jar.number}`} onClick={() => done([jar])}>
              {word}
            </Tap>
            <Tap asChild size="sm" variant="warn">
              <RouterLink to={`/shelf/${jar.batch}/${jar.number}/wrong`}>Something is wrong …</RouterLink>
            </Tap>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

export function FoundJars() {
  const [search] = useSearchParams();
  const marked = search.get("marked");
  return (
    <Box maxW="980px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        Find jars
      </Heading>
      {(marked === "recalled" || marked === "look") && <Marked marked={marked} />}
      <FindJars start={search.get("state") ?? ""} />
    </Box>
  );
}
