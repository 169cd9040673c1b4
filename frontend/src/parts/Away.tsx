/** A server that does not answer, told on every screen; taps that wait for it; and that it is back. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useAlive } from "../api/queries";
import { ageOf, forget, type KeptTap, tellKept, told, toldNow, useKeptTaps } from "../stove/kept";
import { timeOfDay } from "../stove/useServerClock";
import { Tap } from "./Tap";

const BACK_SHOWN_MS = 6000;

const ago = (seconds: number): string =>
  seconds < 60 ? `${Math.round(seconds)} s ago` : `${Math.round(seconds / 60)} min ago`;

export function Away() {
  const alive = useAlive();
  const client = useQueryClient();
  const taps = useKeptTaps((kept) => kept.taps);
  const gone = alive.isError;
  const [since, setSince] = useState<string | null>(null);
  const [back, setBack] = useState(false);
  const was = useRef(false);
  const onTold = (tap: KeptTap) => {
    client.invalidateQueries({ queryKey: ["batch", tap.batch] });
    client.invalidateQueries({ queryKey: ["stove"] });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: told again whenever it answers, and whenever a tap was kept
  useEffect(() => {
    if (gone) {
      was.current = true;
      setSince((at) => at ?? new Date().toISOString());
      setBack(false);
      return;
    }
    if (!alive.data) return;
    tellKept(onTold);
    if (!was.current) return;
    was.current = false;
    setSince(null);
    setBack(true);
    client.invalidateQueries();
    const timer = setTimeout(() => setBack(false), BACK_SHOWN_MS);
    return () => clearTimeout(timer);
  }, [gone, alive.dataUpdatedAt, taps.length]);
  if (!gone && !back && taps.length === 0) return null;
  return (
    <Box
      role="status"
      data-away={gone ? "gone" : back ? "back" : "kept"}
      bg={gone ? "beet.100" : "mustard.100"}
      borderWidth="2px"
      borderStyle="dashed"
      borderColor={gone ? "beet.600" : "mustard.700"}
      borderRadius="sm"
      px="3"
      py="2"
      mb="3"
      maxW="1180px"
      _print={{ display: "none" }}
    >
      {gone && (
        <Text fontWeight="650">
          {since ? `Since ${timeOfDay(since)}: ` : ""}
          {alive.error.message} Clocks go on from what was recorded; taps are kept here.
        </Text>
      )}
      {!gone && back && <Text fontWeight="650">The kitchen answers again.</Text>}
      {taps.map((tap) => (
        <Flex key={tap.event.id} gap="2" align="center" wrap="wrap" py="1" data-kept-tap={tap.event.kind}>
          <Text flex="1" minW="60%">
            {tap.asked ??
              tap.refused ??
              `“${tap.says}” of ${tap.number}, tapped ${ago(ageOf(tap).seconds)}: whether this was noted is not known. It waits to be told when the kitchen answers; told twice it counts once.`}
            {tap.refused ? ` (“${tap.says}” of ${tap.number}, kept here.)` : ""}
          </Text>
          {tap.asked && (
            <>
              <Tap size="sm" variant="solid" onClick={() => told(tap, true, onTold)}>
                It has, since then
              </Tap>
              <Tap size="sm" onClick={() => toldNow(tap, onTold)}>
                It boils from now
              </Tap>
            </>
          )}
          <Tap size="sm" variant="quiet" onClick={() => forget(tap)}>
            Forget it
          </Tap>
        </Flex>
      ))}
    </Box>
  );
}
