/** What is wrong with a plate as it is laid: pieces that overlap or stand too near, that reach beyond the edges, or stand where nothing may. */
import { scoped, type Solids } from "../slice";
import type { Bed } from "./bed";
import type { Footprint } from "./footprint";
import { boxOfRings, regionOf, ringsAt, widenedRings, type Box2, type Lying, type Ring } from "./rings";

export type LayFault =
  | { kind: "overlap" | "near"; pieces: [string, string] }
  | { kind: "edge"; piece: string; beyondMm: number }
  | { kind: "zone"; piece: string; why: string }
  | { kind: "unknown"; piece: string };

/** What less than this shares is the arithmetic's, mm². */
const NOTHING_MM2 = 1e-3;
/** A hundredth of a millimetre is no fault. */
const SLACK_MM = 0.011;

/**
 * Faults of a plate, by the true outlines. Boxes first: only pieces whose boxes are near are looked at.
 * @param footprints of each piece; undefined while it is not known
 */
export function layFaults<P extends Lying & { id: string }>(
  solids: Solids,
  pieces: readonly P[],
  footprint: (piece: P) => Footprint | undefined,
  bed: Bed,
): LayFault[] {
  const faults: LayFault[] = [];
  const laid: { id: string; rings: Ring[]; box: Box2 }[] = [];
  for (const piece of pieces) {
    const own = footprint(piece);
    if (!own) {
      faults.push({ kind: "unknown", piece: piece.id });
      continue;
    }
    const rings = ringsAt(own, piece);
    const box = boxOfRings(rings);
    laid.push({ id: piece.id, rings, box });
    const beyondMm = Math.max(
      bed.edges.left - box.x0,
      box.x1 - (bed.widthMm - bed.edges.right),
      bed.edges.front - box.y0,
      box.y1 - (bed.depthMm - bed.edges.back),
    );
    if (beyondMm > SLACK_MM) faults.push({ kind: "edge", piece: piece.id, beyondMm });
    for (const e of bed.exclusions) {
      const zone: Ring = [e.xMm, e.yMm, e.xMm + e.widthMm, e.yMm, e.xMm + e.widthMm, e.yMm + e.depthMm, e.xMm, e.yMm + e.depthMm];
      if (near(box, boxOfRings([zone]), 0) && shares(solids, rings, [zone], 0)) faults.push({ kind: "zone", piece: piece.id, why: e.why });
    }
  }
  for (let i = 0; i < laid.length; i++)
    for (let j = i + 1; j < laid.length; j++) {
      const [a, b] = [laid[i], laid[j]];
      const gap = bed.spacingMm - SLACK_MM;
      if (!near(a.box, b.box, gap)) continue;
      if (shares(solids, a.rings, b.rings, 0)) faults.push({ kind: "overlap", pieces: [a.id, b.id] });
      else if (shares(solids, a.rings, b.rings, gap)) faults.push({ kind: "near", pieces: [a.id, b.id] });
    }
  return faults;
}

const near = (a: Box2, b: Box2, gap: number): boolean => a.x0 < b.x1 + gap && b.x0 < a.x1 + gap && a.y0 < b.y1 + gap && b.y0 < a.y1 + gap;

/** Do two outlines share area when a gap is laid round the first? */
function shares(solids: Solids, a: readonly Ring[], b: readonly Ring[], gapMm: number): boolean {
  return scoped((keep) => {
    const wide = keep(regionOf(solids, widenedRings(solids, a, gapMm)));
    return keep(wide.intersect(keep(regionOf(solids, b)))).area() > NOTHING_MM2;
  });
}
