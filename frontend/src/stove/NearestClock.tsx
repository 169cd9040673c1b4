/** On every screen but the Stove: the nearest clock with its batch, one press from the stove; of one batch's own page the others' alone. With no
 *  clock, the day that begins soon. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useDays, useStove } from "../api/queries";
import { Tag } from "./Tag";
import { clockFace, timeOfDay, useServerClock } from "./useServerClock";

const SOON_MS = 15 * 60_000;

/** A kept day that begins within a quarter of an hour, or should have begun: its first task. */
function Begins({ now }: { now: number }) {
  const day = (useDays().data?.days ?? []).find(
    (one) => Object.keys(one.begun).length === 0 && Math.abs(Date.parse(one.day.tasks[0]?.start ?? "") - now) < SOON_MS,
  );
  const first = day?.day.tasks[0];
  if (!day || !first) return null;
  return (
    <Link
      asChild
      display="block"
      mb="3"
      maxW="1180px"
      px="3"
      py="1"
      borderWidth="2px"
      borderColor="ink"
      bg="whey.50"
      borderRadius="sm"
      _print={{ display: "none" }}
    >
      <RouterLink to={`/day/${day.id}`} data-day-begins="">
        <b>{timeOfDay(first.start)}</b> {first.says}: {day.title}
      </RouterLink>
    </Link>
  );
}

export function NearestClock({ apart }: { apart?: string }) {
  const stove = useStove();
  const now = useServerClock(stove.data?.now);
  // Jars that cool overnight are no clock to wait for.
  const clocks = (stove.data?.together.clocks ?? []).filter(
    (clock) => clock.kind !== "cooling" && (apart === undefined || clock.batch_id !== apart),
  );
  const pressing = stove.data?.together.now.find(
    (item) => (item.why === "stir" || item.why === "doubt") && item.batch_id !== apart,
  );
  const nearest = clocks[0];
  const over = nearest !== undefined && (nearest.over || Date.parse(nearest.ends_at) <= now);
  if (!nearest && !pressing) return apart === undefined ? <Begins now={now} /> : null;
  const until = nearest ? Date.parse(now < Date.parse(nearest.may_end_at) ? nearest.may_end_at : nearest.ends_at) : 0;
  const loud = over || pressing !== undefined;
  return (
    <Link
      asChild
      display="block"
      mb="3"
      maxW="1180px"
      borderWidth="2px"
      borderStyle={loud ? "dashed" : "solid"}
      borderColor={loud ? "mustard.700" : "ink"}
      bg={loud ? "mustard.100" : "whey.50"}
      borderRadius="sm"
      _hover={{ textDecoration: "none" }}
      _print={{ display: "none" }}
    >
      <RouterLink
        to={
          nearest?.batch_id && !pressing
            ? `/stove/${nearest.batch_id}`
            : pressing
              ? `/stove/${pressing.batch_id}`
              : "/stove"
        }
        data-nearest=""
      >
        <Flex gap="3" align="center" px="3" py="1">
          {pressing ? (
            <Text fontWeight="700">{pressing.says}</Text>
          ) : (
            <Box
              fontSize="xl"
              fontWeight="750"
              fontVariantNumeric="tabular-nums"
              role="timer"
              aria-label="The nearest clock"
            >
              {over ? "over" : clockFace(until - now)}
            </Box>
          )}
          {(pressing?.number ?? nearest?.number) ? <Tag number={pressing?.number ?? nearest?.number ?? ""} /> : null}
          <Text truncate>{pressing ? pressing.title : nearest?.says}</Text>
        </Flex>
      </RouterLink>
    </Link>
  );
}
