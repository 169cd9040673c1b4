/** What a basket really came to after trimming: recorded, it replaces the handbook's figure in this kitchen. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { api, newId } from "../api/client";
import { useStockChange } from "../api/queries";
import { amountOf, Choose, Figure } from "../parts/Figure";
import { Fold } from "../parts/Fold";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export function TrimRecordBox({ names }: { names: readonly string[] }) {
  const [chosen, setName] = useState<string | null>(null);
  const name = chosen && names.includes(chosen) ? chosen : (names[0] ?? "");
  const [bought, setBought] = useState("");
  const [left, setLeft] = useState("");
  const id = useRef(newId());
  const change = useStockChange();
  const figures = [amountOf(bought), amountOf(left)] as const;
  const ready = figures.every((one) => one !== null);
  const record = () =>
    change.mutate(() => api.addTrim({ id: id.current, name, bought_g: figures[0] ?? 0, usable_g: figures[1] ?? 0 }), {
      onSuccess: () => {
        id.current = newId();
        setBought("");
        setLeft("");
      },
    });
  return (
    <Fold title="Record what trimming left" fontSize="sm">
      <Box mt="2">
        {names.length > 1 && (
          <Choose label="Of" value={name} onChange={setName} options={names.map((one) => [one, one] as const)} />
        )}
        <Flex gap="2" mt="2" align="end">
          <Figure label={`${name} as bought, g`} value={bought} amount="mass" onChange={setBought} />
          <Figure label="After trimming, g" value={left} amount="mass" onChange={setLeft} />
        </Flex>
        <Tap size="sm" mt="2" disabled={!ready} onClick={record}>
          Record it
        </Tap>
        {change.isSuccess && !bought && <Text mt="1">Recorded: this kitchen counts with it now.</Text>}
        {change.error && <Sentence mt="2">{change.error.message}</Sentence>}
      </Box>
    </Fold>
  );
}
