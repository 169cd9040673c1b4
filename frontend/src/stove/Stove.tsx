/** The Stove's doorstep: batches under way, each with what it waits for. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useBatches } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { CannerDrawing, CoolingDrawing } from "./CannerDrawing";
import { clockFace, useServerClock } from "./useServerClock";

export function Stove() {
  const batches = useBatches();
  const now = useServerClock(batches.data?.now);
  const list = batches.data?.batches ?? [];
  return (
    <Box maxW="1000px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="4">
        Stove
      </Heading>
      {batches.error && (
        <Sentence mb="4">
          {batches.error.message}
          {batches.data ? " The clocks below go on: they count from what was recorded." : ""}
        </Sentence>
      )}
      {batches.data && list.length === 0 && (
        <Box>
          <Text fontSize="xl">Nothing is under way.</Text>
          <Link asChild textDecoration="underline" fontSize="lg">
            <RouterLink to="/">Begin a batch on the Bench</RouterLink>
          </Link>
        </Box>
      )}
      {(batches.data?.more ?? 0) > 0 && (
        <Sentence mb="4">
          The {list.length} newest are here; {batches.data?.more} older ones are under way too. Finish or give up what
          is done with.
        </Sentence>
      )}
      <Flex as="ul" listStyleType="none" direction="column" gap="4">
        {list.map((batch) => {
          const load = batch.state.loads.find((item) => item.number === batch.state.load);
          const ends = load?.phase === "boiling" ? load.ends_at : batch.state.waits_until;
          return (
            <Box as="li" key={batch.snapshot.id}>
              <Link asChild display="block" _hover={{ textDecoration: "none" }}>
                <RouterLink to={`/stove/${batch.snapshot.id}`}>
                  <Flex
                    bg="whey.50"
                    borderWidth="2px"
                    borderColor="ink"
                    borderRadius="sm"
                    p="4"
                    gap="5"
                    align="center"
                    boxShadow="4px 4px 0 {colors.whey.300}"
                  >
                    <Box display={{ base: "none", md: "block" }} flex="none">
                      {batch.state.step === "seals" ? (
                        <CoolingDrawing jars={batch.state.jars_filled ?? batch.snapshot.jars_planned} />
                      ) : (
                        <CannerDrawing
                          jars={load?.jars ?? batch.snapshot.jars_planned}
                          phase={load?.phase ?? "empty"}
                          steam={batch.snapshot.method === "steam"}
                          height={110}
                        />
                      )}
                    </Box>
                    <Box flex="1">
                      <Text color="ink.faint" fontSize="sm">
                        {batch.snapshot.number}
                        {batch.snapshot.minutes === null ? ", for the refrigerator" : ""}
                      </Text>
                      <Text fontFamily="recipe" fontSize="lg">
                        {batch.snapshot.title}
                      </Text>
                      <Text fontSize={{ base: "2xl", md: "3xl" }} fontWeight="750" lineHeight="1.1">
                        {batch.state.headline}
                      </Text>
                    </Box>
                    {ends && Date.parse(ends) > now && (
                      <Text fontSize={{ base: "2xl", md: "4xl" }} fontWeight="700" fontVariantNumeric="tabular-nums">
                        {clockFace(Date.parse(ends) - now)}
                      </Text>
                    )}
                  </Flex>
                </RouterLink>
              </Link>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
}
