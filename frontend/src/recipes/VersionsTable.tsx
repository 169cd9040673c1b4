/** The versions side by side, line by line; ◆ marks what differs. */
import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import type { Comparison } from "../api/client";
import { DestinationBadge } from "../parts/marks";
import { Tap } from "../parts/Tap";

const Th = chakra("th");

interface Props {
  comparison: Comparison;
  texts: string[];
  onRemove: (index: number) => void;
  toBench: (text: string) => void;
}

export function VersionsTable({ comparison, texts, onRemove, toBench }: Props) {
  const { versions, rows } = comparison;
  const cell = { borderBottomWidth: "1px", borderColor: "whey.300", px: "2", py: "1.5", textAlign: "left" } as const;
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="The versions">
      {versions.length > 2 && (
        <Text hideFrom="md" fontSize="sm" color="ink.soft" position="sticky" left="0">
          Three versions: move the table sideways.
        </Text>
      )}
      <Box
        as="table"
        w="100%"
        minW={versions.length > 2 ? "640px" : undefined}
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
  );
}
