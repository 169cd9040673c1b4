/** While the jars are filled: how much brine they will take, and after the first ones how much the rest want. */
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, Tap as Told } from "../api/client";
import { BrineRange } from "../making/Pictures";
import { Figure, numberOf } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";

export function BrineBox({ batch, tell }: { batch: Batch; tell: (event: Told) => void }) {
  const brine = batch.state.brine;
  const [jars, setJars] = useState("3");
  const [used, setUsed] = useState("");
  const [mixed, setMixed] = useState("");
  if (!brine) return null;
  const usual = String(Math.round(brine.batches * 100) / 100);
  const figures = [numberOf(jars), numberOf(mixed || usual)] as const;
  const ready =
    figures.every((one) => one !== null && !Number.isNaN(one)) && Number.isInteger(figures[0]) && used.trim() !== "";
  return (
    <Box mt="4" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" data-brine-box="">
      <BrineRange brine={brine} one={batch.snapshot.one_brine} />
      {batch.snapshot.sizes.length > 1 && (
        <Text fontSize="sm">Fill the largest jars first: they are counted in that order.</Text>
      )}
      <Fold
        mt="2"
        title={
          batch.state.brine_jars
            ? `Measured after ${batch.state.brine_jars} jars; measure again`
            : "The first jars are filled: how much went in?"
        }
      >
        <Grid templateColumns="1fr 1fr 1fr" gap="2" mt="2">
          <Figure label="Jars filled" value={jars} onChange={setJars} />
          <Figure words label="Brine used, ml" value={used} placeholder="780 or 3 1/4 cups" onChange={setUsed} />
          <Figure label="Batches mixed" value={mixed || usual} onChange={setMixed} />
        </Grid>
        <Flex mt="2">
          <Tap
            disabled={!ready}
            onClick={() =>
              tell({
                kind: "brine",
                jars: figures[0] ?? 0,
                used_ml: used.trim(),
                mixed: figures[1] ?? 1,
              })
            }
          >
            Reckon the rest
          </Tap>
        </Flex>
      </Fold>
    </Box>
  );
}
