/** A recipe that no tested formula is near: three ways on, each one press. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import { useKitchen } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { layFresh } from "./actions";
import { useVerdict } from "./verdict";

const NONE: { id: string; title: string; like: string }[] = [];

export function ThreeWays() {
  const alike = useVerdict((verdict) => verdict.alike) ?? NONE;
  const days = useVerdict((verdict) => verdict.fridge.days);
  const barred = useVerdict((verdict) => verdict.destination === "discard" || verdict.unread_only);
  const measures = useKitchen().data?.measures === "us" ? "us" : "metric";
  const navigate = useNavigate();
  const begin = useMutation({
    mutationFn: (id: string) => api.formulaText(id, measures),
    onSuccess: (written) => layFresh(written.text, "your own recipe", written.id),
  });
  if (alike.length === 0 || barred) return null;
  return (
    <Box mb="4" bg="whey.50" borderWidth="2px" borderColor="ink" borderRadius="sm" p="3" data-three-ways="">
      <Heading as="h2" fontSize="md">
        No tested formula is near this. Three ways on:
      </Heading>
      <Flex as="ol" direction="column" gap="3" mt="2" listStyleType="none">
        <li>
          <Text mb="1">Make a tested one that is like it to eat</Text>
          <Flex gap="2" wrap="wrap">
            {alike.map((one) => (
              <Tap key={one.id} size="sm" onClick={() => begin.mutate(one.id)} aria-busy={begin.isPending}>
                <span>
                  {one.title}
                  <Text as="span" display="block" fontWeight="400" fontSize="xs">
                    {one.like}
                  </Text>
                </span>
              </Tap>
            ))}
          </Flex>
          {begin.error && <Sentence mt="2">{begin.error.message}</Sentence>}
        </li>
        <li>
          <Text mb="1">
            Make this one, and keep it cold: {days === 28 ? "four weeks" : days === 7 ? "a week" : `${days} days`}
          </Text>
          <Tap
            size="sm"
            onClick={() => document.getElementById("begin")?.scrollIntoView({ block: "center", behavior: "smooth" })}
          >
            Begin it for the refrigerator
          </Tap>
        </li>
        <li>
          <Text mb="1">You have it from a tested book or sheet</Text>
          <Tap size="sm" onClick={() => navigate("/recipes/enter")}>
            Enter the tested source
          </Tap>
        </li>
      </Flex>
    </Box>
  );
}
