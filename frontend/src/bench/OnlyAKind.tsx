/** A word before a known food that Rheum does not know: said to be only a kind of it, remembered for the two together. */
import { Box } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { api } from "../api/client";
import { useChanged } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export function OnlyAKind({ word, food }: { word: string; food: string }) {
  const changed = useChanged();
  const say = useMutation({
    mutationFn: () => api.sayKind(word, food),
    onSuccess: (said) => changed("words", said),
  });
  return (
    <Box mt="2">
      <Tap size="sm" aria-busy={say.isPending} onClick={() => say.mutate()}>
        “{word}” is only a kind of {food}
      </Tap>
      {say.error && <Sentence mt="2">{say.error.message}</Sentence>}
    </Box>
  );
}
