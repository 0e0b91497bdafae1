/**
 * Lists that went to another device, and lists that came from one: kept beside the scenes, never part of a bundle or of undo. One that was
 * handed out waits for its answer; one that is carried holds what was said of it.
 */
import type { AwayList, Handed } from "../core/away";
import type { CarriedRow, HandedRow } from "./awayRows";
import type { InchHollowDatabase } from "./database";

/** An answer comes within days; after so long nobody brings one. */
const KEPT_MS = 60 * 86_400_000;

export const carriedLists = async (db: InchHollowDatabase): Promise<CarriedRow[]> =>
  (await db.away.toArray()).filter((r) => r.role === "carried").sort((a, b) => b.openedAt - a.openedAt);

export async function handedList(db: InchHollowDatabase, id: string): Promise<HandedRow | undefined> {
  const row = await db.away.get(id);
  return row?.role === "handed" ? row : undefined;
}

/** Keeps what was handed out, and lets go of what is too old to be answered. */
export const keepHanded = (db: InchHollowDatabase, handed: Handed): Promise<void> =>
  db.transaction("rw", db.away, async () => {
    const old = (await db.away.toArray()).filter((r) => r.role === "handed" && handed.at - r.at > KEPT_MS);
    await db.away.bulkDelete(old.map((r) => r.id));
    await db.away.put({ ...handed, role: "handed" });
  });

/** Takes a list in; one that is here already keeps what was said of it. @returns the list as it is carried */
export const carry = (db: InchHollowDatabase, list: AwayList, code: string | null, now: number): Promise<CarriedRow> =>
  db.transaction("rw", db.away, async () => {
    // The device that handed it out may carry it too: as another row.
    const id = `carried-${list.id}`;
    const there = await db.away.get(id);
    const row: CarriedRow =
      there?.role === "carried"
        ? { ...there, list, code: code ?? there.code }
        : { id, role: "carried", at: list.at, list, openedAt: now, code, inHand: null, said: [], pictures: [], notes: [] };
    await db.away.put(row);
    return row;
  });

/** Changes one carried list, read and written in one go: two windows never overwrite each other's steps. */
export const changeCarried = (
  db: InchHollowDatabase,
  id: string,
  change: (row: CarriedRow) => CarriedRow,
): Promise<CarriedRow | undefined> =>
  db.transaction("rw", db.away, async () => {
    const row = await db.away.get(id);
    if (row?.role !== "carried") return undefined;
    const next = change(row);
    await db.away.put(next);
    return next;
  });
