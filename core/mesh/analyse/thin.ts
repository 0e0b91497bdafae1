/**
 * A light copy of a mesh for the eye: vertices are gathered in the cells of a grid, triangles that collapse fall away (vertex
 * clustering, Rossignac & Borrel 1993). Good enough to turn and to point at, never for sums. Linear.
 */
import { boundsOf, triangleCount, type Mesh } from "../mesh";

/** The mesh itself when it has at most `most` triangles, else one with about that many or fewer. */
export function thinOut(mesh: Mesh, most: number): Mesh {
  let light = mesh;
  // A surface of n cells a side has about 2 × 6 n² × some share triangles: begin there, and halve until it suffices.
  for (let cells = Math.max(8, Math.round(Math.sqrt(most / 4))); triangleCount(light) > most && cells > 4; cells = Math.round(cells * 0.75))
    light = cluster(mesh, cells);
  return light;
}

function cluster(mesh: Mesh, cells: number): Mesh {
  const { positions: p, indices } = mesh;
  const { min, size } = boundsOf(p);
  const cell = Math.max(...size) / cells || 1;
  const nx = Math.floor(size[0] / cell) + 1,
    ny = Math.floor(size[1] / cell) + 1;
  const numbers = new Map<number, number>();
  const of = new Uint32Array(p.length / 3);
  let sums = new Float64Array(4 * 1024);
  for (let v = 0; v < of.length; v++) {
    const x = Math.floor((p[v * 3] - min[0]) / cell),
      y = Math.floor((p[v * 3 + 1] - min[1]) / cell),
      z = Math.floor((p[v * 3 + 2] - min[2]) / cell);
    const key = (z * ny + y) * nx + x;
    let n = numbers.get(key);
    if (n === undefined) {
      n = numbers.size;
      numbers.set(key, n);
      if (n * 4 + 4 > sums.length) {
        const bigger = new Float64Array(sums.length * 2);
        bigger.set(sums);
        sums = bigger;
      }
    }
    of[v] = n;
    sums[n * 4] += p[v * 3];
    sums[n * 4 + 1] += p[v * 3 + 1];
    sums[n * 4 + 2] += p[v * 3 + 2];
    sums[n * 4 + 3]++;
  }
  const positions = new Float32Array(numbers.size * 3);
  for (let n = 0; n < numbers.size; n++) for (let k = 0; k < 3; k++) positions[n * 3 + k] = sums[n * 4 + k] / sums[n * 4 + 3];
  const out = new Uint32Array(indices.length);
  let used = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = of[indices[i]],
      b = of[indices[i + 1]],
      c = of[indices[i + 2]];
    if (a === b || b === c || a === c) continue;
    out[used++] = a;
    out[used++] = b;
    out[used++] = c;
  }
  return { positions, indices: out.slice(0, used) };
}
