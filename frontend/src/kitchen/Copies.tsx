/** Copies of everything: a backup, the open files, and putting a backup in the place of what is here, after a look into it. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { dayOf } from "../stove/useServerClock";

type Holds = Awaited<ReturnType<typeof api.copies>>;

const holdsSays = (holds: Holds) =>
  `${holds.kitchen || "A kitchen"}: ${holds.batches} ${holds.batches === 1 ? "batch" : "batches"}${
    holds.first ? ` from ${dayOf(holds.first)} to ${dayOf(holds.newest)}` : ""
  }, ${holds.jars} jars, ${holds.recipes} recipes`;

export function Copies() {
  const revision = useRevision();
  const client = useQueryClient();
  const found = useQuery({ queryKey: ["copies", revision], queryFn: api.copies, placeholderData: (old) => old });
  const [file, setFile] = useState<File | null>(null);
  const look = useMutation({ mutationFn: (chosen: File) => api.restore(chosen, true) });
  const put = useMutation({
    mutationFn: (chosen: File) => api.restore(chosen, false),
    onSuccess: () => {
      setFile(null);
      client.invalidateQueries();
    },
  });
  const again = () => setTimeout(() => client.invalidateQueries({ queryKey: ["copies"] }), 1500);
  const last = found.data?.last;
  const old = found.data?.old;
  return (
    <Box mt="8" borderTopWidth="2px" borderColor="ink" pt="4" maxW="46rem" data-copies="">
      <Heading as="h2" fontSize="xl" fontWeight="700" mb="2">
        Copies of everything
      </Heading>
      {old && (
        <Sentence mb="3">
          {last ? `The last copy was taken on ${dayOf(last)}.` : "No copy was ever taken."} Take one, and keep it on
          another machine.
        </Sentence>
      )}
      {found.data && (
        <Text mb="3">
          Here: {holdsSays(found.data)}.{last && !old ? ` Last copied on ${dayOf(last)}.` : ""}
        </Text>
      )}
      <Flex gap="3" wrap="wrap" mb="4">
        <Tap asChild>
          <Link href="/api/backup" download onClick={again}>
            Take a backup
          </Link>
        </Tap>
        <Tap asChild>
          <Link href="/api/export" download onClick={again}>
            All of it as open files
          </Link>
        </Tap>
        <Tap asChild variant="outline">
          <label>
            Look into a backup …
            <input
              type="file"
              style={{ position: "absolute", width: "1px", height: "1px", opacity: 0 }}
              aria-label="Look into a backup"
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                event.target.value = "";
                if (chosen) {
                  setFile(chosen);
                  put.reset();
                  look.mutate(chosen);
                }
              }}
            />
          </label>
        </Tap>
      </Flex>
      {look.isPending && <Text role="status">Reading it through …</Text>}
      {look.error && <Sentence>{look.error.message}</Sentence>}
      {file && look.data && (
        <Box bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3">
          <Text mb="2">
            In {file.name}: <b>{holdsSays(look.data)}</b>. It would take the place of what is here, which is kept beside
            it.
          </Text>
          <Flex gap="3" wrap="wrap">
            <Tap variant="warn" aria-busy={put.isPending} onClick={() => !put.isPending && put.mutate(file)}>
              {put.isPending ? "Putting it in place …" : "Put it in place"}
            </Tap>
            <Tap variant="quiet" onClick={() => setFile(null)}>
              Leave all as it is
            </Tap>
          </Flex>
        </Box>
      )}
      {put.error && <Sentence mt="2">{put.error.message}</Sentence>}
      {put.data && (
        <Text role="status" mt="2">
          Restored. What was here is kept as {put.data.kept}.
        </Text>
      )}
    </Box>
  );
}
