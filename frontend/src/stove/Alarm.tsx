/** On every screen: rings when something is due until one screen has heard it, says the next thing if wished, and asks to be let ring. */
import { Box, chakra, Flex, Link } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { createPortal } from "react-dom";
import { Link as RouterLink } from "react-router";
import { create } from "zustand";
import { api, type Ring, type Stove } from "../api/client";
import { useStove } from "../api/queries";
import { ALARM_PLACE } from "../parts/alarmPlace";
import { Tap } from "../parts/Tap";
import { ringer, VIBRATION } from "./ringer";
import { Tag } from "./Tag";
import { useServerClock } from "./useServerClock";

const ASKED_WITHIN_MS = 3_600_000;
const VOICE = "rheum.voice";

/** Whether this screen says the next thing aloud. */
export const useVoice = create<{ on: boolean; turn: () => void }>((set) => ({
  on: localStorage.getItem(VOICE) === "on",
  turn: () =>
    set(({ on }) => {
      localStorage.setItem(VOICE, on ? "off" : "on");
      if (on) window.speechSynthesis?.cancel();
      return { on: !on };
    }),
}));

export const canSpeak = (): boolean => "speechSynthesis" in window;

function say(words: string): void {
  if (!canSpeak()) return;
  const speech = new SpeechSynthesisUtterance(words);
  speech.lang = "en";
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(speech);
}

/** Whether this screen may ring. */
const useMay = create<{ may: boolean; set: () => void }>((set) => ({
  may: ringer.may,
  set: () => set({ may: ringer.may }),
}));

/** The next thing in the kitchen's words, when it changes; and an alarm when it rings. */
function useSpoken(stove: Stove | undefined, due: readonly Ring[]): void {
  const on = useVoice((voice) => voice.on);
  const first = stove?.together.now[0];
  const words = first ? `${first.title}. ${first.says}. ${first.detail}` : "";
  const ring = due[0]?.says ?? "";
  useEffect(() => {
    if (on && ring) say(ring);
    else if (on && words) say(words);
  }, [on, words, ring]);
}

/** What happens once when an alarm becomes due: the hand feels it, and a screen that nobody looks at shows it. */
function useFelt(due: readonly Ring[]): void {
  const felt = useRef(new Set<string>());
  useEffect(() => {
    for (const ring of due) {
      if (felt.current.has(ring.key)) continue;
      felt.current.add(ring.key);
      if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.(VIBRATION[ring.kind]);
      if (document.hidden && "Notification" in window && Notification.permission === "granted")
        new Notification(ring.says, { tag: ring.key, body: ring.number });
    }
  });
}

export function Alarm() {
  const stove = useStove();
  const client = useQueryClient();
  const now = useServerClock(stove.data?.now);
  const setMay = useMay((one) => one.set);
  const rings = stove.data?.together.rings ?? [];
  const due = rings.filter((ring) => Date.parse(ring.at) <= now);
  // Any press on the page lets it ring.
  useEffect(() => {
    const allow = () => ringer.allow().then(setMay);
    document.addEventListener("pointerdown", allow);
    document.addEventListener("keydown", allow);
    return () => {
      document.removeEventListener("pointerdown", allow);
      document.removeEventListener("keydown", allow);
    };
  }, [setMay]);
  ringer.arrange(rings, now);
  useFelt(due);
  useSpoken(stove.data, due);
  const heard = () => {
    const keys = due.map((ring) => ring.key);
    for (const key of keys) ringer.silence(key);
    client.setQueryData<Stove>(
      ["stove"],
      (old) =>
        old && { ...old, together: { ...old.together, rings: rings.filter((ring) => !keys.includes(ring.key)) } },
    );
    api
      .quiet(keys)
      .catch(() => undefined)
      .finally(() => client.invalidateQueries({ queryKey: ["stove"] }));
  };
  const place = document.getElementById(ALARM_PLACE);
  if (due.length === 0 || place === null) return null;
  // Outside the page's own tree, above its dialogs: what lies behind a dialog can be neither pressed nor heard.
  return createPortal(
    <Box
      role="alert"
      aria-label="Alarm"
      data-alarm={due[0]?.kind}
      pointerEvents="auto"
      position="fixed"
      left={{ base: 2, md: "100px" }}
      right={{ base: 2, md: "auto" }}
      bottom={{ base: "66px", md: 3 }}
      zIndex="2000"
      maxW={{ md: "40rem" }}
      bg="mustard.100"
      borderWidth="2px"
      borderStyle="dashed"
      borderColor="mustard.700"
      borderRadius="sm"
      px="3"
      py="2"
      _print={{ display: "none" }}
    >
      <Flex gap="3" align="center" wrap="wrap">
        {due[0]?.number && <Tag number={due[0].number} />}
        <Link asChild fontWeight="700" fontSize="lg" flex="1">
          <RouterLink to={due[0]?.batch_id ? `/stove/${due[0].batch_id}` : "/stove"}>
            {due[0]?.says}
            {due.length > 1 ? `, and ${due.length - 1} more` : ""}
          </RouterLink>
        </Link>
        <Tap size="sm" variant="solid" data-key="q" onClick={heard}>
          Stop alarm
        </Tap>
      </Flex>
    </Box>,
    place,
  );
}

/** A screen that may not ring yet says so, where something is to ring within the hour; one press lets it. */
export function MayRing() {
  const stove = useStove();
  const now = useServerClock(stove.data?.now);
  const { may, set } = useMay();
  const soon = (stove.data?.together.rings ?? []).some((ring) => Date.parse(ring.at) - now < ASKED_WITHIN_MS);
  if (may || !soon) return null;
  const letIt = () => {
    ringer.allow().then(set);
    if ("Notification" in window && Notification.permission === "default") Notification.requestPermission();
  };
  return (
    <chakra.button
      type="button"
      title="This screen may not ring yet"
      data-may-ring=""
      onClick={letIt}
      fontSize="xs"
      fontWeight="700"
      lineHeight="1.2"
      cursor="pointer"
      bg="mustard.200"
      color="ink"
      borderRadius="sm"
      px="2"
      py={{ base: 0, md: 2 }}
      mx={{ md: 2 }}
      minH="24px"
      position={{ base: "absolute", md: "static" }}
      right={{ base: 2, md: "auto" }}
      top={{ base: "-20px", md: "auto" }}
    >
      Silent: let it ring
    </chakra.button>
  );
}
