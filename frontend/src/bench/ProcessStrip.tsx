/** Minutes, altitude, jar, headspace and boiling point in one strip, each with what it follows from. */
import { Box, Flex, Link, NativeSelect, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import { useJars, useKitchen } from "../api/queries";
import type { Draft } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { inchesOf, mmAndInches } from "../parts/measures";
import { Tap } from "../parts/Tap";
import { unbroken } from "../parts/unbroken";
import { useVerdict } from "./verdict";

function Cell({ label, children, grow }: { label: string; children: ReactNode; grow?: boolean }) {
  return (
    <Box
      flex={grow ? "1 1 11rem" : "1 1 8.5rem"}
      px="3"
      py="2"
      borderLeftWidth="1px"
      borderColor="whey.300"
      _first={{ borderLeftWidth: 0 }}
    >
      <Text fontSize="xs" color="ink.faint">
        {label}
      </Text>
      {children}
    </Box>
  );
}

const CHOSEN = { request: "chosen by you", text: "from the text", formula: "the formula's" } as const;

export function ProcessStrip() {
  const process = useVerdict((verdict) => verdict.process);
  const jar = useVerdict((verdict) => verdict.jar);
  const low = useVerdict((verdict) => verdict.jars_low);
  const high = useVerdict((verdict) => verdict.jars_high);
  const destination = useVerdict((verdict) => verdict.destination);
  const pack = useVerdict((verdict) => verdict.pack);
  const jarWanted = useDraft((hold) => hold.draft.jar);
  const method = useDraft((hold) => hold.draft.method);
  // A pack, headspace or time was set by a remedy, over what the text says.
  const asSet = useDraft(({ draft }) => draft.pack !== null || draft.headspaceMm !== null || draft.minutes !== null);
  const onChange = useDraft((hold) => hold.change);
  const kitchen = useKitchen().data;
  const jars = useJars().data?.jars ?? [];
  const made = low === null || high === null ? "" : low === high ? `; makes ${high}` : `; makes ${low} to ${high}`;
  const big = { fontSize: "xl", fontWeight: 700, lineHeight: 1.2 } as const;
  return (
    <Flex
      wrap="wrap"
      h="100%"
      alignContent="stretch"
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      aria-label="Processing"
      role="group"
    >
      <Cell label="In the canner" grow>
        <Text {...big} fontSize="2xl" data-minutes={process?.run_minutes ?? ""}>
          {process ? `${process.run_minutes} min` : "no minutes"}
        </Text>
        <Text fontSize="xs" color="ink.soft">
          {process
            ? `${process.base_minutes} and ${process.altitude_minutes} for ${process.band}${process.run_minutes > process.minutes ? `; ${process.run_minutes - process.minutes} more as you asked` : ""}${process.sterilise_minutes ? `; sterilise jars first, ${process.sterilise_minutes} min` : ""}`
            : destination === "discard"
              ? "not to be jarred"
              : "refrigerator: no processing"}
        </Text>
      </Cell>
      <Cell label="Kitchen">
        <Text {...big}>{kitchen?.altitude_says}</Text>
        <Link asChild fontSize="xs" textDecoration="underline" color="ink.soft">
          <RouterLink to="/kitchen">boils at {unbroken(kitchen?.boiling_says ?? "")}; change</RouterLink>
        </Link>
      </Cell>
      <Cell label="Jar">
        <NativeSelect.Root size="sm" variant="plain">
          <NativeSelect.Field
            aria-label="Jar"
            value={jarWanted ?? ""}
            onChange={(event) => onChange({ jar: event.target.value || null })}
            px="0"
            fontWeight="700"
            fontSize="md"
            textOverflow="ellipsis"
          >
            <option value="">{jar && jar.chosen_by !== "request" ? jar.title : "As in the text"}</option>
            {jars.map((option) => (
              <option key={option.id} value={option.id}>
                {option.title}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Text fontSize="xs" color="ink.soft">
          {!jar ? " " : `${CHOSEN[jar.chosen_by]}${made}`}
        </Text>
      </Cell>
      <Cell label="Headspace">
        <Text {...big}>{jar ? `${inchesOf(jar.headspace_mm)} in` : "–"}</Text>
        <Text fontSize="xs" color="ink.soft">
          {jar ? `${jar.headspace_mm.toFixed(0)} mm${pack ? `, ${pack} pack` : ""}` : " "}
          {asSet && (
            <Tap
              variant="quiet"
              size="sm"
              fontSize="xs"
              minH="0"
              p="0"
              ml="1"
              onClick={() => onChange({ pack: null, headspaceMm: null, minutes: null })}
            >
              as in the text again
            </Tap>
          )}
        </Text>
      </Cell>
      <Cell label="Canner">
        <NativeSelect.Root size="sm" variant="plain">
          <NativeSelect.Field
            aria-label="Canner"
            value={method}
            onChange={(event) => onChange({ method: event.target.value as Draft["method"] })}
            px="0"
            fontWeight="700"
            fontSize="md"
          >
            <option value="bath">Water bath</option>
            <option value="steam">Steam</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Text fontSize="xs" color="ink.soft">
          {process && process.method === "bath"
            ? `water ${mmAndInches(process.water_over_lids_mm)} over the lids`
            : " "}
        </Text>
      </Cell>
    </Flex>
  );
}
