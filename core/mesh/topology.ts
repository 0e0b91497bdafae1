/**
 * Edges, neighbours, shells and orientation of a welded mesh.
 *
 * Half-edges are put in buckets by their lower vertex (a counting sort), then matched inside the bucket by the higher
 * one; buckets hold about six entries, so the whole is linear. Zero-area facets are counted and left out of the edges.
 */
import type { Mesh } from "./mesh";

export interface Topology {
  /** For half-edge 3t+k (from corner k to corner k+1): the half-edge across it, or −1 at a boundary. */
  opposite: Int32Array;
  /** 1 where a facet has no area and takes no part. */
  degenerate: Uint8Array;
  degenerateTriangles: number;
  boundaryEdges: number;
  nonManifoldEdges: number;
  /** Edges whose two triangles run the same way: one of them is turned inside out. */
  sameWayEdges: number;
  /** Shell number of each triangle; −1 for degenerate ones. */
  shellOf: Int32Array;
  shells: number;
  /** No boundary and no non-manifold edge. */
  watertight: boolean;
}

/** Twice the area, squared, below which a facet counts as having none: 1e-12 mm⁴. */
const NO_AREA = 1e-12;

/**
 * Builds the topology. Slivers (three distinct corners on a line) are left out like all facets without area, unless the
 * surface only closes with them, as it does where a program has split an edge.
 */
export function buildTopology(mesh: Mesh): Topology {
  const without = connect(mesh, false);
  if (without.boundaryEdges === 0 || without.degenerateTriangles === 0) return without;
  const withSlivers = connect(mesh, true);
  const faults = (t: Topology): number => t.boundaryEdges + t.nonManifoldEdges;
  return faults(withSlivers) < faults(without) ? withSlivers : without;
}

function connect(mesh: Mesh, keepSlivers: boolean): Topology {
  const { positions, indices } = mesh;
  const triangles = indices.length / 3;
  const vertices = positions.length / 3;
  const degenerate = new Uint8Array(triangles);
  let degenerateTriangles = 0;
  const start = new Uint32Array(vertices + 1);
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3], b = indices[t * 3 + 1], c = indices[t * 3 + 2];
    const ax = positions[a * 3], ay = positions[a * 3 + 1], az = positions[a * 3 + 2];
    const ux = positions[b * 3] - ax, uy = positions[b * 3 + 1] - ay, uz = positions[b * 3 + 2] - az;
    const vx = positions[c * 3] - ax, vy = positions[c * 3 + 1] - ay, vz = positions[c * 3 + 2] - az;
    const nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
    const collapsed = a === b || b === c || a === c;
    if (collapsed || nx * nx + ny * ny + nz * nz <= NO_AREA) {
      degenerateTriangles++;
      if (collapsed || !keepSlivers) {
        degenerate[t] = 1;
        continue;
      }
    }
    start[(a < b ? a : b) + 1]++;
    start[(b < c ? b : c) + 1]++;
    start[(c < a ? c : a) + 1]++;
  }
  for (let v = 0; v < vertices; v++) start[v + 1] += start[v];
  const fill = start.slice(0, vertices);
  const halfEdges = new Uint32Array(start[vertices]);
  for (let t = 0; t < triangles; t++) {
    if (degenerate[t]) continue;
    const a = indices[t * 3], b = indices[t * 3 + 1], c = indices[t * 3 + 2];
    halfEdges[fill[a < b ? a : b]++] = t * 3;
    halfEdges[fill[b < c ? b : c]++] = t * 3 + 1;
    halfEdges[fill[c < a ? c : a]++] = t * 3 + 2;
  }

  const opposite = new Int32Array(triangles * 3).fill(-1);
  const parent = new Int32Array(triangles);
  for (let t = 0; t < triangles; t++) parent[t] = t;
  const find = (t: number): number => {
    while (parent[t] !== t) {
      parent[t] = parent[parent[t]];
      t = parent[t];
    }
    return t;
  };
  const to = (h: number): number => indices[h % 3 === 2 ? h - 2 : h + 1];
  let boundaryEdges = 0, nonManifoldEdges = 0, sameWayEdges = 0;
  for (let v = 0; v < vertices; v++) {
    const end = start[v + 1];
    for (let i = start[v]; i < end; i++) {
      const h = halfEdges[i];
      if (h === 0xffffffff) continue;
      const high = indices[h] === v ? to(h) : indices[h];
      let forward = indices[h] === v ? 1 : 0;
      let other = -1;
      let others = 0;
      for (let j = i + 1; j < end; j++) {
        const g = halfEdges[j];
        if (g === 0xffffffff) continue;
        const gForward = indices[g] === v;
        if ((gForward ? to(g) : indices[g]) !== high) continue;
        if (gForward) forward++;
        others++;
        other = g;
      }
      if (others === 0) {
        boundaryEdges++;
        continue;
      }
      if (others === 1) {
        const ra = find((h / 3) | 0), rb = find((other / 3) | 0);
        if (ra !== rb) parent[ra] = rb;
        // Neighbours even when one is turned: slicing walks across, orientation is judged apart.
        opposite[h] = other;
        opposite[other] = h;
        if (forward !== 1) sameWayEdges++;
        for (let j = i + 1; j < end; j++) if (halfEdges[j] === other) halfEdges[j] = 0xffffffff;
        continue;
      }
      nonManifoldEdges++;
      pairAround(h, high, v, i, end);
    }
  }

  /** An edge with more than two triangles: pair one of each direction, so that sections still close. */
  function pairAround(h: number, high: number, v: number, i: number, end: number): void {
    const waiting: number[] = [h];
    for (let j = i + 1; j < end; j++) {
      const g = halfEdges[j];
      if (g === 0xffffffff) continue;
      const gForward = indices[g] === v;
      if ((gForward ? to(g) : indices[g]) !== high) continue;
      halfEdges[j] = 0xffffffff;
      const ra = find((g / 3) | 0), rb = find((h / 3) | 0);
      if (ra !== rb) parent[ra] = rb;
      const mate = waiting.findIndex((w) => (indices[w] === v) !== gForward);
      if (mate >= 0) {
        opposite[g] = waiting[mate];
        opposite[waiting[mate]] = g;
        waiting.splice(mate, 1);
      } else waiting.push(g);
    }
  }

  const shellOf = new Int32Array(triangles).fill(-1);
  const numberOf = new Int32Array(triangles).fill(-1);
  let shells = 0;
  for (let t = 0; t < triangles; t++) {
    if (degenerate[t]) continue;
    const root = find(t);
    if (numberOf[root] < 0) numberOf[root] = shells++;
    shellOf[t] = numberOf[root];
  }
  return {
    opposite, degenerate, degenerateTriangles, boundaryEdges, nonManifoldEdges, sameWayEdges, shellOf, shells,
    watertight: boundaryEdges === 0 && nonManifoldEdges === 0 && shells > 0,
  };
}

/**
 * Counts triangles whose winding disagrees with the larger part of their shell, by walking over neighbours.
 * A shell that is consistent but inside out is not counted here; see the report.
 */
export function countFlipped(mesh: Mesh, topology: Topology): number {
  if (topology.sameWayEdges === 0) return 0;
  const { indices } = mesh;
  const { opposite, degenerate } = topology;
  const triangles = indices.length / 3;
  const side = new Int8Array(triangles); // 0 not seen, else +1 or −1 against the shell's first triangle
  const stack: number[] = [];
  let flipped = 0;
  for (let seed = 0; seed < triangles; seed++) {
    if (side[seed] !== 0 || degenerate[seed]) continue;
    side[seed] = 1;
    stack.push(seed);
    let plus = 0, minus = 0;
    while (stack.length) {
      const t = stack.pop()!;
      if (side[t] > 0) plus++;
      else minus++;
      for (let k = 0; k < 3; k++) {
        const h = t * 3 + k;
        const o = opposite[h];
        if (o < 0) continue;
        const u = (o / 3) | 0;
        if (side[u] !== 0) continue;
        // Two triangles agree when they run along the shared edge in opposite directions.
        side[u] = indices[h] === indices[o] ? (-side[t] as 1 | -1) : side[t];
        stack.push(u);
      }
    }
    flipped += Math.min(plus, minus);
  }
  return flipped;
}
