/** Pictures of the plan: what limits the batch, the jars in a row, brine against what is mixed, vinegar in its jug, the pot. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Jar, Plan } from "../api/client";
import { JarDrawing } from "../parts/JarDrawing";
import { RangeBar } from "../parts/RangeBar";
import { unbroken } from "../parts/unbroken";

/** How far each thing would reach, as bars from one wall; the shortest is the limit. */
export function Limits({ plan }: { plan: Plan }) {
  if (plan.limits.length === 0) return null;
  const most = Math.max(...plan.limits.map((limit) => limit.factor)) * 1.05;
  return (
    <Box as="ul" listStyleType="none" aria-label="What limits the batch">
      {plan.limits.map((limit, index) => (
        <Box as="li" key={limit.name} mb="2" data-limit={index === 0 ? "here" : "beyond"}>
          <Flex justify="space-between" gap="2" fontSize="sm">
            <Text fontWeight={index === 0 ? 700 : 400}>{index === 0 ? `Limit: ${limit.name}` : limit.name}</Text>
            <Text fontVariantNumeric="tabular-nums">{limit.factor.toFixed(2)}×</Text>
          </Flex>
          <Box
            h="14px"
            w={`${Math.max(2, (limit.factor / most) * 100).toFixed(1)}%`}
            bg={index === 0 ? "mustard.200" : "whey.300"}
            borderWidth="2px"
            borderColor="ink"
            borderRightWidth={index === 0 ? "6px" : "2px"}
          />
          <Text fontSize="xs" color="ink.soft">
            {limit.says}
          </Text>
        </Box>
      ))}
    </Box>
  );
}

/** Each size once, drawn to one scale, with how many of it. */
export function JarsInARow({ plan, jars }: { plan: Plan; jars: readonly Jar[] }) {
  if (!plan.jars) return <Text>How many jars is not known: no tested formula is near enough. Fill and count.</Text>;
  const tallest = Math.max(1, ...plan.jars.rows.map((row) => jars.find((jar) => jar.id === row.jar)?.depth_mm ?? 0));
  return (
    <Box>
      <Flex gap="4" align="end" wrap="wrap">
        {plan.jars.rows.map((row) => {
          const jar = jars.find((one) => one.id === row.jar);
          if (!jar) return null;
          return (
            <Box key={row.jar} data-jars={`${row.count} ${row.jar}`}>
              <JarDrawing
                jar={jar}
                headspaceMm={plan.headspace_mm}
                wantedMm={plan.headspace_mm}
                contents={plan.verdict.pack === "raw" ? "whole" : "chopped"}
                height={Math.round(60 + (jar.depth_mm / tallest) * 80)}
              />
              <Text fontSize="xl" fontWeight="700" lineHeight="1.1">
                {row.says}
              </Text>
              <Text fontSize="xs" color="ink.soft">
                {row.room_ml.toFixed(0)} ml each, {row.headspace_ml.toFixed(0)} ml of headspace
                <br />
                {row.minutes === null ? "no minutes" : `${row.minutes} min`}
                {row.there !== null ? `, ${row.there} there` : ""}
              </Text>
            </Box>
          );
        })}
      </Flex>
      <Text fontWeight="650" mt="2" data-jars-say="">
        {plan.jars.says}
      </Text>
      <Text fontSize="sm" color="ink.soft">
        {plan.jars.low_ml === plan.jars.high_ml
          ? `${(plan.jars.mid_ml / 1000).toFixed(2)} l to fill.`
          : `Between ${(plan.jars.low_ml / 1000).toFixed(2)} and ${(plan.jars.high_ml / 1000).toFixed(2)} l to fill.`}
        {plan.jars.spare ? " Keep one clean hot jar to spare." : ""}
      </Text>
      {plan.jars.left_out.map((says) => (
        <Text key={says} fontSize="sm" color="frost.700" fontWeight="650">
          {says}.
        </Text>
      ))}
    </Box>
  );
}

/** The range that the jars may take, over the batches that are mixed and those that may follow. */
export function BrineRange({ brine, one }: { brine: NonNullable<Plan["brine"]>; one: readonly string[] }) {
  const most = Math.max(brine.listed * brine.batch_ml, brine.high) * 1.02;
  // Whole batches, and what is left of the last one.
  const parts = Array.from({ length: Math.ceil(brine.listed - 0.02) }, (_, index) => Math.min(1, brine.listed - index));
  return (
    <Box>
      <RangeBar most={most} low={brine.low} high={brine.high}>
        {(at) => (
          <Flex h="100%">
            {parts.map((part, index) => (
              <Box
                // biome-ignore lint/suspicious/noArrayIndexKey: batches are told by their place
                key={index}
                w={at(brine.batch_ml * part)}
                bg={index < brine.batches - 0.02 ? "brine.300" : "transparent"}
                borderWidth="2px"
                borderStyle={index < brine.batches - 0.02 ? "solid" : "dashed"}
                borderColor="ink"
              />
            ))}
          </Flex>
        )}
      </RangeBar>
      <Text data-brine="">{brine.says}</Text>
      {one.length > 0 && <Text fontSize="sm">One batch: {one.join("; ")}.</Text>}
      <Text fontSize="xs" color="ink.soft">
        Dark: what the jars may take, {(brine.low / 1000).toFixed(2)} to {(brine.high / 1000).toFixed(2)} l.
      </Text>
    </Box>
  );
}

/** A jug filled from the bottles, layer by layer. */
export function Jug({ draw }: { draw: Plan["vinegar"][number] }) {
  const layers = [
    ...draw.portions.map((portion) => ({
      key: portion.bottle,
      ml: portion.ml,
      says: portion.says,
      fill: "var(--chakra-colors-brine-300)",
    })),
    ...(draw.water_ml > 0
      ? [{ key: "water", ml: draw.water_ml, says: "water", fill: "var(--chakra-colors-frost-100)" }]
      : []),
  ];
  const scale = 84 / draw.need_ml;
  let top = 96;
  return (
    <Flex gap="3" align="center" data-draw={draw.line}>
      <svg width="78" height="104" viewBox="0 0 78 104" aria-hidden="true" style={{ flex: "none" }}>
        {layers.map((layer) => {
          const height = layer.ml * scale;
          top -= height;
          return (
            <rect
              key={layer.key}
              x="9"
              y={top}
              width="48"
              height={Math.max(1, height)}
              fill={layer.fill}
              stroke="var(--chakra-colors-ink)"
              strokeWidth="1.5"
            />
          );
        })}
        <path d="M8 6v92h50V6M58 24h14v44H58M4 6h8" fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="3" />
        <path d="M8 12h50" stroke="var(--chakra-colors-ink)" strokeDasharray="3 3" />
      </svg>
      <Box>
        <Text fontWeight="650">{unbroken(`${draw.name}, ${draw.strength} %`)}</Text>
        <Text fontSize="sm">{unbroken(draw.says)}</Text>
        {draw.made_strength !== null && draw.short_ml === 0 && (
          <Text fontSize="xs" color="ink.soft">
            comes to {unbroken(`${draw.made_strength.toFixed(2)} %`)}
          </Text>
        )}
      </Box>
    </Flex>
  );
}

/** The pot in section: rack, jars, water over the lids, room for the boil. */
export function Pot({ loads }: { loads: NonNullable<Plan["loads"]> }) {
  const fits = loads.height_mm <= loads.pot_mm;
  const scale = 110 / Math.max(loads.pot_mm, loads.height_mm);
  const pot = loads.pot_mm * scale;
  const jar = loads.jar_mm * scale;
  const water = loads.kind === "steam" ? 12 : (loads.rack_mm + loads.jar_mm + loads.water_over_mm) * scale;
  return (
    <Flex gap="3" align="center">
      <svg width="120" height="126" viewBox="0 0 120 126" aria-hidden="true" style={{ flex: "none" }}>
        <rect x="10" y={120 - water} width="100" height={water} fill="var(--chakra-colors-frost-100)" />
        {[22, 52, 82].map((x) => (
          <rect
            key={x}
            x={x}
            y={120 - loads.rack_mm * scale - jar}
            width="18"
            height={jar}
            fill="var(--chakra-colors-whey-50)"
            stroke="var(--chakra-colors-ink)"
            strokeWidth="2"
          />
        ))}
        <path
          d={`M10 ${120 - pot}V120H110V${120 - pot}`}
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="3.5"
        />
        {!fits && (
          <path
            d={`M4 ${120 - pot}h112`}
            stroke="var(--chakra-colors-beet-600)"
            strokeWidth="3"
            strokeDasharray="6 4"
          />
        )}
      </svg>
      <Box>
        <Text fontWeight="650" data-loads={loads.loads}>
          {loads.loads} {loads.loads === 1 ? "load" : "loads"} in the {loads.canner}
        </Text>
        <Text fontSize="sm">
          {loads.sizes
            .map((one) => `${one.sizes.join(" + ")} ${one.title}${one.minutes === null ? "" : `, ${one.minutes} min`}`)
            .join("; ")}
        </Text>
        <Text fontSize="xs" color="ink.soft">
          {loads.water_l.toFixed(1)} l of water
          {loads.kind === "bath" ? `, ${loads.water_over_mm.toFixed(0)} mm over the lids` : ""}; about{" "}
          {loads.to_boil_min.toFixed(0)} min to the boil, {(loads.all_told_min / 60).toFixed(1)} h in all; the pot needs{" "}
          {loads.height_mm.toFixed(0)} mm and has {loads.pot_mm.toFixed(0)}.
          {loads.boils_away_l !== null ? ` At full heat ${loads.boils_away_l.toFixed(1)} l boil away.` : ""}
        </Text>
      </Box>
    </Flex>
  );
}
