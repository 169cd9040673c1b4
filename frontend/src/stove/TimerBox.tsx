/** A plain clock of one's own: the usual minutes by one press, any other by its figure, with a word for what it is. */
import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Tap } from "../parts/Tap";

const USUAL = [1, 3, 5, 10, 20, 45];

export function TimerBox({ onSet, onLeave }: { onSet: (says: string, minutes: number) => void; onLeave: () => void }) {
  const [says, setSays] = useState("");
  const [minutes, setMinutes] = useState("");
  const figure = Number(minutes.replace(",", "."));
  const wrong = minutes.trim() !== "" && !(figure > 0);
  return (
    <Box
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      p="3"
      role="region"
      aria-label="A clock of one's own"
    >
      <Flex gap="2" wrap="wrap" align="end">
        <Box>
          <Text as="label" fontSize="sm" display="block" {...{ htmlFor: "timer-says" }}>
            What for
          </Text>
          <Input
            id="timer-says"
            w="44"
            maxLength={60}
            bg="whey.50"
            borderColor="ink"
            value={says}
            onChange={(event) => setSays(event.target.value)}
          />
        </Box>
        <Box>
          <Text as="label" fontSize="sm" display="block" {...{ htmlFor: "timer-minutes" }}>
            Minutes
          </Text>
          <Input
            id="timer-minutes"
            w="20"
            inputMode="decimal"
            bg="whey.50"
            borderColor="ink"
            value={minutes}
            aria-invalid={wrong}
            onChange={(event) => setMinutes(event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && figure > 0 && onSet(says, figure)}
          />
        </Box>
        <Tap variant="solid" disabled={!(figure > 0)} onClick={() => onSet(says, figure)}>
          Start it
        </Tap>
        <Tap variant="quiet" onClick={onLeave}>
          Never mind
        </Tap>
      </Flex>
      {wrong && (
        <Text mt="1" role="alert">
          Write minutes as a number above zero, such as 8 or 2.5.
        </Text>
      )}
      <Flex gap="2" mt="2" wrap="wrap">
        {USUAL.map((usual) => (
          <Tap key={usual} size="sm" onClick={() => onSet(says, usual)}>
            {usual} min
          </Tap>
        ))}
      </Flex>
    </Box>
  );
}
