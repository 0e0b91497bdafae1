import { describe, expect, it } from "vitest";
import { buildTopology, coneMesh, cylinderMesh } from "../mesh";
import {
  afterCoat,
  afterSanding,
  coatOver,
  findSurfaces,
  GRAIN_UM,
  levellingShare,
  planSchool,
  sandDown,
  sawTooth,
  seenAt,
  stepsOn,
  surfaceName,
} from "./index";

describe("layer steps (Dolenc & Mäkelä 1994)", () => {
  it.each([
    [0.2, 10, 0.19696, 1.1343],
    [0.2, 30, 0.17321, 0.3464],
    [0.2, 45, 0.14142, 0.2],
    [0.05, 30, 0.0433, 0.0866],
  ])("%d mm layers at %d° from level", (t, slope, cusp, run) => {
    const s = stepsOn(slope, t);
    expect(s.cuspMm).toBeCloseTo(cusp, 4);
    expect(s.pitchMm).toBeCloseTo(run, 4);
  });
  it("a level top lies on a layer and has none; a wall shows its beads", () => {
    expect(stepsOn(0, 0.2)).toEqual({ cuspMm: 0, pitchMm: 0 });
    expect(stepsOn(90, 0.2)).toEqual({ cuspMm: 0.1, pitchMm: 0.2 });
  });
});

describe("what shows at 1 m (two minutes of arc, ISO 8596)", () => {
  // 0.2 mm layers: a wall 0.7', a 30° roof 1.2', a 10° slope 3.9', 5° 7.9'.
  it.each([
    [90, "hidden", 0.69],
    [30, "dry brush", 1.19],
    [10, "plain", 3.9],
    [5, "plain", 7.86],
  ] as const)("a slope of %d° is %s", (slope, seen, arcmin) => {
    const s = seenAt(stepsOn(slope, 0.2), 1000);
    expect(s.seen).toBe(seen);
    expect(s.arcmin).toBeCloseTo(arcmin, 1);
  });
  it("comes closer in the hand", () => expect(seenAt(stepsOn(30, 0.2), 250).seen).toBe("plain"));
});

describe("filling and sanding", () => {
  // A levelled coat leaves c × (1 − solids): 173 µm and two filler coats of 0.35 leave 73.
  it("two filler coats leave 0.65² of narrow ridges", () => {
    const share = levellingShare(0.1);
    expect(share).toBeGreaterThan(0.999);
    expect(afterCoat(afterCoat(0.173, 0.35, 0.1), 0.35, 0.1) * 1000).toBeCloseTo(73.1, 0);
  });
  it("terraces of 2 mm never flow out", () => expect(afterCoat(0.17, 0.35, 2)).toBeGreaterThan(0.168));
  it("sanding leaves no less than its grain (FEPA 43)", () => {
    expect(afterSanding(0.173, 400)).toBeCloseTo(0.035, 9);
    expect(afterSanding(0.01, 400)).toBe(0.01);
    expect(() => afterSanding(0.1, 401)).toThrow(RangeError);
  });
  it("grain falls strictly with the number", () => {
    const grades = Object.keys(GRAIN_UM)
      .map(Number)
      .sort((a, b) => a - b);
    for (let i = 1; i < grades.length; i++) expect(GRAIN_UM[grades[i]]).toBeLessThan(GRAIN_UM[grades[i - 1]]);
  });
  it("a profile coated and sanded agrees with the sums", () => {
    const base = sawTooth(0.17, 0.3, 2.4, 400);
    const depth = (p: Float64Array): number => Math.max(...p) - Math.min(...p);
    expect(depth(coatOver(base, 0.1, 0.35, 0.3)) / depth(base)).toBeCloseTo(1 - 0.35 * levellingShare(0.3), 1);
    expect(depth(sandDown(base, 0.035))).toBeCloseTo(0.035, 6);
  });
});

describe("schools", () => {
  const roof = stepsOn(30, 0.2);
  it("filler and sanding go further and take longer than a thick coat", () => {
    const thick = planSchool("thick-coat", 25000, roof),
      fill = planSchool("fill-and-sand", 25000, roof);
    expect(fill.leavesMm).toBeLessThan(thick.leavesMm);
    expect(fill.handsOnS).toBeGreaterThan(0);
    expect(fill.stages.some((s) => s.cautions.includes("sanding-dust"))).toBe(true);
    expect(thick.notes.join(" ")).toMatch(/clips and slots/);
  });
  it("leaving it costs nothing and warns of the dry brush", () => {
    const leave = planSchool("leave", 25000, roof);
    expect(leave.handsOnS).toBe(0);
    expect(leave.notes.join(" ")).toMatch(/dry brush/);
  });
  it("says that wide terraces do not flow out", () =>
    expect(planSchool("fill-and-sand", 5000, stepsOn(5, 0.2)).notes.join(" ")).toMatch(/never flow out/));
});

describe("surfaces of a mesh", () => {
  it("a cone has four slopes of its angle, and a flat underside", () => {
    const mesh = coneMesh(20, 20, 64);
    const { list, surfaceOf } = findSurfaces(mesh, buildTopology(mesh));
    expect(list.filter((s) => s.kind === "slope").map((s) => Math.round(s.slopeDeg))).toEqual([45, 45, 45, 45]);
    expect(list.filter((s) => s.kind === "level").map(surfaceName)).toEqual(["flat underside"]);
    expect(surfaceOf.length).toBe(mesh.indices.length / 3);
  });
  // Lateral area of a lying cylinder within 45° of straight down: a quarter (exact).
  it("a lying cylinder has a quarter of its side near level below", () => {
    const lying = cylinderMesh(10, 40, 360);
    const turned = { positions: new Float32Array(lying.positions.length), indices: lying.indices };
    for (let i = 0; i < turned.positions.length; i += 3) {
      turned.positions[i] = lying.positions[i + 2];
      turned.positions[i + 1] = lying.positions[i + 1];
      turned.positions[i + 2] = -lying.positions[i];
    }
    const { list } = findSurfaces(turned, buildTopology(turned));
    const side = 2 * Math.PI * 10 * 40;
    const below = list.filter((s) => s.underside && s.slopeDeg < 35).reduce((a, s) => a + s.areaMm2, 0);
    expect(below / side).toBeCloseTo(70 / 360, 2);
  });
});
