/** What keeps a batch from being begun: what is short, with a way to begin all the same; or why it was refused. */
import { Text } from "@chakra-ui/react";
import type { Beginning } from "../api/useBegin";
import { Sentence } from "./Sentence";
import { Tap } from "./Tap";

export function BeginAsked({ begin, ...rest }: { begin: Beginning; mt?: string; mb?: string }) {
  const { error, variables } = begin;
  if (!error) return null;
  if (error.short.length === 0 || !variables) return <Sentence {...rest}>{error.message}</Sentence>;
  return (
    <Sentence {...rest}>
      <Text fontWeight="650">Before you begin:</Text>
      {error.short.map((says) => (
        <Text key={says} data-short>
          {says}
        </Text>
      ))}
      <Tap size="sm" mt="2" onClick={() => begin.mutate({ ...variables, short_known: true })}>
        Begin all the same
      </Tap>
    </Sentence>
  );
}
