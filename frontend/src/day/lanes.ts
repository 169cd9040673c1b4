/** Where things stand in the drawing of a day: lanes of hands, burners, canners and of what waits, and a time axis that folds the long waits. */
import type { Day, DayTask } from "../api/client";

export interface Bar {
  task: DayTask;
  from: number;
  to: number;
}

export interface Lane {
  key: string;
  title: string;
  bars: Bar[];
}

const MINUTE = 60_000;
const FOLD_FROM = 150;
const FOLDED = 40;

/** Minutes of the drawing for a moment of the day: a wait that nobody is needed for is drawn short. */
export class Axis {
  readonly folds: { from: number; to: number }[] = [];
  readonly start: number;
  readonly length: number;

  constructor(day: Day) {
    this.start = Math.min(...day.tasks.map((task) => Date.parse(task.start)));
    const end = Math.max(...day.tasks.map((task) => Date.parse(task.end)));
    const busy = day.tasks
      .filter((task) => task.attention !== "none" || task.burner !== null)
      .map((task) => [Date.parse(task.start), Date.parse(task.end)] as const)
      .sort((one, other) => one[0] - other[0]);
    let last = this.start;
    for (const [from, to] of busy) {
      if (from - last > FOLD_FROM * MINUTE) this.folds.push({ from: last, to: from });
      last = Math.max(last, to);
    }
    this.length = this.at(end);
  }

  at(moment: number): number {
    let minutes = (moment - this.start) / MINUTE;
    for (const fold of this.folds) {
      const long = (fold.to - fold.from) / MINUTE;
      if (moment >= fold.to) minutes -= long - FOLDED;
      else if (moment > fold.from) {
        const into = (moment - fold.from) / MINUTE;
        minutes -= into - (into / long) * FOLDED;
      }
    }
    return minutes;
  }

  /** Whole hours to mark, none within a fold. */
  hours(): { at: number; label: string }[] {
    const found = [];
    const first = new Date(this.start);
    first.setMinutes(0, 0, 0);
    for (let hour = first.getTime() + 60 * MINUTE; this.at(hour) < this.length; hour += 60 * MINUTE) {
      if (this.folds.some((fold) => hour > fold.from && hour < fold.to)) continue;
      const when = new Date(hour);
      found.push({ at: this.at(hour), label: `${String(when.getHours()).padStart(2, "0")}:00` });
    }
    return found;
  }
}

export function lanesOf(day: Day, axis: Axis): Lane[] {
  const bar = (task: DayTask): Bar => ({
    task,
    from: axis.at(Date.parse(task.start)),
    to: axis.at(Date.parse(task.end)),
  });
  const lanes: Lane[] = [];
  for (let person = 1; person <= day.people; person++)
    lanes.push({
      key: `hands ${person}`,
      title: day.people > 1 ? `Hands ${person}` : "Hands",
      bars: day.tasks.filter((task) => task.who === person).map(bar),
    });
  const canned = (task: DayTask) => task.pot === "canner" && task.burner !== null;
  day.canners.forEach((title, at) => {
    const bars = day.tasks.filter((task) => task.canner === at && canned(task)).map(bar);
    if (bars.length > 0)
      lanes.push({ key: `canner ${at}`, title: `${title[0]?.toUpperCase()}${title.slice(1)}`, bars });
  });
  for (const burner of day.burners) {
    const bars = day.tasks.filter((task) => task.burner === burner.id && task.pot !== "canner").map(bar);
    if (bars.length > 0) lanes.push({ key: `burner ${burner.id}`, title: `Burner ${burner.id}, ${burner.size}`, bars });
  }
  const waits = day.tasks.filter((task) => task.attention === "none" && task.burner === null).map(bar);
  if (waits.length > 0) lanes.push({ key: "waiting", title: "Waits by itself", bars: waits });
  return lanes;
}
