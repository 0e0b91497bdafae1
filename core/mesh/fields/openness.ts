/**
 * How open each vertex of a mesh is: the share of the half space over it from which light, a spray or a brush comes straight to it, each
 * direction weighed by its cosine (the view factor of radiation handbooks). A free plane has 1, the floor in a corner of two walls a quarter.
 *
 * By depth pictures from directions that are spread evenly over the sphere (a Fibonacci lattice, González 2010): what a picture does not
 * show is hidden from there. One drawing gives two directions: its nearest depths, and its farthest. What is narrower than a pixel or two is
 * not seen; `px` says how many there are over the longest side.
 */
import { throwIfCancelled, type OnProgress } from "../../units";
import type { Mesh } from "../mesh";

export interface Openness {
  /** 0 to 1, one for each vertex. */
  open: Float32Array;
  /** The same of directions from above alone: what a spray from above reaches. */
  sky: Float32Array;
}

/** @param normals of the vertices, three numbers each @param directions an even number @param px side of a picture */
export function opennessOf(
  mesh: Mesh,
  normals: Float32Array,
  { directions = 128, px = 512 }: { directions?: number; px?: number } = {},
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Openness {
  const vertices = mesh.positions.length / 3;
  const sum = new Float32Array(vertices),
    seen = new Float32Array(vertices),
    up = new Float32Array(vertices);
  const picture = new DepthPicture(mesh, px);
  const pairs = directions / 2;
  for (let i = 0; i < pairs; i++) {
    throwIfCancelled(signal);
    const [dx, dy, dz] = latticeDirection(i, pairs);
    picture.draw(dx, dy, dz);
    for (let v = 0; v < vertices; v++) {
      const c = normals[v * 3] * dx + normals[v * 3 + 1] * dy + normals[v * 3 + 2] * dz;
      if (c === 0) continue;
      const weight = Math.abs(c);
      sum[v] += weight;
      if (!picture.shows(v, normals, c > 0)) continue;
      seen[v] += weight;
      if (c * dz > 0) up[v] += weight;
    }
    onProgress?.((i + 1) / pairs, "openness");
  }
  for (let v = 0; v < vertices; v++) {
    const whole = sum[v] || 1;
    seen[v] /= whole;
    up[v] /= whole;
  }
  return { open: seen, sky: up };
}

/** The `i`-th of `n` directions that are spread evenly over the upper half of the sphere; with their opposites, over all of it. */
function latticeDirection(i: number, n: number): [number, number, number] {
  const z = (i + 0.5) / n;
  const r = Math.sqrt(1 - z * z);
  const turn = i * Math.PI * (3 - Math.sqrt(5));
  return [r * Math.cos(turn), r * Math.sin(turn), z];
}

/** A point is lifted by so many pixels before it is looked for: a plane then never shades itself, however slanted. */
const LIFT_PX = 0.75;

/** Least and greatest depth of a mesh in each pixel, along one direction. */
class DepthPicture {
  private readonly near: Float32Array;
  private readonly far: Float32Array;
  /** x, y in pixels and depth in pixels too. */
  private readonly at: Float32Array;
  private right: readonly [number, number, number] = [1, 0, 0];
  private over: readonly [number, number, number] = [0, 1, 0];
  private ahead: readonly [number, number, number] = [0, 0, 1];

  constructor(
    private readonly mesh: Mesh,
    private readonly px: number,
  ) {
    this.near = new Float32Array(px * px);
    this.far = new Float32Array(px * px);
    this.at = new Float32Array(mesh.positions.length);
  }

  /** Draws it as it is seen from (dx, dy, dz), a unit vector: greater depths are nearer. */
  draw(dx: number, dy: number, dz: number): void {
    this.ahead = [dx, dy, dz];
    // Any two directions across.
    const flat = Math.hypot(dx, dy);
    this.right = flat > 1e-6 ? [-dy / flat, dx / flat, 0] : [1, 0, 0];
    const [rx, ry] = this.right;
    this.over = [-dz * ry, dz * rx, dx * ry - dy * rx];
    this.place();
    this.near.fill(-Infinity);
    this.far.fill(Infinity);
    const { indices } = this.mesh;
    for (let i = 0; i < indices.length; i += 3) this.facet(indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3);
  }

  /** Turns all vertices, and fits them into the picture. */
  private place(): void {
    const { positions: p } = this.mesh;
    const { at, px } = this;
    const [rx, ry, rz] = this.right,
      [ox, oy, oz] = this.over,
      [ax, ay, az] = this.ahead;
    let x0 = Infinity,
      y0 = Infinity,
      x1 = -Infinity,
      y1 = -Infinity;
    for (let i = 0; i < p.length; i += 3) {
      const x = p[i] * rx + p[i + 1] * ry + p[i + 2] * rz,
        y = p[i] * ox + p[i + 1] * oy + p[i + 2] * oz;
      at[i] = x;
      at[i + 1] = y;
      at[i + 2] = p[i] * ax + p[i + 1] * ay + p[i + 2] * az;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
    }
    // A pixel of border, for points that are lifted over it.
    const scale = (px - 4) / (Math.max(x1 - x0, y1 - y0) || 1);
    for (let i = 0; i < p.length; i += 3) {
      at[i] = (at[i] - x0) * scale + 2;
      at[i + 1] = (at[i + 1] - y0) * scale + 2;
      at[i + 2] *= scale;
    }
  }

  private facet(a: number, b: number, c: number): void {
    const { at, px, near, far } = this;
    const ax = at[a],
      ay = at[a + 1],
      bx = at[b],
      by = at[b + 1],
      cx = at[c],
      cy = at[c + 1];
    // Middles of pixels that lie in its box.
    const x0 = Math.ceil(Math.min(ax, bx, cx) - 0.5),
      x1 = Math.floor(Math.max(ax, bx, cx) - 0.5);
    if (x0 > x1) return;
    const y0 = Math.ceil(Math.min(ay, by, cy) - 0.5),
      y1 = Math.floor(Math.max(ay, by, cy) - 0.5);
    if (y0 > y1) return;
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (area > -1e-9 && area < 1e-9) return;
    const az = at[a + 2],
      bz = at[b + 2] - az,
      cz = at[c + 2] - az;
    // Shares of b and c step evenly along a row.
    const stepB = (cy - ay) / area,
      stepC = -(by - ay) / area;
    const stepZ = stepB * bz + stepC * cz;
    for (let y = y0; y <= y1; y++) {
      const qx = x0 + 0.5 - ax,
        qy = y + 0.5 - ay;
      let wb = (qx * (cy - ay) - qy * (cx - ax)) / area,
        wc = ((bx - ax) * qy - (by - ay) * qx) / area;
      let z = az + wb * bz + wc * cz;
      for (let i = y * px + x0, end = y * px + x1; i <= end; i++) {
        if (wb >= -1e-5 && wc >= -1e-5 && wb + wc <= 1 + 1e-5) {
          if (z > near[i]) near[i] = z;
          if (z < far[i]) far[i] = z;
        }
        wb += stepB;
        wc += stepC;
        z += stepZ;
      }
    }
  }

  /** Is this vertex to be seen from where it is drawn from, or, without `fromHere`, from the opposite side? */
  shows(v: number, normals: Float32Array, fromHere: boolean): boolean {
    const { at, px } = this;
    const nx = normals[v * 3] * LIFT_PX,
      ny = normals[v * 3 + 1] * LIFT_PX,
      nz = normals[v * 3 + 2] * LIFT_PX;
    const x = Math.floor(at[v * 3] + nx * this.right[0] + ny * this.right[1] + nz * this.right[2]),
      y = Math.floor(at[v * 3 + 1] + nx * this.over[0] + ny * this.over[1] + nz * this.over[2]);
    const z = at[v * 3 + 2] + nx * this.ahead[0] + ny * this.ahead[1] + nz * this.ahead[2];
    const i = y * px + x;
    return fromHere ? z >= this.near[i] : z <= this.far[i];
  }
}
