/**
 * A mesh whose edges are short enough to carry values at its vertices: a wall of two triangles has none in its middle. Edges that are too
 * long are halved, the same from both sides, so that what was closed stays closed. Shape and area stay exactly as they were.
 */
import { boundsOf, type Mesh } from "../mesh";
import { facetsOf } from "../analyse/normals";

export interface Refined {
  mesh: Mesh;
  /** The facet of the mesh before that each facet lies in. */
  parent: Uint32Array;
  /** No edge is longer, in the unit of the mesh. */
  edge: number;
}

/** Facets of edges between e/2 and e, as halving leaves them: about so many e² each. Measured on meshes of the tests. */
const FACET_SHARE = 0.2;

/**
 * @param acrossEdges so many edges along the longest side, where that takes no more than `most` facets
 * @returns the mesh with its own edges where it has more facets than `most` already
 */
export function refineMesh(mesh: Mesh, acrossEdges: number, most: number): Refined {
  const areaMm2 = facetsOf(mesh).areasMm2.reduce((sum, a) => sum + a, 0);
  const fine = Math.max(...boundsOf(mesh.positions).size) / acrossEdges;
  // What its own facets take is taken already.
  const spare = most - mesh.indices.length / 3;
  const edge = spare <= 0 ? Infinity : Math.max(fine, Math.sqrt(areaMm2 / (FACET_SHARE * spare)));
  let at: Refined = { mesh, parent: Uint32Array.from({ length: mesh.indices.length / 3 }, (_, t) => t), edge };
  while (edge > 0 && edge < Infinity) {
    const next = halved(at, most * 2);
    if (!next) break;
    at = next;
  }
  return at;
}

/** One pass over all facets; null when no edge was too long, or when the next pass would be too much. */
function halved({ mesh: { positions: p, indices }, parent, edge }: Refined, most: number): Refined | null {
  const long2 = edge * edge;
  const vertices = p.length / 3;
  const middles = new Map<number, number>();
  const places: number[] = [];
  /** The vertex in the middle of an edge that is too long; −1 of one that is not. */
  const middle = (a: number, b: number): number => {
    const dx = p[a * 3] - p[b * 3],
      dy = p[a * 3 + 1] - p[b * 3 + 1],
      dz = p[a * 3 + 2] - p[b * 3 + 2];
    if (!(dx * dx + dy * dy + dz * dz > long2)) return -1;
    const key = a < b ? a * vertices + b : b * vertices + a;
    const known = middles.get(key);
    if (known !== undefined) return known;
    const m = vertices + middles.size;
    middles.set(key, m);
    for (let k = 0; k < 3; k++) places.push((p[a * 3 + k] + p[b * 3 + k]) / 2);
    return m;
  };
  const place = (v: number, k: number): number => (v < vertices ? p[v * 3 + k] : places[(v - vertices) * 3 + k]);
  const apart2 = (a: number, b: number): number =>
    (place(a, 0) - place(b, 0)) ** 2 + (place(a, 1) - place(b, 1)) ** 2 + (place(a, 2) - place(b, 2)) ** 2;
  const facets: number[] = [],
    parents: number[] = [];
  for (let t = 0; t < parent.length; t++) {
    const v = [indices[t * 3], indices[t * 3 + 1], indices[t * 3 + 2]];
    const m = [middle(v[0], v[1]), middle(v[1], v[2]), middle(v[2], v[0])];
    const put = (a: number, b: number, c: number): void => {
      facets.push(a, b, c);
      parents.push(parent[t]);
    };
    const cuts = m.filter((x) => x >= 0).length;
    if (cuts === 0) put(v[0], v[1], v[2]);
    else if (cuts === 3) {
      put(v[0], m[0], m[2]);
      put(m[0], v[1], m[1]);
      put(m[2], m[1], v[2]);
      put(m[0], m[1], m[2]);
    } else {
      // Turned so that the edge that is cut, or the one that is not, comes first.
      const i = m.findIndex((x) => (cuts === 1 ? x >= 0 : x < 0));
      const [a, b, c] = [v[i], v[(i + 1) % 3], v[(i + 2) % 3]];
      if (cuts === 1) {
        put(a, m[i], c);
        put(m[i], b, c);
      } else {
        const [bc, ca] = [m[(i + 1) % 3], m[(i + 2) % 3]];
        put(bc, c, ca);
        if (apart2(a, bc) < apart2(b, ca)) {
          put(a, b, bc);
          put(a, bc, ca);
        } else {
          put(a, b, ca);
          put(b, bc, ca);
        }
      }
    }
  }
  if (middles.size === 0 || parents.length > most) return null;
  const positions = new Float32Array(p.length + places.length);
  positions.set(p);
  positions.set(places, p.length);
  return { mesh: { positions, indices: Uint32Array.from(facets) }, parent: Uint32Array.from(parents), edge };
}
