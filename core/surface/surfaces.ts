/**
 * Sorts a mesh into surfaces: all facets of about the same slope that face the same way. Printed lines look alike on
 * them, so they are judged and treated together. Linear in the number of triangles.
 */
import { facetsOf, type Mesh, type Topology } from "../mesh";
import { slopeKind, type SlopeKind } from "./steps";

export type Facing = "front" | "back" | "left" | "right" | "up" | "down";

export interface Surface {
  /** Its number in the part: 0 is the largest. */
  id: number;
  kind: SlopeKind;
  /** Area-weighted slope from level, degrees. */
  slopeDeg: number;
  facing: Facing;
  underside: boolean;
  areaMm2: number;
  triangles: number;
}

export interface Surfaces {
  list: Surface[];
  /** Surface of each triangle; −1 for scraps. */
  surfaceOf: Int32Array;
}

/** Slope bands that separate surfaces, degrees from level. */
const BANDS = [1.5, 8, 16, 35, 55, 80];
const FACINGS: Facing[] = ["front", "right", "back", "left"];
/** Share of the whole area under which a surface is a scrap. */
const LEAST_SHARE = 0.001;

/** @param mesh mm, turned as it is printed (z up on the plate), so that slopes are those of the layers */
export function findSurfaces(mesh: Mesh, topology: Topology): Surfaces {
  const { normals, areasMm2 } = facetsOf(mesh);
  const triangles = areasMm2.length;
  const kinds = (BANDS.length + 1) * 2 * 4;
  const groupOf = new Int32Array(triangles).fill(-1);
  const area = new Float64Array(kinds),
    slopeSum = new Float64Array(kinds);
  const count = new Uint32Array(kinds);
  let total = 0;
  for (let t = 0; t < triangles; t++) {
    const w = areasMm2[t];
    if (w === 0 || topology.degenerate[t]) continue;
    const nx = normals[t * 3],
      ny = normals[t * 3 + 1],
      nz = normals[t * 3 + 2];
    const slope = (Math.acos(Math.min(1, Math.abs(nz))) * 180) / Math.PI;
    let band = 0;
    while (band < BANDS.length && slope > BANDS[band]) band++;
    // A wall has no underside, a level face no side.
    const under = nz < 0 && band < BANDS.length ? 1 : 0;
    const side = band === 0 ? 0 : Math.abs(nx) > Math.abs(ny) ? (nx > 0 ? 1 : 3) : ny < 0 ? 0 : 2;
    const g = (band * 2 + under) * 4 + side;
    groupOf[t] = g;
    area[g] += w;
    slopeSum[g] += w * slope;
    count[g]++;
    total += w;
  }
  const groups = [...area.keys()].filter((g) => area[g] > 0 && area[g] >= total * LEAST_SHARE).sort((a, b) => area[b] - area[a]);
  const numberOf = new Int32Array(kinds).fill(-1);
  const list = groups.map((g, id): Surface => {
    numberOf[g] = id;
    const slopeDeg = slopeSum[g] / area[g];
    const kind = slopeKind(slopeDeg);
    const underside = (g >> 2) % 2 === 1;
    return {
      id,
      kind,
      slopeDeg,
      underside,
      facing: kind === "level" ? (underside ? "down" : "up") : FACINGS[g % 4],
      areaMm2: area[g],
      triangles: count[g],
    };
  });
  const surfaceOf = groupOf.map((g) => (g < 0 ? -1 : numberOf[g]));
  return { list, surfaceOf };
}

/** "30° slope, front", "wall, left", "level top", "flat underside". */
export function surfaceName(s: Surface): string {
  if (s.kind === "level") return s.underside ? "flat underside" : "level top";
  if (s.kind === "wall") return `wall, ${s.facing}`;
  return `${Math.round(s.slopeDeg)}° ${s.underside ? "underside" : "slope"}, ${s.facing}`;
}
