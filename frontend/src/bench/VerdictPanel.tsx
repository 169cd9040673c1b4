/** Where the jars may live, in one glance. Greyed at once by any edit; plain elements, for that is at every key (look/bench.ts). */
import { Text } from "@chakra-ui/react";
import { DESTINATIONS } from "../look/levels";
import { DestinationMark } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { useRefusal, useStale, useVerdict } from "./verdict";

const MARKS = {
  shelf: <DestinationMark to="shelf" size={60} />,
  fridge: <DestinationMark to="fridge" size={60} />,
  discard: <DestinationMark to="discard" size={60} />,
} as const;

export function VerdictPanel() {
  const destination = useVerdict((verdict) => verdict.destination);
  const fridge = useVerdict((verdict) => verdict.fridge.says);
  const stop = useVerdict((verdict) => verdict.stop);
  const stale = useStale();
  const refusal = useRefusal();
  if (refusal) return <Sentence>{refusal}</Sentence>;
  if (!destination) return <Text>Reading …</Text>;
  const { word, says } = DESTINATIONS[destination];
  return (
    <div
      className="panel"
      role="status"
      aria-live="polite"
      aria-busy={stale}
      data-destination={destination}
      data-stale={stale}
    >
      {MARKS[destination]}
      <div>
        <h2 className="panel-word">{stale ? "Reading …" : word}</h2>
        <p className="panel-says">{destination === "fridge" ? fridge : (stop ?? says)}</p>
      </div>
    </div>
  );
}
