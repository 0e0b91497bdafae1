/** Computed results in the browser: found by key, bounded in bytes, the longest unused go first. */
import { meshOf, resultKey, type ResultRequest, type ValueOf } from "../core/results";
import type { InchHollowDatabase, ResultRow } from "./database";

/** The most that results take, bytes. */
const MOST_RESULT_BYTES = 192 << 20;
/** A use is noted again after so long: not every look is a write. */
const NOTE_USE_MS = 12 * 3_600_000;

export interface Share {
  count: number;
  bytes: number;
}

/** Bytes that a value takes, near enough for a bound: lists of numbers by their length, so that a large drawing is not gone through. */
function bytesOf(x: unknown): number {
  if (typeof x === "string") return x.length;
  if (Array.isArray(x)) return typeof x[0] === "number" ? 8 * x.length : x.reduce((n: number, y) => n + bytesOf(y), 8);
  if (typeof x === "object" && x !== null) return Object.entries(x).reduce((n, [k, y]) => n + k.length + bytesOf(y), 8);
  return 8;
}

export function resultRow<R extends ResultRequest>(request: R, value: ValueOf<R>, now: number, carried: 0 | 1 = 0): ResultRow {
  return { key: resultKey(request), kind: request.kind, mesh: meshOf(request) ?? "", bytes: bytesOf(value), used: now, carried, value };
}

/** Those of these results that are here, in any order; their use is noted. */
export async function findResults(db: InchHollowDatabase, keys: readonly string[], now: number): Promise<ResultRow[]> {
  const rows = (await db.results.bulkGet([...keys])).filter((r) => r !== undefined);
  const stale = rows.filter((r) => now - r.used > NOTE_USE_MS);
  if (stale.length) await db.results.bulkPut(stale.map((r) => ({ ...r, used: now })));
  return rows;
}

/** Keeps results, and lets the longest unused go when there are too many bytes of them. */
export async function keepResults(db: InchHollowDatabase, rows: readonly ResultRow[], most = MOST_RESULT_BYTES): Promise<void> {
  await db.transaction("rw", db.results, async () => {
    await db.results.bulkPut([...rows]);
    await trim(db, most);
  });
}

async function trim(db: InchHollowDatabase, most: number): Promise<void> {
  // Keys of the index only: time of use and bytes, no value is read.
  const sizes = (await db.results.orderBy("[used+bytes]").keys()) as unknown as [number, number][];
  let over = sizes.reduce((n, [, bytes]) => n + bytes, 0) - most;
  if (over <= 0) return;
  const goes: number[] = [];
  for (const [i, [, bytes]] of sizes.entries()) {
    if (over <= 0) break;
    over -= bytes;
    goes.push(i);
  }
  const keys = await db.results.orderBy("[used+bytes]").limit(goes.length).primaryKeys();
  await db.results.bulkDelete(keys);
}

/** Lets go of all of them. */
export const clearResults = (db: InchHollowDatabase): Promise<void> => db.results.clear();

export async function resultsUsage(db: InchHollowDatabase): Promise<Share> {
  const sizes = (await db.results.orderBy("[used+bytes]").keys()) as unknown as [number, number][];
  return { count: sizes.length, bytes: sizes.reduce((n, [, bytes]) => n + bytes, 0) };
}
