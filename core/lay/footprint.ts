/** What a part covers of a plate when it lies as it is printed: its true outline, holes too, and what tells how well it stands. */
import { turnMesh, type Mesh, type Turn } from "../mesh";
import { scoped, solidOf, type Solids } from "../slice";
import { boxOfRings, ringArea, ringsOf, type Ring } from "./rings";
import { hullRing } from "./stance";

/** Raise it when footprints are made differently. */
export const FOOTPRINT_VERSION = 2;

export interface Footprint {
  /** About the middle of its box: x and y from there, mm. */
  rings: Ring[];
  widthMm: number;
  depthMm: number;
  heightMm: number;
  /** What the outline covers, mm². */
  areaMm2: number;
  /** What of it lies on the plate, mm²: half a layer up, so that a rounded edge counts. */
  contactMm2: number;
  /** The largest section, mm²: what a film of resin pulls at. */
  largestMm2: number;
}

/** Corners closer to the line than this are left out, mm: less than any nozzle lays. */
const TOLERANCE_MM = 0.05;
/** Sections that are looked at for the largest. */
const SECTIONS = 24;
/** Where the contact is read, mm above the plate. */
const CONTACT_MM = 0.1;

/**
 * The footprint of a mesh that is turned so, mm at its printed size. By Manifold's projection and sections; a mesh that it does not take
 * counts by the hull of its outline, and all of that as contact. n log n in the facets.
 */
export function footprintOf(solids: Solids, mesh: Mesh, turn: Turn): Footprint {
  const turned = turnMesh(mesh, turn);
  const solid = solidOf(solids, turned);
  if (!solid || solid.isEmpty()) {
    solid?.delete();
    return byHull(mesh, turn);
  }
  return scoped((keep) => {
    const own = keep(solid);
    const { min, max } = own.boundingBox();
    const heightMm = max[2] - min[2];
    const outline = keep(keep(own.project()).simplify(TOLERANCE_MM));
    const rings = ringsOf(outline);
    // Of what is smaller than the tolerance nothing is left.
    if (rings.length === 0) return byHull(mesh, turn);
    const areaAt = (z: number): number => keep(own.slice(z)).area();
    let largestMm2 = 0;
    for (let i = 0; i < SECTIONS; i++) largestMm2 = Math.max(largestMm2, areaAt(min[2] + (heightMm * (i + 0.5)) / SECTIONS));
    return centred(rings, {
      heightMm,
      areaMm2: outline.area(),
      contactMm2: areaAt(min[2] + Math.min(CONTACT_MM, heightMm / 2)),
      largestMm2,
    });
  });
}

function byHull(mesh: Mesh, turn: Turn): Footprint {
  const { ring, heightMm } = hullRing(mesh, turn);
  const area = ringArea(ring);
  return centred([ring], { heightMm, areaMm2: area, contactMm2: area, largestMm2: area });
}

function centred(rings: Ring[], rest: Pick<Footprint, "heightMm" | "areaMm2" | "contactMm2" | "largestMm2">): Footprint {
  const box = boxOfRings(rings);
  const x = (box.x0 + box.x1) / 2,
    y = (box.y0 + box.y1) / 2;
  const own = rings.map((ring) => ring.map((v, i) => round(v - (i % 2 === 0 ? x : y))));
  return { rings: own, widthMm: box.x1 - box.x0, depthMm: box.y1 - box.y0, ...rest };
}

/** Micrometres: what is below is noise of the arithmetic, and would only make files longer. */
const round = (mm: number): number => Math.round(mm * 1000) / 1000;

/** The same seen in a mirror, left for right; outer lines stay counter-clockwise. */
export const mirroredFootprint = (f: Footprint): Footprint => ({
  ...f,
  rings: f.rings.map((ring) => {
    const out: Ring = [];
    for (let i = ring.length - 2; i >= 0; i -= 2) out.push(-ring[i], ring[i + 1]);
    return out;
  }),
});

/** A rectangle as a footprint: what is known by its size only. */
export const boxFootprint = (widthMm: number, depthMm: number, heightMm: number): Footprint => ({
  rings: [[-widthMm / 2, -depthMm / 2, widthMm / 2, -depthMm / 2, widthMm / 2, depthMm / 2, -widthMm / 2, depthMm / 2]],
  widthMm,
  depthMm,
  heightMm,
  areaMm2: widthMm * depthMm,
  contactMm2: widthMm * depthMm,
  largestMm2: widthMm * depthMm,
});
