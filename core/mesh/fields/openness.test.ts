/**
 * View factors in closed form, from radiation handbooks (from memory): the floor in a corner of two walls 1/4, a slope b over level ground
 * (1 + cos b)/2, the middle of a trench's floor sin(atan(w/2d)), of a pit's 1/(1 + (h/a)²). Curvature of sphere and cylinder: 1/R, 1/(2R).
 */
import { describe, expect, it } from "vitest";
import { ball } from "../../../tests/ball";
import {
  boxMesh,
  cylinderMesh,
  facetsOf,
  MeshBuilder,
  opennessOf,
  refineMesh,
  scaleMesh,
  TURNS,
  turnMesh,
  vertexFields,
  weld,
  type Mesh,
} from "../index";

const FINE = { directions: 128, px: 512 };

/** Openness where a vertex of the refined mesh is nearest to a point. */
function at(mesh: Mesh, point: readonly [number, number, number], across = 60): { open: number; sky: number } {
  const fine = refineMesh(mesh, across, 400_000).mesh;
  const { normals } = vertexFields(fine);
  const { open, sky } = opennessOf(fine, normals, FINE);
  let best = -1,
    nearest = Infinity;
  for (let v = 0; v < open.length; v++) {
    const d = Math.hypot(...point.map((x, k) => fine.positions[v * 3 + k] - x));
    if (d < nearest) [best, nearest] = [v, d];
  }
  return { open: open[best], sky: sky[best] };
}

/** A smooth ball of radius 30. */
function smoothBall(triangles: number): Mesh {
  const { positions: p, indices } = ball(triangles);
  const on = p.map((x, i) => {
    const v = i - (i % 3);
    return (30 * x) / Math.hypot(p[v], p[v + 1], p[v + 2]);
  });
  return { positions: on, indices };
}

const wall = (b: MeshBuilder, x0: number, y0: number, x1: number, y1: number, h: number): MeshBuilder =>
  b.quad([x0, y0, 0], [x1, y1, 0], [x1, y1, h], [x0, y0, h]);

describe("openness", () => {
  it("of a free plane is 1 on both of its sides' worth, and its sky is all of it", () => {
    const { open, sky } = at(new MeshBuilder().quad([0, 0, 0], [50, 0, 0], [50, 50, 0], [0, 50, 0]).build(), [25, 25, 0]);
    expect(open).toBeCloseTo(1, 3);
    expect(sky).toBeCloseTo(1, 3);
  });
  it("of a floor in the corner of two tall walls is a quarter", () => {
    const b = new MeshBuilder().quad([0, 0, 0], [60, 0, 0], [60, 60, 0], [0, 60, 0]);
    wall(b, 0, 0, 0, 400, 400);
    wall(b, 0, 0, 400, 0, 400);
    // Three pixels of this picture away from either wall.
    expect(Math.abs(at(b.build(), [3, 3, 0], 400).open - 0.25)).toBeLessThan(0.03);
  });
  it("of a slope of 40° over wide ground is (1 + cos 40°)/2, and so is its sky", () => {
    const c = Math.cos((40 * Math.PI) / 180),
      s = Math.sin((40 * Math.PI) / 180);
    const b = new MeshBuilder().quad([-300, -300, 0], [0, -300, 0], [0, 300, 0], [-300, 300, 0]);
    b.quad([0, -20, 0], [30 * c, -20, 30 * s], [30 * c, 20, 30 * s], [0, 20, 0]);
    const got = at(b.build(), [4 * c, 0, 4 * s], 300);
    expect(Math.abs(got.sky - (1 + c) / 2)).toBeLessThan(0.03);
  });
  it.each([1, 2])("of the middle of a trench's floor, %i times as deep as wide", (deep) => {
    const b = new MeshBuilder().quad([-5, -200, 0], [5, -200, 0], [5, 200, 0], [-5, 200, 0]);
    b.quad([-5, -200, 0], [-5, 200, 0], [-5, 200, 10 * deep], [-5, -200, 10 * deep]);
    b.quad([5, -200, 0], [5, 200, 0], [5, 200, 10 * deep], [5, -200, 10 * deep]);
    expect(Math.abs(at(b.build(), [0, 0, 0], 160).open - Math.sin(Math.atan(1 / (2 * deep))))).toBeLessThan(0.03);
  });
  it.each([
    [1, 0.5],
    [2, 0.2],
    [0.5, 0.8],
  ])("of the middle of a pit's floor, %f times as deep as its radius, is %f", (deep, is) => {
    const n = 96,
      a = 10;
    const b = new MeshBuilder();
    for (let i = 0; i < n; i++) {
      const p = (j: number, z: number): [number, number, number] => [
        a * Math.cos((2 * Math.PI * j) / n),
        a * Math.sin((2 * Math.PI * j) / n),
        z,
      ];
      b.triangle([0, 0, 0], p(i, 0), p(i + 1, 0)).quad(p(i + 1, 0), p(i, 0), p(i, a * deep), p(i + 1, a * deep));
    }
    expect(Math.abs(at(b.build(), [0, 0, 0]).open - is)).toBeLessThan(0.03);
  });
  it("of a floor under a disc at the height of its radius is half", () => {
    const b = new MeshBuilder().quad([-40, -40, 0], [40, -40, 0], [40, 40, 0], [-40, 40, 0]);
    for (let i = 0; i < 64; i++) {
      const p = (j: number): [number, number, number] => [10 * Math.cos((Math.PI * j) / 32), 10 * Math.sin((Math.PI * j) / 32), 10];
      b.triangle([0, 0, 10], p(i), p(i + 1));
    }
    expect(Math.abs(at(b.build(), [0, 0, 0]).open - 0.5)).toBeLessThan(0.03);
  });
  it("of every point inside a ball that is seen from within is 0, and outside 1", () => {
    const out = smoothBall(4000);
    const { normals } = vertexFields(out);
    opennessOf(out, normals, FINE).open.forEach((v) => expect(v).toBeGreaterThan(0.97));
    const within = { positions: out.positions, indices: out.indices.map((_, i) => out.indices[i - (i % 3) + [0, 2, 1][i % 3]]) };
    opennessOf(within, vertexFields(within).normals, FINE).open.forEach((v) => expect(v).toBeLessThan(0.02));
  });
  it("is the same of a mesh of any size, and turned about the vertical", () => {
    const l = refineMesh(new MeshBuilder().box([0, 0, 0], [40, 40, 8]).box([0, 0, 8], [10, 40, 40]).build(), 30, 40_000).mesh;
    const of = (m: Mesh): Float32Array => opennessOf(m, vertexFields(m).normals, FINE).open;
    const as = of(l),
      large = of(scaleMesh(l, 37)),
      turned = of(turnMesh(l, TURNS["+x"]));
    let off = 0;
    as.forEach((v, i) => {
      expect(Math.abs(v - large[i])).toBeLessThan(0.02);
      off += Math.abs(v - turned[i]);
    });
    expect(off / as.length).toBeLessThan(0.02);
  });
  it("never rises when something is added", () => {
    const base = refineMesh(boxMesh(40, 40, 4), 40, 40_000).mesh;
    const alone = opennessOf(base, vertexFields(base).normals, FINE).open;
    const post = boxMesh(6, 6, 30);
    const n = base.positions.length / 3;
    const both = {
      positions: Float32Array.from([...base.positions, ...post.positions.map((v, i) => v + [17, 17, 4][i % 3])]),
      indices: Uint32Array.from([...base.indices, ...post.indices.map((v) => v + n)]),
    };
    const beside = opennessOf(both, vertexFields(both).normals, FINE).open;
    let least = 1;
    for (let v = 0; v < n; v++) {
      expect(beside[v]).toBeLessThan(alone[v] + 0.02);
      least = Math.min(least, beside[v]);
    }
    expect(least).toBeLessThan(0.75);
  });
});

describe("curvature", () => {
  it("of a ball is 1/R everywhere", () => {
    const b = smoothBall(20_000);
    const r = 30;
    const { curvature, areas } = vertexFields(b);
    const mean = curvature.reduce((s, c, v) => s + c * areas[v], 0) / areas.reduce((s, a) => s + a, 0);
    expect(mean * r).toBeCloseTo(1, 2);
    // Poles of a globe have vertices of many short edges, where the formula is known to be off.
    expect([...curvature].filter((c) => Math.abs(c * r - 1) > 0.05).length).toBeLessThan(0.02 * curvature.length);
  });
  it("of a cylinder's side is 1/(2R), and of a hollow one's inside −1/(2R)", () => {
    const fine = refineMesh(cylinderMesh(10, 40, 96), 60, 60_000).mesh;
    // Over the side: the mean of a band, since the facets' own edges carry it all.
    const band = (m: Mesh, h: Float32Array, areas: Float32Array): number => {
      let sum = 0,
        area = 0;
      for (let v = 0; v < h.length; v++) {
        if (m.positions[v * 3 + 2] < 10 || m.positions[v * 3 + 2] > 30) continue;
        sum += h[v] * areas[v];
        area += areas[v];
      }
      return sum / area;
    };
    const side = (m: Mesh): number => {
      const f = vertexFields(m);
      return band(m, f.curvature, f.areas);
    };
    expect(side(fine) * 20).toBeCloseTo(1, 1);
    const inside = { positions: fine.positions, indices: fine.indices.map((_, i) => fine.indices[i - (i % 3) + [0, 2, 1][i % 3]]) };
    expect(side(inside) * 20).toBeCloseTo(-1, 1);
  });
  it("says nothing at open borders, and its areas are all of the mesh", () => {
    const sheet = refineMesh(new MeshBuilder().quad([0, 0, 0], [50, 0, 0], [50, 50, 0], [0, 50, 0]).build(), 10, 2000).mesh;
    const { curvature, areas } = vertexFields(sheet);
    curvature.forEach((c) => expect(Math.abs(c)).toBeLessThan(1e-6));
    expect(areas.reduce((s, a) => s + a, 0)).toBeCloseTo(2500, 2);
  });
});

describe("a mesh that is refined", () => {
  it("keeps its shape, its area and that it is closed, and no edge is longer than it says", () => {
    const box = boxMesh(80, 30, 10);
    const { mesh, edge, parent } = refineMesh(box, 40, 60_000);
    const area = (m: Mesh): number => facetsOf(m).areasMm2.reduce((s, a) => s + a, 0);
    expect(area(mesh)).toBeCloseTo(area(box), 1);
    expect(vertexFields(mesh).curvature.some((c) => c > 0)).toBe(true);
    const facing = facetsOf(mesh).normals,
      before = facetsOf(box).normals;
    parent.forEach((t, i) => {
      for (let k = 0; k < 3; k++) expect(facing[i * 3 + k]).toBeCloseTo(before[t * 3 + k], 4);
    });
    for (let i = 0; i < mesh.indices.length; i++) {
      const a = mesh.indices[i] * 3,
        b = mesh.indices[i - (i % 3) + ((i + 1) % 3)] * 3;
      const p = mesh.positions;
      expect(Math.hypot(p[a] - p[b], p[a + 1] - p[b + 1], p[a + 2] - p[b + 2])).toBeLessThan(edge * 1.0001);
    }
    // Welded again it has no fewer vertices: none is there twice.
    const corners = Float32Array.from([...mesh.indices].flatMap((v) => [...mesh.positions.subarray(v * 3, v * 3 + 3)]));
    expect(weld(corners).positions.length).toBe(mesh.positions.length);
  });
  it("stays as it is where it is fine already, or nothing is there", () => {
    const b = ball(5000);
    expect(refineMesh(b, 100, 4000).mesh).toBe(b);
    const none = { positions: new Float32Array(), indices: new Uint32Array() };
    expect(refineMesh(none, 100, 4000).mesh).toBe(none);
  });
});
