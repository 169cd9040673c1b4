/** The shelf under the stairs: jars on boards, not rows of a table; by batch, by kind or by where they stand, what presses first. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { api, type Jar, type ShelfBatch, type Shelf as ShelfSeen } from "../api/client";
import { useJars, useRevision, useShelf } from "../api/queries";
import { Choice } from "../parts/Choice";
import { DestinationMark } from "../parts/marks";
import { SecondLookAt } from "../parts/SecondLooks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { dayOf, timeOfDay } from "../stove/useServerClock";
import { FindJars } from "./FindJars";
import { ShelfJar } from "./ShelfJar";
import { KINDS } from "./words";

type Standing = ShelfBatch["standing"];
const STANDING: Record<Standing, { word: string; says: (batch: ShelfBatch) => string }> = {
  "past-best": {
    word: "Past its best",
    says: (batch) => `best before ${dayOf(batch.best_before)}: a matter of quality while the seal holds`,
  },
  "use-first": { word: "Use first", says: (batch) => `best before ${dayOf(batch.best_before)}` },
  ready: { word: "Ready", says: (batch) => `best before ${dayOf(batch.best_before)}` },
  waiting: { word: "Waiting", says: (batch) => `ready from ${dayOf(batch.ready_from)}` },
};
const ORDER: Standing[] = ["past-best", "use-first", "ready", "waiting"];
/** As many as the server gives at a time where more are asked for. */
const PAGE = 36;

function coldSays(batch: ShelfBatch): string {
  return batch.standing === "past-best"
    ? `last day was ${dayOf(batch.best_before)}: throw it out, untasted`
    : `use by ${dayOf(batch.best_before)}`;
}

function Group({ batch, jar, high }: { batch: ShelfBatch; jar: Jar | undefined; high: number }) {
  const look = STANDING[batch.standing];
  const told = new Map(batch.told.map((one) => [Number.parseInt(one, 10), one.slice(-1) as "o" | "x"]));
  const open = batch.told.filter((one) => one.endsWith("o")).length;
  const out = batch.told.length - open;
  return (
    <Box as="li" flex="0 1 auto" maxW="100%">
      <Flex align="end" alignContent="end" gap="1" px="2" minH={`${high}px`} wrap="wrap" aria-hidden="true">
        {batch.jars.map((number) => (
          <ShelfJar
            key={number}
            jar={jar}
            colour={batch.colour}
            standing={batch.standing}
            told={told.get(number) ?? ""}
          />
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
          <b>{batch.place === "fridge" ? "Refrigerator" : batch.entered ? "Unjudged" : look.word}</b>,{" "}
          {batch.place === "fridge" ? coldSays(batch) : look.says(batch)}
        </Text>
        {(open > 0 || out > 0) && (
          <Text fontSize="sm" fontWeight="650">
            {[open ? `${open} open` : "", out ? `${out} to be thrown out` : ""].filter(Boolean).join(", ")}
          </Text>
        )}
        <Text fontSize="xs" color="ink.faint">
          {batch.number} · made {dayOf(batch.made_on)} · {batch.jars.length} × {batch.jar_title.toLowerCase()}
          {batch.stands_at ? ` · ${batch.stands_at}` : ""}
          {batch.entered ? " · made before Rheum" : ""}
          {batch.place === "shelf" && batch.standing === "waiting" ? ` · best before ${dayOf(batch.best_before)}` : ""}
          {batch.place === "shelf" && batch.standing !== "waiting" ? ` · ready from ${dayOf(batch.ready_from)}` : ""}
        </Text>
        <SecondLookAt kind="batch" subject={batch.batch_id} />
      </Box>
    </Box>
  );
}

function Board({ batches, sizes, label }: { batches: readonly ShelfBatch[]; sizes: readonly Jar[]; label: string }) {
  // Boards beside one another are level: as high as the tallest jar among them.
  const high = Math.max(
    64,
    ...batches.map((one) => (sizes.find((size) => size.id === one.jar_id)?.depth_mm ?? 0) * 0.42 + 8),
  );
  return (
    <Flex as="ul" listStyleType="none" wrap="wrap" columnGap="0" rowGap="7" align="start" aria-label={label}>
      {batches.map((batch) => (
        <Group
          key={batch.batch_id + batch.place + batch.stands_at}
          batch={batch}
          jar={sizes.find((size) => size.id === batch.jar_id)}
          high={high}
        />
      ))}
    </Flex>
  );
}

/** More groups of one sort, asked for page by page. */
function More({ query, from, sizes }: { query: Record<string, string>; from: number; sizes: readonly Jar[] }) {
  const revision = useRevision();
  const [pages, setPages] = useState(from === 0 ? 1 : 0);
  const found = useQuery({
    queryKey: ["shelf-more", query, from, pages, revision],
    queryFn: async () => {
      const batches: ShelfBatch[] = [];
      let more = false;
      for (let page = 0; page < pages; page++) {
        const next = (await api.shelf({ ...query, skip: from + batches.length })).batches;
        batches.push(...next);
        more = next.length > 0;
      }
      return { batches, more };
    },
    enabled: pages > 0,
    placeholderData: (old) => old,
  });
  const shown = found.data?.batches ?? [];
  return (
    <Box mt={from === 0 ? 2 : 7}>
      {shown.length > 0 && <Board batches={shown} sizes={sizes} label="More jars" />}
      {found.error && <Sentence>{found.error.message}</Sentence>}
      {(pages === 0 || (found.data?.more && shown.length >= PAGE * pages)) && (
        <Tap size="sm" mt="4" aria-busy={found.isFetching} onClick={() => setPages(pages + 1)}>
          More of them
        </Tap>
      )}
    </Box>
  );
}

/** All of a kind, or all that stand in one place: counted, and unfolding. */
function Folded({ by, sizes }: { by: "kind" | "place"; sizes: readonly Jar[] }) {
  const revision = useRevision();
  const [open, setOpen] = useState<string | null>(null);
  const found = useQuery({
    queryKey: ["shelf-groups", by, revision],
    queryFn: () => api.shelf({ group: by }),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  const title = (key: string) => {
    if (by === "kind") return KINDS[key] ?? key;
    const [place, stand] = [key.slice(0, key.indexOf(":")), key.slice(key.indexOf(":") + 1)];
    return `${stand || (place === "fridge" ? "In the refrigerator" : "On the shelf")}${stand && place === "fridge" ? " (refrigerator)" : ""}`;
  };
  const query = (key: string): Record<string, string> =>
    by === "kind" ? { kind: key } : { place: key.slice(0, key.indexOf(":")), stand: key.slice(key.indexOf(":") + 1) };
  return (
    <Box as="ul" listStyleType="none">
      {(found.data?.groups ?? []).map((group) => (
        <Box as="li" key={group.key} borderTopWidth="2px" borderColor="ink" py="3" data-group={group.key}>
          <Tap
            variant="quiet"
            size="lg"
            aria-expanded={open === group.key}
            onClick={() => setOpen(open === group.key ? null : group.key)}
          >
            {open === group.key ? "▾" : "▸"} {title(group.key)}: {group.jars} {group.jars === 1 ? "jar" : "jars"} of{" "}
            {group.groups === 1 ? "one batch" : `${group.groups} batches`}
          </Tap>
          {open === group.key && <More key={group.key} query={query(group.key)} from={0} sizes={sizes} />}
        </Box>
      ))}
    </Box>
  );
}

function ByBatch({ shelf, sizes }: { shelf: ShelfSeen; sizes: readonly Jar[] }) {
  const all = (place: ShelfBatch["place"], standing: Standing) =>
    shelf.counts.find((one) => one.place === place && one.standing === standing)?.groups ?? 0;
  const cold = shelf.batches.filter((batch) => batch.place === "fridge");
  const coldMore = ORDER.reduce((sum, standing) => sum + all("fridge", standing), 0) - cold.length;
  return (
    <>
      {cold.length > 0 && (
        <Box mb="7" bg="frost.100" borderWidth="2px" borderColor="frost.600" borderRadius="sm" p="4">
          <Flex align="center" gap="2" color="frost.600" mb="3">
            <DestinationMark to="fridge" size={40} />
            <Heading as="h2" fontSize="lg" fontWeight="700">
              In the refrigerator
            </Heading>
          </Flex>
          <Board batches={cold} sizes={sizes} label="Jars in the refrigerator" />
          {coldMore > 0 && <More query={{ place: "fridge" }} from={cold.length} sizes={sizes} />}
        </Box>
      )}
      {ORDER.map((standing) => {
        const mine = shelf.batches.filter((batch) => batch.place === "shelf" && batch.standing === standing);
        const more = all("shelf", standing) - mine.length;
        const jars = shelf.counts.find((one) => one.place === "shelf" && one.standing === standing)?.jars ?? 0;
        if (mine.length === 0) return null;
        return (
          <Box key={standing} mb="8" data-standing={standing}>
            <Heading as="h2" fontSize="lg" fontWeight="700" mb="2">
              {STANDING[standing].word}
              <Box as="span" fontWeight="500" color="ink.soft">
                {" "}
                {jars}
              </Box>
            </Heading>
            <Board batches={mine} sizes={sizes} label={`Jars on the shelf: ${STANDING[standing].word.toLowerCase()}`} />
            {more > 0 && <More query={{ place: "shelf", standing }} from={mine.length} sizes={sizes} />}
          </Box>
        );
      })}
    </>
  );
}

export function Shelf() {
  const shelf = useShelf();
  const sizes = useJars().data?.jars ?? [];
  const [by, setBy] = useState<"batch" | "kind" | "place">("batch");
  if (shelf.error && !shelf.data) return <Sentence>{shelf.error.message}</Sentence>;
  if (!shelf.data) return <Text>Opening the cupboard …</Text>;
  return (
    <Box>
      <Flex align="baseline" gap="3" mb="4" wrap="wrap">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          Shelf
        </Heading>
        <Text color="ink.soft">
          {shelf.data.jars} {shelf.data.jars === 1 ? "jar" : "jars"}. Dark, dry, 10 to 21 °C, bands off. Bulging,
          leaking, mould or a bad smell: out, unopened and untasted.{" "}
          <RouterLink to="/wrong" style={{ textDecoration: "underline" }}>
            Something is wrong with one
          </RouterLink>
        </Text>
      </Flex>
      {shelf.data.waiting.map((line) => (
        <Flex
          key={line.key}
          role="status"
          data-waiting={line.key}
          align="center"
          gap="3"
          wrap="wrap"
          mb="3"
          p="3"
          maxW="46rem"
          bg="beet.100"
          borderWidth="2px"
          borderColor="beet.600"
          borderRadius="sm"
        >
          <Box flex="1 1 16rem">
            <Text fontWeight="700">
              {line.says}
              {line.at ? `, by ${dayOf(line.at)}, ${timeOfDay(line.at)}` : ""}
            </Text>
            <Text>{line.detail}</Text>
          </Box>
          <Link asChild fontWeight="650" textDecoration="underline">
            <RouterLink to={`/stove/${line.batch_id}`}>Say what became of each</RouterLink>
          </Link>
        </Flex>
      ))}
      <FindJars />
      {shelf.error && <Sentence mb="4">{shelf.error.message} These are the jars as they were last seen.</Sentence>}
      {shelf.data.jars === 0 ? (
        <Text fontSize="lg">
          No jars yet. They come here once their seals are checked.{" "}
          <RouterLink to="/shelf/enter" style={{ textDecoration: "underline" }}>
            Enter jars from before
          </RouterLink>
        </Text>
      ) : (
        <Box mb="4">
          <Flex gap="2" wrap="wrap" role="radiogroup" aria-label="In what order">
            <Choice
              of={[
                ["batch", "What presses first"],
                ["kind", "By kind"],
                ["place", "By where they stand"],
              ]}
              chosen={by}
              onChoose={setBy}
            />
          </Flex>
        </Box>
      )}
      {by === "batch" ? <ByBatch shelf={shelf.data} sizes={sizes} /> : <Folded key={by} by={by} sizes={sizes} />}
    </Box>
  );
}
