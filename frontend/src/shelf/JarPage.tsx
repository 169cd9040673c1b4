/** One jar's whole story: how it stands, what can be said of it, its batch, its minutes, its mates. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Navigate, Link as RouterLink, useParams } from "react-router";
import { api } from "../api/client";
import { useJars, useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { dayOf } from "../stove/useServerClock";
import { Presses } from "./Presses";
import { ShelfJar } from "./ShelfJar";
import { TasteBox, tasteSays } from "./TasteBox";
import { useJarTell } from "./useJarTell";
import { stateSays } from "./words";

/** What a label's code holds, and its number typed: `26-014-3`. */
export function ByLabel() {
  const { code = "" } = useParams();
  const parts = /^(\d{2}-\d{3,})-(\d+)$/.exec(code);
  if (!parts)
    return <Sentence>“{code}” is no number of a jar. It is printed on the label: 26-014-3, batch and jar.</Sentence>;
  return <Navigate replace to={`/shelf/${parts[1]}/${parts[2]}`} />;
}

export function JarPage() {
  const { batch = "", jar = "" } = useParams();
  const revision = useRevision();
  const sizes = useJars().data?.jars ?? [];
  const by = useJarTell();
  const found = useQuery({
    queryKey: ["jar", batch, jar, revision],
    queryFn: () => api.jar(batch, Number(jar)),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Taking it from the shelf …</Text>;
  const { life, title, standing } = found.data;
  const row = {
    ...life,
    standing,
    entered: found.data.entered,
    best_before: life.last_day ?? life.best_before,
  };
  const facts: [string, string][] = [
    ["Batch", `${found.data.batch}, ${found.data.jar_title}`],
    ["Made", dayOf(life.made_on)],
    ...(found.data.minutes
      ? [["In the canner", `load ${life.load}, ${found.data.minutes} min`] as [string, string]]
      : []),
    ...(found.data.formula_title
      ? [["Tested by", `${found.data.formula_title}, ${found.data.source ?? ""}`] as [string, string]]
      : []),
    ...(found.data.vinegar.length > 0 ? [["Vinegar", found.data.vinegar.join("; ")] as [string, string]] : []),
    ...(life.where ? [["Stands", life.where] as [string, string]] : []),
    ...(life.opened_on ? [["Opened", dayOf(life.opened_on)] as [string, string]] : []),
  ];
  return (
    <Box maxW="1000px">
      <Flex gap="3" align="baseline" wrap="wrap" mb="2">
        <Heading as="h1" fontSize="2xl" fontWeight="700" fontFamily="recipe">
          {title}
        </Heading>
        <Text fontSize="xl" fontWeight="700">
          {found.data.batch}-{life.number}
        </Text>
      </Flex>
      <Grid templateColumns={{ base: "minmax(0,1fr)", md: "auto minmax(0,1fr)" }} gap={{ base: 2, md: 6 }}>
        <Box w="110px" h={{ base: "104px", md: "140px" }} aria-hidden="true">
          <Box display="inline-block" transform="scale(1.8)" transformOrigin="top left">
            <ShelfJar
              jar={sizes.find((size) => size.title === found.data.jar_title)}
              colour={found.data.colour}
              standing={standing}
              told={life.state === "opened" ? "o" : life.state === "out" || life.state === "thrown" ? "x" : ""}
            />
          </Box>
        </Box>
        <Box>
          <Text
            fontSize={{ base: "xl", md: "3xl" }}
            fontWeight="750"
            lineHeight="1.15"
            mb="3"
            data-jar-state={life.state}
          >
            {stateSays(row)}
          </Text>
          {found.data.entered && (
            <Text mb="3" fontWeight="650">
              Made before Rheum: nobody here knows how, so it is not judged.
            </Text>
          )}
          {life.recalled && (
            <Sentence mb="3">
              Traced: {life.recalled}. {life.state === "given" ? `Tell ${life.given_to}.` : "It is to be seen to."}{" "}
              <Tap
                size="sm"
                onClick={() => by.tell({ kind: "told", jars: [[found.data.batch, life.number]], to: "", note: "" })}
              >
                Told
              </Tap>
            </Sentence>
          )}
          {life.advice && life.state === "out" && <Sentence mb="3">{life.advice}</Sentence>}
          <Presses jars={[[found.data.batch, life.number]]} state={life.state} look={life.look} by={by} />
          {!by.last && found.data.last_told && (
            <Tap
              size="sm"
              variant="quiet"
              mt="2"
              onClick={() => by.tell({ kind: "undo", jars: [], of: found.data.last_told, to: "", note: "" })}
            >
              Take the last word back
            </Tap>
          )}
          <Grid as="dl" templateColumns="8rem minmax(0,1fr)" gap="1" mt="5">
            {facts.map(([name, says]) => (
              <Box key={name} display="contents">
                <Text as="dt" color="ink.soft">
                  {name}
                </Text>
                <Text as="dd">{says}</Text>
              </Box>
            ))}
          </Grid>
          {found.data.took.length > 0 && (
            <Box mt="4">
              <Heading as="h2" fontSize="md">
                Where else it went
              </Heading>
              <Flex gap="4" wrap="wrap">
                {found.data.took.map((one) => (
                  <Link key={one.what + one.item + one.picked + one.says} asChild textDecoration="underline">
                    <RouterLink
                      to={`/trace?${one.what}=${encodeURIComponent(one.item)}${one.picked ? `&picked=${one.picked}` : ""}`}
                    >
                      {one.says}
                      {one.picked ? `, picked ${dayOf(one.picked)}` : ""}
                    </RouterLink>
                  </Link>
                ))}
              </Flex>
            </Box>
          )}
          {["opened", "finished"].includes(life.state) && (
            <TasteBox key={life.notes.length} batch={found.data.batch} number={life.number} by={by} />
          )}
          {life.notes.length > 0 && (
            <Box mt="4">
              <Heading as="h2" fontSize="md">
                Notes
              </Heading>
              {life.notes.map((note) => (
                <Text key={note.at + note.says} fontFamily="recipe">
                  {dayOf(note.at)}: {[tasteSays(note.taste), note.says].filter(Boolean).join("; ")}
                </Text>
              ))}
            </Box>
          )}
          {found.data.story.length > 0 && (
            <Box mt="4">
              <Heading as="h2" fontSize="md">
                What happened
              </Heading>
              <Box as="ol" listStyleType="none">
                {found.data.story.map(([at, says]) => (
                  <Text as="li" key={at + says}>
                    {dayOf(at)}: {says}
                  </Text>
                ))}
              </Box>
            </Box>
          )}
          <Flex gap="4" mt="5" wrap="wrap">
            <Link asChild textDecoration="underline">
              <RouterLink to={`/shelf/${found.data.batch}`}>
                Its {found.data.mates.length} {found.data.mates.length === 1 ? "mate" : "mates"}
              </RouterLink>
            </Link>
            {!found.data.entered && (
              <Link asChild textDecoration="underline">
                <RouterLink to={`/stove/${found.data.batch_id}`}>The batch's whole story</RouterLink>
              </Link>
            )}
            <Link asChild textDecoration="underline">
              <RouterLink to={`/labels?jars=${found.data.batch}-${life.number}`}>A label for it</RouterLink>
            </Link>
            <Link asChild textDecoration="underline">
              <RouterLink to="/shelf">Shelf</RouterLink>
            </Link>
          </Flex>
        </Box>
      </Grid>
    </Box>
  );
}
