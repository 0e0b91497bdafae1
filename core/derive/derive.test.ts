import { describe, expect, it } from "vitest";
import { define, ofOne, sameList, type Scope } from "./index";

interface World {
  id: string;
  rows: readonly { id: string; n: number; note: string }[];
  room: { airC: number; rh: number };
  price: number;
  found: (what: string) => object | undefined;
}
const scope: Scope<World> = { shape: { room: {}, found: "asked" }, of: (w) => w.id };
const world: World = {
  id: "w",
  rows: [
    { id: "a", n: 1, note: "" },
    { id: "b", n: 2, note: "" },
  ],
  room: { airC: 20, rh: 50 },
  price: 3,
  found: () => undefined,
};
let nth = 0;
/** A value that counts how often it is computed. */
function counted<A extends readonly string[], V>(read: (w: World, ...ids: A) => V, same?: (a: V, b: V) => boolean) {
  const times = { n: 0 };
  const value = define<World, A, V>({
    name: `test ${++nth}`,
    scope,
    ...(same && { same }),
    read: (w, ...ids) => {
      times.n++;
      return read(w, ...ids);
    },
  });
  return { value, times };
}

describe("a derived value", () => {
  it("is computed once for the same world, and again only when something that it read is another", () => {
    const { value, times } = counted((w) => w.rows.length * w.room.airC);
    expect([value(world), value(world), value({ ...world })]).toEqual([40, 40, 40]);
    value({ ...world, price: 4 });
    value({ ...world, room: { ...world.room, rh: 70 } });
    expect(times.n).toBe(1);
    expect(value({ ...world, room: { airC: 10, rh: 50 } })).toBe(20);
    expect(value({ ...world, rows: [] })).toBe(0);
    expect(times.n).toBe(3);
  });
  it("records what it read this time, not what it might read", () => {
    const { value, times } = counted((w) => (w.room.airC > 15 ? "warm" : `cold, ${w.price}`));
    value(world);
    value({ ...world, price: 9 });
    expect(times.n).toBe(1);
    const cold = { ...world, room: { airC: 5, rh: 50 } };
    value(cold);
    expect(value({ ...cold, price: 9 })).toBe("cold, 9");
  });
  it("what it asks is recorded with its answer: another answer is another value, the same one is not", () => {
    const result = {};
    const { value, times } = counted((w) => w.found("x") ?? null);
    expect(value(world)).toBe(null);
    const come = { ...world, found: (what: string) => (what === "x" ? result : undefined) };
    expect(value(come)).toBe(result);
    value({ ...come, found: (what: string) => (what === "x" ? result : {}) });
    expect(times.n).toBe(2);
  });
  it("records what was not there, and which fields there are", () => {
    const absent = counted((w) => ("extra" in w ? "yes" : ((w as { later?: number }).later ?? 0)));
    expect(absent.value(world)).toBe(0);
    expect(absent.value({ ...world, later: 3 } as World)).toBe(3);
    expect(absent.value({ ...world, extra: 1 } as World)).toBe("yes");
    const all = counted((w) => Object.keys({ ...w.room }).length);
    expect(all.value(world)).toBe(2);
    expect(all.value({ ...world, room: { ...world.room, lux: 1 } as World["room"] })).toBe(3);
    expect(() => counted((w) => ((w as { price: number }).price = 1)).value(world)).toThrow();
    expect(world.price).toBe(3);
  });
  it("is of its own ids: each has its last value", () => {
    const { value, times } = counted((w, id: string) => w.rows.find((r) => r.id === id)?.n);
    expect([value(world, "a"), value(world, "b"), value(world, "a")]).toEqual([1, 2, 1]);
    expect(times.n).toBe(2);
  });
  it("what it read of another value counts as that value: through two steps, and no further than it changes", () => {
    const row = counted((w, id: string) => w.rows.find((r) => r.id === id));
    const n = counted((w, id: string) => row.value(w, id)!.n);
    const sum = counted((w) => n.value(w, "a") + n.value(w, "b") + w.price);
    expect(sum.value(world)).toBe(6);
    // Another note: row b and its n are looked at again, the sum is not.
    const noted = { ...world, rows: [world.rows[0], { ...world.rows[1], note: "x" }] };
    expect(sum.value(noted)).toBe(6);
    expect([sum.times.n, n.times.n]).toEqual([1, 3]);
    expect(sum.value({ ...noted, rows: [{ ...world.rows[0], n: 5 }, noted.rows[1]] })).toBe(10);
    expect(sum.times.n).toBe(2);
    // The price of the world, read by none but the sum.
    expect(sum.value({ ...world, price: 0 })).toBe(3);
  });
  it("computed anew and the same as before, it stays the same object", () => {
    const few = counted((w) => w.rows.filter((r) => r.n > 1), sameList);
    const readsFew = counted((w) => few.value(w).length);
    const first = few.value(world);
    readsFew.value(world);
    const noted = { ...world, rows: [{ ...world.rows[0], note: "x" }, world.rows[1]] };
    expect(few.value(noted)).toBe(first);
    readsFew.value(noted);
    expect([few.times.n, readsFew.times.n]).toEqual([2, 1]);
  });
  it("a world made of parts of another is read through that one: what the inner one reads counts for the outer", () => {
    interface Inner {
      room: World["room"];
      n: number;
    }
    const inner = define<Inner, [], number>({
      name: `test ${++nth}`,
      scope: { shape: { room: {} }, of: () => "i" },
      read: ({ room, n }) => room.airC + n,
    });
    const outer = counted((w) => inner({ room: w.room, n: 1 }));
    expect([outer.value(world), outer.value({ ...world, price: 9 }), outer.times.n]).toEqual([21, 21, 1]);
    const warm = { ...world, room: { ...world.room, airC: 30 } };
    expect(outer.value(warm)).toBe(31);
    expect(outer.value({ ...warm, room: { ...warm.room, rh: 1 } })).toBe(31);
    expect(outer.times.n).toBe(2);
    // Kept by the inner one, and still read by the outer: it goes back with the first room.
    expect(outer.value(world)).toBe(21);
  });
  it("is not asked of a part of a world, nor gives the world away", () => {
    const room = define<World["room"], [], number>({
      name: `test ${++nth}`,
      scope: { shape: {}, of: () => "r" },
      read: ({ airC }) => airC,
    });
    expect(() => counted((w) => room(w.room)).value(world)).toThrow(/a part of a world/);
    expect(() => counted((w) => w.room).value(world)).toThrow(/gives away/);
  });
  it("that failed is tried again, and leaves nothing half done", () => {
    let broken = true;
    const { value, times } = counted((w) => {
      if (broken) throw new Error("no");
      return w.price;
    });
    expect(() => value(world)).toThrow("no");
    broken = false;
    expect([value(world), times.n]).toEqual([3, 2]);
  });
  it("worlds of other names are others", () => {
    const { value, times } = counted((w) => w.price);
    value(world);
    value({ ...world, id: "other", price: 7 });
    expect([value(world), times.n]).toEqual([3, 2]);
  });
  it("has a name of its own", () => {
    const twice = { name: `test ${++nth}`, scope, read: () => 0 };
    define(twice);
    expect(() => define(twice)).toThrow(/twice/);
  });
  it("agrees with computing everything anew, over 500 random edits of a random graph", () => {
    // An oracle that keeps nothing.
    const row = (w: World, id: string) => w.rows.find((r) => r.id === id)?.n ?? 0;
    const plain = {
      sum: (w: World): number => row(w, "a") * w.room.airC + row(w, "b"),
      pick: (w: World): number => (plain.sum(w) % 2 === 0 ? w.price : row(w, "b") + w.room.rh),
      all: (w: World): string => `${plain.pick(w)} ${w.rows.map((r) => r.note).join("")} ${plain.sum(w)}`,
    };
    const kRow = define<World, [string], number>({ name: `test ${++nth}`, scope, read: (w, id) => row(w, id) });
    const sum = define<World, [], number>({ name: `test ${++nth}`, scope, read: (w) => kRow(w, "a") * w.room.airC + kRow(w, "b") });
    const pick = define<World, [], number>({
      name: `test ${++nth}`,
      scope,
      read: (w) => (sum(w) % 2 === 0 ? w.price : kRow(w, "b") + w.room.rh),
    });
    const all = define<World, [], string>({
      name: `test ${++nth}`,
      scope,
      read: (w) => `${pick(w)} ${w.rows.map((r) => r.note).join("")} ${sum(w)}`,
    });
    let seed = 7;
    const random = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
    let w = world;
    for (let i = 0; i < 500; i++) {
      const which = random(5);
      if (which === 0) w = { ...w, price: random(4) };
      if (which === 1) w = { ...w, room: { ...w.room, airC: random(3) } };
      if (which === 2) w = { ...w, room: { ...w.room, rh: random(3) } };
      if (which > 2) {
        const at = random(2);
        w = {
          ...w,
          rows: w.rows.map((r, j) => (j === at ? { ...r, [which === 3 ? "n" : "note"]: which === 3 ? random(4) : `${random(3)}` } : r)),
        };
      }
      expect([all(w), pick(w)]).toEqual([plain.all(w), plain.pick(w)]);
    }
  });
});

describe("what follows from one object", () => {
  it("is computed once for it, nothing and undefined included", () => {
    let n = 0;
    const f = ofOne((_: object) => void n++);
    const a = {};
    f(a);
    f(a);
    f({});
    expect(n).toBe(2);
  });
});
