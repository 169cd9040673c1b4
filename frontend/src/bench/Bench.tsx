/** The Bench: one batch in the making, judged at every keystroke. */
import { Box, Flex, Grid, Heading, Text, useBreakpointValue } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type DragEvent, memo, useCallback, useMemo, useRef, useState } from "react";
import { api, type Change, type Finding, type Jar, type Refusal } from "../api/client";
import { useJars, useKitchen } from "../api/queries";
import { JarDrawing } from "../parts/JarDrawing";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { AcidLedger } from "./AcidLedger";
import { AsRead } from "./AsRead";
import { BeginBar } from "./BeginBar";
import { BenchTools } from "./BenchTools";
import { drawnFrom } from "./drawnFrom";
import { Judging } from "./judging";
import { Margin } from "./Margin";
import { PracticeHere } from "./PracticeHere";
import { ProcessStrip } from "./ProcessStrip";
import { Sheet } from "./Sheet";
import { keyOf, Slip, type SlipActions } from "./Slip";
import { type Draft, emptyDraft, questionOf, useDraft, withChanges } from "./useDraft";
import { useSlow, useVerdict } from "./useVerdict";
import { VerdictPanel } from "./VerdictPanel";
import { WayToTested } from "./WayToTested";
import { WhichFormula } from "./WhichFormula";

/** The largest file that is read; a saved page is rarely larger. */
const MOST_BYTES = 1_900_000;

const NONE: Finding[] = [];
const NO_JARS: Jar[] = [];
const LOUD: readonly string[] = ["stop", "limit"];

/** The findings as they are shown: those of a line, and those of the whole by how serious they are. */
const inOrder = (all: Finding[]) => {
  const whole = all.filter((finding) => finding.line === null);
  return {
    all,
    lined: all.filter((finding) => finding.line !== null),
    loud: whole.filter((finding) => LOUD.includes(finding.level)),
    mild: whole.filter((finding) => !LOUD.includes(finding.level)),
  };
};

/** A list of slips; `text` gives each the line that it speaks of, where it does not stand beside it. */
const Slips = memo(function Slips({ list, actions, text }: { list: Finding[]; actions: SlipActions; text?: string }) {
  if (list.length === 0) return null;
  const lines = text?.split("\n");
  return (
    <Flex direction="column" gap="2">
      {list.map((finding, index) => (
        <Slip key={keyOf(list, index)} finding={finding} actions={actions} quote={lines?.[(finding.line ?? 0) - 1]} />
      ))}
    </Flex>
  );
});

/** The jar as it will be filled. */
const Filled = drawnFrom(
  "jar",
  "headspace_wanted_mm",
  "pack",
)<{ jar?: Jar }>(function Filled({ verdict, jar }) {
  return (
    <Flex justify="center">
      {jar && verdict && (
        <JarDrawing
          jar={jar}
          headspaceMm={verdict.jar?.headspace_mm ?? verdict.headspace_wanted_mm}
          wantedMm={verdict.headspace_wanted_mm}
          contents={verdict.pack === "raw" ? "whole" : "chopped"}
          height={230}
        />
      )}
    </Flex>
  );
});

const CAUTION = (
  <Text fontSize="xs" color="ink.soft">
    Follow the recipe as written; when in doubt, throw it out, unopened. For selling or giving beyond the household,
    local food codes and licensed advice decide.
  </Text>
);

const Title = memo(function Title({ says }: { says: string }) {
  return (
    <Heading as="h1" fontSize="2xl" fontWeight="700">
      {says}
    </Heading>
  );
});

const titleOf = (text: string) =>
  text
    .trim()
    .split("\n")[0]
    ?.replace(/^#+\s*/, "")
    .slice(0, 70) || "An empty sheet";

export function Bench() {
  const kitchen = useKitchen().data;
  const jars = useJars().data?.jars ?? NO_JARS;
  const { draft, change, replace, undo, undoSays } = useDraft();
  const [tops, setTops] = useState<number[]>([]);
  const [dragged, setDragged] = useState(false);
  const wide = useBreakpointValue({ base: false, lg: true }, { ssr: false });
  const onLines = useCallback(
    (found: number[]) =>
      setTops((now) => (now.length === found.length && now.every((top, index) => top === found[index]) ? now : found)),
    [],
  );
  const question = useMemo(
    () => questionOf(draft, { value: kitchen?.altitude ?? 0, unit: kitchen?.altitude_unit ?? "m" }, kitchen?.measures),
    [draft, kitchen?.altitude, kitchen?.altitude_unit, kitchen?.measures],
  );
  const { verdict, stale, refusal } = useVerdict(question);
  const slow = useSlow(stale);
  const asking = useMemo(() => ({ question, stale }), [question, stale]);
  const latest = useRef({ draft, question, stale });
  latest.current = { draft, question, stale };
  const asked = useCallback(() => latest.current, []);
  const draftNow = useCallback(() => latest.current.draft, []);
  const fresh = useCallback((text: string, says: string) => replace(() => emptyDraft(text), says), [replace]);
  // A remedy answers the text that was judged: while a newer one is read, its changes would land on other lines.
  const apply = useCallback(
    (changes: readonly Change[], says: string) => {
      if (!latest.current.stale) replace((now) => withChanges(now, changes), says);
    },
    [replace],
  );
  const follow = useCallback(
    (formulaId: string | null, title: string) =>
      replace(() => ({ formulaId }), formulaId ? `following ${title}` : `no longer following ${title}`),
    [replace],
  );
  const kept = useCallback((recipeId: string) => change({ recipeId }), [change]);
  const typed = useCallback((text: string) => change({ text }), [change]);
  const toPlace = verdict?.to_place;
  const actions: SlipActions = useMemo(() => ({ onApply: apply, toPlace: toPlace ?? [] }), [apply, toPlace]);
  const file = useMutation({
    mutationFn: async (opened: File) => {
      if (opened.size > MOST_BYTES) throw new Error("This file is too large to be a recipe.");
      return api.readFile(opened.name, await opened.text());
    },
    onSuccess: (read) => fresh(read.text, "the recipe before the file"),
  });
  const { mutate: readFile } = file;
  const onOpened = useCallback((opened: File) => readFile(opened), [readFile]);
  const whole = useCallback((part: Partial<Draft>, says: string) => replace(() => part, says), [replace]);
  const all = verdict?.findings ?? NONE;
  const sorted = useMemo(() => inOrder(all), [all]);
  if (!kitchen) return null;

  const findings = sorted.all;
  const jar = jars.find((item) => item.id === verdict?.jar?.id) ?? jars.find((item) => item.id === "pint");
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setDragged(false);
    const dropped = event.dataTransfer.files[0];
    if (dropped) file.mutate(dropped);
  };
  const opened = file.error as (Refusal | Error) | null;
  const asTested =
    verdict?.destination === "shelf" && !stale && findings.every((finding) => finding.code === "measure-assumed");

  return (
    <Judging value={asking}>
      <div data-slow={slow}>
        <Flex justify="space-between" align="center" gap="3" mb="3" wrap="wrap">
          <Title says={titleOf(draft.text)} />
          <BenchTools
            kitchen={kitchen}
            empty={draft.text.trim() === ""}
            kept={draft.recipeId !== null}
            draftNow={draftNow}
            onFresh={fresh}
            onOpened={onOpened}
            onKept={kept}
          />
        </Flex>
        {opened && <Sentence mb="3">{opened.message}</Sentence>}
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", lg: "330px minmax(0, 1fr)" }}
          gap={{ base: 3, lg: 4 }}
          alignItems="stretch"
        >
          {refusal ? (
            <Sentence>{refusal}</Sentence>
          ) : verdict ? (
            <VerdictPanel verdict={verdict} stale={stale} />
          ) : (
            <Text>Reading …</Text>
          )}
          <div className="judged">
            <ProcessStrip
              verdict={verdict}
              kitchen={kitchen}
              jars={jars}
              jarWanted={draft.jar}
              method={draft.method}
              asSet={draft.pack !== null || draft.headspaceMm !== null || draft.minutes !== null}
              onChange={change}
            />
          </div>
        </Grid>
        <Box mt="2" mb={{ base: 3, lg: 4 }}>
          <Flex gap="4" justify="space-between" align="start" direction={{ base: "column", lg: "row" }}>
            <Box flex="1" minW="0" className="judged">
              <WhichFormula verdict={verdict} onFollow={follow} />
            </Box>
            <Flex gap="2" wrap="wrap" justify={{ lg: "end" }} maxW={{ lg: "42rem" }} align="start">
              {undoSays && (
                <Tap size="sm" variant="warn" onClick={undo} minH="11">
                  Undo: {undoSays.length > 34 ? `${undoSays.slice(0, 32)}…` : undoSays}
                </Tap>
              )}
              {verdict && verdict.destination !== "shelf" && (
                <WayToTested verdict={verdict} onApply={apply} onWhole={whole} />
              )}
            </Flex>
          </Flex>
          {sorted.loud.length > 0 && (
            <Box mt="2" className="judged">
              <Slips list={sorted.loud} actions={actions} />
            </Box>
          )}
        </Box>
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr) 250px" }}
          gap={{ base: 4, lg: 5 }}
          alignItems="start"
        >
          <div>
            <Box
              onDragOver={(event) => {
                event.preventDefault();
                setDragged(true);
              }}
              onDragLeave={() => setDragged(false)}
              onDrop={drop}
              outline={dragged ? "4px dashed" : undefined}
              outlineColor="mustard.700"
              outlineOffset="4px"
              data-drop=""
            >
              <Sheet text={draft.text} findings={findings} stale={stale} onChange={typed} onLines={onLines} />
            </Box>
            <div className="judged">
              <AsRead verdict={verdict} />
              <PracticeHere verdict={verdict} />
            </div>
          </div>
          <div className="judged">
            {wide && verdict && <Margin findings={findings} tops={tops} actions={actions} />}
            {asTested && (
              <Text fontFamily="recipe" fontStyle="italic" fontSize="lg" color="shelf" mb="2">
                Every line stands as it was tested.
              </Text>
            )}
            {!wide && <Slips list={sorted.lined} actions={actions} text={draft.text} />}
            <Box mt="2">
              <Slips list={sorted.mild} actions={actions} />
            </Box>
          </div>
          <Flex direction="column" gap="4" align="stretch" className="judged">
            <Filled verdict={verdict} jar={jar} />
            <BeginBar verdict={verdict} asked={asked} />
            <AcidLedger verdict={verdict} />
            {CAUTION}
          </Flex>
        </Grid>
      </div>
    </Judging>
  );
}
