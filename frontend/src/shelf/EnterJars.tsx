/** Jars that stood there before Rheum: entered as they stand, unjudged, and they say so. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { api, newId } from "../api/client";
import { useJars } from "../api/queries";
import { AlsoThere } from "../draft/AlsoThere";
import { useFollowed } from "../draft/follow";
import { Choose, Figure, numberOf } from "../parts/Figure";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

interface Typed {
  title: string;
  jars: string;
  jar: string;
  made: string;
  place: "shelf" | "fridge";
  notes: string;
}
const FRESH: Typed = { title: "", jars: "", jar: "pint", made: "", place: "shelf", notes: "" };
const isTyped = (body: unknown): body is Typed =>
  typeof body === "object" && body !== null && typeof (body as Typed).title === "string" && "made" in body;

export function EnterJars() {
  const sizes = useJars().data?.jars ?? [];
  const [typed, setTyped, other] = useFollowed<Typed>("enter-jars", FRESH, isTyped);
  const id = useRef(newId());
  const navigate = useNavigate();
  const client = useQueryClient();
  const set = (name: keyof Typed) => (value: string) => setTyped((now) => ({ ...now, [name]: value }));
  const many = numberOf(typed.jars);
  const entering = useMutation({
    mutationFn: () =>
      api.enterJars({
        id: id.current,
        title: typed.title,
        jars: many ?? 0,
        jar: typed.jar,
        made_on: typed.made || null,
        place: typed.place,
        notes: typed.notes,
      }),
    onSuccess: (entered) => {
      setTyped(FRESH);
      client.invalidateQueries({ queryKey: ["alive"] });
      navigate(`/shelf/${entered.batch}`);
    },
  });
  return (
    <Box maxW="640px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="1">
        Jars from before Rheum
      </Heading>
      <Text mb="4">
        They get a place and a number like the others. Nobody here saw them made, so they are not judged, and their
        labels say so. What nobody knows the age of goes out, unopened.
      </Text>
      <AlsoThere other={other} />
      <Flex direction="column" gap="3" maxW="26rem">
        <Figure words label="What is in them" value={typed.title} onChange={set("title")} />
        <Figure
          label="How many jars"
          value={typed.jars}
          onChange={set("jars")}
          hint={Number.isNaN(many ?? 1) ? "A whole number, please." : undefined}
        />
        <Choose
          label="Of which size"
          value={typed.jar}
          onChange={set("jar")}
          options={sizes.map((jar) => [jar.id, jar.title] as const)}
        />
        <Figure type="date" label="Made on, at least about" value={typed.made} onChange={set("made")} />
        <Choose
          label="They stand"
          value={typed.place}
          onChange={set("place")}
          options={[
            ["shelf", "on the shelf"],
            ["fridge", "in the refrigerator"],
          ]}
        />
        <Figure words label="What is known of them" value={typed.notes} onChange={set("notes")} />
        {entering.error && <Sentence>{entering.error.message}</Sentence>}
        <Tap
          variant="solid"
          alignSelf="start"
          disabled={typed.title.trim() === "" || many === null || Number.isNaN(many)}
          aria-busy={entering.isPending}
          onClick={() => !entering.isPending && entering.mutate()}
        >
          Put them on the shelf
        </Tap>
      </Flex>
    </Box>
  );
}
