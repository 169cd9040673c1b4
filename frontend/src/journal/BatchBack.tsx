/** What a batch came to: jars against those planned, its minutes, its cooking down, seals, cost, tastings, pictures; and what to change next time. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";
import { api, newId } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { tasteSays } from "../shelf/TasteBox";
import { dayOf } from "../stove/useServerClock";
import { PriceBox } from "./Prices";

type Back = NonNullable<Awaited<ReturnType<typeof api.lookedBack>>>;

function NextTime({ back }: { back: Back }) {
  const [typed, setTyped] = useState<string | null>(null);
  const client = useQueryClient();
  const put = useMutation({
    mutationFn: (note: string) => api.tell(back.batch_id, { kind: "next-time", id: newId(), note }),
    onSuccess: () => {
      setTyped(null);
      for (const key of ["looked-back", "next-time", "journal", "alive"]) client.invalidateQueries({ queryKey: [key] });
    },
  });
  const text = typed ?? back.came.next_time;
  return (
    <Box mb="6" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3">
      <Heading as="h2" fontSize="lg" mb="2">
        Next time
      </Heading>
      <Box asChild w="100%" minH="72px" p="2" bg="whey.50" borderWidth="1px" borderColor="whey.400" fontFamily="recipe">
        <textarea
          aria-label="What to change next time"
          maxLength={400}
          placeholder="one chilli less; two loads, not one"
          value={text}
          onChange={(event) => setTyped(event.target.value)}
        />
      </Box>
      <Flex gap="3" align="center" mt="2" wrap="wrap">
        <Tap
          size="sm"
          variant="solid"
          disabled={typed === null || typed === back.came.next_time}
          onClick={() => put.mutate(text)}
        >
          Remember it
        </Tap>
        <Text fontSize="sm" color="ink.soft">
          It is met again when the recipe is opened on the Bench.
        </Text>
      </Flex>
      {put.error && <Sentence mt="2">{put.error.message}</Sentence>}
    </Box>
  );
}

function Minutes({ back }: { back: Back }) {
  const tasks = back.came.tasks.filter((task) => task.took !== null);
  if (tasks.length === 0) return <Text color="ink.soft">No task was both begun and done on the Stove.</Text>;
  const most = Math.max(...tasks.map((task) => Math.max(task.high, task.took ?? 0)), 1);
  return (
    <Box as="ul" listStyleType="none">
      {tasks.map((task) => (
        <Grid
          as="li"
          key={task.task}
          templateColumns={{ base: "1fr", md: "14rem minmax(0,1fr)" }}
          gap="2"
          py="1"
          alignItems="center"
        >
          <Text>{task.title}</Text>
          <Flex gap="2" align="center">
            <Box position="relative" h="16px" flex="1" bg="whey.200" aria-hidden="true">
              <Box
                position="absolute"
                left={`${(task.low / most) * 100}%`}
                w={`${Math.max(0.6, ((task.high - task.low) / most) * 100)}%`}
                h="16px"
                bg="whey.400"
              />
              <Box position="absolute" left={`${((task.took ?? 0) / most) * 100}%`} w="4px" h="16px" bg="dill.600" />
            </Box>
            <Text w="13rem" fontSize="sm">
              <b>{(task.took ?? 0).toFixed(0)} min</b>, planned {task.low.toFixed(0)} to {task.high.toFixed(0)}
              {task.counts ? "" : " (not learnt from)"}
            </Text>
          </Flex>
        </Grid>
      ))}
    </Box>
  );
}

function CookedDown({ back }: { back: Back }) {
  const cooked = back.came.cooked;
  if (cooked.length === 0) return null;
  const last = Math.max(...cooked.map(([at]) => at), 1);
  const points = [[0, 1] as const, ...cooked].map(([at, left]) => `${20 + (at / last) * 260},${110 - left * 90}`);
  return (
    <Box mb="6">
      <Heading as="h2" fontSize="lg">
        Cooked down
      </Heading>
      <svg
        width="300"
        height="130"
        role="img"
        aria-label={cooked
          .map(([at, left]) => `After ${at.toFixed(0)} minutes ${(left * 100).toFixed(0)} % left.`)
          .join(" ")}
      >
        <path d="M20 10 V110 H290" fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="2" />
        <polyline points={points.join(" ")} fill="none" stroke="var(--chakra-colors-beet-600)" strokeWidth="3" />
        {points.map((point) => (
          <circle key={point} cx={point.split(",")[0]} cy={point.split(",")[1]} r="4" fill="var(--chakra-colors-ink)" />
        ))}
      </svg>
    </Box>
  );
}

function CostPart({ back }: { back: Back }) {
  const [asking, setAsking] = useState<string | null>(null);
  const money = back.currency || "";
  const says = (sum: number) => `${sum.toFixed(2)} ${money}`.trim();
  return (
    <Box mb="6">
      <Heading as="h2" fontSize="lg">
        What it cost
      </Heading>
      <Text fontSize="xl" fontWeight="700" data-cost="">
        {back.cost.whole ? "" : "at least "}
        {says(back.cost.total)}
        {back.cost.a_jar !== null ? `, ${says(back.cost.a_jar)} a jar` : ""}
      </Text>
      <Box as="ul" listStyleType="none" fontSize="sm">
        {back.cost.lines.map((line) => (
          <Flex as="li" key={line.what + line.says} gap="3" py="0.5" align="center" wrap="wrap">
            <Text w="15rem">{line.says}</Text>
            <Text w="6rem">{line.amount}</Text>
            {line.cost !== null ? (
              <Text>{says(line.cost)}</Text>
            ) : asking === line.what ? (
              <PriceBox
                what={line.what}
                title={line.what === "lid" || line.what === "jar" ? "one" : "1 kg"}
                price={null}
                onSaved={() => setAsking(null)}
              />
            ) : line.amount.endsWith("ml") ? (
              <Text color="ink.soft">its bottle has no price</Text>
            ) : (
              <Tap
                size="sm"
                variant="quiet"
                aria-label={`price not known: ${line.says}`}
                onClick={() => setAsking(line.what)}
              >
                price not known
              </Tap>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function Pictures({ back }: { back: Back }) {
  const client = useQueryClient();
  const again = () => client.invalidateQueries({ queryKey: ["looked-back"] });
  const put = useMutation({ mutationFn: (file: File) => api.addPicture(back.number, newId(), file), onSuccess: again });
  const away = useMutation({ mutationFn: api.takePictureAway, onSuccess: again });
  return (
    <Box mb="6">
      <Heading as="h2" fontSize="lg" mb="2">
        Pictures
      </Heading>
      <Flex gap="3" wrap="wrap" align="end">
        {back.pictures.map((one) => (
          <Box key={one.id}>
            <img
              src={`/api/pictures/${one.id}.jpg`}
              alt={`The batch on ${dayOf(one.at)}`}
              style={{ maxWidth: "220px", maxHeight: "180px", display: "block" }}
            />
            <Tap
              size="sm"
              variant="quiet"
              aria-label={`Take the picture of ${dayOf(one.at)} away`}
              onClick={() => away.mutate(one.id)}
            >
              Take it away
            </Tap>
          </Box>
        ))}
        {back.pictures.length < 6 && (
          <Tap asChild size="sm" aria-busy={put.isPending}>
            <label>
              {put.isPending ? "Making it small …" : "Add a picture"}
              <input
                type="file"
                accept="image/*"
                style={{ position: "absolute", width: "1px", height: "1px", opacity: 0 }}
                aria-label="Add a picture"
                onChange={(event) => {
                  const file = event.target.files?.[0];
                  if (file && !put.isPending) put.mutate(file);
                  event.target.value = "";
                }}
              />
            </label>
          </Tap>
        )}
      </Flex>
      {put.error && <Sentence mt="2">{put.error.message}</Sentence>}
    </Box>
  );
}

const tastingsSay = (one: Back) =>
  one.tasted.length === 0
    ? `${one.number}: not tasted yet`
    : `${one.number}: ${one.tasted.map((taste) => [tasteSays(taste), taste.note].filter(Boolean).join("; ")).join(". ")}`;

/** Another batch of the same thing, held against this one: what differed in the recipes, and how each tasted. */
function Beside({ back }: { back: Back }) {
  const navigate = useNavigate();
  const hold = useMutation({
    mutationFn: api.lookedBack,
    onSuccess: (other) =>
      navigate("/recipes/compare", {
        state: { texts: [back.text, other.text], tasted: [tastingsSay(back), tastingsSay(other)] },
      }),
  });
  if (back.others.length === 0) return null;
  return (
    <Box mb="6">
      <Heading as="h2" fontSize="lg" mb="1">
        Held against another batch of it
      </Heading>
      <Flex gap="2" wrap="wrap">
        {back.others.map((one) => (
          <Tap key={one.number} size="sm" onClick={() => hold.mutate(one.number)}>
            {one.number}, {dayOf(one.begun_at)}
          </Tap>
        ))}
      </Flex>
      {hold.error && <Sentence mt="2">{hold.error.message}</Sentence>}
    </Box>
  );
}

export function BatchBack() {
  const { number = "" } = useParams();
  const revision = useRevision();
  const found = useQuery({
    queryKey: ["looked-back", number, revision],
    queryFn: () => api.lookedBack(number),
    placeholderData: (old) => old,
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Looking back …</Text>;
  const back = found.data;
  const { came } = back;
  return (
    <Box maxW="1100px">
      <Flex gap="3" align="baseline" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700" fontFamily="recipe">
          {back.title}
        </Heading>
        <Text fontSize="xl" fontWeight="700">
          {back.number}
        </Text>
        <Text color="ink.soft">{dayOf(back.begun_at)}</Text>
        <Link asChild textDecoration="underline">
          <RouterLink to={`/shelf/${back.number}`}>Its jars</RouterLink>
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to={`/stove/${back.batch_id}`}>Its run</RouterLink>
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to="/journal?side=batches">All batches</RouterLink>
        </Link>
      </Flex>
      <Flex gap={{ base: 4, md: 8 }} wrap="wrap" mb="6">
        <Box data-came="">
          <Text fontSize="4xl" fontWeight="750" lineHeight="1">
            {came.jars ?? "–"}
            <Box as="span" fontSize="lg" fontWeight="500">
              {" "}
              of {came.planned} jars planned{came.part_jar ? ", and a part jar" : ""}
            </Box>
          </Text>
        </Box>
        {came.sealed + came.failed > 0 && (
          <Text fontSize="lg">
            <b>{came.sealed}</b> sealed{came.failed ? `, ${came.failed} did not` : ""}
          </Text>
        )}
        {came.brine_a_jar && (
          <Text fontSize="lg">
            <b>{came.brine_a_jar[0].toFixed(0)} ml</b> of brine a jar, planned {came.brine_a_jar[1].toFixed(0)}
          </Text>
        )}
      </Flex>
      <Grid templateColumns={{ base: "minmax(0,1fr)", lg: "minmax(0,3fr) minmax(0,2fr)" }} gap="8">
        <Box>
          <Heading as="h2" fontSize="lg" mb="1">
            Minutes, against those planned
          </Heading>
          <Box mb="6">
            <Minutes back={back} />
          </Box>
          <CookedDown back={back} />
          <CostPart back={back} />
        </Box>
        <Box>
          <NextTime key={back.batch_id} back={back} />
          {back.tasted.length > 0 && (
            <Box mb="6">
              <Heading as="h2" fontSize="lg">
                How it tasted
              </Heading>
              {back.tasted.map((one) => (
                <Text key={one.at + one.by + one.note}>
                  {dayOf(one.at)}: {[tasteSays(one), one.note].filter(Boolean).join("; ")}
                </Text>
              ))}
            </Box>
          )}
          {back.notes.length > 0 && (
            <Box mb="6">
              <Heading as="h2" fontSize="lg">
                Written to its jars
              </Heading>
              {back.notes.map((says) => (
                <Text key={says} fontFamily="recipe">
                  {says}
                </Text>
              ))}
            </Box>
          )}
          {back.trims.length > 0 && (
            <Box mb="6">
              <Heading as="h2" fontSize="lg">
                Lost in trimming
              </Heading>
              {back.trims.map((says) => (
                <Text key={says}>{says}</Text>
              ))}
            </Box>
          )}
          <Beside back={back} />
          <Pictures back={back} />
        </Box>
      </Grid>
    </Box>
  );
}
