/** Orders and contradictions: properties over made-up graphs, and the handbook's small ones. */
import fc from "fast-check";
import toposort from "toposort";
import { describe, expect, it } from "vitest";
import { orderOf, unitsOf, type OrderEdge, type Joint } from ".";
import { newJoint } from "../project";

const edge = (from: string, to: string, cost = 1): OrderEdge => ({ from, to, rule: "x", cost });
const names = (n: number): string[] => Array.from({ length: n }, (_, i) => `s${i}`);
const graph = fc.integer({ min: 1, max: 25 }).chain((n) =>
  fc.record({
    nodes: fc.constant(names(n)),
    edges: fc.array(
      fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.integer({ min: 1, max: 9 })).map(([a, b, cost]) => edge(`s${a}`, `s${b}`, cost)),
      { maxLength: 60 },
    ),
  }),
);

describe("an order of steps", () => {
  it("respects every edge that it keeps, has every step once, and drops no more than one edge a circle", () =>
    fc.assert(
      fc.property(graph, ({ nodes, edges }) => {
        const { order, circles, kept } = orderOf(nodes, edges);
        expect([...order].sort()).toEqual([...nodes].sort());
        const place = new Map(order.map((n, i) => [n, i]));
        for (const e of kept) expect(place.get(e.from)!).toBeLessThan(place.get(e.to)!);
        expect(kept.length + circles.length).toBe(edges.length);
      }),
    ));
  it("finds a contradiction exactly where a library's topological sort finds none", () =>
    fc.assert(
      fc.property(graph, ({ nodes, edges }) => {
        let cyclic = false;
        try {
          toposort.array(
            nodes,
            edges.map((e): [string, string] => [e.from, e.to]),
          );
        } catch {
          cyclic = true;
        }
        expect(orderOf(nodes, edges).circles.length > 0).toBe(cyclic);
      }),
    ));
  it("names each contradiction as a circle of steps that closes, with none of its edges cheaper than the one to drop", () =>
    fc.assert(
      fc.property(graph, ({ nodes, edges }) => {
        for (const { edges: circle, drop } of orderOf(nodes, edges).circles) {
          circle.forEach((e, i) => expect(e.to).toBe(circle[(i + 1) % circle.length].from));
          expect(new Set(circle.map((e) => e.from)).size).toBe(circle.length);
          expect(drop.cost).toBe(Math.min(...circle.map((e) => e.cost)));
        }
      }),
    ));
  it("leaves the order as given where nothing is said, and does not turn on the order of the edges", () =>
    fc.assert(
      fc.property(graph, ({ nodes, edges }) => {
        const forward = edges.filter((e) => Number(e.from.slice(1)) < Number(e.to.slice(1)));
        expect(orderOf(nodes, forward).order).toEqual(nodes);
        expect(orderOf(nodes, [...forward].reverse()).order).toEqual(nodes);
      }),
    ));
  it("a hinge before its door, the door before its frame, the frame before the hinge: the cheapest goes", () => {
    const found = orderOf(
      ["hinge", "door", "frame", "roof"],
      [edge("hinge", "door", 5), edge("door", "frame", 2), edge("frame", "hinge", 9)],
    );
    expect(found.circles).toHaveLength(1);
    expect(found.circles[0].drop).toMatchObject({ from: "door", to: "frame" });
    expect(found.circles[0].edges.map((e) => e.from).sort()).toEqual(["door", "frame", "hinge"]);
    expect(found.order.indexOf("frame")).toBeLessThan(found.order.indexOf("hinge"));
    expect(orderOf(["a"], [edge("a", "a")]).circles[0].edges).toHaveLength(1);
    expect(orderOf(["a"], [edge("a", "gone")])).toMatchObject({ order: ["a"], circles: [], kept: [] });
  });
});

describe("units", () => {
  const joint = (a: string, b: string, more: Partial<Joint> = {}): Joint => ({
    ...newJoint(`${a}${b}`, a, { kind: "part", partId: b }),
    ...more,
  });
  it("are parts that are glued before paint, over any number of joints; splitting one splits the unit", () => {
    const joints = [
      joint("a", "b"),
      joint("c", "d"),
      joint("b", "c"),
      joint("e", "f", { paint: "before" }),
      joint("g", "a", { how: "slides" }),
    ];
    expect(unitsOf(joints).map((u) => [...u].sort())).toEqual([["a", "b", "c", "d"]]);
    expect(unitsOf(joints.slice(0, 2)).map((u) => [...u].sort())).toEqual([
      ["a", "b"],
      ["c", "d"],
    ]);
    expect(unitsOf([joint("a", "a")])).toEqual([]);
  });
  it("are the same in whatever order joints come and whichever side is named first", () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(9), fc.nat(9)), { maxLength: 12 }), (pairs) => {
        const sets = (list: [number, number][]): string[] =>
          unitsOf(list.map(([a, b]) => joint(`p${a}`, `p${b}`)))
            .map((u) => [...u].sort().join(" "))
            .sort();
        expect(sets(pairs.map(([a, b]) => [b, a] as [number, number]).reverse())).toEqual(sets(pairs));
      }),
    ));
});
