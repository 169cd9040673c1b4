/** While something cooks down: what is left of it, read off the scale or a marked stick, and how many jars that fills. */
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, Tap as Told } from "../api/client";
import { amountOf, Figure } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { RangeBar } from "../parts/RangeBar";
import { Tap } from "../parts/Tap";

const WEIGHED = [
  ["start_g", "Full pan at the start, g"],
  ["now_g", "Pan now, g"],
  ["pan_g", "Pan alone, g"],
] as const;
const READ = [
  ["start_mm", "Stick at the start, mm"],
  ["now_mm", "Stick now, mm"],
] as const;

export function PanBox({ batch, tell }: { batch: Batch; tell: (event: Told) => void }) {
  const cook = batch.state.cook;
  const [typed, setTyped] = useState<Record<string, string>>({});
  if (!cook) return null;
  const form = (title: string, fields: readonly (readonly [string, string])[]) => {
    // What was weighed hours ago stands in its field; what is typed now is what is told.
    const shown = (name: string) => typed[name] ?? (cook.noted[name] === undefined ? "" : String(cook.noted[name]));
    const figures = fields.flatMap(([name]) => (typed[name]?.trim() ? [[name, amountOf(typed[name])] as const] : []));
    const ready = figures.length > 0 && figures.every(([, value]) => value !== null);
    const whole = fields.every(([name]) => shown(name).trim() !== "");
    return (
      <Fold mt="2" title={title}>
        <Grid templateColumns={`repeat(${fields.length}, minmax(0, 1fr))`} gap="2" mt="2" alignItems="end">
          {fields.map(([name, label]) => (
            <Figure
              key={name}
              label={label}
              amount={name.endsWith("_g") ? "mass" : "length"}
              value={shown(name)}
              onChange={(value) => setTyped((now) => ({ ...now, [name]: value }))}
            />
          ))}
        </Grid>
        <Flex mt="2">
          <Tap
            disabled={!ready}
            aria-label={`${whole ? "Reckon" : "Keep"}: ${title.toLowerCase()}`}
            onClick={() => tell({ kind: "pan", ...Object.fromEntries(figures) })}
          >
            {whole ? "Reckon the jars" : "Keep this for later"}
          </Tap>
        </Flex>
      </Fold>
    );
  };
  return (
    <Box mt="4" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" data-pan-box="">
      <RangeBar most={cook.start_ml * 1.02} low={cook.low} high={cook.high}>
        {(at) => (
          <Box h="100%" w={at(cook.start_ml)} borderWidth="2px" borderColor="ink">
            <Box
              h="100%"
              w={`${((cook.mid / cook.start_ml) * 100).toFixed(1)}%`}
              bg="mustard.200"
              borderRightWidth="2px"
              borderColor="ink"
            />
          </Box>
        )}
      </RangeBar>
      <Text>{cook.says}</Text>
      <Text fontSize="xs" color="ink.soft">
        {cook.measured ? "By your last reading." : "Expected, by the tested yield."} Of{" "}
        {(cook.start_ml / 1000).toFixed(2)} l at the start.
      </Text>
      {form("Weigh the pan", WEIGHED)}
      {form("Read the stick", READ)}
    </Box>
  );
}
