/** On every screen but the Stove: the nearest clock with its batch, one press from the stove; it rings here too when it is over. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useStove } from "../api/queries";
import { Tag } from "./Tag";
import { useRing } from "./useAwake";
import { clockFace, useServerClock } from "./useServerClock";

export function NearestClock() {
  const stove = useStove();
  const now = useServerClock(stove.data?.now);
  // Jars that cool overnight are no clock to wait for.
  const clocks = (stove.data?.together.clocks ?? []).filter((clock) => clock.kind !== "cooling");
  const pressing = stove.data?.together.now.find((item) => item.why === "stir" || item.why === "doubt");
  const nearest = clocks[0];
  const over = nearest !== undefined && (nearest.over || Date.parse(nearest.ends_at) <= now);
  useRing(over || pressing !== undefined);
  if (!nearest && !pressing) return null;
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
