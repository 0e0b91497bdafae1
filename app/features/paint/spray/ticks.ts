/** What was covered before spraying: ticked in this browser until the evening is over. */
import { useState } from "react";
import { keep, kept } from "~app/data/kept";

/** Ticks of another day say nothing of today. */
const HOLDS_MS = 12 * 3_600_000;

function stored(key: string): { at: number; keys: string[] } {
  try {
    const read: unknown = JSON.parse(kept(key) ?? "null");
    const { at, keys } = read as { at: number; keys: string[] };
    return Number.isFinite(at) && Date.now() - at < HOLDS_MS && Array.isArray(keys)
      ? { at, keys: keys.filter((k) => typeof k === "string") }
      : { at: 0, keys: [] };
  } catch {
    return { at: 0, keys: [] };
  }
}

export function useTicks(sceneId: string): [ReadonlySet<string>, (key: string, on: boolean) => void] {
  const key = `bare-${sceneId}`;
  const [keys, setKeys] = useState(() => stored(key).keys);
  const tick = (which: string, on: boolean): void =>
    setKeys((now) => {
      const next = on ? [...now.filter((k) => k !== which), which] : now.filter((k) => k !== which);
      keep(key, JSON.stringify({ at: Date.now(), keys: next }));
      return next;
    });
  return [new Set(keys), tick];
}
