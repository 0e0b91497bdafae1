/** A mesh cut along level lines, so that each facet lies wholly above or below each of them. Shape, area and what was closed stay. */
import type { Mesh } from "../mesh";

export interface Cut {
  mesh: Mesh;
  /** The facet of the mesh before that each facet lies in. */
  parent: Uint32Array;
}

/** @param heights along z, in the unit of the mesh */
export function cutAtHeights(mesh: Mesh, heights: readonly number[]): Cut {
  let at: Cut = { mesh, parent: Uint32Array.from({ length: mesh.indices.length / 3 }, (_, t) => t) };
  for (const height of new Set(heights)) at = cutAt(at, height);
  return at;
}

function cutAt({ mesh: { positions: p, indices }, parent }: Cut, height: number): Cut {
  const vertices = p.length / 3;
  const on = new Map<number, number>();
  const places: number[] = [];
  const side = (v: number): number => Math.sign(p[v * 3 + 2] - height);
  /** The vertex where an edge crosses the line. */
  const crossing = (a: number, b: number): number => {
    const [low, high] = a < b ? [a, b] : [b, a];
    const key = low * vertices + high;
    const known = on.get(key);
    if (known !== undefined) return known;
    const f = (height - p[low * 3 + 2]) / (p[high * 3 + 2] - p[low * 3 + 2]);
    const v = vertices + on.size;
    on.set(key, v);
    places.push(p[low * 3] + f * (p[high * 3] - p[low * 3]), p[low * 3 + 1] + f * (p[high * 3 + 1] - p[low * 3 + 1]), height);
    return v;
  };
  const facets: number[] = [],
    parents: number[] = [];
  for (let t = 0; t < parent.length; t++) {
    const v = [indices[t * 3], indices[t * 3 + 1], indices[t * 3 + 2]];
    const s = v.map(side);
    const put = (a: number, b: number, c: number): void => {
      facets.push(a, b, c);
      parents.push(parent[t]);
    };
    if (!(s.includes(1) && s.includes(-1))) {
      put(v[0], v[1], v[2]);
      continue;
    }
    // Turned so that the corner that lies alone, or on the line, comes first.
    const lies = s.includes(0) ? s.indexOf(0) : s.findIndex((x) => s.filter((y) => y === x).length === 1);
    const [a, b, c] = [v[lies], v[(lies + 1) % 3], v[(lies + 2) % 3]];
    if (s.includes(0)) {
      const m = crossing(b, c);
      put(a, b, m);
      put(a, m, c);
    } else {
      const [m, n] = [crossing(a, b), crossing(a, c)];
      put(a, m, n);
      put(m, b, c);
      put(m, c, n);
    }
  }
  const positions = new Float32Array(p.length + places.length);
  positions.set(p);
  positions.set(places, p.length);
  return { mesh: { positions, indices: Uint32Array.from(facets) }, parent: Uint32Array.from(parents) };
}
