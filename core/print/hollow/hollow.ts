/**
 * What hollowing a part would save, the wall that would remain, and where it must drain. The cavity is where the depth exceeds the wall;
 * what hangs together in it is a pocket, and every pocket needs a way out at its lowest place and air at its highest. Linear in voxels.
 */
import { boundsOf, turnRows, type Mesh, type Turn } from "../../mesh";
import { fail, ok, throwIfCancelled, type OnProgress, type Result } from "../../units";
import { depthField, voxelFor, type DepthField } from "./depth";

/** Raise it when hollowing is reckoned differently. */
export const HOLLOW_VERSION = 2;

export interface Hole {
  for: "drain" | "vent";
  /** On the surface, model mm. */
  atMm: [number, number, number];
  /** From the outside in, unit length. */
  towards: [number, number, number];
  /** Wall that it goes through, mm. */
  throughMm: number;
  diameterMm: number;
}

interface Pocket {
  volumeMm3: number;
  /** Deepest place of it: how far from the surface, mm. */
  deepestMm: number;
  holes: Hole[];
}

export interface Hollowing {
  wallMm: number;
  voxelMm: number;
  /** Of the part as it is. */
  solidMm3: number;
  /** What the pockets take out. */
  savedMm3: number;
  pockets: Pocket[];
  /** Too small to be worth a hole: they stay filled. */
  leftFilled: { count: number; volumeMm3: number };
  /** Thickest place, twice the depth, mm. */
  thickestMm: number;
}

/** Pockets smaller than this stay filled, mm³. Common practice, no source: a thimble of resin does not pay for a hole. */
export const LEAST_POCKET_MM3 = 500;
/** Holes of this diameter drain thick resin. Common practice, no source. */
const HOLE_MM = 3;
/** Voxel that is aimed at, mm. */
export const VOXEL_MM = 0.25;

const NEIGHBOURS = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
] as const;

/** A wall that leaves nothing hollow, and the part's thinnest side. */
export interface WallRefused {
  wallMm: number;
  leastMm: number;
}

export const wallTooThick = ({ wallMm, leastMm }: WallRefused): string =>
  `Two walls of ${wallMm} mm are thicker than the part, which is ${leastMm.toFixed(1)} mm at its thinnest side. Nothing would be hollow.`;

/**
 * @param mesh model mm, wound so that material lies behind each facet
 * @param turn how it will be printed: its lowest place drains
 * @throws when cancelled
 */
export function hollowing(
  mesh: Mesh,
  wallMm: number,
  turn: Turn,
  voxelMm = VOXEL_MM,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Result<Hollowing> {
  const { size } = boundsOf(mesh.positions);
  if (!(wallMm > 0)) return fail("hollow.wall", "Enter a wall above zero, such as 2 mm.");
  if (wallMm * 2 >= Math.min(...size)) return fail("hollow.thick", wallTooThick({ wallMm, leastMm: Math.min(...size) }));
  const depth = depthField(mesh, voxelFor(size, voxelMm), (f, phase) => onProgress?.(0.8 * f, phase), signal);
  const found = pocketsOf(depth, wallMm, turn, signal);
  onProgress?.(1, "pockets");
  return ok({ wallMm, voxelMm: depth.voxelMm, ...found });
}

/** Share of a voxel at this depth that lies deeper than the wall: the surface is taken for flat within it. */
const shareOf = (depthMm: number, wallMm: number, voxelMm: number): number => Math.min(1, Math.max(0, (depthMm - wallMm) / voxelMm + 0.5));

function pocketsOf(field: DepthField, wallMm: number, turn: Turn, signal?: AbortSignal): Omit<Hollowing, "wallMm" | "voxelMm"> {
  const { depthMm, size: n, voxelMm } = field;
  const cell = voxelMm ** 3;
  const total = depthMm.length;
  const pocketOf = new Int32Array(total).fill(-1);
  let solidMm3 = 0,
    thickest = 0;
  for (let i = 0; i < total; i++) {
    solidMm3 += shareOf(depthMm[i], 0, voxelMm) * cell;
    if (depthMm[i] > thickest) thickest = depthMm[i];
  }
  const stack: number[] = [];
  const pockets: Pocket[] = [];
  const leftFilled = { count: 0, volumeMm3: 0 };
  const up = turnRows(turn)[2];
  let savedMm3 = 0,
    labels = 0;
  const reaches = wallMm - voxelMm / 2;
  for (let seed = 0; seed < total; seed++) {
    if (depthMm[seed] <= wallMm || pocketOf[seed] >= 0) continue;
    throwIfCancelled(signal);
    const label = labels++;
    let volumeMm3 = 0,
      deepest = 0,
      low = Infinity,
      high = -Infinity,
      lowAt = seed,
      highAt = seed;
    pocketOf[seed] = label;
    stack.push(seed);
    while (stack.length > 0) {
      const at = stack.pop()!;
      volumeMm3 += shareOf(depthMm[at], wallMm, voxelMm) * cell;
      if (depthMm[at] <= wallMm) continue;
      const x = at % n[0],
        y = Math.floor(at / n[0]) % n[1],
        z = Math.floor(at / (n[0] * n[1]));
      if (depthMm[at] > deepest) deepest = depthMm[at];
      const height = x * up[0] + y * up[1] + z * up[2];
      if (height < low) [low, lowAt] = [height, at];
      if (height > high) [high, highAt] = [height, at];
      for (const [dx, dy, dz] of NEIGHBOURS) {
        const next = at + dx + dy * n[0] + dz * n[0] * n[1];
        if (pocketOf[next] >= 0 || depthMm[next] <= reaches) continue;
        pocketOf[next] = label;
        stack.push(next);
      }
    }
    if (volumeMm3 < LEAST_POCKET_MM3) {
      leftFilled.count++;
      leftFilled.volumeMm3 += volumeMm3;
      continue;
    }
    savedMm3 += volumeMm3;
    const drain = wayOut(field, lowAt, up, -1, "drain"),
      vent = wayOut(field, highAt, up, 1, "vent");
    pockets.push({ volumeMm3, deepestMm: deepest, holes: [drain, vent].filter((h) => h !== null) });
  }
  pockets.sort((a, b) => b.volumeMm3 - a.volumeMm3);
  return { solidMm3, savedMm3, pockets, leftFilled, thickestMm: 2 * thickest };
}

/** The shortest straight way to the outside along an axis of the file, that does not lead the wrong way: a drain not up, a vent not down. */
function wayOut(
  { depthMm, size: n, voxelMm, originMm }: DepthField,
  at: number,
  up: readonly number[],
  sense: 1 | -1,
  what: Hole["for"],
): Hole | null {
  const place = [at % n[0], Math.floor(at / n[0]) % n[1], Math.floor(at / (n[0] * n[1]))];
  let best: Hole | null = null,
    least = Infinity;
  for (const d of NEIGHBOURS) {
    const climbs = (d[0] * up[0] + d[1] * up[1] + d[2] * up[2]) * sense;
    if (climbs < -0.5) continue;
    let steps = 0,
      wall = 0,
      i = at;
    while (depthMm[i] > 0 && steps < Math.max(...n)) {
      i += d[0] + d[1] * n[0] + d[2] * n[0] * n[1];
      steps++;
      if (depthMm[i] > 0) wall++;
    }
    // Straight out of the lowest place it empties best; to the side it leaves a puddle.
    const cost = wall * (climbs > 0.5 ? 1 : 1.5);
    if (cost >= least) continue;
    least = cost;
    const end = place.map((v, k) => originMm[k] + (v + d[k] * steps) * voxelMm);
    best = {
      for: what,
      atMm: end as Hole["atMm"],
      towards: d.map((v) => -v || 0) as Hole["towards"],
      throughMm: steps * voxelMm,
      diameterMm: HOLE_MM,
    };
  }
  return best;
}
