import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../../slice";
import { LIMITS } from "../../limits";
import { GENERIC_PRINTERS, type Printer } from "../printers";
import { layFaults } from "../../lay";
import { boxFootprint, type Footprint } from "../../lay";
import { layOut, type LaidOut, type Wanted } from "./layOut";
import { bedOf } from "./plate";
import { footingOnPlate } from "./stability";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const [large, small, resin] = GENERIC_PRINTERS as unknown as [Printer, Printer, Printer];
const machine = (p: Printer) => ({ id: p.id, process: p.process, bed: bedOf(p) });
const wanted = (partId: string, footprint: Footprint, count: number, more: Partial<Wanted> = {}): Wanted => ({
  partId,
  variation: null,
  printerId: large.id,
  footprint,
  count,
  spares: 0,
  batch: "",
  filler: false,
  ...more,
});
const ids = (): (() => string) => {
  let n = 0;
  return () => `n${++n}`;
};
const lay = (list: Wanted[]): LaidOut => layOut(solids, [large, small, resin].map(machine), list, ids(), { effort: 10 });
const partsOf = (out: LaidOut): string[][] => out.plates.map((p) => p.pieces.map((x) => x.partId));

describe("laying out a scene", () => {
  it("keeps what is tall on a small foot apart, and spares go among their like", () => {
    const post = boxFootprint(9, 9, 120);
    expect(footingOnPlate(post, "fdm")).toBe("tall on a small base");
    expect(footingOnPlate(post, "resin")).toBe("steady");
    const out = lay([wanted("wall", boxFootprint(60, 40, 5), 6, { spares: 2 }), wanted("post", post, 2)]);
    expect(partsOf(out).some((p) => p.includes("wall") && p.includes("post"))).toBe(false);
    expect(out.plates.flatMap((p) => p.pieces)).toHaveLength(8);
    expect(out.notes[0].spares).toBe(2);
  });

  it("lays the same plates in whichever order the parts are listed", () => {
    const list = [
      wanted("a", boxFootprint(60, 40, 5), 3, { spares: 1 }),
      wanted("b", boxFootprint(60, 40, 5), 3),
      wanted("c", boxFootprint(40, 60, 5), 2),
      wanted("clip", boxFootprint(30, 4, 4), 3, { filler: true }),
    ];
    expect(lay([...list].reverse())).toEqual(lay(list));
  });

  it("fills no plate beyond what one may hold, and puts connectors there before spares", () => {
    const out = lay([
      wanted("crumb", boxFootprint(2, 2, 2), LIMITS.platePieces, { spares: 4 }),
      wanted("tie", boxFootprint(2, 2, 2), 6, { filler: true }),
    ]);
    expect(Math.max(...out.plates.map((p) => p.pieces.length))).toBe(LIMITS.platePieces);
    expect(
      partsOf(out)
        .map((p) => p.filter((x) => x === "tie").length)
        .sort(),
    ).toEqual([2, 4]);
  });

  it("gives spares no plate of their own, and connectors one if they must", () => {
    // A plate of the large printer holds nine of 66 × 66: the tenth would be a spare.
    const out = lay([
      wanted("slab", boxFootprint(66, 66, 5), 10, { spares: 1 }),
      wanted("clip", boxFootprint(30, 4, 4), 3, { filler: true }),
    ]);
    expect(out.plates).toHaveLength(1);
    expect(partsOf(out)[0].filter((p) => p === "slab")).toHaveLength(9);
    expect(partsOf(out)[0].filter((p) => p === "clip")).toHaveLength(3);
    expect(out.notes[0]).toMatchObject({ spares: 0, spareWanted: 1, left: [] });
    expect(lay([wanted("clip", boxFootprint(30, 4, 4), 3, { filler: true })]).plates).toHaveLength(1);
  });

  it("prints a batch in a row, by itself, and puts a connector of no batch on it", () => {
    const out = lay([
      wanted("grey", boxFootprint(100, 100, 5), 6, { batch: "grey" }),
      wanted("any", boxFootprint(100, 100, 5), 2),
      wanted("clip", boxFootprint(12, 4, 4), 1, { filler: true }),
    ]);
    const order = out.plates.map((p) => (p.pieces.some((x) => x.partId === "grey") ? "grey" : "any"));
    expect(order.join(" ")).toMatch(/^(any )?grey grey( any)?$/);
    expect(partsOf(out).some((p) => p.includes("grey") && p.includes("any"))).toBe(false);
  });

  it("resin: pieces of a height together, so that no plate is longer than it must be", () => {
    const on = { printerId: resin.id };
    const out = lay([wanted("tower", boxFootprint(20, 20, 90), 3, on), wanted("crate", boxFootprint(12, 12, 12), 20, on)]);
    expect(partsOf(out)).toHaveLength(2);
    expect(partsOf(out).some((p) => p.includes("tower") && p.includes("crate"))).toBe(false);
    // Spares of the low ones may stand beside the high ones; nothing makes a plate longer.
    const more = lay([
      wanted("tower", boxFootprint(20, 20, 90), 3, on),
      wanted("crate", boxFootprint(12, 12, 12), 4, { ...on, spares: 2 }),
    ]);
    expect(more.notes[0].spares).toBe(2);
  });

  it("resin: only so much section on a plate as the film is pulled from", () => {
    const out = lay([wanted("slab", { ...boxFootprint(40, 25, 8), largestMm2: 1000 }, 8, { printerId: resin.id })]);
    const bed = resin.bedMm[0] * resin.bedMm[1];
    for (const p of out.plates) expect(p.pieces.length * 1000).toBeLessThanOrEqual(0.4 * bed);
    expect(out.plates.flatMap((p) => p.pieces)).toHaveLength(8);
  });

  it("200 pieces on three kinds of plates: each once, nothing overlaps, nothing beyond an edge, within a tenth of the least by area", () => {
    const list = [
      wanted("wall", boxFootprint(52, 41, 5), 60),
      wanted("roof", boxFootprint(90, 61, 8), 20),
      wanted("gable", boxFootprint(48, 33, 4), 20, { printerId: small.id }),
      wanted("crate", boxFootprint(12.5, 12.5, 12), 70, { printerId: resin.id }),
      wanted("barrel", boxFootprint(11.8, 11.8, 14), 30, { printerId: resin.id }),
    ];
    const out = layOut(solids, [large, small, resin].map(machine), list, ids());
    const of = new Map(list.map((w) => [w.partId, w.footprint]));
    expect(out.plates.flatMap((p) => p.pieces)).toHaveLength(200);
    for (const plate of out.plates) {
      const printer = [large, small, resin].find((p) => p.id === plate.printerId)!;
      expect(layFaults(solids, plate.pieces, (p) => of.get(p.partId), bedOf(printer))).toEqual([]);
    }
    const [plates, least] = out.notes.reduce(([a, b], n) => [a + n.plates, b + n.least], [0, 0]);
    expect(plates).toBeLessThanOrEqual(Math.ceil(least * 1.1) + 1);
  }, 60_000);

  it("five thousand pieces, or plates of five metres, are laid out within bounds", () => {
    const many = layOut(
      solids,
      [machine(large)],
      [wanted("slab", boxFootprint(150, 150, 5), 450), wanted("crumb", boxFootprint(3, 3, 3), 5000)],
      ids(),
      { effort: 0 },
    );
    expect(many.plates.length).toBeLessThanOrEqual(400);
    for (const p of many.plates) expect(p.pieces.length).toBeLessThanOrEqual(600);
    const laid = many.plates.reduce((n, p) => n + p.pieces.length, 0);
    expect(laid + many.notes[0].left.reduce((n, l) => n + l.pieces, 0)).toBe(5450);
    const wide = { id: "w", process: "fdm" as const, bed: { ...bedOf(large), widthMm: 5000, depthMm: 5000 } };
    const out = layOut(solids, [wide], [wanted("slab", boxFootprint(900, 700, 5), 20, { printerId: "w" })], ids(), { effort: 5 });
    expect(out.plates.flatMap((p) => p.pieces)).toHaveLength(20);
  }, 120_000);

  it("names what no plate can take", () => {
    const out = lay([wanted("beam", boxFootprint(400, 10, 5), 2), wanted("wall", boxFootprint(50, 40, 5), 1)]);
    expect(out.notes[0].left).toEqual([{ partId: "beam", pieces: 2 }]);
    expect(partsOf(out)).toEqual([["wall"]]);
  });

  it("the same said in another order, or split in two, gives as many plates", () => {
    const a = [wanted("wall", boxFootprint(60, 45, 5), 20), wanted("roof", boxFootprint(110, 80, 5), 5)];
    const b = [
      wanted("roof", boxFootprint(110, 80, 5), 5),
      wanted("wall", boxFootprint(60, 45, 5), 12),
      wanted("wall", boxFootprint(60, 45, 5), 8),
    ];
    expect(lay(b).plates).toHaveLength(lay(a).plates.length);
  });
});
