/** The Stove of all batches under way: what to do now, the clocks that run, what comes, and the hob as it stands. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { api, type Batch, type NowItem, newId, type Stove as StoveOf } from "../api/client";
import { useAlive, useStove } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { Actions } from "./Actions";
import { canSpeak, useVoice } from "./Alarm";
import { Clocks } from "./Clocks";
import { FillWalk } from "./FillWalk";
import { Hob } from "./Hob";
import { Lines } from "./Lines";
import { batchColor, Tag } from "./Tag";
import { TaskClock } from "./TaskClock";
import { TimerBox } from "./TimerBox";
import { useAwake } from "./useAwake";
import { clockFace, dayTime, useServerClock } from "./useServerClock";
import { useTell } from "./useTell";

const WHY: Record<NowItem["why"], string> = {
  over: "its clock is over",
  doubt: "it must be said",
  "hot-jars": "hot jars wait",
  stir: "it wants stirring",
  canner: "the canner waits for it",
  work: "next in the work",
  seals: "when you like",
  save: "jars wait to be saved or thrown out",
};

/** The thing to do now, told from here; the first one large. */
function Now({ item, batch, first, now }: { item: NowItem; batch: Batch; first: boolean; now: number }) {
  const { tell, armed, error } = useTell(batch);
  const task = batch.state.tasks.find((one) => one.id === item.task);
  return (
    <Box
      as="section"
      aria-label={first ? "Now" : `Also now, ${item.number}`}
      data-now={item.why}
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderLeftWidth="12px"
      borderLeftColor={batchColor(item.number)}
      borderRadius="sm"
      p={{ base: 3, md: first ? 5 : 3 }}
    >
      <Flex gap="2" align="center" wrap="wrap" mb="1">
        <Link asChild _hover={{ textDecoration: "none" }}>
          <RouterLink to={`/stove/${item.batch_id}`}>
            <Tag number={item.number} large={first} />{" "}
            <Text as="span" fontFamily="recipe" ml="1">
              {item.title}
            </Text>
          </RouterLink>
        </Link>
        <Text as="span" fontSize="sm" color="ink.soft">
          {WHY[item.why]}
        </Text>
      </Flex>
      <Heading
        as="h2"
        fontSize={first ? { base: "4xl", md: "6xl" } : { base: "xl", md: "2xl" }}
        lineHeight="1.05"
        fontWeight="750"
        letterSpacing={first ? "-0.02em" : undefined}
        aria-live={first ? "assertive" : undefined}
      >
        {item.says}
      </Heading>
      {first && task?.clock && task.phase !== "over" && <TaskClock clock={task.clock} now={now} />}
      <Text fontSize={first ? { base: "lg", md: "2xl" } : "md"} lineHeight="1.3" color="ink.soft" maxW="40rem" my="2">
        {item.detail}
      </Text>
      {error && <Sentence mb="2">{error}</Sentence>}
      {item.filling && batch.state.filling ? (
        first ? (
          <FillWalk batch={batch} filling={batch.state.filling} armed={armed} tell={tell} />
        ) : (
          <Link asChild textDecoration="underline">
            <RouterLink to={`/stove/${item.batch_id}`}>Fill this load</RouterLink>
          </Link>
        )
      ) : item.why === "seals" || item.why === "save" ? (
        <Link asChild textDecoration="underline" fontSize="lg">
          <RouterLink to={`/stove/${item.batch_id}`}>
            {item.why === "save" ? "Say what became of each jar" : "Look at the lids"}
          </RouterLink>
        </Link>
      ) : first ? (
        <>
          <Lines lines={item.lines} kit={item.task === "kit"} />
          <Box mt="3">
            <Actions batch={batch} actions={item.actions} armed={armed} tell={tell} />
          </Box>
        </>
      ) : (
        <Flex gap="2" wrap="wrap">
          {item.actions
            .filter((action) => !action.wants && !action.asks)
            .slice(0, 2)
            .map((action, index) => (
              <Tap
                key={action.says}
                variant={index === 0 ? "solid" : "outline"}
                aria-label={`${action.says}, ${item.number}`}
                aria-disabled={!armed}
                onClick={() =>
                  tell({
                    kind: action.kind,
                    ...(action.load === null ? {} : { load: action.load }),
                    ...(action.step === null ? {} : { step: action.step }),
                    ...(action.task === null ? {} : { task: action.task, how: action.how }),
                  } as never)
                }
              >
                {action.says}
              </Tap>
            ))}
        </Flex>
      )}
    </Box>
  );
}

/** What is asked or answered beside the work: it lies over the foot of the screen and pushes nothing away from under the thumb. */
function Below({ children }: { children: React.ReactNode }) {
  return (
    <Box
      position="fixed"
      left={{ base: 2, md: "auto" }}
      right={{ base: 2, md: 6 }}
      bottom={{ base: "20", md: 4 }}
      zIndex="15"
      maxW="34rem"
      maxH="60dvh"
      overflowY="auto"
      boxShadow="0 0 0 3px var(--chakra-colors-whey-50)"
    >
      {children}
    </Box>
  );
}

/** What ten minutes away mean: what waits, and what may not; and the way back. */
function Away({ says, onSeen, onBack }: { says: readonly string[]; onSeen: () => void; onBack: () => void }) {
  return (
    <Sentence>
      {says.length === 0 ? (
        <Text>All of it can wait ten minutes. It comes back then.</Text>
      ) : (
        <>
          <Text fontWeight="650">The rest waits ten minutes. This may not:</Text>
          <Box as="ul" pl="5">
            {says.map((one) => (
              <Box as="li" key={one}>
                {one}
              </Box>
            ))}
          </Box>
        </>
      )}
      <Flex gap="2" mt="2" wrap="wrap">
        <Tap size="sm" onClick={onSeen}>
          Seen
        </Tap>
        <Tap size="sm" onClick={onBack}>
          I am back
        </Tap>
      </Flex>
    </Sentence>
  );
}

function useStoveChange() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: () => Promise<StoveOf>) => change(),
    onSuccess: (next) => client.setQueryData(["stove"], next),
  });
}

/** A batch where nothing is to be done just now: what it waits for. */
function Waits({ batch, now }: { batch: Batch; now: number }) {
  const { snapshot, state } = batch;
  const load = state.loads.find((item) => item.number === state.load);
  const ends = load?.phase === "boiling" ? load.ends_at : state.waits_until;
  return (
    <Box as="li">
      <Link asChild display="block" _hover={{ textDecoration: "none" }}>
        <RouterLink to={`/stove/${snapshot.id}`}>
          <Flex gap="3" align="center" borderTopWidth="1px" borderColor="whey.300" py="2" wrap="wrap">
            <Tag number={snapshot.number} />
            <Text flex="1" minW="40%">
              <Text as="span" fontFamily="recipe">
                {snapshot.title}
              </Text>
              {snapshot.minutes === null ? ", for the refrigerator" : ""}
            </Text>
            <Text fontWeight="650">{state.headline}</Text>
            {ends && Date.parse(ends) > now && (
              <Text fontWeight="700" fontVariantNumeric="tabular-nums">
                {clockFace(Date.parse(ends) - now)}
              </Text>
            )}
          </Flex>
        </RouterLink>
      </Link>
    </Box>
  );
}

export function Stove() {
  const stove = useStove();
  const now = useServerClock(stove.data?.now);
  const change = useStoveChange();
  const away = useAlive().isError;
  const voice = useVoice();
  const [setting, setSetting] = useState(false);
  const [said, setSaid] = useState<{ id: string; says: readonly string[] } | null>(null);
  useAwake();
  const together = stove.data?.together;
  const list = stove.data?.batches ?? [];
  const of = (id: string) => list.find((batch) => batch.snapshot.id === id);
  const items = (together?.now ?? []).filter((item) => of(item.batch_id));
  const [first, ...others] = items;
  const stop = (id: string) => change.mutate(() => api.stopTimer(id));
  const clocks = together && <Clocks clocks={together.clocks} now={now} onStop={stop} />;
  const hob = together && <Hob pots={together.hob} now={now} />;
  return (
    <Box maxW="1280px">
      <Flex justify="space-between" align="center" gap="3" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          Stove
        </Heading>
        <Flex gap="2" wrap="wrap" align="center">
          <Link asChild textDecoration="underline" mr="2">
            <RouterLink to="/day">Plan the day</RouterLink>
          </Link>
          {canSpeak() && (
            <Tap size="sm" variant="quiet" aria-pressed={voice.on} onClick={voice.turn}>
              {voice.on ? "Be quiet" : "Say it aloud"}
            </Tap>
          )}
          <Tap size="sm" data-key="t" aria-expanded={setting} onClick={() => setSetting(!setting)}>
            Set a clock
          </Tap>
          {items.length > 0 && (
            <Tap
              size="sm"
              data-key="a"
              onClick={() => {
                const id = newId();
                change.mutate(() => api.away(id, 10), { onSuccess: (next) => setSaid({ id, says: next.said }) });
              }}
            >
              I need ten minutes
            </Tap>
          )}
        </Flex>
      </Flex>
      {stove.error && !away && (
        <Sentence mb="4">
          {stove.error.message}
          {stove.data ? " The clocks below go on: they count from what was recorded." : ""}
        </Sentence>
      )}
      {change.error && <Sentence mb="3">{change.error.message}</Sentence>}
      {(said || setting) && (
        <Below>
          {said && (
            <Away
              says={said.says}
              onSeen={() => setSaid(null)}
              onBack={() => change.mutate(() => api.back(said.id), { onSuccess: () => setSaid(null) })}
            />
          )}
          {setting && (
            <TimerBox
              onSet={(says, minutes) =>
                change.mutate(() => api.setTimer(newId(), says, minutes), { onSuccess: () => setSetting(false) })
              }
              onLeave={() => setSetting(false)}
            />
          )}
        </Below>
      )}
      {together && list.length === 0 && (
        <Box mb="4">
          <Text fontSize="xl">Nothing is under way.</Text>
          <Link asChild textDecoration="underline" fontSize="lg">
            <RouterLink to="/bench">Begin a batch on the Bench</RouterLink>
          </Link>
        </Box>
      )}
      {(stove.data?.more ?? 0) > 0 && (
        <Sentence mb="4">
          The {list.length} newest are here; {stove.data?.more} older ones are under way too. Finish or give up what is
          done with.
        </Sentence>
      )}
      {(list.length > 0 || (together?.clocks.length ?? 0) > 0) && (
        <Grid templateColumns={{ base: "minmax(0,1fr)", lg: "minmax(0,1.7fr) minmax(0,1fr)" }} gap={{ base: 4, lg: 6 }}>
          <Box display={{ base: "block", lg: "none" }}>{clocks}</Box>
          <Flex direction="column" gap="4">
            {first && of(first.batch_id) ? (
              <Now
                key={first.batch_id + first.task + first.load + first.filling}
                item={first}
                batch={of(first.batch_id) as Batch}
                first
                now={now}
              />
            ) : (
              list.length > 0 && (
                <Text fontSize={{ base: "2xl", md: "4xl" }} fontWeight="700" aria-live="polite">
                  Nothing to do just now.
                </Text>
              )
            )}
            {others.length > 0 && (
              <Flex direction="column" gap="2">
                <Heading as="h2" fontSize="md">
                  Also now
                </Heading>
                {others.map((item) => (
                  <Now
                    key={item.batch_id + item.task + item.load + item.filling}
                    item={item}
                    batch={of(item.batch_id) as Batch}
                    first={false}
                    now={now}
                  />
                ))}
              </Flex>
            )}
          </Flex>
          <Flex direction="column" gap="5">
            <Box display={{ base: "none", lg: "block" }}>
              <Heading as="h2" fontSize="md" mb="2">
                Clocks
              </Heading>
              {clocks}
            </Box>
            {(together?.hob.length ?? 0) > 0 && (
              <>
                <Box display={{ base: "none", md: "block" }}>
                  <Heading as="h2" fontSize="md" mb="2">
                    The hob
                  </Heading>
                  {hob}
                </Box>
                <Box as="details" display={{ base: "block", md: "none" }}>
                  <Box as="summary" fontWeight="650" minH="11" py="2" cursor="pointer">
                    The hob: {together?.hob.length} {together?.hob.length === 1 ? "pot" : "pots"}
                  </Box>
                  {hob}
                </Box>
              </>
            )}
            {(together?.coming.length ?? 0) > 0 && (
              <Box>
                <Heading as="h2" fontSize="md" mb="1">
                  In the next half hour
                </Heading>
                <Box as="ol" listStyleType="none">
                  {together?.coming.slice(0, 8).map((one) => (
                    <Flex as="li" key={one.batch_id + one.says} gap="2" align="baseline" py="1">
                      <Text fontVariantNumeric="tabular-nums" w="12" flex="none">
                        {dayTime(one.at, now)}
                      </Text>
                      <Tag number={one.number} />
                      <Text>{one.says}</Text>
                    </Flex>
                  ))}
                </Box>
              </Box>
            )}
          </Flex>
        </Grid>
      )}
      {list.length > 0 && (
        <Box mt="6">
          <Heading as="h2" fontSize="md" mb="1">
            Under way
          </Heading>
          <Box as="ul" listStyleType="none">
            {list.map((batch) => (
              <Waits key={batch.snapshot.id} batch={batch} now={now} />
            ))}
          </Box>
        </Box>
      )}
    </Box>
  );
}
