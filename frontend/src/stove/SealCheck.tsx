/** For each jar, whether it sealed; and for one that did not, what to do now and what later. */
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Batch, JarStanding, Tap as Told } from "../api/client";
import { Fold } from "../parts/Fold";
import { Tap } from "../parts/Tap";

const WORDS: Record<JarStanding["state"], string> = {
  filled: "not lifted yet",
  cooling: "cooling",
  "to-check": "look at its lid",
  sealed: "sealed",
  unsealed: "not sealed",
  "unsealed-late": "not sealed",
  fridge: "in the refrigerator",
  short: "not processed long enough",
  held: "not for the shelf",
  gone: "thrown out",
  spoiled: "signs of spoilage",
};

/** A lid from above: dished when sealed, domed when not, blank before. */
function Lid({ state }: { state: JarStanding["state"] }) {
  const failed = state === "unsealed" || state === "unsealed-late" || ["short", "held", "spoiled"].includes(state);
  return (
    <svg width="44" height="44" viewBox="0 0 44 44" aria-hidden="true" fill="none" stroke="var(--chakra-colors-ink)">
      <circle
        cx="22"
        cy="22"
        r="20"
        strokeWidth="2.5"
        fill={
          state === "sealed"
            ? "var(--chakra-colors-dill-100)"
            : failed
              ? "var(--chakra-colors-beet-100)"
              : "var(--chakra-colors-whey-50)"
        }
      />
      <circle cx="22" cy="22" r="13" strokeWidth="1.2" />
      {state === "sealed" && <path d="M13 23l6 6 12-14" strokeWidth="3.5" />}
      {failed && <path d="M14 14l16 16M30 14L14 30" strokeWidth="3.5" />}
      {state === "fridge" && <path d="M22 11v22M12 17l20 10M32 17L12 27" strokeWidth="2" />}
    </svg>
  );
}

interface Props {
  batch: Batch;
  tell: (event: Told) => void;
}

/** Cloudiness asks one thing more: whether it was there from the first day, with something in the jar that clouds a brine. */
function Cloudy({ jar, reasons, tell }: { jar: number; reasons: readonly string[]; tell: (event: Told) => void }) {
  const [asked, setAsked] = useState<"no" | "asked" | "first-day">("no");
  if (asked === "no") {
    return (
      <Tap size="sm" aria-label={`Only cloudy: jar ${jar}`} onClick={() => setAsked("asked")}>
        Only cloudy
      </Tap>
    );
  }
  if (asked === "first-day") {
    return (
      <Text role="status" flexBasis="100%">
        Then it is likely {listed(reasons)}, and fit to eat while the lid is down and the pieces are firm. Look again in
        a week: a jar that clouds further, or shows a bubble, is thrown out unopened.
      </Text>
    );
  }
  return (
    <Box flexBasis="100%">
      <Text>
        Was it just as cloudy when it had cooled, and do {listed(reasons)} explain it? The other jars of the batch would
        look the same.
      </Text>
      <Flex gap="2" mt="1" wrap="wrap">
        <Tap size="sm" aria-label={`Cloudy since it cooled: jar ${jar}`} onClick={() => setAsked("first-day")}>
          Yes, since it cooled
        </Tap>
        <Tap
          size="sm"
          variant="warn"
          aria-label={`It turned cloudy, or not known: jar ${jar}`}
          onClick={() => tell({ kind: "spoiled", jar })}
        >
          It turned, or I do not know
        </Tap>
      </Flex>
    </Box>
  );
}

/** One jar told to be in the refrigerator. Where it has stood for a day, it is asked first if it has been there since. */
function ToTheRefrigerator({ jar, tell }: { jar: JarStanding; tell: (event: Told) => void }) {
  const [asked, setAsked] = useState(false);
  const moved = { kind: "moved", jar: jar.number, to: "fridge" } as const;
  if (!asked)
    return (
      <Tap size="sm" onClick={() => (jar.asks_chilled ? setAsked(true) : tell(moved))}>
        Jar {jar.number} is in the refrigerator
      </Tap>
    );
  return (
    <Box flexBasis="100%">
      <Text mb="1">{jar.asks_chilled}</Text>
      <Tap size="sm" onClick={() => tell({ ...moved, chilled: true })}>
        Jar {jar.number} has been there since
      </Tap>
    </Box>
  );
}

function listed(reasons: readonly string[]): string {
  return reasons.length > 1
    ? `${reasons.slice(0, -1).join(", ")} or ${reasons[reasons.length - 1]}`
    : (reasons[0] ?? "");
}

export function SealCheck({ batch, tell }: Props) {
  const { jars } = batch.state;
  const open = jars.filter((jar) => jar.can.includes("sealed"));
  const again = jars.filter((jar) => jar.can.includes("again")).map((jar) => jar.number);
  return (
    <Box>
      {again.length > 0 && (
        <Box mb="4" bg="mustard.100" borderWidth="2px" borderStyle="dashed" borderColor="mustard.700" p="3">
          <Text>
            {again.length === 1 ? `Jar ${again[0]} can` : `Jars ${again.join(", ")} can`} be saved today: wipe and look
            at the rim, a new lid, and the full minutes again, as a load of its own.
          </Text>
          <Tap mt="2" onClick={() => tell({ kind: "again", jars: again })}>
            {again.length === 1 ? "Process it again" : `Process these ${again.length} again`}
          </Tap>
        </Box>
      )}
      <Grid
        as="ul"
        listStyleType="none"
        templateColumns={{ base: "1fr", md: "repeat(auto-fill, minmax(320px, 1fr))" }}
        gap="2"
      >
        {jars.map((jar) => (
          <Box
            as="li"
            key={jar.number}
            bg="whey.50"
            borderWidth="2px"
            borderColor={jar.advice ? "beet.600" : "whey.300"}
            borderRadius="sm"
            p="2"
          >
            <Flex align="center" gap="3">
              <Lid state={jar.state} />
              <Box flex="1">
                <Text fontWeight="700">Jar {jar.number}</Text>
                <Text fontSize="sm" color="ink.soft">
                  {WORDS[jar.state]}
                </Text>
              </Box>
              {jar.can.includes("sealed") && (
                <>
                  <Tap
                    aria-label={`Jar ${jar.number} sealed`}
                    variant="solid"
                    onClick={() => tell({ kind: "seal", jar: jar.number, sealed: true })}
                  >
                    Sealed
                  </Tap>
                  <Tap
                    aria-label={`Jar ${jar.number} not sealed`}
                    variant="warn"
                    onClick={() => tell({ kind: "seal", jar: jar.number, sealed: false })}
                  >
                    Not
                  </Tap>
                </>
              )}
            </Flex>
            {jar.can.includes("spoiled") && (
              <Fold title="Something is wrong with it" fontSize="sm" color="ink.soft" mt="1">
                <Text mt="1">
                  Bulging or leaking, a lid that lets go, spurting, bubbles, mould, slime, an off smell, cloudiness that
                  was not there: any one of them is enough.
                </Text>
                <Flex gap="2" mt="1" wrap="wrap">
                  <Tap
                    size="sm"
                    variant="warn"
                    aria-label={`It shows one of them: jar ${jar.number}`}
                    onClick={() => tell({ kind: "spoiled", jar: jar.number })}
                  >
                    It shows one of them
                  </Tap>
                  <Cloudy jar={jar.number} reasons={batch.clouds} tell={tell} />
                </Flex>
              </Fold>
            )}
            {jar.advice && (
              <Box mt="2">
                <Text role="alert">{jar.advice}</Text>
                <Flex gap="2" mt="2" wrap="wrap">
                  {jar.can.includes("fridge") && <ToTheRefrigerator jar={jar} tell={tell} />}
                  {jar.can.includes("bin") && (
                    <Tap size="sm" onClick={() => tell({ kind: "moved", jar: jar.number, to: "bin" })}>
                      Thrown out
                    </Tap>
                  )}
                </Flex>
              </Box>
            )}
          </Box>
        ))}
      </Grid>
      {open.length > 1 && (
        <Box mt="3">
          <Text color="ink.soft">
            {open.length} jars still to look at. Press nothing: a sealed lid is dished, still, and holds the jar's
            weight. Say first of those that are not.
          </Text>
          <Tap
            mt="2"
            size="lg"
            data-key="i"
            onClick={() => tell({ kind: "seals", jars: open.map((jar) => jar.number) } as Told)}
          >
            {open.length === jars.length ? `All ${open.length} are sealed` : `The other ${open.length} are sealed`}
          </Tap>
        </Box>
      )}
    </Box>
  );
}
