/** Where the jars may live, in one glance. Greyed at once by any edit; plain elements, for that is at every key (look/bench.ts). */
import { Text } from "@chakra-ui/react";
import { DESTINATIONS } from "../look/levels";
import { DestinationMark, UnheardMark } from "../parts/marks";
import { Sentence } from "../parts/Sentence";
import { useRefusal, useStale, useVerdict } from "./verdict";

const MARKS = {
  shelf: <DestinationMark to="shelf" size={60} />,
  fridge: <DestinationMark to="fridge" size={60} />,
  discard: <DestinationMark to="discard" size={60} />,
  unheard: <UnheardMark size={60} />,
} as const;

export function VerdictPanel() {
  const destination = useVerdict((verdict) => verdict.destination);
  const fridge = useVerdict((verdict) => verdict.fridge.says);
  const stop = useVerdict((verdict) => verdict.stop);
  const unheard = useVerdict((verdict) => (verdict.unread_only ? verdict.unread.length : 0)) ?? 0;
  const where = useVerdict((verdict) => {
    const lines = [...new Set(verdict.unread.map((one) => one.line))];
    return `${lines.length === 1 ? "Line" : "Lines"} ${lines.slice(0, 4).join(", ")}${lines.length > 4 ? " …" : ""}`;
  });
  const steps = useVerdict((verdict) => verdict.method.says) ?? "";
  const stale = useStale();
  const refusal = useRefusal();
  if (refusal) return <Sentence>{refusal}</Sentence>;
  if (!destination) return <Text>Reading …</Text>;
  const { word, says } = DESTINATIONS[destination];
  const heading =
    unheard > 0
      ? `Not heard yet: ${unheard} ${unheard === 1 ? "line" : "lines"}`
      : steps
        ? `${word}, by the tested steps`
        : word;
  return (
    <div
      className="panel"
      role="status"
      aria-live="polite"
      aria-busy={stale}
      data-destination={unheard > 0 ? "unheard" : destination}
      data-stale={stale}
    >
      {unheard > 0 ? MARKS.unheard : MARKS[destination]}
      <div>
        <h2 className="panel-word">{stale ? "Reading …" : heading}</h2>
        <p className="panel-says">
          {unheard > 0
            ? `${where}: say what it is, beside it. Until then, refrigerator only.`
            : destination === "fridge"
              ? fridge
              : (stop ?? (steps || says))}
        </p>
      </div>
    </div>
  );
}
