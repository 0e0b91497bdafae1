/**
 * What a direction costs when it points up: area that hangs over, and steps on what is seen. The facets' normals are gathered once into
 * about two thousand bins (an octahedron laid flat; Cigolle and others 2014); a direction then costs only the bins, and the best few are
 * looked at facet by facet. Linear in facets, then in bins a direction.
 */
import type { Facets } from "../../mesh";

/** Bins along one side of the unfolded octahedron. */
const SIDE = 46;

interface Bins {
  /** Area of each, mm²; bins without any are left out. */
  areasMm2: Float64Array;
  /** Of it, what counts as seen. */
  seenMm2: Float64Array;
  /** Mean direction, three numbers a bin, no longer than 1. */
  normals: Float64Array;
}

export interface DirectionCost {
  /** Area that faces further down than the limit, as seen from above, mm². */
  overMm2: number;
  /** Sum over seen facets of area × |cos| of the angle to the direction: steps of one layer height, mm². */
  steppedMm2: number;
}

/** What lies this flat has no steps; cosine of 1°. */
export const FLAT_COS = Math.cos(Math.PI / 180);

function binOf(x: number, y: number, z: number): number {
  const sum = Math.abs(x) + Math.abs(y) + Math.abs(z);
  let u = x / sum,
    v = y / sum;
  if (z < 0) [u, v] = [(1 - Math.abs(v)) * (u < 0 ? -1 : 1), (1 - Math.abs(u)) * (v < 0 ? -1 : 1)];
  const i = Math.min(SIDE - 1, Math.floor(((u + 1) / 2) * SIDE)),
    j = Math.min(SIDE - 1, Math.floor(((v + 1) / 2) * SIDE));
  return j * SIDE + i;
}

/** @param seen share of each facet that counts as seen, 0..1; all of all facets when absent */
function binNormals({ normals, areasMm2 }: Facets, seen?: Float32Array): Bins {
  const area = new Float64Array(SIDE * SIDE),
    visible = new Float64Array(SIDE * SIDE),
    sum = new Float64Array(SIDE * SIDE * 3);
  for (let t = 0; t < areasMm2.length; t++) {
    const a = areasMm2[t];
    if (a === 0) continue;
    const x = normals[t * 3],
      y = normals[t * 3 + 1],
      z = normals[t * 3 + 2];
    const bin = binOf(x, y, z);
    area[bin] += a;
    visible[bin] += seen ? a * seen[t] : a;
    sum[bin * 3] += a * x;
    sum[bin * 3 + 1] += a * y;
    sum[bin * 3 + 2] += a * z;
  }
  const filled: number[] = [];
  for (let b = 0; b < area.length; b++) if (area[b] > 0) filled.push(b);
  return {
    areasMm2: Float64Array.from(filled, (b) => area[b]),
    seenMm2: Float64Array.from(filled, (b) => visible[b]),
    normals: Float64Array.from(filled.flatMap((b) => [0, 1, 2].map((k) => sum[b * 3 + k] / area[b]))),
  };
}

/** @param overCos cosine against straight down from which a facet hangs over */
function binnedCost({ areasMm2, seenMm2, normals }: Bins, [x, y, z]: readonly number[], overCos: number): DirectionCost {
  let overMm2 = 0,
    steppedMm2 = 0;
  for (let b = 0, k = 0; b < areasMm2.length; b++, k += 3) {
    const up = normals[k] * x + normals[k + 1] * y + normals[k + 2] * z;
    if (up < -overCos) overMm2 -= up * areasMm2[b];
    const level = up < 0 ? -up : up;
    if (level < FLAT_COS) steppedMm2 += seenMm2[b] * level;
  }
  return { overMm2, steppedMm2 };
}

/** The same, facet by facet. */
export function facetCost(
  { normals, areasMm2 }: Facets,
  [x, y, z]: readonly number[],
  overCos: number,
  seen?: Float32Array,
): DirectionCost {
  let overMm2 = 0,
    steppedMm2 = 0;
  for (let t = 0, k = 0; t < areasMm2.length; t++, k += 3) {
    const up = normals[k] * x + normals[k + 1] * y + normals[k + 2] * z;
    if (up < -overCos) overMm2 -= up * areasMm2[t];
    const level = up < 0 ? -up : up;
    if (level < FLAT_COS) steppedMm2 += areasMm2[t] * level * (seen ? seen[t] : 1);
  }
  return { overMm2, steppedMm2 };
}

/** `count` directions spread evenly over the sphere (Fibonacci lattice), three numbers each. */
export function spread(count: number): [number, number, number][] {
  const turn = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const z = 1 - (2 * i + 1) / count,
      r = Math.sqrt(1 - z * z);
    return [r * Math.cos(i * turn), r * Math.sin(i * turn), z];
  });
}

/** How many more than asked for are looked at facet by facet: what the bins blur does not change who is best. */
const LOOKED_AT = 1.8;

/**
 * The best of many directions by what `weigh` makes of their cost, less is better, best first.
 * @returns places in `directions`
 */
export function bestDirections(
  facets: Facets,
  directions: readonly (readonly number[])[],
  count: number,
  overCos: number,
  weigh: (cost: DirectionCost, i: number) => number,
  seen?: Float32Array,
): { index: number; cost: DirectionCost }[] {
  const bins = binNormals(facets, seen);
  const rough = directions.map((d, i) => ({ i, weight: weigh(binnedCost(bins, d, overCos), i) }));
  rough.sort((a, b) => a.weight - b.weight || a.i - b.i);
  return rough
    .slice(0, Math.ceil(count * LOOKED_AT))
    .map(({ i }) => ({ index: i, cost: facetCost(facets, directions[i], overCos, seen) }))
    .sort((a, b) => weigh(a.cost, a.index) - weigh(b.cost, b.index) || a.index - b.index)
    .slice(0, count);
}
