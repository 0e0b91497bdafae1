/**
 * What lies behind and before each surface: how thick the wall is, by rays straight into the solid as `castAcross` measures them; and how
 * open it is to where somebody can look from, by rays outwards over the ground. n log n for the tree, then some ten rays a point.
 */
import { DoubleSide, Ray, Vector3 } from "three";
import { castAcross, clearMm, facetsOf, spreadPoints, treeOf, type Mesh, type MeshTree, type Topology } from "../../mesh";
import { throwIfCancelled, type OnProgress } from "../../units";
import type { Surface, Surfaces } from "./surfaces";

/** Thickness under a surface, mm of the file: the least but for a twentieth of the points, and the usual one. */
export interface WallUnder {
  leastMm: number;
  usualMm: number;
  points: number;
}

/** Share of a surface's area that is marked as hidden, covered or mating. */
export interface MarkedShares {
  hidden: number;
  covered: number;
  mating: number;
}

/** A surface with what was found behind it. */
interface FoundSurface extends Surface {
  wall: WallUnder | null;
  /** Share of the ways out of it that lead into the open: 0 deep inside, 1 on a hill. */
  open: number;
}

/** All surfaces of a mesh, in the size and the axes of its file. */
export interface FoundMap extends Pick<Surfaces, "bounds" | "areaMm2"> {
  list: FoundSurface[];
}

/** A surface with what marks say of it. */
export interface MappedSurface extends FoundSurface {
  marked: MarkedShares;
}

export interface SurfaceMap extends Pick<Surfaces, "bounds" | "areaMm2"> {
  list: MappedSurface[];
  /** What is marked has changed, and is being looked at: the shares are those of before. */
  stale?: true;
}

const UNMARKED: MarkedShares = { hidden: 0, covered: 0, mating: 0 };

/** @param marked of each surface, in the order of the map; none where nothing is marked */
export const withMarks = ({ list, ...map }: FoundMap, marked: readonly MarkedShares[]): SurfaceMap => ({
  ...map,
  list: list.map((s, i) => ({ ...s, marked: marked[i] ?? UNMARKED })),
});

const POINTS = 60;

/** Ways out of a point, besides straight out: leaning so far from the normal, degrees. */
const LEANS_DEG = [35, 65];
const AROUND = 4;
/** Nobody looks from below the ground: a way that leads down by more than this is none. */
const DOWN = -0.2;

/** @returns for each surface; no wall where nothing stands opposite */
export function lookAround(
  mesh: Mesh,
  topology: Topology,
  { list, surfaceOf, relief }: Surfaces,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Pick<MappedSurface, "wall" | "open">[] {
  const tree = treeOf(mesh, topology.degenerate);
  const points = spreadPoints(
    mesh,
    facetsOf(mesh),
    surfaceOf.map((s, t) => (relief[t] ? -1 : s)),
    list.map((s) => s.areaMm2),
    list.map(() => POINTS),
  );
  const across = castAcross(tree, mesh, points, -1, false, (f) => onProgress?.(0.3 * f, "walls under it"), signal);
  const free = waysOut(tree, points.at, clearMm(mesh), (f) => onProgress?.(0.3 + 0.7 * f, "who sees it"), signal);
  const thick: number[][] = list.map(() => []),
    open = list.map(() => ({ free: 0, ways: 0 }));
  points.patch.forEach((s, i) => {
    if (Number.isFinite(across[i])) thick[s].push(across[i]);
    open[s].free += free[i * 2];
    open[s].ways += free[i * 2 + 1];
  });
  return list.map((_, s) => {
    const mm = thick[s].sort((a, b) => a - b);
    return {
      wall: mm.length < 3 ? null : { leastMm: mm[Math.floor(mm.length * 0.05)], usualMm: mm[Math.floor(mm.length / 2)], points: mm.length },
      // What looks down is stood on, or looked at by nobody.
      open: open[s].ways > 0 ? open[s].free / open[s].ways : 0,
    };
  });
}

/** For each point, how many of its ways out are free, and how many it has. */
function waysOut(
  { bvh }: MeshTree,
  at: Float64Array,
  clear: number,
  onProgress: (fraction: number) => void,
  signal?: AbortSignal,
): Uint8Array {
  const count = at.length / 6;
  const out = new Uint8Array(count * 2);
  const ray = new Ray(new Vector3(), new Vector3());
  for (let i = 0; i < count; i++) {
    if ((i & 127) === 0) {
      throwIfCancelled(signal);
      onProgress(i / count);
    }
    const [px, py, pz, nx, ny, nz] = at.subarray(i * 6, i * 6 + 6);
    // Two directions across the normal.
    const [hx, hy, hz] = Math.abs(nz) < 0.9 ? [0, 0, 1] : [0, 1, 0];
    let ux = hy * nz - hz * ny,
      uy = hz * nx - hx * nz,
      uz = hx * ny - hy * nx;
    const l = Math.hypot(ux, uy, uz);
    ux /= l;
    uy /= l;
    uz /= l;
    const vx = ny * uz - nz * uy,
      vy = nz * ux - nx * uz,
      vz = nx * uy - ny * ux;
    const way = (lean: number, turn: number): void => {
      const a = Math.cos(lean),
        b = Math.sin(lean) * Math.cos(turn),
        c = Math.sin(lean) * Math.sin(turn);
      ray.direction.set(a * nx + b * ux + c * vx, a * ny + b * uy + c * vy, a * nz + b * uz + c * vz);
      if (ray.direction.z < DOWN) return;
      out[i * 2 + 1]++;
      ray.origin.set(px, py, pz);
      if (!bvh.raycastFirst(ray, DoubleSide, clear)) out[i * 2]++;
    };
    way(0, 0);
    for (const deg of LEANS_DEG) for (let k = 0; k < AROUND; k++) way((deg * Math.PI) / 180, ((k + 0.5) * 2 * Math.PI) / AROUND);
  }
  return out;
}
