/** What the buttons of the Bench do to the draft. */
import type { Change } from "../api/client";
import { type Draft, emptyDraft, withChanges } from "../draft/draft";
import { useDraft } from "../draft/useDraft";
import { isStale } from "./verdict";

const { replace } = useDraft.getState();

/** Applies a remedy's changes. It answers the text that was judged: while a newer one is read, they would land on other lines. */
export function applyChanges(changes: readonly Change[], says: string): void {
  if (!isStale()) replace((now) => withChanges(now, changes), says);
}

/** Another recipe in the place of this one; `says` names what Undo brings back. */
export const layFresh = (text: string, says: string, formulaId: string | null = null): void =>
  replace(() => ({ ...emptyDraft(text), formulaId }), says);

export const setWhole = (part: Partial<Draft>, says: string): void => replace(() => part, says);

export const follow = (formulaId: string | null, title: string): void =>
  replace(() => ({ formulaId }), formulaId ? `following ${title}` : `no longer following ${title}`);
