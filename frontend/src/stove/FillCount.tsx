/** How many jars were filled: two thumb-sized buttons and a figure; and what becomes of a part jar. */
import { Box, Checkbox, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch } from "../api/client";
import { Tap } from "../parts/Tap";

type Size = NonNullable<Batch["snapshot"]["sizes"]>[number];

interface Props {
  planned: number;
  perLoad: number;
  /** The sizes of jar, where the batch has several: each is counted by itself, for each has its own minutes. */
  sizes: readonly Size[];
  armed: boolean;
  onFilled: (jars: number, partJar: boolean, sizes?: Record<string, number>) => void;
}

const MOST = 200;

export function Counter({ count, of, onCount }: { count: number; of: string; onCount: (count: number) => void }) {
  return (
    <Flex align="center" gap="4" mb="3">
      <Tap
        size="lg"
        aria-label={`One ${of} fewer`}
        onClick={() => onCount(Math.max(0, count - 1))}
        fontSize="3xl"
        w="20"
      >
        −
      </Tap>
      <Text
        fontSize="6xl"
        fontWeight="750"
        minW="2ch"
        textAlign="center"
        aria-live="polite"
        aria-label={`${count} ${of}s`}
      >
        {count}
      </Text>
      <Tap
        size="lg"
        aria-label={`One ${of} more`}
        onClick={() => onCount(Math.min(MOST, count + 1))}
        fontSize="3xl"
        w="20"
      >
        +
      </Tap>
    </Flex>
  );
}

export function FillCount({ planned, perLoad, sizes, armed, onFilled }: Props) {
  const several = sizes.length > 1;
  const [counts, setCounts] = useState<Record<string, number>>(() =>
    several ? Object.fromEntries(sizes.map((size) => [size.jar_id, size.jars])) : { all: planned },
  );
  const [part, setPart] = useState(false);
  const jars = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const set = (name: string) => (count: number) => setCounts((now) => ({ ...now, [name]: count }));
  return (
    <Box>
      {several ? (
        sizes.map((size) => (
          <Box key={size.jar_id}>
            <Text fontWeight="650">
              {size.title}
              {size.minutes ? `, ${size.minutes} min, ${size.per_load} at a time` : ""}
            </Text>
            <Counter count={counts[size.jar_id] ?? 0} of={`${size.title} jar`} onCount={set(size.jar_id)} />
          </Box>
        ))
      ) : (
        <Flex align="center" gap="4" wrap="wrap">
          <Counter count={counts.all ?? 0} of="jar" onCount={(count) => set("all")(Math.max(1, count))} />
          <Text color="ink.soft" mb="3">
            full jars{jars > perLoad ? `; the canner holds ${perLoad} at a time` : ""}
          </Text>
        </Flex>
      )}
      <Checkbox.Root checked={part} onCheckedChange={(details) => setPart(details.checked === true)} mb="3">
        <Checkbox.HiddenInput />
        <Checkbox.Control borderColor="ink" bg="whey.50" />
        <Checkbox.Label fontSize="md">and a part jar, which goes to the refrigerator</Checkbox.Label>
      </Checkbox.Root>
      <Tap
        variant="solid"
        size="stove"
        autoFocus
        aria-disabled={!armed}
        disabled={jars < 1}
        onClick={() => onFilled(jars, part, several ? counts : undefined)}
      >
        {jars} {jars === 1 ? "jar" : "jars"} filled
      </Tap>
    </Box>
  );
}
