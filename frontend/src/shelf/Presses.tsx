/** What can be said of one jar or of several: a press each; to whom, where, or a note are asked in place. */
import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import type { useJarTell } from "./useJarTell";
import { type Happened, PRESSES } from "./words";

interface Props {
  jars: [string, number][];
  state: string;
  /** A mate was found wrong: what was seen is said before it is opened. */
  look: boolean;
  by: ReturnType<typeof useJarTell>;
}

const ASKS = { to: "To whom?", where: "Where does it stand now?", note: "What is to be remembered?" } as const;
/** In these states something may be found wrong with a jar, wherever it is. */
const WRONG = ["closed", "opened", "given", "missing"];
const LOOKED = "looked at: lid down, no gas, no leak, no cloud";

export function Presses({ jars, state, look, by }: Props) {
  const [asking, setAsking] = useState<{ kind: Happened; asks: keyof typeof ASKS } | null>(null);
  const [words, setWords] = useState("");
  const one = jars.length === 1 ? jars[0] : undefined;
  const many = jars.length > 1 ? `${jars.length} jars: ` : "";
  const say = (kind: Happened, to = "", note = "") => {
    by.tell({ kind, jars, to, note });
    setAsking(null);
    setWords("");
  };
  const asked = asking && (
    <Flex gap="2" wrap="wrap" align="end" mt="2">
      <Box>
        <Text fontSize="sm">{ASKS[asking.asks]}</Text>
        <Input
          aria-label={ASKS[asking.asks]}
          autoFocus
          w="16rem"
          maxLength={asking.asks === "note" ? 400 : 80}
          bg="whey.50"
          borderColor="ink"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && words.trim() && answer()}
        />
      </Box>
      <Tap size="sm" variant="solid" disabled={words.trim() === ""} onClick={() => answer()}>
        So it is
      </Tap>
      <Tap size="sm" variant="quiet" onClick={() => setAsking(null)}>
        Never mind
      </Tap>
    </Flex>
  );
  function answer() {
    if (!asking) return;
    const note = asking.asks === "note" ? words : asking.kind === "given" && look ? LOOKED : "";
    say(asking.kind, asking.asks === "note" ? "" : words, note);
  }
  return (
    <Box>
      {look && (
        <Sentence mb="2">
          A jar of this batch was found wrong. Look at this one before it is opened or given: lid down, no gas, no leak,
          no cloud that was not there. {state === "given" ? "Tell whoever has it. " : ""}If anything is wrong, press
          “Something is wrong”.
        </Sentence>
      )}
      <Flex gap="2" wrap="wrap">
        {(PRESSES[state] ?? []).map(([kind, word, asks], at) => (
          <Tap
            key={kind}
            size="sm"
            variant={at === 0 && !asks ? "solid" : "outline"}
            aria-label={`${many}${word}`}
            onClick={() => (asks ? setAsking({ kind, asks }) : say(kind, "", kind === "opened" && look ? LOOKED : ""))}
          >
            {look && (kind === "opened" || kind === "given") ? `Looked at, all well: ${word.toLowerCase()}` : word}
          </Tap>
        ))}
        {look && (
          <Tap size="sm" aria-label={`${many}Looked at, all well`} onClick={() => say("looked", "", LOOKED)}>
            Looked at, all well
          </Tap>
        )}
        <Tap size="sm" aria-label={`${many}Note …`} onClick={() => setAsking({ kind: "noted", asks: "note" })}>
          Note …
        </Tap>
        {["closed", "given", "missing"].includes(state) && (
          <Tap size="sm" variant="warn" aria-label={`${many}Found unsealed`} onClick={() => say("unsealed")}>
            Found unsealed
          </Tap>
        )}
        {WRONG.includes(state) && (
          <Tap size="sm" variant="warn" aria-label={`${many}Spoiled`} onClick={() => say("spoiled")}>
            Spoiled
          </Tap>
        )}
        {one && WRONG.includes(state) && (
          <Tap asChild size="sm" variant="warn">
            <RouterLink to={`/shelf/${one[0]}/${one[1]}/wrong`}>Something is wrong …</RouterLink>
          </Tap>
        )}
        {["closed", "opened"].includes(state) && (
          <Tap size="sm" variant="quiet" aria-label={`${many}Not found`} onClick={() => say("missing")}>
            Not found
          </Tap>
        )}
      </Flex>
      {asked}
      {by.error && <Sentence mt="2">{by.error.message}</Sentence>}
      {by.last && (
        <Tap size="sm" variant="quiet" mt="2" data-key="u" onClick={() => by.undo()}>
          Take that back
        </Tap>
      )}
    </Box>
  );
}
