/**
 * Where material begins in the air, and where hollows begin that hold resin: the merge tree of the surface's heights.
 *
 * Vertices are taken from the bottom up and joined with lower neighbours. A piece of surface that begins by itself and is later met by an
 * older one ends there: what faced down on the whole was an island of material, what faced up was a pit. The area of its opening is the
 * projected area of its facets (divergence theorem). n log n in vertices. What begins and ends within one layer is neither.
 * Method: persistence of a height function's components (Edelsbrunner, Letscher & Zomorodian 2002).
 */
import type { Mesh } from "../../mesh";

export interface Start {
  /** Vertex where it begins. */
  vertex: number;
  /** Above the lowest point, mm. */
  fromMm: number;
  /** Where it meets what began before; the height of the part where nothing did. */
  toMm: number;
  /** Of its section where it ends, mm². */
  areaMm2: number;
}

export interface Starts {
  /** Pieces of material that begin above the plate, lowest first. */
  islands: Start[];
  /** Pits that are open upwards, away from the plate. */
  pits: Start[];
}

/** Heights that differ by less are level, mm. */
const LEVEL_MM = 1e-3;

/**
 * @param axis direction that points up, unit length
 * @param leastMm what lasts less is left out: a layer
 */
export function startsOf({ positions: p, indices }: Mesh, axis: readonly [number, number, number], leastMm: number): Starts {
  const n = p.length / 3;
  const height = new Float64Array(n);
  let low = Infinity,
    high = -Infinity;
  const [ax, ay, az] = axis;
  for (let v = 0; v < n; v++) {
    const h = p[v * 3] * ax + p[v * 3 + 1] * ay + p[v * 3 + 2] * az;
    height[v] = h;
    if (h < low) low = h;
    if (h > high) high = h;
  }
  const order = new Uint32Array(n);
  for (let v = 0; v < n; v++) order[v] = v;
  order.sort((a, b) => height[a] - height[b] || a - b);
  const rank = new Uint32Array(n);
  for (let i = 0; i < n; i++) rank[order[i]] = i;
  // Lower neighbours of each vertex, and the projected area of the facets that it completes.
  const starts = new Uint32Array(n + 1);
  const eachEdge = (visit: (upper: number, lower: number) => void): void => {
    for (let t = 0; t < indices.length; t += 3)
      for (let k = 0; k < 3; k++) {
        const a = indices[t + k],
          b = indices[t + ((k + 1) % 3)];
        if (a === b) continue;
        if (rank[a] > rank[b]) visit(a, b);
        else visit(b, a);
      }
  };
  eachEdge((upper) => starts[upper + 1]++);
  for (let v = 0; v < n; v++) starts[v + 1] += starts[v];
  const lower = new Uint32Array(starts[n]);
  const fill = starts.slice(0, n);
  eachEdge((upper, below) => (lower[fill[upper]++] = below));
  // Facets by the vertex that completes them.
  const facetStarts = new Uint32Array(n + 1);
  const lastOf = (t: number): number => {
    const a = indices[t],
      b = indices[t + 1],
      c = indices[t + 2];
    return rank[a] > rank[b] ? (rank[a] > rank[c] ? a : c) : rank[b] > rank[c] ? b : c;
  };
  for (let t = 0; t < indices.length; t += 3) facetStarts[lastOf(t) + 1]++;
  for (let v = 0; v < n; v++) facetStarts[v + 1] += facetStarts[v];
  const facets = new Uint32Array(facetStarts[n]);
  const fillFacets = facetStarts.slice(0, n);
  for (let t = 0; t < indices.length; t += 3) facets[fillFacets[lastOf(t)]++] = t;
  /** Area of a facet as seen from above; negative where it faces down. */
  const projectedMm2 = (t: number): number => {
    const a = indices[t] * 3,
      b = indices[t + 1] * 3,
      c = indices[t + 2] * 3;
    const ux = p[b] - p[a],
      uy = p[b + 1] - p[a + 1],
      uz = p[b + 2] - p[a + 2],
      vx = p[c] - p[a],
      vy = p[c + 1] - p[a + 1],
      vz = p[c + 2] - p[a + 2];
    return ((uy * vz - uz * vy) * ax + (uz * vx - ux * vz) * ay + (ux * vy - uy * vx) * az) / 2;
  };
  const lowestOf = (t: number): number => {
    const a = indices[t],
      b = indices[t + 1],
      c = indices[t + 2];
    return rank[a] < rank[b] ? (rank[a] < rank[c] ? a : c) : rank[b] < rank[c] ? b : c;
  };
  const parent = new Int32Array(n).fill(-1);
  const projected = new Float64Array(n);
  const rootOf = (v: number): number => {
    let r = v;
    while (parent[r] !== r) r = parent[r];
    while (parent[v] !== r) [parent[v], v] = [r, parent[v]];
    return r;
  };
  const islands: Start[] = [],
    pits: Start[] = [];
  const ended = (root: number, at: number): void => {
    const fromMm = height[root] - low;
    const toMm = at - low;
    if (toMm - fromMm < leastMm) return;
    const start = { vertex: root, fromMm, toMm, areaMm2: Math.abs(projected[root]) };
    if (projected[root] > 0) pits.push(start);
    // What begins in the first layer lies on the plate.
    else if (projected[root] < 0 && fromMm >= leastMm) islands.push(start);
  };
  const level: number[] = [];
  for (let from = 0, to = 0; from < n; from = to) {
    // A level surface is one event: what it closes is counted before anything meets on it.
    while (to < n && height[order[to]] - height[order[from]] <= LEVEL_MM) to++;
    level.length = 0;
    for (let i = from; i < to; i++) {
      const v = order[i];
      parent[v] = v;
      for (let f = facetStarts[v]; f < facetStarts[v + 1]; f++) {
        const lowest = lowestOf(facets[f]);
        if (rank[lowest] < from) projected[rootOf(lowest)] += projectedMm2(facets[f]);
        else level.push(facets[f]);
      }
    }
    for (let i = from; i < to; i++) {
      const v = order[i];
      // The root is the oldest vertex of its piece.
      let own = rootOf(v);
      for (let e = starts[v]; e < starts[v + 1]; e++) {
        const other = rootOf(lower[e]);
        if (other === own) continue;
        const [older, younger] = rank[other] < rank[own] ? [other, own] : [own, other];
        if (rank[younger] < from) ended(younger, height[v]);
        projected[older] += projected[younger];
        parent[younger] = older;
        own = older;
      }
    }
    for (const t of level) projected[rootOf(lowestOf(t))] += projectedMm2(t);
  }
  for (let v = 0; v < n; v++) if (parent[v] === v && rank[v] > 0) last(v);
  const byHeight = (a: Start, b: Start): number => a.fromMm - b.fromMm;
  return { islands: islands.sort(byHeight), pits: pits.sort(byHeight) };

  /** A closed surface that never met another: a body of its own, or a hollow inside one, told by which way its lowest point faces. */
  function last(root: number): void {
    const fromMm = height[root] - low;
    const down = lowestFacesDown(root);
    if (down === null) return;
    const start = { vertex: root, fromMm, toMm: high - low, areaMm2: 0 };
    if (down && fromMm >= leastMm) islands.push(start);
    if (!down) pits.push(start);
  }

  function lowestFacesDown(root: number): boolean | null {
    const reach = height[root] + Math.max(leastMm, 1e-6);
    let sum = 0;
    for (let t = 0; t < indices.length; t += 3) {
      const a = indices[t],
        b = indices[t + 1],
        c = indices[t + 2];
      if (parent[a] < 0 || rootOf(a) !== root || Math.min(height[a], height[b], height[c]) > reach) continue;
      sum += projectedMm2(t);
    }
    return sum === 0 ? null : sum < 0;
  }
}
