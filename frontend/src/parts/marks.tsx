/** Rheum's own marks: where jars may live, and how serious a finding is. Each has a shape and a word of its own. */
import { Box, HStack, Text } from "@chakra-ui/react";
import { DESTINATIONS, LEVELS } from "../look/levels";

type Destination = keyof typeof DESTINATIONS;
type Level = keyof typeof LEVELS;

/** A jar on a board; a jar behind a door; a jar tipped over. */
export function DestinationMark({ to, size = 56 }: { to: Destination; size?: number }) {
  const jar = <path d="M-7 -24h14v4h-14zM-6 -19h12c0 3 3 3 3 7v11h-18v-11c0-4 3-4 3-7z" />;
  return (
    <svg
      width={size}
      height={size}
      viewBox="-28 -32 56 56"
      aria-hidden="true"
      fill="currentColor"
      style={{ flex: "none" }}
    >
      {to === "shelf" && (
        <>
          {jar}
          <rect x="-26" y="0" width="52" height="5" />
          <path d="M-20 5h5v9zM20 5h-5v9z" />
        </>
      )}
      {to === "fridge" && (
        <>
          <path d="M-20 -30h40v50h-40zM-16 -26v42h32v-42z" fillRule="evenodd" />
          <rect x="-12" y="-16" width="3" height="14" />
          <g transform="translate(4 10) scale(0.8)">{jar}</g>
        </>
      )}
      {to === "discard" && (
        <>
          <g transform="translate(-2 2) rotate(112) translate(0 12)">{jar}</g>
          <rect x="-26" y="16" width="52" height="3" />
          <path d="M12 16c-1-7 4-9 6-4s5 1 6 4z" />
        </>
      )}
    </svg>
  );
}

/** A jar that nobody has filled yet: what is in it has not been heard. */
export function UnheardMark({ size = 56 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-28 -32 56 56" aria-hidden="true" fill="none" style={{ flex: "none" }}>
      <path
        d="M-9 -26h18v5h-18zM-8 -21h16c0 4 4 4 4 9v27h-24v-27c0-5 4-5 4-9z"
        stroke="currentColor"
        strokeWidth="3"
        strokeDasharray="5 3"
      />
      <path d="M-6 3h12M-6 -5h12" stroke="currentColor" strokeWidth="3" />
    </svg>
  );
}

export function DestinationBadge({ to }: { to: Destination }) {
  const look = DESTINATIONS[to];
  return (
    <HStack as="span" display="inline-flex" gap="1" color={look.color} fontWeight="650">
      <DestinationMark to={to} size={22} />
      <span>{look.word}</span>
    </HStack>
  );
}

/** A level as word and edge, for legends and lists. */
export function LevelWord({ level }: { level: Level }) {
  const look = LEVELS[level];
  const loud = level === "stop";
  return (
    <Text
      as="span"
      fontSize="xs"
      fontWeight="750"
      letterSpacing="0.04em"
      bg={loud ? look.color : undefined}
      color={loud ? "whey.50" : level === "note" ? "ink.faint" : look.color}
      px={loud ? "1.5" : "0"}
    >
      {look.word}
    </Text>
  );
}

/** The ruled edge that marks a finding's slip. */
export function Edge({ level }: { level: Level }) {
  const look = LEVELS[level];
  return (
    <Box
      aria-hidden="true"
      flex="none"
      w={look.width}
      alignSelf="stretch"
      borderLeftWidth={look.width}
      borderLeftStyle={look.edge}
      borderColor={look.color}
    />
  );
}
