/** One batch at the stove: one big thing to do, the clock that runs, the canner as it stands. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import type { Batch, RunLoad, TaskStanding } from "../api/client";
import { useAlive, useBatch, useJars } from "../api/queries";
import { BrineRange } from "../making/Pictures";
import { Fold } from "../parts/Fold";
import { JarDrawing } from "../parts/JarDrawing";
import { SecondLookAt } from "../parts/SecondLooks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { Actions } from "./Actions";
import { BigClock } from "./BigClock";
import { BrineBox } from "./BrineBox";
import { CannerDrawing } from "./CannerDrawing";
import { Facts, minutesOf } from "./Facts";
import { FillCount } from "./FillCount";
import { FillWalk } from "./FillWalk";
import { GiveUp } from "./GiveUp";
import { Lines } from "./Lines";
import { PanBox } from "./PanBox";
import { SealCheck } from "./SealCheck";
import { StepTrail } from "./StepTrail";
import { Tag } from "./Tag";
import { TakeBack } from "./TakeBack";
import { TaskClock } from "./TaskClock";
import { TaskList } from "./TaskList";
import { useAwake } from "./useAwake";
import { clockFace, dayOf, timeOfDay, useServerClock } from "./useServerClock";
import { useTell } from "./useTell";

export function Run() {
  const { id = "" } = useParams();
  const batch = useBatch(id);
  // A server that is away is told on every screen.
  const away = useAlive().isError;
  if (batch.error && !batch.data) return <Sentence>{batch.error.message}</Sentence>;
  if (!batch.data) return <Text>Opening the batch …</Text>;
  return <RunOf batch={batch.data} gone={batch.isError && !away ? batch.error.message : null} />;
}

/** What can be told now: by jars while they are filled, else by the batch's own actions. */
function Tell({ batch, armed, tell }: { batch: Batch; armed: boolean; tell: ReturnType<typeof useTell>["tell"] }) {
  const { state, snapshot } = batch;
  if (state.filling && !state.filling.stood && state.task === null)
    return <FillWalk batch={batch} filling={state.filling} armed={armed} tell={tell} />;
  if (state.step === "fill" && state.task === null && !state.filling?.stood)
    return (
      <>
        <FillCount
          planned={snapshot.jars_planned}
          perLoad={snapshot.jars_per_load}
          sizes={snapshot.sizes}
          armed={armed}
          onFilled={(jars, part_jar, sizes) => tell({ kind: "filled", jars, part_jar, sizes })}
        />
        <BrineBox batch={batch} tell={tell} />
        <PanBox batch={batch} tell={tell} />
      </>
    );
  return <Actions batch={batch} actions={state.actions} armed={armed} tell={tell} />;
}

const PHASES: Record<RunLoad["phase"], string> = {
  waiting: "waiting",
  stood: "stood too long",
  heating: "heating",
  boiling: "boiling",
  doubt: "did it boil?",
  "time-up": "time is up",
  resting: "resting",
  rested: "rested",
  short: "stopped early",
  cooling: "cooling",
  check: "to be checked",
  checked: "checked",
  cold: "in the refrigerator",
};

/** Clocks of this batch that run beside the thing to do, legible from afar. */
function OtherClocks({ tasks, meant, now }: { tasks: readonly TaskStanding[]; meant: string | null; now: number }) {
  const running = tasks.filter((one) => one.clock && one.id !== meant && one.phase !== "over");
  if (running.length === 0) return null;
  return (
    <Flex gap="3" wrap="wrap">
      {running.map((one) => (
        <Box key={one.id} borderWidth="2px" borderColor="ink" borderRadius="sm" bg="whey.50" px="3" py="1">
          <Text
            role="timer"
            aria-label={`${one.title}: time left`}
            fontSize={{ base: "3xl", md: "5xl" }}
            fontWeight="750"
            lineHeight="1.1"
            fontVariantNumeric="tabular-nums"
          >
            {clockFace(Date.parse(one.clock?.may_end_at ?? "") - now)}
          </Text>
          <Text color="ink.soft">{one.title}</Text>
        </Box>
      ))}
    </Flex>
  );
}

/** Said once a tap has waited a second for its answer. */
function OnItsWay() {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), 1000);
    return () => clearTimeout(timer);
  }, []);
  // Nothing before that: what stands below must not move at every tap.
  if (!long) return null;
  return (
    <Text mt="2" fontSize="lg" color="ink.soft" role="status">
      Told; waiting for the kitchen's answer …
    </Text>
  );
}

/** The jar with its headspace against the gauge, while filling. */
function FillPicture({ batch }: { batch: Batch }) {
  const jar = useJars().data?.jars.find((item) => item.id === batch.snapshot.jar_id);
  if (!jar) return null;
  const gap = batch.snapshot.headspace_mm;
  return (
    <JarDrawing
      jar={jar}
      headspaceMm={gap}
      wantedMm={gap}
      contents={batch.snapshot.pack === "raw" ? "whole" : "chopped"}
      height={250}
    />
  );
}

/** The recipe as it was begun, at hand while preparing, cooking and filling. */
function RecipeCard({ text }: { text: string }) {
  return (
    <Box
      w="100%"
      bg="whey.50"
      borderWidth="1px"
      borderColor="whey.400"
      borderRadius="sm"
      p="4"
      fontFamily="recipe"
      fontSize={{ base: "md", md: "17px" }}
      lineHeight="1.5"
      whiteSpace="pre-wrap"
    >
      {text.trim()}
    </Box>
  );
}

function RunOf({ batch, gone }: { batch: Batch; gone: string | null }) {
  const now = useServerClock(batch.now);
  const { tell, armed, sending, error } = useTell(batch);
  const { snapshot, state } = batch;
  const load = state.loads.find((item) => item.number === state.load);
  useAwake();
  const task = state.tasks.find((one) => one.id === state.task);
  const running =
    load?.phase === "boiling" && load.boil_at && load.ends_at && load.minutes
      ? { startedAt: load.boil_at, endsAt: load.ends_at, minutes: load.minutes }
      : null;
  const inCanner = state.step === "loads";
  const cooking =
    state.step === "cook" ||
    state.tasks.some((one) => one.part === "cook" && ["heating", "running", "ripe", "over"].includes(one.phase));
  const detail = (
    <Text fontSize={{ base: "lg", md: "2xl" }} lineHeight="1.3" color="ink.soft" maxW="38rem">
      {state.detail}
    </Text>
  );
  const headline = (
    <Heading
      as="h2"
      fontSize={{ base: "4xl", md: "6xl" }}
      lineHeight="1"
      fontWeight="750"
      letterSpacing="-0.02em"
      aria-live="assertive"
    >
      {state.headline}
    </Heading>
  );
  const wait = state.waits_until && !running && Date.parse(state.waits_until) > now && (
    <Text
      fontSize={{ base: "3xl", md: "5xl" }}
      fontWeight="700"
      fontVariantNumeric="tabular-nums"
      role="timer"
      aria-label="Time to wait"
    >
      {clockFace(Date.parse(state.waits_until) - now)}
      <Text as="span" fontSize="lg" fontWeight="400" color="ink.soft">
        {" "}
        until {timeOfDay(state.waits_until)}
      </Text>
    </Text>
  );
  const canner = (
    <CannerDrawing
      jars={load?.jars ?? snapshot.jars_planned}
      phase={inCanner ? (load?.phase ?? "empty") : "empty"}
      steam={snapshot.method === "steam"}
    />
  );
  const takeBack = (
    <Flex direction="column" gap="2" align="start">
      {state.last_tap && <TakeBack tap={state.last_tap} armed={armed} tell={tell} />}
      {(state.jars_filled === null || state.filling !== null) &&
        !state.given_up &&
        (snapshot.sizes.length > 1 ? snapshot.sizes : [null]).map((size) => (
          <Tap
            key={size?.jar_id ?? "jar"}
            data-key="c"
            variant="quiet"
            size="sm"
            aria-disabled={!armed}
            onClick={() => tell({ kind: "chipped", ...(size ? { jar_id: size.jar_id } : {}) })}
          >
            {size ? `A ${size.title} jar is chipped` : "A jar is chipped"}
          </Tap>
        ))}
      {inCanner && load && !["waiting", "stood"].includes(load.phase) && (
        <Tap
          variant="quiet"
          size="sm"
          aria-disabled={!armed}
          data-key="k"
          data-asks=""
          onClick={() => tell({ kind: "broke", load: load.number })}
        >
          A jar broke
        </Tap>
      )}
      {batch.give_up && <GiveUp key={state.last_tap?.id ?? ""} asked={batch.give_up} armed={armed} tell={tell} />}
    </Flex>
  );
  const top = (
    <Box>
      <Flex justify="space-between" align="baseline" gap="4" wrap="wrap" mb="2">
        <Heading as="h1" fontSize={{ base: "md", md: "lg" }} fontWeight="650">
          {snapshot.title} <Tag number={snapshot.number} />
        </Heading>
        <Text fontSize="sm" color="ink.soft">
          {snapshot.minutes === null
            ? "for the refrigerator"
            : `${snapshot.jar_title} jars, ${minutesOf(snapshot)} at ${state.altitude}`}
        </Text>
      </Flex>
      <SecondLookAt kind="batch" subject={snapshot.id} />
    </Box>
  );
  const problems = (
    <>
      {gone && <Sentence mb="3">{gone} The clock below goes on: it counts from what was recorded.</Sentence>}
      {error && <Sentence mb="3">{error}</Sentence>}
      {state.told.map((says) => (
        <Sentence key={says} mb="3">
          {says}
        </Sentence>
      ))}
    </>
  );
  const seals = (state.step === "seals" ||
    (state.step === "done" && snapshot.minutes !== null && state.jars.length > 0) ||
    (state.step === "refrigerate" && state.jars.some((jar) => jar.advice))) && <SealCheck batch={batch} tell={tell} />;
  const loads = state.loads.length > 1 && inCanner && (
    <Flex gap="2" aria-label="Canner loads" role="list">
      {state.loads.map((item) => (
        <Box
          role="listitem"
          key={item.number}
          px="3"
          py="1"
          borderWidth="2px"
          borderColor={item === load ? "ink" : "whey.300"}
          bg={item.lifted_at ? "dill.100" : "whey.50"}
          fontSize="sm"
          fontWeight={item === load ? 700 : 400}
        >
          Load {item.number}: {item.jars} {item.title ?? (item.jars === 1 ? "jar" : "jars")},{" "}
          {item.lifted_at ? "out" : PHASES[item.phase]}
        </Box>
      ))}
    </Flex>
  );
  return (
    <Box maxW="1180px">
      {top}
      <StepTrail trail={state.trail} />
      <Box mt="4">{problems}</Box>
      <Grid
        templateColumns={{ base: "minmax(0,1fr)", lg: seals ? "1fr" : "minmax(0,1.5fr) minmax(0,1fr)" }}
        gap={{ base: 4, lg: 8 }}
        mt={{ base: 3, md: 5 }}
        alignItems="start"
      >
        <Flex direction="column" gap={{ base: 3, md: 4 }}>
          {loads}
          {headline}
          {running && <BigClock {...running} now={now} />}
          {task?.clock && task.phase !== "over" && <TaskClock clock={task.clock} now={now} />}
          {detail}
          <OtherClocks tasks={state.tasks} meant={state.task} now={now} />
          {task && <Lines lines={task.lines} kit={task.id === "kit"} />}
          {task?.part === "cook" && task.pot !== "" && state.brine && (
            <BrineRange brine={state.brine} one={snapshot.one_brine} />
          )}
          {state.step === "prepare" &&
            [...snapshot.warnings, ...snapshot.differs].map((says) => (
              <Sentence key={says} maxW="38rem">
                {says}
              </Sentence>
            ))}
          {wait}
          {seals}
          {state.part_jar && state.step !== "done" && (
            <Text>
              The part jar is for the refrigerator
              {state.part_jar_by ? `: eaten by ${dayOf(state.part_jar_by)}` : ""}.
            </Text>
          )}
          <Box mt="2">
            <Tell batch={batch} armed={armed} tell={tell} />
            {sending && <OnItsWay />}
            {cooking && <PanBox batch={batch} tell={tell} />}
          </Box>
          <Flex gap="3" wrap="wrap" align="center">
            {takeBack}
            {state.step === "done" && (
              <Link asChild textDecoration="underline">
                {state.given_up && state.jars.length === 0 ? (
                  <RouterLink to="/stove">Back to the Stove</RouterLink>
                ) : (
                  <RouterLink to="/shelf">See them on the Shelf</RouterLink>
                )}
              </Link>
            )}
            {state.step === "done" && (
              <Link asChild textDecoration="underline">
                <RouterLink to={`/journal/${snapshot.number}`}>What it came to</RouterLink>
              </Link>
            )}
          </Flex>
        </Flex>
        {!seals && (
          <Flex direction="column" gap="4" align={{ base: "center", lg: "stretch" }}>
            {inCanner || (state.step === "heat-jars" && state.tasks.length === 0) ? canner : null}
            {state.step === "fill" && <FillPicture batch={batch} />}
            <TaskList batch={batch} now={now} armed={armed} tell={tell} />
            <Facts batch={batch} />
            {!inCanner &&
              (state.tasks.length > 0 ? (
                <Fold title="The recipe as it was begun">
                  <RecipeCard text={snapshot.text} />
                </Fold>
              ) : (
                <RecipeCard text={snapshot.text} />
              ))}
          </Flex>
        )}
      </Grid>
    </Box>
  );
}
