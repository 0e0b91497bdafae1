/** How the browser keeps what is stored: for good or at its pleasure, and how much room there is. */
import { kept, keep } from "./kept";

const ASKED = "asked-to-keep";

/** Asks the browser once to keep what is stored, even when it wants room: when the first thing of worth was stored. */
export function keepForGood(): void {
  if (kept(ASKED) || typeof navigator === "undefined" || !navigator.storage?.persist) return;
  keep(ASKED, "1");
  navigator.storage.persist().catch(() => undefined);
}

export interface Room {
  /** True: kept for good; null: the browser does not say. */
  kept: boolean | null;
  usedBytes: number | null;
  quotaBytes: number | null;
}

export async function room(): Promise<Room> {
  try {
    const [persisted, estimate] = await Promise.all([navigator.storage.persisted(), navigator.storage.estimate()]);
    return { kept: persisted, usedBytes: estimate.usage ?? null, quotaBytes: estimate.quota ?? null };
  } catch {
    return { kept: null, usedBytes: null, quotaBytes: null };
  }
}
