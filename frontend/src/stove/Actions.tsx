/** What can be said now, the big one first. Some is asked about before it is told: how long ago, why, or if it is meant. */
import { Box, Flex, Input, Link, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Link as RouterLink } from "react-router";
import type { Batch, RunAction, Tap as Told } from "../api/client";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

interface Props {
  batch: Batch;
  actions: readonly RunAction[];
  armed: boolean;
  tell: (event: Told) => void;
  /** Whether the big one takes the focus when its moment comes. */
  focus?: boolean;
}

const AGO = [5, 10, 20, 30, 60];
const LONG = [30, 60, 180, 720];

const told = (action: RunAction, more: object = {}) =>
  ({
    kind: action.kind,
    ...(action.load === null ? {} : { load: action.load }),
    ...(action.step === null ? {} : { step: action.step }),
    ...(action.task === null ? {} : { task: action.task, how: action.how }),
    ...(action.early ? { early: true } : {}),
    ...(action.chilled ? { chilled: true } : {}),
    ...more,
  }) as Told;

function Asked({ children }: { children: React.ReactNode }) {
  return (
    <Box bg="mustard.100" borderWidth="2px" borderStyle="dashed" borderColor="mustard.700" p="3">
      {children}
    </Box>
  );
}

/** So many minutes: a press for the usual ones, a figure for the rest. How long ago it began; or how long it takes, where its text does
 *  not say. */
function Minutes({ ago, onSay, onLeave }: { ago: boolean; onSay: (minutes: number) => void; onLeave: () => void }) {
  const [minutes, setMinutes] = useState("");
  const figure = Number(minutes.replace(",", "."));
  return (
    <Asked>
      <Text mb="2">{ago ? "How many minutes ago?" : "For how many minutes? Its text does not say."}</Text>
      <Flex gap="2" wrap="wrap" align="center">
        {(ago ? AGO : LONG).map((usual) => (
          <Tap key={usual} aria-label={`${usual} minutes${ago ? " ago" : ""}`} onClick={() => onSay(usual)}>
            {usual}
          </Tap>
        ))}
        <Input
          aria-label={ago ? "Minutes ago" : "Minutes"}
          inputMode="decimal"
          w="24"
          bg="whey.50"
          borderColor="ink"
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
        />
        <Tap disabled={minutes.trim() === "" || Number.isNaN(figure)} onClick={() => onSay(figure)}>
          {ago ? "Since then" : "So long"}
        </Tap>
        {!ago && <Tap onClick={() => onSay(0)}>No clock: until it is done</Tap>}
        <Tap variant="quiet" onClick={onLeave}>
          Never mind
        </Tap>
      </Flex>
    </Asked>
  );
}

function Why({ says, onSay, onLeave }: { says: string; onSay: (reason: string) => void; onLeave: () => void }) {
  const [reason, setReason] = useState("");
  return (
    <Asked>
      <Text mb="2">Why? It stands with the batch.</Text>
      <Flex gap="2" wrap="wrap" align="center">
        <Input
          aria-label="Why"
          w="60"
          maxLength={120}
          bg="whey.50"
          borderColor="ink"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <Tap disabled={reason.trim() === ""} onClick={() => onSay(reason)}>
          {says}
        </Tap>
        <Tap variant="quiet" onClick={onLeave}>
          Never mind
        </Tap>
      </Flex>
    </Asked>
  );
}

// Pressed twice: they set a clock back, end it, or answer for the boil.
const ASKED_KEY: Record<string, string> = { "boil-lost": "l", "heat-off": "s", "boiled-on": "h" };
const KEY_OF: Record<string, string> = { later: "x", "left-out": "o", begun: "e", boils: "e" };

export function Actions({ batch, actions, armed, tell, focus = true }: Props) {
  // The tap after which the question was asked: after any other it is not being asked.
  const now = batch.state.last_tap?.id ?? "";
  const [asked, setAsked] = useState<{ at: string; which: string } | null>(null);
  const big = useRef<HTMLButtonElement>(null);
  const first = actions[0];
  const key = actions.map((action) => action.kind + action.load + action.task + action.how).join();
  // Never on what sets a running clock to zero, or answers for the boil: a stray Enter must not.
  const stray = focus && key !== "" && first?.tone === "big";
  useEffect(() => {
    if (stray) big.current?.focus({ preventScroll: true });
  }, [stray]);
  const busy = batch.in_the_canner;
  const which = (action: RunAction) => `${action.kind}${action.task}${action.how}${action.wants}`;
  const isAsked = (action: RunAction) => asked?.at === now && asked.which === which(action);
  const leave = () => setAsked(null);
  const say = (action: RunAction, more: object = {}) => {
    leave();
    tell(told(action, more));
  };
  const large = actions.filter((action, index) => index === 0 || action.kind !== "task");
  const small = actions.filter((action, index) => index > 0 && action.kind === "task");
  const button = (action: RunAction, index: number) => {
    if (busy && action.kind === "loaded") return null;
    if (action.wants && isAsked(action))
      return action.wants !== "why" ? (
        <Minutes
          key={which(action)}
          ago={action.wants === "ago"}
          onSay={(minutes) => armed && say(action, action.wants === "ago" ? { ago_min: minutes } : { minutes })}
          onLeave={leave}
        />
      ) : (
        <Why
          key={which(action)}
          says={action.says}
          onSay={(reason) => armed && say(action, { reason })}
          onLeave={leave}
        />
      );
    if (action.asks && isAsked(action))
      return (
        <Asked key={which(action)}>
          <Text mb="2">{action.asks}</Text>
          <Flex gap="2">
            <Tap variant="solid" size="lg" aria-disabled={!armed} onClick={() => say(action)}>
              {action.says}
            </Tap>
            <Tap size="lg" onClick={leave}>
              Go on
            </Tap>
          </Flex>
        </Asked>
      );
    // Before its low end nothing stands there to be pressed as done.
    const isBig = index === 0 && !action.early;
    const ask = action.asks !== null || action.wants !== null;
    return (
      <Tap
        key={which(action) + action.load}
        ref={isBig ? big : undefined}
        data-key={
          ASKED_KEY[action.kind] && !(isBig && action.tone === "big")
            ? ASKED_KEY[action.kind]
            : isBig && action.tone === "big"
              ? "space"
              : action.kind === "task"
                ? KEY_OF[action.how ?? ""]
                : undefined
        }
        data-asks={ASKED_KEY[action.kind] && !(isBig && action.tone === "big") ? "" : undefined}
        aria-disabled={!armed}
        variant={action.tone === "warn" ? "warn" : isBig ? "solid" : "outline"}
        size={isBig && action.tone !== "warn" ? "stove" : action.kind === "task" ? "md" : "lg"}
        onClick={() => (ask ? armed && setAsked({ at: now, which: which(action) }) : say(action))}
      >
        {action.says}
      </Tap>
    );
  };
  return (
    <Flex direction="column" gap="3">
      {busy && actions.some((action) => action.kind === "loaded") && (
        <InTheWay
          batch={batch}
          armed={armed}
          onElsewhere={() => tell({ kind: "loaded", load: batch.state.load ?? 1, elsewhere: true } as Told)}
        />
      )}
      {large.map((action) => button(action, actions.indexOf(action)))}
      {small.length > 0 && (
        <Flex gap="2" wrap="wrap">
          {small.map((action) => button(action, actions.indexOf(action)))}
        </Flex>
      )}
    </Flex>
  );
}

/** Another batch's load stands in the canner. */
export function InTheWay({ batch, armed, onElsewhere }: { batch: Batch; armed: boolean; onElsewhere: () => void }) {
  const busy = batch.in_the_canner;
  if (!busy) return null;
  return (
    <Sentence>
      <Text>{busy.says}</Text>
      <Flex gap="3" mt="2" wrap="wrap" align="center">
        <Link asChild textDecoration="underline">
          <RouterLink to={`/stove/${busy.batch_id}`}>See that batch</RouterLink>
        </Link>
        <Tap data-key="y" aria-disabled={!armed} onClick={() => armed && onElsewhere()}>
          They go into another canner
        </Tap>
      </Flex>
    </Sentence>
  );
}
