/** The Reckoner: each small sum of the work on its own, followed at every keystroke, with its working and a picture. */
import { Box, Flex, Grid, Heading, NativeSelect, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api } from "../api/client";
import { useJars, useRevision } from "../api/queries";
import { Choose, Figure } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { unbroken } from "../parts/unbroken";
import { Picture, Working } from "./Picture";
import { askedOf, type FieldOf, SUMS, type SumOf } from "./sums";

const GROUPS = [...new Set(SUMS.map((one) => one.group))];

export function Reckoner() {
  const { sum } = useParams();
  const navigate = useNavigate();
  const chosen = SUMS.find((one) => one.sum === sum) ?? SUMS[0];
  if (!chosen) return null;
  return (
    <Box maxW="1100px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="3">
        Reckoner
      </Heading>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "260px minmax(0, 1fr)" }} gap={{ base: 4, md: 7 }}>
        <Box display={{ base: "none", md: "block" }} as="nav" aria-label="Sums">
          {GROUPS.map((group) => (
            <Box key={group} mb="4">
              <Text fontFamily="recipe" fontStyle="italic" fontSize="lg">
                {group}
              </Text>
              {SUMS.filter((one) => one.group === group).map((one) => (
                <Tap
                  key={one.sum}
                  size="sm"
                  variant={one === chosen ? "solid" : "quiet"}
                  textDecoration="none"
                  justifyContent="start"
                  textAlign="left"
                  w="100%"
                  aria-current={one === chosen ? "page" : undefined}
                  onClick={() => navigate(`/reckoner/${one.sum}`)}
                >
                  {one.title}
                </Tap>
              ))}
            </Box>
          ))}
        </Box>
        <Box display={{ base: "block", md: "none" }}>
          <NativeSelect.Root size="lg">
            <NativeSelect.Field
              aria-label="Which sum"
              bg="whey.50"
              borderColor="ink"
              borderWidth="2px"
              fontWeight="700"
              value={chosen.sum}
              onChange={(event) => navigate(`/reckoner/${event.target.value}`)}
            >
              {SUMS.map((one) => (
                <option key={one.sum} value={one.sum}>
                  {one.title}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Box>
        <OneSum key={chosen.sum} one={chosen} />
      </Grid>
    </Box>
  );
}

function OneSum({ one }: { one: SumOf }) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const asked = askedOf(one, typed);
  const found = useQuery({
    queryKey: ["reckon", useRevision(), asked],
    queryFn: () => api.reckon(asked),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const refused = found.error;
  return (
    <Box>
      <Heading as="h2" fontSize="xl" mb="3">
        {one.title}
      </Heading>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(3, minmax(0, 1fr))" }} gap="3" alignItems="end">
        {one.fields.map((field) => (
          <OneField
            key={field.name}
            field={field}
            value={typed[field.name] ?? field.start}
            onChange={(value) => setTyped((now) => ({ ...now, [field.name]: value }))}
          />
        ))}
      </Grid>
      {refused && <Sentence mt="4">{refused.message}</Sentence>}
      {found.data && !refused && (
        <Flex
          mt="4"
          gap="6"
          wrap="wrap"
          align="center"
          bg="whey.50"
          borderWidth="2px"
          borderColor="ink"
          borderRadius="sm"
          p="4"
          boxShadow="4px 4px 0 {colors.whey.300}"
          opacity={found.isPlaceholderData ? 0.5 : 1}
        >
          <Box flex="1 1 20rem">
            <Text
              fontSize={{ base: "xl", md: "2xl" }}
              fontWeight="700"
              lineHeight="1.2"
              aria-live="polite"
              data-answer=""
            >
              {unbroken(found.data.says)}
            </Text>
            {found.data.mind && (
              <Text mt="2" fontWeight="600">
                → {unbroken(found.data.mind)}
              </Text>
            )}
            <Box mt="3">
              <Working answer={found.data} />
            </Box>
            <Text fontSize="xs" color="ink.faint" mt="2">
              {found.data.source}
            </Text>
          </Box>
          <Picture answer={found.data} />
        </Flex>
      )}
    </Box>
  );
}

function OneField({ field, value, onChange }: { field: FieldOf; value: string; onChange: (value: string) => void }) {
  const jars = useJars().data?.jars ?? [];
  const options = field.options === "jars" ? jars.map((jar) => [jar.id, jar.title] as const) : field.options;
  return (
    <Box gridColumn={field.kind === "text" ? "1 / -1" : undefined}>
      {options ? (
        <Choose label={field.label} value={value} onChange={onChange} options={options} />
      ) : (
        <Figure label={field.label} words={Boolean(field.kind)} value={value} onChange={onChange} />
      )}
    </Box>
  );
}
