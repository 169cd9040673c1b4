/** What hangs on the wall for a day: one page for the day, one a batch, as they are printed. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { api, type Paper } from "../api/client";
import { useRevision } from "../api/queries";
import { PAPERS, Pages } from "../making/WallSheet";
import { Choose } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";

export function DaySheets() {
  const { id = "" } = useParams();
  const [paper, setPaper] = useState<Paper>("a4");
  const revision = useRevision();
  const sheets = useQuery({ queryKey: ["day-sheets", id, paper, revision], queryFn: () => api.daySheets(id, paper) });
  return (
    <Box>
      <Flex gap="3" align="end" wrap="wrap" mb="4">
        <Heading as="h1" fontSize="2xl" fontWeight="700" flex={{ base: "1 1 100%", md: "1" }}>
          The sheets for the wall
        </Heading>
        <Box w="8rem">
          <Choose label="Paper" value={paper} onChange={(value) => setPaper(value as Paper)} options={PAPERS} />
        </Box>
        <Link href={`/api/days/${id}/sheets.pdf?paper=${paper}`} textDecoration="underline" fontSize="lg">
          Save as PDF
        </Link>
        <Link asChild textDecoration="underline">
          <RouterLink to={`/day/${id}`}>Back to the day</RouterLink>
        </Link>
      </Flex>
      {sheets.error && <Sentence>{sheets.error.message}</Sentence>}
      {!sheets.data && !sheets.error && <Text role="status">Drawing the sheets …</Text>}
      {sheets.data && <Pages pages={sheets.data.pages} />}
    </Box>
  );
}
