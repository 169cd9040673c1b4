/** The Bench: one batch in the making, judged at every keystroke. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useCallback, useState } from "react";
import { api } from "../api/client";
import { useDraft } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { AcidLedger } from "./AcidLedger";
import { AsRead } from "./AsRead";
import { layFresh } from "./actions";
import { BeginBar } from "./BeginBar";
import { BenchTools } from "./BenchTools";
import { LoudFindings, SideFindings } from "./Findings";
import { JarHere } from "./JarHere";
import { PracticeHere } from "./PracticeHere";
import { ProcessStrip } from "./ProcessStrip";
import { SheetPart } from "./SheetPart";
import { VerdictPanel } from "./VerdictPanel";
import { useJudge, useSlow } from "./verdict";
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
  const title = useDraft((hold) => titleOf(hold.draft.text));
  return (
    <Heading as="h1" fontSize="2xl" fontWeight="700">
      {title}
    </Heading>
  );
}

function UndoTap() {
  const says = useDraft((hold) => hold.past.at(-1)?.says ?? null);
  if (!says) return null;
  return (
    <Tap size="sm" variant="warn" onClick={useDraft.getState().undo} minH="11">
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
      <Flex justify="space-between" align="center" gap="3" mb="3" wrap="wrap">
        <Title />
        <BenchTools onOpened={open} />
      </Flex>
      {file.error && <Sentence mb="3">{file.error.message}</Sentence>}
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "330px minmax(0, 1fr)" }}
        gap={{ base: 3, lg: 4 }}
        alignItems="stretch"
      >
        <VerdictPanel />
        <div className="judged">
          <ProcessStrip />
        </div>
      </Grid>
      <Box mt="2" mb={{ base: 3, lg: 4 }}>
        <Flex gap="4" justify="space-between" align="start" direction={{ base: "column", lg: "row" }}>
          <Box flex="1" minW="0" className="judged">
            <WhichFormula />
          </Box>
          <Flex gap="2" wrap="wrap" justify={{ lg: "end" }} maxW={{ lg: "42rem" }} align="start">
            <UndoTap />
            <WayToTested />
          </Flex>
        </Flex>
        <LoudFindings />
      </Box>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr) 250px" }}
        gap={{ base: 4, lg: 5 }}
        alignItems="start"
      >
        <div>
          <SheetPart onOpened={open} onLines={onLines} />
          <div className="judged">
            <AsRead />
            <PracticeHere />
          </div>
        </div>
        <SideFindings tops={tops} />
        <Flex direction="column" gap="4" align="stretch" className="judged">
          <JarHere />
          <BeginBar />
          <AcidLedger />
          {CAUTION}
        </Flex>
      </Grid>
    </Judged>
  );
}
