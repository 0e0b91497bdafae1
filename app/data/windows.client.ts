/**
 * The other windows of the program in this browser: which are open, what they show, and word of what each has stored. A window holds a
 * lock as long as it lives, which the browser lets go of even when the window is killed.
 */
import { nanoid } from "nanoid";
import { keep, kept, keptKeys } from "./kept";

const LOCK = "inch-hollow-window-";
const TITLE = "window-title-";

const sameWindow = (): string => {
  try {
    const known = sessionStorage.getItem("window");
    if (known) return known;
    const made = nanoid(10);
    sessionStorage.setItem("window", made);
    return made;
  } catch {
    return nanoid(10);
  }
};

/** Names this window, over a reload too. A tab that was duplicated takes a name of its own when the first is still held. */
export let windowId = sameWindow();

const locks = typeof navigator !== "undefined" && "locks" in navigator ? navigator.locks : undefined;
const holdLock = async (): Promise<void> => {
  if (!locks) return;
  await locks.request(LOCK + windowId, { ifAvailable: true }, async (lock) => {
    if (!lock) {
      windowId = nanoid(10);
      void holdLock();
      return;
    }
    await new Promise(() => undefined);
  });
};
void holdLock().catch(() => undefined);

/** Ids of all open windows; undefined where the browser cannot tell. */
export async function openWindows(): Promise<Set<string> | undefined> {
  if (!locks) return undefined;
  const { held = [] } = await locks.query();
  return new Set(held.flatMap((l) => (l.name?.startsWith(LOCK) ? [l.name.slice(LOCK.length)] : [])).concat(windowId));
}

/** Says what this window shows, so that another can name it. */
export const nameWindow = (title: string): void => keep(TITLE + windowId, title);

/** Titles of the other open windows. */
export async function otherWindows(): Promise<string[]> {
  const open = await openWindows();
  const titles: string[] = [];
  for (const key of keptKeys(TITLE)) {
    const id = key.slice(TITLE.length);
    if (id === windowId) continue;
    if (open && !open.has(id)) keep(key, null);
    else titles.push(kept(key) ?? "");
  }
  return titles.filter(Boolean);
}

/** What another window says it has stored: the scene, or null for all that is about scenes as such. */
export interface Stored {
  sceneId: string | null;
}

const channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("inch-hollow");

/** Tells the other windows that something was stored. */
export const tellStored = (sceneId: string | null): void => channel?.postMessage({ sceneId } satisfies Stored);

/** Hears of what other windows have stored. @returns ends it */
export function onStoredElsewhere(act: (stored: Stored) => void): () => void {
  const hear = (e: MessageEvent<Stored>): void => act(e.data);
  channel?.addEventListener("message", hear);
  return () => channel?.removeEventListener("message", hear);
}
