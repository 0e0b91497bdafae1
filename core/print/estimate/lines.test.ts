import { beforeAll, describe, expect, it } from "vitest";
import { relief } from "../../../tests/relief";
import { boxMesh, buildTopology, cylinderMesh, MeshBuilder } from "../../mesh";
import { loadSolids, perimeterMm, regionOf, type Contours, type Solids } from "../../slice";
import { contoursTimeS, simplified } from "./contour";
import { commonOf, emptyHatch, hatchMm, hatchOf, intersectHatch, joinHatch, rowsOver, stretches, subtractHatch } from "./hatch";
import { planLines, type LineSettings } from "./layers";
import { chainTimeS, cornerSpeed, moveTimeS } from "./moves";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const contours = (...polygons: [number, number][][]): Contours => ({
  points: Float64Array.from(polygons.flat(2)),
  ends: Uint32Array.from(polygons.map((_, i) => polygons.slice(0, i + 1).reduce((n, p) => n + p.length, 0))),
});
const circle = (x: number, y: number, r: number, n = 96): [number, number][] =>
  Array.from({ length: n }, (_, i) => [x + r * Math.cos((2 * Math.PI * i) / n), y + r * Math.sin((2 * Math.PI * i) / n)]);
const square = (x: number, y: number, a: number): [number, number][] => [
  [x, y],
  [x + a, y],
  [x + a, y + a],
  [x, y + a],
];
const rows = rowsOver(-40, -40, 40, 40, 0.05);
const area = (c: Contours): number => hatchMm(hatchOf(c, rows)) * rows.pitchMm;

describe("rows of a region, against the polygon library", () => {
  const a = contours(circle(0, 0, 20)),
    b = contours(circle(12, 5, 15), square(-30, -8, 16));
  it("areas of circles, rings and squares", () => {
    const inLibrary = (c: Contours): number => regionOf(solids, c).area();
    // A hole runs the other way round; what overlaps counts once.
    const ring = contours(circle(0, 0, 20), circle(3, 0, 8).reverse());
    for (const c of [a, b, ring, contours(circle(0, 0, 10), circle(5, 0, 10))]) expect(area(c) / inLibrary(c)).toBeCloseTo(1, 4);
  });
  it("what two regions share, either covers, or only the first does", () => {
    const { CrossSection } = solids;
    const x = new CrossSection([circle(0, 0, 20)], "Positive"),
      y = new CrossSection([circle(12, 5, 15), square(-30, -8, 16)], "Positive");
    const [ha, hb] = [hatchOf(a, rows), hatchOf(b, rows)];
    const mm2 = (h: typeof ha): number => hatchMm(h) * rows.pitchMm;
    expect(mm2(intersectHatch(ha, hb)) / CrossSection.intersection(x, y).area()).toBeCloseTo(1, 3);
    expect(mm2(joinHatch(ha, hb)) / CrossSection.union(x, y).area()).toBeCloseTo(1, 3);
    expect(mm2(subtractHatch(ha, hb)) / CrossSection.difference(x, y).area()).toBeCloseTo(1, 3);
    expect(mm2(subtractHatch(ha, ha))).toBe(0);
    expect(mm2(joinHatch(ha, emptyHatch(rows)))).toBeCloseTo(mm2(ha), 6);
  });
  it("every stretch of a square on its corner is as long as the square is wide there", () => {
    // Rows lie at 45°, so a square of 10 mm has its diagonal as the longest.
    expect(Math.max(...stretches(hatchOf(contours(square(0, 0, 10)), rows)))).toBeCloseTo(10 * Math.SQRT2, 1);
  });
  it.each([1, 2, 3, 5, 8])("what %d neighbours share, cut three times a layer, is what they share cut one by one", (n) => {
    const list = Array.from({ length: 23 }, (_, i) => hatchOf(contours(circle(Math.sin(i) * 6, Math.cos(i * 2) * 6, 12 + (i % 5))), rows));
    const common = commonOf(list, n);
    for (let k = -2; k < list.length; k++) {
      const inside = k >= 0 && k + n <= list.length;
      expect(common(k) === undefined).toBe(!inside);
      if (inside) expect(hatchMm(common(k)!)).toBeCloseTo(hatchMm(list.slice(k, k + n).reduce(intersectHatch)), 3);
    }
  });
});

describe("following a contour", () => {
  it("a side that was cut into many pieces is one move again, and no point moves further than allowed", () => {
    const many: [number, number][] = [];
    for (const [x, y, dx, dy] of [
      [0, 0, 1, 0],
      [40, 0, 0, 1],
      [40, 40, -1, 0],
      [0, 40, 0, -1],
    ])
      for (let i = 0; i < 400; i++) many.push([x + (dx * i) / 10, y + (dy * i) / 10]);
    const c = contours(many);
    const s = simplified({ ...c, contours: 1 });
    expect(s.ends[0]).toBe(4);
    expect(perimeterMm(s)).toBeCloseTo(160, 9);
    // Four moves of 40 mm, corners at 8 mm/s, from rest to rest: by hand.
    const byHand = moveTimeS(40, 60, 1500, 0, 8) + 2 * moveTimeS(40, 60, 1500, 8, 8) + moveTimeS(40, 60, 1500, 8, 0);
    expect(contoursTimeS(s, 60, 1500, 8)).toBeCloseTo(byHand, 9);
    const round = simplified({ ...contours(circle(0, 0, 30, 2000)), contours: 1 });
    expect(round.ends[0]).toBeLessThan(250);
    expect(area(round) / (Math.PI * 900)).toBeCloseTo(1, 3);
  });
  it("a right angle is taken at the speed of corners, a straight line at any, a way back slower", () => {
    expect(cornerSpeed(0, 8)).toBeCloseTo(8, 12);
    expect(cornerSpeed(1, 8)).toBe(Infinity);
    expect(cornerSpeed(-1, 8)).toBeCloseTo(8 / Math.SQRT2, 12);
  });
  it("many short moves in a line take as long as one", () => {
    const n = 500;
    const lengths = new Float64Array(n).fill(0.1),
      corners = new Float64Array(n).fill(Infinity);
    expect(chainTimeS(lengths, corners, n, 100, 1000)).toBeCloseTo(moveTimeS(50, 100, 1000), 9);
  });
});

describe("the lines of a part", () => {
  const settings: LineSettings = {
    layerMm: 0.2,
    lineWidthMm: 0.45,
    wallLines: 3,
    topLayers: 4,
    bottomLayers: 4,
    overhangDeg: 50,
    brimMm: 0,
  };
  it("three loops of a square tower: each a line shorter than the one outside it, all round", () => {
    const mesh = boxMesh(40, 40, 10);
    const { layers } = planLines(solids, mesh, buildTopology(mesh), settings);
    // Loops run along the middle of their lines: 39.55, 38.65 and 37.75 mm a side.
    expect(layers[20].outerMm).toBeCloseTo(4 * 39.55, 6);
    expect(layers[20].innerMm).toBeCloseTo(4 * (38.65 + 37.75), 6);
    expect(layers[20]).toMatchObject({ skinMm2: 0, infillMm2: expect.closeTo(37.3 ** 2, 6) });
    // Four layers at either end are skin, the others infill; layers between are one and the same.
    expect(layers.map((l) => (l.skinMm2 > 0 ? "s" : "i")).join("")).toBe(`ssss${"i".repeat(42)}ssss`);
    expect(layers[20]).toBe(layers[30]);
  });
  it("a brim is the area round the first layer in lines", () => {
    const mesh = cylinderMesh(10, 4, 256);
    const { brimMm } = planLines(solids, mesh, buildTopology(mesh), { ...settings, brimMm: 5 });
    expect(brimMm).toBeCloseTo((Math.PI * (15 ** 2 - 10 ** 2)) / 0.45, -1);
  });
  it("supports stand on what lies below them, not on the plate", () => {
    // A table of 40 × 40 over a block that reaches half way up under one half of it.
    const mesh = new MeshBuilder().box([0, 0, 0], [5, 40, 20]).box([5, 0, 0], [20, 40, 10]).box([0, 0, 20], [40, 40, 22]).build();
    const { layers } = planLines(solids, mesh, buildTopology(mesh), settings);
    const mm3 = layers.reduce((sum, l) => sum + l.supportMm2 * 0.2, 0);
    const hung = 35 - 0.2 * Math.tan((50 * Math.PI) / 180);
    expect(mm3 / (40 * (15 * 10 + 20 * 20))).toBeGreaterThan((0.95 * hung) / 35);
    expect(mm3 / (40 * (15 * 10 + 20 * 20))).toBeLessThan(1.02);
  });
  it("what is larger than any plate is hatched more coarsely, and lays and takes about the same", () => {
    const mesh = boxMesh(2800, 2800, 3);
    const plan = planLines(solids, mesh, buildTopology(mesh), { ...settings, layerMm: 0.001, topLayers: 0, bottomLayers: 0 });
    expect(plan.layers[5].linesARow).toBeGreaterThan(1);
    const length = plan.layers[5].infill.reduce((a, b) => a + b, 0) * plan.layers[5].linesARow;
    expect(length / (plan.layers[5].infillMm2 / 0.45)).toBeCloseTo(1, 2);
  });
  it("a relief is laid as its volume says, walls, skins and insides together", () => {
    const mesh = relief(20_000);
    const topology = buildTopology(mesh);
    const { layers } = planLines(solids, mesh, topology, settings);
    const solid = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
    const laid = layers.reduce((sum, l) => sum + (l.wallMm2 + l.skinMm2 + l.infillMm2) * 0.2, 0);
    expect(laid / solid.volume()).toBeCloseTo(1, 3);
  });
});
