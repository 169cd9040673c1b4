/** News as it comes: the server holds the question until something was told, and every screen follows the others at once. */
import type { QueryClient } from "@tanstack/react-query";
import { create } from "zustand";
import { type Alive, api } from "./client";

const AGAIN_MS = 1000;
const HELD_MS = 500;

/** How far the drafts are, for whoever follows one. */
export const useDraftNews = create<{ drafts: number }>(() => ({ drafts: -1 }));

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** What follows from a piece of news: what stands under the revision is asked for again by itself, batches and the Stove here. */
function taken(client: QueryClient, before: Alive | undefined, now: Alive): void {
  client.setQueryData(["alive"], now);
  useDraftNews.setState({ drafts: now.drafts });
  if (before && before.server === now.server && before.events === now.events) return;
  client.invalidateQueries({ queryKey: ["stove"] });
  client.invalidateQueries({ queryKey: ["batch"] });
  client.invalidateQueries({ queryKey: ["day-now"] });
}

let listening = false;

/** Listens for as long as the page lives. */
export async function listen(client: QueryClient): Promise<void> {
  if (listening) return;
  listening = true;
  let last: Alive | undefined;
  for (;;) {
    const asked = performance.now();
    try {
      const now = await api.news(last?.token ?? "");
      if (now.token !== last?.token) taken(client, last, now);
      // Answered at once with nothing new: too many screens wait already.
      else if (performance.now() - asked < HELD_MS) await pause(AGAIN_MS);
      last = now;
    } catch {
      last = undefined;
      await pause(AGAIN_MS);
    }
  }
}
