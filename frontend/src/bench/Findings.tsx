/** The findings as slips: those of the whole by how serious they are, those of a line in the margin or, on a phone, in a row. */
import { Box, Flex, Text, useBreakpointValue } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Finding } from "../api/client";
import { linesOf } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { Fold } from "../parts/Fold";
import { InTheWay } from "./InTheWay";
import { Margin } from "./Margin";
import { keyOf, Slip } from "./Slip";
import { HeardInMethod, TestedSteps } from "./TestedSteps";
import { ThreeWays } from "./ThreeWays";
import { useTypedLine } from "./typing";
import { useStale, useVerdict } from "./verdict";

const NONE: Finding[] = [];

const useFindings = () => useVerdict((verdict) => verdict.findings) ?? NONE;

function Slips({ list, lines }: { list: Finding[]; lines?: string[] }) {
  if (list.length === 0) return null;
  return (
    <Flex direction="column" gap="2">
      {list.map((finding, index) => (
        <Slip key={keyOf(list, index)} finding={finding} quote={lines?.[(finding.line ?? 0) - 1]} />
      ))}
    </Flex>
  );
}

/** In a row, each with the line that it speaks of: for a screen without a margin. */
function InARow({ list }: { list: Finding[] }) {
  const text = useDraft((hold) => hold.draft.text);
  return <Slips list={list} lines={linesOf(text)} />;
}

export function SideFindings({ tops }: { tops: number[] }) {
  const all = useFindings();
  const asTested = useVerdict((verdict) => verdict.as_tested);
  const stale = useStale();
  const wide = useBreakpointValue({ base: false, lg: true }, { ssr: false });
  const typed = useTypedLine();
  const shown = useMemo(() => all.filter((one) => one.line === null || one.line !== typed), [all, typed]);
  const lined = useMemo(() => shown.filter((one) => one.line !== null && one.turn === null), [shown]);
  const mild = useMemo(() => all.filter((one) => one.line === null && one.turn === null), [all]);
  const barred = shown.some((one) => one.turn !== null);
  const rest = lined.length + mild.length;
  return (
    <div className="judged">
      <ThreeWays />
      <InTheWay all={shown} />
      <HeardInMethod />
      {wide && !barred && <Margin findings={lined} tops={tops} />}
      {asTested && !stale && (
        <Text fontFamily="recipe" fontStyle="italic" fontSize="lg" color="shelf" mb="2">
          Every line stands as it was tested.
        </Text>
      )}
      <TestedSteps />
      {barred ? (
        rest > 0 && (
          <Fold title={`${rest} more ${rest === 1 ? "thing" : "things"} to know`}>
            <InARow list={[...lined, ...mild]} />
          </Fold>
        )
      ) : (
        <>
          {!wide && <InARow list={lined} />}
          <Box mt="2">
            <Slips list={mild} />
          </Box>
        </>
      )}
    </div>
  );
}
