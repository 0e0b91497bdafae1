/** A demo that was worked on for years: records like those it has, over the last thirteen months. */
import type { Page } from "@playwright/test";

/** Puts so many more records into the demo and opens it anew. @returns how many have ended in all */
export async function manyRecords(page: Page, more: number): Promise<number> {
  const ended = await page.evaluate(async (n) => {
    const done = <T>(r: IDBRequest<T>): Promise<T> =>
      new Promise((yes, no) => {
        r.onsuccess = () => yes(r.result);
        r.onerror = () => no(new Error(String(r.error)));
      });
    interface Row {
      id: string;
      stepKey: string;
      finishedAt: number | null;
      print?: object;
    }
    const db = await done(indexedDB.open("inch-hollow"));
    const transaction = db.transaction("records", "readwrite");
    const store = transaction.objectStore("records");
    const over = ((await done(store.getAll())) as Row[]).filter((r) => r.finishedAt !== null);
    const day = 86_400_000;
    const first = Date.now() - 400 * day;
    for (let i = 0; i < n; i++) {
      const like = over[i % over.length];
      const startedAt = first + Math.floor((i * 390 * day) / n);
      const came = { good: 0, failed: 0, came: undefined, ...(like.print && { print: { ...like.print, pieces: [] } }) };
      store.put({
        ...like,
        ...came,
        id: `old-${i}`,
        stepKey: `${like.stepKey}/old-${i % 997}`,
        startedAt,
        finishedAt: startedAt + 1_200_000,
      });
    }
    await new Promise((yes) => (transaction.oncomplete = yes));
    db.close();
    return over.length + n;
  }, more);
  await page.reload();
  return ended;
}
