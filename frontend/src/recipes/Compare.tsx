/** Two or three versions of “the same” recipe side by side, scaled to the same produce, and what merging them would do. */
import { Box, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api } from "../api/client";
import { useFacts, useKitchen } from "../api/queries";
import { layOnBench } from "../draft/useDraft";
import { Sentence } from "../parts/Sentence";
import { AddVersion, MOST } from "./AddVersion";
import { Merged } from "./Merged";
import { VersionsTable } from "./VersionsTable";

export function Compare() {
  const kitchen = useKitchen().data;
  const state = useLocation().state as { texts?: string[]; tasted?: string[] } | null;
  const [texts, setTexts] = useState<string[]>(state?.texts ?? []);
  const [parts, setParts] = useState<Record<string, number>>({});
  const navigate = useNavigate();
  const found = useQuery({
    queryKey: ["compare", useFacts(), texts, parts, kitchen?.altitude, kitchen?.altitude_unit, kitchen?.measures],
    queryFn: () =>
      api.compare({
        texts,
        parts,
        measures: kitchen?.measures,
        ...(kitchen?.altitude_unit === "ft"
          ? { altitude_ft: kitchen.altitude }
          : { altitude_m: kitchen?.altitude ?? null }),
      }),
    enabled: texts.length >= 2 && kitchen !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const toBench = (text: string) => {
    layOnBench({ text });
    navigate("/bench");
  };
  if (!kitchen) return null;
  return (
    <Box maxW="1200px">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        Versions side by side
      </Heading>
      <Text color="ink.soft" mb="3">
        All with as much {found.data?.by ?? "produce"} as the first, so that the figures can be held against one
        another. ◆ marks what differs.
      </Text>
      {state?.tasted && (
        <Box mb="3" data-tasted="">
          <Heading as="h2" fontSize="md">
            How they tasted
          </Heading>
          {state.tasted.map((says) => (
            <Text key={says}>{says}</Text>
          ))}
        </Box>
      )}
      {texts.length < MOST && (
        <AddVersion
          kitchen={kitchen}
          count={texts.length}
          onAdd={(text) => setTexts((now) => [...now, text].slice(0, MOST))}
        />
      )}
      {found.error && <Sentence mt="3">{found.error.message}</Sentence>}
      {texts.length >= 2 && !found.data && !found.error && <Text mt="3">Comparing …</Text>}
      {texts.length === 1 && (
        <Text mt="3">
          <b>{texts[0]?.trim().split("\n")[0]}</b> is here. Add the version to hold against it.
        </Text>
      )}
      {found.data && texts.length >= 2 && (
        <>
          <VersionsTable
            comparison={found.data}
            texts={texts}
            toBench={toBench}
            onRemove={(index) => {
              setParts({});
              setTexts((now) => now.filter((_, position) => position !== index));
            }}
          />
          <Merged
            merged={found.data.merged}
            titles={found.data.versions.map((version) => version.title)}
            onChoose={(part, version) => setParts((now) => ({ ...now, [part]: version }))}
            toBench={toBench}
          />
        </>
      )}
    </Box>
  );
}
