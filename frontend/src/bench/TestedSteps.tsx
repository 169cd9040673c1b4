/** The tested steps, which are what is made; the page's own method folded grey beneath them, with what was heard against them marked. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Verdict } from "../api/client";
import { linesOf } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";
import { setWhole } from "./actions";
import { useVerdict } from "./verdict";

const NONE: string[] = [];
const NO_BLOCKS: Verdict["blocks"] = [];
const NO_HEARD: Verdict["method"]["heard"] = [];
/** So many steps are seen at once; the rest stands behind one press. */
const SEEN = 4;

function Steps({ steps, from }: { steps: string[]; from: number }) {
  return (
    <ol className="tested-steps" start={from}>
      {steps.map((step) => (
        <li key={step}>{step}</li>
      ))}
    </ol>
  );
}

/** On a phone the one press stands right below the verdict, before the page. */
export function SetAsideTap() {
  const heard = useVerdict((verdict) => verdict.method.heard.length > 0 && verdict.destination === "fridge") ?? false;
  if (!heard) return null;
  return (
    <Tap
      variant="solid"
      display={{ base: "flex", lg: "none" }}
      mt="2"
      w="100%"
      onClick={() => setWhole({ setAside: true }, "the page's own method")}
    >
      Make it by the tested steps
    </Tap>
  );
}

/** What was heard in the page's method, each sentence with its reason. */
export function HeardInMethod() {
  const heard = useVerdict((verdict) => verdict.method.heard) ?? NO_HEARD;
  if (heard.length === 0) return null;
  return (
    <Flex as="ul" direction="column" gap="2" mb="3" listStyleType="none" data-heard={heard.length}>
      {heard.map((one) => (
        <Box as="li" key={`${one.line} ${one.kind} ${one.text}`} borderLeftWidth="3px" borderColor="fridge" ps="2">
          <Text fontFamily="recipe" lineHeight="1.3">
            “{one.text}”
          </Text>
          <Text fontSize="sm" color="ink.soft">
            Line {one.line}. {one.says}
          </Text>
        </Box>
      ))}
    </Flex>
  );
}

export function TestedSteps() {
  const steps = useVerdict((verdict) => verdict.tested_steps) ?? NONE;
  const shown = useVerdict((verdict) => verdict.destination !== "discard" && verdict.formula !== null);
  const present = useVerdict((verdict) => verdict.method.present) ?? false;
  const aside = useVerdict((verdict) => verdict.method.set_aside) ?? false;
  const made = useVerdict((verdict) => verdict.steps === "tested") ?? false;
  const blocks = useVerdict((verdict) => verdict.blocks) ?? NO_BLOCKS;
  const text = useDraft((hold) => hold.draft.text);
  const page = useMemo(() => {
    const lines = linesOf(text);
    return blocks.filter((one) => one.role === "method").flatMap((one) => lines.slice(one.from - 1, one.to));
  }, [blocks, text]);
  if (!shown || steps.length === 0) return null;
  return (
    <Box as="section" mb="4" data-tested-steps={steps.length}>
      <Heading as="h2" fontSize="md" mb="1">
        The tested steps
      </Heading>
      <Steps steps={made ? steps.slice(0, SEEN) : NONE} from={1} />
      {(!made || steps.length > SEEN) && (
        <Fold
          title={
            made
              ? `${steps.length - SEEN} more ${steps.length - SEEN === 1 ? "step" : "steps"}`
              : `All ${steps.length} steps`
          }
        >
          <Steps steps={made ? steps.slice(SEEN) : steps} from={made ? SEEN + 1 : 1} />
        </Fold>
      )}
      {present && page.length > 0 && made && (
        <Fold title="Your page's own method: not followed">
          <Box fontFamily="recipe" color="ink.faint" whiteSpace="pre-wrap" data-page-method="">
            {page.join("\n")}
          </Box>
        </Fold>
      )}
      {aside && (
        <Tap size="sm" mt="2" onClick={() => setWhole({ setAside: false }, "made by the tested steps")}>
          Look at my page's method again
        </Tap>
      )}
    </Box>
  );
}
