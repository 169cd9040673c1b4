/** Filling and loading as one walk: a tap for each jar that is lidded and in the canner, one for the last of the load. */
import { Box, Checkbox, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, Filling, Tap as Told } from "../api/client";
import { Tap } from "../parts/Tap";
import { InTheWay } from "./Actions";
import { BrineBox } from "./BrineBox";
import { Counter } from "./FillCount";
import { Lines } from "./Lines";
import { PanBox } from "./PanBox";

interface Props {
  batch: Batch;
  filling: Filling;
  armed: boolean;
  tell: (event: Told) => void;
}

const jarsWord = (count: number) => `${count} ${count === 1 ? "jar" : "jars"}`;
const MOST_DRAWN = 14;

/** The load as it fills: jars that are in, the one in hand, those still to come. */
function Row({ filling }: { filling: Filling }) {
  const many = Math.max(filling.up_to, filling.jars_in);
  const shown = Math.min(many, MOST_DRAWN);
  return (
    <Flex gap="1" wrap="wrap" role="img" aria-label={`${filling.jars_in} of ${many} jars are in`}>
      {Array.from({ length: shown }, (_, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: jars of a drawing have no other name
        <Box key={index} w="34px">
          <svg viewBox="0 0 34 48" width="34" height="48" aria-hidden="true">
            {index < filling.jars_in && <rect x="7" y="2" width="20" height="7" fill="var(--chakra-colors-ink)" />}
            <rect
              x="4"
              y="11"
              width="26"
              height="34"
              rx="5"
              fill={index < filling.jars_in ? "#93b570" : "var(--chakra-colors-whey-50)"}
              stroke="var(--chakra-colors-ink)"
              strokeWidth={index === filling.jars_in ? 4 : 2}
              strokeDasharray={index > filling.jars_in ? "4 4" : undefined}
            />
          </svg>
        </Box>
      ))}
    </Flex>
  );
}

export function FillWalk({ batch, filling, armed, tell }: Props) {
  const [count, setCount] = useState<number | null>(null);
  const [part, setPart] = useState(false);
  const [elsewhere, setElsewhere] = useState(filling.elsewhere);
  const jars = count ?? filling.jars_in;
  const full = filling.jars_in >= filling.up_to;
  // By the plan: whether more is filled after this load.
  const more = filling.after > 0 || jars < filling.up_to;
  const load = (last: boolean) => {
    tell({ kind: "loaded", load: filling.load, jars, last, part_jar: part, elsewhere } as Told);
    setCount(null);
  };
  const inWords = batch.snapshot.sizes.length > 1 && filling.title ? ` ${filling.title}` : "";
  const jarIn = (
    <Tap
      key="jar-in"
      variant={full ? "outline" : "solid"}
      size={full ? "lg" : "stove"}
      data-key={full ? undefined : "space"}
      autoFocus={!full}
      aria-disabled={!armed}
      onClick={() => tell({ kind: "jar-in", jar: filling.next_jar, elsewhere } as Told)}
    >
      Jar {filling.next_jar} is in
    </Tap>
  );
  const lidOn = jars > 0 && (
    <Flex key="lid-on" direction="column" gap="2">
      <Tap
        variant={full ? "solid" : "outline"}
        size={full ? "stove" : "lg"}
        data-key={full ? "space" : "i"}
        aria-disabled={!armed}
        onClick={() => load(!more)}
      >
        {more ? `Lid on: ${jarsWord(jars)}, more after this load` : `Lid on: ${jarsWord(jars)}, the last`}
      </Tap>
      <Flex gap="3" wrap="wrap" align="center">
        <Tap variant="quiet" data-key="o" aria-disabled={!armed} onClick={() => load(more)}>
          {more ? `Lid on: ${jarsWord(jars)}, no food is left` : `Lid on: ${jarsWord(jars)}, there is food for more`}
        </Tap>
        <Checkbox.Root checked={part} onCheckedChange={(details) => setPart(details.checked === true)}>
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="ink" bg="whey.50" />
          <Checkbox.Label fontSize="md">
            and a part jar: into the refrigerator, eaten within {batch.snapshot.unsealed_days} days
          </Checkbox.Label>
        </Checkbox.Root>
      </Flex>
    </Flex>
  );
  const busy = batch.in_the_canner !== null && !elsewhere;
  return (
    <Flex direction="column" gap="3">
      <Lines lines={filling.lines} />
      <Text fontSize="lg" fontWeight="650">
        Load {filling.load}
        {inWords}: {filling.jars_in} in, {filling.up_to} go in
        {filling.after > 0 ? `; ${jarsWord(filling.after)} after it` : ""}
      </Text>
      <Row filling={filling} />
      {busy ? (
        <InTheWay batch={batch} armed={armed} onElsewhere={() => setElsewhere(true)} />
      ) : full ? (
        [lidOn, jarIn]
      ) : (
        [jarIn, lidOn]
      )}
      {!busy &&
        (count === null ? (
          <Box>
            <Tap variant="quiet" onClick={() => setCount(Math.max(filling.jars_in, filling.up_to))}>
              Count them at once
            </Tap>
          </Box>
        ) : (
          <Counter count={jars} of="jar" onCount={(next) => setCount(Math.max(1, next))} />
        ))}
      <BrineBox batch={batch} tell={tell} />
      <PanBox batch={batch} tell={tell} />
    </Flex>
  );
}
