/** What becomes of a piece of work when a row that it names goes. */
import { isWork, kindOf, type WorkItem } from "./kinds";
import type { Reference } from "./kind";

/** A piece of work whose references that may go are emptied where they lead nowhere. */
export function loosened(item: WorkItem, leads: (table: Reference["table"], id: string) => boolean): WorkItem {
  if (!isWork(item)) return item;
  const loose = kindOf(item)
    .refers(item)
    .filter((r) => r.mayGo && !leads(r.table, r.id));
  return loose.length === 0 ? item : ({ ...item, ...Object.fromEntries(loose.map((r) => [r.field, null])) } as WorkItem);
}
