/** What would make this a tested one: each line before and after, the verdict with it, applied one by one or all together. */
import { Box, CloseButton, Dialog, Flex, NativeSelect, Portal, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api } from "../api/client";
import { useFacts } from "../api/queries";
import { alarmStays } from "../parts/alarmPlace";
import { DestinationBadge } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { applyChanges, setWhole } from "./actions";
import { useQuestion, useStale, useVerdict } from "./verdict";

/** The button; the dialog is made only while it is open, for the sheet above is typed in. */
export function WayToTested() {
  const barred = useVerdict((verdict) => verdict.destination !== "shelf");
  const [open, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const close = () => {
    setOpen(false);
    setTimeout(() => opener.current?.focus(), 0);
  };
  if (!barred && !open) return null;
  return (
    <>
      <Tap ref={opener} data-key="w" size="md" variant="warn" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        What would make this a tested one?
      </Tap>
      {open && <Way onClose={close} />}
    </>
  );
}

function Way({ onClose }: { onClose: () => void }) {
  const question = useQuestion();
  const stale = useStale();
  const formula = useVerdict((verdict) => verdict.formula);
  const nearest = useVerdict((verdict) => verdict.nearest) ?? [];
  const facts = useFacts();
  const [wanted, setWanted] = useState<string | null>(null);
  const formulaId = wanted ?? formula?.id ?? nearest[0]?.id ?? "";
  const way = useQuery({
    queryKey: ["becoming", facts, question, formulaId],
    queryFn: ({ signal }) => api.becoming({ ...question, formula_id: formulaId }, signal),
    enabled: formulaId !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = way.data;
  const busy = way.isFetching || stale;
  const whole = () => {
    if (!found) return;
    const sets = found.settings as Record<string, unknown>;
    setWhole(
      {
        text: found.text,
        formulaId: found.formula_id,
        jar: found.written_anew ? null : typeof sets.jar === "string" ? sets.jar : (question.jar ?? null),
        pack: found.written_anew
          ? null
          : sets.pack === "raw" || sets.pack === "hot"
            ? sets.pack
            : (question.pack ?? null),
        headspaceMm: found.written_anew
          ? null
          : typeof sets.headspace_mm === "number"
            ? sets.headspace_mm
            : (question.headspace_mm ?? null),
        minutes: null,
        setAside: !found.written_anew && sets.set_aside === true,
      },
      `becoming ${found.formula_title}`,
    );
    onClose();
  };
  return (
    <Dialog.Root
      persistentElements={alarmStays}
      open
      onOpenChange={(details) => !details.open && onClose()}
      size="xl"
      scrollBehavior="inside"
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="whey.100" borderWidth="2px" borderColor="ink" borderRadius="sm">
            <Dialog.Header display="block">
              <Dialog.Title fontSize={{ base: "xl", md: "2xl" }} pr="8">
                To make this a tested one
              </Dialog.Title>
              <Flex align="center" gap="2" mt="2" wrap="wrap">
                <Text fontSize="sm">It should become</Text>
                <NativeSelect.Root size="sm" maxW="20rem">
                  <NativeSelect.Field
                    aria-label="The formula it should become"
                    bg="whey.50"
                    borderColor="ink"
                    borderWidth="2px"
                    fontWeight="700"
                    value={formulaId}
                    onChange={(event) => setWanted(event.target.value)}
                  >
                    {[...new Map([...(formula ? [formula] : []), ...nearest].map((one) => [one.id, one])).values()].map(
                      (near) => (
                        <option key={near.id} value={near.id}>
                          {near.title}
                        </option>
                      ),
                    )}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              </Flex>
            </Dialog.Header>
            <Dialog.Body aria-busy={busy}>
              {way.error && <Sentence mb="3">{way.error.message}</Sentence>}
              {!found && !way.error && <Text>Working it out …</Text>}
              {found && (
                <>
                  <Flex
                    align="center"
                    gap="3"
                    wrap="wrap"
                    bg="whey.50"
                    borderWidth="2px"
                    borderColor="ink"
                    borderRadius="sm"
                    p="3"
                    mb="3"
                    opacity={busy ? 0.5 : 1}
                  >
                    <DestinationBadge to={found.destination_now} />
                    <Text aria-hidden="true" fontSize="xl">
                      →
                    </Text>
                    <DestinationBadge to={found.destination} />
                    <Text fontSize="sm" flex="1 1 12rem">
                      {found.written_anew
                        ? "Too much differs to mend it line by line: the formula is written out at this size."
                        : found.steps.length === 0
                          ? "Nothing has to change."
                          : `${found.steps.length} ${found.steps.length === 1 ? "change" : "changes"}, ${found.limits_now} ${found.limits_now === 1 ? "limit" : "limits"} now, ${found.limits} then.`}
                    </Text>
                    {(found.written_anew || found.steps.length > 0) && (
                      <Tap variant="solid" disabled={busy} onClick={whole}>
                        {found.written_anew ? "Write it out" : "Change all of it"}
                      </Tap>
                    )}
                  </Flex>
                  <Box as="ul" listStyleType="none" opacity={busy ? 0.5 : 1} aria-label="Changes">
                    {found.steps.map((step) => (
                      <Flex
                        as="li"
                        key={`${step.line}${step.says}`}
                        gap="3"
                        py="2"
                        borderBottomWidth="1px"
                        borderColor="whey.300"
                        align={{ base: "start", md: "center" }}
                        direction={{ base: "column", md: "row" }}
                      >
                        <Box flex="1" minW="0" w="100%">
                          <Text fontSize="sm" fontWeight="650">
                            {step.says}
                            {step.line && step.before ? (
                              <Text as="span" fontWeight="400" color="ink.faint">
                                {" "}
                                line {step.line}
                              </Text>
                            ) : null}
                          </Text>
                          <Text fontFamily="recipe">
                            {step.before && (
                              <Text as="del" color="beet.700">
                                {step.before}
                              </Text>
                            )}
                            {step.before && step.after ? " " : ""}
                            {step.after && (
                              <Text as="ins" color="dill.700" textDecoration="none" fontWeight="650">
                                {step.after}
                              </Text>
                            )}
                          </Text>
                        </Box>
                        <Text fontSize="xs" color="ink.soft" w={{ md: "8rem" }}>
                          alone:{" "}
                          {step.destination === "shelf"
                            ? "shelf"
                            : `${step.limits} ${step.limits === 1 ? "limit" : "limits"} left`}
                        </Text>
                        <Tap
                          size="sm"
                          disabled={busy}
                          aria-label={`Change it: ${step.says}`}
                          onClick={() => applyChanges(step.changes, step.says)}
                        >
                          Change it
                        </Tap>
                      </Flex>
                    ))}
                  </Box>
                </>
              )}
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
