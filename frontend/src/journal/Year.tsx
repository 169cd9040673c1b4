/** Twelve months of jars: put up and gone, by month, drawn; by recipe, with what the next year wants; and why some were thrown out. */
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type YearSeen } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";
import { KINDS } from "../shelf/words";
import { dayOf } from "../stove/useServerClock";

const COLOURS = { put_up: "dill.600", eaten: "mustard.600", given: "frost.600", thrown: "beet.600" } as const;
const WORDS = { put_up: "put up", eaten: "eaten", given: "given", thrown: "thrown out" } as const;
const monthOf = (month: string) => new Date(`${month}-15`).toLocaleDateString("en-GB", { month: "short" });
const GONE = ["eaten", "given", "thrown"] as const;

/** Jars put up stand above the line, jars gone hang below it; each with its figure. */
function Months({ year }: { year: YearSeen }) {
  const most = Math.max(
    1,
    ...year.months.map((month) => Math.max(month.put_up, month.eaten + month.given + month.thrown)),
  );
  const high = (jars: number) => `${Math.round((jars / most) * 96)}px`;
  return (
    <Box role="img" aria-label={year.months.map(said).join(" ")} mb="2">
      <Flex align="stretch" minW="0" aria-hidden="true">
        {year.months.map((month) => (
          <Flex key={month.month} direction="column" flex="1" minW="0" align="center">
            <Flex direction="column" justify="end" h="124px" w="100%" align="center">
              <Text fontSize="xs" fontWeight="650">
                {month.put_up || ""}
              </Text>
              <Box bg={COLOURS.put_up} w="70%" h={high(month.put_up)} />
            </Flex>
            <Box h="2px" bg="ink" w="100%" />
            <Flex direction="column" h="124px" w="100%" align="center">
              {GONE.map((what) => (
                <Box
                  key={what}
                  bg={COLOURS[what]}
                  w="70%"
                  h={high(month[what])}
                  backgroundImage={
                    what === "given"
                      ? "repeating-linear-gradient(45deg, transparent 0 3px, rgba(255,255,255,.55) 3px 5px)"
                      : what === "thrown"
                        ? "repeating-linear-gradient(0deg, transparent 0 2px, rgba(255,255,255,.55) 2px 4px)"
                        : undefined
                  }
                />
              ))}
              <Text fontSize="xs" fontWeight="650">
                {month.eaten + month.given + month.thrown || ""}
              </Text>
            </Flex>
            <Text fontSize="xs">{monthOf(month.month)}</Text>
          </Flex>
        ))}
      </Flex>
    </Box>
  );
}
const said = (month: YearSeen["months"][number]) =>
  `${month.month}: ${month.put_up} put up, ${month.eaten} eaten, ${month.given} given, ${month.thrown} thrown out.`;

function Wanted({ year, row }: { year: YearSeen; row: YearSeen["recipes"][number] }) {
  const client = useQueryClient();
  const revision = useRevision();
  const id = row.formula_id || row.title;
  const wish = year.wishes.find((one) => one.id === id);
  const [jars, setJars] = useState(row.wanted || 6);
  const put = useMutation({
    mutationFn: (many: number) => api.wish({ id, title: row.title, formula_id: row.formula_id, jars: many }),
    onSuccess: (next) => client.setQueryData(["year", revision], next),
  });
  if (wish)
    return (
      <Flex gap="2" align="center" wrap="wrap">
        <Text fontWeight="650">wished: {wish.jars}</Text>
        <Tap size="sm" variant="quiet" aria-label={`no more: ${row.title}`} onClick={() => put.mutate(0)}>
          no more
        </Tap>
      </Flex>
    );
  return (
    <Flex gap="1" align="center">
      <Tap size="sm" aria-label={`Fewer of ${row.title}`} onClick={() => setJars(Math.max(1, jars - 1))}>
        −
      </Tap>
      <Text w="7" textAlign="center">
        {jars}
      </Text>
      <Tap size="sm" aria-label={`More of ${row.title}`} onClick={() => setJars(jars + 1)}>
        +
      </Tap>
      <Tap size="sm" aria-label={`Wish for ${row.title}`} onClick={() => put.mutate(jars)}>
        wish
      </Tap>
    </Flex>
  );
}

export function Year() {
  const revision = useRevision();
  const found = useQuery({ queryKey: ["year", revision], queryFn: api.year, placeholderData: (old) => old });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Counting the year …</Text>;
  const year = found.data;
  const sum = (name: "put_up" | "eaten" | "given" | "thrown" | "left") =>
    year.recipes.reduce((all, one) => all + one[name], 0);
  return (
    <Box data-year={year.last}>
      <Text mb="3" fontSize="lg">
        {dayOf(year.first)} to {dayOf(year.last)}: <b>{sum("put_up")}</b> jars put up, <b>{sum("eaten")}</b> eaten,{" "}
        <b>{sum("given")}</b> given, <b>{sum("thrown")}</b> thrown out; <b>{sum("left")}</b> stand here.
      </Text>
      <Months year={year} />
      <Flex gap="5" wrap="wrap" mb="6" fontSize="sm">
        {(Object.keys(WORDS) as (keyof typeof WORDS)[]).map((what) => (
          <Flex key={what} gap="2" align="center">
            <Box w="4" h="4" bg={COLOURS[what]} aria-hidden="true" />
            {WORDS[what]}
            {what === "put_up" ? ", above the line" : ""}
          </Flex>
        ))}
      </Flex>
      <Flex gap={{ base: 3, md: 6 }} wrap="wrap" mb="6" data-kinds="">
        {[...new Set(year.recipes.map((one) => one.kind))].map((kind) => {
          const mine = year.recipes.filter((one) => one.kind === kind);
          const all = (name: "put_up" | "eaten" | "given" | "left") => mine.reduce((sum, one) => sum + one[name], 0);
          return (
            <Box key={kind} bg="whey.50" borderLeftWidth="5px" borderColor="dill.600" px="3" py="1">
              <Text fontWeight="700">{KINDS[kind] ?? kind}</Text>
              <Text fontSize="sm">
                {all("put_up")} put up, {all("eaten") + all("given")} eaten or given, {all("left")} left
              </Text>
            </Box>
          );
        })}
      </Flex>
      <Heading as="h2" fontSize="lg" mb="1">
        Of each, and for next year
      </Heading>
      <Box as="ul" listStyleType="none">
        {year.recipes.map((row) => (
          <Grid
            as="li"
            key={row.formula_id || row.title}
            templateColumns={{ base: "1fr", md: "minmax(0,1fr) minmax(0,1.2fr) auto" }}
            gap={{ base: 1, md: 4 }}
            py="2"
            borderTopWidth="1px"
            borderColor="whey.300"
            alignItems="center"
            data-year-of={row.title}
          >
            <Text fontFamily="recipe" fontSize="lg">
              {row.title}
            </Text>
            <Text>
              {row.eaten + row.given > 0
                ? `You ${[row.eaten ? `ate ${row.eaten}` : "", row.given ? `gave ${row.given}` : ""].filter(Boolean).join(", ")}, and have ${row.left}.`
                : `None was eaten yet; you have ${row.left}.`}
              {row.thrown > 0 ? ` ${row.thrown} thrown out.` : ""}
              {row.not_found > 0 ? ` ${row.not_found} not found.` : ""}
              {row.wanted > 0 ? ` A year wants ${row.wanted} more.` : ""}
            </Text>
            <Wanted year={year} row={row} />
          </Grid>
        ))}
      </Box>
      {year.thrown.length > 0 && (
        <Box mt="5">
          <Heading as="h2" fontSize="lg">
            Thrown out, and why
          </Heading>
          {year.thrown.map((one) => (
            <Text key={one.why}>
              {one.jars} {one.jars === 1 ? "jar" : "jars"}: {one.why}
            </Text>
          ))}
        </Box>
      )}
    </Box>
  );
}
