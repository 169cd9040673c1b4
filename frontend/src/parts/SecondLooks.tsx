/** What a later Rheum judges more strictly than an earlier one did: told once, with its reason; nothing moves by itself. */
import { Box, Link, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { NavLink } from "react-router";
import { api, type SecondLook } from "../api/client";
import { useChanged, useSecondLooks } from "../api/queries";
import { Sentence } from "./Sentence";
import { Tap } from "./Tap";

const WHERE: Record<SecondLook["kind"], (look: SecondLook) => { to: string; word: string }> = {
  batch: (look) => ({ to: `/stove/${look.subject}`, word: "its batch" }),
  recipe: () => ({ to: "/recipes", word: "Recipes" }),
  formula: () => ({ to: "/recipes", word: "Recipes" }),
  placement: () => ({ to: "/kitchen", word: "Kitchen" }),
};
const WHAT: Record<SecondLook["kind"], string> = {
  batch: "Batch",
  recipe: "Recipe",
  formula: "Formula entered here",
  placement: "Ingredient placed here",
};

export function SecondLooks() {
  const changed = useChanged();
  const unseen = (useSecondLooks().data?.looks ?? []).filter((look) => !look.seen);
  const seen = useMutation({
    mutationFn: () => api.secondLooksSeen(unseen.map((look) => look.id)),
    onSuccess: (answer) => changed("second-looks", answer),
  });
  if (unseen.length === 0) return null;
  return (
    <Box
      as="section"
      aria-label="Judged again"
      bg="mustard.100"
      borderWidth="2px"
      borderColor="mustard.700"
      borderRadius="sm"
      px="4"
      py="3"
      mb="5"
      maxW="70ch"
    >
      <Text fontWeight="700">
        This Rheum judges more strictly than the one before. What it now says of{" "}
        {unseen.length === 1 ? "one thing" : `${unseen.length} things`} of yours:
      </Text>
      <Box as="ul" listStyleType="none" mt="2" display="grid" gap="3">
        {unseen.map((look) => {
          const where = WHERE[look.kind](look);
          return (
            <Box as="li" key={look.id}>
              <Text>
                <b>
                  {WHAT[look.kind]} “{look.title}”.
                </b>{" "}
                {look.says}
              </Text>
              <Text color="ink.soft">
                {look.why} See{" "}
                <Link asChild textDecoration="underline">
                  <NavLink to={where.to}>{where.word}</NavLink>
                </Link>
                .
              </Text>
            </Box>
          );
        })}
      </Box>
      <Text mt="2" fontSize="sm">
        Nothing was moved. What was boiled by a weaker rule is safest in the refrigerator, or thrown out where it says
        so.
      </Text>
      <Tap mt="3" aria-busy={seen.isPending} onClick={() => seen.mutate()}>
        I have read it
      </Tap>
      {seen.error && <Sentence mt="2">{seen.error.message}</Sentence>}
    </Box>
  );
}

/** The same of one thing, seen or not: it stays with what it is about. */
export function SecondLookAt({ kind, subject }: { kind: SecondLook["kind"]; subject: string }) {
  const look = (useSecondLooks().data?.looks ?? []).find((one) => one.kind === kind && one.subject === subject);
  if (!look) return null;
  return (
    <Text fontSize="sm" mt="1" borderLeftWidth="3px" borderColor="mustard.700" pl="2">
      <b>Judged again:</b> {look.says} {look.why}
    </Text>
  );
}
