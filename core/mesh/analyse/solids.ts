/** Plain solids as welded meshes, millimetres, standing on z = 0: for typed sizes, the demo and the tests. */
import { weld } from "../repair/weld";
import type { Mesh } from "../mesh";

export type Point3 = readonly [number, number, number];

/** Collects triangles and quads (counter-clockwise from outside) and welds them. */
export class MeshBuilder {
  private readonly corners: number[] = [];

  triangle(a: Point3, b: Point3, c: Point3): this {
    this.corners.push(...a, ...b, ...c);
    return this;
  }

  quad(a: Point3, b: Point3, c: Point3, d: Point3): this {
    return this.triangle(a, b, c).triangle(a, c, d);
  }

  /** A box from corner to corner. */
  box(min: Point3, max: Point3): this {
    const [x0, y0, z0] = min,
      [x1, y1, z1] = max;
    this.quad([x0, y0, z0], [x0, y1, z0], [x1, y1, z0], [x1, y0, z0]);
    this.quad([x0, y0, z1], [x1, y0, z1], [x1, y1, z1], [x0, y1, z1]);
    this.quad([x0, y0, z0], [x1, y0, z0], [x1, y0, z1], [x0, y0, z1]);
    this.quad([x1, y0, z0], [x1, y1, z0], [x1, y1, z1], [x1, y0, z1]);
    this.quad([x1, y1, z0], [x0, y1, z0], [x0, y1, z1], [x1, y1, z1]);
    return this.quad([x0, y1, z0], [x0, y0, z0], [x0, y0, z1], [x0, y1, z1]);
  }

  /** A convex outline in the x–z plane, counter-clockwise seen from −y, drawn out from y0 to y1. */
  prism(outline: readonly (readonly [number, number])[], y0: number, y1: number): this {
    const n = outline.length;
    for (let i = 1; i + 1 < n; i++) {
      const [a, b, c] = [outline[0], outline[i], outline[i + 1]];
      this.triangle([a[0], y0, a[1]], [b[0], y0, b[1]], [c[0], y0, c[1]]);
      this.triangle([a[0], y1, a[1]], [c[0], y1, c[1]], [b[0], y1, b[1]]);
    }
    for (let i = 0; i < n; i++) {
      const p = outline[i],
        q = outline[(i + 1) % n];
      this.quad([p[0], y0, p[1]], [p[0], y1, p[1]], [q[0], y1, q[1]], [q[0], y0, q[1]]);
    }
    return this;
  }

  /** A frustum with `n` sides about the z axis through (cx, cy). */
  frustum(cx: number, cy: number, r0: number, r1: number, z0: number, z1: number, n: number): this {
    const at = (r: number, z: number, i: number): Point3 => [
      cx + r * Math.cos((2 * Math.PI * (i % n)) / n),
      cy + r * Math.sin((2 * Math.PI * (i % n)) / n),
      z,
    ];
    for (let i = 0; i < n; i++) {
      const a = at(r0, z0, i),
        b = at(r0, z0, i + 1);
      this.triangle([cx, cy, z0], b, a);
      if (r1 > 0) {
        const c = at(r1, z1, i + 1),
          d = at(r1, z1, i);
        this.quad(a, b, c, d).triangle([cx, cy, z1], d, c);
      } else this.triangle(a, b, [cx, cy, z1]);
    }
    return this;
  }

  build(): Mesh {
    return weld(new Float32Array(this.corners));
  }
}

export const boxMesh = (x: number, y: number, z: number): Mesh => new MeshBuilder().box([0, 0, 0], [x, y, z]).build();
export const cylinderMesh = (r: number, h: number, n: number): Mesh => new MeshBuilder().frustum(0, 0, r, r, 0, h, n).build();
export const coneMesh = (r: number, h: number, n: number): Mesh => new MeshBuilder().frustum(0, 0, r, 0, 0, h, n).build();
