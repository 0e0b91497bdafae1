/**
 * What is wrong with a plan: copies that stand in each other, beyond the rim, in water, out of reach, or where something must stay clear.
 * Boxes first, then true outlines (core/lay/meets); a hundred copies are judged within a frame.
 */
import {
  boxesMeet,
  boxOfRings,
  beyond,
  counterClockwise,
  distanceTo,
  isInside,
  ringsAt,
  selfCrossing,
  sharedPlace,
  type Box2,
  type Foot,
  type Ring,
} from "../lay";
import { thicknessOf } from "./boards";
import { isKeepClear, type Board, type GroundZone, type KeepClear, type Standing } from "./said";

/** What a copy covers as it stands and leans, as far as it is known. */
export type FootShape = Pick<Foot, "foot" | "shadow" | "widthMm" | "depthMm" | "heightMm">;

export type PlanFault = { at: [number, number] } & (
  | { kind: "overlap" | "over"; ids: [string, string] }
  | { kind: "rim" | "hangs" | "reach"; id: string; mm: number }
  | { kind: "larger" | "off" | "unknown"; id: string }
  | { kind: "keep"; id: string; zoneId: string; keep: KeepClear }
  | { kind: "water"; id: string; zoneId: string }
  | { kind: "path"; zoneId: string; passMm: number; ballMm: number }
  | { kind: "crosses" | "outside"; zoneId: string }
  | { kind: "deep"; zoneId: string; mm: number }
);

/** As far as a hand reaches over a board, mm. Common practice, no source. */
export const REACH_MM = 600;

/** A copy where it is: on which board, from which height to which above that board's top. */
export interface Placed {
  standing: Standing;
  boardId: string | null;
  fromMm: number;
  toMm: number;
  foot: Ring[];
  shadow: Ring[];
  box: Box2;
  footBox: Box2;
}

/** Where everything stands; what stands on a copy stands as high as that one is. Circles of copies on copies stand on the table. */
export function placedOn(standings: readonly Standing[], shapeOf: (s: Standing) => FootShape | undefined): Map<string, Placed | null> {
  const byId = new Map(standings.map((s) => [s.id, s]));
  const out = new Map<string, Placed | null>();
  const floorOf = (s: Standing, seen: readonly string[]): { boardId: string | null; mm: number } => {
    if (s.on.kind === "table") return { boardId: null, mm: 0 };
    if (s.on.kind === "board") return { boardId: s.on.boardId, mm: 0 };
    const under = byId.get(s.on.standingId);
    if (!under || seen.includes(under.id)) return { boardId: null, mm: 0 };
    const below = floorOf(under, [...seen, under.id]);
    const shape = shapeOf(under);
    return { boardId: below.boardId, mm: below.mm + under.liftMm + (shape?.heightMm ?? 0) };
  };
  for (const s of standings) {
    const shape = shapeOf(s);
    if (!shape) {
      out.set(s.id, null);
      continue;
    }
    const floor = floorOf(s, [s.id]);
    const shadow = ringsAt({ rings: shape.shadow }, s),
      foot = ringsAt({ rings: shape.foot }, s);
    const fromMm = floor.mm + s.liftMm;
    out.set(s.id, {
      standing: s,
      boardId: floor.boardId,
      fromMm,
      toMm: fromMm + shape.heightMm,
      foot,
      shadow,
      box: boxOfRings(shadow),
      footBox: boxOfRings(foot),
    });
  }
  return out;
}

const middleOf = (ring: Ring): [number, number] => {
  let x = 0,
    y = 0;
  for (let i = 0; i < ring.length; i += 2) {
    x += ring[i];
    y += ring[i + 1];
  }
  return [(2 * x) / ring.length, (2 * y) / ring.length];
};

/** Less than this apart in height is not in each other, mm: what is sunk in a little still stands on. */
const STAND_MM = 0.5;

/** All that is wrong with one board, what is worst first as it is found. */
export function checkPlan(
  board: Board,
  standings: readonly Standing[],
  zones: readonly GroundZone[],
  shapeOf: (s: Standing) => FootShape | undefined,
): PlanFault[] {
  const outline = [counterClockwise(board.outlineMm)];
  const boardBox = boxOfRings(outline);
  const faults: PlanFault[] = [];
  const own = zones
    .filter((z) => z.boardId === board.id)
    .map((z) => ({ zone: z, rings: [counterClockwise(z.outlineMm)], box: boxOfRings([z.outlineMm]) }));
  for (const { zone, rings } of own) {
    const at = selfCrossing(zone.outlineMm);
    if (at) faults.push({ kind: "crosses", zoneId: zone.id, at });
    if (!isKeepClear(zone.is) && beyond(rings, outline) > 1)
      faults.push({ kind: "outside", zoneId: zone.id, at: middleOf(zone.outlineMm) });
    const deep = -zone.levelMm - thicknessOf(board.layers);
    if (deep >= 0) faults.push({ kind: "deep", zoneId: zone.id, mm: deep, at: middleOf(zone.outlineMm) });
  }
  const all = [...placedOn(standings, shapeOf)];
  for (const [id, p] of all)
    if (!p && standings.find((s) => s.id === id)?.on.kind === "board") faults.push({ kind: "unknown", id, at: [0, 0] });
  const here = all.flatMap(([, p]) => (p && p.boardId === board.id ? [p] : []));
  for (const p of here) faults.push(...ofOne(p, board, outline, boardBox, own));
  for (let i = 0; i < here.length; i++)
    for (let j = i + 1; j < here.length; j++) {
      const [a, b] = [here[i], here[j]];
      if (!boxesMeet(a.box, b.box)) continue;
      if (Math.min(a.toMm, b.toMm) - Math.max(a.fromMm, b.fromMm) <= STAND_MM) continue;
      const ids: [string, string] = [a.standing.id, b.standing.id];
      const feet = boxesMeet(a.footBox, b.footBox) ? sharedPlace(a.foot, b.foot) : null;
      if (feet) faults.push({ kind: "overlap", ids, at: feet });
      else {
        const over = sharedPlace(a.shadow, b.shadow);
        if (over) faults.push({ kind: "over", ids, at: over });
      }
    }
  for (const { zone } of own) {
    if (zone.is !== "path" && zone.is !== "dice") continue;
    const ballMm = clearOf(zone);
    if (ballMm <= 0) continue;
    const { mm: passMm, at } = widestWay(
      zone.outlineMm,
      here.filter((p) => p.fromMm < ballMm && p.toMm > STAND_MM).map((p) => p.shadow),
    );
    if (passMm < ballMm) faults.push({ kind: "path", zoneId: zone.id, passMm, ballMm, at });
  }
  return faults;
}

/** What must pass: a ball as it is, a die of that edge by its diagonal, a·√3. */
export const clearOf = ({ is, ballMm }: Pick<GroundZone, "is" | "ballMm">): number => (is === "dice" ? ballMm * Math.sqrt(3) : ballMm);

function ofOne(
  p: Placed,
  board: Board,
  outline: readonly Ring[],
  boardBox: Box2,
  zones: readonly { zone: GroundZone; rings: Ring[]; box: Box2 }[],
): PlanFault[] {
  const { id, xMm, yMm } = p.standing;
  const at: [number, number] = [xMm, yMm];
  const [w, d] = [p.box.x1 - p.box.x0, p.box.y1 - p.box.y0];
  const [bw, bd] = [boardBox.x1 - boardBox.x0, boardBox.y1 - boardBox.y0];
  if (Math.min(w, d) > Math.min(bw, bd) || Math.max(w, d) > Math.max(bw, bd)) return [{ kind: "larger", id, at }];
  if (!boxesMeet(p.box, boardBox)) return [{ kind: "off", id, at }];
  const out: PlanFault[] = [];
  const rim = beyond(p.foot, outline);
  if (rim > 0.1) out.push({ kind: "rim", id, mm: rim, at });
  else {
    if (board.rimMm > 0) {
      let nearest = Infinity;
      for (const ring of p.foot)
        for (let i = 0; i < ring.length; i += 2) nearest = Math.min(nearest, distanceTo(outline, ring[i], ring[i + 1]));
      if (nearest < board.rimMm - 0.1) out.push({ kind: "rim", id, mm: nearest - board.rimMm, at });
    }
    const hangs = beyond(p.shadow, outline);
    if (hangs > 0.1) out.push({ kind: "hangs", id, mm: hangs, at });
  }
  const reach = distanceTo(outline, xMm, yMm);
  if (reach > REACH_MM) out.push({ kind: "reach", id, mm: reach, at });
  for (const { zone, rings, box } of zones) {
    if (zone.is === "path" || zone.is === "dice") continue;
    const keep = isKeepClear(zone.is) ? zone.is : null;
    // What stands above all that moves is not in its way.
    if ((keep === "slides" || keep === "turns") && zone.ballMm > 0 && p.fromMm >= zone.ballMm) continue;
    const [own, ownBox] = keep ? [p.shadow, p.box] : [p.foot, p.footBox];
    if ((!keep && zone.is !== "water") || !boxesMeet(ownBox, box)) continue;
    const place = sharedPlace(own, rings);
    if (place) out.push(keep ? { kind: "keep", id, zoneId: zone.id, keep, at: place } : { kind: "water", id, zoneId: zone.id, at: place });
  }
  return out;
}

/** Cells along the longer side of a way. */
const CELLS = 80;

/**
 * The largest ball that rolls from one end of a way to the other past obstacles: cells are taken in the order of their distance to the nearest
 * obstacle until both ends hang together (a widest path, Kruskal 1956). Off by a cell at most.
 * @returns across, mm; Infinity where nothing stands in the way. `at`: the narrowest place
 */
export function widestWay(outline: Ring, obstacles: readonly (readonly Ring[])[]): { mm: number; at: [number, number] } {
  const box = boxOfRings([outline]);
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  if (obstacles.length === 0) return { mm: Infinity, at: middleOf(outline) };
  const cell = Math.max(w, h) / CELLS;
  const columns = Math.max(1, Math.round(w / cell)),
    rows = Math.max(1, Math.round(h / cell));
  const along = w >= h;
  const clear = new Float64Array(columns * rows).fill(-1);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const x = box.x0 + ((c + 0.5) * w) / columns,
        y = box.y0 + ((r + 0.5) * h) / rows;
      if (!isInside([outline], x, y)) continue;
      let least = Infinity;
      for (const rings of obstacles) least = isInside(rings, x, y) ? 0 : Math.min(least, distanceTo(rings, x, y));
      clear[r * columns + c] = least;
    }
  // Ends: the first and the last tenth of the way.
  const START = clear.length,
    END = clear.length + 1;
  const parent = Int32Array.from({ length: clear.length + 2 }, (_, i) => i);
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  const order = Array.from(clear.keys())
    .filter((i) => clear[i] > 0)
    .sort((a, b) => clear[b] - clear[a]);
  const open = new Uint8Array(clear.length);
  for (const i of order) {
    open[i] = 1;
    const c = i % columns,
      r = (i - c) / columns;
    const part = along ? (c + 0.5) / columns : (r + 0.5) / rows;
    if (part < 0.1) parent[find(i)] = find(START);
    if (part > 0.9) parent[find(i)] = find(END);
    for (const [dc, dr] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
      [1, 1],
      [1, -1],
      [-1, 1],
      [-1, -1],
    ]) {
      const [cc, rr] = [c + dc, r + dr];
      if (cc >= 0 && rr >= 0 && cc < columns && rr < rows && open[rr * columns + cc]) parent[find(i)] = find(rr * columns + cc);
    }
    if (find(START) === find(END)) return { mm: 2 * clear[i], at: [box.x0 + ((c + 0.5) * w) / columns, box.y0 + ((r + 0.5) * h) / rows] };
  }
  return { mm: 0, at: middleOf(outline) };
}
