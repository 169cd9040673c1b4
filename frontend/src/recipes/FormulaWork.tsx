/** A tested formula's work as one reads it before one begins: what to gather, then what to do, with its clocks, gloves and end points. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useNavigate, useParams } from "react-router";
import { api, type FormulaPage } from "../api/client";
import { useKitchen } from "../api/queries";
import { layOnBench } from "../draft/useDraft";
import { Choice } from "../parts/Choice";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { unbroken } from "../parts/unbroken";

const SCALES = [
  [0.5, "half"],
  [1, "one batch"],
  [1.5, "1 1/2"],
  [2, "two"],
  [3, "three"],
] as const;
const PARTS: Record<FormulaPage["parts"][number]["name"], string> = { prepare: "Prepare", cook: "Cook", pack: "Pack" };
type Task = FormulaPage["parts"][number]["tasks"][number];

function Badge({ children, tone = "plain" }: { children: string; tone?: "plain" | "warn" }) {
  return (
    <Text
      as="span"
      fontSize="sm"
      fontWeight="650"
      px="2"
      py="0.5"
      borderWidth="1.5px"
      borderColor={tone === "warn" ? "mustard.700" : "ink"}
      bg={tone === "warn" ? "mustard.100" : "whey.50"}
      borderRadius="sm"
      whiteSpace="nowrap"
    >
      {unbroken(children)}
    </Text>
  );
}

function OneTask({ task, number }: { task: Task; number: number }) {
  return (
    <Flex as="li" gap="3" py="2" borderTopWidth="1px" borderColor="whey.300" data-task={task.id}>
      <Text fontFamily="recipe" fontSize="xl" color="ink.faint" w="1.6em" flex="none" textAlign="right">
        {number}
      </Text>
      <Box minW="0">
        <Text fontWeight="650" lineHeight="1.3">
          {task.title}
        </Text>
        {task.says && <Text color="ink.soft">{unbroken(task.says)}</Text>}
        <Flex gap="2" mt="1" wrap="wrap" align="center">
          {task.clock_says && <Badge>{`◷ ${task.clock_says}`}</Badge>}
          {task.gloves && <Badge tone="warn">gloves</Badge>}
          {task.stir !== null && <Badge>{`stir every ${task.stir} min`}</Badge>}
          {task.where && (
            <Text as="span" fontSize="sm" color="ink.soft">
              {task.where}
              {task.attention === "watch" ? ", watched" : ""}
            </Text>
          )}
          {task.until && (
            <Text as="span" fontSize="sm" color="ink.soft">
              until {unbroken(task.until)}
            </Text>
          )}
          {task.waits_says && (
            <Text as="span" fontSize="sm" color="ink.soft">
              {unbroken(task.waits_says)}
            </Text>
          )}
          {task.with_others && number > 1 && (
            <Text as="span" fontSize="sm" color="ink.soft">
              beside the one before
            </Text>
          )}
        </Flex>
      </Box>
    </Flex>
  );
}

export function FormulaWork() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const measures = useKitchen().data?.measures === "metric" ? "metric" : "us";
  const [scale, setScale] = useState(1);
  const found = useQuery({
    queryKey: ["formula-page", id, scale, measures],
    queryFn: () => api.formulaPage(id, scale, measures),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const begin = useMutation({
    mutationFn: () => api.formulaText(id, measures),
    onSuccess: (written) => {
      layOnBench({ text: written.text, formulaId: written.id });
      navigate("/bench");
    },
  });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  const page = found.data;
  if (!page) return <Text>Opening …</Text>;
  let number = 0;
  return (
    <Box maxW="1180px">
      <Flex justify="space-between" gap="3" wrap="wrap" align="start" mb="3">
        <Box>
          <Heading as="h1" fontSize="2xl" fontWeight="700">
            {page.title}
          </Heading>
          <Text color="ink.soft">
            {page.source}; its steps{" "}
            {page.recall === "sure" ? "surely remembered" : "remembered, one or two may be off"}
          </Text>
        </Box>
        <Flex gap="2" wrap="wrap">
          <Tap size="sm" variant="solid" onClick={() => begin.mutate()} aria-busy={begin.isPending}>
            Begin from it
          </Tap>
          <Link asChild alignSelf="center" textDecoration="underline">
            <RouterLink to="/recipes">Recipes</RouterLink>
          </Link>
        </Flex>
      </Flex>
      {begin.error && <Sentence mb="3">{begin.error.message}</Sentence>}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "340px minmax(0, 1fr)" }} gap={{ base: 4, lg: 8 }}>
        <Box opacity={found.isPlaceholderData ? 0.5 : 1}>
          <Flex gap="1" wrap="wrap" role="radiogroup" aria-label="How much of it" mb="2">
            <Choice of={SCALES} chosen={scale} onChoose={setScale} />
          </Flex>
          <Box
            bg="whey.50"
            borderWidth="2px"
            borderColor="ink"
            borderRadius="sm"
            p="4"
            boxShadow="4px 4px 0 {colors.whey.300}"
          >
            <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl" mb="1">
              Gather
            </Heading>
            <Text fontSize="sm" color="ink.soft" mb="2" data-makes="">
              {unbroken(page.makes)}
            </Text>
            {[...new Set(page.gather.map((line) => line.goes))].map((goes) => (
              <Box key={goes} mb="2">
                {goes !== "batch" && (
                  <Text fontWeight="650" fontSize="sm">
                    {goes === "soak" ? "For the soak, which stays out of the jars" : `For ${goes}`}
                  </Text>
                )}
                <Box as="ul" listStyleType="none" fontFamily="recipe" fontSize="lg">
                  {page.gather
                    .filter((line) => line.goes === goes)
                    .map((line) => (
                      <Text as="li" key={line.says} py="0.5" lineHeight="1.3">
                        {unbroken(line.says)}
                      </Text>
                    ))}
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
        <Box>
          {page.parts.length === 0 && (
            <Text>Its steps were not entered one by one: go by the source, and by what the Bench says.</Text>
          )}
          {page.parts.map((part) => (
            <Box key={part.name} as="section" aria-label={PARTS[part.name]} mb="4">
              <Heading as="h2" fontFamily="recipe" fontStyle="italic" fontWeight="500" fontSize="xl" mb="1">
                {PARTS[part.name]}
              </Heading>
              <Box as="ol" listStyleType="none">
                {part.tasks.map((task) => {
                  number += 1;
                  return <OneTask key={task.id} task={task} number={number} />;
                })}
              </Box>
            </Box>
          ))}
          <Text fontWeight="650">
            {unbroken(
              `${page.pack === "raw" ? "Raw" : "Hot"} pack, ${page.headspace} of headspace. At sea level ${page.minutes}; `,
            )}
            the Bench adds what this kitchen's height asks.
          </Text>
          {page.weeks > 0 && <Text color="ink.soft">At its best after {page.weeks} weeks.</Text>}
        </Box>
      </Grid>
    </Box>
  );
}
