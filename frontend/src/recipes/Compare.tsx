/** Two or three versions of “the same” recipe side by side, scaled to the same produce, and what merging them would do. */
import { Box, chakra, Flex, Heading, NativeSelect, Text, Textarea } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, type Comparison, type Kitchen, type Refusal } from "../api/client";
import { useKitchen, useRecipes } from "../api/queries";
import { layOnBench } from "../bench/useDraft";
import { DESTINATIONS } from "../look/levels";
import { DestinationBadge, DestinationMark } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const MOST = 3;
const Th = chakra("th");

export function Compare() {
  const kitchen = useKitchen().data;
  const state = useLocation().state as { texts?: string[] } | null;
  const [texts, setTexts] = useState<string[]>(state?.texts ?? []);
  const found = useQuery({
    queryKey: ["compare", texts, kitchen?.altitude, kitchen?.altitude_unit, kitchen?.measures],
    queryFn: () =>
      api.compare({
        texts,
        measures: kitchen?.measures,
        ...(kitchen?.altitude_unit === "ft"
          ? { altitude_ft: kitchen.altitude }
          : { altitude_m: kitchen?.altitude ?? null }),
      }),
    enabled: texts.length >= 2 && kitchen !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (!kitchen) return null;
  return (
    <Box maxW="1200px">
      <Heading as="h1" fontSize="2xl" fontWeight="700">
        Versions side by side
      </Heading>
      <Text color="ink.soft" mb="3">
        Scaled to the produce of the first, so that the figures can be held against one another. ◆ marks what differs.
      </Text>
      {texts.length < MOST && (
        <AddVersion
          kitchen={kitchen}
          count={texts.length}
          onAdd={(text) => setTexts((now) => [...now, text].slice(0, MOST))}
        />
      )}
      {found.error && <Sentence mt="3">{(found.error as Refusal).message}</Sentence>}
      {texts.length >= 2 && !found.data && !found.error && <Text mt="3">Comparing …</Text>}
      {texts.length === 1 && (
        <Text mt="3">
          <b>{texts[0]?.trim().split("\n")[0]}</b> is here. Add the version to hold against it.
        </Text>
      )}
      {found.data && texts.length >= 2 && (
        <SideBySide
          comparison={found.data}
          texts={texts}
          onRemove={(index) => setTexts((now) => now.filter((_, position) => position !== index))}
        />
      )}
    </Box>
  );
}

function AddVersion({ kitchen, count, onAdd }: { kitchen: Kitchen; count: number; onAdd: (text: string) => void }) {
  const shelf = useRecipes().data;
  const [pasted, setPasted] = useState("");
  const [error, setError] = useState<string | null>(null);
  const choose = async (id: string) => {
    const own = shelf?.recipes.find((one) => one.id === id);
    try {
      onAdd(own ? own.text : (await api.formulaText(id, kitchen.measures === "us" ? "us" : "metric")).text);
    } catch (refused) {
      setError((refused as Refusal).message);
    }
  };
  return (
    <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" mb="3">
      <Text fontWeight="650" mb="2">
        Add version {count + 1} of up to {MOST}
      </Text>
      <Flex gap="3" direction={{ base: "column", md: "row" }}>
        <NativeSelect.Root flex="1">
          <NativeSelect.Field
            aria-label="A kept or tested recipe"
            borderColor="ink"
            value=""
            onChange={(event) => event.target.value && choose(event.target.value)}
          >
            <option value="">one of yours, or a tested one</option>
            {shelf?.recipes.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title} (yours)
              </option>
            ))}
            {shelf?.tested.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        <Flex flex="1.4" gap="2">
          <Textarea
            aria-label="Or paste a recipe"
            placeholder="or paste one here"
            borderColor="ink"
            fontFamily="recipe"
            rows={2}
            value={pasted}
            onChange={(event) => setPasted(event.target.value)}
          />
          <Tap
            size="sm"
            disabled={pasted.trim() === ""}
            onClick={() => {
              onAdd(pasted);
              setPasted("");
            }}
          >
            Add it
          </Tap>
        </Flex>
      </Flex>
      {error && <Sentence mt="2">{error}</Sentence>}
    </Box>
  );
}

interface SideProps {
  comparison: Comparison;
  texts: string[];
  onRemove: (index: number) => void;
}

function SideBySide({ comparison, texts, onRemove }: SideProps) {
  const navigate = useNavigate();
  const { versions, rows, merged } = comparison;
  const toBench = (text: string) => {
    layOnBench({ text });
    navigate("/");
  };
  const look = DESTINATIONS[merged.destination];
  const cell = { borderBottomWidth: "1px", borderColor: "whey.300", px: "2", py: "1.5", textAlign: "left" } as const;
  return (
    <>
      <Box overflowX="auto" tabIndex={0} role="region" aria-label="The versions">
        <Box
          as="table"
          w="100%"
          minW={versions.length > 2 ? "520px" : undefined}
          fontSize={{ base: "sm", md: "md" }}
          borderCollapse="collapse"
        >
          <thead>
            <tr>
              <Box as="td" {...cell} w={{ base: "5.5rem", md: "13rem" }} />
              {versions.map((version, index) => (
                <Th
                  {...cell}
                  key={`${version.title}-${texts[index]?.length}`}
                  verticalAlign="top"
                  fontWeight="400"
                  scope="col"
                >
                  <Text fontWeight="700" fontSize="lg" lineHeight="1.15">
                    {version.title}
                  </Text>
                  <DestinationBadge to={version.destination} />
                  <Text fontSize="xs" color="ink.soft">
                    {version.tested ? `tested: ${version.formula_title}` : (version.worst ?? "not tested")}
                  </Text>
                  <Text fontSize="xs" color="ink.faint">
                    {index === 0 ? "as it stands" : `times ${version.factor.toFixed(2)}`}
                  </Text>
                  <Flex gap="2" mt="1">
                    <Tap
                      size="sm"
                      onClick={() => toBench(texts[index] ?? "")}
                      aria-label={`Open ${version.title} on the Bench`}
                    >
                      Open
                    </Tap>
                    <Tap
                      size="sm"
                      variant="quiet"
                      onClick={() => onRemove(index)}
                      aria-label={`Leave out: ${version.title}`}
                    >
                      Leave out
                    </Tap>
                  </Flex>
                </Th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <Box
                as="tr"
                key={row.group + row.name}
                bg={row.differs ? "mustard.100" : undefined}
                data-differs={row.differs}
              >
                <Th
                  {...cell}
                  fontWeight="500"
                  fontSize="sm"
                  scope="row"
                  borderTopWidth={row.group === "lines" && rows[index - 1]?.group === "figures" ? "3px" : undefined}
                >
                  {row.differs ? (
                    <Text as="span" fontWeight="700">
                      ◆{" "}
                    </Text>
                  ) : null}
                  {row.name}
                </Th>
                {row.values.map((value, position) => (
                  <Box
                    as="td"
                    {...cell}
                    // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                    key={position}
                    fontWeight={row.differs ? 700 : 400}
                    fontVariantNumeric="tabular-nums"
                    borderTopWidth={row.group === "lines" && rows[index - 1]?.group === "figures" ? "3px" : undefined}
                  >
                    {value}
                  </Box>
                ))}
              </Box>
            ))}
          </tbody>
        </Box>
      </Box>
      <Flex
        mt="5"
        gap="4"
        align="center"
        wrap="wrap"
        bg={look.wash}
        borderWidth="2px"
        borderColor={look.color}
        borderRadius="sm"
        p="4"
        data-merged={merged.destination}
      >
        <Box color={look.color}>
          <DestinationMark to={merged.destination} size={56} />
        </Box>
        <Box flex="1 1 20rem">
          <Heading as="h2" fontSize="lg">
            If you merged them
          </Heading>
          <Text>{merged.says}</Text>
          {merged.reasons.length > 0 && (
            <Box as="ul" pl="5" fontSize="sm" mt="1">
              {merged.reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </Box>
          )}
        </Box>
        <Tap onClick={() => toBench(merged.text)}>Lay the merged one on the Bench</Tap>
      </Flex>
    </>
  );
}
