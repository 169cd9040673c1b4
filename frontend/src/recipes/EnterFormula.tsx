/** Entering a formula from a tested source: the source, the recipe, what it says of jars and time; looked over; what matters
 *  a second time; stored. */
import { Box, Field, Flex, Grid, Heading, Text, Textarea } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, type EntryIn, type Looked, type Refusal } from "../api/client";
import { useFactsChanged } from "../api/queries";
import { Choose, Figure } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const SOURCES = [
  ["government", "a government guide"],
  ["extension", "an extension sheet"],
  ["book", "a tested book"],
  ["maker", "a maker's leaflet"],
  ["friend", "a friend"],
  ["video", "a video or a page"],
  ["own", "myself"],
  ["merged", "merged from two"],
] as const;
const KINDS = ["pickle", "relish", "salsa", "chutney", "sauce"] as const;
const SIZES = ["quarter-pint", "half-pint", "twelve-ounce", "pint", "pint-and-a-half", "quart", "half-gallon"] as const;
const GAPS = [
  ["3.175", "1/8 inch (3 mm)"],
  ["6.35", "1/4 inch (6 mm)"],
  ["12.7", "1/2 inch (13 mm)"],
  ["19.05", "3/4 inch (19 mm)"],
  ["25.4", "1 inch (25 mm)"],
] as const;

interface Form {
  text: string;
  sourceKind: (typeof SOURCES)[number][0];
  title: string;
  page: string;
  year: string;
  kind: (typeof KINDS)[number];
  pack: "raw" | "hot";
  low: string;
  high: string;
  jar: string;
  gap: string;
  bands: string;
  minutes: Record<string, string>;
  weeks: string;
}

const figures = (text: string): number[] =>
  text
    .split(/[\s,;/]+/)
    .filter(Boolean)
    .map(Number);

function entryOf(form: Form): EntryIn {
  return {
    text: form.text,
    kind: form.kind,
    pack: form.pack,
    source_kind: form.sourceKind,
    source_title: form.title,
    source_page: form.page,
    source_year: Number.parseInt(form.year, 10) || 0,
    yield_low: Number(form.low) || 0,
    yield_high: Number(form.high || form.low) || 0,
    yield_jar: form.jar,
    headspace_mm: Number(form.gap),
    minutes: minutesOf(form.minutes),
    bands_ft: figures(form.bands).filter((value) => Number.isInteger(value)),
    weeks: Number.parseInt(form.weeks, 10) || 0,
  };
}

const minutesOf = (typed: Record<string, string>): Record<string, number[]> =>
  Object.fromEntries(
    Object.entries(typed)
      .map(([size, text]) => [size, figures(text).map((value) => (Number.isInteger(value) ? value : 0))] as const)
      .filter(([, list]) => list.length > 0),
  );

export function EnterFormula() {
  const state = useLocation().state as { text?: string } | null;
  const navigate = useNavigate();
  const changed = useFactsChanged();
  const [form, setForm] = useState<Form>({
    text: state?.text ?? "",
    sourceKind: "book",
    title: "",
    page: "",
    year: "",
    kind: "pickle",
    pack: "hot",
    low: "",
    high: "",
    jar: "pint",
    gap: "12.7",
    bands: "",
    minutes: {},
    weeks: "4",
  });
  const [looked, setLooked] = useState<Looked | null>(null);
  const [again, setAgain] = useState<Record<string, string>>({});
  const [minutesAgain, setMinutesAgain] = useState<Record<string, string>>({});
  const set = (part: Partial<Form>) => {
    setForm((now) => ({ ...now, ...part }));
    setLooked(null);
  };
  const look = useMutation({ mutationFn: () => api.lookOver(entryOf(form)), onSuccess: setLooked });
  const enter = useMutation({
    mutationFn: () => api.enterFormula({ ...entryOf(form), again, minutes_again: minutesOf(minutesAgain) }),
    onSuccess: () => {
      changed();
      navigate("/recipes");
    },
  });
  const refused = look.error as Refusal | null;
  const sizes = Object.keys(minutesOf(form.minutes));
  return (
    <Box maxW="1000px">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        Enter a formula from a tested source
      </Heading>
      <Text color="ink.soft" maxW="46rem" mb="4">
        A book or a sheet that you hold in your hand, from 1994 or later. Its recipe then carries a verdict of its own,
        with the source named beside it. A friend's, a video's and your own recipes are kept among your recipes instead.
      </Text>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          look.mutate();
        }}
        noValidate
      >
        <Part number={1} title="The source">
          <Grid templateColumns={{ base: "1fr", md: "1fr 1.6fr 1fr 0.6fr" }} gap="3">
            <Choose
              label="It comes from"
              value={form.sourceKind}
              onChange={(value) => set({ sourceKind: value as Form["sourceKind"] })}
              options={SOURCES}
            />
            <Figure words label="Title" value={form.title} onChange={(title) => set({ title })} />
            <Figure words label="Page or sheet" value={form.page} onChange={(page) => set({ page })} />
            <Figure label="Year" value={form.year} onChange={(year) => set({ year })} />
          </Grid>
        </Part>
        <Part number={2} title="The recipe, as it stands there">
          <Field.Root>
            <Field.Label fontSize="sm">
              Title first, then one ingredient to a line; “Per jar:” and “Soak:” as headings
            </Field.Label>
            <Textarea
              rows={9}
              fontFamily="recipe"
              fontSize="md"
              lineHeight="1.6"
              bg="whey.50"
              borderColor="ink"
              borderWidth="2px"
              value={form.text}
              onChange={(event) => set({ text: event.target.value })}
            />
          </Field.Root>
        </Part>
        <Part number={3} title="Jars and minutes, as the source gives them">
          <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="3">
            <Choose
              label="It is a"
              value={form.kind}
              onChange={(value) => set({ kind: value as Form["kind"] })}
              options={KINDS.map((kind) => [kind, kind])}
            />
            <Choose
              label="Packed"
              value={form.pack}
              onChange={(value) => set({ pack: value as Form["pack"] })}
              options={[
                ["hot", "hot"],
                ["raw", "raw"],
              ]}
            />
            <Choose label="Headspace" value={form.gap} onChange={(gap) => set({ gap })} options={GAPS} />
            <Figure label="Weeks before opening" value={form.weeks} onChange={(weeks) => set({ weeks })} />
            <Figure label="Makes, at least" value={form.low} onChange={(low) => set({ low })} />
            <Figure label="Makes, at most" value={form.high} onChange={(high) => set({ high })} />
            <Choose
              label="Jars of"
              value={form.jar}
              onChange={(jar) => set({ jar })}
              options={SIZES.map((size) => [size, size])}
            />
            <Figure
              words
              label="Heights of its table, ft"
              value={form.bands}
              onChange={(bands) => set({ bands })}
              placeholder="1000 6000"
            />
          </Grid>
          <Text fontSize="sm" mt="3" color="ink.soft">
            Minutes for each jar it covers. No table of heights: one figure, at sea level, and the kitchen's chart adds
            for the height. With a table: one figure for each height, such as 10 15 20.
          </Text>
          <MinuteFields value={form.minutes} onChange={(minutes) => set({ minutes })} sizes={SIZES} label="Minutes" />
        </Part>
        {refused && <Sentence mb="3">{refused.message}</Sentence>}
        <Tap type="submit" variant="solid" size="lg" aria-busy={look.isPending}>
          Look it over
        </Tap>
      </form>
      {looked && (
        <Box mt="5" role="region" aria-label="Looked over">
          {looked.refusals.length > 0 ? (
            <Box role="alert" bg="whey.50" borderLeftWidth="8px" borderLeftStyle="double" borderColor="frost.600" p="3">
              <Text fontWeight="700">Not a formula yet.</Text>
              <Box as="ul" pl="5">
                {looked.refusals.map((one) => (
                  <li key={one.says}>
                    {one.line ? `Line ${one.line}: ` : ""}
                    {one.says}
                  </li>
                ))}
              </Box>
            </Box>
          ) : (
            <>
              <Nearest looked={looked} />
              <Part number={4} title="A second time, from the source">
                <Text fontSize="sm" color="ink.soft" mb="2">
                  Look at the page again, not at the text above: a slip of the pen here can make someone ill.
                </Text>
                <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
                  {looked.twice.map((one) => (
                    <Figure
                      words
                      key={one.line}
                      label={`Line ${one.line}: how much ${one.name}?`}
                      value={again[one.line] ?? ""}
                      onChange={(value) => setAgain((now) => ({ ...now, [one.line]: value }))}
                    />
                  ))}
                </Grid>
                <MinuteFields value={minutesAgain} onChange={setMinutesAgain} sizes={sizes} label="Minutes again" />
              </Part>
              {enter.error && <Sentence mb="3">{(enter.error as Refusal).message}</Sentence>}
              <Tap variant="solid" size="lg" aria-busy={enter.isPending} onClick={() => enter.mutate()}>
                Keep it as a formula
              </Tap>
            </>
          )}
        </Box>
      )}
    </Box>
  );
}

function Nearest({ looked }: { looked: Looked }) {
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" mb="4">
      <Text fontWeight="700">
        Beside what Rheum knows: nearest is “{looked.nearest_title}”, at distance {looked.distance?.toFixed(2)}.
      </Text>
      <Box as="ul" pl="5" fontSize="sm">
        {looked.partings.map((says) => (
          <li key={says}>{says}</li>
        ))}
        {looked.ph && (
          <li>
            The estimate for it is pH {looked.ph.low.toFixed(1)} to {looked.ph.high.toFixed(1)}.
          </li>
        )}
      </Box>
    </Box>
  );
}

function Part({ number, title, children }: { number: number; title: string; children: ReactNode }) {
  return (
    <Box as="fieldset" mb="5">
      <Flex as="legend" gap="2" align="baseline" mb="2">
        <Text fontFamily="recipe" fontStyle="italic" fontSize="xl" color="ink.faint">
          {number}
        </Text>
        <Text fontWeight="700" fontSize="lg">
          {title}
        </Text>
      </Flex>
      {children}
    </Box>
  );
}

interface MinuteProps {
  value: Record<string, string>;
  onChange: (value: Record<string, string>) => void;
  sizes: readonly string[];
  label: string;
}

function MinuteFields({ value, onChange, sizes, label }: MinuteProps) {
  return (
    <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="3" mt="2">
      {sizes.map((size) => (
        <Figure
          words
          key={size}
          label={`${label}: ${size}`}
          value={value[size] ?? ""}
          onChange={(typed) => onChange({ ...value, [size]: typed })}
        />
      ))}
    </Grid>
  );
}
