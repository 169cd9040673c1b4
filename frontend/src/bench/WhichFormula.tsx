/** Which tested formula this is judged against, and the choice among the nearest: the person says which one they meant. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";
import { follow } from "./actions";
import { useVerdict } from "./verdict";

export function WhichFormula() {
  const formula = useVerdict((verdict) => verdict.formula);
  const nearest = useVerdict((verdict) => verdict.nearest);
  const tied = useVerdict((verdict) => verdict.tied);
  const chosen = useVerdict((verdict) => verdict.chosen);
  const differing = useVerdict((verdict) => verdict.differs);
  if (!nearest || !tied || !differing) return null;
  const differs = new Map(differing.map((one) => [one.id, one.says]));
  return (
    <Box color="ink.soft" fontSize="sm">
      <Text data-against={formula?.id ?? ""}>
        {formula ? (
          <>
            {chosen ? "You follow " : "Judged against "}
            <b>{formula.title}</b>, {formula.source}
            {formula.recall === "fair" ? "; one or two figures may be off" : ""}
            {formula.recall === "sure" ? "; figures remembered with confidence" : ""}.
          </>
        ) : (
          <>
            No tested formula is near enough. Nearest: <b>{nearest[0]?.title ?? "none"}</b>.
          </>
        )}
        {tied.length > 1 && !chosen && " Two lie equally near: the stricter verdict is shown."}
      </Text>
      <Fold
        title={chosen ? "Follow another one" : "Did you mean another one?"}
        unfolded={tied.length > 1 && !chosen}
        mt="1"
      >
        <Flex as="ul" listStyleType="none" gap="3" mt="2" wrap="wrap" aria-label="Nearest formulas">
          {nearest.map((near) => {
            const mine = formula?.id === near.id;
            return (
              <Flex
                as="li"
                key={near.id}
                direction="column"
                flex="1 1 15rem"
                bg="whey.50"
                borderWidth={mine ? "2px" : "1px"}
                borderColor={mine ? "ink" : "whey.400"}
                borderRadius="sm"
                p="3"
                gap="1"
              >
                <Text fontWeight="700" color="ink">
                  {near.title}
                </Text>
                <NearBar distance={near.distance} />
                <Text>{(differs.get(near.id) ?? []).join("; ")}.</Text>
                <Box mt="auto" pt="1">
                  {chosen && mine ? (
                    <Tap size="sm" onClick={() => follow(null, near.title)}>
                      Let Rheum choose
                    </Tap>
                  ) : (
                    <Tap
                      size="sm"
                      aria-label={`I follow this one: ${near.title}`}
                      onClick={() => follow(near.id, near.title)}
                    >
                      I follow this one
                    </Tap>
                  )}
                </Box>
              </Flex>
            );
          })}
        </Flex>
      </Fold>
    </Box>
  );
}

/** How near a formula is: a bar that is full where nothing differs. */
function NearBar({ distance }: { distance: number }) {
  const near = Math.max(0, 1 - distance);
  return (
    <Flex align="center" gap="2" role="img" aria-label={`distance ${distance.toFixed(2)}, 0 is the same`}>
      <Box flex="1" h="8px" bg="whey.200" borderWidth="1px" borderColor="whey.400">
        <Box h="100%" w={`${(near * 100).toFixed(0)}%`} bg="ink.faint" />
      </Box>
      <Text fontSize="xs" fontVariantNumeric="tabular-nums">
        distance {distance.toFixed(2)}
      </Text>
    </Flex>
  );
}
