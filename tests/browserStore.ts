/** What a browser keeps beside its database, for tests: its small store, and the windows that are open. */
import { vi } from "vitest";

/** A localStorage in memory. */
export class KeptTexts implements Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length"> {
  readonly texts = new Map<string, string>();
  get length(): number {
    return this.texts.size;
  }
  getItem = (key: string): string | null => this.texts.get(key) ?? null;
  setItem = (key: string, value: string): void => void this.texts.set(key, value);
  removeItem = (key: string): void => void this.texts.delete(key);
  key = (i: number): string | null => [...this.texts.keys()][i] ?? null;
}

/** This browser, with these windows open beside the one that is tested. @returns what it keeps */
export function browserWith(openWindows: readonly string[] = []): KeptTexts {
  const texts = new KeptTexts();
  vi.stubGlobal("localStorage", texts);
  vi.stubGlobal("navigator", {
    locks: {
      request: () => Promise.resolve(),
      query: () => Promise.resolve({ held: openWindows.map((id) => ({ name: `inch-hollow-window-${id}` })) }),
    },
  });
  return texts;
}
