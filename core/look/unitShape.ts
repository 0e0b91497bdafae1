/** Parts that are one piece before paint, drawn as one: from the front, where their joints say that they stand. */
import type { Joint } from "../joint";

/** Corners of a part's box in its file, at the size it is printed, mm. */
export interface UnitBox {
  min: readonly [number, number, number];
  max: readonly [number, number, number];
  /** Model size ÷ file size. */
  factor: number;
}

interface UnitPiece {
  id: string;
  /** Lower left corner, from that of the whole, and size as one sees it, mm. */
  xMm: number;
  zMm: number;
  wideMm: number;
  highMm: number;
  /** What one sees of it: its front, its front from behind, or a side that is not drawn. */
  shows: "front" | "back" | "side";
}

interface Pose {
  at: [number, number, number];
  turnDeg: number;
}

/** Between parts of which nobody said where they meet, as a share of what is there. */
const APART = 0.06;

const turned = ([x, y, z]: readonly [number, number, number], deg: number): [number, number, number] => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [c * x - s * y, s * x + c * y, z];
};

/** As the first part of a unit stands: all that hangs on it by positions of joints, in its lengths. */
function posesFrom(
  first: string,
  joints: readonly { a: string; b: string; place: NonNullable<Joint["place"]> }[],
  factorOf: (id: string) => number,
): Map<string, Pose> {
  const poses = new Map<string, Pose>([[first, { at: [0, 0, 0], turnDeg: 0 }]]);
  for (let grew = true; grew;) {
    grew = false;
    for (const { a, b, place } of joints) {
      const [pa, pb] = [poses.get(a), poses.get(b)];
      if ((pa === undefined) === (pb === undefined)) continue;
      const inB = place.atMm.map((v) => v * factorOf(b)) as [number, number, number];
      if (pb) {
        const by = turned(inB, pb.turnDeg);
        poses.set(a, { at: pb.at.map((v, k) => v + by[k]) as Pose["at"], turnDeg: pb.turnDeg + place.turnDeg });
      } else if (pa) {
        const turnDeg = pa.turnDeg - place.turnDeg;
        const by = turned(inB, turnDeg);
        poses.set(b, { at: pa.at.map((v, k) => v - by[k]) as Pose["at"], turnDeg });
      }
      grew = true;
    }
  }
  return poses;
}

/** How a turned box is seen from the front. */
function seen(id: string, { min, max }: UnitBox, { at, turnDeg }: Pose): UnitPiece {
  const xs = [min[0], max[0]].flatMap((x) => [min[1], max[1]].map((y) => turned([x, y, 0], turnDeg)[0]));
  const x0 = Math.min(...xs);
  const quarter = ((turnDeg % 360) + 360) % 360;
  return {
    id,
    xMm: x0 + at[0],
    zMm: min[2] + at[2],
    wideMm: Math.max(...xs) - x0,
    highMm: max[2] - min[2],
    shows: quarter === 0 ? "front" : quarter === 180 ? "back" : "side",
  };
}

/** A position said at a joint is kept; what has none stands to the right of what has. */
export function unitShape(
  unit: readonly string[],
  joints: readonly Joint[],
  boxOf: (id: string) => UnitBox,
): { pieces: UnitPiece[]; wideMm: number; highMm: number } {
  const known = joints.flatMap(({ a, b, place }) =>
    place && b.kind === "part" && unit.includes(a) && unit.includes(b.partId) ? [{ a, b: b.partId, place }] : [],
  );
  const pieces: UnitPiece[] = [];
  for (const id of unit) {
    if (pieces.some((p) => p.id === id)) continue;
    const group = [...posesFrom(id, known, (of) => boxOf(of).factor)].map(([of, pose]) => seen(of, boxOf(of), pose));
    const [x0, z0] = [Math.min(...group.map((p) => p.xMm)), Math.min(...group.map((p) => p.zMm))];
    const right = Math.max(0, ...pieces.map((p) => p.xMm + p.wideMm)) * (1 + APART);
    pieces.push(...group.map((p) => ({ ...p, xMm: p.xMm - x0 + right, zMm: p.zMm - z0 })));
  }
  return {
    pieces,
    wideMm: Math.max(...pieces.map((p) => p.xMm + p.wideMm)),
    highMm: Math.max(...pieces.map((p) => p.zMm + p.highMm)),
  };
}
