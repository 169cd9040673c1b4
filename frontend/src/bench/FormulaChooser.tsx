/** Choosing a tested formula to begin from. */
import { Box, CloseButton, Dialog, Flex, Input, Portal, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Refusal } from "../api/client";
import { useFormulas, useFound, useKitchen } from "../api/queries";
import { alarmStays } from "../parts/alarmPlace";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const KINDS = { pickle: "Pickles", relish: "Relishes", salsa: "Salsas", chutney: "Chutneys", sauce: "Sauces" } as const;

export function FormulaChooser({ onChoose }: { onChoose: (text: string, id: string) => void }) {
  const kitchen = useKitchen().data;
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState("");
  const [error, setError] = useState<string | null>(null);
  const formulas = useFormulas().data?.formulas ?? [];
  const ids = useFound(wanted);
  const found = formulas.filter((formula) => ids === null || ids.has(formula.id));
  const choose = async (id: string) => {
    try {
      const written = await api.formulaText(id, kitchen?.measures === "us" ? "us" : "metric");
      onChoose(written.text, id);
      setOpen(false);
    } catch (refused) {
      setError((refused as Refusal).message);
    }
  };
  return (
    <Dialog.Root
      persistentElements={alarmStays}
      open={open}
      onOpenChange={(details) => setOpen(details.open)}
      size="lg"
      scrollBehavior="inside"
    >
      <Dialog.Trigger asChild>
        <Tap size="sm" data-key="f">
          Tested formulas
        </Tap>
      </Dialog.Trigger>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="whey.100" borderWidth="2px" borderColor="ink" borderRadius="sm">
            <Dialog.Header display="block">
              <Dialog.Title fontSize={{ base: "xl", md: "2xl" }} pr="8">
                Begin from a tested formula
              </Dialog.Title>
              <Input
                aria-label="Search the formulas"
                placeholder="beans, salsa, chutney …"
                mt="3"
                bg="whey.50"
                borderColor="ink"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
            </Dialog.Header>
            <Dialog.Body>
              {error && <Sentence mb="3">{error}</Sentence>}
              {found.length === 0 && (
                <Text>
                  None of the {formulas.length} formulas fits “{wanted}”. Try the name of the vegetable.
                </Text>
              )}
              {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => {
                const group = found.filter((formula) => formula.kind === kind);
                if (!group.length) return null;
                return (
                  <Box key={kind} mb="4">
                    <Text as="h3" fontFamily="recipe" fontStyle="italic" fontSize="lg" mb="1">
                      {KINDS[kind]}
                    </Text>
                    <Flex direction="column">
                      {group.map((formula) => (
                        <Tap
                          key={formula.id}
                          onClick={() => choose(formula.id)}
                          variant="quiet"
                          justifyContent="space-between"
                          textDecoration="none"
                          textAlign="left"
                          borderBottomColor="whey.300"
                          borderRadius="0"
                          py="2"
                        >
                          <Box>
                            <Text fontWeight="650">{formula.title}</Text>
                            <Text fontSize="xs" fontWeight="400" color="ink.soft">
                              {formula.produce}. {formula.source}
                              {formula.recall === "fair" ? "; one or two figures may be off" : ""}
                            </Text>
                          </Box>
                          <Text fontSize="sm" fontWeight="400" flex="none">
                            {formula.makes}
                          </Text>
                        </Tap>
                      ))}
                    </Flex>
                  </Box>
                );
              })}
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
