import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../slice";
import { seededRandom } from "../units";
import { layFaults } from "./faults";
import { boxFootprint, type Footprint } from "./footprint";
import { nest, type Nested, type NestItem } from "./nest";
import { PERFECT } from "./perfectPackings";
import type { Bed } from "./bed";
import { ringArea } from "./rings";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const bed = (widthMm: number, depthMm: number, more: Partial<Bed> = {}): Bed => ({
  widthMm,
  depthMm,
  edges: { left: 0, right: 0, front: 0, back: 0 },
  spacingMm: 0,
  exclusions: [],
  ...more,
});
const boxes = (sides: readonly (readonly [number, number])[]): NestItem[] =>
  sides.map(([w, d], i) => ({ id: `p${i}`, footprint: boxFootprint(w, d, 5), apart: "" }));

/** What is wrong with any of the plates, by the outlines and not by the cells. */
function faultsOf(nested: Nested, items: readonly NestItem[], on: Bed): unknown[] {
  const of = new Map(items.map((i) => [i.id, i.footprint]));
  return nested.plates.flatMap((laid) =>
    layFaults(
      solids,
      laid.map((l) => ({ ...l, partId: "", variation: null })),
      (p) => of.get(p.id),
      on,
    ),
  );
}

const ell: Footprint = {
  ...boxFootprint(40, 40, 5),
  rings: [[-20, -20, 20, -20, 20, -10, -10, -10, -10, 20, -20, 20]],
  areaMm2: 700,
};

describe("laying out", () => {
  // Perfect rectangles that fill their bin exactly: Moroń 1925, Duijvestijn 1978 (J. Combin. Theory B 25), a pinwheel, guillotine cuts.
  it.each(PERFECT)("lays $name on a plate of a tenth more", ({ bin: [w, d], rects }) => {
    // A tenth more of area, in whole cells of a unit.
    const on = bed(w, Math.ceil(d * 1.1));
    const items = boxes(rects);
    const nested = nest(solids, items, on, { cellMm: 1, effort: 3000 });
    expect(nested.left).toEqual([]);
    expect(nested.plates).toHaveLength(1);
    expect(faultsOf(nested, items, on)).toEqual([]);
  });

  it.each(PERFECT)("lays $name with the effort of the application on a plate of a fifth more", ({ bin: [w, d], rects }) => {
    const on = bed(w, Math.ceil(d * 1.2));
    const items = boxes(rects);
    const nested = nest(solids, items, on, { cellMm: 1, effort: 120 });
    expect(nested.plates).toHaveLength(1);
    expect(faultsOf(nested, items, on)).toEqual([]);
  });

  it("fills a grid of equal squares without a gap, and puts one more on the next plate", () => {
    const items = boxes(Array.from({ length: 26 }, () => [20, 20] as const));
    const nested = nest(solids, items, bed(100, 100), { cellMm: 1 });
    expect(nested.plates.map((p) => p.length)).toEqual([25, 1]);
    expect(nested.least).toBe(2);
  });

  it("lays true outlines: two ells and squares where their boxes would not go", () => {
    const on = bed(60, 52);
    const items: NestItem[] = [
      { id: "a", footprint: ell, apart: "" },
      { id: "b", footprint: ell, apart: "" },
    ];
    const nested = nest(solids, items, on, { cellMm: 1, effort: 50 });
    // Boxes of 40 × 40 cannot lie beside each other on 60 × 52.
    expect(nested.plates).toHaveLength(1);
    expect(faultsOf(nested, items, on)).toEqual([]);
  });

  it("lays a small piece in the hole of a ring", () => {
    const ring: Footprint = {
      ...boxFootprint(80, 80, 5),
      rings: [
        [-40, -40, 40, -40, 40, 40, -40, 40],
        [-30, -30, -30, 30, 30, 30, 30, -30],
      ],
    };
    const items: NestItem[] = [{ id: "ring", footprint: ring, apart: "" }, ...boxes([[40, 40]])];
    const on = bed(90, 90, { spacingMm: 4, edges: { left: 5, right: 5, front: 5, back: 5 } });
    const nested = nest(solids, items, on);
    expect(nested.plates).toHaveLength(1);
    expect(faultsOf(nested, items, on)).toEqual([]);
    expect(ringArea(ring.rings[1])).toBeLessThan(0);
  });

  it("keeps classes apart, names what fits nowhere, and stays out of zones and wide edges", () => {
    const on = bed(100, 100, {
      spacingMm: 4,
      edges: { left: 20, right: 5, front: 5, back: 5 },
      exclusions: [{ id: "z", xMm: 60, yMm: 0, widthMm: 40, depthMm: 50, why: "scratch" }],
    });
    const items: NestItem[] = boxes([
      [30, 30],
      [30, 30],
      [30, 30],
      [99, 5],
      [30, 30],
    ]).map((i, n) => ({ ...i, apart: n === 1 ? "tall" : "" }));
    const nested = nest(solids, items, on);
    expect(nested.left).toEqual(["p3"]);
    expect(nested.plates.find((p) => p.some((l) => l.id === "p1"))!.map((l) => l.id)).toEqual(["p1"]);
    expect(faultsOf(nested, items, on)).toEqual([]);
  });

  it("fills a plate that is begun around what lies there", () => {
    const on = bed(100, 60, { spacingMm: 4 });
    const there = { footprint: boxFootprint(50, 50, 5), xMm: 30, yMm: 30, turnDeg: 0 };
    const items = boxes([
      [40, 50],
      [40, 50],
    ]);
    const nested = nest(solids, items, on, { fixed: [{ apart: "", pieces: [there] }] });
    expect(nested.plates.map((p) => p.length)).toEqual([1, 1]);
    const laid = nested.plates[0].map((l) => ({ ...l, partId: "", variation: null }));
    const all = [...laid, { id: "there", partId: "", variation: null, ...there }];
    const of = (id: string): Footprint => (id === "there" ? there.footprint : items.find((i) => i.id === id)!.footprint);
    expect(layFaults(solids, all, (p) => of(p.id), on)).toEqual([]);
  });

  it("gives the same layout for the same seed, and no worse plates for the same pieces in another order", () => {
    const random = seededRandom(3);
    const sides = Array.from({ length: 40 }, (): [number, number] => [10 + Math.floor(random() * 40), 10 + Math.floor(random() * 40)]);
    const on = bed(120, 120, { spacingMm: 3 });
    const items = boxes(sides);
    const once = nest(solids, items, on, { effort: 20 });
    expect(nest(solids, items, on, { effort: 20 })).toEqual(once);
    expect(nest(solids, [...items].reverse(), on, { effort: 20 }).plates).toHaveLength(once.plates.length);
  });

  it("whatever is laid: nothing overlaps, all is inside, each piece lies once", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 2, max: 70, noNaN: true }), fc.double({ min: 2, max: 70, noNaN: true })), {
          minLength: 1,
          maxLength: 14,
        }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (sides, spacingMm) => {
          const on = bed(110, 90, { spacingMm, edges: { left: 3, right: 4, front: 5, back: 6 } });
          const items = boxes(sides);
          const nested = nest(solids, items, on, { effort: 4 });
          expect([...nested.plates.flat().map((l) => l.id), ...nested.left].sort()).toEqual(items.map((i) => i.id).sort());
          expect(faultsOf(nested, items, on)).toEqual([]);
        },
      ),
      { numRuns: 25 },
    );
  });

  it("stops when it is told to", () => {
    const stop = new AbortController();
    stop.abort();
    const items = boxes(Array.from({ length: 30 }, (_, i) => [20 + (i % 7), 23] as const));
    expect(() => nest(solids, items, bed(100, 100), { signal: stop.signal })).toThrow();
  });
});
