/** The acid ledger as a picture: who brings acid, who takes it up, the brine against the formula's, the pH band. Mol are drawn,
 *  not written: what matters is who is large. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { PhBand } from "./PhBand";
import { useVerdict } from "./verdict";

interface Bar {
  line: number;
  name: string;
  mol: number;
}

/** The largest few; one line may hold several things, so each is called by its own name. */
function bars(list: readonly { line: number; mol: number; name?: string }[]): Bar[] {
  return [...list]
    .sort((a, b) => b.mol - a.mol)
    .slice(0, 5)
    .map((one) => ({ ...one, name: one.name || `line ${one.line}` }));
}

export function AcidLedger() {
  const acid = useVerdict((verdict) => verdict.acid);
  const barred = useVerdict((verdict) => verdict.worst !== null);
  if (!acid) return null;
  const brought = bars(acid.brought);
  const taken = bars(acid.taken_up);
  const most = Math.max(...brought.map((one) => one.mol), ...taken.map((one) => one.mol), 0.001);
  const low = acid.ph !== null && acid.ph.high < acid.target_ph;
  return (
    <Box as="section" aria-label="Acid ledger" data-ledger="">
      <Text as="h3" fontWeight="700" mb="1">
        Acid
      </Text>
      <Side title="brings it" list={brought} most={most} empty="nothing here brings acid" />
      <Side
        title="takes it up"
        list={taken}
        most={most}
        empty={acid.ph === null ? "not reckoned until every line is understood" : "nothing measured takes it up"}
      />
      {acid.brine_percent !== null && (
        <Brine here={acid.brine_percent} formula={acid.formula_brine_percent} short={acid.brine_short} />
      )}
      <Box mt="3">
        <PhBand acid={acid} />
      </Box>
      <Text fontSize="xs" color="ink.soft" mt="1">
        {barred && low
          ? "The estimate looks sour enough, and lifts nothing: it does not know how fast acid and heat reach the middle of this jar. Only a tested formula does."
          : "An estimate can lower the verdict, never lift it: it does not know how acid and heat reach the middle of the jar."}
      </Text>
    </Box>
  );
}

function Side({ title, list, most, empty }: { title: string; list: Bar[]; most: number; empty: string }) {
  return (
    <Box mb="2">
      <Text fontSize="xs" color="ink.faint">
        {title}
      </Text>
      {list.length === 0 && <Text fontSize="sm">{empty}</Text>}
      <ul className="acid-bars" data-side={title}>
        {list.map((one) => (
          <li key={`${one.line} ${one.name} ${one.mol}`}>
            <p title={one.name}>{one.name}</p>
            <div
              style={{ width: `${Math.max(2, (one.mol / most) * 100).toFixed(1)}%` }}
              role="img"
              aria-label={`${one.mol.toFixed(2)} mol`}
            />
          </li>
        ))}
      </ul>
    </Box>
  );
}

/** Brine against the formula's: two rulers of the same length, 0 to 5 %. */
function Brine({ here, formula, short }: { here: number; formula: number | null; short: boolean }) {
  const place = (percent: number) => `${Math.min(100, (percent / 5) * 100).toFixed(1)}%`;
  return (
    <Box mt="2">
      <Text fontSize="xs" color={short ? "frost.700" : "ink.faint"} fontWeight={short ? 700 : 400}>
        brine {here.toFixed(2)} % acid{formula !== null ? `, the formula's ${formula.toFixed(2)} %` : ""}
      </Text>
      <Box position="relative" h="16px" bg="whey.200" borderWidth="1px" borderColor="whey.400" aria-hidden="true">
        <Box h="100%" w={place(here)} bg="brine.300" borderRightWidth="2px" borderColor="ink" />
        {formula !== null && (
          <Box
            position="absolute"
            top="-4px"
            bottom="-4px"
            left={place(formula)}
            borderLeftWidth="3px"
            borderColor="ink"
            borderStyle="dotted"
          />
        )}
      </Box>
      <Flex justify="space-between" fontSize="2xs" color="ink.faint" aria-hidden="true">
        <span>water</span>
        <span>5 % vinegar</span>
      </Flex>
    </Box>
  );
}
