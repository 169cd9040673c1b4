/** Bottles of vinegar: what is left in each, its strength by label and by titration. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { api, type Bottle } from "../api/client";
import { Choose, Figure } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { Card, type Change, type PartProps, useTyped } from "./stockForm";

/** A bottle drawn with what is left in it. */
function BottlePicture({ bottle }: { bottle: Bottle }) {
  const full = Math.max(bottle.size_ml ?? bottle.left_ml, bottle.left_ml, 1);
  const height = (bottle.left_ml / full) * 62;
  return (
    <svg width="46" height="104" viewBox="0 0 46 104" aria-hidden="true" style={{ flex: "none" }}>
      <rect x="6" y={98 - height} width="34" height={height} fill="var(--chakra-colors-brine-300)" />
      <path
        d="M17 6h12v18c0 6 11 8 11 16v58H6V40c0-8 11-10 11-16zM15 4h16"
        fill="none"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="3"
        strokeLinejoin="round"
      />
    </svg>
  );
}

export function VinegarPart({ stock, change }: PartProps) {
  const form = useTyped("bottle", {
    kind: "white-vinegar",
    name: "",
    label: "5",
    size_ml: "",
    left_ml: "",
    lot: "",
    opened: "",
    price: "",
  });
  const { typed, set, figure } = form;
  const enter = () =>
    change.mutate(
      () =>
        api.putBottle({
          id: form.id.current,
          kind: typed.kind,
          name: typed.name,
          label: form.theFigure("label"),
          size_ml: form.amount("size_ml"),
          left_ml: form.theAmount("left_ml"),
          lot: typed.lot,
          opened: typed.opened || null,
          price: figure("price"),
        }),
      { onSuccess: form.again },
    );
  return (
    <>
      {stock.stock.bottles.length === 0 && (
        <Text mb="4">No bottle is entered yet. With them, each batch draws its vinegar from what is really there.</Text>
      )}
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" mb="6">
        {stock.stock.bottles.map((bottle) => (
          <OneBottle
            key={bottle.id}
            bottle={bottle}
            strength={stock.strengths.find((one) => one.bottle === bottle.id)}
            change={change}
          />
        ))}
      </Grid>
      <Heading as="h2" fontSize="xl" mb="2">
        Enter a bottle
      </Heading>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, minmax(0, 1fr))" }} gap="3">
        <Choose
          label="Kind"
          value={typed.kind}
          onChange={set("kind")}
          options={stock.kinds.map((kind) => [kind.id, kind.name] as const)}
        />
        <Figure label="Label, per cent" value={typed.label} onChange={set("label")} />
        <Figure label="Holds when full, ml" amount="volume" value={typed.size_ml} onChange={set("size_ml")} />
        <Figure label="Left in it, ml" amount="volume" value={typed.left_ml} onChange={set("left_ml")} />
        <Figure words label="What you call it" value={typed.name} onChange={set("name")} />
        <Figure words label="Lot" value={typed.lot} onChange={set("lot")} />
        <Figure type="date" label="Opened" value={typed.opened} onChange={set("opened")} />
        <Figure label="Price" value={typed.price} onChange={set("price")} />
      </Grid>
      <Tap mt="3" variant="solid" disabled={!form.ready("label") || !form.said("left_ml")} onClick={enter}>
        Enter it
      </Tap>
    </>
  );
}

interface OneBottleProps {
  bottle: Bottle;
  strength: PartProps["stock"]["strengths"][number] | undefined;
  change: Change;
}

function OneBottle({ bottle, strength, change }: OneBottleProps) {
  const form = useTyped(`${bottle.id}`, { left: "", one: "", two: "", three: "", normality: "1", sample: "10" });
  const { typed, set, figure } = form;
  const readings = [figure("one"), figure("two"), figure("three")].filter((one): one is number => one !== null);
  const ready = form.ready("normality", "sample") && readings.length > 0 && !readings.some(Number.isNaN);
  const weak = strength?.weaker ?? false;
  // What was told to the batches that drew from it, when it was measured just now.
  const [told, setTold] = useState<readonly string[]>([]);
  return (
    <Card data-bottle={bottle.name}>
      <Flex gap="3">
        <BottlePicture bottle={bottle} />
        <Box flex="1" minW="0">
          <Text fontWeight="700" fontSize="lg" lineHeight="1.2">
            {bottle.name}
          </Text>
          <Text>
            {bottle.left_ml.toFixed(0)} ml left{bottle.size_ml ? ` of ${bottle.size_ml.toFixed(0)}` : ""}
          </Text>
          <Text fontSize="sm" color={weak ? "frost.700" : "ink.soft"} fontWeight={weak ? 700 : 400} data-strength="">
            {strength?.says}
          </Text>
          <Text fontSize="xs" color="ink.soft">
            {[
              bottle.lot && `lot ${bottle.lot}`,
              bottle.opened && `opened ${bottle.opened}`,
              bottle.price && `price ${bottle.price}`,
            ]
              .filter(Boolean)
              .join(", ")}
          </Text>
          <Link asChild fontSize="sm" textDecoration="underline">
            <RouterLink to={`/trace?bottle=${bottle.id}`}>Where it went</RouterLink>
          </Link>
          <Fold title="Measure, refill, take out" fontSize="sm" mt="1">
            <Grid templateColumns="1fr 1fr 1fr" gap="2" mt="2">
              <Figure label="1st, ml NaOH" value={typed.one} onChange={set("one")} />
              <Figure label="2nd" value={typed.two} onChange={set("two")} />
              <Figure label="3rd" value={typed.three} onChange={set("three")} />
              <Figure label="Normality" value={typed.normality} onChange={set("normality")} />
              <Figure label="Sample, ml" value={typed.sample} onChange={set("sample")} />
            </Grid>
            <Tap
              size="sm"
              mt="2"
              disabled={!ready}
              onClick={() =>
                change.mutate(
                  () =>
                    api.titrate(bottle.id, {
                      readings,
                      normality: form.theFigure("normality"),
                      sample_ml: form.theFigure("sample"),
                    }),
                  {
                    onSuccess: (stock) => {
                      form.again();
                      setTold(stock.told);
                    },
                  },
                )
              }
            >
              Record the strength
            </Tap>
            {told.map((says) => (
              <Sentence key={says} mt="2">
                {says}
              </Sentence>
            ))}
            <Flex gap="2" mt="3" align="end" wrap="wrap">
              <Box w="8rem">
                <Figure label="Left in it, ml" amount="volume" value={typed.left} onChange={set("left")} />
              </Box>
              <Tap
                size="sm"
                disabled={!form.said("left")}
                onClick={() =>
                  change.mutate(
                    () => {
                      const { measured: _m, measured_give: _g, ...rest } = bottle;
                      return api.putBottle({ ...rest, left_ml: form.theAmount("left") });
                    },
                    { onSuccess: form.again },
                  )
                }
              >
                Set it
              </Tap>
              <Tap
                size="sm"
                variant="quiet"
                onClick={() => change.mutate(() => api.takeOutStock("bottles", bottle.id))}
              >
                Take the bottle out
              </Tap>
            </Flex>
          </Fold>
        </Box>
      </Flex>
    </Card>
  );
}
