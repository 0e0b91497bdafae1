/**
 * What denser walls and infill in a slab of a filament part do: for its strength by its weakest section, for its mass by all of it.
 * A section carries by its filled area in tension and by its section modulus in bending (second moment ÷ distance of the outermost
 * fibre); infill counts by its density. The section that gives way first need not be the same pulled and bent, now and then: each is
 * looked for by itself. Sections by polygon sums (Green's theorem), exact.
 */
import { boundsOf, turnMesh, TURNS, type Mesh, type Topology, type Up } from "../mesh";
import { contoursOf, regionOf, scoped, sliceMesh, type Contours, type Solids } from "../slice";
import type { FilamentProfile } from "./printers";

/** Raise it when strength is reckoned differently. */
export const STRENGTH_VERSION = 3;

/** Where it is printed otherwise: between two heights above the part's low end along an axis, model mm. */
export interface Slab {
  id: string;
  axis: "x" | "y" | "z";
  fromMm: number;
  toMm: number;
  infill: number;
  wallLines: number;
}

export interface Strengthened {
  id: string;
  /** Weakest section when it is pulled, how far from the low end it lies, mm and mm²; null where the slab holds nothing of the part. */
  section: { atMm: number; areaMm2: number } | null;
  /** How many times what it carries now until its weakest section gives way: pulled, and bent about its weaker axis. */
  tension: number;
  bending: number;
  addedG: number;
}

const UP_OF: Record<Slab["axis"], Up> = { x: "+x", y: "+y", z: "+z" };
/** Sections that are looked at in a slab. */
const SECTIONS = 24;

export interface Moments {
  areaMm2: number;
  /** About the weaker of the two main axes through the centroid, mm⁴. */
  leastMm4: number;
}

/** Area and least second moment of a region by its contours. */
export function momentsOf(contours: Contours): Moments {
  const sum = rawMoments(contours);
  return { areaMm2: sum.a, leastMm4: leastOf(sum) };
}

interface Raw {
  a: number;
  sx: number;
  sy: number;
  xx: number;
  yy: number;
  xy: number;
}

export function rawMoments({ points, ends }: Contours): Raw {
  const out: Raw = { a: 0, sx: 0, sy: 0, xx: 0, yy: 0, xy: 0 };
  let begin = 0;
  for (const end of ends) {
    for (let p = begin, q = end - 1; p < end; q = p++) {
      const x0 = points[q * 2],
        y0 = points[q * 2 + 1],
        x1 = points[p * 2],
        y1 = points[p * 2 + 1];
      const c = x0 * y1 - x1 * y0;
      out.a += c / 2;
      out.sx += (c * (x0 + x1)) / 6;
      out.sy += (c * (y0 + y1)) / 6;
      out.xx += (c * (x0 * x0 + x0 * x1 + x1 * x1)) / 12;
      out.yy += (c * (y0 * y0 + y0 * y1 + y1 * y1)) / 12;
      out.xy += (c * (x0 * y1 + 2 * x0 * y0 + 2 * x1 * y1 + x1 * y0)) / 24;
    }
    begin = end;
  }
  return out;
}

function leastOf({ a, sx, sy, xx, yy, xy }: Raw): number {
  if (a <= 0) return 0;
  const ixx = xx - (sx * sx) / a,
    iyy = yy - (sy * sy) / a,
    ixy = xy - (sx * sy) / a;
  return (ixx + iyy) / 2 - Math.hypot((ixx - iyy) / 2, ixy);
}

/** Section modulus about the weaker main axis, mm³: second moment ÷ how far the outline reaches from that axis. */
export function modulusOf(raw: Raw, { points }: Contours): number {
  const { a, sx, sy, xx, yy, xy } = raw;
  if (a <= 0) return 0;
  const ixx = xx - (sx * sx) / a,
    iyy = yy - (sy * sy) / a,
    ixy = xy - (sx * sy) / a;
  // Across the weaker axis: ixx sums squares of x, so the direction in which the section reaches least.
  const angle = Math.atan2(2 * ixy, ixx - iyy) / 2 + Math.PI / 2;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  let reach = 0;
  for (let i = 0; i < points.length; i += 2) reach = Math.max(reach, Math.abs((points[i] - sx / a) * c + (points[i + 1] - sy / a) * s));
  return reach > 0 ? leastOf(raw) / reach : 0;
}

/** A section whose inside is filled less densely than its walls. */
const filled = (whole: Raw, inside: Raw, infill: number): Raw => {
  const less = 1 - infill;
  return {
    a: whole.a - less * inside.a,
    sx: whole.sx - less * inside.sx,
    sy: whole.sy - less * inside.sy,
    xx: whole.xx - less * inside.xx,
    yy: whole.yy - less * inside.yy,
    xy: whole.xy - less * inside.xy,
  };
};

/** @param mesh model mm, as the part stands in its file */
export function strengthened(
  solids: Solids,
  mesh: Mesh,
  topology: Topology,
  profile: FilamentProfile,
  slabs: readonly Slab[],
): Strengthened[] {
  return slabs.map((slab): Strengthened => {
    const none: Strengthened = { id: slab.id, section: null, tension: 1, bending: 1, addedG: 0 };
    const [from, to] = [Math.min(slab.fromMm, slab.toMm), Math.max(slab.fromMm, slab.toMm)];
    const turned = turnMesh(mesh, TURNS[UP_OF[slab.axis]]);
    const { min, max } = boundsOf(turned.positions);
    const low = min[2] + Math.max(0, from),
      high = Math.min(min[2] + to, max[2]);
    if (high - low < 1e-6) return none;
    const thick = (high - low) / SECTIONS;
    const sections: { at: number; areaMm2: number; tension: [number, number]; bending: [number, number] }[] = [];
    let addedMm3 = 0;
    sliceMesh(turned, topology, thick, {
      onLayer: (k, contours) => {
        const at = min[2] + (k + 0.5) * thick;
        if (at < low || at > high) return;
        scoped((keep) => {
          const region = keep(regionOf(solids, contours));
          const outline = contoursOf(region);
          const whole = rawMoments(outline);
          if (whole.a <= 0) return;
          const inside = (lines: number): Raw => rawMoments(contoursOf(keep(region.offset(-lines * profile.lineWidthMm, "Miter"))));
          const now = filled(whole, inside(profile.wallLines), profile.infill),
            then = filled(whole, inside(slab.wallLines), slab.infill);
          addedMm3 += (then.a - now.a) * thick;
          sections.push({
            at: at - min[2],
            areaMm2: whole.a,
            tension: [now.a, then.a],
            bending: [modulusOf(now, outline), modulusOf(then, outline)],
          });
        });
      },
    });
    if (sections.length === 0) return none;
    const gain = (by: "tension" | "bending"): number => {
      const [now, then] = [0, 1].map((i) => Math.min(...sections.map((x) => x[by][i])));
      return now > 0 ? then / now : 1;
    };
    const { at, areaMm2 } = sections.reduce((a, b) => (b.tension[0] < a.tension[0] ? b : a));
    return {
      id: slab.id,
      section: { atMm: at, areaMm2 },
      tension: gain("tension"),
      bending: gain("bending"),
      addedG: (addedMm3 / 1000) * profile.densityGCm3,
    };
  });
}
