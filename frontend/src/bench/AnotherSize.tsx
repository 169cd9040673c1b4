/** The recipe at another size: by the weighed basket, the jars, the vinegar on hand, or a plain factor; what limits it is named. */
import { Box, CloseButton, Dialog, Field, Flex, Grid, Input, Portal, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type CheckIn, type Refusal, type Scaled } from "../api/client";
import { DestinationBadge } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const FIELDS = [
  { name: "gross_g", label: "Full basket, g" },
  { name: "tare_g", label: "The basket alone, g" },
  { name: "jars_wanted", label: "Jars wanted" },
  { name: "vinegar_ml", label: "Vinegar on hand, ml" },
  { name: "factor", label: "Or so many times" },
] as const;

type Typed = Partial<Record<(typeof FIELDS)[number]["name"], string>>;

function figures(typed: Typed): Record<string, number> {
  const found: Record<string, number> = {};
  for (const field of FIELDS) {
    const text = typed[field.name]?.trim();
    if (text) found[field.name] = Number(text.replace(",", "."));
  }
  return found;
}

interface Props {
  question: () => CheckIn;
  onClose: () => void;
  onScaled: (text: string, says: string) => void;
}

export function AnotherSize({ question, onClose, onScaled }: Props) {
  const [typed, setTyped] = useState<Typed>({});
  const asked = figures(typed);
  const some = Object.keys(asked).some((name) => name !== "tare_g");
  const found = useQuery({
    queryKey: ["scale", asked, question()],
    queryFn: () => api.scale({ ...question(), ...asked }),
    enabled: some,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const refused = found.error as Refusal | null;
  const answer = some && !refused ? found.data : undefined;
  return (
    <Dialog.Root open onOpenChange={(details) => !details.open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="whey.100" borderWidth="2px" borderColor="ink" borderRadius="sm">
            <Dialog.Header display="block">
              <Dialog.Title fontSize={{ base: "xl", md: "2xl" }} pr="8">
                Another size
              </Dialog.Title>
              <Text fontSize="sm" color="ink.soft">
                Write what there is; the smallest of it decides. Acid is rounded up, produce and water down.
              </Text>
            </Dialog.Header>
            <Dialog.Body>
              <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(3, 1fr)" }} gap="3">
                {FIELDS.map((field) => (
                  <Field.Root key={field.name}>
                    <Field.Label fontSize="sm">{field.label}</Field.Label>
                    <Input
                      bg="whey.50"
                      borderColor="ink"
                      borderWidth="2px"
                      fontSize="lg"
                      inputMode="decimal"
                      value={typed[field.name] ?? ""}
                      onChange={(event) => setTyped((now) => ({ ...now, [field.name]: event.target.value }))}
                    />
                  </Field.Root>
                ))}
              </Grid>
              {some && refused && <Sentence mt="3">{refused.message}</Sentence>}
              {answer && <Outcome answer={answer} />}
            </Dialog.Body>
            <Dialog.Footer justifyContent="start">
              <Tap
                variant="solid"
                disabled={!answer || found.isPlaceholderData}
                onClick={() => {
                  if (!answer) return;
                  onScaled(answer.text, "the recipe at its size before");
                  onClose();
                }}
              >
                Write it at this size
              </Tap>
            </Dialog.Footer>
            <Dialog.CloseTrigger asChild>
              <CloseButton aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** How far each thing reaches, as bars; the shortest one decides. */
function Outcome({ answer }: { answer: Scaled }) {
  const most = Math.max(...answer.limits.map((limit) => limit.factor));
  const jars =
    answer.jars_low === null || answer.jars_high === null
      ? ""
      : answer.jars_low === answer.jars_high
        ? `, about ${answer.jars_high} jars`
        : `, about ${answer.jars_low} to ${answer.jars_high} jars`;
  return (
    <Box mt="4" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3">
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontSize="xl" fontWeight="700" data-factor={answer.factor}>
          {answer.factor.toFixed(2)} times the recipe{jars}
        </Text>
        <DestinationBadge to={answer.after} />
      </Flex>
      {answer.limits.length > 1 && (
        <Text>
          What limits it is <b>{answer.limits[0]?.name}</b>.
        </Text>
      )}
      <Box as="ul" listStyleType="none" mt="2" aria-label="What there is">
        {answer.limits.map((limit, index) => (
          <Box as="li" key={limit.name} mb="2">
            <Text fontSize="sm">{limit.says}</Text>
            <Box
              h="12px"
              w={`${Math.max(3, (limit.factor / most) * 100).toFixed(1)}%`}
              bg={index === 0 ? "mustard.200" : "brine.300"}
              borderWidth="1.5px"
              borderColor="ink"
            />
          </Box>
        ))}
      </Box>
      {answer.left.length > 0 && (
        <Text fontWeight="650" mb="1">
          Left as they are, for they were not understood or stand in the method: {answer.left.join("; ")}.
        </Text>
      )}
      <Box
        as="pre"
        fontFamily="recipe"
        fontSize="sm"
        whiteSpace="pre-wrap"
        mt="2"
        maxH="12rem"
        overflowY="auto"
        tabIndex={0}
        aria-label="The recipe at this size"
        role="region"
      >
        {answer.text.trim()}
      </Box>
    </Box>
  );
}
