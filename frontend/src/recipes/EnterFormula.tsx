/** Entering a formula from a tested source: the source, the recipe, what it says of jars and time; looked over; what matters
 *  a second time; stored. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, type Looked } from "../api/client";
import { useChanged } from "../api/queries";
import { AlsoThere } from "../draft/AlsoThere";
import { useFollow } from "../draft/follow";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { JarsPart, RecipePart, SourcePart } from "./EntryParts";
import { begunBefore, EMPTY, entryOf, type Form, FRESH, keepEntered, minutesOf } from "./entry";
import { type Again, Nearest, Refused, SecondReading, StepsRead } from "./LookedOver";

const isForm = (body: unknown): body is Form =>
  typeof body === "object" && body !== null && Object.keys(EMPTY).every((key) => key in body);

export function EnterFormula() {
  const state = useLocation().state as { text?: string } | null;
  const navigate = useNavigate();
  const changed = useChanged();
  const [before] = useState(begunBefore);
  const [form, setForm] = useState<Form>(before?.form ?? { ...EMPTY, text: state?.text ?? "" });
  const [looked, setLooked] = useState<Looked | null>(null);
  const [again, setAgain] = useState<Again>(before?.again ?? FRESH.again);
  const [confirmed, setConfirmed] = useState<number[]>([]);
  const { kept, other } = useFollow<Form>("entry", setForm, isForm);
  const set = (part: Partial<Form>) => {
    const next = { ...form, ...part };
    setForm(next);
    kept(next);
    setLooked(null);
    setConfirmed([]);
  };
  const look = useMutation({ mutationFn: () => api.lookOver(entryOf(form)), onSuccess: setLooked });
  const enter = useMutation({
    mutationFn: () =>
      api.enterFormula({
        ...entryOf(form),
        again: again.lines,
        minutes_again: minutesOf(again.minutes),
        steps_confirmed: confirmed,
      }),
    onSuccess: async () => {
      setForm(EMPTY);
      kept(EMPTY);
      await changed();
      navigate("/recipes");
    },
  });
  useEffect(() => keepEntered({ form, again, looked: looked !== null }), [form, again, looked]);
  // Looked over before the page was loaded anew: it is looked over again, and what was read a second time still stands.
  const { mutate: lookAgain } = look;
  useEffect(() => {
    if (before?.looked) lookAgain();
  }, [before, lookAgain]);
  const afresh = () => {
    const fresh = { ...EMPTY, text: state?.text ?? "" };
    setForm(fresh);
    kept(fresh);
    setAgain(FRESH.again);
    setLooked(null);
  };
  return (
    <Box maxW="1000px">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        Enter a formula from a tested source
      </Heading>
      <Text color="ink.soft" maxW="46rem" mb="4">
        A book or a sheet that you hold in your hand, from 1994 or later. Its recipe then carries a verdict of its own,
        with the source named beside it. A friend's, a video's and your own recipes are kept among your recipes instead.
      </Text>
      <AlsoThere other={other} />
      {before && (
        <Flex gap="3" align="center" wrap="wrap" mb="3">
          <Text>It stands as you left it.</Text>
          <Tap size="sm" onClick={afresh}>
            Start afresh{state?.text ? " with the recipe from the Bench" : ""}
          </Tap>
        </Flex>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          look.mutate();
        }}
        noValidate
      >
        <SourcePart form={form} set={set} />
        <RecipePart form={form} set={set} />
        <JarsPart form={form} set={set} />
        {look.error && <Sentence mb="3">{look.error.message}</Sentence>}
        <Tap type="submit" variant="solid" size="lg" aria-busy={look.isPending}>
          Look it over
        </Tap>
      </form>
      {looked && (
        <Box mt="5" role="region" aria-label="Looked over">
          {looked.refusals.length > 0 ? (
            <Refused refusals={looked.refusals} />
          ) : (
            <>
              <Nearest looked={looked} />
              <SecondReading
                looked={looked}
                sizes={Object.keys(minutesOf(form.minutes))}
                again={again}
                onAgain={setAgain}
              />
              <StepsRead looked={looked} confirmed={confirmed} onConfirmed={setConfirmed} />
              {enter.error && <Sentence mb="3">{enter.error.message}</Sentence>}
              <Tap variant="solid" size="lg" aria-busy={enter.isPending} onClick={() => enter.mutate()}>
                Keep it as a formula
              </Tap>
            </>
          )}
        </Box>
      )}
    </Box>
  );
}
