/** A kept day as it goes: what is late and what that does, its batches begun from here, a break, a burner that fails, a better order. */
import { Box, Flex, Heading, Link, NativeSelect, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";
import { api, type Day, type DayIn, type DayNow, newId } from "../api/client";
import { useChanged, useRevision } from "../api/queries";
import { SCREEN } from "../draft/follow";
import { BeginAsked, type BeginAskedOf } from "../parts/BeginAsked";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { useServerClock } from "../stove/useServerClock";
import { askedOf, local } from "./asked";
import { DayList } from "./DayList";
import { Span } from "./DayScreen";
import { Lanes } from "./Lanes";

const BREAK_MIN = 15;
const LATE_FROM = 5;

export function DayUnderWay() {
  const { id = "" } = useParams();
  const revision = useRevision();
  const navigate = useNavigate();
  const changed = useChanged();
  const kept = useQuery({ queryKey: ["day", id, revision], queryFn: () => api.day(id), placeholderData: (old) => old });
  const goes = useQuery({
    queryKey: ["day-now", id, revision],
    queryFn: () => api.dayNow(id),
    refetchInterval: 10_000,
    placeholderData: (old) => old,
  });
  const now = useServerClock(goes.data?.now);
  const change = useMutation({
    mutationFn: (asked: DayIn) => api.keepDay(id, kept.data?.title ?? "", asked),
    onSuccess: () => changed(),
  });
  if (kept.error && !kept.data) return <Sentence>{kept.error.message}</Sentence>;
  if (!kept.data || !goes.data) return <Text role="status">Opening the day …</Text>;
  const { day, late, told, done, begun, gone } = goes.data;
  const asked = kept.data.asked as unknown as DayIn;
  const under = Object.keys(begun).length > 0;
  return (
    <Box>
      <Flex justify="space-between" align="center" gap="3" wrap="wrap" mb="2">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          {new Date(kept.data.begins).toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long" })}
        </Heading>
        <Flex gap="3" wrap="wrap" align="center">
          <Link asChild textDecoration="underline">
            <RouterLink to={`/day/${id}/sheets`}>The sheets for the wall</RouterLink>
          </Link>
          <Link href={`/api/days/${id}/calendar.ics`} textDecoration="underline">
            into a calendar
          </Link>
          <Tap
            size="sm"
            onClick={async () => {
              const titles = kept.data.day.batches.map((batch) => batch.title);
              await api.keepDraft("day", askedOf(id, asked, titles), SCREEN);
              navigate("/day");
            }}
          >
            Change it
          </Tap>
        </Flex>
      </Flex>
      <Text fontSize={{ base: "2xl", md: "4xl" }} fontWeight="750" lineHeight="1.1" data-day-says="" role="status">
        {!under ? (
          <Span start={day.tasks[0]?.start ?? day.start} end={day.end} />
        ) : late >= 1 || late <= -1 ? (
          day.says[0]
        ) : (
          <>
            On time: all out at <Span start={day.end} end={day.end} />
          </>
        )}
      </Text>
      {(under && late !== 0 ? day.says.slice(1) : day.says).map((says) => (
        <Text key={says} color="ink.soft">
          {says}
        </Text>
      ))}
      {under && late >= LATE_FROM && <BetterOrder id={id} of={`${revision} ${told.length}`} />}
      <Box as="ul" listStyleType="none" my="3" maxW="1000px">
        {day.batches.map((batch, at) => (
          <Flex
            as="li"
            key={batch.id}
            gap="3"
            py="1.5"
            align="center"
            wrap="wrap"
            borderTopWidth="1px"
            borderColor="whey.300"
            data-batch={batch.formula_id ?? batch.id}
          >
            <Box w="4" h="4" bg={`batch.${(at % 5) + 1}`} borderRadius="sm" aria-hidden="true" />
            <Text flex="1" minW="55%" fontFamily="recipe">
              {batch.title}{" "}
              <Text as="span" fontFamily="body" fontSize="sm" color="ink.soft">
                {batch.jars} {batch.jar_title}
              </Text>
            </Text>
            {gone.includes(at) ? (
              <Text>given up</Text>
            ) : begun[batch.id] ? (
              <Link asChild textDecoration="underline">
                <RouterLink to={`/stove/${begun[batch.id]}`}>on the Stove</RouterLink>
              </Link>
            ) : (
              <BeginOne day={id} batch={batch} />
            )}
          </Flex>
        ))}
      </Box>
      {change.error && <Sentence mb="3">{change.error.message}</Sentence>}
      <AsItGoes
        asked={asked}
        day={day}
        goes={goes.data}
        busy={change.isPending}
        onChange={(next) => change.mutate(next)}
      />
      <Box display={{ base: "none", md: "block" }} mt="3">
        <Lanes day={day} chosen={null} now={now} done={done} />
      </Box>
      <DayList day={day} now={now} told={told} done={done} />
    </Box>
  );
}

function BeginOne({ day, batch }: { day: string; batch: Day["batches"][number] }) {
  const changed = useChanged();
  const navigate = useNavigate();
  const id = useRef(newId());
  const begin = useMutation({
    mutationFn: (more: BeginAskedOf) =>
      api.beginOfDay(day, { id: id.current, batch: batch.id, short_known: false, ask_steps: true, ...more }),
    onSuccess: async (begun) => {
      await changed();
      navigate(`/stove/${begun.snapshot.id}`);
    },
    onError: (refusal) => {
      if (!refusal.gone) id.current = newId();
    },
  });
  return (
    <>
      <Tap
        variant="solid"
        size="sm"
        aria-label={`Begin it: ${batch.title}`}
        aria-busy={begin.isPending}
        onClick={() => !begin.isPending && begin.mutate({})}
      >
        Begin it
      </Tap>
      {begin.error && (
        <Box w="100%">
          <BeginAsked error={begin.error} onAgain={(more) => begin.mutate({ ...begin.variables, ...more })} />
        </Box>
      )}
    </>
  );
}

/** Offered with its reason; nothing moves until it is taken. */
function BetterOrder({ id, of }: { id: string; of: string }) {
  const changed = useChanged();
  const better = useQuery({ queryKey: ["day-better", id, of], queryFn: () => api.dayBetter(id), staleTime: 60_000 });
  const take = useMutation({ mutationFn: () => api.takeBetter(id), onSuccess: () => changed() });
  if (better.isPending) return <Text color="ink.soft">Looking for a better order …</Text>;
  if (!better.data?.day) return null;
  return (
    <Sentence mt="2" data-better="">
      <Text fontWeight="650">Another order ends {better.data.says}</Text>
      <Flex gap="2" mt="2" align="center">
        <Tap size="sm" variant="solid" aria-busy={take.isPending} onClick={() => take.mutate()}>
          Take this order
        </Tap>
        <Text fontSize="sm">What is begun, or due within ten minutes, does not move.</Text>
      </Flex>
      {take.error && <Text role="alert">{take.error.message}</Text>}
    </Sentence>
  );
}

interface GoesProps {
  asked: DayIn;
  day: Day;
  goes: DayNow;
  busy: boolean;
  onChange: (asked: DayIn) => void;
}

/** A break from now on, and a burner that has failed: the rest of the day is laid out again. */
function AsItGoes({ asked, day, goes, busy, onChange }: GoesProps) {
  const [failed, setFailed] = useState("");
  const rest = () => {
    const from = new Date(goes.now);
    const to = new Date(from.getTime() + BREAK_MIN * 60_000);
    onChange({ ...asked, breaks: [...(asked.breaks ?? []), { from: local(from), to: local(to) }].slice(-12) });
  };
  return (
    <Flex gap="3" wrap="wrap" align="center" aria-busy={busy}>
      <Tap size="sm" onClick={rest}>
        A break of {BREAK_MIN} minutes, now
      </Tap>
      <NativeSelect.Root w="15rem" size="sm">
        <NativeSelect.Field
          aria-label="A burner has failed"
          bg="whey.50"
          borderColor="ink"
          value={failed}
          onChange={(event) => {
            setFailed("");
            const left = day.burners.filter((burner) => String(burner.id) !== event.target.value);
            if (event.target.value) onChange({ ...asked, burners: left });
          }}
        >
          <option value="">A burner has failed …</option>
          {day.burners.map((burner) => (
            <option key={burner.id} value={burner.id}>
              burner {burner.id}, {burner.size}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {busy && <Text role="status">Laying it out again …</Text>}
    </Flex>
  );
}
