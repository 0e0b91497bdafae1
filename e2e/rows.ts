/** What the store of the browser holds, for tests that need what no page can bring about. */
import type { Page } from "@playwright/test";

/** All rows of a table. */
export const storedRows = <T extends object>(page: Page, table: string): Promise<T[]> =>
  page.evaluate(
    (of) =>
      new Promise<T[]>((yes, no) => {
        const opening = indexedDB.open("inch-hollow");
        opening.onsuccess = () => {
          const read = opening.result.transaction(of).objectStore(of).getAll();
          read.onsuccess = () => (opening.result.close(), yes(read.result as T[]));
          read.onerror = () => no(new Error(String(read.error)));
        };
      }),
    table,
  );

/** The one of this id. */
export async function storedRow<T extends object>(page: Page, table: string, id: string): Promise<T & { id: string }> {
  const row = (await storedRows<T & { id: string }>(page, table)).find((r) => r.id === id);
  if (!row) throw new Error(`There is no “${id}” among ${table}.`);
  return row;
}

/** Puts a row, as an older program or a file would have left it: no schema is asked. */
export const putRow = (page: Page, table: string, row: object): Promise<void> =>
  page.evaluate(
    ([of, put]) =>
      new Promise<void>((yes, no) => {
        const opening = indexedDB.open("inch-hollow");
        opening.onsuccess = () => {
          const transaction = opening.result.transaction(of, "readwrite");
          transaction.objectStore(of).put(put);
          transaction.oncomplete = () => (opening.result.close(), yes());
          transaction.onerror = () => no(new Error(String(transaction.error)));
        };
      }),
    [table, row] as const,
  );
