/**
 * A row with its lists keyed by what their items are known by, so that a patch names an item and not its place: two edits of one list
 * that touch different items are different fields, and the order of a list is a field of its own.
 */
type Plain = Record<string, unknown>;

/** Keys of the order of a list, and of lists that were keyed. */
const ORDER = "#order";

const isPlain = (x: unknown): x is Plain => typeof x === "object" && x !== null && !Array.isArray(x);

/** What an item of a list is known by: its id, or its name where it has none. */
const knownBy = (item: unknown): string | undefined =>
  !isPlain(item) ? undefined : typeof item.id === "string" ? item.id : typeof item.name === "string" ? item.name : undefined;

/** Lists whose items are all known by something of their own become objects; others stay as they are, and are one field. */
export function keyed(x: unknown): unknown {
  if (Array.isArray(x)) {
    const names = x.map(knownBy);
    if (x.length > 0 && names.every((n) => n !== undefined) && new Set(names).size === x.length)
      return { [ORDER]: names.join("\n"), ...Object.fromEntries(x.map((item, i) => [`=${names[i]}`, keyed(item)])) };
    // An empty list and one that has items are told apart by their order alone.
    return x.length === 0 ? { [ORDER]: "" } : x;
  }
  return isPlain(x) ? Object.fromEntries(Object.entries(x).map(([k, v]) => [k, keyed(v)])) : x;
}

/** The row again. Items whose key is not in the order come last: another edit has added them meanwhile. */
export function unkeyed(x: unknown): unknown {
  if (!isPlain(x)) return x;
  const order = x[ORDER];
  if (typeof order !== "string") return Object.fromEntries(Object.entries(x).map(([k, v]) => [k, unkeyed(v)]));
  const wanted = order === "" ? [] : order.split("\n").map((n) => `=${n}`);
  const there = Object.keys(x).filter((k) => k !== ORDER);
  return [...wanted.filter((k) => k in x), ...there.filter((k) => !wanted.includes(k))].map((k) => unkeyed(x[k]));
}

/** Is this the order of a list? */
export const isOrder = (path: readonly (string | number)[]): boolean => path[path.length - 1] === ORDER;

/**
 * The order that a list gets when what an edit did to it is taken back, while another edit has added or dropped items: those that the
 * edit added go, those that it dropped come back where they were. Undefined where the edit only moved items that were moved again since.
 */
export function mergedOrder(before: string, after: string, now: string): string | undefined {
  if (now === after) return before;
  const list = (order: string): string[] => (order === "" ? [] : order.split("\n"));
  const [was, then, is] = [list(before), list(after), list(now)];
  const added = new Set(then.filter((x) => !was.includes(x)));
  const dropped = was.filter((x) => !then.includes(x));
  const moved = was.filter((x) => then.includes(x)).join("\n") !== then.filter((x) => was.includes(x)).join("\n");
  if (moved) return undefined;
  const out = is.filter((x) => !added.has(x));
  for (const x of dropped) {
    const left = was[was.indexOf(x) - 1];
    out.splice(left === undefined ? 0 : out.includes(left) ? out.indexOf(left) + 1 : out.length, 0, x);
  }
  return out.join("\n");
}
