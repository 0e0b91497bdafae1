/** A section through a board along a straight line: its foam with what is cut into it, and the layers on that. */
import { counterClockwise, type Ring } from "../lay";
import { thicknessOf } from "./boards";
import { methodById } from "./methods";
import { isKeepClear, type Board, type GroundLayer, type GroundZone } from "./said";

/** Where a line y = `at` (or x = `at`) runs through an outline: from, to, from, to … mm along it. */
export function spansOf(ring: Ring, at: number, across: 0 | 1 = 0): number[] {
  const out: number[] = [];
  const [u, v] = across === 0 ? [0, 1] : [1, 0];
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const a = ring[j + v],
      b = ring[i + v];
    if (a > at !== b > at) out.push(ring[j + u] + ((ring[i + u] - ring[j + u]) * (at - a)) / (b - a));
  }
  return out.sort((p, q) => p - q);
}

/** A line across a board: along x at y, or along y at x, mm. */
export interface AtLine {
  mm: number;
  across: 0 | 1;
}

interface SectionLayer {
  layerId: string;
  zoneId: string;
  /** Lower and upper side at each place, mm above the board's underside; NaN where it does not lie. */
  from: Float64Array;
  to: Float64Array;
  poured: boolean;
}

export interface Section {
  /** Places along the line, mm. */
  at: Float64Array;
  /** The top of the board as it is cut and built up. */
  base: Float64Array;
  /** The top of all that lies on it. */
  top: Float64Array;
  layers: SectionLayer[];
  thicknessMm: number;
}

/** Places along a section. */
const PLACES = 320;

/** How far in from the edge of its zone a place lies, over the slope: its share of the zone's level, 0 to 1. */
const risen = (inMm: number, levelMm: number, slopeDeg: number): number =>
  slopeDeg >= 89.9 ? 1 : Math.min(1, (inMm * Math.tan((slopeDeg * Math.PI) / 180)) / Math.max(1e-9, Math.abs(levelMm)));

/** How far a bank runs in from the edge of its zone until it is as high or as deep as the zone, mm. */
export const bankRunMm = ({ levelMm, slopeDeg }: Pick<GroundZone, "levelMm" | "slopeDeg">): number =>
  slopeDeg >= 89.9 ? 0 : Math.abs(levelMm) / Math.tan((slopeDeg * Math.PI) / 180);

/**
 * @param across 0: along x at y = `at`; 1: along y at x = `at`
 * @param layers from below; what is poured is level, all else follows what is below it. Banks lean in from the zone's edge on the line
 */
export function sectionOf(
  board: Board,
  zones: readonly GroundZone[],
  layers: readonly GroundLayer[],
  at: number,
  across: 0 | 1 = 0,
): Section {
  const thicknessMm = thicknessOf(board.layers);
  const span = spansOf(counterClockwise(board.outlineMm), at, across);
  const [from, to] = [span[0] ?? 0, span[span.length - 1] ?? 0];
  const places = Float64Array.from({ length: PLACES + 1 }, (_, i) => from + ((to - from) * i) / PLACES);
  const base = new Float64Array(PLACES + 1).fill(thicknessMm);
  const own = zones
    .filter((z) => z.boardId === board.id && !isKeepClear(z.is))
    .map((zone) => ({ zone, spans: spansOf(zone.outlineMm, at, across) }));
  for (const { zone, spans } of own)
    for (let k = 0; k + 1 < spans.length; k += 2)
      places.forEach((x, i) => {
        if (x < spans[k] || x > spans[k + 1]) return;
        // The rim of the board is no bank: what is cut runs out at it.
        const left = spans[k] <= from + 1e-6 ? Infinity : x - spans[k],
          right = spans[k + 1] >= to - 1e-6 ? Infinity : spans[k + 1] - x;
        base[i] += zone.levelMm * risen(Math.min(left, right), zone.levelMm, zone.slopeDeg);
      });
  const top = base.slice();
  const out: SectionLayer[] = [];
  for (const layer of layers) {
    const found = own.find(({ zone }) => zone.id === layer.zoneId);
    const kind = methodById(layer.methodId)?.makeup.kind;
    if (!found || kind === "scored") continue;
    const poured = kind === "pour";
    const lower = new Float64Array(PLACES + 1).fill(NaN),
      upper = new Float64Array(PLACES + 1).fill(NaN);
    for (let k = 0; k + 1 < found.spans.length; k += 2) {
      const inside = Array.from(places.keys()).filter((i) => places[i] >= found.spans[k] && places[i] <= found.spans[k + 1]);
      // A pour fills from its lowest place.
      const floor = Math.min(...inside.map((i) => top[i]));
      for (const i of inside) {
        const level = poured ? floor + layer.depthMm : top[i] + layer.depthMm;
        if (level <= top[i]) continue;
        lower[i] = top[i];
        upper[i] = level;
        top[i] = level;
      }
    }
    out.push({ layerId: layer.id, zoneId: layer.zoneId, from: lower, to: upper, poured });
  }
  return { at: places, base, top, layers: out, thicknessMm };
}
