/** What is on hand, one thing to a line; which recipes it makes and how many jars; what is missing, as a list for paper. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type CanMake } from "../api/client";
import { useCanMake, useKitchen, useStock, useStockChange, useYear } from "../api/queries";
import { AlsoThere } from "../draft/AlsoThere";
import { useFollowed } from "../draft/follow";
import { layOnBench } from "../draft/useDraft";
import { DestinationBadge } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { ToBuy } from "../parts/ToBuy";

type One = CanMake["recipes"][number];

const listOf = (wanted: readonly One[]) =>
  wanted.flatMap((one) => one.missing.map((missing) => `${missing.says}  (${one.title})`));

/** What is being written, not yet reckoned with; null where nothing is. */
interface Typed {
  text: string | null;
}
const UNTOUCHED: Typed = { text: null };
const isTyped = (body: unknown): body is Typed =>
  typeof body === "object" && body !== null && ["string", "object"].includes(typeof (body as Typed).text);

export function CanMakeScreen() {
  const stock = useStock().data;
  const kitchen = useKitchen().data;
  const navigate = useNavigate();
  const change = useStockChange();
  const [{ text: typed }, setPantry, other] = useFollowed<Typed>("pantry", UNTOUCHED, isTyped);
  const setTyped = (written: string | null) => setPantry({ text: written });
  const [wanted, setWanted] = useState<readonly string[]>([]);
  const [all, setAll] = useState(false);
  const found = useCanMake();
  const wishes = useYear().data?.wishes ?? [];
  const wished = (one: One) => wishes.find((wish) => wish.id === one.id || wish.title === one.title)?.jars;
  if (!stock) return <Text>Opening …</Text>;
  const text = typed ?? stock.stock.pantry;
  // What was wished for stands first.
  const recipes = [...(found.data?.recipes ?? [])].sort(
    (a, b) => Number(Boolean(wished(b))) - Number(Boolean(wished(a))),
  );
  const shown = all ? recipes : recipes.slice(0, 14);
  const chosen = recipes.filter((one) => wanted.includes(one.id));
  const list = listOf(chosen);
  const lay = async (one: One) => {
    const own = one.own ? await api.recipe(one.id).catch(() => null) : null;
    const measures = kitchen?.measures === "metric" ? "metric" : "us";
    if (own)
      layOnBench({
        text: own.text,
        jar: own.jar,
        method: own.method ?? "bath",
        formulaId: own.formula_id,
        recipeId: own.id,
      });
    else layOnBench({ text: (await api.formulaText(one.id, measures)).text, formulaId: one.id });
    navigate("/measure");
  };
  const refused = change.error ?? found.error;
  return (
    <Box>
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        What can be made today
      </Heading>
      <AlsoThere other={other} />
      {refused && <Sentence mb="3">{refused.message}</Sentence>}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "320px minmax(0, 1fr)" }} gap="6">
        <Box>
          <Text fontSize="sm" mb="2">
            What lies there, one thing to a line, as in a recipe. A name alone means plenty. Bottles, jars and lids are
            counted in the Kitchen.
          </Text>
          <Box
            asChild
            w="100%"
            minH="260px"
            p="3"
            bg="whey.50"
            borderWidth="2px"
            borderColor="ink"
            borderRadius="sm"
            fontFamily="recipe"
            lineHeight="1.7"
          >
            <textarea
              aria-label="What is on hand"
              value={text}
              placeholder={"4.9 kg green beans\n8 heads dill\npickling salt"}
              onChange={(event) => setTyped(event.target.value)}
            />
          </Box>
          <Tap
            mt="2"
            variant="solid"
            disabled={text === stock.stock.pantry}
            onClick={() => change.mutate(() => api.setPantry(text), { onSuccess: () => setTyped(null) })}
          >
            Reckon with this
          </Tap>
          {stock.pantry_unread.length > 0 && (
            <Sentence mt="3">Not understood, so not counted: {stock.pantry_unread.join("; ")}.</Sentence>
          )}
          <ToBuy
            title="To buy"
            lines={list}
            none={<Text fontSize="sm">Tick a recipe, and what it wants stands here.</Text>}
          />
        </Box>
        <Box>
          {!found.data && <Text>Holding every recipe against it …</Text>}
          <Box as="ul" listStyleType="none">
            {shown.map((one) => (
              <Flex
                as="li"
                key={one.id}
                gap="4"
                py="3"
                borderBottomWidth="1px"
                borderColor="whey.300"
                align="center"
                wrap={{ base: "wrap", md: "nowrap" }}
                data-can-make={one.title}
              >
                <Box w="4.5rem" textAlign="center" flex="none">
                  <Text
                    fontSize="3xl"
                    fontWeight="750"
                    lineHeight="1"
                    color={!one.jars ? "ink.faint" : one.destination === "shelf" ? "shelf" : "fridge"}
                  >
                    {one.jars}
                  </Text>
                  <Text fontSize="xs">{one.jars === 1 ? "jar" : "jars"}</Text>
                </Box>
                <Box flex="1" minW="12rem">
                  <Flex gap="3" align="center" wrap="wrap">
                    <Text fontWeight="700">{one.title}</Text>
                    {wished(one) && (
                      <Text fontSize="sm" fontWeight="650" data-wished="">
                        wished: {wished(one)}
                      </Text>
                    )}
                    <Text as="span" fontSize="sm">
                      <DestinationBadge to={one.destination} />
                    </Text>
                  </Flex>
                  <Text fontSize="sm" color="ink.soft">
                    {one.says}
                  </Text>
                </Box>
                {one.missing.length > 0 && (
                  <Flex as="label" gap="2" align="center" minH="11">
                    <input
                      type="checkbox"
                      checked={wanted.includes(one.id)}
                      aria-label={`List what ${one.title} wants`}
                      onChange={(event) =>
                        setWanted((now) =>
                          event.target.checked ? [...now, one.id] : now.filter((id) => id !== one.id),
                        )
                      }
                      style={{ width: "22px", height: "22px" }}
                    />
                    list it
                  </Flex>
                )}
                <Tap size="sm" aria-label={`Measure it: ${one.title}`} onClick={() => lay(one)}>
                  Measure it
                </Tap>
              </Flex>
            ))}
          </Box>
          {!all && recipes.length > shown.length && (
            <Tap mt="3" onClick={() => setAll(true)}>
              All {recipes.length}
            </Tap>
          )}
        </Box>
      </Grid>
    </Box>
  );
}
