/** The clock of a task: a soak, a salting, a pot that simmers. Where its minutes are a range, it says when it may end. */
import type { TaskStanding } from "../api/client";
import { BigClock } from "./BigClock";
import { dayTime } from "./useServerClock";

export function TaskClock({ clock, now }: { clock: NonNullable<TaskStanding["clock"]>; now: number }) {
  const [start, low, high] = [clock.started_at, clock.may_end_at, clock.ends_at].map((at) => Date.parse(at)) as [
    number,
    number,
    number,
  ];
  const range = high > low;
  // Until it may end the clock runs to that; then to the latest.
  const ends = now < low || !range ? clock.may_end_at : clock.ends_at;
  const says = range
    ? now < low
      ? `since ${dayTime(clock.started_at, now)}; from ${dayTime(clock.may_end_at, now)}, at the latest ${dayTime(clock.ends_at, now)}`
      : `may be done since ${dayTime(clock.may_end_at, now)}, at the latest ${dayTime(clock.ends_at, now)}`
    : `since ${dayTime(clock.started_at, now)}, over at ${dayTime(clock.ends_at, now)}`;
  return (
    <BigClock
      startedAt={clock.started_at}
      endsAt={ends}
      minutes={(Date.parse(ends) - start) / 60_000}
      now={now}
      says={says}
    />
  );
}
