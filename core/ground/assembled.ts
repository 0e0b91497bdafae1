/** A board with what stands on it as one mesh, in the lengths of the board. */
import { ShapeUtils, Vector2 } from "three";
import { scaleMesh, turnMesh, type Mesh, type Turn } from "../mesh";
import { counterClockwise, distanceTo, isInside, type Foot, type Ring } from "../lay";
import { isKeepClear, type GroundZone, type Standing, type ZoneIs } from "./said";

/** How a copy stands: which way up, by what its foot was centred, where, and how high its lowest point is above the board. */
export interface StoodCopy extends Pick<Foot, "midMm">, Pick<Standing, "xMm" | "yMm" | "turnDeg"> {
  turn: Turn;
  factor: number;
  fromMm: number;
}

/** A mesh as its file has it, as this copy of it stands. */
export function stoodMesh(file: Mesh, { turn, factor, midMm, xMm, yMm, turnDeg, fromMm }: StoodCopy): Mesh {
  const { positions, indices } = turnMesh(scaleMesh(file, factor), turn);
  const out = new Float32Array(positions.length);
  const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  for (let i = 0; i < out.length; i += 3) {
    const [x, y] = [positions[i] - midMm[0], positions[i + 1] - midMm[1]];
    out[i] = c * x - s * y + xMm;
    out[i + 1] = s * x + c * y + yMm;
    out[i + 2] = positions[i + 2] - midMm[2] + fromMm;
  }
  return { positions: out, indices };
}

/** Meshes one after the other; `begins[k]`: the first facet of the k-th. */
export function joinedMesh(meshes: readonly Mesh[]): { mesh: Mesh; begins: number[] } {
  const sum = (of: (m: Mesh) => number): number => meshes.reduce((s, m) => s + of(m), 0);
  const positions = new Float32Array(sum((m) => m.positions.length)),
    indices = new Uint32Array(sum((m) => m.indices.length));
  const begins: number[] = [];
  let p = 0,
    i = 0;
  for (const m of meshes) {
    begins.push(i / 3);
    positions.set(m.positions, p);
    for (const corner of m.indices) indices[i++] = corner + p / 3;
    p += m.positions.length;
  }
  return { mesh: { positions, indices }, begins };
}

/** The top of a board as a flat mesh. */
export function topOfBoard(outlineMm: Ring): Mesh {
  const ring = counterClockwise(outlineMm);
  const corners = Array.from({ length: ring.length / 2 }, (_, i) => new Vector2(ring[i * 2], ring[i * 2 + 1]));
  return {
    positions: Float32Array.from(corners.flatMap(({ x, y }) => [x, y, 0])),
    indices: Uint32Array.from(ShapeUtils.triangulateShape(corners, []).flat()),
  };
}

/** What people walk on; earth, mud and grass may be a way too, which nobody said. */
const WALKED: ReadonlySet<ZoneIs> = new Set(["paving", "gravel"]);

/** The ground at a place: how high it lies above the board's top without its banks, and how far it is to where people walk, mm. */
export function groundAt(zones: readonly GroundZone[]): {
  levelMm: (x: number, y: number) => number;
  toWayMm: (x: number, y: number) => number;
} {
  const ground = zones.filter((z) => !isKeepClear(z.is)).map((z) => ({ ...z, rings: [z.outlineMm] }));
  const ways = ground.filter((z) => WALKED.has(z.is));
  return {
    levelMm: (x, y) => ground.findLast((z) => isInside(z.rings, x, y))?.levelMm ?? 0,
    toWayMm: (x, y) => Math.min(Infinity, ...ways.map((z) => (isInside(z.rings, x, y) ? 0 : distanceTo(z.rings, x, y)))),
  };
}
