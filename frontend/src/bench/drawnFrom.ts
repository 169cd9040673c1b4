/** A part of the Bench that is drawn again only when what it reads of the verdict has changed. It is given no more of the
 *  verdict than it names, so that it cannot show what it would not notice changing. */
import { type FunctionComponent, memo } from "react";
import type { Verdict } from "../api/client";

export function drawnFrom<K extends keyof Verdict>(...keys: readonly K[]) {
  type Read = { verdict: Pick<Verdict, K> | null };
  return <R extends object = object>(part: FunctionComponent<R & Read>) =>
    memo(part, (before, now) => {
      const { verdict: old, ...rest } = before;
      const { verdict: fresh, ...others } = now;
      const same = (a: object, b: object) =>
        Object.entries(a).every(([name, value]) => Object.is(value, (b as Record<string, unknown>)[name]));
      if (!same(rest, others)) return false;
      return old === fresh || (old !== null && fresh !== null && keys.every((key) => Object.is(old[key], fresh[key])));
    });
}
