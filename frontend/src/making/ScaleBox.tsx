/** The kitchen scale in reach: what it shows, tare, units, and “use this weight”. The simulated one is loaded here too. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type ScaleReading } from "../api/client";
import { Figure, numberOf } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export function ScaleBox({ of, onUse }: { of: string; onUse: (amount: string) => void }) {
  const client = useQueryClient();
  const [load, setLoad] = useState("");
  const scale = useQuery({ queryKey: ["scale"], queryFn: api.scale, refetchInterval: 500 });
  const act = useMutation({
    mutationFn: (done: () => Promise<ScaleReading>) => done(),
    onSuccess: async (reading) => {
      // An older look that is still on its way is not listened to.
      await client.cancelQueries({ queryKey: ["scale"] });
      client.setQueryData(["scale"], reading);
    },
  });
  const reading = scale.data;
  const refused = act.error ?? scale.error;
  const grams = numberOf(load);
  return (
    <Box
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      p="3"
      role="group"
      aria-label="Kitchen scale"
    >
      <Flex align="center" gap="3" wrap="wrap">
        <Box
          bg="ink"
          color="whey.50"
          px="4"
          py="2"
          minW="9.5rem"
          textAlign="right"
          borderRadius="sm"
          aria-live="polite"
          data-scale={reading?.stable ? "still" : "moving"}
        >
          <Text fontSize="3xl" fontWeight="700" fontVariantNumeric="tabular-nums" lineHeight="1.1">
            {reading?.shows ?? "…"}
          </Text>
          <Text fontSize="xs">
            {reading?.stable ? "stands still" : "moving"}
            {reading?.tare_g ? `, tare ${reading.tare_g.toFixed(0)} g` : ""}
          </Text>
        </Box>
        <Flex gap="2" wrap="wrap">
          <Tap size="sm" onClick={() => act.mutate(api.scaleTare)}>
            Tare
          </Tap>
          <Tap
            size="sm"
            onClick={() => act.mutate(() => api.scaleUnit(reading?.unit === "g" ? "lb oz" : "g"))}
            aria-label={reading?.unit === "g" ? "Show lb and oz" : "Show g"}
          >
            {reading?.unit === "g" ? "lb and oz" : "g"}
          </Tap>
          <Tap
            size="sm"
            variant="solid"
            disabled={!reading?.stable || reading.over || reading.grams <= 0}
            onClick={() => reading && onUse(`${reading.grams} g`)}
          >
            Use for {of}
          </Tap>
        </Flex>
      </Flex>
      {reading?.simulated && (
        <Flex mt="3" gap="2" align="end" wrap="wrap">
          <Box w="11rem">
            <Figure label="Lay on the simulated scale, g" value={load} onChange={setLoad} placeholder="510" />
          </Box>
          <Tap
            disabled={grams === null || Number.isNaN(grams)}
            onClick={() => grams !== null && act.mutate(() => api.scalePut(grams))}
          >
            Lay it on
          </Tap>
          <Tap variant="quiet" onClick={() => act.mutate(() => api.scalePut(0))}>
            Take all off
          </Tap>
        </Flex>
      )}
      {refused && <Sentence mt="3">{refused.message}</Sentence>}
    </Box>
  );
}
