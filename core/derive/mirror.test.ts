import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { atom, listOf, mapOf, Receiver, recordOf, Sender } from "./mirror";

interface Row {
  id: string;
  n: number;
  tags: string[];
}
interface Value {
  rows: Row[];
  chosen: { row: Row; why: string }[];
  byName: Map<string, Row>;
  best: Row | null;
  at: number;
}

const FORM = recordOf({
  rows: listOf(atom, (r: Row) => r.id),
  chosen: listOf(recordOf({ row: atom }), (c: Value["chosen"][number]) => c.row.id),
  byName: mapOf(atom),
  best: atom,
});

const row = (id: string, n: number): Row => ({ id, n, tags: [`${id}${n}`] });
const valueOf = (rows: Row[], chosen: number[], at = 0): Value => ({
  rows,
  chosen: chosen.map((i) => ({ row: rows[i], why: `place ${i}` })),
  byName: new Map(rows.map((r) => [r.id, r])),
  best: rows[0] ?? null,
  at,
});
const fresh = (value: Value): Value => structuredClone(value);

/** Both ends, with a structured clone between them, as between threads. */
function pair(): { tell: (value: Value) => { value: Value; nodes: number }; sender: Sender } {
  const sender = new Sender(FORM);
  const receiver = new Receiver<Value>();
  let last: Value;
  return {
    sender,
    tell: (value) => {
      const parts = structuredClone(sender.tell(value));
      for (const part of parts) last = receiver.hear(part)?.value ?? last;
      return { value: last, nodes: parts.reduce((n, p) => n + p.nodes.length, 0) };
    },
  };
}

describe("a value on two threads", () => {
  it("is the same value over five hundred random edits, and what says the same is the same object", () => {
    const random = seededRandom(4);
    const { tell } = pair();
    let rows = Array.from({ length: 30 }, (_, i) => row(`r${i}`, i));
    let before: Value | undefined;
    for (let n = 0; n < 500; n++) {
      const at = Math.floor(random() * rows.length);
      const act = random();
      if (act < 0.4) rows = rows.map((r, i) => (i === at ? row(r.id, n) : r));
      else if (act < 0.6) rows = [...rows.slice(0, at), row(`n${n}`, n), ...rows.slice(at)];
      else if (act < 0.8) rows = rows.filter((_, i) => i !== at);
      else if (act < 0.9) rows = [...rows].reverse();
      if (rows.length === 0) rows = [row("again", n)];
      const said = valueOf(
        rows,
        [0, rows.length - 1, Math.floor(rows.length / 2)].filter((x, i, all) => all.indexOf(x) === i),
        n % 3,
      );
      // Everything is made anew each time, as a plan is.
      const { value } = tell(fresh(said));
      expect(value).toEqual(said);
      for (const c of value.chosen) expect(value.rows).toContain(c.row);
      for (const r of value.rows) {
        expect(value.byName.get(r.id)).toBe(r);
        const was = before?.rows.find((x) => x.id === r.id);
        if (was && was.n === r.n) expect(r).toBe(was);
      }
      before = value;
    }
  });

  it("that says the same is not told again, wherever its rows stand", () => {
    const { tell, sender } = pair();
    const rows = Array.from({ length: 200 }, (_, i) => row(`r${i}`, i));
    const first = tell(valueOf(rows, [1, 2]));
    expect(sender.tell(fresh(valueOf(rows, [1, 2])))).toEqual([]);
    // One row is another, and another one is looked at: the row, what names it, and the four that hold them.
    const changed = rows.map((r) => (r.id === "r7" ? row("r7", -1) : r));
    const { value, nodes } = tell(fresh(valueOf(changed, [1, 7])));
    expect(nodes).toBeLessThan(8);
    expect(value.rows[6]).toBe(first.value.rows[6]);
    expect(value.chosen[0]).toBe(first.value.chosen[0]);
    expect(value.chosen[1].row).toBe(value.rows[7]);
  });

  it.each([
    ["maps", new Map([["a", 1]]), new Map([["a", 2]])],
    ["sets", new Set(["a"]), new Set(["b"])],
    ["numbers in a row", Float32Array.of(1, 2), Float32Array.of(1, 3)],
  ])("is looked into where it holds %s", (_, before, now) => {
    const sender = new Sender(recordOf({ of: atom }));
    const receiver = new Receiver<{ of: { inside: unknown } }>();
    const heard = (inside: unknown): unknown =>
      sender
        .tell({ of: { inside } })
        .map((p) => receiver.hear(structuredClone(p)))
        .at(-1)?.value.of.inside;
    expect(heard(before)).toEqual(before);
    expect(heard(structuredClone(before))).toBeUndefined();
    expect(heard(now)).toEqual(now);
  });

  it("comes in parts, and is there with the last one", () => {
    const sender = new Sender(FORM);
    const receiver = new Receiver<Value>();
    const rows = Array.from({ length: 5000 }, (_, i) => row(`r${i}`, i));
    const parts = sender.tell(valueOf(rows, []));
    expect(parts.length).toBeGreaterThan(3);
    const heard = parts.map((p) => receiver.hear(p));
    expect(heard.slice(0, -1)).toEqual(parts.slice(0, -1).map(() => null));
    expect(heard.at(-1)!.value.rows).toEqual(rows);
  });

  it("lets go of what it holds no more", () => {
    const sender = new Sender(FORM);
    const receiver = new Receiver<Value>();
    const held = (): number => (receiver as unknown as { objects: Map<number, unknown> }).objects.size;
    for (let n = 0; n < 60; n++) {
      const rows = Array.from({ length: 300 }, (_, i) => row(`r${i}`, n));
      for (const part of sender.tell(valueOf(rows, [0]))) receiver.hear(part);
    }
    // 60 × 300 rows were told of; at most twice what is held, and a little more, is kept.
    expect(held()).toBeLessThan(3500);
    for (const part of sender.tell(valueOf([row("r0", 59)], [0]))) expect(receiver.hear(part)?.value.rows).toEqual([row("r0", 59)]);
  });

  it("may hold what is no object, and nothing", () => {
    const { tell } = pair();
    expect(tell(valueOf([], [])).value).toEqual(valueOf([], []));
    expect(tell({ ...valueOf([], []), at: Infinity }).value.at).toBe(Infinity);
    expect(new Sender(atom).tell(null)).toMatchObject([{ value: { plain: [null] } }]);
  });
});
