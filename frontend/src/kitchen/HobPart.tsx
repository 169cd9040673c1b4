/** How many burners there are, and which are large: the day is laid out over them. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { api, type Hob } from "../api/client";
import { useChanged, useHob } from "../api/queries";
import { Choose } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";

const MANY = Array.from({ length: 7 }, (_, figure) => [String(figure), String(figure)] as const);

export function HobPart() {
  const hob = useHob().data;
  const changed = useChanged();
  const save = useMutation({ mutationFn: (next: Hob) => api.setHob(next), onSuccess: (next) => changed("hob", next) });
  if (!hob) return null;
  return (
    <Box mt="8" maxW="34rem">
      <Heading as="h2" fontSize="lg" mb="1">
        Burners
      </Heading>
      <Text fontSize="sm" color="ink.soft" mb="2">
        A canner wants a large one. The day is laid out over these.
      </Text>
      <Flex gap="3">
        <Box w="9rem">
          <Choose
            label="Large burners"
            value={String(hob.large)}
            onChange={(value) => save.mutate({ ...hob, large: Number(value) })}
            options={MANY}
          />
        </Box>
        <Box w="9rem">
          <Choose
            label="Small burners"
            value={String(hob.small)}
            onChange={(value) => save.mutate({ ...hob, small: Number(value) })}
            options={MANY}
          />
        </Box>
      </Flex>
      {save.error && <Sentence mt="2">{save.error.message}</Sentence>}
    </Box>
  );
}
