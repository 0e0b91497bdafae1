/**
 * Sorts a mesh into surfaces that printing leaves alike. A flat patch is one by itself, with its own slope, so that a roof's 17° and
 * 33° sides stay two; patches of the same slope that face the same way are one surface wherever they are; what curves is sorted by
 * bands of slope. Linear in the number of triangles.
 */
import { facetsOf, patchesOf, type Mesh, type Topology } from "../mesh";
import { slopeKind, type SlopeKind } from "./steps";

type Facing = "front" | "back" | "left" | "right" | "up" | "down";

export interface Surface {
  /** Its number in the part: 0 is the largest. */
  id: number;
  kind: SlopeKind;
  /** Area-weighted slope from level, degrees. */
  slopeDeg: number;
  facing: Facing;
  underside: boolean;
  areaMm2: number;
  /** Side of its largest plain patch, mm: how many ridges lie on one face. */
  faceMm: number;
  triangles: number;
}

export interface Surfaces {
  list: Surface[];
  /** Surface of each triangle; −1 for scraps. */
  surfaceOf: Int32Array;
}

/** Neighbours that bend less than this are one patch. */
const BEND_DEG = 12;
/** A patch whose slope varies less than this (standard deviation) is flat. */
const FLAT_DEG = 2.5;
/** Flat patches whose slopes differ by less than this print alike; small ones join a large one further off. */
const ALIKE_DEG = 2.5;
const SMALL_ALIKE_DEG = 6;
/** A patch below this share of the whole area is small. */
const SMALL_SHARE = 0.01;
/** Slope bands of what curves, degrees from level. */
const BANDS = [0.3, 8, 16, 35, 55, 80];
const FACINGS: Facing[] = ["front", "right", "back", "left"];
/** Areas that differ by less than this share of the whole are equal: facets are summed in single precision. */
const SAME_AREA = 1e-6;
/** Share of the whole area under which a surface is a scrap. */
const LEAST_SHARE = 0.001;

/** What is sorted: a flat patch, or a band of all that curves. */
interface Unit {
  side: number;
  under: boolean;
  kind: SlopeKind;
  area: number;
  slopeSum: number;
  triangles: number;
  surface: number;
}

/** Which way a normal faces: 0 front, 1 right, 2 back, 3 left. */
const sideOf = (nx: number, ny: number): number => (Math.abs(nx) > Math.abs(ny) ? (nx > 0 ? 1 : 3) : ny < 0 ? 0 : 2);
const slopeOf = (nz: number): number => (Math.acos(Math.min(1, Math.abs(nz))) * 180) / Math.PI;

/** @param mesh mm, turned as it is printed (z up on the plate), so that slopes are those of the layers */
export function findSurfaces(mesh: Mesh, topology: Topology): Surfaces {
  const facets = facetsOf(mesh);
  const { normals, areasMm2 } = facets;
  const triangles = areasMm2.length;
  const patches = patchesOf(mesh, topology, BEND_DEG, facets);
  const n = patches.count;
  const nx = new Float64Array(n),
    ny = new Float64Array(n),
    nz = new Float64Array(n),
    slope = new Float64Array(n),
    slope2 = new Float64Array(n);
  let total = 0;
  for (let t = 0; t < triangles; t++) {
    const p = patches.of[t];
    if (p < 0) continue;
    const w = areasMm2[t];
    const at = slopeOf(normals[t * 3 + 2]);
    nx[p] += w * normals[t * 3];
    ny[p] += w * normals[t * 3 + 1];
    nz[p] += w * normals[t * 3 + 2];
    slope[p] += w * at;
    slope2[p] += w * at * at;
    total += w;
  }
  // A curved patch has no unit of its own: its facets go to bands.
  const unitOf = new Int32Array(n).fill(-1);
  const units: Unit[] = [];
  for (let p = 0; p < n; p++) {
    const area = patches.areasMm2[p];
    const mean = slope[p] / area;
    const length = Math.hypot(nx[p], ny[p], nz[p]);
    const flat = Math.sqrt(Math.max(0, slope2[p] / area - mean * mean)) <= FLAT_DEG && length > 0.95 * area;
    if (!flat) continue;
    const kind = slopeKind(mean);
    unitOf[p] = units.length;
    units.push({
      side: kind === "level" ? 0 : sideOf(nx[p], ny[p]),
      // A wall has no underside.
      under: kind !== "wall" && nz[p] < 0,
      kind,
      area,
      slopeSum: slope[p],
      triangles: 0,
      surface: -1,
    });
  }
  const bandUnits = new Map<number, number>();
  const unitOfFacet = new Int32Array(triangles).fill(-1);
  for (let t = 0; t < triangles; t++) {
    const p = patches.of[t];
    if (p < 0) continue;
    let u = unitOf[p];
    if (u < 0) {
      const at = slopeOf(normals[t * 3 + 2]);
      let band = 0;
      while (band < BANDS.length && at > BANDS[band]) band++;
      const under = normals[t * 3 + 2] < 0 && band < BANDS.length;
      const side = band === 0 ? 0 : sideOf(normals[t * 3], normals[t * 3 + 1]);
      const key = (band * 2 + Number(under)) * 4 + side;
      const known = bandUnits.get(key);
      if (known === undefined) {
        u = units.length;
        bandUnits.set(key, u);
        units.push({ side, under, kind: "slope", area: 0, slopeSum: 0, triangles: 0, surface: -1 });
      } else u = known;
      units[u].area += areasMm2[t];
      units[u].slopeSum += areasMm2[t] * at;
    }
    units[u].triangles++;
    unitOfFacet[t] = u;
  }
  for (const u of bandUnits.values()) units[u].kind = slopeKind(units[u].slopeSum / units[u].area);

  // The largest first: each joins a surface that prints like it, or begins one. Areas that are equal but for rounding are told apart by
  // where they face and how steep they are, so that facets in another order give the same surfaces.
  const largestFirst = (a: { area: number; unit: Unit }, b: { area: number; unit: Unit }): number =>
    (Math.abs(a.area - b.area) > total * SAME_AREA ? b.area - a.area : 0) ||
    a.unit.side - b.unit.side ||
    Number(a.unit.under) - Number(b.unit.under) ||
    Math.round(a.unit.slopeSum / a.unit.area) - Math.round(b.unit.slopeSum / b.unit.area);
  const groups: Unit[][] = [];
  for (const { unit } of units.map((u) => ({ unit: u, area: u.area })).sort(largestFirst)) {
    const own = unit.slopeSum / unit.area;
    const reach = unit.area < total * SMALL_SHARE ? SMALL_ALIKE_DEG : ALIKE_DEG;
    let best = -1,
      nearest = Infinity;
    for (const [i, [first]] of groups.entries()) {
      if (first.kind !== unit.kind || first.side !== unit.side || first.under !== unit.under) continue;
      const off = unit.kind === "wall" ? 0 : Math.abs(first.slopeSum / first.area - own);
      if (off <= reach && off < nearest) {
        nearest = off;
        best = i;
      }
    }
    if (best < 0) groups.push([unit]);
    else groups[best].push(unit);
  }
  const sum = (group: Unit[], key: "area" | "slopeSum" | "triangles"): number => group.reduce((a, u) => a + u[key], 0);
  const list = groups
    .map((group) => ({ group, unit: group[0], area: sum(group, "area") }))
    .filter((g) => g.area >= total * LEAST_SHARE)
    .sort(largestFirst)
    .map(({ group, area }, id): Surface => {
      for (const u of group) u.surface = id;
      const [{ kind, under, side }] = group;
      return {
        id,
        kind,
        slopeDeg: sum(group, "slopeSum") / area,
        underside: under,
        facing: kind === "level" ? (under ? "down" : "up") : FACINGS[side],
        areaMm2: area,
        faceMm: Math.sqrt(group[0].area),
        triangles: sum(group, "triangles"),
      };
    });
  return { list, surfaceOf: unitOfFacet.map((u) => (u < 0 ? -1 : units[u].surface)) };
}

/** "30° slope, front", "wall, left", "level top", "flat underside". */
export function surfaceName(s: Surface): string {
  if (s.kind === "level") return s.underside ? "flat underside" : "level top";
  if (s.kind === "wall") return `wall, ${s.facing}`;
  const deg = s.slopeDeg < 4 ? s.slopeDeg.toFixed(1) : String(Math.round(s.slopeDeg));
  return `${deg}° ${s.underside ? "underside" : "slope"}, ${s.facing}`;
}
