import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, buildTopology, MeshBuilder } from "../mesh";
import { contoursOf, loadSolids, type Solids } from "../slice";
import { GENERIC_PRINTERS, type FilamentPrinter } from "./printers";
import { modulusOf, momentsOf, rawMoments, strengthened, type Slab } from "./strength";

const large = GENERIC_PRINTERS[0] as FilamentPrinter;
let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

describe("sections, against handbook formulas", () => {
  // I of a rectangle b h³ / 12, of a ring π (R⁴ − r⁴) / 4, of a square about any axis a⁴ / 12.
  it("rectangle, ring, turned square", () => {
    const { CrossSection } = solids;
    const of = (c: InstanceType<Solids["CrossSection"]>) => momentsOf(contoursOf(c));
    expect(of(CrossSection.square([20, 6])).leastMm4).toBeCloseTo((20 * 6 ** 3) / 12, 6);
    expect(of(CrossSection.square([20, 6]).translate([100, -40])).leastMm4).toBeCloseTo(360, 4);
    expect(of(CrossSection.square([10, 10]).rotate(30)).leastMm4).toBeCloseTo(10 ** 4 / 12, 4);
    const ring = of(CrossSection.circle(10, 512).subtract(CrossSection.circle(8, 512)));
    expect(ring.leastMm4 / ((Math.PI * (10 ** 4 - 8 ** 4)) / 4)).toBeCloseTo(1, 3);
    expect(ring.areaMm2 / (Math.PI * 36)).toBeCloseTo(1, 3);
  });
});

describe("section modulus, against handbook formulas", () => {
  // b h² / 6 of a rectangle about its weaker axis, π d³ / 32 of a circle.
  it("rectangle however it is turned, and circle", () => {
    const { CrossSection } = solids;
    const of = (c: InstanceType<Solids["CrossSection"]>) => modulusOf(rawMoments(contoursOf(c)), contoursOf(c));
    for (const deg of [0, 17, 45, 90, 133]) expect(of(CrossSection.square([20, 6]).rotate(deg).translate([50, 9]))).toBeCloseTo(120, 4);
    expect(of(CrossSection.circle(8, 512)) / ((Math.PI * 16 ** 3) / 32)).toBeCloseTo(1, 3);
  });
});

describe("a slab whose weakest section is another when it is bent", () => {
  // A narrow square neck below a wide thin blade: the neck has less area, the blade less modulus. By hand: area 81 against 120, modulus
  // 9³ / 6 = 121.5 against 40 × 3² / 6 = 60. The blade is all walls: no more infill makes it stronger.
  const mesh = new MeshBuilder().box([-4.5, -4.5, 0], [4.5, 4.5, 20]).box([-20, -1.5, 20], [20, 1.5, 40]).build();
  const denser: Slab = { id: "z", axis: "z", fromMm: 0, toMm: 40, infill: 1, wallLines: 4 };
  it("gains nothing in bending where the thin blade gives way first", () => {
    const walled = { ...large, wallLines: 4 };
    const s = strengthened(solids, mesh, buildTopology(mesh), walled, [denser])[0];
    const inner = 9 - 8 * 0.45;
    expect(s.tension).toBeCloseTo(81 / (81 - 0.9 * inner ** 2), 4);
    expect(s.bending).toBeCloseTo(1, 6);
  });
});

describe("a stronger slab", () => {
  const slab = (more: Partial<Slab>): Slab => ({ id: "z", axis: "z", fromMm: 10, toMm: 20, infill: 0.1, wallLines: 3, ...more });
  const of = (s: Slab) => strengthened(solids, boxMesh(20, 20, 60), buildTopology(boxMesh(20, 20, 60)), large, [s])[0];
  it("as it is changes nothing", () => expect(of(slab({}))).toMatchObject({ tension: 1, bending: 1, addedG: 0 }));
  it("filled solid carries its whole section, by hand", () => {
    const s = of(slab({ infill: 1 }));
    const inner = 20 - 6 * 0.45;
    expect(s.section!.areaMm2).toBeCloseTo(400, 6);
    expect(s.tension).toBeCloseTo(400 / (400 - 0.9 * inner ** 2), 6);
    expect(s.bending).toBeCloseTo(20 ** 4 / (20 ** 4 - 0.9 * inner ** 4), 6);
    expect(s.addedG).toBeCloseTo((0.9 * inner ** 2 * 10 * 1.24) / 1000, 2);
  });
  it("walls help bending more than infill of the same mass", () => {
    const walls = of(slab({ wallLines: 6 }));
    const fill = of(slab({ infill: 0.1 + (walls.addedG / of(slab({ infill: 1.0 })).addedG) * 0.9 }));
    expect(fill.addedG).toBeCloseTo(walls.addedG, 2);
    expect(walls.bending).toBeGreaterThan(fill.bending);
    expect(walls.tension).toBeCloseTo(fill.tension, 3);
  });
  it("is counted from the low end, wherever the part lies in its file", () => {
    const tall = new MeshBuilder().box([0, 0, 0], [20, 20, 30]).box([6, 6, 30], [14, 14, 60]).build();
    const far = { ...tall, positions: tall.positions.map((v) => v - 250) };
    const neck = slab({ fromMm: 35, toMm: 50, infill: 1 });
    const [a, b] = [tall, far].map((m) => strengthened(solids, m, buildTopology(m), large, [neck])[0]);
    expect(a.section!.areaMm2).toBeCloseTo(64, 3);
    expect(b.section!.areaMm2).toBeCloseTo(64, 2);
    expect(b.section!.atMm).toBeCloseTo(a.section!.atMm, 3);
    expect(b.addedG).toBeCloseTo(a.addedG, 3);
  });
  it("beside the part is none, whichever way round its ends are said", () => {
    expect(of(slab({ fromMm: 100, toMm: 120 })).section).toBeNull();
    expect(of(slab({ fromMm: 20, toMm: 10, infill: 1 }))).toEqual(of(slab({ infill: 1 })));
  });
});
