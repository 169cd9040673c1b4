/** The Bench: one batch in the making, judged at every keystroke. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useCallback, useMemo, useState } from "react";
import { useJars, useKitchen } from "../api/queries";
import { type Contents, JarDrawing } from "../parts/JarDrawing";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { AsRead } from "./AsRead";
import { BeginBar } from "./BeginBar";
import { FormulaChooser } from "./FormulaChooser";
import { Margin } from "./Margin";
import { PhBand } from "./PhBand";
import { ProcessStrip } from "./ProcessStrip";
import { Sheet } from "./Sheet";
import { Slip } from "./Slip";
import { type Draft, EXAMPLE, questionOf, useDraft } from "./useDraft";
import { useVerdict } from "./useVerdict";
import { Against, VerdictPanel } from "./VerdictPanel";

export function Bench() {
  const kitchen = useKitchen().data;
  const jars = useJars().data?.jars ?? [];
  const [draft, setDraft] = useDraft();
  const [before, setBefore] = useState<Draft | null>(null);
  const [tops, setTops] = useState<number[]>([]);
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
  if (!kitchen) return null;

  const findings = verdict?.findings ?? [];
  const whole = findings.filter((finding) => finding.line === null);
  const jar = jars.find((item) => item.id === verdict?.jar?.id) ?? jars.find((item) => item.id === "pint");
  const contents: Contents = verdict?.pack === "raw" ? "whole" : "chopped";
  const replaceText = (text: string) => {
    setBefore(draft);
    setDraft({ text, jar: null, formulaId: null, method: "bath" });
  };
  const lined = findings.filter((finding) => finding.line !== null);
  const lines = draft.text.split("\n");
  const heading = (
    <Flex justify="space-between" align="center" gap="3" mb="3" wrap="wrap">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        {draft.text.trim().split("\n")[0]?.slice(0, 70) || "An empty sheet"}
      </Heading>
      <Flex gap="2" wrap="wrap">
        {before && (
          <Tap
            size="sm"
            variant="warn"
            onClick={() => {
              setDraft(before);
              setBefore(null);
            }}
          >
            Put my text back
          </Tap>
        )}
        <FormulaChooser kitchen={kitchen} onChoose={replaceText} />
        <Tap size="sm" onClick={() => replaceText("")}>
          Clear the sheet
        </Tap>
        {draft.text !== EXAMPLE && draft.text.trim() === "" && (
          <Tap size="sm" onClick={() => replaceText(EXAMPLE)}>
            Try an example
          </Tap>
        )}
      </Flex>
    </Flex>
  );
  const sheet = (
    <Sheet
      text={draft.text}
      findings={findings}
      stale={stale}
      onChange={(text) => setDraft({ text })}
      onLines={onLines}
    />
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
      faded={stale}
      height={270}
    />
  );
  const strip = (
    <ProcessStrip verdict={verdict} stale={stale} kitchen={kitchen} jars={jars} draft={draft} onChange={setDraft} />
  );
  const begin = <BeginBar verdict={verdict} stale={stale} question={question} />;
  const slips = (list: typeof findings) =>
    list.length > 0 && (
      <Flex direction="column" gap="2">
        {list.map((finding) => (
          <Slip
            key={finding.code + finding.line + finding.says}
            finding={finding}
            stale={stale}
            quote={lines[(finding.line ?? 0) - 1]}
          />
        ))}
      </Flex>
    );
  const loud = whole.filter((finding) => finding.level === "stop" || finding.level === "limit");
  const mild = whole.filter((finding) => finding.level === "caution" || finding.level === "note");
  const ph = verdict && <PhBand acid={verdict.acid} stale={stale} />;

  return (
    <>
      {heading}
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "330px minmax(0, 1fr)" }}
        gap={{ base: 3, lg: 4 }}
        alignItems="stretch"
      >
        {panel}
        {strip}
      </Grid>
      <Box mt="2" mb={{ base: 3, lg: 4 }}>
        {verdict && <Against verdict={verdict} stale={stale} />}
        {loud.length > 0 && <Box mt="2">{slips(loud)}</Box>}
      </Box>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr) 250px" }}
        gap={{ base: 4, lg: 5 }}
        alignItems="start"
      >
        <Box>
          {sheet}
          {verdict && <AsRead verdict={verdict} stale={stale} />}
        </Box>
        <Box>
          <Box display={{ base: "none", lg: "block" }}>
            {verdict && <Margin findings={findings} tops={tops} stale={stale} />}
          </Box>
          {verdict?.destination === "shelf" &&
            !stale &&
            findings.every((finding) => finding.code === "measure-assumed") && (
              <Text fontFamily="recipe" fontStyle="italic" fontSize="lg" color="shelf" mb="2">
                Every line stands as it was tested.
              </Text>
            )}
          <Box display={{ base: "block", lg: "none" }}>{slips(lined)}</Box>
          <Box mt="2">{slips(mild)}</Box>
        </Box>
        <Flex direction="column" gap="4" align="stretch">
          <Flex justify="center">{drawing}</Flex>
          {begin}
          {ph}
          <Text fontSize="xs" color="ink.soft">
            Follow the recipe as written; when in doubt, throw it out, unopened. For selling or giving beyond the
            household, local food codes and licensed advice decide.
          </Text>
        </Flex>
      </Grid>
    </>
  );
}
