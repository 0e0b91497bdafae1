/**
 * Values that follow from what was said and from each other. What a value reads of its world is recorded while it is computed, never
 * listed; it is computed anew when something of that is another object than before, and not otherwise. A value that reads another one is
 * computed anew only when that one has become another. Rows and lists are never changed in place (see store/atHand), so that "the same
 * object" means "says the same".
 *
 * This is the incremental computing of Acar, Blelloch and Harper (2002), in the pulling form that compilers use: nothing is computed until
 * it is asked for. Signals would push, and need the rows themselves to be signals; selectors of the usual kind list what they read.
 */

/** Which fields of a world are looked into one by one, and which are asked like a function. All others count as one thing. */
interface Shape {
  readonly [field: string]: Shape | "asked";
}

export interface Definition<W extends object, A extends readonly string[], V> {
  /** Found nowhere else. */
  name: string;
  /** Of what it is one, and how its world is read. */
  scope: Scope<W>;
  /** Computes it. May throw: then nothing is kept, and it is tried again when it is asked for again. */
  read: (world: W, ...ids: A) => V;
  /** Is it the same as before, though computed anew? By default where it is the same object. */
  same?: (a: V, b: V) => boolean;
}

/** A kind of world, such as a scene with all that is said of it. */
export interface Scope<W extends object> {
  shape: Shape;
  /** Which one it is: the last value of each is at hand. */
  of: (world: W) => string;
}

export type Derived<W extends object, A extends readonly string[], V> = (world: W, ...ids: A) => V;

type Path = readonly string[];

interface Read {
  path: Path;
  /** Of what is asked: with which arguments. */
  args?: readonly unknown[];
  value: unknown;
}

interface Uses {
  again: (world: object) => unknown;
  value: unknown;
}

interface Kept<V> {
  /** The world for which it was found to hold last; not held on to. */
  world: WeakRef<object>;
  reads: Read[];
  uses: Uses[];
  value: V;
}

/** What is being computed. */
interface Frame {
  world: object;
  reads: Map<string, Read>;
  asked: Read[];
  uses: Map<string, Uses>;
}

/** Values by name, of so many as were asked for or kept last. */
export class Recent<V> {
  private readonly values = new Map<string, V>();

  constructor(private readonly most: number) {}

  has(name: string): boolean {
    return this.values.has(name);
  }

  get(name: string): V | undefined {
    const value = this.values.get(name);
    if (value !== undefined) this.set(name, value);
    return value;
  }

  set(name: string, value: V): void {
    // Asked for last, it is the last to go.
    this.values.delete(name);
    this.values.set(name, value);
    if (this.values.size > this.most) this.values.delete(this.values.keys().next().value!);
  }
}

/** Of how many the last value is at hand. */
const AT_HAND = 8000;

const names = new Set<string>();
const frames: Frame[] = [];
/** Worlds as they are handed to what is computed: what lies behind them, and for which computing. */
const behind = new WeakMap<object, { raw: object; frame: Frame }>();

function at(world: object, path: Path): unknown {
  let value: unknown = world;
  for (const field of path) {
    if (typeof value !== "object" || value === null) return undefined;
    value = field === FIELDS ? fieldsOf(value) : (value as Record<string, unknown>)[field];
  }
  return value;
}

const readAgain = (world: object, { path, args }: Read): unknown => {
  const value = at(world, path);
  return args ? (value as (...a: readonly unknown[]) => unknown)(...args) : value;
};

/** Which fields a world has: recorded where somebody goes through them. */
const FIELDS = "(fields)";
const fieldsOf = (of: object): string => Reflect.ownKeys(of).map(String).join("\n");

/** A world that writes down what is read of it, what is not there included. */
function recording(raw: object, shape: Shape, frame: Frame, path: Path): object {
  const opened = new Map<string, object>();
  const note = (field: string, value: unknown): void => {
    const here = [...path, field];
    const key = here.join(".");
    if (!frame.reads.has(key)) frame.reads.set(key, { path: here, value });
  };
  const get = (field: string): unknown => {
    const value = (raw as Record<string, unknown>)[field];
    const inside = Object.hasOwn(shape, field) ? shape[field] : undefined;
    if (inside === "asked" && typeof value === "function")
      return (...args: unknown[]): unknown => {
        const answer = (value as (...a: unknown[]) => unknown)(...args);
        frame.asked.push({ path: [...path, field], args, value: answer });
        return answer;
      };
    if (typeof inside === "object" && typeof value === "object" && value !== null) {
      let facade = opened.get(field);
      if (!facade) opened.set(field, (facade = recording(value, inside, frame, [...path, field])));
      return facade;
    }
    note(field, value);
    return value;
  };
  const facade = new Proxy(
    {},
    {
      get: (_, field) => (typeof field === "string" ? get(field) : undefined),
      has: (_, field) => {
        note(FIELDS, fieldsOf(raw));
        return field in raw;
      },
      ownKeys: () => {
        note(FIELDS, fieldsOf(raw));
        return Reflect.ownKeys(raw);
      },
      getOwnPropertyDescriptor: (_, field) =>
        typeof field === "string" && Object.hasOwn(raw, field)
          ? { configurable: true, enumerable: true, writable: false, value: get(field) }
          : undefined,
      set: () => false,
    },
  );
  behind.set(facade, { raw, frame });
  return facade;
}

/** Defines a value. Throws where the name is taken. */
export function define<W extends object, A extends readonly string[], V>({
  name,
  scope,
  read,
  same = Object.is,
}: Definition<W, A, V>): Derived<W, A, V> {
  if (names.has(name)) throw new Error(`define: “${name}” is defined twice`);
  names.add(name);
  const kept = new Recent<Kept<V>>(AT_HAND);

  const holds = (k: Kept<V>, world: object): boolean =>
    k.reads.every((r) => Object.is(readAgain(world, r), r.value)) && k.uses.every((u) => Object.is(u.again(world), u.value));

  const valueOf = (world: W, ids: A, key: string): V => {
    const before = kept.get(key);
    if (before && (before.world.deref() === world || holds(before, world))) {
      before.world = new WeakRef(world);
      return before.value;
    }
    if (frames.length > 200) throw new Error(`define: “${name}” leads back to itself`);
    const frame: Frame = { world, reads: new Map(), asked: [], uses: new Map() };
    frames.push(frame);
    let value: V;
    try {
      value = read(recording(world, scope.shape, frame, []) as W, ...ids);
    } finally {
      frames.pop();
    }
    if (typeof value === "object" && value !== null && behind.has(value))
      throw new Error(`define: “${name}” gives away the world it reads`);
    if (before && same(before.value, value)) value = before.value;
    kept.set(key, {
      world: new WeakRef<object>(world),
      reads: [...frame.reads.values(), ...frame.asked],
      uses: [...frame.uses.values()],
      value,
    });
    return value;
  };

  return (given, ...ids) => {
    const seen = behind.get(given);
    // Nobody could say later how to come by it again.
    if (seen && seen.raw !== seen.frame.world) throw new Error(`define: “${name}” is asked of a part of a world, not of the world`);
    const world = (seen?.raw ?? given) as W;
    const key = `${scope.of(world)}\n${ids.join("\n")}`;
    const value = valueOf(world, ids, key);
    // Asked for while another is computed of the same world: that one has read this.
    if (seen)
      seen.frame.uses.set(`${name}\n${key}`, {
        again: (next) => valueOf(next as W, ids, `${scope.of(next as W)}\n${ids.join("\n")}`),
        value,
      });
    return value;
  };
}

/** What follows from one object alone that is never changed in place: computed once for it. */
export function ofOne<T extends object, V>(read: (of: T) => V): (of: T) => V {
  const known = new WeakMap<T, { value: V }>();
  return (of) => {
    let kept = known.get(of);
    if (!kept) known.set(of, (kept = { value: read(of) }));
    return kept.value;
  };
}

/** What follows from a few short texts alone. @param most of how many the value is at hand; then all begin anew */
export function ofTexts<A extends readonly string[], V>(read: (...texts: A) => V, most: number): (...texts: A) => V {
  const known = new Map<string, { value: V }>();
  return (...texts) => {
    const key = texts.join("\n");
    let kept = known.get(key);
    if (!kept) {
      kept = { value: read(...texts) };
      if (known.size >= most) known.clear();
      known.set(key, kept);
    }
    return kept.value;
  };
}

/** The same, and the way back to what it was computed from. */
export function thereAndBack<T extends object>(read: (of: T) => T): { there: (of: T) => T; back: (value: T) => T } {
  const from = new WeakMap<T, T>();
  const there = ofOne((of: T): T => {
    const value = read(of);
    if (value !== of) from.set(value, of);
    return value;
  });
  return { there, back: (value) => from.get(value) ?? value };
}

/**
 * What says the same stays the same object: the last value of each name is kept, and given again where another one is no different.
 * @param most of how many names the last value is at hand
 */
export function steady<V>(same: (a: V, b: V) => boolean, most: number): (name: string, value: V) => V {
  const last = new Recent<V>(most);
  return (name, value) => {
    const before = last.get(name);
    const now = before !== undefined && same(before, value) ? before : value;
    last.set(name, now);
    return now;
  };
}

/** Records of the same things under the same names. */
export function sameFields(a: object, b: object): boolean {
  const names = Object.keys(a) as (keyof typeof a)[];
  return names.length === Object.keys(b).length && names.every((f) => Object.hasOwn(b, f) && Object.is(a[f], b[f]));
}

/** Lists of the same things in the same order. */
export const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => Object.is(x, b[i]));
