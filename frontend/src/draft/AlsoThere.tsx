/** Two screens on one draft are told of each other. */
import { Text } from "@chakra-ui/react";
import { timeOfDay } from "../stove/useServerClock";

export function AlsoThere({ other }: { other: string | null }) {
  if (!other) return null;
  return (
    <Text role="status" fontSize="sm" color="ink.soft" mb="2" data-also-there="">
      Another screen is at this too; it changed it at {timeOfDay(other)}. The last word counts, on both.
    </Text>
  );
}
