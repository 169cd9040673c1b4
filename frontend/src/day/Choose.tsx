/** Adding a batch to the day: one's own recipes, the tested ones, or what lies there and can be made of it. */
import { Box, Flex, NativeSelect, Text } from "@chakra-ui/react";
import { useState } from "react";
import { newId } from "../api/client";
import { useCanMake, useFormulas, useRecipes, useYear } from "../api/queries";
import { Tap } from "../parts/Tap";
import type { One } from "./asked";

export function Choose({ onAdd }: { onAdd: (one: One) => void }) {
  const formulas = useFormulas().data?.formulas ?? [];
  const own = useRecipes().data?.recipes ?? [];
  const [lying, setLying] = useState(false);
  const wishes = useYear().data?.wishes ?? [];
  const add = (what: One["what"], of: string, title: string, jars = "") =>
    onAdd({ id: newId(), what, of, title, jars, later: 0 });
  return (
    <Box>
      <Flex gap="2" align="end" wrap="wrap">
        <NativeSelect.Root w="20rem" maxW="100%">
          <NativeSelect.Field
            aria-label="Add a batch"
            bg="whey.50"
            borderColor="ink"
            value=""
            onChange={(event) => {
              const [what, of] = event.target.value.split(":") as [One["what"], string];
              const titles = what === "formula" ? formulas : own;
              if (of) add(what, of, titles.find((one) => one.id === of)?.title ?? of);
            }}
          >
            <option value="">Add a batch …</option>
            <optgroup label="Yours">
              {own.map((recipe) => (
                <option key={recipe.id} value={`recipe:${recipe.id}`}>
                  {recipe.title}
                </option>
              ))}
            </optgroup>
            <optgroup label="Tested">
              {formulas.map((formula) => (
                <option key={formula.id} value={`formula:${formula.id}`}>
                  {formula.title}
                </option>
              ))}
            </optgroup>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Tap size="sm" aria-expanded={lying} onClick={() => setLying(!lying)}>
          What lies there
        </Tap>
      </Flex>
      {wishes.length > 0 && (
        <Flex gap="2" wrap="wrap" mt="2" align="center" data-wishes="">
          <Text fontSize="sm">Wished for:</Text>
          {wishes.map((wish) => (
            <Tap
              key={wish.id}
              size="sm"
              disabled={wish.formula_id === "" && !own.some((recipe) => recipe.title === wish.title)}
              onClick={() =>
                wish.formula_id
                  ? add("formula", wish.formula_id, wish.title, String(wish.jars))
                  : add(
                      "recipe",
                      own.find((recipe) => recipe.title === wish.title)?.id ?? "",
                      wish.title,
                      String(wish.jars),
                    )
              }
            >
              {wish.title}, {wish.jars} jars
            </Tap>
          ))}
        </Flex>
      )}
      {lying && <Lying onAdd={add} />}
    </Box>
  );
}

/** What the kitchen's own list of things makes, most jars first; what will not keep stands in that list. */
function Lying({ onAdd }: { onAdd: (what: One["what"], of: string, title: string) => void }) {
  const found = useCanMake();
  const made = (found.data?.recipes ?? []).filter((one) => one.jars > 0 && one.destination !== "discard").slice(0, 8);
  if (!found.data) return <Text role="status">Holding every recipe against what lies there …</Text>;
  if (made.length === 0)
    return <Text>Nothing is whole yet. Write what lies there under “What can be made today”, in Recipes.</Text>;
  return (
    <Flex as="ul" gap="2" wrap="wrap" mt="2" listStyleType="none">
      {made.map((one) => (
        <li key={one.id}>
          <Tap size="sm" onClick={() => onAdd(one.own ? "recipe" : "formula", one.id, one.title)}>
            {one.title}, {one.jars} {one.jars === 1 ? "jar" : "jars"}
          </Tap>
        </li>
      ))}
    </Flex>
  );
}
