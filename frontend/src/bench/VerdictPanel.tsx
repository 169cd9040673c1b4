/** Where the jars may live, in one glance. Greyed at once by any edit; plain elements, for that is at every key (look/bench.ts). */
import type { Verdict } from "../api/client";
import { DESTINATIONS } from "../look/levels";
import { DestinationMark } from "../parts/marks";

const MARKS = {
  shelf: <DestinationMark to="shelf" size={60} />,
  fridge: <DestinationMark to="fridge" size={60} />,
  discard: <DestinationMark to="discard" size={60} />,
} as const;

export function VerdictPanel({ verdict, stale }: { verdict: Verdict; stale: boolean }) {
  const { word, says } = DESTINATIONS[verdict.destination];
  return (
    <div
      className="panel"
      role="status"
      aria-live="polite"
      aria-busy={stale}
      data-destination={verdict.destination}
      data-stale={stale}
    >
      {MARKS[verdict.destination]}
      <div>
        <h2 className="panel-word">{stale ? "Reading …" : word}</h2>
        <p className="panel-says">
          {verdict.destination === "fridge" ? verdict.fridge.says : (stopSays(verdict) ?? says)}
        </p>
      </div>
    </div>
  );
}

/** What stops it, in one sentence: it stands in the panel so that it cannot be missed. */
function stopSays(verdict: Verdict): string | null {
  const stop = verdict.findings.find((finding) => finding.level === "stop");
  if (!stop) return null;
  return `${stop.line === null ? "" : `Line ${stop.line}: `}${stop.says}`;
}
