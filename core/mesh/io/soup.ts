/** Collects triangles from files that store vertices once and faces as lists of them. */
import earcut from "earcut";
import type { SoupBody } from "../mesh";

/** Faces longer than this are refused: no modelling program writes them, damaged files do. */
export const MOST_FACE_CORNERS = 10_000;

/** More named bodies than this are taken as one: no scene has them, programs that name every face do. */
const MOST_BODIES = 500;

/** Notes which triangles belong to which named body while a file is read. Groups of one name are one body. */
export class BodyRuns {
  private readonly byName = new Map<string, SoupBody>();
  private name = "";
  private since = 0;

  /** From triangle number `at` on, triangles belong to `name`. */
  begin(name: string, at: number): void {
    this.close(at);
    this.name = name.slice(0, 120);
    this.since = at;
  }

  private close(at: number): void {
    if (at === this.since) return;
    const body = this.byName.get(this.name);
    if (body) body.runs.push([this.since, at]);
    else this.byName.set(this.name, { name: this.name, runs: [[this.since, at]], copies: 1 });
    this.since = at;
  }

  end(triangles: number): SoupBody[] {
    this.close(triangles);
    const bodies = [...this.byName.values()];
    return bodies.length > MOST_BODIES ? [{ name: bodies[0].name, runs: [[0, triangles]], copies: 1 }] : bodies;
  }
}

export class SoupBuilder {
  private corners = new Float32Array(9 * 1024);
  private used = 0;

  /** Adds a face of three or more vertices; `at` are offsets into `positions`. Concave faces are cut by ear clipping. */
  face(positions: Float32Array | Float64Array, at: readonly number[]): void {
    if (at.length === 3) return this.triangle(positions, at[0], at[1], at[2]);
    const cut = cutFace(positions, at);
    for (let i = 0; i < cut.length; i += 3) this.triangle(positions, at[cut[i]], at[cut[i + 1]], at[cut[i + 2]]);
  }

  private triangle(p: Float32Array | Float64Array, a: number, b: number, c: number): void {
    if (this.used + 9 > this.corners.length) {
      const bigger = new Float32Array(this.corners.length * 2);
      bigger.set(this.corners);
      this.corners = bigger;
    }
    const out = this.corners;
    let o = this.used;
    out[o++] = p[a];
    out[o++] = p[a + 1];
    out[o++] = p[a + 2];
    out[o++] = p[b];
    out[o++] = p[b + 1];
    out[o++] = p[b + 2];
    out[o++] = p[c];
    out[o++] = p[c + 1];
    out[o++] = p[c + 2];
    this.used = o;
  }

  get triangles(): number {
    return this.used / 9;
  }

  build(): Float32Array {
    return this.corners.slice(0, this.used);
  }
}

/**
 * Cuts a face of any shape into triangles by ear clipping, each wound as the face is.
 * @param at offsets of its corners into `p`
 * @returns three corner numbers a triangle
 */
export function cutFace(p: Float32Array | Float64Array, at: readonly number[]): number[] {
  const { flat, turned } = flatten(p, at);
  const cut = earcut(flat);
  // Ear clipping may give either winding in the plane: it follows the face's own.
  for (let i = 0; i < cut.length; i += 3) {
    const [a, b, c] = [cut[i], cut[i + 1], cut[i + 2]];
    const area =
      (flat[b * 2] - flat[a * 2]) * (flat[c * 2 + 1] - flat[a * 2 + 1]) - (flat[b * 2 + 1] - flat[a * 2 + 1]) * (flat[c * 2] - flat[a * 2]);
    if (area > 0 === turned) [cut[i + 1], cut[i + 2]] = [c, b];
  }
  return cut;
}

/** A face in its own plane: the axis that its normal (Newell's method) follows most is dropped. `turned` when that mirrors it. */
function flatten(p: Float32Array | Float64Array, at: readonly number[]): { flat: number[]; turned: boolean } {
  let nx = 0,
    ny = 0,
    nz = 0;
  for (let i = 0; i < at.length; i++) {
    const a = at[i],
      b = at[(i + 1) % at.length];
    nx += (p[a + 1] - p[b + 1]) * (p[a + 2] + p[b + 2]);
    ny += (p[a + 2] - p[b + 2]) * (p[a] + p[b]);
    nz += (p[a] - p[b]) * (p[a + 1] + p[b + 1]);
  }
  const x = Math.abs(nx),
    y = Math.abs(ny),
    z = Math.abs(nz);
  const [u, v, sign] = z >= x && z >= y ? [0, 1, nz] : x >= y ? [1, 2, nx] : [2, 0, ny];
  return { flat: at.flatMap((i) => [p[i + u], p[i + v]]), turned: sign < 0 };
}
