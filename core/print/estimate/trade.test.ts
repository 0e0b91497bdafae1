/**
 * What practitioners report of their own prints (common practice, no source): shapes are made up to their description, the machines are
 * the generic ones but where it is said. The estimate must land in its own range of the report.
 */
import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, buildTopology, type Mesh } from "../../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../../slice";
import { GENERIC_PRINTERS, type FilamentPrinter, type ResinPrinter } from "../printers";
import { estimateFdm } from "./fdm";
import { estimateResin, resinTimeS } from "./resin";

const large = GENERIC_PRINTERS[0] as FilamentPrinter,
  resin = GENERIC_PRINTERS[2] as ResinPrinter;
/** A machine of the older kind, as most of the reports come from: half the speed and a third of the acceleration. */
const older: FilamentPrinter = {
  ...large,
  speedMmS: { outerWall: 30, innerWall: 45, skin: 40, infill: 50, travel: 120 },
  accelerationMmS2: 500,
};
let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const HOUR = 3600;
const estimate = (mesh: Mesh, printer: FilamentPrinter) => estimateFdm(solids, mesh, buildTopology(mesh), printer);
/** A ring of ground with a rough top: `share` of a whole turn. */
const ring = (share: number): Mesh => {
  const { Manifold } = solids;
  const body = Manifold.cylinder(23, 106, 106, 128).subtract(Manifold.cylinder(23, 72, 72, 128));
  const rocks = Array.from({ length: Math.round(60 * share) }, (_, i) => {
    const a = ((i + 0.5) / 60) * 2 * Math.PI;
    return Manifold.sphere(9, 10).translate([(80 + (i % 3) * 8) * Math.cos(a), (80 + (i % 3) * 8) * Math.sin(a), 20]);
  });
  const whole = Manifold.union([body, ...rocks]);
  return meshOfSolid(share === 1 ? whole : whole.intersect(Manifold.cube([300, 150, 100]).translate([-150, 0, -10])));
};
/** A small ornate house: walls, roof, floor, a few ledges. */
const hut = (): Mesh => {
  const { Manifold } = solids;
  const shell = Manifold.cube([62, 52, 46]).subtract(Manifold.cube([57, 47, 44]).translate([2.5, 2.5, 2]));
  const roof = Manifold.cube([68, 58, 3])
    .translate([-3, -3, 46])
    .add(Manifold.cylinder(11, 24, 8, 4).rotate([0, 0, 45]).translate([31, 26, 49]));
  const ledges = [10, 20, 30, 40].map((z) =>
    Manifold.cube([64, 54, 1])
      .subtract(Manifold.cube([57, 47, 3]).translate([3.5, 3.5, -1]))
      .translate([-1, -1, z]),
  );
  return meshOfSolid(Manifold.union([shell, roof, ...ledges]));
};

describe("filament", () => {
  it("a terrain ring in 0.15 mm layers and 10 % infill: 17 h and 3.50 of filament on an older machine", () => {
    const e = estimate(ring(1), { ...older, layerMm: 0.15, topLayers: 5, bottomLayers: 5 });
    expect(e.timeS.low / HOUR).toBeLessThan(17);
    expect(e.timeS.high / HOUR).toBeGreaterThan(17);
    expect(e.costMinor.low).toBeLessThan(350);
    expect(e.costMinor.high).toBeGreaterThan(300);
  });
  it("large plain pieces lay about 25 g an hour: three spools in two and a half days on two machines", () => {
    const e = estimate(boxMesh(150, 100, 80), large);
    const gramsAnHour = e.massG.value / (e.timeS.value / HOUR);
    expect(gramsAnHour).toBeGreaterThan(25 * 0.75);
    expect(gramsAnHour).toBeLessThan(25 * 1.75);
  });
});

describe("resin against filament", () => {
  it("0.1 mm on filament takes about twice what 0.05 mm on resin does: 8 h against 4 h", () => {
    const e = estimate(hut(), { ...older, layerMm: 0.1, topLayers: 8, bottomLayers: 8 });
    const r = estimateResin(60, 30_000, 1, resin, null);
    expect(r.timeS.low / HOUR).toBeLessThan(4);
    expect(r.timeS.high / HOUR).toBeGreaterThan(4);
    expect(e.timeS.value / r.timeS.value).toBeGreaterThan(1.2);
    expect(e.timeS.value / r.timeS.value).toBeLessThan(4);
  });
  it("a tall full plate of resin takes 6 to 7 h", () => {
    expect(resinTimeS(100, resin) / HOUR).toBeGreaterThan(6);
    expect(resinTimeS(100, resin) / HOUR).toBeLessThan(7);
  });
  it("a set of small walls in resin costs about 0.59", () => {
    const five = estimateResin(2, 40 * 30 * 2, 5, resin, null);
    expect(five.costMinor.low).toBeLessThan(59);
    expect(five.costMinor.high).toBeGreaterThan(59);
  });
});
