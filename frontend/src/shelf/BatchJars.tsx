/** The jars of one batch: each with where it stands; several chosen and told at once; the batch's whole story a press away. */
import { Box, Checkbox, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { api } from "../api/client";
import { useJars, useRevision } from "../api/queries";
import { Figure } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { Presses } from "./Presses";
import { ShelfJar } from "./ShelfJar";
import { useJarTell } from "./useJarTell";
import { stateSays, THERE } from "./words";

export function BatchJars() {
  const { batch = "" } = useParams();
  const [chosen, setChosen] = useState<readonly number[]>([]);
  const [counting, setCounting] = useState<string | null>(null);
  const revision = useRevision();
  const sizes = useJars().data?.jars ?? [];
  const by = useJarTell();
  const found = useQuery({
    queryKey: ["jars-found", "batch", batch, revision],
    queryFn: () => api.foundJars({ batch, most: 200 }),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Opening the cupboard …</Text>;
  const jars = [...found.data.jars].reverse();
  const first = jars[0];
  if (!first)
    return (
      <Sentence>
        No jar of a batch {batch} stands here. <RouterLink to="/shelf">To the shelf</RouterLink>
      </Sentence>
    );
  const mine = jars.filter((jar) => chosen.includes(jar.number));
  const states = new Set(mine.map((jar) => jar.state));
  const turn = (number: number) =>
    setChosen((now) => (now.includes(number) ? now.filter((one) => one !== number) : [...now, number]));
  const whole = jars.filter((jar) => jar.state === "closed" || jar.state === "opened");
  const there = jars.filter((jar) => THERE.includes(jar.state));
  return (
    <Box maxW="1100px">
      <Flex gap="3" align="baseline" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700" fontFamily="recipe">
          {first.title}
        </Heading>
        <Text color="ink.soft">
          {batch}, {there.length} of {jars.length} {jars.length === 1 ? "jar" : "jars"} here
        </Text>
        {first.entered ? (
          <Text fontWeight="650">made before Rheum: unjudged</Text>
        ) : (
          <Link asChild textDecoration="underline">
            <RouterLink to={`/stove/${first.batch_id}`}>The batch's whole story</RouterLink>
          </Link>
        )}
        {!first.entered && (
          <Link asChild textDecoration="underline">
            <RouterLink to={`/journal/${batch}`}>What it came to</RouterLink>
          </Link>
        )}
        <Link asChild textDecoration="underline">
          <RouterLink to={`/labels?batch=${batch}`}>Labels</RouterLink>
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to="/shelf">Shelf</RouterLink>
        </Link>
      </Flex>
      <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" mb="4" minH="24">
        {mine.length === 0 ? (
          <Flex gap="3" align="center" wrap="wrap">
            <Text>Tick jars to say something of several at once, or press one.</Text>
            <Tap size="sm" onClick={() => setChosen(there.map((jar) => jar.number))}>
              All that are here
            </Tap>
            {whole.length > 0 && (
              <Tap
                size="sm"
                aria-expanded={counting !== null}
                onClick={() => setCounting(counting === null ? "" : null)}
              >
                I counted them …
              </Tap>
            )}
            {counting !== null && (
              <Flex gap="2" align="end">
                <Box w="9rem">
                  <Figure
                    label="So many are there"
                    value={counting}
                    onChange={setCounting}
                    hint={whole.length > 0 ? `should be ${whole.length}` : undefined}
                  />
                </Box>
                <Tap
                  size="sm"
                  variant="solid"
                  disabled={!/^\d{1,3}$/.test(counting)}
                  onClick={() => {
                    by.tell({
                      kind: "counted",
                      jars: whole.map((jar) => [batch, jar.number] as [string, number]),
                      to: "",
                      note: "",
                      left: Number(counting),
                    });
                    setCounting(null);
                  }}
                >
                  So it is
                </Tap>
              </Flex>
            )}
          </Flex>
        ) : states.size > 1 ? (
          <Text>These stand differently. Choose such as stand alike.</Text>
        ) : (
          <Presses
            jars={mine.map((jar) => [batch, jar.number])}
            state={mine[0]?.state ?? ""}
            look={mine.some((jar) => jar.look)}
            by={by}
          />
        )}
        {mine.length === 0 && by.error && <Sentence mt="2">{by.error.message}</Sentence>}
        {mine.length === 0 && by.last && (
          <Tap size="sm" variant="quiet" onClick={() => by.undo()}>
            Take that back
          </Tap>
        )}
      </Box>
      <Grid as="ul" listStyleType="none" templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="2">
        {jars.map((jar) => (
          <Flex
            as="li"
            key={jar.number}
            gap="3"
            align="center"
            bg="whey.50"
            borderWidth="1px"
            borderColor={jar.state === "out" ? "beet.600" : "whey.400"}
            borderRadius="sm"
            px="3"
            py="2"
            data-jar={jar.number}
            data-state={jar.state}
          >
            <Checkbox.Root checked={chosen.includes(jar.number)} onCheckedChange={() => turn(jar.number)}>
              <Checkbox.HiddenInput aria-label={`Jar ${jar.number}`} />
              <Checkbox.Control borderColor="ink" bg="whey.50" boxSize="6" />
            </Checkbox.Root>
            <Box opacity={THERE.includes(jar.state) ? 1 : 0.3} aria-hidden="true">
              <ShelfJar
                jar={sizes.find((size) => size.title === jar.jar_title)}
                colour={jar.colour}
                standing={jar.standing}
                told={jar.state === "opened" ? "o" : jar.state === "out" || jar.state === "thrown" ? "x" : ""}
              />
            </Box>
            <Box flex="1">
              <Link asChild fontWeight="700" textDecoration="underline" minH="11" display="flex" alignItems="center">
                <RouterLink to={`/shelf/${batch}/${jar.number}`}>Jar {jar.number}</RouterLink>
              </Link>
              <Text fontSize="sm">
                {stateSays(jar)}
                {jar.stands_at ? `; ${jar.stands_at}` : ""}
                {jar.look ? "; a mate was found wrong: look at it first" : ""}
                {jar.recalled ? `; traced: ${jar.recalled}` : ""}
              </Text>
            </Box>
          </Flex>
        ))}
      </Grid>
    </Box>
  );
}
