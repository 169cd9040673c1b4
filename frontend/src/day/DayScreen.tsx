/** The day before it begins: which batches, when; laid out over hands, canners and burners, moved, kept, and what must be got for it. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { api, type DayIn, newId } from "../api/client";
import { useChanged, useDays } from "../api/queries";
import { AlsoThere } from "../draft/AlsoThere";
import { useFollowed } from "../draft/follow";
import { layOnBench } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { ToBuy } from "../parts/ToBuy";
import { timeOfDay } from "../stove/useServerClock";
import { type Asked, askedOf, bodyOf, drafted, FRESH, isAsked, type One } from "./asked";
import { BatchRows } from "./BatchRows";
import { Choose } from "./Choose";
import { DayList } from "./DayList";
import { Lanes } from "./Lanes";
import { Wishes } from "./Wishes";

/** `09:00 to 13:40`, with the day it ends on where that is another. */
export function Span({ start, end }: { start: string; end: string }) {
  const same = new Date(end).toDateString() === new Date(start).toDateString();
  return (
    <>
      {timeOfDay(start)} to {timeOfDay(end)}
      {same ? "" : `, ${new Date(end).toLocaleDateString("en-GB", { weekday: "long" })}`}
    </>
  );
}

export function DayScreen() {
  const [asked, setAsked, other] = useFollowed<Asked>("day", drafted(), isAsked);
  const [chosen, setChosen] = useState<number | null>(null);
  const changed = useChanged();
  const navigate = useNavigate();
  const lay = useMutation({ mutationFn: (body: DayIn) => api.layDay(body) });
  const buy = useMutation({ mutationFn: (body: DayIn) => api.shopping(body) });
  const keep = useMutation({
    mutationFn: (id: string) => api.keepDay(id, "", bodyOf(asked)).then(() => id),
    onSuccess: async (id) => {
      await changed();
      setAsked(FRESH);
      navigate(`/day/${id}`);
    },
  });
  const set = (part: Partial<Asked>) => setAsked((now) => ({ ...now, ...part }));
  const one = (id: string, part: Partial<One>) =>
    set({ batches: asked.batches.map((batch) => (batch.id === id ? { ...batch, ...part } : batch)) });
  const key = JSON.stringify(bodyOf(asked));
  const { mutate } = lay;
  const { reset } = buy;
  // Laid out anew a moment after the last change.
  useEffect(() => {
    const body = JSON.parse(key) as DayIn;
    reset();
    if (body.batches.length === 0) return;
    const timer = setTimeout(() => mutate(body), 400);
    return () => clearTimeout(timer);
  }, [key, mutate, reset]);
  const day = asked.batches.length > 0 ? lay.data : undefined;
  const move = (at: number, minutes: number) => {
    const batch = asked.batches[at];
    if (!batch) return;
    const later = batch.later + minutes;
    one(batch.id, { later: asked.mode === "start" ? Math.max(0, later) : Math.min(0, later) });
  };
  const bench = (at: number) => {
    const made = day?.batches[at];
    if (made) layOnBench({ text: made.text, formulaId: made.formula_id });
    navigate("/bench");
  };
  return (
    <Box>
      <Flex justify="space-between" align="center" gap="3" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          {asked.keptAs ? "The day, changed" : "The day"}
        </Heading>
        {asked.keptAs && (
          <Tap size="sm" variant="quiet" onClick={() => setAsked(FRESH)}>
            Leave it as it was kept
          </Tap>
        )}
      </Flex>
      <AlsoThere other={other} />
      <Wishes asked={asked} set={set} />
      <Choose onAdd={(batch) => set({ batches: [...asked.batches, batch].slice(0, 6) })} />
      <BatchRows
        asked={asked}
        day={day}
        chosen={chosen}
        onChosen={setChosen}
        onChange={one}
        onBench={bench}
        onOut={(id) => set({ batches: asked.batches.filter((other) => other.id !== id) })}
      />
      {asked.batches.length === 0 && (
        <Text fontSize="lg" mb="4">
          Add one batch or several: which pot when, when the canner, when the soak, and when it is all done.
        </Text>
      )}
      {lay.isPending && (
        <Text role="status" color="ink.soft">
          Laying it out …
        </Text>
      )}
      {lay.error && asked.batches.length > 0 && <Sentence mb="3">{lay.error.message}</Sentence>}
      {day && !lay.error && (
        <Box opacity={lay.isPending ? 0.5 : 1}>
          <Text fontSize={{ base: "xl", md: "2xl" }} fontWeight="700" data-day-says="">
            <Span start={day.tasks[0]?.start ?? day.start} end={day.end} />
          </Text>
          {day.says.map((says) => (
            <Text key={says} color="ink.soft">
              {says}
            </Text>
          ))}
          <Box display={{ base: "none", md: "block" }} mt="3">
            <Text fontSize="sm" color="ink.soft">
              Filled: hands. Framed: watched, hands are free between stirs. Thin: goes by itself. Drag a batch to move
              it.
            </Text>
            <Lanes day={day} chosen={chosen} onMove={move} />
          </Box>
          <Flex gap="3" my="3" wrap="wrap" align="center">
            <Tap variant="solid" aria-busy={keep.isPending} onClick={() => keep.mutate(asked.keptAs ?? newId())}>
              {asked.keptAs ? "Keep it so" : "Keep this day"}
            </Tap>
            <Tap aria-busy={buy.isPending} onClick={() => buy.mutate(bodyOf(asked))}>
              What must be got
            </Tap>
          </Flex>
          {keep.error && <Sentence mb="3">{keep.error.message}</Sentence>}
          {buy.error && <Sentence mb="3">{buy.error.message}</Sentence>}
          {buy.data && (
            <Box mb="4">
              <ToBuy
                title="To get for this day"
                lines={buy.data.lines.map((line) => line.says)}
                text={buy.data.text}
                none={<Text>Nothing is missing: all of it lies there.</Text>}
              />
            </Box>
          )}
          <DayList day={day} />
        </Box>
      )}
      <KeptDays onChange={setAsked} />
    </Box>
  );
}

function KeptDays({ onChange }: { onChange: (asked: Asked) => void }) {
  const kept = useDays().data?.days ?? [];
  const changed = useChanged();
  const away = useMutation({ mutationFn: (id: string) => api.throwDayAway(id), onSuccess: () => changed() });
  if (kept.length === 0) return null;
  return (
    <Box mt="6">
      <Heading as="h2" fontSize="lg" mb="1">
        Kept days
      </Heading>
      {kept.map((one) => (
        <Flex key={one.id} gap="3" py="1.5" borderTopWidth="1px" borderColor="whey.300" align="center" wrap="wrap">
          <Link asChild flex="1" minW="60%" textDecoration="underline">
            <RouterLink to={`/day/${one.id}`}>
              {new Date(one.begins).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" })},{" "}
              <Span start={one.day.tasks[0]?.start ?? one.begins} end={one.day.end} />: {one.title}
            </RouterLink>
          </Link>
          <Tap
            size="sm"
            aria-label={`Change it: ${one.title}`}
            onClick={() => {
              const titles = one.day.batches.map((batch) => batch.title);
              onChange(askedOf(one.id, one.asked as unknown as DayIn, titles));
            }}
          >
            Change it
          </Tap>
          <Tap size="sm" aria-label={`Throw away ${one.title}`} onClick={() => away.mutate(one.id)}>
            Throw away
          </Tap>
        </Flex>
      ))}
      {away.error && <Sentence mt="2">{away.error.message}</Sentence>}
    </Box>
  );
}
