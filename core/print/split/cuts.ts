/**
 * Where a part that is too long may be cut: sections along an axis, and the positions that cost least. A cut costs by its section, by how
 * much of its seam is seen, and less where the shape has an edge of its own; pieces must fit the printer. Sections by the slicer; the best
 * set of cuts by dynamic programming over the positions.
 */
import { boundsOf, turnMesh, TURNS, type Mesh, type Topology, type Up } from "../../mesh";
import { sliceMesh, type Contours } from "../../slice";
import { simplified } from "../estimate/contour";
import { usableMm } from "../fit";
import type { PrintProfile } from "../printers";
import type { Marks } from "../orient/hold";

/** Raise it when cuts are found differently. */
export const CUTS_VERSION = 2;

export type Axis = "x" | "y" | "z";
export const AXES: Axis[] = ["x", "y", "z"];
const UP_OF: Record<Axis, Up> = { x: "+x", y: "+y", z: "+z" };

export interface SectionAt {
  /** Along the axis, model mm, in the mesh's own place. */
  atMm: number;
  areaMm2: number;
  seamMm: number;
  /** Share of the seam that is seen, 0..1. */
  seen: number;
  /** To be drawn: upright as the part stands. */
  contours: { points: number[]; ends: number[] };
}

export interface AxisCuts {
  axis: Axis;
  fromMm: number;
  toMm: number;
  sections: SectionAt[];
  /** Places in `sections` where it is best cut so that every piece fits; null where no number of cuts makes it fit. */
  proposed: number[] | null;
  /** Pieces may be so long, mm. */
  roomMm: number;
}

/** Sections along each axis. */
const SECTIONS = 96;
/** Cuts along one axis, at most. */
const MOST_CUTS = 7;
/** A change of section by this share within a step is an edge of the shape. */
const EDGE_SHARE = 0.12;
/** Costs that differ by less are the same: sums of lengths come in another order from another mesh. */
const SAME = 1e-6;
/** What a cut half way between even ones costs more. */
const EVEN = 0.05;
/** Points of a drawn section nearer than this to a straight line are left out, mm. */
const DRAWN_MM = 0.15;

/** What a cut costs, so that the parts of it can be compared: 1 for the largest section of the part. */
const cutCost = (s: SectionAt, edge: boolean, most: { areaMm2: number; seamMm: number }): number =>
  (most.areaMm2 > 0 ? s.areaMm2 / most.areaMm2 : 0) +
  (most.seamMm > 0 ? (0.7 * s.seamMm * (0.3 + 0.7 * s.seen)) / most.seamMm : 0) -
  (edge ? 0.1 : 0);

/** @param mesh model mm */
export function cutsOf(mesh: Mesh, topology: Topology, printer: PrintProfile, marks: Marks): AxisCuts[] {
  return AXES.map((axis): AxisCuts => {
    const turned = turnMesh(mesh, TURNS[UP_OF[axis]]);
    const { min, max, size } = boundsOf(turned.positions);
    const step = size[2] / SECTIONS;
    const seenAt = seenAlong(turned, marks, min[2], step);
    const sections: SectionAt[] = [];
    const slicing = sliceMesh(turned, topology, Math.max(step, 1e-6), {
      onLayer: (k, raw) => {
        const drawn: Contours = simplified(raw, DRAWN_MM);
        sections.push({
          atMm: min[2] + (k + 0.5) * step,
          areaMm2: 0,
          seamMm: 0,
          seen: seenAt[Math.min(k, seenAt.length - 1)],
          contours: { points: uprightPoints(drawn.points, axis), ends: [...drawn.ends] },
        });
      },
    });
    sections.forEach((s, k) => {
      s.areaMm2 = Math.max(0, slicing.areaMm2[k]);
      s.seamMm = slicing.perimeterMm[k];
    });
    const roomMm = roomFor(size, printer);
    return { axis, fromMm: min[2], toMm: max[2], sections, proposed: bestCuts(sections, min[2], max[2], roomMm), roomMm };
  });
}

/** As somebody sees the section who looks along the axis: up is up. */
function uprightPoints(points: Float64Array, axis: Axis): number[] {
  const out: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [u, v] = [points[i], points[i + 1]];
    if (axis === "z") out.push(u, v);
    else if (axis === "y") out.push(u, -v);
    else out.push(v, -u);
  }
  return out;
}

/** How long a piece may be: the machine's longest side that leaves room for the other two, less a little; 0 where they fit nowhere. */
function roomFor(size: readonly number[], printer: PrintProfile): number {
  const usable = [...usableMm(printer)].sort((a, b) => b - a);
  const others = [size[0], size[1]].sort((a, b) => b - a);
  for (let i = 0; i < 3; i++) {
    const rest = usable.filter((_, k) => k !== i);
    if (others[0] <= rest[0] && others[1] <= rest[1]) return usable[i] - ROOM_LESS_MM;
  }
  return 0;
}
/** Pieces stay this much below what fits, for pegs and a brim, mm. */
const ROOM_LESS_MM = 2;

/** Share of each seam that is seen: every facet counts by the length that the section cuts of it, so that a finer mesh says the same. */
function seenAlong({ positions: p, indices }: Mesh, { seen }: Marks, low: number, step: number): Float64Array {
  const whole = new Float64Array(SECTIONS),
    visible = new Float64Array(SECTIONS);
  const at = (k: number): number => low + (k + 0.5) * step;
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [indices[t] * 3, indices[t + 1] * 3, indices[t + 2] * 3].sort((u, v) => p[u + 2] - p[v + 2]);
    const from = Math.max(0, Math.ceil((p[a + 2] - low) / step - 0.5)),
      to = Math.min(SECTIONS - 1, Math.floor((p[c + 2] - low) / step - 0.5));
    for (let k = from; k <= to; k++) {
      const z = at(k);
      const on = (u: number, v: number): [number, number] => {
        const f = p[v + 2] > p[u + 2] ? (z - p[u + 2]) / (p[v + 2] - p[u + 2]) : 0;
        return [p[u] + f * (p[v] - p[u]), p[u + 1] + f * (p[v + 1] - p[u + 1])];
      };
      const [x0, y0] = on(a, c),
        [x1, y1] = z < p[b + 2] ? on(a, b) : on(b, c);
      const length = Math.hypot(x1 - x0, y1 - y0);
      whole[k] += length;
      visible[k] += length * seen[t / 3];
    }
  }
  return whole.map((mm, k) => (mm > 0 ? visible[k] / mm : 1));
}

/** Cheapest positions so that no piece is longer than the room; fewest cuts first. */
export function bestCuts(sections: readonly SectionAt[], from: number, to: number, roomMm: number): number[] | null {
  const length = to - from;
  if (length <= roomMm) return [];
  if (!(roomMm > 0)) return null;
  const most = { areaMm2: Math.max(...sections.map((s) => s.areaMm2)), seamMm: Math.max(...sections.map((s) => s.seamMm)) };
  const edge = (k: number): boolean => {
    const [a, b] = [sections[Math.max(0, k - 1)].areaMm2, sections[Math.min(sections.length - 1, k + 1)].areaMm2];
    return Math.abs(a - b) > EDGE_SHARE * most.areaMm2;
  };
  const own = sections.map((s, k) => cutCost(s, edge(k), most));
  const cuts = Math.ceil(length / roomMm - 1e-9) - 1;
  for (let n = cuts; n <= MOST_CUTS; n++) {
    // Of what costs the same, pieces of about the same length.
    const even = length / (n + 1);
    const costs = own.map((c, k) => {
      const along = (sections[k].atMm - from) / even;
      return c + EVEN * Math.abs(along - Math.round(along));
    });
    // best[j][k]: least cost of j + 1 cuts, the last of them at k.
    let best = costs.map((c, k) => (sections[k].atMm - from <= roomMm ? c : Infinity));
    const came: Int32Array[] = [];
    for (let j = 1; j < n; j++) {
      const back = new Int32Array(sections.length).fill(-1);
      best = costs.map((c, k) => {
        let least = Infinity;
        for (let i = 0; i < k; i++) {
          const gap = sections[k].atMm - sections[i].atMm;
          if (gap <= roomMm && gap > length * 0.05 && best[i] < least - SAME) {
            least = best[i];
            back[k] = i;
          }
        }
        return least + c;
      });
      came.push(back);
    }
    let last = -1;
    best.forEach((c, k) => {
      if (to - sections[k].atMm <= roomMm && c < Infinity && (last < 0 || c < best[last] - SAME)) last = k;
    });
    if (last < 0) continue;
    const out = [last];
    for (let j = came.length - 1; j >= 0; j--) out.unshift(came[j][out[0]]);
    return out;
  }
  return null;
}
