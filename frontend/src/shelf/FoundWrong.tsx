/** Something is wrong with a jar: where it is seen, what it looks like, and the questions that decide. What is not known counts as the worse. */
import { Box, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link as RouterLink, useParams } from "react-router";
import { api, type WrongEnding } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { SignDrawing } from "./SignDrawing";
import { useJarTell } from "./useJarTell";

type Said = "yes" | "no" | "unknown";
const EDGE: Record<WrongEnding["kind"], string> = {
  thrown: "beet.600",
  fridge: "frost.600",
  leave: "mustard.600",
  eat: "dill.600",
};

function Pressed({ draw, words, onPress }: { draw: readonly string[]; words: string; onPress: () => void }) {
  return (
    <Box
      asChild
      bg="whey.50"
      borderWidth="2px"
      borderColor="ink"
      borderRadius="sm"
      p="2"
      textAlign="center"
      cursor="pointer"
      _hover={{ bg: "whey.200" }}
      _focusVisible={{ outline: "3px solid", outlineColor: "frost.600", outlineOffset: "2px" }}
    >
      <button type="button" onClick={onPress} data-sign={words}>
        <Box display="flex" justifyContent="center">
          <SignDrawing draw={draw} />
        </Box>
        <Text fontSize="md" fontWeight="650" lineHeight="1.2" mt="1">
          {words}
        </Text>
      </button>
    </Box>
  );
}

/** Things to tick: any of them, none of these, or not known. */
function Things({ things, onSay }: { things: readonly string[]; onSay: (said: Said) => void }) {
  const [ticked, setTicked] = useState<readonly string[]>([]);
  return (
    <>
      <Flex direction="column" gap="1" mb="4">
        {things.map((thing) => (
          <Flex as="label" key={thing} gap="3" align="center" minH="11" fontSize="lg" cursor="pointer">
            <input
              type="checkbox"
              checked={ticked.includes(thing)}
              onChange={(event) =>
                setTicked(event.target.checked ? [...ticked, thing] : ticked.filter((one) => one !== thing))
              }
              style={{ width: "24px", height: "24px", flex: "none" }}
            />
            {thing}
          </Flex>
        ))}
      </Flex>
      <Flex gap="3" wrap="wrap">
        {ticked.length > 0 ? (
          <Tap size="lg" variant="solid" onClick={() => onSay("yes")}>
            {ticked.length === 1 ? "That one" : "These"}: go on
          </Tap>
        ) : (
          <>
            <Tap size="lg" onClick={() => onSay("no")}>
              None of these
            </Tap>
            <Tap size="lg" onClick={() => onSay("unknown")}>
              I do not know
            </Tap>
          </>
        )}
      </Flex>
    </>
  );
}

export function FoundWrong() {
  const { batch, jar } = useParams();
  const revision = useRevision();
  const signs = useQuery({ queryKey: ["signs"], queryFn: api.signs, staleTime: Number.POSITIVE_INFINITY });
  const story = useQuery({
    queryKey: ["jar", batch, jar, revision],
    queryFn: () => api.jar(batch ?? "", Number(jar)),
    enabled: Boolean(batch && jar),
    placeholderData: (old) => old,
  });
  const by = useJarTell();
  const [place, setPlace] = useState<string | null>(null);
  const [sign, setSign] = useState<string | null>(null);
  const [answers, setAnswers] = useState<readonly Said[]>([]);
  const [told, setTold] = useState(false);
  const opened = story.data?.life.state === "opened";
  const asked = {
    sign: sign ?? "",
    answers: [...answers],
    opened,
    jar: batch && jar ? ([batch, Number(jar)] as [string, number]) : null,
  };
  const walk = useQuery({
    queryKey: ["walk", asked],
    queryFn: () => api.walk(asked),
    enabled: sign !== null,
    placeholderData: (old) => old,
  });
  const again = (clear: () => void) => {
    setAnswers([]);
    setTold(false);
    clear();
  };
  if (signs.error && !signs.data) return <Sentence>{signs.error.message}</Sentence>;
  if (!signs.data) return <Text role="status">One moment …</Text>;
  const here = signs.data.places.find((one) => one.id === place);
  const seen = here?.signs.find((one) => one.id === sign);
  const title = story.data ? `${story.data.title}, ${story.data.batch}-${story.data.life.number}` : "a jar";
  const ending = walk.data?.sign === sign ? walk.data?.ending : null;
  const question = walk.data?.sign === sign ? walk.data?.question : null;
  return (
    <Box maxW="1100px">
      <Heading as="h1" fontSize="2xl" fontWeight="700" mb="1">
        Something is wrong with{" "}
        <Box as="span" fontFamily="recipe">
          {title}
        </Box>
      </Heading>
      <Text mb="4">Leave it shut while you look. Never taste to find out.</Text>
      <Flex gap="2" wrap="wrap" mb="4">
        {here && (
          <Tap
            size="sm"
            onClick={() =>
              again(() => {
                setPlace(null);
                setSign(null);
              })
            }
          >
            {here.title}: somewhere else
          </Tap>
        )}
        {seen && (
          <Tap size="sm" onClick={() => again(() => setSign(null))}>
            {seen.sign}: something else
          </Tap>
        )}
        {answers.length > 0 && !told && (
          <Tap size="sm" variant="quiet" onClick={() => setAnswers(answers.slice(0, -1))}>
            Take the last answer back
          </Tap>
        )}
      </Flex>
      {!here && (
        <>
          <Heading as="h2" fontSize="lg" mb="2">
            Where is it?
          </Heading>
          <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="3">
            {signs.data.places.map((one) => (
              <Pressed
                key={one.id}
                draw={one.signs[0]?.draw ?? []}
                words={one.title}
                onPress={() => setPlace(one.id)}
              />
            ))}
          </Grid>
        </>
      )}
      {here && !sign && (
        <>
          <Heading as="h2" fontSize="lg" mb="2">
            What does it look like?
          </Heading>
          <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }} gap="3">
            {here.signs.map((one) => (
              <Pressed key={one.id} draw={one.draw} words={one.sign} onPress={() => again(() => setSign(one.id))} />
            ))}
          </Grid>
        </>
      )}
      {walk.error && <Sentence>{walk.error.message}</Sentence>}
      {seen && question && (
        <Flex gap="5" wrap={{ base: "wrap", md: "nowrap" }} data-question={question.number}>
          <SignDrawing draw={seen.draw} size={110} />
          <Box flex="1">
            <Text fontSize={{ base: "xl", md: "2xl" }} fontWeight="700" lineHeight="1.25" mb="4" role="status">
              {question.says}
            </Text>
            {question.things.length > 0 ? (
              <Things key={question.number} things={question.things} onSay={(said) => setAnswers([...answers, said])} />
            ) : (
              <Flex gap="3" wrap="wrap">
                {(
                  [
                    ["yes", "Yes"],
                    ["no", "No"],
                    ["unknown", "I do not know"],
                  ] as const
                ).map(([answer, word]) => (
                  <Tap key={answer} size="lg" minW="28" onClick={() => setAnswers([...answers, answer])}>
                    {word}
                  </Tap>
                ))}
              </Flex>
            )}
          </Box>
        </Flex>
      )}
      {seen && ending && (
        <Box
          borderLeftWidth="10px"
          borderColor={EDGE[ending.kind]}
          bg="whey.50"
          p="4"
          maxW="820px"
          data-ending={ending.outcome}
        >
          <Heading as="h2" fontSize={{ base: "2xl", md: "3xl" }} fontWeight="750" mb="2" role="status">
            {ending.title}
          </Heading>
          <Text fontSize="lg">{ending.says}</Text>
          {ending.also && <Text mt="2">{ending.also}</Text>}
          {ending.if_eaten && (
            <Text mt="3" p="3" bg="beet.100" borderLeftWidth="6px" borderColor="beet.600" data-if-eaten="">
              {ending.if_eaten}
            </Text>
          )}
          {batch && jar && (
            <Box mt="3">
              {told || by.last ? (
                <Flex gap="3" align="center" wrap="wrap">
                  <Text fontWeight="650">It is written to the jar.</Text>
                  {by.last && (
                    <Tap
                      size="sm"
                      variant="quiet"
                      onClick={() => {
                        by.undo();
                        setTold(false);
                      }}
                    >
                      Take that back
                    </Tap>
                  )}
                  <Link asChild textDecoration="underline">
                    <RouterLink to={`/shelf/${batch}/${jar}`}>The jar</RouterLink>
                  </Link>
                </Flex>
              ) : (
                <Tap
                  variant="solid"
                  aria-busy={by.busy}
                  onClick={() => {
                    by.tell({
                      kind: ending.tell,
                      jars: [[batch, Number(jar)]],
                      to: "",
                      note: ending.note,
                      ...(ending.days ? { days: ending.days } : {}),
                    });
                    setTold(true);
                  }}
                >
                  {ending.kind === "thrown"
                    ? "It goes out: write it to the jar"
                    : ending.kind === "fridge"
                      ? "It goes into the refrigerator"
                      : "Write it to the jar"}
                </Tap>
              )}
              {by.error && <Sentence mt="2">{by.error.message}</Sentence>}
            </Box>
          )}
          {ending.mates && (
            <Text mt="4">
              <b>Its batch mates.</b> {ending.mates}
            </Text>
          )}
          <Text mt="4" fontWeight="700">
            What may have made it
          </Text>
          <Box as="ul" pl="5">
            {ending.causes.map((cause) => (
              <li key={cause.says}>
                {cause.says}. Look: {cause.check}.
              </li>
            ))}
          </Box>
          <Text mt="3">
            <b>Next time.</b> {ending.next}
          </Text>
          <Text mt="3" fontSize="sm" color="ink.faint">
            Source: {ending.source}
          </Text>
        </Box>
      )}
    </Box>
  );
}
