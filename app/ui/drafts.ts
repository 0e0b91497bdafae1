/**
 * What is typed and not yet stored. A field that goes away with wrong text in it leaves the text here, and takes it up again when it is
 * shown next; when the page is left, hidden or torn away every field first stores what it can.
 */
import { keep, kept } from "~app/data/kept";

const PREFIX = "draft-";

interface Draft {
  typed: string;
  /** What the field held when this was typed: another value means that the draft is out of date. */
  over: string;
}

export function takeDraft(key: string, over: string): string | null {
  const text = kept(PREFIX + key);
  if (text === null) return null;
  try {
    const draft = JSON.parse(text) as Partial<Draft>;
    if (draft.over === over && typeof draft.typed === "string") return draft.typed;
  } catch {
    // Not a draft.
  }
  keep(PREFIX + key, null);
  return null;
}

export const leaveDraft = (key: string, typed: string, over: string): void =>
  keep(PREFIX + key, JSON.stringify({ typed, over } satisfies Draft));
export const dropDraft = (key: string): void => keep(PREFIX + key, null);

const leaving = new Set<() => void>();
let listens = false;

/** Calls `act` when the page is hidden or goes away. @returns ends it */
export function onLeaving(act: () => void): () => void {
  if (!listens) {
    listens = true;
    const all = (): void => leaving.forEach((a) => a());
    document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && all());
    window.addEventListener("pagehide", all);
  }
  leaving.add(act);
  return () => leaving.delete(act);
}
