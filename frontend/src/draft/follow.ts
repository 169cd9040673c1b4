/** Half-filled forms kept in the kitchen's data: they survive a reload, follow from laptop to phone, and two screens on one are told of each other. */
import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "../api/client";
import { useDraftNews } from "../api/news";

const KEEP_MS = 500;
const SCREEN_NAME = "rheum.screen";
/** Another screen counts as being at it for so long after its last change. */
const AT_IT_MS = 10 * 60_000;

function screenName(): string {
  try {
    const known = sessionStorage.getItem(SCREEN_NAME);
    if (known) return known;
    const fresh = `screen-${Math.random().toString(36).slice(2, 10)}`;
    sessionStorage.setItem(SCREEN_NAME, fresh);
    return fresh;
  } catch {
    return "screen";
  }
}
export const SCREEN = screenName();

interface Followed<T> {
  /** Tell what this screen has now; kept a moment later. */
  kept: (body: T) => void;
  /** When another screen changed it last; null where none is at it. */
  other: string | null;
}

/** Follows a draft by its name. `take`: what another screen, or this one before a reload, left; null where it was emptied. */
export function useFollow<T>(name: string, take: (body: T) => void, fits: (body: unknown) => body is T): Followed<T> {
  const drafts = useDraftNews((news) => news.drafts);
  const [other, setOther] = useState<string | null>(null);
  const seen = useRef(0);
  const waits = useRef<{ timer: number; body: T } | null>(null);
  const given = useRef({ take, fits });
  given.current = { take, fits };
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again with every piece of news about drafts
  useEffect(() => {
    let left = false;
    api
      .draft(name)
      .then((draft) => {
        if (left || draft.number <= seen.current) return;
        const first = seen.current === 0;
        seen.current = draft.number;
        const foreign = draft.screen !== SCREEN;
        if (foreign && draft.at && Date.parse(draft.now) - Date.parse(draft.at) < AT_IT_MS) setOther(draft.at);
        // What is being typed here is the later word; it is told in a moment.
        if (waits.current || (!foreign && !first)) return;
        if (given.current.fits(draft.body)) given.current.take(draft.body);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [name, drafts]);
  const send = useCallback(() => {
    const waiting = waits.current;
    if (!waiting) return;
    clearTimeout(waiting.timer);
    waits.current = null;
    api
      .keepDraft(name, waiting.body, SCREEN)
      .then((draft) => {
        seen.current = Math.max(seen.current, draft.number);
      })
      .catch(() => undefined);
  }, [name]);
  // A page that is left tells what it has before it goes.
  useEffect(() => {
    window.addEventListener("pagehide", send);
    return () => {
      window.removeEventListener("pagehide", send);
      send();
    };
  }, [send]);
  const kept = useCallback(
    (body: T) => {
      if (waits.current) clearTimeout(waits.current.timer);
      waits.current = { body, timer: window.setTimeout(send, KEEP_MS) };
    },
    [send],
  );
  return { kept, other };
}

/** A form's state that follows: like useState, kept under its name. */
export function useFollowed<T>(name: string, fresh: T, fits: (body: unknown) => body is T) {
  const [value, setValue] = useState<T>(fresh);
  const { kept, other } = useFollow<T>(name, setValue, fits);
  const set = useCallback(
    (change: T | ((now: T) => T)) =>
      setValue((now) => {
        const next = typeof change === "function" ? (change as (now: T) => T)(now) : change;
        kept(next);
        return next;
      }),
    [kept],
  );
  return [value, set, other] as const;
}
