/**
 * Cuts a part into pieces (Manifold's exact split) and gives each seam what holds it: pegs in holes, a key, or a dovetail that slides in.
 * What is added on one side is taken from the other with clearance, so that pieces sum to the whole less the clearance.
 */
import type { CrossSection, Manifold } from "manifold-3d";
import { boundsOf, type Mesh } from "../../mesh";
import { contoursOf, meshOfSolid, perimeterMm, scoped, solidOf, type Solids } from "../../slice";
import { fail, ok, type Result } from "../../units";
import { AXES, type Axis } from "./cuts";
import type { JointKind } from "./joints";

interface CutPiece {
  mesh: Mesh;
  volumeMm3: number;
}

export interface CutSeam {
  kind: JointKind;
  sectionMm2: number;
  seamMm: number;
  /** What holds it could not be placed: the section is too thin. */
  plainInstead: boolean;
}

export interface CutParts {
  pieces: CutPiece[];
  seams: CutSeam[];
  wholeMm3: number;
  /** Taken away for room round pegs and keys, mm³. */
  clearanceMm3: number;
}

/** A peg: so thick for the section, between these, and this many times as long as thick. Common practice, no source. */
const PEG = { least: 3, most: 8, share: 0.25, long: 1.2 };
/** Wall that must stay round a hole, in diameters. Common practice, no source. */
const WALL_DIAMETERS = 0.5;
/** The hole is deeper than the peg is long, for glue and dust, mm. */
const DEEPER_MM = 0.5;

/**
 * @param mesh model mm, closed
 * @param atMm along the axis, in any order; pieces come from low to high, seam i between pieces i and i + 1
 * @param clearanceMm on every side of what is plugged in
 */
export function cutParts(
  solids: Solids,
  mesh: Mesh,
  axis: Axis,
  atMm: readonly number[],
  kind: JointKind,
  clearanceMm: number,
): Result<CutParts> {
  if (atMm.length === 0) return fail("cut.none", "No cuts yet. Move one into the part.");
  const { min, max } = boundsOf(mesh.positions);
  const k = AXES.indexOf(axis);
  const order = [...atMm].sort((a, b) => a - b);
  for (const at of order)
    if (!(at > min[k] + 0.5 && at < max[k] - 0.5))
      return fail(
        "cut.outside",
        `A cut at ${(at - min[k]).toFixed(1)} mm lies outside the part, which is ${(max[k] - min[k]).toFixed(1)} mm long in that direction.`,
      );
  return scoped((keep) => {
    const whole = solidOf(solids, mesh);
    if (!whole) return fail("cut.open", "This mesh is not a closed solid. Repair it first in Parts, “Mesh and walls”.");
    keep(whole);
    const normal = AXES.map((a) => (a === axis ? 1 : 0)) as [number, number, number];
    const bodies: Manifold[] = [];
    const seams: CutSeam[] = [];
    let clearanceMm3 = 0;
    let rest: Manifold = whole;
    for (const at of order) {
      const [upper, lower] = rest.splitByPlane(normal, at);
      keep(upper);
      keep(lower);
      if (upper.isEmpty() || lower.isEmpty()) return fail("cut.missed", "The cut goes through a gap and separates nothing.");
      const joined = join(solids, keep, rest, lower, upper, axis, at, kind, clearanceMm);
      clearanceMm3 += joined.clearanceMm3;
      seams.push(joined.seam);
      bodies.push(joined.lower);
      rest = joined.upper;
    }
    bodies.push(rest);
    const pieces = bodies.map((b): CutPiece => ({ mesh: meshOfSolid(b), volumeMm3: b.volume() }));
    return ok({ pieces, seams, wholeMm3: whole.volume(), clearanceMm3 });
  });
}

type Keep = <C extends { delete: () => void }>(made: C) => C;

/** The section in a frame in which the cut's axis is up: x and y of the part run on as the other two axes in order. */
function framed(solid: Manifold, axis: Axis, back = false): Manifold {
  if (axis === "z") return solid.translate(0, 0, 0);
  // Cyclic: for x, (y, z, x); for y, (z, x, y).
  const m = axis === "x" ? [0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1] : [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0, 0, 0, 0, 1];
  const inverse = axis === "x" ? [0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0, 0, 0, 0, 1] : [0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1];
  return solid.transform((back ? inverse : m) as never);
}

function join(
  solids: Solids,
  keep: Keep,
  whole: Manifold,
  lower: Manifold,
  upper: Manifold,
  axis: Axis,
  atMm: number,
  kind: JointKind,
  clearanceMm: number,
) {
  const flat = keep(framed(lower, axis));
  const section = keep(flat.slice(atMm - 1e-3));
  const seam: CutSeam = { kind, sectionMm2: section.area(), seamMm: perimeterMm(contoursOf(section)), plainInstead: false };
  const plain = { lower, upper, seam, clearanceMm3: 0 };
  if (kind === "plain") return plain;
  const plugs =
    kind === "dovetail" ? dovetailOf(solids, keep, section, atMm, clearanceMm) : plugsOf(solids, keep, section, atMm, kind, clearanceMm);
  if (!plugs) return { ...plain, seam: { ...seam, kind: "plain" as const, plainInstead: true } };
  const plug = keep(framed(plugs.plug, axis, true)),
    socket = keep(framed(plugs.socket, axis, true));
  // Only what stays inside the part is plugged in, with a wall round it; its foot is sunk into the lower piece, so that they are one body
  // and do not only touch.
  const rooted = keep(plug.intersect(whole)),
    hole = keep(socket.intersect(upper));
  const fused = keep(lower.add(rooted));
  return { lower: fused, upper: keep(upper.subtract(hole)), seam, clearanceMm3: hole.volume() - (fused.volume() - lower.volume()) };
}

/** Pegs at the far ends of the section, or one key in its middle: as thick as it allows with a wall around. */
function plugsOf(solids: Solids, keep: Keep, section: CrossSection, atMm: number, kind: "pegs" | "key", clearanceMm: number) {
  for (const shrink of [1, 0.75, 0.55, 0.4]) {
    const box = section.bounds();
    const narrow = Math.min(box.max[0] - box.min[0], box.max[1] - box.min[1]);
    const thick = Math.min(PEG.most, Math.max(PEG.least, narrow * PEG.share)) * shrink;
    if (thick < PEG.least * 0.6) break;
    const room = keep(section.offset(-(thick / 2 + thick * WALL_DIAMETERS + clearanceMm), "Round"));
    if (room.isEmpty()) continue;
    const points = room.toPolygons().flat() as [number, number][];
    const long = thick * PEG.long;
    const made = (reach: number, grow: number): Manifold => {
      const at = kind === "pegs" ? farApart(points) : [middleOf(points)];
      const height = long + 1 + reach;
      const each = at.map(([x, y]) =>
        keep(
          kind === "pegs"
            ? keep(solids.Manifold.cylinder(height, thick / 2 + grow, thick / 2 + grow, 32)).translate(x, y, atMm - 1)
            : keep(solids.Manifold.cube([2 * thick + 2 * grow, thick + 2 * grow, height])).translate(
                x - thick - grow,
                y - thick / 2 - grow,
                atMm - 1,
              ),
        ),
      );
      return keep(solids.Manifold.union(each));
    };
    if (kind === "key") {
      // A key is twice as wide as thick: it must keep its wall too.
      const wide = keep(section.offset(-(thick + thick * WALL_DIAMETERS + clearanceMm), "Round"));
      if (wide.isEmpty()) continue;
      points.splice(0, points.length, ...(wide.toPolygons().flat() as [number, number][]));
    }
    return { plug: made(0, 0), socket: made(DEEPER_MM, clearanceMm) };
  }
  return null;
}

/** A tail along the section's longer side, through all of it, so that it slides in from the end. */
function dovetailOf(solids: Solids, keep: Keep, section: CrossSection, atMm: number, clearanceMm: number) {
  const { min, max } = section.bounds();
  const wide = max[0] - min[0],
    deep = max[1] - min[1];
  const across = Math.min(wide, deep);
  if (across < 12) return null;
  const neck = across * 0.25,
    tail = across * 0.4,
    high = across * 0.2;
  const tailed = keep(
    new solids.CrossSection(
      [
        [
          [-neck / 2, -1],
          [neck / 2, -1],
          [neck / 2, 0],
          [tail / 2, high],
          [-tail / 2, high],
          [-neck / 2, 0],
        ],
      ],
      "Positive",
    ),
  );
  const made = (grow: number): Manifold => {
    // Room is square to every side, the slanted flanks among them.
    const profile = grow > 0 ? keep(tailed.offset(grow, "Miter", 4)) : tailed;
    const length = Math.max(wide, deep) + 4;
    // Drawn with its height as y: stood up, then laid along the longer side.
    const bar = keep(keep(profile.extrude(length, 0, 0, [1, 1], true)).rotate([90, 0, 0]));
    const along = wide > deep ? keep(bar.rotate([0, 0, 90])) : bar;
    return keep(along.translate((min[0] + max[0]) / 2, (min[1] + max[1]) / 2, atMm));
  };
  return { plug: made(0), socket: made(clearanceMm) };
}

/** The two points that are farthest apart, or one where they are close. */
function farApart(points: readonly [number, number][]): [number, number][] {
  const [mx, my] = middleOf(points);
  const far = (from: readonly [number, number]): [number, number] =>
    points.reduce((a, b) => (Math.hypot(b[0] - from[0], b[1] - from[1]) > Math.hypot(a[0] - from[0], a[1] - from[1]) ? b : a));
  const a = far([mx, my]),
    b = far(a);
  return Math.hypot(a[0] - b[0], a[1] - b[1]) < 6 ? [a] : [a, b];
}

function middleOf(points: readonly [number, number][]): [number, number] {
  const mean = [0, 1].map((k) => points.reduce((sum, p) => sum + p[k], 0) / points.length);
  // Nearest of them: the mean of a ring lies outside it.
  return points.reduce((a, b) => (Math.hypot(b[0] - mean[0], b[1] - mean[1]) < Math.hypot(a[0] - mean[0], a[1] - mean[1]) ? b : a));
}
