/** One more version to hold beside the others: kept, tested, or pasted. */
import { Box, Flex, NativeSelect, Text, Textarea } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Kitchen, type Refusal } from "../api/client";
import { useRecipes } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export const MOST = 3;

export function AddVersion({
  kitchen,
  count,
  onAdd,
}: {
  kitchen: Kitchen;
  count: number;
  onAdd: (text: string) => void;
}) {
  const shelf = useRecipes().data;
  const [pasted, setPasted] = useState("");
  const [error, setError] = useState<string | null>(null);
  const choose = async (id: string) => {
    const own = shelf?.recipes.find((one) => one.id === id);
    try {
      onAdd(own ? own.text : (await api.formulaText(id, kitchen.measures === "us" ? "us" : "metric")).text);
    } catch (refused) {
      setError((refused as Refusal).message);
    }
  };
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" mb="3">
      <Text fontWeight="650" mb="2">
        Add version {count + 1} of up to {MOST}
      </Text>
      <Flex gap="3" direction={{ base: "column", md: "row" }}>
        <NativeSelect.Root flex="1">
          <NativeSelect.Field
            aria-label="A kept or tested recipe"
            borderColor="ink"
            value=""
            onChange={(event) => event.target.value && choose(event.target.value)}
          >
            <option value="">one of yours, or a tested one</option>
            {shelf?.recipes.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title} (yours)
              </option>
            ))}
            {shelf?.tested.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Flex flex="1.4" gap="2">
          <Textarea
            aria-label="Or paste a recipe"
            placeholder="or paste one here"
            borderColor="ink"
            fontFamily="recipe"
            rows={2}
            value={pasted}
            onChange={(event) => setPasted(event.target.value)}
          />
          <Tap
            size="sm"
            disabled={pasted.trim() === ""}
            onClick={() => {
              onAdd(pasted);
              setPasted("");
            }}
          >
            Add it
          </Tap>
        </Flex>
      </Flex>
      {error && <Sentence mt="2">{error}</Sentence>}
    </Box>
  );
}
