/** Taking the last tap back. Where jars hang on it and a while has passed, the server asks first what they did meanwhile. */
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
  const question = tap.asks;
  if (question && asked === tap.id)
    return (
      <Box bg="mustard.100" borderWidth="2px" borderStyle="dashed" borderColor="mustard.700" p="3">
        <Text mb="2">{question.says}</Text>
        <Flex gap="2" wrap="wrap">
          <Tap aria-disabled={!armed} onClick={() => tell({ kind: "undo", of: tap.id, [question.field]: true })}>
            {question.yes}
          </Tap>
          <Tap aria-disabled={!armed} onClick={() => tell({ kind: "undo", of: tap.id, [question.field]: false })}>
            {question.no}
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
      onClick={() => (question ? setAsked(tap.id) : tell({ kind: "undo", of: tap.id }))}
    >
      Take back: {tap.says}
    </Tap>
  );
}
