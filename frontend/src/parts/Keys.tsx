/** Keys of Rheum's own. Each presses the button that carries it (`data-key`); `?` held shows them beside their buttons, tapped lists them.
 *  None is taken together with Ctrl, Alt or Meta, which are the browser's and a screen reader's; none fires while one types; all can be
 *  switched off. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Tap } from "./Tap";

const KEYS: [string, string][] = [
  ["1 … 6", "Bench, Recipes, Stove, Shelf, Reckoner, Kitchen"],
  ["n / p", "the next and the last finding"],
  ["d", "do what it says"],
  ["u", "undo; at the stove take the last tap back, pressed twice"],
  ["w", "what would make this a tested one"],
  ["f", "a tested formula"],
  ["m", "measure and make"],
  ["b", "begin"],
  ["space", "the big button at the stove"],
  ["l", "the boil is lost, pressed twice"],
  ["h", "it boiled all the while, pressed twice"],
  ["s", "stop early, pressed twice and asked"],
  ["c", "a jar is chipped"],
  ["k", "a jar broke, pressed twice"],
  ["i", "all jars of the load are in"],
  ["y", "into another canner"],
  ["x", "not now"],
  ["e", "it began earlier"],
  ["o", "leave it out, or the other way"],
  ["t", "set a clock of one's own"],
  ["a", "ten minutes away"],
  ["q, Esc", "stop the alarm"],
];
const OFF = "rheum-keys-off";
const TAPPED_MS = 500;

const writing = (at: EventTarget | null) =>
  at instanceof HTMLElement && (at.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(at.tagName));

const typing = (at: EventTarget | null) =>
  writing(at) || (at instanceof HTMLElement && at.closest("[role=dialog]") !== null);

const shown = (one: Element): one is HTMLElement =>
  one instanceof HTMLElement && one.offsetParent !== null && !one.hasAttribute("disabled");

const slips = () => [...document.querySelectorAll("[data-code]")].filter(shown);

/** Brings the focus to the next or the last finding: to its first press, else to itself. */
function step(by: 1 | -1): void {
  const all = slips();
  if (all.length === 0) return;
  const here = all.findIndex((one) => one.contains(document.activeElement));
  const next = all[here < 0 ? (by > 0 ? 0 : all.length - 1) : (here + by + all.length) % all.length];
  if (!next) return;
  const press = next.querySelector<HTMLElement>("button");
  if (!press) next.tabIndex = -1;
  (press ?? next).focus();
  next.scrollIntoView({ block: "nearest" });
}

/** Presses what the focused finding offers, else the first one. */
function doIt(): void {
  const here = document.activeElement?.closest("[data-code]");
  const press = [...(here ?? document).querySelectorAll("[data-do]")].find(shown);
  press?.click();
}

/** Presses the button of a key. One that sets a clock back, or cannot be meant lightly, is brought forward first (`data-asks`), and pressed by
 *  the same key once it has the focus. */
function press(key: string): void {
  const button = [...document.querySelectorAll(`[data-key="${key}"]`)].find(shown);
  if (!button) return;
  if (button.dataset.asks === undefined || button === document.activeElement) button.click();
  else {
    button.focus();
    button.scrollIntoView({ block: "nearest" });
  }
}

/** Whether the space bar already does something where the focus is. */
const takesSpace = (at: Element | null) =>
  at?.closest("button, a, summary, input, select, textarea, [role=radio]") != null;

export function Keys() {
  const [listed, setListed] = useState(false);
  const [off, setOff] = useState(() => localStorage.getItem(OFF) !== null);
  const held = useRef(0);
  const close = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey) return;
      // An alarm is stopped by its key also where a dialog is open.
      if (event.key === "q" && !off && !event.repeat && !writing(event.target)) return press("q");
      if (typing(event.target)) return;
      if (event.key === "Escape") return setListed(false);
      if (event.key === "?") {
        if (!held.current) held.current = Date.now();
        document.body.dataset.keys = off ? "" : "shown";
        return;
      }
      if (off || event.repeat) return;
      if (event.key === "n" || event.key === "p") step(event.key === "n" ? 1 : -1);
      else if (event.key === "d") doIt();
      else if (/^[1-6uwfmblckixeotahsy]$/.test(event.key)) press(event.key);
      else if (event.key === " " && !takesSpace(document.activeElement) && document.querySelector('[data-key="space"]'))
        press("space");
      else return;
      event.preventDefault();
    };
    const up = (event: KeyboardEvent) => {
      if (!held.current || (event.key !== "?" && event.key !== "Shift" && event.key !== "/")) return;
      if (Date.now() - held.current < TAPPED_MS) setListed((now) => !now);
      held.current = 0;
      delete document.body.dataset.keys;
    };
    const away = () => {
      held.current = 0;
      delete document.body.dataset.keys;
    };
    // Escape stops an alarm before it closes a dialog: there one may be typing, and Tab does not lead out of it.
    const stop = (event: KeyboardEvent) => {
      if (event.key !== "Escape" || off || !document.querySelector('[data-alarm] [data-key="q"]')) return;
      press("q");
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("keydown", stop, true);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", away);
    return () => {
      window.removeEventListener("keydown", stop, true);
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", away);
    };
  }, [off]);
  useEffect(() => {
    if (listed) close.current?.focus();
  }, [listed]);
  if (!listed) return null;
  return (
    <Box
      role="region"
      aria-label="Keys"
      position="fixed"
      right="4"
      bottom="4"
      zIndex="30"
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      p="4"
      maxW="22rem"
    >
      <Heading as="h2" fontSize="md" mb="2">
        Keys, while nothing is typed
      </Heading>
      <Box as="dl">
        {KEYS.map(([key, says]) => (
          <Flex key={key} gap="3" py="0.5">
            <Text as="dt" flex="0 0 4rem" fontWeight="700">
              {key}
            </Text>
            <Text as="dd">{says}</Text>
          </Flex>
        ))}
      </Box>
      <Text fontSize="sm" color="ink.soft" mt="2">
        Hold ? to see them beside their buttons.
      </Text>
      <Flex gap="2" mt="3">
        <Tap
          size="sm"
          onClick={() => {
            if (off) localStorage.removeItem(OFF);
            else localStorage.setItem(OFF, "1");
            setOff(!off);
          }}
        >
          {off ? "Switch the keys on" : "Switch the keys off"}
        </Tap>
        <Tap ref={close} size="sm" variant="quiet" onClick={() => setListed(false)}>
          Close
        </Tap>
      </Flex>
    </Box>
  );
}
