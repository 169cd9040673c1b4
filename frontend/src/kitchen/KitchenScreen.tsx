/** The kitchen's height and measures, and what follows from them. */
import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useKitchen } from "../api/queries";
import { useLook } from "../look/dark";
import { Choose } from "../parts/Figure";
import { ChoicesForm } from "./ChoicesForm";
import { Copies } from "./Copies";
import { KitchenForm } from "./KitchenForm";
import { KitchenParts } from "./StockScreen";

const LOOKS = [
  ["device", "as this device wishes"],
  ["light", "light"],
  ["dark", "dark"],
] as const;

function LookChooser() {
  const { look, choose } = useLook();
  return (
    <Box mt="6" mb="6" maxW="20rem">
      <Choose label="This screen is" value={look} onChange={(value) => choose(value as typeof look)} options={LOOKS} />
    </Box>
  );
}

export function KitchenScreen() {
  const kitchen = useKitchen().data;
  const [saved, setSaved] = useState(false);
  if (!kitchen) return null;
  return (
    <Box maxW="1200px">
      <KitchenParts />
      <Heading as="h1" fontSize="3xl" fontWeight="700">
        {kitchen.name}
      </Heading>
      <Text fontSize="lg" mt="2" mb="6" maxW="46rem">
        {kitchen.altitude_says} above the sea: water boils at {kitchen.boiling_says} here. A batch under way is told of
        a height that is put right: the longer of both minutes counts from then on.
      </Text>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 4fr) minmax(0, 5fr)" }} gap={{ base: 0, lg: 8 }}>
        <Box>
          <KitchenForm key={kitchen.altitude_says} kitchen={kitchen} submit="Save" onSaved={() => setSaved(true)} />
          <Text mt="3" aria-live="polite">
            {saved ? "Saved. The Bench now counts with it." : ""}
          </Text>
          <LookChooser />
        </Box>
        <Box mt={{ lg: -10 }}>
          <ChoicesForm />
        </Box>
      </Grid>
      <Copies />
    </Box>
  );
}
