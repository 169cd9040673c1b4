/** The Bench: one batch in the making, judged at every keystroke. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useCallback, useState } from "react";
import { api } from "../api/client";
import { AlsoThere } from "../draft/AlsoThere";
import { EXAMPLE } from "../draft/draft";
import { useBenchOther } from "../draft/useBenchFollows";
import { useDraft } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { AcidLedger } from "./AcidLedger";
import { AsRead } from "./AsRead";
import { layFresh } from "./actions";
import { BeginBar } from "./BeginBar";
import { BenchTools } from "./BenchTools";
import { SideFindings } from "./Findings";
import { JarHere } from "./JarHere";
import { NextTimeHere } from "./NextTimeHere";
import { PracticeHere } from "./PracticeHere";
import { ProcessStrip } from "./ProcessStrip";
import { SheetPart } from "./SheetPart";
import { SetAsideTap } from "./TestedSteps";
import { VerdictPanel } from "./VerdictPanel";
import { useJudge, useSlow, useVerdict } from "./verdict";
import { WayToTested } from "./WayToTested";
import { WhichFormula } from "./WhichFormula";

/** The largest file that is read; a saved page is rarely larger. */
const MOST_BYTES = 1_900_000;

const CAUTION = (
  <Text fontSize="xs" color="ink.soft">
    Follow the recipe as written; when in doubt, throw it out, unopened. For selling or giving beyond the household,
    local food codes and licensed advice decide.
  </Text>
);

const titleOf = (text: string) =>
  text
    .trim()
    .split("\n")[0]
    ?.replace(/^#+\s*/, "")
    .slice(0, 70) || "An empty sheet";

function Title() {
  // A page may begin with where it stands on a site: the title is what was heard as one, as long as it stands in the text.
  const heard = useVerdict((verdict) => verdict.title);
  const title = useDraft((hold) => (heard && hold.draft.text.includes(heard) ? heard : titleOf(hold.draft.text)));
  const formula = useDraft((hold) => hold.draft.formulaId ?? "");
  const other = useBenchOther((bench) => bench.other);
  const example = useDraft((hold) => hold.draft.text === EXAMPLE);
  return (
    <Box>
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        {title}
      </Heading>
      <AlsoThere other={other} />
      {!example && <NextTimeHere title={title} formula={formula} />}
      {example && (
        <Text fontSize="sm" color="ink.soft">
          An example, with two things wrong. Paste your own recipe over it.
        </Text>
      )}
    </Box>
  );
}

/** What somebody at the table may not be able to eat. */
function Allergens() {
  const allergens = useVerdict((verdict) => verdict.allergens) ?? NONE;
  if (allergens.length === 0) return null;
  return (
    <Text fontSize="sm" my="2" data-allergens={allergens.length}>
      <b>Allergens:</b> {allergens.join(", ")}
    </Text>
  );
}

const NONE: string[] = [];

function UndoTap() {
  const says = useDraft((hold) => hold.past.at(-1)?.says ?? null);
  if (!says) return null;
  return (
    <Tap data-key="u" size="sm" variant="warn" onClick={useDraft.getState().undo} minH="11">
      Undo: {says.length > 34 ? `${says.slice(0, 32)}…` : says}
    </Tap>
  );
}

/** Judges the draft, and fades what is on the screen while that takes long. */
function Judged({ children }: { children: ReactNode }) {
  useJudge();
  return <div data-slow={useSlow()}>{children}</div>;
}

export function Bench() {
  const [tops, setTops] = useState<number[]>([]);
  const onLines = useCallback(
    (found: number[]) =>
      setTops((now) => (now.length === found.length && now.every((top, index) => top === found[index]) ? now : found)),
    [],
  );
  const file = useMutation({
    mutationFn: async (opened: File) => {
      if (opened.size > MOST_BYTES) throw new Error("This file is too large to be a recipe.");
      return api.readFile(opened.name, await opened.text());
    },
    onSuccess: (read) => layFresh(read.text, "the recipe before the file"),
  });
  const { mutate: open } = file;
  return (
    <Judged>
      <Box className="bench">
        <div className="bench-title">
          <Title />
          <div className="bench-tools">
            <BenchTools onOpened={open} />
          </div>
        </div>
        {file.error && <Sentence mb="3">{file.error.message}</Sentence>}
        <div className="bench-head">
          <div>
            <VerdictPanel />
            <SetAsideTap />
          </div>
          <div className="bench-strip judged">
            <ProcessStrip />
          </div>
        </div>
        <div className="bench-loud">
          <Flex gap="4" justify="space-between" align="start" direction={{ base: "column", lg: "row" }}>
            <Box flex="1" minW="0" className="judged">
              <WhichFormula />
            </Box>
            <Flex gap="2" wrap="wrap" justify={{ lg: "end" }} maxW={{ lg: "42rem" }} align="start">
              <UndoTap />
              <WayToTested />
            </Flex>
          </Flex>
        </div>
        <div className="bench-body">
          <div className="bench-sheet">
            <SheetPart onOpened={open} onLines={onLines} />
            <div className="judged">
              <AsRead />
              <PracticeHere />
            </div>
          </div>
          <div className="bench-side">
            <SideFindings tops={tops} />
          </div>
          <div className="bench-right judged">
            <JarHere />
            <BeginBar />
            <AcidLedger />
            <Allergens />
            {CAUTION}
          </div>
        </div>
      </Box>
    </Judged>
  );
}
