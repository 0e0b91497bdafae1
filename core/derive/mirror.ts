/**
 * A value on two threads. The sender tells only what is another than before; the receiver has the same value, with the same objects as
 * before wherever they say the same, so that whoever draws from it can tell by looking what is new. What a value is made of is said by a
 * form: atoms travel whole, lists, maps and records by what is in them, and what stands in several places travels once.
 */
// The one that looks into maps, sets and typed arrays; the plain one calls any two of them equal.
import equal from "fast-deep-equal/es6/index.js";

/** What a value is made of. Fields of a record that are not named travel with it as they are. */
export type Form =
  | { kind: "atom" }
  /** @param by names an element, so that it is found again wherever it stands; by its place otherwise */
  | { kind: "list"; of: Form; by: ((element: never) => unknown) | null }
  | { kind: "map"; of: Form }
  | { kind: "record"; fields: Readonly<Record<string, Form>> };

export const atom: Form = { kind: "atom" };
export const listOf = <T>(of: Form, by: ((element: T) => unknown) | null = null): Form => ({ kind: "list", of, by });
export const mapOf = (of: Form): Form => ({ kind: "map", of });
export const recordOf = (fields: Readonly<Record<string, Form>>): Form => ({ kind: "record", fields });

/** Objects by their numbers; what is none by its place among the plain ones, from -1 downwards. */
interface Inside {
  of: Int32Array;
  plain: unknown[];
}

type Node =
  | { id: number; kind: "atom"; value: object }
  | ({ id: number; kind: "list" } & Inside)
  | ({ id: number; kind: "map"; names: string[] } & Inside)
  | ({ id: number; kind: "record"; names: string[]; rest: object } & Inside);

/** A part of what is told. The value is there once the last part has come. */
export interface Telling {
  nodes: Node[];
  /** Numbers that nothing names any more. */
  gone: number[];
  /** With the last part: the value, alone. */
  value: Inside | null;
}

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;

type Fields = Record<string, unknown>;

/**
 * The value with the objects of the one before wherever they say the same.
 * @param found what stands in several places is the same object in all of them; filled
 */
export function sharing(before: unknown, now: unknown, form: Form, found = new Map<object, object>()): unknown {
  if (Object.is(before, now) || !isObject(now)) return now;
  const known = found.get(now);
  if (known) return known;
  const shared = isObject(before) ? sharedOf(before, now, form, found) : anew(now, form, found);
  found.set(now, shared);
  return shared;
}

/** Nothing stood there before; what is inside may still be known from elsewhere. */
function anew(now: object, form: Form, found: Map<object, object>): object {
  if (form.kind === "list") return (now as readonly unknown[]).map((element) => sharing(undefined, element, form.of, found));
  if (form.kind === "record") {
    const record: Fields = { ...now };
    for (const [name, inside] of Object.entries(form.fields))
      if (name in record) record[name] = sharing(undefined, record[name], inside, found);
    return record;
  }
  return now;
}

function sharedOf(before: object, now: object, form: Form, found: Map<object, object>): object {
  if (form.kind === "atom") return equal(before, now) ? before : now;
  if (form.kind === "list") {
    const [was, is] = [before as readonly unknown[], now as readonly unknown[]];
    const by = form.by as ((element: unknown) => unknown) | null;
    const named = by && new Map(was.map((element) => [by(element), element]));
    const list = is.map((element, i) => sharing(named ? named.get(by!(element)) : was[i], element, form.of, found));
    return list.length === was.length && list.every((element, i) => Object.is(element, was[i])) ? before : list;
  }
  if (form.kind === "map") {
    const [was, is] = [before as ReadonlyMap<string, unknown>, now as ReadonlyMap<string, unknown>];
    const map = new Map([...is].map(([name, value]) => [name, sharing(was.get(name), value, form.of, found)]));
    const names = [...was.keys()];
    let i = 0;
    const same = map.size === was.size && [...map].every(([name, value]) => names[i++] === name && Object.is(value, was.get(name)));
    return same ? before : map;
  }
  const [was, is] = [before as Fields, now as Fields];
  const record: Fields = {};
  // In the order of the form: what it names first is what the rest refers to.
  for (const name of new Set([...Object.keys(form.fields), ...Object.keys(is)]))
    if (name in is) record[name] = sharing(was[name], is[name], form.fields[name] ?? atom, found);
  const same = Object.keys(is).length === Object.keys(was).length && Object.keys(is).every((n) => n in was && Object.is(record[n], was[n]));
  return same ? before : record;
}

/** Nodes of one part: taking in so many is a short task. */
const NODES_A_PART = 1500;
/** Numbers that nothing names are let go of when they are more than this many, and more than those that something does. */
const MOST_GONE = 2000;

export class Sender {
  private numbers = new WeakMap<object, number>();
  private next = 0;
  private before: unknown = undefined;
  /** Numbers that the receiver has. */
  private had = new Set<number>();
  private liveAtLast = 0;

  constructor(private readonly form: Form) {}

  /** What is to be told of a value, in parts; none where it is the same as before. @param value never changed in place afterwards */
  tell(value: unknown): Telling[] {
    const now = sharing(this.before, value, this.form);
    if (this.next > 0 && Object.is(now, this.before)) return [];
    this.before = now;
    const nodes: Node[] = [];
    const told = this.inside([now], () => this.form, nodes);
    const gone = this.letGo(now);
    const parts: Telling[] = [];
    for (let i = 0; i === 0 || i < nodes.length; i += NODES_A_PART)
      parts.push({ nodes: nodes.slice(i, i + NODES_A_PART), gone: [], value: null });
    Object.assign(parts[parts.length - 1], { gone, value: told });
    return parts;
  }

  /** The number of an object, which is told of where it is new. */
  private put(value: object, form: Form, nodes: Node[]): number {
    const known = this.numbers.get(value);
    if (known !== undefined && this.had.has(known)) return known;
    const id = this.next++;
    const nodeOf = (): Node => {
      if (form.kind === "atom") return { id, kind: "atom", value };
      if (form.kind === "list") return { id, kind: "list", ...this.inside(value as unknown[], () => form.of, nodes) };
      if (form.kind === "map") {
        const map = value as ReadonlyMap<string, unknown>;
        return { id, kind: "map", names: [...map.keys()], ...this.inside([...map.values()], () => form.of, nodes) };
      }
      const fields = value as Fields;
      const names = Object.keys(form.fields).filter((name) => name in fields);
      const rest = Object.fromEntries(Object.entries(fields).filter(([name]) => !(name in form.fields)));
      const inside = names.map((name) => fields[name]);
      return { id, kind: "record", names, rest, ...this.inside(inside, (i) => form.fields[names[i]], nodes) };
    };
    // What is inside goes before it.
    nodes.push(nodeOf());
    this.numbers.set(value, id);
    this.had.add(id);
    return id;
  }

  private inside(values: readonly unknown[], form: (i: number) => Form, nodes: Node[]): Inside {
    const plain: unknown[] = [];
    const of = Int32Array.from(values, (value, i) => (isObject(value) ? this.put(value, form(i), nodes) : -plain.push(value)));
    return { of, plain };
  }

  /** Numbers of what the value holds no more, looked for once in a while. */
  private letGo(value: unknown): number[] {
    if (this.had.size - this.liveAtLast < Math.max(MOST_GONE, this.liveAtLast)) return [];
    const live = new Set<number>();
    this.reach(value, this.form, live);
    const gone = [...this.had].filter((id) => !live.has(id));
    this.had = live;
    this.liveAtLast = live.size;
    return gone;
  }

  private reach(value: unknown, form: Form, live: Set<number>): void {
    if (!isObject(value)) return;
    const id = this.numbers.get(value)!;
    if (live.has(id)) return;
    live.add(id);
    if (form.kind === "list") for (const v of value as unknown[]) this.reach(v, form.of, live);
    else if (form.kind === "map") for (const v of (value as ReadonlyMap<string, unknown>).values()) this.reach(v, form.of, live);
    else if (form.kind === "record")
      for (const [name, inside] of Object.entries(form.fields)) this.reach((value as Fields)[name], inside, live);
  }
}

export class Receiver<T> {
  private readonly objects = new Map<number, unknown>();

  /** Takes a part in. @returns the value, with the last part of a telling */
  hear({ nodes, gone, value }: Telling): { value: T } | null {
    for (const node of nodes) this.objects.set(node.id, this.made(node));
    if (!value) return null;
    const [now] = this.meant(value);
    for (const id of gone) this.objects.delete(id);
    return { value: now as T };
  }

  private meant({ of, plain }: Inside): unknown[] {
    return Array.from(of, (at) => (at < 0 ? plain[-at - 1] : this.objects.get(at)));
  }

  private made(node: Node): unknown {
    if (node.kind === "atom") return node.value;
    const inside = this.meant(node);
    if (node.kind === "list") return inside;
    const named = node.names.map((name, i) => [name, inside[i]] as const);
    return node.kind === "map" ? new Map(named) : { ...node.rest, ...Object.fromEntries(named) };
  }
}
