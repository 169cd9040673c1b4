/** Canners with their burners: what each holds, and how deep it is. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Canner } from "../api/client";
import { Choose, Figure } from "../parts/Figure";
import { Tap } from "../parts/Tap";
import { Card, type PartProps, useTyped } from "./stockForm";

const SIZES = [
  ["quarter-pint", "Quarter-pints"],
  ["half-pint", "Half-pints"],
  ["twelve-ounce", "Twelve-ounce"],
  ["pint", "Pints"],
  ["pint-and-a-half", "Pint-and-a-half"],
  ["quart", "Quarts"],
  ["half-gallon", "Half-gallons"],
] as const;

/** A canner in section, to one scale: as deep and wide as it is, its flame below. */
function CannerPicture({ canner }: { canner: Canner }) {
  const scale = 0.24;
  const [wide, deep] = [canner.width_mm * scale, canner.depth_mm * scale];
  const left = (96 - wide) / 2;
  const steam = canner.kind === "steam";
  const [floor, top] = [104, 104 - deep];
  return (
    <svg width="96" height="124" viewBox="0 0 96 124" aria-hidden="true" style={{ flex: "none" }}>
      <rect
        x={left}
        y={floor - (steam ? 14 : deep * 0.72)}
        width={wide}
        height={steam ? 14 : deep * 0.72}
        fill="var(--chakra-colors-frost-100)"
      />
      <path
        d={`M${left} ${top} V${floor} H${left + wide} V${top}`}
        fill="none"
        stroke="var(--chakra-colors-ink)"
        strokeWidth="3"
      />
      {steam ? (
        <path
          d={`M${left - 3} ${top} Q48 ${top - 22} ${left + wide + 3} ${top} Z`}
          fill="var(--chakra-colors-whey-400)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2"
        />
      ) : (
        <path
          d={`M${left - 5} ${top + 10} h5 M${left + wide} ${top + 10} h5`}
          stroke="var(--chakra-colors-ink)"
          strokeWidth="4"
        />
      )}
      <path
        d={`M${left + 4} ${floor - 5} H${left + wide - 4}`}
        stroke="var(--chakra-colors-ink)"
        strokeWidth="2"
        strokeDasharray="5 3"
      />
      {[30, 48, 66].map((x) => (
        <path
          key={x}
          d={`M${x} 120c-5-5 1-8 2-13 4 4 8 8 4 13z`}
          fill="var(--chakra-colors-mustard-600)"
          stroke="var(--chakra-colors-mustard-700)"
          strokeWidth="1"
        />
      ))}
    </svg>
  );
}

export function CannersPart({ stock, change }: PartProps) {
  const form = useTyped<Record<string, string>>("canner", {
    title: "",
    kind: "bath",
    depth_mm: "",
    width_mm: "",
    watts: "",
    fuel: "electric",
    water_l: "",
    "quarter-pint": "",
    "half-pint": "",
    "twelve-ounce": "",
    pint: "",
    "pint-and-a-half": "",
    quart: "",
    "half-gallon": "",
  });
  const { typed, set, figure } = form;
  const [changing, setChanging] = useState<string | null>(null);
  const again = () => {
    setChanging(null);
    form.again();
  };
  const changeIt = (canner: Canner) => {
    setChanging(canner.id);
    fillWith(canner);
  };
  const fillWith = (canner: Canner) =>
    form.fill({
      title: canner.title,
      kind: canner.kind,
      fuel: canner.fuel,
      ...Object.fromEntries(
        (["depth_mm", "width_mm", "watts", "water_l"] as const).map((name) => [name, String(canner[name] ?? "")]),
      ),
      ...Object.fromEntries(SIZES.map(([size]) => [size, String(canner.holds[size] ?? "")])),
    });
  const holds = Object.fromEntries(SIZES.map(([size]) => [size, figure(size)]).filter(([, count]) => count !== null));
  const whole = Object.values(holds).every((count) => Number.isInteger(count));
  const wanting = [
    !typed.title?.trim() && "what you call it",
    !form.said("depth_mm") && "its inside depth",
    !form.said("width_mm") && "its inside width",
    !form.ready("watts") && "the burner's watts",
    Object.keys(holds).length === 0 && "how many jars of one size it holds",
  ].filter((one) => one !== false);
  return (
    <>
      {stock.stock.canners.length === 0 && (
        <Text mb="4">
          No canner is entered: Rheum reckons with a usual 20-quart bath canner, 300 mm deep, on 2,500 W.
        </Text>
      )}
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" mb="6">
        {stock.stock.canners.map((canner) => (
          <Card key={canner.id} data-canner={canner.title}>
            <Flex gap="3">
              <CannerPicture canner={canner} />
              <Box flex="1" minW="0">
                <Text fontWeight="700" fontSize="lg">
                  {canner.title}
                </Text>
                <Text>
                  {canner.kind === "bath" ? "water bath" : "atmospheric steam"}, {canner.depth_mm.toFixed(0)} mm deep,{" "}
                  {canner.width_mm.toFixed(0)} mm wide, {canner.watts.toFixed(0)} W {canner.fuel}
                </Text>
                <Text fontSize="sm" color="ink.soft">
                  {SIZES.filter(([size]) => canner.holds[size])
                    .map(([size, says]) => `${canner.holds[size]} ${says.toLowerCase()}`)
                    .join(", ")}
                </Text>
                <Flex gap="2" mt="1">
                  <Tap size="sm" aria-label={`Change it: ${canner.title}`} onClick={() => changeIt(canner)}>
                    Change it
                  </Tap>
                  <Tap
                    size="sm"
                    variant="quiet"
                    aria-label={`Take it out: ${canner.title}`}
                    onClick={() => change.mutate(() => api.takeOutStock("canners", canner.id))}
                  >
                    Take it out
                  </Tap>
                </Flex>
              </Box>
            </Flex>
          </Card>
        ))}
      </Grid>
      <Heading as="h2" fontSize="xl" mb="2">
        {changing ? `Change ${typed.title || "it"}` : "Enter a canner"}
      </Heading>
      {!changing && (
        <Flex gap="2" mb="3" wrap="wrap" align="center">
          <Text fontSize="sm">Begin from one like it, then count your own rack:</Text>
          {stock.common_canners.map((canner) => (
            <Tap key={canner.id} size="sm" onClick={() => fillWith(canner)}>
              {canner.title}
            </Tap>
          ))}
        </Flex>
      )}
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, minmax(0, 1fr))" }} gap="3" alignItems="end">
        <Figure words label="What you call it" value={typed.title ?? ""} onChange={set("title")} />
        <Choose
          label="Kind"
          value={typed.kind ?? "bath"}
          onChange={set("kind")}
          options={[
            ["bath", "water bath"],
            ["steam", "atmospheric steam"],
          ]}
        />
        <Figure label="Inside depth, mm" amount="length" value={typed.depth_mm ?? ""} onChange={set("depth_mm")} />
        <Figure label="Inside width, mm" amount="length" value={typed.width_mm ?? ""} onChange={set("width_mm")} />
        <Figure label="Burner, watts" value={typed.watts ?? ""} onChange={set("watts")} />
        <Choose
          label="Burner kind"
          value={typed.fuel ?? "electric"}
          onChange={set("fuel")}
          options={[
            ["gas", "gas"],
            ["electric", "electric"],
            ["induction", "induction"],
          ]}
        />
        {typed.kind === "steam" && (
          <Figure label="Water in it, l" amount="volume" value={typed.water_l ?? ""} onChange={set("water_l")} />
        )}
        {SIZES.map(([size, says]) => (
          <Figure key={size} label={`${says} in a load`} value={typed[size] ?? ""} onChange={set(size)} />
        ))}
      </Grid>
      <Tap
        mt="3"
        variant="solid"
        disabled={wanting.length > 0 || !whole}
        onClick={() =>
          change.mutate(
            () =>
              api.putCanner({
                id: changing ?? form.id.current,
                title: typed.title?.trim() ?? "",
                kind: typed.kind as Canner["kind"],
                holds,
                depth_mm: form.theAmount("depth_mm"),
                width_mm: form.theAmount("width_mm"),
                watts: form.theFigure("watts"),
                fuel: typed.fuel as Canner["fuel"],
                water_l: typed.kind === "steam" ? form.amount("water_l") : null,
              }),
            { onSuccess: again },
          )
        }
      >
        {changing ? "Save the change" : "Enter it"}
      </Tap>
      {typed.title?.trim() && wanting.length > 0 && (
        <Text fontSize="sm" mt="2">
          Still to say: {wanting.join(", ")}. Of gas, about 2,500 W for a large burner.
        </Text>
      )}
      {changing && (
        <Tap mt="3" ml="2" variant="quiet" onClick={again}>
          Leave it as it was
        </Tap>
      )}
    </>
  );
}
