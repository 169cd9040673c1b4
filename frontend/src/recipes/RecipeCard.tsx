/** One recipe as a card: what it is, where its jars may live and why not, and what can be done with it. */
import { Box, Checkbox, Flex, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import type { OwnRecipe, Tested } from "../api/client";
import { DESTINATIONS } from "../look/levels";
import { DestinationMark } from "../parts/marks";
import { Tap } from "../parts/Tap";

interface Props {
  one: OwnRecipe | Tested;
  marked: boolean;
  onMark: () => void;
  onOpen: () => void;
  onOut?: () => void;
}

export function RecipeCard({ one, marked, onMark, onOpen, onOut }: Props) {
  const [sure, setSure] = useState(false);
  const own = "text" in one;
  const look = one.destination ? DESTINATIONS[one.destination] : null;
  const says = own
    ? (one.worst ?? (one.formula_title ? `As in ${one.formula_title}.` : "Tested."))
    : (one.minutes ?? "no minutes for this height");
  return (
    <Flex
      as="li"
      direction="column"
      bg="whey.50"
      borderWidth="2px"
      borderColor={marked ? "mustard.700" : "ink"}
      borderRadius="sm"
      p="3"
      gap="1"
      data-recipe={one.title}
      data-destination={one.destination ?? ""}
    >
      <Flex justify="space-between" gap="2" align="start">
        <Text fontWeight="700" lineHeight="1.2">
          {one.title}
        </Text>
        {one.destination && look && (
          <Flex as="span" align="center" gap="1" color={look.color} fontSize="sm" fontWeight="650" flex="none">
            <DestinationMark to={one.destination} size={22} />
            {look.word}
          </Flex>
        )}
      </Flex>
      <Text fontSize="sm" color="ink.soft">
        {one.produce || "no produce"}
        {own ? "" : `; ${one.makes}`}
      </Text>
      <Text fontSize="sm">{says}</Text>
      <Text fontSize="xs" color="ink.faint">
        {own
          ? `changed ${one.changed_on}`
          : `${one.source}${one.recall === "fair" ? "; one or two figures may be off" : ""}`}
      </Text>
      <Flex gap="2" mt="auto" pt="2" align="center" wrap="wrap">
        <Tap size="sm" variant="solid" onClick={onOpen} aria-label={`${own ? "Open" : "Begin from it:"} ${one.title}`}>
          {own ? "Open" : "Begin from it"}
        </Tap>
        {!own && (
          <Link asChild fontSize="sm" textDecoration="underline">
            <RouterLink to={`/formulas/${one.id}`} aria-label={`How it is made: ${one.title}`}>
              How it is made
            </RouterLink>
          </Link>
        )}
        {onOut &&
          (sure ? (
            <>
              <Tap size="sm" variant="warn" onClick={onOut}>
                Really take it out
              </Tap>
              <Tap size="sm" variant="quiet" onClick={() => setSure(false)}>
                No
              </Tap>
            </>
          ) : (
            <Tap size="sm" variant="quiet" onClick={() => setSure(true)} aria-label={`Take out ${one.title}`}>
              Take out
            </Tap>
          ))}
        <Box ml="auto">
          <Checkbox.Root checked={marked} onCheckedChange={onMark}>
            <Checkbox.HiddenInput aria-label={`Mark ${one.title} to compare`} />
            <Checkbox.Control borderColor="ink" bg="whey.50" />
            <Checkbox.Label fontSize="sm">compare</Checkbox.Label>
          </Checkbox.Root>
        </Box>
      </Flex>
    </Flex>
  );
}
