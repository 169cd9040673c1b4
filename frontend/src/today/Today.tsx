/** The first screen once there is a batch: what the kitchen owes its people now, the most pressing first; each line with its press. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link as RouterLink } from "react-router";
import { api, type TodayLine } from "../api/client";
import { useKitchen, useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { clockFace, dayOf, timeOfDay, useServerClock } from "../stove/useServerClock";
import { TodayMark } from "./TodayMark";

const AGAIN_MS = 60_000;
const EDGE: Record<TodayLine["kind"], string> = {
  save: "beet.600",
  clock: "ink",
  "last-day": "frost.600",
  seals: "dill.600",
  day: "ink",
  look: "beet.600",
  lack: "mustard.600",
  "use-first": "mustard.600",
  ready: "dill.600",
  copy: "ink",
};

/** Where a line's press leads, and what stands on it. */
function press(line: TodayLine): { to: string; word: string } {
  switch (line.kind) {
    case "save":
    case "seals":
      return {
        to: `/stove/${line.batch_id}`,
        word:
          line.kind === "save"
            ? line.key.startsWith("out:")
              ? "Say that they are out"
              : "Save them"
            : line.at
              ? "See it"
              : "Check them",
      };
    case "clock":
      return { to: line.batch_id ? `/stove/${line.batch_id}` : "/stove", word: "To the Stove" };
    case "day":
      return { to: `/day/${line.day}`, word: "The day" };
    case "look":
      return line.key === "look:missing"
        ? { to: "/shelf/found?state=missing", word: "Say what became of them" }
        : line.key === "look:out"
          ? { to: "/shelf/found?state=out", word: "Go through them" }
          : {
              to: `/shelf/found?marked=${line.key === "look:recalled" ? "recalled" : "look"}`,
              word: "Go through them",
            };
    case "copy":
      return { to: "/kitchen", word: "To the copies" };
    case "lack":
      return { to: "/kitchen/lids", word: "What is on hand" };
    default:
      return { to: `/shelf/${line.number}`, word: "Its jars" };
  }
}

function When({ line, now }: { line: TodayLine; now: number }) {
  if (!line.at) return null;
  const at = Date.parse(line.at);
  const left = at - now;
  if (line.kind === "clock")
    return (
      <Text fontSize={{ base: "2xl", md: "3xl" }} fontWeight="750" fontVariantNumeric="tabular-nums">
        {left > 0 ? clockFace(left) : "now"}
      </Text>
    );
  const today = new Date(at).toDateString() === new Date(now).toDateString();
  return (
    <Text fontWeight="650">
      {line.kind === "save" ? "by " : ""}
      {today ? "" : `${dayOf(line.at)}, `}
      {timeOfDay(line.at)}
    </Text>
  );
}

export function Today() {
  const kitchen = useKitchen().data;
  const revision = useRevision();
  const client = useQueryClient();
  const key = ["today", revision];
  const found = useQuery({
    queryKey: key,
    queryFn: api.today,
    refetchInterval: AGAIN_MS,
    placeholderData: (old) => old,
  });
  const off = useMutation({ mutationFn: api.putOff, onSuccess: (next) => client.setQueryData(key, next) });
  const now = useServerClock(found.data?.now);
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Looking round the kitchen …</Text>;
  const { lines } = found.data;
  return (
    <Box maxW="980px">
      <Flex align="baseline" gap="3" wrap="wrap" mb="4">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          Today
        </Heading>
        <Text color="ink.soft">
          {dayOf(found.data.now)}
          {kitchen?.known ? `, ${kitchen.name}` : ""}
        </Text>
      </Flex>
      {off.error && <Sentence mb="3">{off.error.message}</Sentence>}
      {found.error && <Sentence mb="3">{found.error.message} This is how it stood when it last answered.</Sentence>}
      {lines.length === 0 && (
        <Text fontSize="xl">
          Nothing waits. <RouterLink to="/bench">Begin a batch on the Bench</RouterLink>, or open a jar from the{" "}
          <RouterLink to="/shelf">Shelf</RouterLink>.
        </Text>
      )}
      <Box as="ol" listStyleType="none">
        {lines.map((line, at) => {
          const way = press(line);
          return (
            <Flex
              as="li"
              key={line.key}
              gap={{ base: 3, md: 5 }}
              align="center"
              wrap={{ base: "wrap", md: "nowrap" }}
              py="3"
              px="3"
              mb="2"
              bg="whey.50"
              borderLeftWidth="8px"
              borderColor={EDGE[line.kind]}
              data-today={line.kind}
            >
              <Box flex="none" aria-hidden="true">
                <TodayMark kind={line.kind} />
              </Box>
              <Box flex="1" minW="12rem">
                <Text fontSize={{ base: "lg", md: at === 0 ? "2xl" : "lg" }} fontWeight="700" lineHeight="1.2">
                  {line.says}
                  {line.number ? (
                    <Box as="span" fontWeight="500" fontSize="md" color="ink.soft">
                      {" "}
                      {line.number}
                    </Box>
                  ) : null}
                </Text>
                {line.detail && <Text color="ink.soft">{line.detail}</Text>}
              </Box>
              <When line={line} now={now} />
              <Flex gap="2" flex="none">
                <Tap asChild size="sm" variant={at === 0 ? "solid" : "outline"}>
                  <RouterLink to={way.to} aria-label={`${way.word}: ${line.says}`}>
                    {way.word}
                  </RouterLink>
                </Tap>
                {!["save", "clock"].includes(line.kind) && (
                  <Tap
                    size="sm"
                    variant="quiet"
                    aria-label={`Not today: ${line.says}`}
                    onClick={() => off.mutate(line.key)}
                  >
                    Not today
                  </Tap>
                )}
              </Flex>
            </Flex>
          );
        })}
      </Box>
      <Flex gap="5" mt="5" wrap="wrap">
        <Link asChild textDecoration="underline">
          <RouterLink to="/bench">Begin something</RouterLink>
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to="/recipes/on-hand">What can be made today</RouterLink>
        </Link>
        <Link href="/api/calendar.ics" textDecoration="underline">
          These dates for a calendar
        </Link>
      </Flex>
    </Box>
  );
}
