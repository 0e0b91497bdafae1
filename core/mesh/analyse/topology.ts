/**
 * Edges, neighbours, shells and orientation of a welded mesh.
 *
 * Half-edges are put in buckets by their lower vertex (a counting sort), then matched inside the bucket by the higher
 * one; buckets hold about six entries, so the whole is linear. The bucket of a fan's hub, which may hold all of them, is
 * sorted by the higher vertex first: O(n log n) at worst. Zero-area facets are counted and left out of the edges.
 */
import type { Mesh } from "../mesh";

export interface Topology {
  /** For half-edge 3t+k (from corner k to corner k+1): the half-edge across it, or −1 at a boundary. */
  opposite: Int32Array;
  /** 1 where a facet has no area and takes no part. */
  degenerate: Uint8Array;
  degenerateTriangles: number;
  boundaryEdges: number;
  nonManifoldEdges: number;
  /** One half-edge of each non-manifold edge. */
  nonManifoldAt: Uint32Array;
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
/** Buckets larger than this are sorted: by then looking through the rest for each entry takes longer. */
const SMALL_BUCKET = 24;

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
    const a = indices[t * 3],
      b = indices[t * 3 + 1],
      c = indices[t * 3 + 2];
    const ax = positions[a * 3],
      ay = positions[a * 3 + 1],
      az = positions[a * 3 + 2];
    const ux = positions[b * 3] - ax,
      uy = positions[b * 3 + 1] - ay,
      uz = positions[b * 3 + 2] - az;
    const vx = positions[c * 3] - ax,
      vy = positions[c * 3 + 1] - ay,
      vz = positions[c * 3 + 2] - az;
    const nx = uy * vz - uz * vy,
      ny = uz * vx - ux * vz,
      nz = ux * vy - uy * vx;
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
  // An entry is half-edge × 2, plus 1 when it runs from its lower to its higher vertex; the higher one stands beside it.
  const fill = start.slice(0, vertices);
  const entries = new Uint32Array(start[vertices]);
  const highs = new Uint32Array(start[vertices]);
  const put = (h: number, from: number, to: number): void => {
    const at = from < to ? fill[from]++ : fill[to]++;
    entries[at] = h * 2 + (from < to ? 1 : 0);
    highs[at] = from < to ? to : from;
  };
  for (let t = 0; t < triangles; t++) {
    if (degenerate[t]) continue;
    const a = indices[t * 3],
      b = indices[t * 3 + 1],
      c = indices[t * 3 + 2];
    put(t * 3, a, b);
    put(t * 3 + 1, b, c);
    put(t * 3 + 2, c, a);
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
  const join = (a: number, b: number): void => {
    const ra = find(a),
      rb = find(b);
    if (ra !== rb) parent[Math.max(ra, rb)] = Math.min(ra, rb);
  };
  const nonManifoldAt: number[] = [];
  let boundaryEdges = 0,
    sameWayEdges = 0;
  for (let v = 0; v < vertices; v++) {
    gather(start[v], start[v + 1]);
    for (let from = start[v], to = from; from < start[v + 1]; from = to) {
      while (to < start[v + 1] && highs[to] === highs[from]) to++;
      if (to - from === 1) boundaryEdges++;
      else if (to - from === 2) {
        // Neighbours even when one is turned: slicing walks across, orientation is judged apart.
        const h = entries[from] >>> 1,
          o = entries[from + 1] >>> 1;
        opposite[h] = o;
        opposite[o] = h;
        if (((entries[from] ^ entries[from + 1]) & 1) === 0) sameWayEdges++;
      } else {
        nonManifoldAt.push(entries[from] >>> 1);
        pairAround(from, to);
      }
    }
  }
  for (let h = 0; h < opposite.length; h++) {
    const o = opposite[h];
    if (o > h) join((h / 3) | 0, (o / 3) | 0);
  }

  /** Brings entries of one edge together, in the order in which they stand. */
  function gather(from: number, to: number): void {
    const count = to - from;
    if (count > SMALL_BUCKET) {
      const order = Float64Array.from({ length: count }, (_, i) => highs[from + i] * count + i).sort();
      const [ownEntries, ownHighs] = [entries.slice(from, to), highs.slice(from, to)];
      for (let i = 0; i < count; i++) {
        const at = order[i] % count;
        entries[from + i] = ownEntries[at];
        highs[from + i] = ownHighs[at];
      }
      return;
    }
    // The first of each edge leads; what belongs to it is moved up behind it.
    for (let i = from + 1; i < to; i++) {
      let j = i - 1;
      while (j >= from && highs[j] !== highs[i]) j--;
      if (j < from || j === i - 1) continue;
      const [entry, high] = [entries[i], highs[i]];
      for (let k = i; k > j + 1; k--) {
        entries[k] = entries[k - 1];
        highs[k] = highs[k - 1];
      }
      entries[j + 1] = entry;
      highs[j + 1] = high;
    }
  }

  /** An edge with more than two triangles: pair one of each direction, so that sections still close. */
  function pairAround(from: number, to: number): void {
    // What waits all runs one way: another of that way waits too, one of the other way is paired with the first.
    const waiting: number[] = [];
    let first = 0;
    for (let j = from; j < to; j++) {
      const entry = entries[j];
      join(((entries[from] >>> 1) / 3) | 0, ((entry >>> 1) / 3) | 0);
      if (first === waiting.length || ((waiting[first] ^ entry) & 1) === 0) {
        waiting.push(entry);
        continue;
      }
      const h = entry >>> 1,
        o = waiting[first++] >>> 1;
      opposite[h] = o;
      opposite[o] = h;
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
    opposite,
    degenerate,
    degenerateTriangles,
    boundaryEdges,
    nonManifoldEdges: nonManifoldAt.length,
    nonManifoldAt: Uint32Array.from(nonManifoldAt),
    sameWayEdges,
    shellOf,
    shells,
    watertight: boundaryEdges === 0 && nonManifoldAt.length === 0 && shells > 0,
  };
}

/**
 * Triangles whose winding disagrees with the larger part of their shell, found by walking over neighbours.
 * A shell that is consistent but inside out is not among them; see the report.
 */
export function flippedTriangles(mesh: Mesh, topology: Topology): Uint32Array {
  if (topology.sameWayEdges === 0) return new Uint32Array(0);
  const { indices } = mesh;
  const { opposite, degenerate } = topology;
  const triangles = indices.length / 3;
  const side = new Int8Array(triangles); // 0 not seen, else +1 or −1 against the shell's first triangle
  const found: number[] = [];
  const walked: number[] = [];
  for (let seed = 0; seed < triangles; seed++) {
    if (side[seed] !== 0 || degenerate[seed]) continue;
    side[seed] = 1;
    walked.length = 0;
    walked.push(seed);
    let plus = 0;
    for (let next = 0; next < walked.length; next++) {
      const t = walked[next];
      if (side[t] > 0) plus++;
      for (let k = 0; k < 3; k++) {
        const h = t * 3 + k;
        const o = opposite[h];
        if (o < 0) continue;
        const u = (o / 3) | 0;
        if (side[u] !== 0) continue;
        // Two triangles agree when they run along the shared edge in opposite directions.
        side[u] = indices[h] === indices[o] ? (-side[t] as 1 | -1) : side[t];
        walked.push(u);
      }
    }
    const wrong = plus * 2 >= walked.length ? -1 : 1;
    for (const t of walked) if (side[t] === wrong) found.push(t);
  }
  return Uint32Array.from(found);
}
