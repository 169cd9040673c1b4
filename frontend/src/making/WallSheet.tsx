/** The sheet for the wall: the very drawing that the PDF holds, on the screen. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useLocation, useNavigate } from "react-router";
import { api, type Paper, type PlanIn, type Sheet } from "../api/client";
import { Choose } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

export const PAPERS: readonly (readonly [Paper, string])[] = [
  ["a4", "A4"],
  ["letter", "Letter"],
];

export function WallSheet() {
  const asked = (useLocation().state as { asked?: PlanIn } | null)?.asked;
  const navigate = useNavigate();
  const [paper, setPaper] = useState<Paper>("a4");
  const sheet = useQuery({
    queryKey: ["sheet", asked, paper],
    queryFn: () => api.sheet({ ...(asked as PlanIn), paper }),
    enabled: Boolean(asked),
    retry: false,
  });
  const pdf = useMutation({
    mutationFn: () => api.sheetPdf({ ...(asked as PlanIn), paper }),
    onSuccess: (blob) => {
      const link = document.createElement("a");
      link.href = URL.createObjectURL(blob);
      link.download = `${sheet.data?.title.replace(/[^\w-]+/g, "-").toLowerCase() || "sheet"}.pdf`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 2000);
    },
  });
  if (!asked)
    return (
      <Sentence>
        The sheet is made from a plan. <RouterLink to="/measure">Go to Measure and make.</RouterLink>
      </Sentence>
    );
  const refused = sheet.error ?? pdf.error;
  return (
    <Box>
      <Flex gap="3" align="end" wrap="wrap" mb="4">
        <Heading as="h1" fontSize="2xl" fontWeight="700" flex={{ base: "1 1 100%", md: "1" }}>
          The sheet for the wall
        </Heading>
        <Box w="8rem">
          <Choose label="Paper" value={paper} onChange={(value) => setPaper(value as Paper)} options={PAPERS} />
        </Box>
        <Tap variant="solid" disabled={!sheet.data} aria-busy={pdf.isPending} onClick={() => pdf.mutate()}>
          Save as PDF
        </Tap>
        <Tap onClick={() => navigate("/measure")}>Back</Tap>
      </Flex>
      {refused && <Sentence mb="3">{refused.message}</Sentence>}
      {!sheet.data && !refused && <Text>Drawing the sheet …</Text>}
      {sheet.data && (
        <Text fontSize="sm" mb="2">
          {sheet.data.pages.length === 1 ? "One page." : `${sheet.data.pages.length} pages.`} Print it at 100 %: the
          ruler on it is true to size, and has a bar to check it by.
        </Text>
      )}
      {sheet.data && <Pages pages={sheet.data.pages} />}
    </Box>
  );
}

type Drawn = Sheet["pages"][number];

/** Pages as they are printed, one under the other. */
export function Pages({ pages }: { pages: readonly Drawn[] }) {
  return pages.map((page, index) => (
    <Box
      // biome-ignore lint/suspicious/noArrayIndexKey: a page is its place
      key={index}
      data-page={index + 1}
      tabIndex={0}
      maxW="860px"
      mb="5"
      bg="white"
      borderWidth="1px"
      borderColor="whey.400"
      boxShadow="5px 5px 0 {colors.whey.300}"
      overflowX="auto"
    >
      <Page page={page} />
    </Box>
  ));
}

/** One page, its words as words. */
function Page({ page }: { page: Drawn }) {
  return (
    <svg viewBox={`0 0 ${page.wide} ${page.high}`} style={{ display: "block", width: "100%", minWidth: "560px" }}>
      <title>The sheet</title>
      {page.bars.map((bar, at) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: marks may lie on one another
          key={at}
          x={bar.x}
          y={bar.y}
          width={bar.w}
          height={bar.h}
          fill={bar.black ? "#000000" : bar.filled ? "#e1e5d6" : "none"}
          stroke={bar.filled ? "none" : "#1e2a22"}
          strokeWidth="0.35"
        />
      ))}
      {page.rules.map((rule, at) => (
        <line
          // biome-ignore lint/suspicious/noArrayIndexKey: marks may lie on one another
          key={at}
          x1={rule.x1}
          y1={rule.y1}
          x2={rule.x2}
          y2={rule.y2}
          stroke="#1e2a22"
          strokeWidth={rule.w}
        />
      ))}
      {page.words.map((word, at) => (
        <text
          // biome-ignore lint/suspicious/noArrayIndexKey: marks may lie on one another
          key={at}
          x={word.x}
          y={word.y}
          fill="#1e2a22"
          style={{ fontSize: `${word.size}px`, fontWeight: word.bold ? 700 : 400 }}
        >
          {word.text}
        </text>
      ))}
    </svg>
  );
}
