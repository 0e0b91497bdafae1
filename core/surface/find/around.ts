/**
 * What lies behind and before each surface: how thick the wall is, by rays straight into the solid as `castAcross` measures them; and how
 * open it is to where somebody can look from, by rays outwards over the ground. n log n for the tree, then some ten rays a point.
 */
import { DoubleSide, Ray, Vector3 } from "three";
import { castAcross, treeOf, type Mesh, type MeshTree, type SurfacePoints, type Topology } from "../../mesh";
import { throwIfCancelled, type OnProgress } from "../../units";
import type { Surface, Surfaces } from "./surfaces";

/** Thickness under a surface, mm of the file: the least but for a twentieth of the points, and the usual one. */
export interface WallUnder {
  leastMm: number;
  usualMm: number;
  points: number;
}

/** A surface with what was found behind it and what marks say of it. */
export interface MappedSurface extends Surface {
  wall: WallUnder | null;
  /** Share of the ways out of it that lead into the open: 0 deep inside, 1 on a hill. */
  open: number;
  /** Share of its area that is marked as hidden, covered or mating. */
  marked: { hidden: number; covered: number; mating: number };
}

/** All surfaces of a mesh, in the size and the axes of its file. */
export interface SurfaceMap extends Pick<Surfaces, "bounds" | "areaMm2"> {
  list: MappedSurface[];
}

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
  const { positions: p, indices } = mesh;
  const tree = treeOf(mesh, topology.degenerate);
  const passed = new Float64Array(list.length),
    given = new Uint32Array(list.length);
  const of: number[] = [],
    at: number[] = [];
  for (let t = 0; t < surfaceOf.length; t++) {
    const s = surfaceOf[t];
    if (s < 0 || relief[t]) continue;
    const corner = (k: number): number[] => [0, 1, 2].map((c) => p[indices[t * 3 + k] * 3 + c]);
    const [a, b, c] = [corner(0), corner(1), corner(2)];
    const u = b.map((v, k) => v - a[k]),
      v = c.map((w, k) => w - a[k]);
    const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
    const l = Math.hypot(...n);
    passed[s] += l / 2;
    while (given[s] < POINTS && (given[s] + 0.5) * list[s].areaMm2 <= passed[s] * POINTS * (1 + 1e-6)) {
      // A sequence that fills the facet evenly (Roberts 2018).
      let x = (0.31 + given[s] * 0.7548776662466927) % 1,
        y = (0.17 + given[s] * 0.5698402909980532) % 1;
      if (x + y > 1) [x, y] = [1 - x, 1 - y];
      given[s]++;
      of.push(s);
      at.push(...a.map((w, k) => w + x * u[k] + y * v[k]), ...n.map((w) => w / l));
    }
  }
  const points: SurfacePoints = {
    at: Float64Array.from(at),
    share: new Float64Array(of.length),
    patches: list.length,
    all: true,
    spacingMm: 0,
  };
  const across = castAcross(tree, mesh, points, -1, false, (f) => onProgress?.(0.3 * f, "walls under it"), signal);
  const free = waysOut(tree, points, (f) => onProgress?.(0.3 + 0.7 * f, "who sees it"), signal);
  const thick: number[][] = list.map(() => []),
    open = list.map(() => ({ free: 0, ways: 0 }));
  for (let i = 0; i < of.length; i++) {
    if (Number.isFinite(across[i])) thick[of[i]].push(across[i]);
    open[of[i]].free += free[i * 2];
    open[of[i]].ways += free[i * 2 + 1];
  }
  return list.map((_, s) => {
    const mm = thick[s].sort((a, b) => a - b);
    return {
      wall: mm.length < 3 ? null : { leastMm: mm[Math.floor(mm.length * 0.05)], usualMm: mm[Math.floor(mm.length / 2)], points: given[s] },
      // What looks down is stood on, or looked at by nobody.
      open: open[s].ways > 0 ? open[s].free / open[s].ways : 0,
    };
  });
}

/** For each point, how many of its ways out are free, and how many it has. */
function waysOut(
  { bvh }: MeshTree,
  { at, share }: SurfacePoints,
  onProgress: (fraction: number) => void,
  signal?: AbortSignal,
): Uint8Array {
  const out = new Uint8Array(share.length * 2);
  const ray = new Ray(new Vector3(), new Vector3());
  for (let i = 0; i < share.length; i++) {
    if ((i & 127) === 0) {
      throwIfCancelled(signal);
      onProgress(i / share.length);
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
      ray.origin.set(px, py, pz).addScaledVector(ray.direction, 1e-3);
      if (!bvh.raycastFirst(ray, DoubleSide)) out[i * 2]++;
    };
    way(0, 0);
    for (const deg of LEANS_DEG) for (let k = 0; k < AROUND; k++) way((deg * Math.PI) / 180, ((k + 0.5) * 2 * Math.PI) / AROUND);
  }
  return out;
}
