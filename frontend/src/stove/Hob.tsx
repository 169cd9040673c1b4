/** The hob as it stands: each pot with its batch's colour, what it does, and its clock; the canner with its jars. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Pot } from "../api/client";
import { batchColor, Tag } from "./Tag";
import { clockFace } from "./useServerClock";

const BURNERS = 4;
const DOES: Record<Pot["state"], string> = { heating: "getting hot", boiling: "boiling", hot: "kept hot" };
function Drawing({ pot }: { pot: Pot | null }) {
  const color = pot ? `var(--chakra-colors-${batchColor(pot.number).replace(".", "-")})` : "none";
  const tall = pot?.canner;
  const top = tall ? 26 : 52;
  return (
    <svg viewBox="0 0 120 120" width="92" height="92" aria-hidden="true">
      {pot && (
        <>
          <rect
            x="14"
            y={top}
            width="92"
            height={100 - top}
            rx="5"
            fill="var(--chakra-colors-whey-50)"
            stroke="var(--chakra-colors-ink)"
            strokeWidth="3"
          />
          <rect x="14" y="84" width="92" height="16" fill={color} stroke="var(--chakra-colors-ink)" strokeWidth="3" />
          <path d={`M4 ${top + 12}h10v8h-10zM106 ${top + 12}h10v8h-10z`} fill="var(--chakra-colors-ink)" />
          {tall &&
            Array.from({ length: Math.min(pot.jars, 5) }, (_, index) => (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: jars of a drawing have no other name
                key={index}
                x={20 + index * 17}
                y="48"
                width="13"
                height="32"
                rx="3"
                fill="#93b570"
                stroke="var(--chakra-colors-ink)"
                strokeWidth="2"
              />
            ))}
          {pot.state === "boiling" && (
            <path
              d={`M40 ${top - 6}c-6-8 6-10 0-18M60 ${top - 6}c-6-8 6-10 0-18M80 ${top - 6}c-6-8 6-10 0-18`}
              fill="none"
              stroke="var(--chakra-colors-ink-faint)"
              strokeWidth="3.5"
              strokeLinecap="round"
            />
          )}
          {pot.state !== "hot" &&
            [36, 60, 84].map((x) => (
              <path
                key={x}
                d={`M${x} 117c-5-5 1-8 2-12 4 5 8 8 4 12z`}
                fill="var(--chakra-colors-mustard-600)"
                stroke="var(--chakra-colors-mustard-700)"
                strokeWidth="1"
              />
            ))}
        </>
      )}
      {!pot && (
        <circle
          cx="60"
          cy="82"
          r="22"
          fill="none"
          stroke="var(--chakra-colors-whey-400)"
          strokeWidth="3"
          strokeDasharray="5 5"
        />
      )}
      <path d="M8 104h104" stroke="var(--chakra-colors-ink)" strokeWidth="4" />
    </svg>
  );
}

const nameOf = (pot: Pot) =>
  pot.canner
    ? pot.steam
      ? "steam canner"
      : "canner"
    : pot.name === "hot water"
      ? "water kettle"
      : pot.name === "kettle"
        ? "pot"
        : pot.name;

export function Hob({ pots, now }: { pots: readonly Pot[]; now: number }) {
  const empty = Math.max(0, BURNERS - pots.length);
  return (
    <Flex as="ul" listStyleType="none" gap="2" wrap="wrap" aria-label="The hob" w="100%">
      {pots.map((pot) => (
        <Box as="li" key={pot.batch_id + pot.name} w="96px" textAlign="center">
          <Drawing pot={pot} />
          <Tag number={pot.number} />
          <Text fontWeight="650" fontSize="sm" lineHeight="1.15" mt="1">
            {nameOf(pot)}
            {pot.canner && pot.jars > 0 ? `, ${pot.jars} ${pot.jars === 1 ? "jar" : "jars"}` : ""}
          </Text>
          <Text fontSize="sm" color="ink.soft" fontVariantNumeric="tabular-nums">
            {pot.ends_at && Date.parse(pot.ends_at) > now ? clockFace(Date.parse(pot.ends_at) - now) : DOES[pot.state]}
          </Text>
        </Box>
      ))}
      {Array.from({ length: empty }, (_, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: burners with nothing on them have no other name
        <Box as="li" key={index} w="96px" textAlign="center" display={{ base: "none", md: "block" }}>
          <Drawing pot={null} />
          <Text fontSize="sm" color="ink.faint">
            free
          </Text>
        </Box>
      ))}
    </Flex>
  );
}
