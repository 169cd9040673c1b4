/** A first start on an empty data folder: two questions, then the Bench. */
import { Box, Heading, Text } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import { useKitchen } from "../api/queries";
import { DestinationMark } from "../parts/marks";
import { KitchenForm } from "./KitchenForm";

export function Welcome() {
  const kitchen = useKitchen().data;
  const navigate = useNavigate();
  if (!kitchen) return null;
  return (
    <Box as="main" maxW="46rem" mx="auto" px="5" py={{ base: 8, md: 14 }}>
      <Box color="dill.600">
        <DestinationMark to="shelf" size={84} />
      </Box>
      <Heading
        as="h1"
        fontFamily="heading"
        fontSize={{ base: "3xl", md: "5xl" }}
        lineHeight="1.05"
        fontWeight="700"
        mt="3"
      >
        May I make this, and where may the jars live?
      </Heading>
      <Text fontSize="lg" mt="4" mb="8" color="ink.soft" maxW="38rem">
        Rheum checks a pickle recipe line by line against tested formulas, gives the minutes for your kitchen, runs the
        clock at the stove, and remembers every jar. Two questions first.
      </Text>
      <KitchenForm kitchen={kitchen} submit="To the Bench" onSaved={() => navigate("/bench")} />
    </Box>
  );
}
