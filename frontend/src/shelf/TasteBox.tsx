/** How a jar tasted, in seconds: heat, sour, salt and crunch in fifths, again or not, and who says so. */
import { Box, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { JarStory } from "../api/client";
import { Tap } from "../parts/Tap";
import type { useJarTell } from "./useJarTell";

type Taste = NonNullable<JarStory["life"]["notes"][number]["taste"]>;
const SIDES = ["heat", "sour", "salt", "crunch"] as const;
const ENDS: Record<(typeof SIDES)[number], readonly [string, string]> = {
  heat: ["none", "fierce"],
  sour: ["flat", "sharp"],
  salt: ["bland", "salty"],
  crunch: ["soft", "crisp"],
};
const FIFTHS = [1, 2, 3, 4, 5];

export function tasteSays(taste: Taste | null | undefined): string {
  if (!taste) return "";
  const sides = SIDES.filter((side) => taste[side]).map((side) => `${side} ${taste[side]} of 5`);
  const again = taste.again === true ? "again" : taste.again === false ? "not again" : "";
  return [...sides, again, taste.by ? `says ${taste.by}` : ""].filter(Boolean).join(", ");
}

export function TasteBox({ batch, number, by }: { batch: string; number: number; by: ReturnType<typeof useJarTell> }) {
  const [taste, setTaste] = useState<Partial<Record<(typeof SIDES)[number], number>>>({});
  const [again, setAgain] = useState<boolean | null>(null);
  const [who, setWho] = useState("");
  const said = Object.keys(taste).length > 0 || again !== null;
  return (
    <Box mt="5" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" maxW="560px">
      <Heading as="h2" fontSize="md" mb="2">
        How was it?
      </Heading>
      {SIDES.map((side) => (
        <Flex key={side} gap="2" align="center" mb="1" role="group" aria-label={side}>
          <Text w="16" fontWeight="650">
            {side}
          </Text>
          <Text w="12" fontSize="xs" color="ink.soft" textAlign="right" display={{ base: "none", md: "block" }}>
            {ENDS[side][0]}
          </Text>
          {FIFTHS.map((fifth) => (
            <Tap
              key={fifth}
              size="sm"
              px="0"
              w="10"
              variant={taste[side] === fifth ? "solid" : "outline"}
              aria-pressed={taste[side] === fifth}
              aria-label={`${side} ${fifth} of 5`}
              onClick={() => setTaste({ ...taste, [side]: fifth })}
            >
              {fifth}
            </Tap>
          ))}
          <Text fontSize="xs" color="ink.soft" display={{ base: "none", md: "block" }}>
            {ENDS[side][1]}
          </Text>
        </Flex>
      ))}
      <Flex gap="2" align="center" wrap="wrap" mt="2">
        <Text w="16" fontWeight="650">
          again?
        </Text>
        {([true, false] as const).map((value) => (
          <Tap
            key={String(value)}
            size="sm"
            variant={again === value ? "solid" : "outline"}
            aria-pressed={again === value}
            onClick={() => setAgain(value)}
          >
            {value ? "Again" : "Not again"}
          </Tap>
        ))}
        <Input
          aria-label="Who says so"
          placeholder="who says so"
          w="9rem"
          bg="whey.50"
          borderColor="ink"
          maxLength={40}
          value={who}
          onChange={(event) => setWho(event.target.value)}
        />
        <Tap
          size="sm"
          variant="solid"
          disabled={!said}
          onClick={() =>
            by.tell({
              kind: "tasted",
              jars: [[batch, number]],
              to: "",
              note: "",
              taste: { ...taste, again, by: who.trim() },
            })
          }
        >
          Remember it
        </Tap>
      </Flex>
    </Box>
  );
}
