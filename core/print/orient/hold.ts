/**
 * What of a part leans too far or shows its steps when it is turned so, facet by facet, and the points that hold a resin part. Linear.
 */
import { boundsOf, turnMesh, turnRows, type Turn } from "../../mesh";
import { sliceMesh } from "../../slice";
import { overhangOf, withResinDefaults, type PrintProfile, type ResinProfile } from "../printers";
import type { Shape } from "../shape";
import { FLAT_COS } from "./directions";
import { startsOf } from "./starts";

/** How facets count: seen ones show their steps, mating ones must carry no support. */
export interface Marks {
  /** 0..1 a facet. */
  seen: Float32Array;
  /** 1 where another part will lie against it. */
  mating: Uint8Array;
}

/** Every facet seen, none that mates: what counts while nothing was said. */
export const unmarked = (facets: number): Marks => ({ seen: new Float32Array(facets).fill(1), mating: new Uint8Array(facets) });

/** Strips of the picture in which supports are drawn. */
const PROPS = 30;

/** Facets lower than this lie on the plate, mm. */
export const ON_PLATE_MM = 0.3;

/** Where on a part something is held. */
export interface HeldPlace {
  side: "middle" | "left" | "right" | "front" | "back";
  height: "low" | "half way up" | "high";
}

export interface Faces {
  /** As seen from above, mm²: a slope counts with its run, as it does in layers. */
  heldMm2: number;
  heldSeenMm2: number;
  heldMatingMm2: number;
  /** Of what is held, above the lowest point, mm. */
  meanHeightMm: number;
  step: { largestMm: number; meanMm: number; areaMm2: number };
  places: (HeldPlace & { areaMm2: number })[];
  /** How high supports reach along the width of the front view, in even strips, mm; 0 for none. */
  props: number[];
}

/** @param raised it hangs free of the plate, so that its underside is held too */
export function facesOf(
  { mesh: { positions: p, indices }, facets: { normals, areasMm2 } }: Shape,
  printer: PrintProfile,
  turn: Turn,
  { seen, mating }: Marks,
  raised = false,
): Faces {
  const [across, , [x, y, z]] = turnRows(turn);
  const props = new Array<number>(PROPS).fill(0);
  let left = Infinity,
    right = -Infinity;
  for (let v = 0; v < p.length; v += 3) {
    const u = p[v] * across[0] + p[v + 1] * across[1] + p[v + 2] * across[2];
    if (u < left) left = u;
    if (u > right) right = u;
  }
  const bounds = boundsOf(p);
  const over = Math.sin((overhangOf(printer) * Math.PI) / 180);
  let floor = Infinity;
  for (let v = 0; v < p.length; v += 3) floor = Math.min(floor, p[v] * x + p[v + 1] * y + p[v + 2] * z);
  let heldMm2 = 0,
    heldSeenMm2 = 0,
    heldMatingMm2 = 0,
    lever = 0,
    stepSum = 0,
    stepMm2 = 0,
    largest = 0;
  const places = new Map<string, HeldPlace & { areaMm2: number }>();
  for (let t = 0; t < areasMm2.length; t++) {
    const area = areasMm2[t];
    if (area === 0) continue;
    const up = normals[t * 3] * x + normals[t * 3 + 1] * y + normals[t * 3 + 2] * z;
    const level = Math.abs(up);
    if (level < FLAT_COS && seen[t] > 0) {
      stepSum += area * seen[t] * level;
      stepMm2 += area * seen[t];
      largest = Math.max(largest, level);
    }
    if (up >= -over) continue;
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    const centre = [0, 1, 2].map((k) => (p[a + k] + p[b + k] + p[c + k]) / 3);
    const height = centre[0] * x + centre[1] * y + centre[2] * z - floor;
    if (!raised && height <= ON_PLATE_MM) continue;
    const above = -up * area;
    heldMm2 += above;
    const u = centre[0] * across[0] + centre[1] * across[1] + centre[2] * across[2];
    const strip = Math.min(PROPS - 1, Math.floor(((u - left) / Math.max(1e-9, right - left)) * PROPS));
    props[strip] = Math.max(props[strip], height);
    lever += above * height;
    heldSeenMm2 += above * (seen[t] >= 1 ? 1 : 0);
    heldMatingMm2 += above * mating[t];
    const place = placeOf(centre, bounds);
    const name = `${place.side} ${place.height}`;
    const there = places.get(name);
    if (there) there.areaMm2 += above;
    else places.set(name, { ...place, areaMm2: above });
  }
  return {
    heldMm2,
    heldSeenMm2,
    heldMatingMm2,
    meanHeightMm: heldMm2 > 0 ? lever / heldMm2 : 0,
    step: { largestMm: largest * printer.layerMm, meanMm: stepMm2 > 0 ? (stepSum / stepMm2) * printer.layerMm : 0, areaMm2: stepMm2 },
    places: [...places.values()].sort((a, b) => b.areaMm2 - a.areaMm2).slice(0, 3),
    props,
  };
}

/** Where on the part as it stands in the scene. The file's −y is its front. */
function placeOf(at: readonly number[], { min, size }: ReturnType<typeof boundsOf>): HeldPlace {
  const share = at.map((v, k) => (size[k] > 0 ? (v - min[k]) / size[k] : 0.5));
  const off = [share[0] - 0.5, share[1] - 0.5];
  const side =
    Math.max(Math.abs(off[0]), Math.abs(off[1])) < 0.2
      ? "middle"
      : Math.abs(off[0]) > Math.abs(off[1])
        ? off[0] < 0
          ? "left"
          : "right"
        : off[1] < 0
          ? "front"
          : "back";
  return { side, height: share[2] < 1 / 3 ? "low" : share[2] > 2 / 3 ? "high" : "half way up" };
}

/** The points under a resin part. */
export interface Points {
  count: number;
  meanMm: number;
  tipMm: number;
}

/** One point carries so much of a section that is peeled off the film, mm². Common practice, no source. */
const CARRIES_MM2 = 60;

/**
 * One point for every square of the profile's spacing under what leans too far, and one under every island; never fewer than the largest
 * section needs to be peeled off the film.
 */
export function pointsUnder(printer: ResinProfile, { heldMm2, meanHeightMm }: Faces, islands: number, largestMm2: number): Points {
  const { supportSpacingMm, supportTipMm, supportLiftMm } = withResinDefaults(printer);
  const count = Math.max(Math.ceil(heldMm2 / supportSpacingMm ** 2) + islands, Math.ceil(largestMm2 / CARRIES_MM2));
  return { count, meanMm: meanHeightMm + supportLiftMm, tipMm: supportTipMm };
}

/** A column is three times as thick as its tip and stands on a foot of as many square millimetres as nine tips. Common practice, no source. */
const COLUMN_TIPS = 3;
const FOOT_MM = 1;

export const pointsMm3 = ({ count, meanMm, tipMm }: Points): number => {
  const section = (Math.PI / 4) * (COLUMN_TIPS * tipMm) ** 2;
  return count * (section * meanMm + 3 * section * FOOT_MM);
};

/** A piece this flat for its width is laid on the plate itself. Common practice, no source. */
const FLAT_PIECE = 0.2;

interface Lying {
  footing: number;
  overhangMm2: number;
  heightMm: number;
  fit: { widthMm: number; depthMm: number };
}

/** Could a resin piece lie on the plate without supports: does it stand on its face, and does nothing of it lean out? */
export const mayLie = (way: Lying): boolean => way.footing >= 0.5 && way.overhangMm2 < 1;

/** Is it laid there: thin and flat as well? */
export const liesOnPlate = (way: Lying): boolean => mayLie(way) && way.heightMm <= FLAT_PIECE * Math.min(way.fit.widthMm, way.fit.depthMm);

/** What holds a resin part that is turned so. */
export function resinPoints(shape: Shape, printer: ResinProfile, turn: Turn): Points {
  const faces = facesOf(shape, printer, turn, unmarked(shape.facets.areasMm2.length), true);
  const axis = turnRows(turn)[2] as readonly [number, number, number];
  const { areaMm2 } = sliceMesh(turnMesh(shape.mesh, turn), shape.topology, printer.layerMm);
  return pointsUnder(
    printer,
    faces,
    startsOf(shape.mesh, axis, printer.layerMm).islands.length,
    areaMm2.reduce((a, b) => Math.max(a, b), 0),
  );
}
