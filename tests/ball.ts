import type { Mesh } from "../core/mesh";

/** A bumpy ball of about `triangles` triangles and 60 mm across: for benchmarks and tests of size. */
export function ball(triangles: number): Mesh {
  const rings = Math.round(Math.sqrt(triangles / 4)),
    around = rings * 2;
  const positions = new Float32Array((2 + (rings - 1) * around) * 3);
  const at = (i: number, x: number, y: number, z: number): void => positions.set([x, y, z], i * 3);
  at(0, 0, 0, 30);
  at(1, 0, 0, -30);
  for (let r = 1; r < rings; r++)
    for (let k = 0; k < around; k++) {
      const t = (Math.PI * r) / rings,
        p = (2 * Math.PI * k) / around,
        radius = 30 + 0.4 * Math.sin(9 * t) * Math.cos(7 * p);
      at(2 + (r - 1) * around + k, radius * Math.sin(t) * Math.cos(p), radius * Math.sin(t) * Math.sin(p), radius * Math.cos(t));
    }
  const indices = new Uint32Array((2 * around + (rings - 2) * around * 2) * 3);
  let used = 0;
  const push = (...corners: number[]): void => {
    for (const c of corners) indices[used++] = c;
  };
  const v = (r: number, k: number): number => 2 + (r - 1) * around + (k % around);
  for (let k = 0; k < around; k++) {
    push(0, v(1, k), v(1, k + 1));
    push(1, v(rings - 1, k + 1), v(rings - 1, k));
  }
  for (let r = 1; r < rings - 1; r++)
    for (let k = 0; k < around; k++) push(v(r, k), v(r + 1, k), v(r + 1, k + 1), v(r, k), v(r + 1, k + 1), v(r, k + 1));
  return { positions, indices };
}
