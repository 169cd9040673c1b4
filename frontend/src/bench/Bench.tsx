/** The Bench: one batch in the making, judged at every keystroke. */
import { Box, Flex, Grid, Heading, Text, useBreakpointValue } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type DragEvent, useCallback, useMemo, useRef, useState } from "react";
import { api, type Change, type Refusal } from "../api/client";
import { useJars, useKitchen } from "../api/queries";
import { type Contents, JarDrawing } from "../parts/JarDrawing";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { AcidLedger } from "./AcidLedger";
import { AsRead } from "./AsRead";
import { BeginBar } from "./BeginBar";
import { BenchTools } from "./BenchTools";
import { Margin } from "./Margin";
import { PracticeHere } from "./PracticeHere";
import { ProcessStrip } from "./ProcessStrip";
import { Sheet } from "./Sheet";
import { Slip, type SlipActions } from "./Slip";
import { Stale } from "./staleness";
import { emptyDraft, questionOf, useDraft, withChanges } from "./useDraft";
import { useVerdict } from "./useVerdict";
import { VerdictPanel } from "./VerdictPanel";
import { WayToTested } from "./WayToTested";
import { WhichFormula } from "./WhichFormula";

/** The largest file that is read; a saved page is rarely larger. */
const MOST_BYTES = 1_900_000;

/** What answers an older text is greyed, at no cost to what draws it. */
const fading = {
  // An answer usually comes within a tenth of a second: only a slower one is seen to fade, and its minutes to go.
  "& .judged": { transition: "opacity 0s" },
  "&[data-stale=true] .judged": { opacity: 0.35, pointerEvents: "none", transition: "opacity 0s 0.12s" },
  "&[data-stale=true] [data-minutes]": { visibility: "hidden", transition: "visibility 0s 0.12s" },
} as const;

export function Bench() {
  const kitchen = useKitchen().data;
  const jars = useJars().data?.jars ?? [];
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
  const latest = useRef({ draft, question, stale });
  latest.current = { draft, question, stale };
  const asked = useCallback(() => latest.current, []);
  const draftNow = useCallback(() => latest.current.draft, []);
  const questionNow = useCallback(() => latest.current.question, []);
  const sized = useCallback((text: string, says: string) => replace(() => ({ text }), says), [replace]);
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
  if (!kitchen) return null;

  const findings = verdict?.findings ?? [];
  const whole = findings.filter((finding) => finding.line === null);
  const jar = jars.find((item) => item.id === verdict?.jar?.id) ?? jars.find((item) => item.id === "pint");
  const contents: Contents = verdict?.pack === "raw" ? "whole" : "chopped";
  const lined = findings.filter((finding) => finding.line !== null);
  const lines = draft.text.split("\n");
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setDragged(false);
    const dropped = event.dataTransfer.files[0];
    if (dropped) file.mutate(dropped);
  };
  const heading = (
    <Flex justify="space-between" align="center" gap="3" mb="3" wrap="wrap">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        {draft.text
          .trim()
          .split("\n")[0]
          ?.replace(/^#+\s*/, "")
          .slice(0, 70) || "An empty sheet"}
      </Heading>
      <BenchTools
        kitchen={kitchen}
        empty={draft.text.trim() === ""}
        kept={draft.recipeId !== null}
        draftNow={draftNow}
        questionNow={questionNow}
        onSized={sized}
        onFresh={fresh}
        onOpened={onOpened}
        onKept={kept}
      />
    </Flex>
  );
  const undoTap = undoSays && (
    <Tap size="sm" variant="warn" onClick={undo} minH="11">
      Undo: {undoSays.length > 34 ? `${undoSays.slice(0, 32)}…` : undoSays}
    </Tap>
  );
  const sheet = (
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
  );
  const panel = refusal ? (
    <Sentence>{refusal}</Sentence>
  ) : verdict ? (
    <VerdictPanel verdict={verdict} stale={stale} />
  ) : (
    <Text>Reading …</Text>
  );
  const drawing = jar && verdict && (
    <JarDrawing
      jar={jar}
      headspaceMm={verdict.jar?.headspace_mm ?? verdict.headspace_wanted_mm}
      wantedMm={verdict.headspace_wanted_mm}
      contents={contents}
      height={230}
    />
  );
  const strip = (
    <ProcessStrip
      verdict={verdict}
      kitchen={kitchen}
      jars={jars}
      jarWanted={draft.jar}
      method={draft.method}
      asSet={draft.pack !== null || draft.headspaceMm !== null || draft.minutes !== null}
      onChange={change}
    />
  );
  const begin = (
    <Stale value={stale}>
      <BeginBar verdict={verdict} asked={asked} />
    </Stale>
  );
  const slips = (list: typeof findings) =>
    list.length > 0 && (
      <Flex direction="column" gap="2">
        {list.map((finding) => (
          <Slip
            key={finding.code + finding.line + finding.says}
            finding={finding}
            actions={actions}
            quote={lines[(finding.line ?? 0) - 1]}
          />
        ))}
      </Flex>
    );
  const loud = whole.filter((finding) => finding.level === "stop" || finding.level === "limit");
  const mild = whole.filter((finding) => finding.level === "caution" || finding.level === "note");
  const opened = file.error as (Refusal | Error) | null;

  return (
    <Box data-stale={stale} css={fading}>
      {heading}
      {opened && <Sentence mb="3">{opened.message}</Sentence>}
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "330px minmax(0, 1fr)" }}
        gap={{ base: 3, lg: 4 }}
        alignItems="stretch"
      >
        {panel}
        <Box className="judged">{strip}</Box>
      </Grid>
      <Box mt="2" mb={{ base: 3, lg: 4 }}>
        <Flex gap="4" justify="space-between" align="start" direction={{ base: "column", lg: "row" }}>
          <Box flex="1" minW="0" className="judged">
            {verdict && <WhichFormula verdict={verdict} onFollow={follow} />}
          </Box>
          <Flex gap="2" wrap="wrap" justify={{ lg: "end" }} maxW={{ lg: "42rem" }} align="start">
            {undoTap}
            {verdict && verdict.destination !== "shelf" && (
              <WayToTested
                verdict={verdict}
                question={question}
                stale={stale}
                onApply={apply}
                onWhole={(part, says) => replace(() => part, says)}
              />
            )}
          </Flex>
        </Flex>
        {loud.length > 0 && (
          <Box mt="2" className="judged">
            {slips(loud)}
          </Box>
        )}
      </Box>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr) 250px" }}
        gap={{ base: 4, lg: 5 }}
        alignItems="start"
      >
        <Box>
          {sheet}
          <Box className="judged">
            {verdict && <AsRead verdict={verdict} />}
            {verdict && <PracticeHere verdict={verdict} />}
          </Box>
        </Box>
        <Box className="judged">
          {wide && verdict && <Margin findings={findings} tops={tops} actions={actions} />}
          {verdict?.destination === "shelf" &&
            !stale &&
            findings.every((finding) => finding.code === "measure-assumed") && (
              <Text fontFamily="recipe" fontStyle="italic" fontSize="lg" color="shelf" mb="2">
                Every line stands as it was tested.
              </Text>
            )}
          {!wide && slips(lined)}
          <Box mt="2">{slips(mild)}</Box>
        </Box>
        <Flex direction="column" gap="4" align="stretch" className="judged">
          <Flex justify="center">{drawing}</Flex>
          {begin}
          {verdict && <AcidLedger verdict={verdict} />}
          <Text fontSize="xs" color="ink.soft">
            Follow the recipe as written; when in doubt, throw it out, unopened. For selling or giving beyond the
            household, local food codes and licensed advice decide.
          </Text>
        </Flex>
      </Grid>
    </Box>
  );
}
