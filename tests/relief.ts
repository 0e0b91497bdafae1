import type { Mesh } from "../core/mesh";

/** Rolling ground of stones on a flat underside, 120 × 80 × 15.8 mm, of about `triangles` triangles: 79 layers of 0.2 mm. */
export function relief(triangles: number): Mesh {
  const nx = Math.round(Math.sqrt((triangles / 2) * 1.5)),
    ny = Math.round(nx / 1.5);
  const positions = new Float32Array((nx + 1) * (ny + 1) * 3 + (2 * (nx + ny) + 1) * 3);
  const height = (x: number, y: number): number => {
    const stone = (p: number): number => Math.sqrt(Math.abs(Math.sin((Math.PI * p) / 4)));
    return 9 + 4 * Math.sin(x / 17) * Math.cos(y / 23) + 1.9 * stone(x + 0.7 * Math.sin(y / 9)) * stone(y + 0.9 * Math.sin(x / 11));
  };
  let low = Infinity,
    high = -Infinity,
    used = 0;
  const at = (i: number, j: number): number => j * (nx + 1) + i;
  for (let j = 0; j <= ny; j++)
    for (let i = 0; i <= nx; i++) {
      const x = (120 * i) / nx,
        y = (80 * j) / ny,
        z = height(x, y);
      positions.set([x, y, z], used);
      used += 3;
      low = Math.min(low, z);
      high = Math.max(high, z);
    }
  for (let v = 2; v < used; v += 3) positions[v] = 2 + ((positions[v] - low) / (high - low)) * 13.8;
  const indices: number[] = [];
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const a = at(i, j),
        b = at(i + 1, j),
        c = at(i + 1, j + 1),
        d = at(i, j + 1);
      indices.push(a, b, c, a, c, d);
    }
  // The rim goes down to the underside, which is a fan about its middle.
  const rim: number[] = [];
  for (let i = 0; i < nx; i++) rim.push(at(i, 0));
  for (let j = 0; j < ny; j++) rim.push(at(nx, j));
  for (let i = nx; i > 0; i--) rim.push(at(i, ny));
  for (let j = ny; j > 0; j--) rim.push(at(0, j));
  const first = used / 3;
  for (const v of rim) {
    positions.set([positions[v * 3], positions[v * 3 + 1], 0], used);
    used += 3;
  }
  const middle = used / 3;
  positions.set([60, 40, 0], used);
  rim.forEach((v, k) => {
    const next = (k + 1) % rim.length;
    indices.push(v, first + k, first + next, v, first + next, rim[next], middle, first + next, first + k);
  });
  return { positions, indices: new Uint32Array(indices) };
}
