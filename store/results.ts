/** Computed results in the browser: found by key, bounded in bytes, the longest unused go first. */
import { meshOf, resultKey, type ResultRequest, type ValueOf } from "../core/results";
import type { InchHollowDatabase, ResultRow, ResultUse } from "./database";

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
  if (ArrayBuffer.isView(x)) return x.byteLength;
  if (Array.isArray(x)) return typeof x[0] === "number" ? 8 * x.length : x.reduce((n: number, y) => n + bytesOf(y), 8);
  if (typeof x === "object" && x !== null) return Object.entries(x).reduce((n, [k, y]) => n + k.length + bytesOf(y), 8);
  return 8;
}

export const resultRow = <R extends ResultRequest>(request: R, value: ValueOf<R>, carried: 0 | 1 = 0): ResultRow => ({
  key: resultKey(request),
  kind: request.kind,
  mesh: meshOf(request) ?? "",
  carried,
  value,
});

/** Those of these results that are here, in any order; their use is noted, beside them. */
export async function findResults(db: InchHollowDatabase, keys: readonly string[], now: number): Promise<ResultRow[]> {
  const [rows, uses] = await Promise.all([db.results.bulkGet([...keys]), db.resultUses.bulkGet([...keys])]);
  const old = uses.filter((u) => u !== undefined && now - u.used > NOTE_USE_MS) as ResultUse[];
  if (old.length > 0) await db.resultUses.bulkPut(old.map((u) => ({ ...u, used: now })));
  return rows.filter((r) => r !== undefined);
}

/** Keeps results, and lets the longest unused go when there are too many bytes of them. */
export async function keepResults(
  db: InchHollowDatabase,
  rows: readonly ResultRow[],
  now: number,
  most = MOST_RESULT_BYTES,
): Promise<void> {
  await db.transaction("rw", db.results, db.resultUses, async () => {
    await db.results.bulkPut([...rows]);
    await db.resultUses.bulkPut(rows.map(({ key, value }) => ({ key, bytes: bytesOf(value), used: now })));
    await trim(db, most);
  });
}

/** Use and bytes of all, by the index alone: the longest unused first. */
const sizesOf = async (db: InchHollowDatabase): Promise<[used: number, bytes: number][]> =>
  (await db.resultUses.orderBy("[used+bytes]").keys()) as unknown as [number, number][];

async function trim(db: InchHollowDatabase, most: number): Promise<void> {
  const sizes = await sizesOf(db);
  let over = sizes.reduce((n, [, bytes]) => n + bytes, 0) - most;
  let goes = 0;
  for (; over > 0 && goes < sizes.length; goes++) over -= sizes[goes][1];
  if (goes === 0) return;
  await dropResults(db, await db.resultUses.orderBy("[used+bytes]").limit(goes).primaryKeys());
}

/** Lets go of some, inside a transaction over both tables. */
export async function dropResults(db: InchHollowDatabase, keys: string[]): Promise<void> {
  await db.results.bulkDelete(keys);
  await db.resultUses.bulkDelete(keys);
}

/** Lets go of all of them. */
export const clearResults = (db: InchHollowDatabase): Promise<void> =>
  db.transaction("rw", db.results, db.resultUses, async () => {
    await db.results.clear();
    await db.resultUses.clear();
  });

export async function resultsUsage(db: InchHollowDatabase): Promise<Share> {
  const sizes = await sizesOf(db);
  return { count: sizes.length, bytes: sizes.reduce((n, [, bytes]) => n + bytes, 0) };
}
