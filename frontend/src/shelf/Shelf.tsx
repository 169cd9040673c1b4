/** The shelf under the stairs: jars on boards, not rows of a table. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { Jar, ShelfBatch } from "../api/client";
import { useJars, useShelf } from "../api/queries";
import { DestinationMark } from "../parts/marks";
import { SecondLookAt } from "../parts/SecondLooks";
import { Sentence } from "../parts/Sentence";
import { dayOf } from "../stove/useServerClock";
import { FindJars } from "./FindJars";
import { ShelfJar } from "./ShelfJar";

const STANDING: Record<ShelfBatch["standing"], { word: string; says: (batch: ShelfBatch) => string }> = {
  "past-best": {
    word: "Past its best",
    says: (batch) => `best before ${dayOf(batch.best_before)}: a matter of quality while the seal holds`,
  },
  "use-first": { word: "Use first", says: (batch) => `best before ${dayOf(batch.best_before)}` },
  ready: { word: "Ready", says: (batch) => `best before ${dayOf(batch.best_before)}` },
  waiting: { word: "Waiting", says: (batch) => `ready from ${dayOf(batch.ready_from)}` },
};
const ORDER: ShelfBatch["standing"][] = ["past-best", "use-first", "ready", "waiting"];

function coldSays(batch: ShelfBatch): string {
  return batch.standing === "past-best"
    ? `use-by was ${dayOf(batch.best_before)}: throw it out, untasted`
    : `use by ${dayOf(batch.best_before)}`;
}

function Group({ batch, jar }: { batch: ShelfBatch; jar: Jar | undefined }) {
  const look = STANDING[batch.standing];
  return (
    <Box as="li" flex="0 1 auto" maxW="100%">
      <Flex align="end" alignContent="end" gap="1" px="2" minH="64px" wrap="wrap" aria-hidden="true">
        {batch.jars.map((number) => (
          <ShelfJar key={number} jar={jar} seed={batch.number} standing={batch.standing} />
        ))}
      </Flex>
      <Box h="9px" bg="whey.400" borderTopWidth="2px" borderColor="ink" aria-hidden="true" />
      <Box bg="whey.50" borderWidth="1px" borderColor="whey.400" px="3" py="2" mx="2" mt="-2px" maxW="19rem">
        <Link asChild fontFamily="recipe" fontSize="md" lineHeight="1.25" fontWeight="600" textDecoration="underline">
          <RouterLink to={`/shelf/${batch.number}`} data-shelf-batch={batch.number}>
            {batch.title}
          </RouterLink>
        </Link>
        <Text fontSize="sm">
          <b>{batch.place === "fridge" ? "Refrigerator" : look.word}</b>,{" "}
          {batch.place === "fridge" ? coldSays(batch) : look.says(batch)}
        </Text>
        <Text fontSize="xs" color="ink.faint">
          {batch.number} · made {dayOf(batch.made_on)} · {batch.jars.length} × {batch.jar_title.toLowerCase()}
          {batch.place === "shelf" && batch.standing === "waiting" ? ` · best before ${dayOf(batch.best_before)}` : ""}
          {batch.place === "shelf" && batch.standing !== "waiting" ? ` · ready from ${dayOf(batch.ready_from)}` : ""}
        </Text>
        <SecondLookAt kind="batch" subject={batch.batch_id} />
      </Box>
    </Box>
  );
}

export function Shelf() {
  const shelf = useShelf();
  const jars = useJars().data?.jars ?? [];
  if (shelf.error && !shelf.data) return <Sentence>{shelf.error.message}</Sentence>;
  if (!shelf.data) return <Text>Opening the cupboard …</Text>;
  const cold = shelf.data.batches.filter((batch) => batch.place === "fridge");
  const standing = shelf.data.batches.filter((batch) => batch.place === "shelf");
  const groups = ORDER.flatMap((state) =>
    standing.filter((batch) => batch.standing === state).sort((a, b) => a.best_before.localeCompare(b.best_before)),
  );
  const jarOf = (id: string) => jars.find((jar) => jar.id === id);
  return (
    <Box>
      <Flex align="baseline" gap="3" mb="5" wrap="wrap">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          Shelf
        </Heading>
        <Text color="ink.soft">
          {shelf.data.jars} {shelf.data.jars === 1 ? "jar" : "jars"}. Dark, dry, 10 to 21 °C, bands off. Bulging,
          leaking, mould or a bad smell: out, unopened and untasted.
        </Text>
      </Flex>
      <FindJars />
      {shelf.error && <Sentence mb="4">{shelf.error.message} These are the jars as they were last seen.</Sentence>}
      {shelf.data.more > 0 && (
        <Sentence mb="4">
          The {shelf.data.batches.length} newest rows are drawn here. {shelf.data.more} older ones stand there too, and
          are counted above.
        </Sentence>
      )}
      {shelf.data.batches.length === 0 && (
        <Text fontSize="lg">No jars yet. They come here once their seals are checked.</Text>
      )}
      {cold.length > 0 && (
        <Box mb="7" bg="frost.100" borderWidth="2px" borderColor="frost.600" borderRadius="sm" p="4">
          <Flex align="center" gap="2" color="frost.600" mb="3">
            <DestinationMark to="fridge" size={40} />
            <Heading as="h2" fontSize="lg" fontWeight="700">
              In the refrigerator
            </Heading>
          </Flex>
          <Flex as="ul" listStyleType="none" wrap="wrap" gap="4" align="start">
            {cold.map((batch) => (
              <Group key={batch.batch_id + batch.place} batch={batch} jar={jarOf(batch.jar_id)} />
            ))}
          </Flex>
        </Box>
      )}
      <Flex
        as="ul"
        listStyleType="none"
        wrap="wrap"
        columnGap="0"
        rowGap="7"
        align="start"
        aria-label="Jars on the shelf"
      >
        {groups.map((batch) => (
          <Group key={batch.batch_id} batch={batch} jar={jarOf(batch.jar_id)} />
        ))}
      </Flex>
    </Box>
  );
}
