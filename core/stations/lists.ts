/** `list.add`, `list.set`, `list.drop` and `list.move`: things in a list of a row, or rows of the workshop. */
import Joi from "joi";
import { id } from "../field";
import { keyOfRow } from "../rows";
import {
  change,
  clears,
  itemKey,
  merged,
  Refused,
  saidOf,
  saysSomething,
  withItem,
  withItems,
  type Command,
  type Edit,
  type Said,
} from "./command";
import { rowOf, type List, type RowList, type TableList } from "./said";

type Names = Record<string, unknown>;

interface OfList {
  list: string;
  of?: string;
}

export interface ListCommands {
  "list.add": OfList & { items: unknown[]; at?: number };
  "list.set": OfList & Said & { key: string };
  "list.drop": OfList & { keys: string[] };
  "list.move": OfList & { key: string; to: number };
}

const isTable = (list: List): list is TableList => "rows" in list;

/** The list inside a row, and the row with another in its place. */
const itemsIn = (row: Names, at: readonly string[]): unknown[] =>
  at.reduce<unknown>((x, k) => (x as Names | undefined)?.[k], row) as unknown[];
function withList(row: Names, [first, ...rest]: readonly string[], items: unknown[]): Names {
  return { ...row, [first]: rest.length === 0 ? items : withList(row[first] as Names, rest, items) };
}

/** @param lists all lists, by their name in the payload's `list` */
export function listCommands(lists: Readonly<Record<string, List>>): { [N in keyof ListCommands]: Command<ListCommands[N]> } {
  const names = (some: (list: List) => boolean): Joi.Schema =>
    Joi.string().valid(
      ...Object.entries(lists)
        .filter(([, l]) => some(l))
        .map(([name]) => name),
    );
  const tables = ({ list }: OfList): List["tables"] => lists[list].tables;
  const inRow = (list: string): RowList => lists[list] as RowList;
  const called = (list: string, what: "add" | "set" | "drop" | "move"): string => {
    const { label } = inRow(list);
    return typeof label === "string" ? label : label[what];
  };
  const payload = (some: (list: List) => boolean, keys: Joi.SchemaMap): Joi.ObjectSchema =>
    Joi.object({ list: names(some), ...keys })
      .options({ presence: "required" })
      .append({ of: id.optional() });
  const changed = async (e: Edit, { list, of }: OfList, to: (items: unknown[], row: Names) => unknown[]): Promise<Names> => {
    const { table, at, most } = inRow(list);
    const row = await rowOf(e, table, of);
    const before = itemsIn(row, at);
    if (before === undefined && at.length > 1) throw new Refused("print.none", "No print settings were saved with that entry.");
    const next = to(before ?? [], row);
    if (most && next.length > most.items && next.length > (before ?? []).length) throw new Refused("list.full", most.message);
    return withList(row, at, next);
  };
  return {
    "list.add": {
      tables,
      schema: payload(() => true, { items: Joi.array().min(1).max(5000), at: Joi.number().integer().min(0).optional() }),
      label: ({ list, items }) => {
        const l = lists[list];
        return isTable(l) ? l.label(items[0] as Names) : called(list, "add");
      },
      apply: async (e, { list, of, items, at }) => {
        const l = lists[list];
        if (isTable(l)) {
          for (const item of items as Names[]) await addRow(e, l, item);
          return;
        }
        const row = await changed(e, { list, of }, (before) => added(before, items, l.by, at));
        await l.check?.(e, row, items);
        await e.put(l.table, row as never);
      },
    },
    "list.set": {
      tables,
      schema: payload((l) => !isTable(l) && l.by !== null, { key: itemKey, change: change.min(0) })
        .append({ clears })
        .custom(saysSomething),
      label: ({ list }) => called(list, "set"),
      apply: async (e, { list, of, key, ...sent }) => {
        const said = saidOf(sent);
        const { table, by, fixed = [], check } = inRow(list);
        let item: Names = {};
        const row = await changed(e, { list, of }, (before) => {
          const all = before as Names[];
          const was = all.find((x) => x[by!] === key);
          const stay = Object.fromEntries(fixed.map((f) => [f, was?.[f]]));
          const next = withItem(all, by!, key, { ...said, ...stay });
          item = next.find((x) => x[by!] === key) ?? merged(was ?? {}, said);
          return next;
        });
        await check?.(e, row, [item]);
        await e.put(table, row as never);
      },
    },
    "list.drop": {
      tables,
      schema: payload(() => true, { keys: Joi.array().min(1).max(5000).items(itemKey) }),
      label: ({ list }) => {
        const l = lists[list];
        return isTable(l) ? l.dropLabel : called(list, "drop");
      },
      apply: async (e, { list, of, keys }) => {
        const l = lists[list];
        if (isTable(l)) {
          for (const key of keys) {
            await l.drop?.(e, key);
            await e.delete(l.rows, key);
          }
          return;
        }
        const row = await changed(e, { list, of }, (before) =>
          before.filter((x) => !keys.includes((l.by === null ? x : (x as Names)[l.by]) as string)),
        );
        await e.put(l.table, (l.dropped?.(row, keys) ?? row) as never);
      },
    },
    "list.move": {
      tables,
      schema: payload((l) => !isTable(l) && l.by !== null, { key: itemKey, to: Joi.number().integer().min(0) }),
      label: ({ list }) => called(list, "move"),
      apply: async (e, { list, of, key, to }) => {
        const { table, by } = inRow(list);
        const row = await changed(e, { list, of }, (before) => {
          const item = (before as Names[]).find((x) => x[by!] === key);
          const rest = before.filter((x) => x !== item);
          return item ? [...rest.slice(0, to), item, ...rest.slice(to)] : before;
        });
        await e.put(table, row as never);
      },
    },
  };
}

function added(before: unknown[], items: unknown[], by: string | null, at = before.length): unknown[] {
  if (by === null) return [...new Set([...before, ...items])];
  const all = withItems(before as Names[], items as Names[], by);
  return [...all.slice(0, at), ...items, ...all.slice(at, before.length)];
}

async function addRow(e: Edit, { rows, there, check }: TableList, row: Names): Promise<void> {
  const known = there && (await e.get(rows, keyOfRow(rows, row)));
  if (known) throw new Refused(there.code, there.message);
  await check?.(e, row);
  await e.put(rows, row as never);
}
