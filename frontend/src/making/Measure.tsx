/** Measure and make: what is in the basket decides the batch. Everything follows each figure; nothing is begun yet. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { api, type Plan } from "../api/client";
import { useJars, useKitchen, useRevision, useStock } from "../api/queries";
import { useBegin } from "../api/useBegin";
import { AlsoThere } from "../draft/AlsoThere";
import { circumstancesOf, questionOf } from "../draft/draft";
import { layOnBench, useDraft } from "../draft/useDraft";
import { BeginAsked } from "../parts/BeginAsked";
import { DestinationBadge } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { Asked } from "./Asked";
import { Part } from "./Part";
import { BrineRange, JarsInARow, Jug, Pot } from "./Pictures";
import { Size } from "./Size";
import { useTyped, wishOf } from "./wish";

export function Measure() {
  const kitchen = useKitchen().data;
  const draft = useDraft((hold) => hold.draft);
  const revision = useRevision();
  const [typed, setTyped, other] = useTyped(draft.text);
  const jars = useJars().data?.jars ?? [];
  const stock = useStock().data;
  const navigate = useNavigate();
  const { wish, refused: unreadable } = wishOf(typed);
  const { recipe: _recipe, ...question } = questionOf(draft, kitchen);
  const asked = { ...question, wish };
  const found = useQuery({
    queryKey: ["plan", revision, asked],
    queryFn: ({ signal }) => api.plan(asked, signal),
    enabled: Boolean(kitchen) && unreadable === null && draft.text.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
  // A figure that cannot be leaves the last plan standing, greyed: no field goes while it is typed over.
  const last = useRef<Plan>(undefined);
  if (found.data) last.current = found.data;
  const plan = found.data ?? last.current;
  const begin = useBegin();
  if (!kitchen || !stock) return <Text>Opening …</Text>;
  const refused = unreadable ?? found.error?.message ?? null;
  const busy = found.isPlaceholderData || refused !== null;
  const lay = (ready: Plan) => {
    layOnBench({ ...draft, text: ready.text });
    navigate("/bench");
  };
  return (
    <Box>
      <Flex justify="space-between" align="center" gap="3" wrap="wrap" mb="3">
        <Box>
          <Heading as="h1" fontSize="2xl" fontWeight="700">
            Measure and make: {plan?.title ?? "…"}
          </Heading>
          {plan && (
            <Flex gap="3" align="center" wrap="wrap" opacity={busy ? 0.4 : 1}>
              <DestinationBadge to={plan.after} />
              <Text fontWeight="650" data-factor={plan.factor}>
                {plan.limits[0]
                  ? `${plan.factor.toFixed(2)} times the recipe, limited by ${plan.limits[0].name}`
                  : "as the recipe is written"}
              </Text>
            </Flex>
          )}
        </Box>
        <Flex gap="2" wrap="wrap">
          <Tap size="sm" onClick={() => navigate("/bench")}>
            Back to the Bench
          </Tap>
          <Tap size="sm" disabled={!plan || busy || plan.factor === 1} onClick={() => plan && lay(plan)}>
            Write it at this size
          </Tap>
          <Tap
            size="sm"
            disabled={!plan || busy}
            onClick={() => plan && navigate("/measure/sheet", { state: { asked } })}
          >
            The sheet for the wall
          </Tap>
          <Tap
            size="sm"
            variant="solid"
            disabled={!plan || busy || plan.after === "discard"}
            aria-busy={begin.isPending}
            onClick={() => !begin.isPending && begin.mutate({ ...circumstancesOf(question), wish })}
          >
            {plan?.after === "fridge" ? "Begin, for the refrigerator" : "Begin this batch"}
          </Tap>
        </Flex>
      </Flex>
      <AlsoThere other={other} />
      {draft.text.trim() === "" && <Sentence mb="3">The Bench is empty. Lay a recipe on it first.</Sentence>}
      {refused && <Sentence mb="3">{refused}</Sentence>}
      <BeginAsked error={begin.error} onAgain={begin.again} mb="3" />
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "320px minmax(0, 1fr) minmax(0, 1.05fr)" }}
        gap={{ base: 4, lg: 6 }}
      >
        <Asked plan={plan} typed={typed} setTyped={setTyped} />
        <Box opacity={busy ? 0.4 : 1}>
          {plan && (
            <>
              <Size plan={plan} measures={kitchen.measures} />
              {plan.lids.length > 0 && stock.stock.lids.length > 0 && (
                <Part title="Lids">
                  {plan.lids.map((need) => (
                    <Text key={need.mouth} data-lids={need.mouth}>
                      {need.says}
                      {need.takes.map((take) => ` ${take.take} of lot ${take.lot}.`)}
                      {need.bands > 0
                        ? ` Bands: ${need.bands}${need.bands_short ? `, ${need.bands_short} short` : ""}.`
                        : ""}
                    </Text>
                  ))}
                </Part>
              )}
              {plan.fit.length > 0 && (
                <Part title="Upright pieces">
                  {plan.fit.map((fit) => (
                    <Text key={fit.jar} fontSize="sm" data-fit={fit.jar}>
                      <b>{fit.title}</b>: {fit.says}; about {fit.upright} stand in it
                      {fit.suits ? "" : ": does not suit"}.
                    </Text>
                  ))}
                </Part>
              )}
            </>
          )}
        </Box>
        <Box opacity={busy ? 0.4 : 1}>
          {plan && (
            <>
              {plan.warnings.length > 0 && (
                <Box
                  mb="4"
                  borderLeftWidth="8px"
                  borderLeftStyle="double"
                  borderColor="frost.600"
                  bg="whey.50"
                  p="3"
                  role="note"
                >
                  {plan.warnings.map((says) => (
                    <Text key={says} fontWeight="650">
                      {says}
                    </Text>
                  ))}
                </Box>
              )}
              <Part title="Jars">
                <JarsInARow plan={plan} jars={jars} />
                {plan.learnt.map((says) => (
                  <Text key={says} mt="1" fontSize="sm" data-learnt="">
                    {says}
                  </Text>
                ))}
              </Part>
              {plan.brine && (
                <Part title="Brine">
                  <BrineRange brine={plan.brine} one={plan.one_brine} />
                </Part>
              )}
              {plan.cook && (
                <Part title="Cooking down">
                  <Text>{plan.cook.says}</Text>
                </Part>
              )}
              {plan.vinegar.length > 0 && (
                <Part title="Vinegar, out of the bottles">
                  {plan.vinegar.map((draw) => (
                    <Jug key={draw.line} draw={draw} />
                  ))}
                </Part>
              )}
              {plan.loads && plan.loads.sizes.length > 0 && (
                <Part title="Canner">
                  <Pot loads={plan.loads} />
                </Part>
              )}
            </>
          )}
        </Box>
      </Grid>
    </Box>
  );
}
