/** In which order rows of a table stand, however they were come by. */
import type { Printer } from "../print";
import type { Rows, RowTable } from "./tables";

const nameOf = (row: object): string => ("id" in row ? (row.id as string) : (row as { name: string }).name);
/** Filament before resin, large before small: the order in which machines are thought of, whatever they are called. */
const machinesInOrder = (a: Printer, b: Printer): number =>
  Number(a.process === "resin") - Number(b.process === "resin") || bedMm3(b) - bedMm3(a) || (a.id < b.id ? -1 : 1);
const bedMm3 = ({ bedMm: [x, y, z] }: Printer): number => x * y * z;

/** In the order in which the store gives them, whenever they were read. */
const byKey = (a: object, b: object): number => {
  const [x, y] = [nameOf(a), nameOf(b)];
  return x < y ? -1 : x > y ? 1 : 0;
};
const ORDERS: { [T in RowTable]?: (a: Rows[T], b: Rows[T]) => number } = {
  parts: (a, b) => a.order - b.order,
  records: (a, b) => a.startedAt - b.startedAt,
  printers: machinesInOrder,
};

/** Rows of a table in the order in which a page has them; sorts the list itself. */
export function inOrder<T extends RowTable>(table: T, rows: Rows[T][]): Rows[T][] {
  const order = ORDERS[table];
  return rows.sort((a, b) => (order?.(a, b) ?? 0) || byKey(a, b));
}
