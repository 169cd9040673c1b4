/** Empty jars drawn to one scale, jars of one's own, lids by lot, bands. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { api } from "../api/client";
import { useJars, useKitchen } from "../api/queries";
import { EmptyJar } from "../parts/EmptyJar";
import { Choose, Figure } from "../parts/Figure";
import { Tap } from "../parts/Tap";
import { Count, type PartProps, useTyped } from "./stockForm";

/** Pixels to a millimetre: the tallest shipped jar just fits its place. */
const SCALE = 0.62;

export function JarsPart({ stock, change }: PartProps) {
  const jars = useJars().data?.jars ?? [];
  const family = useKitchen().data?.measures === "metric" ? "metric" : "us";
  const own = useTyped("jar", { title: "", empty_g: "", full_g: "", depth_mm: "", mouth_mm: "", body_mm: "" });
  const lids = useTyped("jar2", { mouth: "regular", lot: "", count: "" });
  const held = stock.stock;
  const shown = jars.filter((jar) => jar.own || jar.family === family || (held.jars[jar.id] ?? 0) > 0);
  const measures = ["empty_g", "full_g", "depth_mm", "mouth_mm", "body_mm"] as const;
  return (
    <>
      <Text mb="3">Empty jars on hand. Volumes are to the brim; depth and mouth are measured inside.</Text>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, minmax(0, 1fr))" }} gap="3" mb="6">
        {shown.map((jar) => (
          <Box
            key={jar.id}
            bg="whey.50"
            borderWidth="2px"
            borderColor={(held.jars[jar.id] ?? 0) > 0 ? "ink" : "whey.300"}
            borderRadius="sm"
            p="2"
            data-own-jar={jar.own ? jar.title : undefined}
          >
            <Flex justify="center" align="end" h="158px" borderBottomWidth="3px" borderColor="ink" mb="1">
              <EmptyJar jar={jar} scale={SCALE} faded={!held.jars[jar.id]} />
            </Flex>
            <Text fontWeight="700">{jar.title}</Text>
            <Text fontSize="xs" color="ink.soft" minH="3.2em">
              {jar.volume_ml.toFixed(0)} ml, {jar.depth_mm.toFixed(0)} mm deep, mouth {jar.mouth_mm.toFixed(0)} mm (
              {jar.mouth}); {jar.minutes_say}
            </Text>
            <Count
              label={`How many ${jar.title}`}
              value={held.jars[jar.id] ?? 0}
              onSave={(count) => change.mutate(() => api.countJars(jar.id, count))}
            />
            {jar.own && (
              <Tap size="sm" variant="quiet" onClick={() => change.mutate(() => api.takeOutStock("own-jars", jar.id))}>
                Take it out
              </Tap>
            )}
          </Box>
        ))}
      </Grid>
      <Heading as="h2" fontSize="xl" mb="2">
        A jar of your own
      </Heading>
      <Text fontSize="sm" mb="2">
        Weigh it empty, fill it with cold water to the very brim, weigh it again; the rest with a ruler.
      </Text>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(6, minmax(0, 1fr))" }} gap="3">
        <Figure words label="What you call it" value={own.typed.title} onChange={own.set("title")} />
        <Figure label="Empty, g" amount="mass" value={own.typed.empty_g} onChange={own.set("empty_g")} />
        <Figure label="Full of water, g" amount="mass" value={own.typed.full_g} onChange={own.set("full_g")} />
        <Figure label="Inside depth, mm" amount="length" value={own.typed.depth_mm} onChange={own.set("depth_mm")} />
        <Figure label="Mouth inside, mm" amount="length" value={own.typed.mouth_mm} onChange={own.set("mouth_mm")} />
        <Figure label="Width outside, mm" amount="length" value={own.typed.body_mm} onChange={own.set("body_mm")} />
      </Grid>
      <Tap
        mt="3"
        variant="solid"
        disabled={!own.said(...measures) || !own.typed.title.trim()}
        onClick={() =>
          change.mutate(
            () =>
              api.putOwnJar({
                id: own.id.current,
                title: own.typed.title.trim(),
                empty_g: own.theAmount("empty_g"),
                full_g: own.theAmount("full_g"),
                depth_mm: own.theAmount("depth_mm"),
                mouth_mm: own.theAmount("mouth_mm"),
                body_mm: own.theAmount("body_mm"),
              }),
            { onSuccess: own.again },
          )
        }
      >
        Enter this jar
      </Tap>
      <Heading as="h2" fontSize="xl" mt="8" mb="2">
        New lids and bands
      </Heading>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, minmax(0, 1fr))" }} gap="3" mb="3">
        {held.lids.map((lot) => (
          <Box
            key={lot.id}
            bg="whey.50"
            borderWidth="2px"
            borderColor="ink"
            borderRadius="sm"
            p="2"
            data-lid-lot={lot.lot}
          >
            <Count
              label={`${lot.mouth} lids, lot ${lot.lot}`}
              value={lot.count}
              onSave={(count) => change.mutate(() => api.putLids({ ...lot, count }))}
            />
            <Link asChild fontSize="sm" textDecoration="underline">
              <RouterLink to={`/trace?lids=${lot.id}`}>Where they went</RouterLink>
            </Link>
            <Tap size="sm" variant="quiet" onClick={() => change.mutate(() => api.takeOutStock("lids", lot.id))}>
              Take the lot out
            </Tap>
          </Box>
        ))}
        {(["regular", "wide"] as const).map((mouth) => (
          <Box key={mouth} p="2">
            <Count
              label={`Sound bands, ${mouth}`}
              value={held.bands[mouth] ?? 0}
              onSave={(count) => change.mutate(() => api.countBands(mouth, count))}
            />
          </Box>
        ))}
      </Grid>
      <Flex gap="3" align="end" wrap="wrap">
        <Box w="9rem">
          <Choose
            label="Mouth"
            value={lids.typed.mouth}
            onChange={lids.set("mouth")}
            options={[
              ["regular", "regular"],
              ["wide", "wide"],
              ["other", "other"],
            ]}
          />
        </Box>
        <Box w="9rem">
          <Figure words label="Lid lot" value={lids.typed.lot} onChange={lids.set("lot")} />
        </Box>
        <Box w="7rem">
          <Figure label="How many lids" value={lids.typed.count} onChange={lids.set("count")} />
        </Box>
        <Tap
          variant="solid"
          disabled={!lids.typed.lot.trim() || !/^\d+$/.test(lids.typed.count.trim())}
          onClick={() =>
            change.mutate(
              () =>
                api.putLids({
                  id: lids.id.current,
                  mouth: lids.typed.mouth as "regular" | "wide" | "other",
                  lot: lids.typed.lot.trim(),
                  count: Number(lids.typed.count),
                }),
              { onSuccess: lids.again },
            )
          }
        >
          Enter the lot
        </Tap>
      </Flex>
    </>
  );
}
