/** How many jars were filled: two thumb-sized buttons and a figure; and what becomes of a part jar. */
import { Box, Checkbox, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Tap } from "../parts/Tap";

interface Props {
  planned: number;
  perLoad: number;
  armed: boolean;
  onFilled: (jars: number, partJar: boolean) => void;
}

export function FillCount({ planned, perLoad, armed, onFilled }: Props) {
  const [jars, setJars] = useState(planned);
  const [part, setPart] = useState(false);
  return (
    <Box>
      <Flex align="center" gap="4" mb="3">
        <Tap
          size="lg"
          aria-label="One jar fewer"
          onClick={() => setJars((count) => Math.max(1, count - 1))}
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
          aria-label={`${jars} jars`}
        >
          {jars}
        </Text>
        <Tap
          size="lg"
          aria-label="One jar more"
          onClick={() => setJars((count) => Math.min(200, count + 1))}
          fontSize="3xl"
          w="20"
        >
          +
        </Tap>
        <Text color="ink.soft">full jars{jars > perLoad ? `; the canner holds ${perLoad} at a time` : ""}</Text>
      </Flex>
      <Checkbox.Root checked={part} onCheckedChange={(details) => setPart(details.checked === true)} mb="3">
        <Checkbox.HiddenInput />
        <Checkbox.Control borderColor="ink" bg="whey.50" />
        <Checkbox.Label fontSize="md">and a part jar, which goes to the refrigerator</Checkbox.Label>
      </Checkbox.Root>
      <Tap variant="solid" size="stove" autoFocus aria-disabled={!armed} onClick={() => onFilled(jars, part)}>
        {jars} {jars === 1 ? "jar" : "jars"} filled
      </Tap>
    </Box>
  );
}
