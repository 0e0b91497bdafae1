/**
 * Where the faults of a mesh are: what the topology and the shells count, given a place.
 *
 * Two facets on the same three vertices are duplicates: both may face the same way, or close upon each other.
 * Linear in triangles.
 */
import type { Bounds, Mesh } from "../mesh";
import type { Shells } from "./shells";
import type { Topology } from "./topology";

export type FindingCode =
  "open" | "non-manifold" | "flipped" | "duplicate" | "degenerate" | "cavity" | "inside-out" | "overlap" | "crossing";

/** Some of one fault, close together. */
export interface Place {
  code: FindingCode;
  at: [number, number, number];
  count: number;
}

/** Places kept of each fault, the fullest first. */
const MOST_PLACES = 8;
/** Faults closer together than this share of the longest side are one place. */
const CELLS = 16;

/** Gathers faults into places. */
export class Places {
  private readonly cells = new Map<number, { x: number; y: number; z: number; count: number }>();
  private readonly cellMm: number;

  constructor(
    private readonly code: FindingCode,
    private readonly bounds: Bounds,
  ) {
    this.cellMm = Math.max(...bounds.size, 1e-9) / CELLS;
  }

  add(x: number, y: number, z: number): void {
    const { min } = this.bounds;
    const cell = (v: number, k: 0 | 1 | 2): number => Math.floor((v - min[k]) / this.cellMm);
    const key = (cell(x, 0) * 64 + cell(y, 1)) * 64 + cell(z, 2);
    const c = this.cells.get(key);
    if (!c) this.cells.set(key, { x, y, z, count: 1 });
    else {
      c.x += x;
      c.y += y;
      c.z += z;
      c.count++;
    }
  }

  /** The fullest places, each at the middle of its faults. */
  list(): Place[] {
    return [...this.cells.values()]
      .sort((a, b) => b.count - a.count)
      .slice(0, MOST_PLACES)
      .map((c) => ({ code: this.code, at: [c.x / c.count, c.y / c.count, c.z / c.count], count: c.count }));
  }
}

/** The middle of a half-edge's edge, or of a triangle. */
function addEdge(places: Places, mesh: Mesh, half: number): void {
  const { positions: p, indices } = mesh;
  const a = indices[half] * 3,
    b = indices[half % 3 === 2 ? half - 2 : half + 1] * 3;
  places.add((p[a] + p[b]) / 2, (p[a + 1] + p[b + 1]) / 2, (p[a + 2] + p[b + 2]) / 2);
}

export function addTriangle(places: Places, mesh: Mesh, t: number): void {
  const { positions: p, indices } = mesh;
  const a = indices[t * 3] * 3,
    b = indices[t * 3 + 1] * 3,
    c = indices[t * 3 + 2] * 3;
  places.add((p[a] + p[b] + p[c]) / 3, (p[a + 1] + p[b + 1] + p[c + 1]) / 3, (p[a + 2] + p[b + 2] + p[c + 2]) / 3);
}

/** Facets that repeat an earlier one on the same three vertices, whichever way round. */
export function duplicateTriangles(mesh: Mesh, topology: Topology): number[] {
  const { indices } = mesh;
  const { opposite, degenerate, nonManifoldAt } = topology;
  const found: number[] = [];
  // Facets that close upon each other are each other's neighbour three times.
  for (let t = 0; t < indices.length / 3; t++) {
    const o = opposite[t * 3];
    if (o < 0) continue;
    const u = (o / 3) | 0;
    if (u < t && ((opposite[t * 3 + 1] / 3) | 0) === u && ((opposite[t * 3 + 2] / 3) | 0) === u) found.push(t);
  }
  if (nonManifoldAt.length === 0) return found;
  // All others lie on an edge with more than two facets: only the facets at such an edge are compared.
  const crowded = new Set<number>();
  for (const h of nonManifoldAt) {
    crowded.add(indices[h]);
    crowded.add(indices[h % 3 === 2 ? h - 2 : h + 1]);
  }
  const seen = new Map<string, number>();
  const known = new Set(found);
  for (let t = 0; t < indices.length / 3; t++) {
    if (degenerate[t]) continue;
    const a = indices[t * 3],
      b = indices[t * 3 + 1],
      c = indices[t * 3 + 2];
    if (Number(crowded.has(a)) + Number(crowded.has(b)) + Number(crowded.has(c)) < 2) continue;
    const key = [a, b, c].sort((x, y) => x - y).join(" ");
    if (seen.has(key) && !known.has(t)) found.push(t);
    else seen.set(key, t);
  }
  return found;
}

/** Number of holes: closed chains of edges that have a facet on one side only. */
export function countHoles(mesh: Mesh, topology: Topology): number {
  if (topology.boundaryEdges === 0) return 0;
  return boundaryLoops(mesh, topology).length;
}

/**
 * Chains of vertices round the holes, each in the direction of the edges along it. A chain that does not close (it runs into an
 * edge with more than two facets) is left out.
 */
export function boundaryLoops(mesh: Mesh, topology: Topology): number[][] {
  const { indices } = mesh;
  const { opposite, degenerate } = topology;
  const next = new Map<number, number[]>();
  for (let h = 0; h < opposite.length; h++) {
    if (opposite[h] >= 0 || degenerate[(h / 3) | 0]) continue;
    const from = indices[h],
      to = indices[h % 3 === 2 ? h - 2 : h + 1];
    const list = next.get(from);
    if (list) list.push(to);
    else next.set(from, [to]);
  }
  const loops: number[][] = [];
  for (const start of next.keys()) {
    while (next.get(start)!.length > 0) {
      const loop = [start];
      let at = next.get(start)!.pop()!;
      while (at !== start) {
        const on = next.get(at);
        if (!on || on.length === 0) break;
        loop.push(at);
        at = on.pop()!;
      }
      if (at === start && loop.length >= 3) loops.push(loop);
    }
  }
  return loops;
}

/** Places of everything that the topology found. */
export function placesOf(
  mesh: Mesh,
  topology: Topology,
  bounds: Bounds,
  { list, flipped }: Shells,
  duplicates: readonly number[],
): Place[] {
  const out: Place[] = [];
  const { opposite, degenerate } = topology;
  if (topology.boundaryEdges > 0) {
    const open = new Places("open", bounds);
    for (let h = 0; h < opposite.length; h++) if (opposite[h] < 0 && !degenerate[(h / 3) | 0]) addEdge(open, mesh, h);
    out.push(...open.list());
  }
  if (topology.nonManifoldAt.length > 0) {
    const many = new Places("non-manifold", bounds);
    for (const h of topology.nonManifoldAt) addEdge(many, mesh, h);
    out.push(...many.list());
  }
  const triangles = (code: FindingCode, list: ArrayLike<number>): void => {
    if (list.length === 0) return;
    const places = new Places(code, bounds);
    for (let i = 0; i < list.length; i++) addTriangle(places, mesh, list[i]);
    out.push(...places.list());
  };
  // One triangle of each says where it is.
  triangles(
    "cavity",
    list.filter((x) => x.role === "hollow").map((x) => x.triangle),
  );
  triangles(
    "inside-out",
    list.filter((x) => x.insideOut).map((x) => x.triangle),
  );
  triangles("flipped", flipped);
  triangles("duplicate", duplicates);
  if (topology.degenerateTriangles > 0) {
    const flat: number[] = [];
    for (let t = 0; t < degenerate.length; t++) if (degenerate[t]) flat.push(t);
    triangles("degenerate", flat);
  }
  return out;
}
