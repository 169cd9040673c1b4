/** The page's title: the batch and its clock, so that a tab that nobody looks at tells them too. */
import { useEffect } from "react";
import { useStove } from "../api/queries";
import { clockFace, useServerClock } from "../stove/useServerClock";

export function useTitle(place: string, path: string): void {
  const stove = useStove().data;
  const now = useServerClock(stove?.now);
  const one = /^\/stove\/(.+)/.exec(path)?.[1];
  const clock = stove?.together.clocks.find((clock) => clock.kind !== "cooling" && (!one || clock.batch_id === one));
  const batch = stove?.batches.find((batch) => batch.snapshot.id === one);
  const left = clock
    ? clock.over || Date.parse(clock.ends_at) <= now
      ? "over"
      : clockFace(Date.parse(now < Date.parse(clock.may_end_at) ? clock.may_end_at : clock.ends_at) - now)
    : "";
  const title = clock
    ? `${left} ${clock.number} ${clock.says}`.replace("  ", " ")
    : batch
      ? `${batch.snapshot.number} ${batch.state.headline}`
      : place;
  useEffect(() => {
    document.title = `${title} · Rheum`;
  }, [title]);
}
