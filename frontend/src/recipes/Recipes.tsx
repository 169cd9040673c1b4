/** Recipes: one's own and the tested ones, each with where its jars may live in this kitchen. */
import { Box, Flex, Grid, Heading, Input, Link, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { api, type OwnRecipe, type Tested } from "../api/client";
import { useChanged, useFound, useKitchen, useRecipes } from "../api/queries";
import { layOnBench } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { RecipeCard } from "./RecipeCard";

const KINDS = { pickle: "Pickles", relish: "Relishes", salsa: "Salsas", chutney: "Chutneys", sauce: "Sauces" } as const;
const MOST = 3;

export function Recipes() {
  const shelf = useRecipes();
  const kitchen = useKitchen().data;
  const navigate = useNavigate();
  const changed = useChanged();
  const [wanted, setWanted] = useState("");
  const [marked, setMarked] = useState<string[]>([]);
  const picker = useRef<HTMLInputElement>(null);
  const out = useMutation({
    mutationFn: async (id: string) => {
      await (id.startsWith("own-") ? api.takeOutFormula(id) : api.takeOutRecipe(id));
    },
    onSuccess: () => {
      setMarked([]);
      return changed();
    },
  });
  const take = useMutation({
    mutationFn: async (file: File) => api.importFormulas(await file.text()),
    onSuccess: () => changed(),
  });
  const textOf = async (one: OwnRecipe | Tested) =>
    "text" in one ? one.text : (await api.formulaText(one.id, kitchen?.measures === "us" ? "us" : "metric")).text;
  const found = useFound(wanted);
  const open = useMutation({
    mutationFn: async (one: OwnRecipe | Tested) => ({ one, text: await textOf(one) }),
    onSuccess: ({ one, text }) => {
      if ("text" in one)
        layOnBench({
          text,
          jar: one.jar,
          method: one.method ?? "bath",
          formulaId: one.formula_id,
          setAside: one.set_aside,
          recipeId: one.id,
        });
      else layOnBench({ text, formulaId: one.id });
      navigate("/bench");
    },
  });
  const compare = useMutation({
    mutationFn: async (ids: string[]) => {
      const all = [...(shelf.data?.recipes ?? []), ...(shelf.data?.tested ?? [])];
      const chosen = ids.flatMap((id) => all.filter((one) => one.id === id));
      return Promise.all(chosen.map(textOf));
    },
    onSuccess: (texts) => navigate("/recipes/compare", { state: { texts } }),
  });
  if (shelf.error && !shelf.data) return <Sentence>{shelf.error.message}</Sentence>;
  if (!shelf.data) return <Text>Looking through the recipes …</Text>;

  const fits = (one: { id: string }) => found === null || found.has(one.id);
  const own = shelf.data.recipes.filter(fits);
  const tested = shelf.data.tested.filter(fits);
  const mark = (id: string) =>
    setMarked((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id].slice(-MOST)));
  const error = shelf.error ?? out.error ?? take.error ?? open.error ?? compare.error;
  const card = (one: OwnRecipe | Tested) => (
    <RecipeCard
      key={one.id}
      one={one}
      marked={marked.includes(one.id)}
      onMark={() => mark(one.id)}
      onOpen={() => open.mutate(one)}
      onOut={"text" in one || one.own ? () => out.mutate(one.id) : undefined}
    />
  );
  const columns = { base: "minmax(0, 1fr)", md: "repeat(auto-fill, minmax(300px, 1fr))" };
  return (
    <Box maxW="1200px">
      <Flex justify="space-between" align="center" gap="3" wrap="wrap" mb="3">
        <Heading as="h1" fontSize="2xl" fontWeight="700">
          Recipes
        </Heading>
        <Flex gap="2" wrap="wrap">
          <Tap
            size="sm"
            onClick={() => {
              layOnBench({ text: "" });
              navigate("/bench");
            }}
          >
            A new recipe
          </Tap>
          <Tap size="sm" onClick={() => navigate("/recipes/on-hand")}>
            What can be made today
          </Tap>
          <Tap size="sm" onClick={() => navigate("/recipes/enter")}>
            Enter a tested source
          </Tap>
          <Tap size="sm" onClick={() => picker.current?.click()} aria-busy={take.isPending}>
            Read in formulas
          </Tap>
          <input
            ref={picker}
            type="file"
            hidden
            aria-label="A file of formulas"
            accept=".toml"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) take.mutate(file);
            }}
          />
          {shelf.data.tested.some((one) => one.own) && (
            <Link href="/api/own-formulas.toml" download alignSelf="center" fontSize="sm" textDecoration="underline">
              Write mine out
            </Link>
          )}
        </Flex>
      </Flex>
      {error && <Sentence mb="3">{error.message}</Sentence>}
      {take.data && (
        <Text mb="3" role="status">
          {take.data.says}
        </Text>
      )}
      <Input
        aria-label="Search the recipes"
        placeholder="beans, chutney, a word of the recipe …"
        size="lg"
        bg="whey.50"
        borderColor="ink"
        borderWidth="2px"
        value={wanted}
        onChange={(event) => setWanted(event.target.value)}
      />
      {marked.length > 0 && (
        <Flex
          position="sticky"
          top="2"
          zIndex="5"
          mt="3"
          gap="3"
          align="center"
          wrap="wrap"
          bg="mustard.100"
          borderWidth="2px"
          borderColor="mustard.700"
          borderRadius="sm"
          p="2"
        >
          <Text fontWeight="650">
            {marked.length === 1 ? "One marked: mark another to compare." : `${marked.length} marked.`}
          </Text>
          <Tap
            size="sm"
            variant="solid"
            disabled={marked.length < 2}
            aria-busy={compare.isPending}
            onClick={() => compare.mutate(marked)}
          >
            Compare them
          </Tap>
          <Tap size="sm" variant="quiet" onClick={() => setMarked([])}>
            None
          </Tap>
        </Flex>
      )}
      <Heading as="h2" fontSize="xl" mt="5" mb="2">
        Yours
      </Heading>
      {shelf.data.recipes.length === 0 ? (
        <Text color="ink.soft">
          None yet. Paste one on the <RouterLink to="/bench">Bench</RouterLink> and press “Keep this recipe”.
        </Text>
      ) : own.length === 0 ? (
        <Text color="ink.soft">None of yours fits “{wanted}”.</Text>
      ) : (
        <Grid as="ul" listStyleType="none" templateColumns={columns} gap="3" aria-label="Your recipes">
          {own.map(card)}
        </Grid>
      )}
      <Heading as="h2" fontSize="xl" mt="6" mb="1">
        Tested
      </Heading>
      {tested.length === 0 && <Text color="ink.soft">None of the tested ones fits “{wanted}”.</Text>}
      {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => {
        const group = tested.filter((one) => one.kind === kind);
        if (group.length === 0) return null;
        return (
          <Box key={kind} mb="4">
            <Text as="h3" fontFamily="recipe" fontStyle="italic" fontSize="lg" mb="1">
              {KINDS[kind]}
            </Text>
            <Grid as="ul" listStyleType="none" templateColumns={columns} gap="3" aria-label={KINDS[kind]}>
              {group.map(card)}
            </Grid>
          </Box>
        );
      })}
    </Box>
  );
}
