/** What one looks up at the stove, and what the batch took. */
import { Box, Text } from "@chakra-ui/react";
import { Fragment } from "react";
import type { Batch } from "../api/client";
import { mmAndInches } from "../parts/measures";

/** `10 min`; of several sizes each: `Quart 15 min, Pint 10 min`. */
export function minutesOf(snapshot: Batch["snapshot"]): string {
  const { sizes } = snapshot;
  if (new Set(sizes.map((size) => size.minutes)).size < 2) return `${snapshot.minutes} min`;
  return sizes.map((size) => `${size.title} ${size.minutes} min`).join(", ");
}

/** The figures one looks up at the stove, without a search. */
export function Facts({ batch }: { batch: Batch }) {
  const { snapshot } = batch;
  const rows = [
    ["Headspace", mmAndInches(snapshot.headspace_mm)],
    snapshot.minutes === null ? null : ["In the canner", minutesOf(snapshot)],
    snapshot.minutes !== null && snapshot.method === "bath"
      ? ["Water over the lids", mmAndInches(snapshot.water_over_lids_mm)]
      : null,
    snapshot.boiling_point_c ? ["Boils here at", `${snapshot.boiling_point_c.toFixed(1)} °C`] : null,
    ["Tested by", (snapshot.destination === "shelf" && snapshot.source) || "nobody, as it stands"],
  ].filter((row): row is string[] => row !== null);
  return (
    <Box
      as="dl"
      w="100%"
      display="grid"
      gridTemplateColumns="auto 1fr"
      columnGap="4"
      rowGap="1"
      fontSize={{ base: "sm", md: "md" }}
    >
      {rows.map(([name, value]) => (
        <Fragment key={name}>
          <Box as="dt" color="ink.faint">
            {name}
          </Box>
          <Box as="dd" fontWeight="650">
            {value}
          </Box>
        </Fragment>
      ))}
      {(
        [
          ["Vinegar", snapshot.vinegar],
          ["Taken for it", batch.taken],
        ] as const
      ).map(
        ([name, lines]) =>
          lines.length > 0 && (
            <Fragment key={name}>
              <Box as="dt" color="ink.faint">
                {name}
              </Box>
              <Box as="dd" fontSize="sm" data-taken={name}>
                {lines.map((says) => (
                  <Text key={says}>{says}</Text>
                ))}
              </Box>
            </Fragment>
          ),
      )}
    </Box>
  );
}
