/** What this kitchen has learnt of itself: each figure beside the handbook's, drawn with its range; used unless it is set aside. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type LearntSeen } from "../api/client";
import { useRevision } from "../api/queries";
import { Sentence } from "../parts/Sentence";
import { Tap } from "../parts/Tap";

const USED: Record<LearntSeen["figures"][number]["learnt"]["kind"], string> = {
  yield: "said on Measure and on the sheet",
  brine: "said on Measure and on the sheet",
  hands: "used by the day, the sheet and the Stove",
  boil: "used by the day, the sheet and the Stove",
};
/** From a third to three times, in the logarithm: the handbook's figure in the middle. */
const place = (ratio: number) => 50 + (Math.log(Math.min(3, Math.max(1 / 3, ratio))) / Math.log(3)) * 50;

function Scale({ low, ratio, high }: { low: number; ratio: number; high: number }) {
  return (
    <svg width="220" height="30" viewBox="0 0 220 30" aria-hidden="true">
      <path d="M10 15 H210" stroke="var(--chakra-colors-whey-400)" strokeWidth="2" />
      <path d="M110 5 V25" stroke="var(--chakra-colors-ink)" strokeWidth="2" strokeDasharray="3 3" />
      <rect
        x={10 + place(low) * 2}
        y="10"
        width={Math.max(2, (place(high) - place(low)) * 2)}
        height="10"
        fill="var(--chakra-colors-dill-300)"
        stroke="var(--chakra-colors-ink)"
      />
      <path d={`M${10 + place(ratio) * 2} 6 V24`} stroke="var(--chakra-colors-dill-700)" strokeWidth="4" />
    </svg>
  );
}

export function LearntPart() {
  const revision = useRevision();
  const client = useQueryClient();
  const key = ["learnt", revision];
  const found = useQuery({ queryKey: key, queryFn: api.learnt, placeholderData: (old) => old });
  const aside = useMutation({ mutationFn: api.setAside, onSuccess: (next) => client.setQueryData(key, next) });
  if (found.error && !found.data) return <Sentence>{found.error.message}</Sentence>;
  if (!found.data) return <Text role="status">Adding up what the batches came to …</Text>;
  const { figures, lots, batches, trims } = found.data;
  return (
    <Box>
      <Text mb="4" maxW="46rem">
        By {batches} finished {batches === 1 ? "batch" : "batches"}. From the third on a figure is this kitchen's own;
        the dashed line is the handbook's. It touches plans, never a verdict or the minutes in the canner.
      </Text>
      {aside.error && <Sentence mb="2">{aside.error.message}</Sentence>}
      {figures.length === 0 && <Text fontSize="lg">Nothing yet: three batches of one kind are wanted.</Text>}
      <Box as="ul" listStyleType="none">
        {figures.map(({ learnt, title, aside: off }) => (
          <Flex
            as="li"
            key={learnt.kind + learnt.key}
            gap="4"
            py="2"
            borderTopWidth="1px"
            borderColor="whey.300"
            align="center"
            wrap={{ base: "wrap", md: "nowrap" }}
            opacity={off ? 0.65 : 1}
            data-learnt={`${learnt.kind} ${learnt.key}`}
          >
            <Box flex="1" minW="14rem">
              <Text fontWeight="650">{title}</Text>
              <Text fontSize="sm" color="ink.soft">
                {off ? "set aside: the handbook's figure is used" : USED[learnt.kind]}; {learnt.batches} batches
              </Text>
            </Box>
            <Scale low={learnt.low} ratio={learnt.ratio} high={learnt.high} />
            <Text w="13rem">
              <b>{learnt.ratio.toFixed(2)}</b> times the usual
              <br />
              <Box as="span" fontSize="sm" color="ink.soft">
                four times in five {learnt.low.toFixed(2)} to {learnt.high.toFixed(2)}
              </Box>
            </Text>
            <Tap
              size="sm"
              aria-label={`${off ? "Use again" : "Set aside"}: ${title}`}
              onClick={() => aside.mutate({ kind: learnt.kind, key: learnt.key, aside: !off })}
            >
              {off ? "Use again" : "Set aside"}
            </Tap>
          </Flex>
        ))}
      </Box>
      {trims.length > 0 && (
        <Box mt="6">
          <Heading as="h2" fontSize="lg">
            What trimming leaves
          </Heading>
          {trims.map(([name, baskets, mine, usual]) => (
            <Text key={name}>
              {name}: <b>{Math.round(mine * 100)} %</b>, by {baskets === 1 ? "one basket" : `${baskets} baskets`} (usual{" "}
              {Math.round(usual * 100)} %); used by Measure
            </Text>
          ))}
        </Box>
      )}
      {lots.length > 0 && (
        <Box mt="6">
          <Heading as="h2" fontSize="lg">
            How the lids held
          </Heading>
          {lots.map((lot) => (
            <Text key={lot.lot} color={lot.bad ? "beet.600" : undefined} fontWeight={lot.bad ? 700 : 400}>
              {lot.lot}: {lot.failed} of {lot.jars} let go
              {lot.bad ? ": a bad lot. Use another, and follow where it went." : "."}
            </Text>
          ))}
        </Box>
      )}
    </Box>
  );
}
