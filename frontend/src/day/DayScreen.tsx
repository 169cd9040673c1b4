/** The day: which batches, when it may begin or must be done; laid out over hands, canners and burners, as lanes and as a list. */
import { Box, Checkbox, Flex, Grid, Heading, Input, Link, NativeSelect, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, type DayIn, newId } from "../api/client";
import { useChanged, useDays, useFormulas, useRecipes } from "../api/queries";
import { layOnBench } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { timeOfDay } from "../stove/useServerClock";
import { DayList } from "./DayList";
import { Lanes } from "./Lanes";

interface One {
  id: string;
  what: "formula" | "recipe";
  of: string;
  title: string;
  jars: string;
  /** Minutes by which it is held back from the day's beginning. */
  later: number;
}

interface Asked {
  batches: One[];
  mode: "start" | "done";
  at: string;
  breakFrom: string;
  breakTo: string;
  people: number;
  burners: number;
}

const KEPT = "rheum-day";
const STEP_MIN = 30;

const tomorrow = (): string => {
  const day = new Date(Date.now() + 24 * 3_600_000);
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, "0")}-${String(day.getDate()).padStart(2, "0")}`;
};

const FRESH: Asked = {
  batches: [],
  mode: "start",
  at: `${tomorrow()}T09:00`,
  breakFrom: "",
  breakTo: "",
  people: 1,
  burners: 4,
};

function drafted(): Asked {
  try {
    return { ...FRESH, ...(JSON.parse(localStorage.getItem(KEPT) ?? "{}") as Partial<Asked>) };
  } catch {
    return FRESH;
  }
}

function bodyOf(asked: Asked): DayIn {
  const day = asked.at.slice(0, 10);
  return {
    batches: asked.batches.map((one) => ({
      id: one.id,
      ...(one.what === "formula" ? { formula_id: one.of } : { recipe_id: one.of }),
      ...(Number(one.jars) > 0 ? { jars: Number(one.jars) } : {}),
      ...(one.later > 0 && asked.mode === "start"
        ? { not_before: new Date(Date.parse(asked.at) + one.later * 60_000).toISOString() }
        : {}),
    })),
    ...(asked.mode === "start" ? { start: asked.at } : { done_by: asked.at }),
    ...(asked.breakFrom && asked.breakTo
      ? { breaks: [{ from: `${day}T${asked.breakFrom}`, to: `${day}T${asked.breakTo}` }] }
      : {}),
    people: asked.people,
    burners: asked.burners,
  } as DayIn;
}

function Choose({ onAdd }: { onAdd: (one: One) => void }) {
  const formulas = useFormulas().data?.formulas ?? [];
  const own = useRecipes().data?.recipes ?? [];
  return (
    <NativeSelect.Root maxW="22rem">
      <NativeSelect.Field
        aria-label="Add a batch"
        bg="whey.50"
        borderColor="ink"
        value=""
        onChange={(event) => {
          const [what, of] = event.target.value.split(":") as ["formula" | "recipe", string];
          const title =
            what === "formula"
              ? formulas.find((formula) => formula.id === of)?.title
              : own.find((recipe) => recipe.id === of)?.title;
          if (of) onAdd({ id: newId(), what, of, title: title ?? of, jars: "", later: 0 });
        }}
      >
        <option value="">Add a batch …</option>
        <optgroup label="Yours">
          {own.map((recipe) => (
            <option key={recipe.id} value={`recipe:${recipe.id}`}>
              {recipe.title}
            </option>
          ))}
        </optgroup>
        <optgroup label="Tested">
          {formulas.map((formula) => (
            <option key={formula.id} value={`formula:${formula.id}`}>
              {formula.title}
            </option>
          ))}
        </optgroup>
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

export function DayScreen() {
  const [asked, setAsked] = useState<Asked>(drafted);
  const [chosen, setChosen] = useState<number | null>(null);
  const changed = useChanged();
  const navigate = useNavigate();
  const kept = useDays().data?.days ?? [];
  const lay = useMutation({ mutationFn: (body: DayIn) => api.layDay(body) });
  const keep = useMutation({ mutationFn: () => api.keepDay(newId(), "", bodyOf(asked)), onSuccess: () => changed() });
  const away = useMutation({ mutationFn: (id: string) => api.throwDayAway(id), onSuccess: () => changed() });
  const set = (part: Partial<Asked>) => setAsked((now) => ({ ...now, ...part }));
  const one = (id: string, part: Partial<One>) =>
    set({ batches: asked.batches.map((batch) => (batch.id === id ? { ...batch, ...part } : batch)) });
  const key = JSON.stringify(bodyOf(asked));
  const { mutate } = lay;
  useEffect(() => {
    localStorage.setItem(KEPT, JSON.stringify(asked));
  }, [asked]);
  // Laid out anew a moment after the last change.
  useEffect(() => {
    const body = JSON.parse(key) as DayIn;
    if (body.batches.length === 0) return;
    const timer = setTimeout(() => mutate(body), 400);
    return () => clearTimeout(timer);
  }, [key, mutate]);
  const day = asked.batches.length > 0 ? lay.data : undefined;
  const hours = (label: string, value: string, onChange: (value: string) => void) => (
    <Box>
      <Text fontSize="sm">{label}</Text>
      <Input
        aria-label={label}
        type="time"
        w="32"
        bg="whey.50"
        borderColor="ink"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </Box>
  );
  const count = (label: string, value: number, most: number, onChange: (value: number) => void) => (
    <Box>
      <Text fontSize="sm">{label}</Text>
      <NativeSelect.Root w="20">
        <NativeSelect.Field
          aria-label={label}
          bg="whey.50"
          borderColor="ink"
          value={value}
          onChange={(event) => onChange(Number(event.target.value))}
        >
          {Array.from({ length: most }, (_, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a number has no other name
            <option key={index} value={index + 1}>
              {index + 1}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Box>
  );
  return (
    <Box>
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        The day
      </Heading>
      <Flex gap="3" wrap="wrap" align="end" mb="3">
        <Box>
          <NativeSelect.Root w="40" size="sm">
            <NativeSelect.Field
              aria-label="Begin or be done"
              borderColor="transparent"
              value={asked.mode}
              onChange={(event) => set({ mode: event.target.value as Asked["mode"] })}
            >
              <option value="start">Begin at</option>
              <option value="done">Be done by</option>
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <Input
            aria-label="Day and hour"
            type="datetime-local"
            w="56"
            bg="whey.50"
            borderColor="ink"
            value={asked.at}
            onChange={(event) => event.target.value && set({ at: event.target.value })}
          />
        </Box>
        {hours("A break from", asked.breakFrom, (breakFrom) => set({ breakFrom }))}
        {hours("to", asked.breakTo, (breakTo) => set({ breakTo }))}
        {count("People", asked.people, 4, (people) => set({ people }))}
        {count("Burners", asked.burners, 8, (burners) => set({ burners }))}
        <Choose onAdd={(batch) => set({ batches: [...asked.batches, batch].slice(0, 6) })} />
      </Flex>
      <Grid as="ul" listStyleType="none" templateColumns="minmax(0,1fr)" mb="3" maxW="1000px">
        {asked.batches.map((batch, at) => (
          <Flex
            as="li"
            key={batch.id}
            gap="2"
            align="center"
            wrap={{ base: "wrap", md: "nowrap" }}
            py="1"
            borderTopWidth="1px"
            borderColor="whey.300"
            data-batch={batch.of}
          >
            <Box w="4" h="4" bg={`batch.${(at % 5) + 1}`} borderRadius="sm" aria-hidden="true" />
            <Text flex="1" minW={{ base: "70%", md: "0" }} fontFamily="recipe">
              {day?.batches[at]?.title ?? batch.title}
              {day?.batches[at] ? (
                <Text as="span" fontFamily="body" fontSize="sm" color="ink.soft">
                  {" "}
                  {day.batches[at].jars} {day.batches[at].jar_title}
                  {day.batches[at].minutes ? `, ${day.batches[at].minutes} min` : ", for the refrigerator"}
                </Text>
              ) : null}
            </Text>
            <Input
              aria-label={`Jars of ${batch.title}`}
              placeholder="jars"
              inputMode="numeric"
              w="16"
              size="sm"
              bg="whey.50"
              borderColor="ink"
              value={batch.jars}
              onChange={(event) => /^\d{0,3}$/.test(event.target.value) && one(batch.id, { jars: event.target.value })}
            />
            {asked.mode === "start" && (
              <>
                <Tap
                  size="sm"
                  aria-label={`${batch.title}: half an hour earlier`}
                  disabled={batch.later === 0}
                  onClick={() => one(batch.id, { later: Math.max(0, batch.later - STEP_MIN) })}
                >
                  ‹
                </Tap>
                <Text fontSize="sm" minW="14" textAlign="center" fontVariantNumeric="tabular-nums">
                  {batch.later ? `+${batch.later} min` : "at once"}
                </Text>
                <Tap
                  size="sm"
                  aria-label={`${batch.title}: half an hour later`}
                  onClick={() => one(batch.id, { later: batch.later + STEP_MIN })}
                >
                  ›
                </Tap>
              </>
            )}
            <Checkbox.Root
              size="sm"
              checked={chosen === at}
              onCheckedChange={(details) => setChosen(details.checked === true ? at : null)}
            >
              <Checkbox.HiddenInput aria-label={`alone: ${batch.title}`} />
              <Checkbox.Control borderColor="ink" bg="whey.50" />
              <Checkbox.Label>alone</Checkbox.Label>
            </Checkbox.Root>
            {day?.batches[at] && (
              <Tap
                size="sm"
                variant="quiet"
                aria-label={`to the Bench: ${batch.title}`}
                onClick={() => {
                  const made = day.batches[at];
                  if (made) layOnBench({ text: made.text, formulaId: made.formula_id });
                  navigate("/");
                }}
              >
                to the Bench
              </Tap>
            )}
            <Tap
              size="sm"
              variant="quiet"
              aria-label={`take out ${batch.title}`}
              onClick={() => set({ batches: asked.batches.filter((other) => other.id !== batch.id) })}
            >
              take out
            </Tap>
          </Flex>
        ))}
      </Grid>
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
            {timeOfDay(day.tasks[0]?.start ?? day.start)} to {timeOfDay(day.end)}
            {new Date(day.end).toDateString() === new Date(day.start).toDateString()
              ? ""
              : `, ${new Date(day.end).toLocaleDateString("en-GB", { weekday: "long" })}`}
          </Text>
          {day.says.map((says) => (
            <Text key={says} color="ink.soft">
              {says}
            </Text>
          ))}
          <Box display={{ base: "none", md: "block" }} mt="3">
            <Text fontSize="sm" color="ink.soft">
              Filled: hands. Framed: watched, hands are free between stirs. Thin: goes by itself.
            </Text>
            <Lanes day={day} chosen={chosen} />
          </Box>
          <Flex gap="3" my="3" wrap="wrap" align="center">
            <Tap variant="solid" aria-busy={keep.isPending} onClick={() => keep.mutate()}>
              Keep this day
            </Tap>
            {keep.isSuccess && <Text role="status">Kept.</Text>}
          </Flex>
          <DayList day={day} />
        </Box>
      )}
      {kept.length > 0 && (
        <Box mt="6">
          <Heading as="h2" fontSize="lg" mb="1">
            Kept days
          </Heading>
          {kept.map((one) => (
            <Flex key={one.id} gap="3" py="1.5" borderTopWidth="1px" borderColor="whey.300" align="center" wrap="wrap">
              <Text flex="1">
                {new Date(one.begins).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" })}
                , {timeOfDay(one.begins)} to {timeOfDay(one.day.end)}: {one.title}
              </Text>
              <Link href={`/api/days/${one.id}/calendar.ics`} textDecoration="underline">
                into a calendar
              </Link>
              <Tap size="sm" aria-label={`Throw away ${one.title}`} onClick={() => away.mutate(one.id)}>
                Throw away
              </Tap>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}
