/**
 * Sorts a mesh into surfaces that somebody would call by a name: a roof, a wall with its bricks, the top of a quay. A surface is a
 * connected piece of the mesh. It begins with a large flat patch and takes in, over its borders, what looks the same way within a thin slab
 * (other bricks, the bed of the joints) and what is small and lies in that slab (the sides of joints, nail heads): its relief. A patch that
 * bends is a surface of its own. What is small is gathered by the side that it faces.
 *
 * Found in the size and the axes of the file, so that a rescale and a turn on the plate change nothing; how each prints follows from
 * `laidSurface`. n log n for the order of the patches, else linear in facets but for patches that several slabs touch.
 */
import { boundsOf, type Bounds, type Mesh, type Topology } from "../../mesh";
import { facesOf, reachAlong, type Faces } from "./faces";

type Facing = "front" | "back" | "left" | "right" | "up" | "down";
type Vec3 = [number, number, number];

/** Area that looks one way: all of a flat surface, a patch of directions of one that bends. */
interface Looking {
  normal: Vec3;
  areaMm2: number;
  /** How far the normals in it lie from that, degrees. */
  spreadDeg: number;
}

/** Bricks, planks, panels: plain faces between the relief. */
interface PlainFaces {
  count: number;
  /** The typical one, by area: its sides, and which way they lie. */
  longMm: number;
  shortMm: number;
  long: Vec3;
  short: Vec3;
}

/** The narrowest bed between plain faces. */
interface Groove {
  widthMm: number;
  depthMm: number;
  /** Of all beds of the surface together. */
  lengthMm: number;
}

export interface Surface {
  /** Its number in the mesh: 0 is the largest. */
  id: number;
  /** "front wall", "left slope 30°, 2": as the part stands. */
  name: string;
  facing: Facing;
  /** Its centre of area, and its mean direction: by these it is found again. */
  at: Vec3;
  normal: Vec3;
  /** Plain area, without the sides of its relief. */
  areaMm2: number;
  reliefMm2: number;
  looks: Looking[];
  /** Bends nowhere: a block lies on it. */
  flat: boolean;
  /** Length and width of what it covers, mm; of a bent one the sides of a square of its area. */
  lengthMm: number;
  widthMm: number;
  faces: PlainFaces;
  groove: Groove | null;
  /** How far the outermost face stands before the bed, mm. */
  reliefDepthMm: number;
  /** Share of its outer border that is an inner corner, where no block reaches. */
  inner: number;
  triangles: number;
  /** Scraps that face one way, gathered. */
  gathered: boolean;
}

export interface Surfaces {
  list: Surface[];
  bounds: Bounds;
  areaMm2: number;
  /** Surface of each triangle; −1 for facets without area. */
  surfaceOf: Int32Array;
  /** 1 for facets of its relief. */
  relief: Uint8Array;
}

/** Raise it when surfaces are found differently: kept results are then made anew. */
export const SURFACES_VERSION = 3;

/** The slab in which relief lies, as a share of the part's longest diagonal. Common choice: half a brick's depth on a house. */
const SLAB_SHARE = 0.012;
/** A patch whose normals keep together so well is flat (3° on average). */
const FLAT_TOGETHER = 0.9985;
/** Faces that look within this of each other are one surface's. */
const ALIGNED_COS = Math.cos((8 * Math.PI) / 180);
/** Large faces that look more apart than this print unlike, however near to each other they lie. */
const PARALLEL_COS = Math.cos((1.5 * Math.PI) / 180);
/** What is large: a share of the whole, and of the face beside it. */
const OWN_SHARE = 0.04;
const OWN_OF_SEED = 0.25;
/** Relief looks outwards or to the side, never back. */
const BACK_COS = -0.17;
/** A surface below this share of the whole area is gathered with others. */
const SMALL_SHARE = 0.008;
const MOST_SURFACES = 32;
/** Areas that differ by less than this share of the whole are equal: facets are summed in single precision. */
const SAME_AREA = 1e-6;
/** Directions are gathered in so many cells a side of the octahedron, about 4° each. */
const CELLS = 32;
/** A bed lies between two sides: so much of its border is an inner corner. A course of slates or laps has one side only. */
const BED_INNER = 0.7;
/** A bed this shallow is no groove, as a share of the slab. */
const SHALLOW = 0.05;

const DEG = 180 / Math.PI;

/** Which way something looks as the part stands. */
function facingOf([x, y, z]: readonly number[]): Facing {
  if (Math.abs(z) > 0.94) return z > 0 ? "up" : "down";
  return Math.abs(x) > Math.abs(y) ? (x > 0 ? "right" : "left") : y < 0 ? "front" : "back";
}

/** Cell of a direction on the unfolded octahedron. */
function cellOf(x: number, y: number, z: number): number {
  const s = Math.abs(x) + Math.abs(y) + Math.abs(z);
  let u = x / s,
    v = y / s;
  if (z < 0) {
    const w = (1 - Math.abs(v)) * (u >= 0 ? 1 : -1);
    v = (1 - Math.abs(u)) * (v >= 0 ? 1 : -1);
    u = w;
  }
  const i = Math.min(CELLS - 1, Math.floor(((u + 1) / 2) * CELLS)),
    j = Math.min(CELLS - 1, Math.floor(((v + 1) / 2) * CELLS));
  return j * CELLS + i;
}

/** What grows into a surface. */
interface Growth {
  seed: number;
  /** Flat faces that look its way, the seed first; and the small patches between them. */
  faces: number[];
  relief: number[];
  areaMm2: number;
}

/** Directions of a group of patches: flat ones whole, bent ones facet by facet. */
class Looks {
  private readonly cells = new Map<number, Float64Array>();

  add(x: number, y: number, z: number, area: number): void {
    const key = cellOf(x, y, z);
    let sum = this.cells.get(key);
    if (!sum) this.cells.set(key, (sum = new Float64Array(4)));
    sum[0] += x * area;
    sum[1] += y * area;
    sum[2] += z * area;
    sum[3] += area;
  }

  list(): Looking[] {
    return [...this.cells.values()]
      .map(([x, y, z, area]): Looking => {
        const l = Math.hypot(x, y, z);
        const flat = l / area > 1 - 1e-7;
        return {
          normal: [x / l, y / l, z / l],
          areaMm2: area,
          spreadDeg: flat ? 0 : Math.acos(Math.min(1, l / area)) * DEG,
        };
      })
      .sort((a, b) => b.areaMm2 - a.areaMm2);
  }
}

/** @param mesh mm in the axes of the file, wound so that material lies behind every facet */
export function findSurfaces(mesh: Mesh, topology: Topology): Surfaces {
  const faces = facesOf(mesh, topology);
  const { count, areasMm2, of } = faces;
  let total = 0;
  for (const a of areasMm2) total += a;
  const bounds = boundsOf(mesh.positions);
  const slab = Math.hypot(...bounds.size) * SLAB_SHARE;
  const c = faces.centres;
  // The largest first. Areas that are equal but for rounding are told apart by where they lie, so that facets in another order give the
  // same surfaces.
  const order = Array.from({ length: count }, (_, i) => i).sort((a, b) => {
    const d = areasMm2[b] - areasMm2[a];
    if (Math.abs(d) > total * SAME_AREA) return d;
    for (let k = 2; k >= 0; k--) if (Math.abs(c[a * 3 + k] - c[b * 3 + k]) > slab * 1e-3) return c[b * 3 + k] - c[a * 3 + k];
    return a - b;
  });
  const rank = new Int32Array(count);
  for (const [i, p] of order.entries()) rank[p] = i;
  const growthOf = new Int32Array(count).fill(-1),
    triedBy = new Int32Array(count).fill(-1);
  const growths: Growth[] = [];
  for (const seed of order) {
    if (growthOf[seed] >= 0) continue;
    growths.push(grow(mesh, faces, seed, slab, total * OWN_SHARE, growthOf, triedBy, growths.length));
  }
  const large: Growth[] = [],
    small: Growth[] = [];
  const largestFirst = (a: Growth, b: Growth): number =>
    Math.abs(a.areaMm2 - b.areaMm2) > total * SAME_AREA ? b.areaMm2 - a.areaMm2 : rank[a.seed] - rank[b.seed];
  for (const g of growths.sort(largestFirst)) (g.areaMm2 >= total * SMALL_SHARE && large.length < MOST_SURFACES ? large : small).push(g);
  const gathered = new Map<Facing, Growth>();
  for (const g of small) {
    const facing = facingOf(faces.normals.subarray(g.seed * 3, g.seed * 3 + 3) as unknown as number[]);
    const into = gathered.get(facing);
    if (!into) gathered.set(facing, { ...g, faces: [...g.faces], relief: [...g.relief] });
    else {
      for (const p of g.faces) into.faces.push(p);
      for (const p of g.relief) into.relief.push(p);
      into.areaMm2 += g.areaMm2;
    }
  }
  const surfaceOfPatch = new Int32Array(count).fill(-1),
    reliefPatch = new Uint8Array(count);
  const all = [...large.map((g) => ({ g, scraps: false })), ...[...gathered.values()].map((g) => ({ g, scraps: true }))];
  all.sort((a, b) => largestFirst(a.g, b.g));
  const list = all.map(({ g, scraps }, id) => {
    for (const p of g.faces) surfaceOfPatch[p] = id;
    for (const p of g.relief) {
      surfaceOfPatch[p] = id;
      reliefPatch[p] = 1;
    }
    return describe(mesh, faces, g, id, scraps, slab);
  });
  nameAll(list);
  const surfaceOf = new Int32Array(of.length),
    relief = new Uint8Array(of.length);
  for (let t = 0; t < of.length; t++) {
    surfaceOf[t] = of[t] < 0 ? -1 : surfaceOfPatch[of[t]];
    relief[t] = of[t] < 0 ? 0 : reliefPatch[of[t]];
  }
  return { list, bounds, areaMm2: total, surfaceOf, relief };
}

/** From a seed over the borders of patches, as far as the slab reaches. */
/** @param ownMm2 a face this large that looks another way is none of the relief: a ramp beside level ground */
function grow(
  mesh: Mesh,
  faces: Faces,
  seed: number,
  slab: number,
  ownMm2: number,
  growthOf: Int32Array,
  triedBy: Int32Array,
  id: number,
): Growth {
  const { normals, centres, areasMm2, together, neighbourStart, neighbours } = faces;
  const growth: Growth = { seed, faces: [seed], relief: [], areaMm2: areasMm2[seed] };
  growthOf[seed] = id;
  if (together[seed] < FLAT_TOGETHER) return growth;
  const [nx, ny, nz] = normals.subarray(seed * 3, seed * 3 + 3);
  const at = centres[seed * 3] * nx + centres[seed * 3 + 1] * ny + centres[seed * 3 + 2] * nz;
  const queue = [seed];
  for (let q = 0; q < queue.length; q++) {
    const from = queue[q];
    for (let i = neighbourStart[from]; i < neighbourStart[from + 1]; i++) {
      const p = neighbours[i];
      if (growthOf[p] >= 0 || triedBy[p] === id) continue;
      triedBy[p] = id;
      const cos = normals[p * 3] * nx + normals[p * 3 + 1] * ny + normals[p * 3 + 2] * nz;
      if (cos < BACK_COS) continue;
      const aligned = cos >= ALIGNED_COS && together[p] >= FLAT_TOGETHER;
      if (aligned) {
        if (cos < PARALLEL_COS && areasMm2[p] > Math.max(ownMm2, areasMm2[seed] * OWN_OF_SEED)) continue;
        const d = centres[p * 3] * nx + centres[p * 3 + 1] * ny + centres[p * 3 + 2] * nz;
        if (Math.abs(d - at) > slab) continue;
        growth.faces.push(p);
        growth.areaMm2 += areasMm2[p];
      } else {
        if (areasMm2[p] > growth.areaMm2) continue;
        const [low, high] = reachAlong(mesh, faces, p, nx, ny, nz);
        if (low < at - slab || high > at + slab) continue;
        growth.relief.push(p);
      }
      growthOf[p] = id;
      queue.push(p);
    }
  }
  return growth;
}

function describe(mesh: Mesh, faces: Faces, g: Growth, id: number, gathered: boolean, slab: number): Surface {
  const { normals, areasMm2, together, centres, facets, start, facetsBy, borderMm, innerMm } = faces;
  const looks = new Looks();
  const mean = [0, 0, 0],
    centre = [0, 0, 0];
  let triangles = 0;
  for (const p of g.faces) {
    for (let k = 0; k < 3; k++) {
      mean[k] += normals[p * 3 + k] * areasMm2[p] * together[p];
      centre[k] += (centres[p * 3 + k] * areasMm2[p]) / g.areaMm2;
    }
    triangles += start[p + 1] - start[p];
    if (together[p] > 1 - 1e-7) looks.add(normals[p * 3], normals[p * 3 + 1], normals[p * 3 + 2], areasMm2[p]);
    else
      for (let i = start[p]; i < start[p + 1]; i++) {
        const t = facetsBy[i];
        looks.add(facets.normals[t * 3], facets.normals[t * 3 + 1], facets.normals[t * 3 + 2], facets.areasMm2[t]);
      }
  }
  let reliefMm2 = 0;
  for (const p of g.relief) {
    reliefMm2 += areasMm2[p];
    triangles += start[p + 1] - start[p];
  }
  const l = Math.hypot(...mean);
  const seedNormal: Vec3 = [normals[g.seed * 3], normals[g.seed * 3 + 1], normals[g.seed * 3 + 2]];
  const normal: Vec3 = l > g.areaMm2 * 0.1 ? [mean[0] / l, mean[1] / l, mean[2] / l] : seedNormal;
  const flat = !gathered && together[g.seed] >= FLAT_TOGETHER;
  const depthOf = (p: number): number => centres[p * 3] * normal[0] + centres[p * 3 + 1] * normal[1] + centres[p * 3 + 2] * normal[2];
  const depths = flat ? g.faces.map(depthOf) : [];
  const out = depths.length ? depths.reduce((a, b) => Math.max(a, b), -Infinity) : 0;
  // The bed: long and narrow for what it covers, behind the outermost faces.
  const wide = (p: number): number => (borderMm[p] > 0 ? (2 * areasMm2[p]) / borderMm[p] : Infinity);
  const beds = flat
    ? g.faces.filter(
        (p, i) => out - depths[i] > slab * SHALLOW && 4 * wide(p) < Math.sqrt(areasMm2[p]) && innerMm[p] > borderMm[p] * BED_INNER,
      )
    : [];
  const bed = new Set(beds);
  const plain = g.faces.filter((p) => !bed.has(p)).sort((a, b) => areasMm2[b] - areasMm2[a]);
  const plainArea = plain.reduce((sum, p) => sum + areasMm2[p], 0);
  // The typical plain face is the one at half of the plain area, the largest first.
  let passed = 0;
  const typical = plain.find((p) => (passed += areasMm2[p]) >= plainArea / 2) ?? g.seed;
  const one = boxOf(mesh, faces, [typical], normal);
  const whole = flat ? boxOf(mesh, faces, g.faces, normal, one.long) : null;
  const side = Math.sqrt(g.areaMm2);
  const narrowest = beds.length ? beds.reduce((a, b) => (wide(b) < wide(a) ? b : a)) : -1;
  const border = g.faces.reduce((sum, p) => sum + borderMm[p], 0);
  return {
    id,
    name: "",
    facing: facingOf(normal),
    at: centre as Vec3,
    normal,
    areaMm2: g.areaMm2,
    reliefMm2,
    looks: looks.list(),
    flat,
    lengthMm: whole ? Math.max(whole.longMm, whole.shortMm) : side,
    widthMm: whole ? Math.min(whole.longMm, whole.shortMm) : side,
    faces: {
      // Scraps of a face, such as beside a window, are not counted.
      count: plain.filter((p) => areasMm2[p] >= areasMm2[typical] / 8).length,
      longMm: Math.max(one.longMm, one.shortMm),
      shortMm: Math.min(one.longMm, one.shortMm),
      long: one.longMm >= one.shortMm ? one.long : one.short,
      short: one.longMm >= one.shortMm ? one.short : one.long,
    },
    groove:
      narrowest < 0
        ? null
        : {
            widthMm: usualWidthMm(mesh, faces, narrowest, normal) ?? wide(narrowest),
            depthMm: out - depthOf(narrowest),
            lengthMm: beds.reduce((sum, p) => sum + borderMm[p] / 2, 0),
          },
    reliefDepthMm: depths.length ? out - depths.reduce((a, b) => Math.min(a, b), Infinity) : 0,
    inner: border > 0 ? g.faces.reduce((sum, p) => sum + innerMm[p], 0) / border : 0,
    triangles,
    gathered,
  };
}

const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const unit = (v: Vec3): Vec3 => {
  const l = Math.hypot(...v) || 1;
  return [v[0] / l, v[1] / l, v[2] / l];
};

/** Two directions square to each other and to a normal, tied to the file's axes. */
function planeAcross(normal: Vec3): [Vec3, Vec3] {
  const u = unit(cross(Math.abs(normal[2]) < 0.9 ? [0, 0, 1] : [0, 1, 0], normal));
  return [u, cross(normal, u)];
}

/** So many points along the border of a bed are looked across from. */
const ACROSS_POINTS = 400;

/**
 * How wide a bed usually is, mm: from points along its border straight across to the border opposite; the half of them that is narrower ends
 * there. Where bricks are missing it is wide in a few places, and that must not make its joints wider.
 * @returns null where nothing lies opposite
 */
function usualWidthMm({ positions: p, indices }: Mesh, faces: Faces, patch: number, normal: Vec3): number | null {
  const [u, v] = planeAcross(normal);
  const flat = (vertex: number): [number, number] => [
    p[vertex * 3] * u[0] + p[vertex * 3 + 1] * u[1] + p[vertex * 3 + 2] * u[2],
    p[vertex * 3] * v[0] + p[vertex * 3 + 1] * v[1] + p[vertex * 3 + 2] * v[2],
  ];
  // Each border edge with the way into the bed.
  const edges: { a: [number, number]; b: [number, number]; long: number; into: [number, number] }[] = [];
  for (let i = faces.start[patch]; i < faces.start[patch + 1]; i++) {
    const t = faces.facetsBy[i];
    for (let e = 0; e < 3; e++) {
      if (!faces.onBorder[t * 3 + e]) continue;
      const [a, b, c] = [0, 1, 2].map((k) => flat(indices[t * 3 + ((e + k) % 3)]));
      const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
      if (long === 0) continue;
      const n: [number, number] = [-(b[1] - a[1]) / long, (b[0] - a[0]) / long];
      const side = (c[0] - a[0]) * n[0] + (c[1] - a[1]) * n[1];
      edges.push({ a, b, long, into: side < 0 ? [-n[0], -n[1]] : n });
    }
  }
  const border = edges.reduce((sum, e) => sum + e.long, 0);
  const widths: number[] = [];
  let next = border / ACROSS_POINTS / 2;
  for (const from of edges) {
    for (; next < from.long; next += border / ACROSS_POINTS) {
      const x = from.a[0] + ((from.b[0] - from.a[0]) * next) / from.long,
        y = from.a[1] + ((from.b[1] - from.a[1]) * next) / from.long;
      let least = Infinity;
      for (const { a, b } of edges) {
        // The ray from here into the bed, and the edge from a to b.
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const det = from.into[1] * dx - from.into[0] * dy;
        if (Math.abs(det) < 1e-12) continue;
        const far = ((a[1] - y) * dx - (a[0] - x) * dy) / det,
          at = ((a[1] - y) * from.into[0] - (a[0] - x) * from.into[1]) / det;
        if (far > 1e-6 && far < least && at >= 0 && at <= 1) least = far;
      }
      if (least < Infinity) widths.push(least);
    }
    next -= from.long;
  }
  return widths.sort((a, b) => a - b)[widths.length >> 1] ?? null;
}

/** The box of patches in the plane across `normal`, its sides along the longest run of their borders. */
function boxOf(
  { positions: p, indices }: Mesh,
  faces: Faces,
  patches: readonly number[],
  normal: Vec3,
  along?: Vec3,
): { longMm: number; shortMm: number; long: Vec3; short: Vec3 } {
  // Any two directions of the plane to begin with, tied to the file's axes.
  const [u0, v0] = planeAcross(normal);
  let long = along;
  if (!long) {
    // Borders by direction, two degrees a cell; a line has no sense, so half a turn is all.
    const sums = new Float64Array(90);
    for (const patch of patches)
      for (let i = faces.start[patch]; i < faces.start[patch + 1]; i++) {
        const t = faces.facetsBy[i];
        for (let e = 0; e < 3; e++) {
          if (!faces.onBorder[t * 3 + e]) continue;
          const a = indices[t * 3 + e] * 3,
            b = indices[t * 3 + ((e + 1) % 3)] * 3;
          const d: Vec3 = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]];
          const x = d[0] * u0[0] + d[1] * u0[1] + d[2] * u0[2],
            y = d[0] * v0[0] + d[1] * v0[1] + d[2] * v0[2];
          sums[Math.round((((Math.atan2(y, x) * DEG) % 180) + 180) / 2) % 90] += Math.hypot(x, y);
        }
      }
    const angle = (sums.indexOf(Math.max(...sums)) * 2) / DEG;
    long = unit([0, 1, 2].map((k) => u0[k] * Math.cos(angle) + v0[k] * Math.sin(angle)) as Vec3);
  }
  const short = cross(normal, long);
  let l0 = Infinity,
    l1 = -Infinity,
    s0 = Infinity,
    s1 = -Infinity;
  for (const patch of patches)
    for (let i = faces.start[patch]; i < faces.start[patch + 1]; i++)
      for (let k = 0; k < 3; k++) {
        const v = indices[faces.facetsBy[i] * 3 + k] * 3;
        const a = p[v] * long[0] + p[v + 1] * long[1] + p[v + 2] * long[2],
          b = p[v] * short[0] + p[v + 1] * short[1] + p[v + 2] * short[2];
        if (a < l0) l0 = a;
        if (a > l1) l1 = a;
        if (b < s0) s0 = b;
        if (b > s1) s1 = b;
      }
  return { longMm: Math.max(0, l1 - l0), shortMm: Math.max(0, s1 - s0), long, short };
}

const SIDE: Record<Facing, string> = { front: "front", back: "back", left: "left", right: "right", up: "top", down: "underside" };

/** Names as the part stands; where several would be called the same, the larger ones come first. */
function nameAll(list: Surface[]): void {
  const counts = new Map<string, number>();
  for (const s of list) {
    const tilt = Math.abs(s.normal[2]);
    let name: string;
    if (s.gathered) name = `small faces, ${SIDE[s.facing]}`;
    else if (!s.flat) name = s.facing === "up" || s.facing === "down" ? `round ${SIDE[s.facing]}` : `round side, ${SIDE[s.facing]}`;
    else if (s.facing === "up" || s.facing === "down") name = SIDE[s.facing];
    else if (tilt < 0.17) name = `${SIDE[s.facing]} wall`;
    else name = s.normal[2] > 0 ? `${SIDE[s.facing]} slope` : `${SIDE[s.facing]} overhang`;
    const n = (counts.get(name) ?? 0) + 1;
    counts.set(name, n);
    s.name = n === 1 ? name : `${name} ${n}`;
  }
}
