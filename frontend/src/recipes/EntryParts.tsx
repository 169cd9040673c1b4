/** The three parts of an entry: the source, the recipe as it stands there, what it says of jars and minutes. */
import { Box, Field, Flex, Grid, Text, Textarea } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Choose, Figure } from "../parts/Figure";
import { type Form, GAPS, KINDS, SIZES, SOURCES } from "./entry";

interface Props {
  form: Form;
  set: (part: Partial<Form>) => void;
}

export function SourcePart({ form, set }: Props) {
  return (
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
  );
}

export function RecipePart({ form, set }: Props) {
  return (
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
  );
}

export function JarsPart({ form, set }: Props) {
  return (
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
        Minutes for each jar it covers. No table of heights: one figure, at sea level, and the kitchen's chart adds for
        the height. With a table: one figure for each height, such as 10 15 20.
      </Text>
      <MinuteFields value={form.minutes} onChange={(minutes) => set({ minutes })} sizes={SIZES} label="Minutes" />
    </Part>
  );
}

export function Part({ number, title, children }: { number: number; title: string; children: ReactNode }) {
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

export function MinuteFields({ value, onChange, sizes, label }: MinuteProps) {
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
