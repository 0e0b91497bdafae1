import { describe, expect, it } from "vitest";
import { sheetOfMesh } from "../../tests/sampleProject";
import { boxMesh, buildTopology, coneMesh, cylinderMesh, MeshBuilder, type Mesh } from "../mesh";
import { findSurfaces } from "../surface";
import { drawView, hatchAreas, VIEW_NAMES, type ViewName } from "./index";

const view = (mesh: Mesh, name: ViewName) => drawView(mesh, buildTopology(mesh), name);
/** Total length of a list of segments, mm. */
const lengthOf = (segments: number[]): number => {
  let sum = 0;
  for (let i = 0; i < segments.length; i += 4) sum += Math.hypot(segments[i + 2] - segments[i], segments[i + 3] - segments[i + 1]);
  return sum;
};
/** Area inside rings, holes off (shoelace). */
const areaOf = (rings: number[][]): number =>
  Math.abs(
    rings.reduce((sum, r) => {
      let a = 0;
      for (let i = 0; i < r.length; i += 2) {
        const j = (i + 2) % r.length;
        a += (r[i] * r[j + 1] - r[j] * r[i + 1]) / 2;
      }
      return sum + a;
    }, 0),
  );

describe("views of a box", () => {
  const box = boxMesh(40, 30, 20);
  it("have its width, depth and height in third-angle order", () => {
    const sizes = VIEW_NAMES.map((n) => [view(box, n).drawing.widthMm, view(box, n).drawing.heightMm]);
    expect(sizes).toEqual([
      [40, 20],
      [30, 20],
      [40, 30],
    ]);
  });
  it.each(VIEW_NAMES)("the %s draws the outline and nothing inside it", (name) => {
    const { drawing } = view(box, name);
    // Front and back edges lie over each other; each side of the rectangle is there.
    const perimeter = 2 * (drawing.widthMm + drawing.heightMm);
    expect(lengthOf(drawing.outline)).toBeGreaterThanOrEqual(perimeter * 0.99);
    expect(lengthOf(drawing.features)).toBeLessThan(1);
  });
});

describe("hidden lines", () => {
  // A plate behind a larger one: seen from the front its edges are hidden, from above they are not.
  const two = new MeshBuilder().box([0, 0, 0], [40, 2, 30]).box([12, 6, 8], [28, 9, 22]).build();
  it("a smaller plate behind a larger one is dashed from the front", () => {
    const { drawing } = view(two, "front");
    expect(lengthOf(drawing.hidden)).toBeGreaterThanOrEqual(2 * (16 + 14) * 0.95);
    expect(lengthOf(drawing.outline)).toBeGreaterThanOrEqual(2 * (40 + 30) * 0.98);
  });
  it("and plain from above", () => {
    const { drawing } = view(two, "plan");
    expect(lengthOf(drawing.hidden)).toBeLessThan(2);
  });
  it("a step on the face is a feature, not an outline", () => {
    const step = new MeshBuilder().box([0, 0, 0], [40, 10, 20]).box([10, -4, 5], [30, 0, 12]).build();
    expect(lengthOf(view(step, "front").drawing.features)).toBeGreaterThanOrEqual(2 * (20 + 7) * 0.9);
  });
});

describe("round things", () => {
  it("a cylinder shows its outline where the surface turns away, not its facets", () => {
    const { drawing } = view(cylinderMesh(10, 30, 64), "front");
    expect(drawing.widthMm).toBeCloseTo(20, 4);
    // Two sides of 30 mm, top and bottom of 20 mm; facets of 5.6° are smooth.
    expect(lengthOf(drawing.features)).toBeLessThan(10);
    expect(lengthOf(drawing.outline)).toBeGreaterThanOrEqual(98);
  });
  it("a cone's plan is a circle: its outline is 2πr", () => {
    expect(lengthOf(view(coneMesh(10, 10, 128), "plan").drawing.outline) / (2 * Math.PI * 10)).toBeCloseTo(1, 1);
  });
});

describe("the raster", () => {
  it("covers the area of the silhouette", () => {
    const { raster } = view(cylinderMesh(10, 30, 64), "plan");
    const pixels = raster.triangle.reduce((n, t) => n + (t > 0 ? 1 : 0), 0);
    expect((pixels * raster.mmPerPixel ** 2) / (Math.PI * 100)).toBeCloseTo(1, 1);
  });
  it("sees the nearer of two", () => {
    const two = new MeshBuilder().box([0, 0, 0], [10, 1, 10]).box([0, 5, 0], [10, 6, 10]).build();
    const { raster } = view(two, "front");
    const seen = new Set(raster.triangle);
    seen.delete(0);
    expect([...seen].every((t) => t - 1 < 12)).toBe(true);
  });
});

describe("hatched areas", () => {
  const roof = new MeshBuilder()
    .prism(
      [
        [0, 0],
        [60, 0],
        [60, 30],
        [30, 45],
        [0, 30],
      ],
      0,
      80,
    )
    .build();
  const topology = buildTopology(roof);
  it("outline a slope where it is seen, with its anchor inside", () => {
    const sheet = sheetOfMesh(roof);
    const { list } = findSurfaces(roof, topology);
    expect(list.filter((x) => x.name.includes("slope")).map((x) => Math.round((Math.acos(x.normal[2]) * 180) / Math.PI))).toEqual([27, 27]);
    const inPlan = sheet.hatches.filter((h) => h.view === "plan");
    expect(inPlan.length).toBe(2);
    for (const h of inPlan) {
      expect(areaOf(h.rings) / (30 * 80)).toBeCloseTo(1, 1);
      const [x, y] = h.anchorMm;
      expect(y).toBeGreaterThan(20);
      expect(y).toBeLessThan(60);
      const left = list[h.surface].facing === "left";
      expect(left ? x < 30 : x > 30).toBe(true);
    }
    // Only what looks to the right is seen from the right, and no slope from the front.
    expect([...new Set(sheet.hatches.filter((h) => h.view === "side").map((h) => list[h.surface].facing))]).toEqual(["right"]);
    expect([...new Set(sheet.hatches.filter((h) => h.view === "front").map((h) => list[h.surface].facing))]).toEqual(["front"]);
  });
  it("leave out what is not wanted or not seen", () => {
    const { raster } = view(roof, "plan");
    expect(hatchAreas(raster, new Int32Array(roof.indices.length / 3).fill(-1), [0, 1])).toEqual([]);
  });
  it("tells how far it is and stops when asked", () => {
    const told: number[] = [];
    sheetOfMesh(roof, (f) => told.push(f));
    expect(told.at(-1)).toBe(1);
    const stop = new AbortController();
    stop.abort();
    expect(() => sheetOfMesh(roof, undefined, stop.signal)).toThrow();
  });
});
