/** What was to be changed the next time, met where the recipe is opened again. */
import { Box, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { Link as RouterLink } from "react-router";
import { api } from "../api/client";
import { useRevision } from "../api/queries";
import { dayOf } from "../stove/useServerClock";

export function NextTimeHere({ title, formula }: { title: string; formula: string }) {
  const revision = useRevision();
  const asked = useDeferredValue(title);
  const found = useQuery({
    queryKey: ["next-time", asked, formula, revision],
    queryFn: () => api.nextTime(asked, formula),
    placeholderData: (old) => old,
    staleTime: 60_000,
  });
  const notes = found.data?.notes ?? [];
  if (notes.length === 0) return null;
  return (
    <Box borderLeftWidth="6px" borderColor="mustard.600" bg="whey.50" px="3" py="2" mb="3" data-next-time="">
      {notes.map((note) => (
        <Text key={note.batch_id}>
          <b>This time:</b> {note.note}{" "}
          <Link asChild fontSize="sm" textDecoration="underline">
            <RouterLink to={`/journal/${note.number}`}>
              {note.number}, {dayOf(note.at)}
            </RouterLink>
          </Link>
        </Text>
      ))}
    </Box>
  );
}
