/** Taking the last tap back. Where the boil hangs on it and a while has passed, it is asked first if it boiled all the while. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, Tap as Told } from "../api/client";
import { Tap } from "../parts/Tap";

interface Props {
  tap: NonNullable<Batch["state"]["last_tap"]>;
  armed: boolean;
  tell: (event: Told) => void;
}

export function TakeBack({ tap, armed, tell }: Props) {
  const [asked, setAsked] = useState<string | null>(null);
  if (tap.asks_boil && asked === tap.id)
    return (
      <Box bg="mustard.100" borderWidth="2px" borderStyle="dashed" borderColor="mustard.700" p="3">
        <Text mb="2">Did it boil all the while since? If it did not, the time begins again from zero.</Text>
        <Flex gap="2" wrap="wrap">
          <Tap aria-disabled={!armed} onClick={() => tell({ kind: "undo", of: tap.id, boiled: true })}>
            It boiled all the while
          </Tap>
          <Tap aria-disabled={!armed} onClick={() => tell({ kind: "undo", of: tap.id, boiled: false })}>
            It did not
          </Tap>
          <Tap variant="quiet" onClick={() => setAsked(null)}>
            Leave it as told
          </Tap>
        </Flex>
      </Box>
    );
  return (
    <Tap
      variant="quiet"
      size="sm"
      data-key="u"
      data-asks=""
      aria-disabled={!armed}
      onClick={() => (tap.asks_boil ? setAsked(tap.id) : tell({ kind: "undo", of: tap.id }))}
    >
      Take back: {tap.says}
    </Tap>
  );
}
