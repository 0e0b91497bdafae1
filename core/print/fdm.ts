/**
 * Filament estimate from real slicing.
 *
 * Each layer is split into wall rings (offset inwards by the lines of the wall), skins (inside that is not covered by
 * the intersection of the next layers above and below) and infill. Volume is area × layer height, length is area / line
 * width; time follows from speeds per kind of line with trapezoid moves on the mean straight stretch. A mean chord of a
 * plane region is π·A/P (Cauchy, Crofton). Layers equal to the one below reuse its offset.
 */
import { rangedFigure, throwIfCancelled, type Assumption, type Figure, type OnProgress } from "../units";
import type { Mesh, Topology } from "../mesh";
import { perimeterOf, regionOf, sliceMesh, type CrossSection, type LayerContours, type Solids } from "../slice";
import { pathTimeS } from "./moves";
import { overhangOf, SPACING_MM, type FilamentProfile } from "./printers";

export interface PrintEstimate {
  process: "fdm" | "resin";
  layers: number;
  layerMm: number;
  timeS: Figure;
  materialMm3: Figure;
  massG: Figure;
  costMinor: Figure;
  currency: string;
  supportMm3: number;
  /** Filament: what a plate of several pieces is reckoned from. Absent in facts before version 5. */
  layering?: Layering;
}

export interface Layering {
  /** The layers of one piece by how long they take, without the least time of a layer. */
  times: LayerTime[];
  leastLayerS: number;
  /** Time of the supports of one piece, s. */
  supportS: number;
}

/** Layers that take about as long as each other. */
interface LayerTime {
  count: number;
  /** One piece alone on the plate, s a layer. */
  aloneS: number;
  /** One of several: the way to the next piece is in it, s a layer. */
  amongS: number;
}

/** Gap that is bridged without support, mm. Common practice, no source. */
const BRIDGE_MM = 12;
const SUPPORT_DENSITY = 0.15;
/**
 * How far such models are known to miss, until the user's own record says better: slicers' own times are off by a quarter either way
 * when speeds, accelerations and firmware limits are not the machine's own; flow and filament diameter make the rest. Common practice,
 * no source.
 */
const FDM_TIME_RANGE = { low: 0.75, high: 1.25 };
const FDM_MATERIAL_RANGE = { low: 0.88, high: 1.12 };
/** What counts as bridged: so much of the patch lies between its supported edges. */
const BETWEEN_SHARE = 0.7;
/** Retraction and return at each hop, s. Common practice, no source. */
const HOP_S = 0.4;
/** Mean way to the nearest next of points spread at random over a region: 0.7124 √(area ÷ points) for a long tour (Beardwood, Halton & Hammersley 1959; constant as recalled). */
const TOUR = 0.7124;

interface LayerRegion {
  /** The contours themselves, to know a layer that repeats. */
  points: Float64Array;
  ends: Uint32Array;
  region: CrossSection;
  interior: CrossSection;
  areaMm2: number;
  interiorMm2: number;
  perimeterMm: number;
  stretchMm: number;
  contours: number;
  boxMm: [number, number];
}

/** Coordinates closer than this are the same, mm. */
const SAME_MM = 1e-4;

/** Two layers are the same when every point of their contours is. */
function sameContours(a: LayerRegion, b: LayerContours): boolean {
  if (a.ends.length !== b.contours || a.points.length !== b.points.length) return false;
  for (let i = 0; i < a.ends.length; i++) if (a.ends[i] !== b.ends[i]) return false;
  for (let i = 0; i < a.points.length; i++) if (Math.abs(a.points[i] - b.points[i]) > SAME_MM) return false;
  return true;
}

/** Mean straight stretch of a layer's contours: length over corners of more than 15°. */
function straightStretch(layer: LayerContours, perimeter: number): number {
  const { points, ends } = layer;
  const cosLimit = Math.cos((15 * Math.PI) / 180);
  let corners = 0,
    begin = 0;
  for (let i = 0; i < layer.contours; i++) {
    const end = ends[i];
    for (let p = begin; p < end; p++) {
      const a = p === begin ? end - 1 : p - 1,
        b = p + 1 === end ? begin : p + 1;
      const ux = points[p * 2] - points[a * 2],
        uy = points[p * 2 + 1] - points[a * 2 + 1];
      const vx = points[b * 2] - points[p * 2],
        vy = points[b * 2 + 1] - points[p * 2 + 1];
      const lengths = Math.sqrt((ux * ux + uy * uy) * (vx * vx + vy * vy));
      if (lengths > 0 && (ux * vx + uy * vy) / lengths < cosLimit) corners++;
    }
    begin = end;
  }
  // A round contour has no corner, and is one stretch all the same.
  return perimeter / Math.max(1, layer.contours, corners);
}

/** How many kinds of layers are told apart, at most. */
const MOST_LAYER_TIMES = 40;

/** Gathers layers that take within three hundredths as long as each other. */
function addLayerTime(times: LayerTime[], aloneS: number, amongS: number): void {
  const near = (l: LayerTime, share: number): boolean => Math.abs(l.aloneS - aloneS) <= share * l.aloneS;
  let into = times.find((l) => near(l, 0.03));
  if (!into && times.length >= MOST_LAYER_TIMES)
    into = times.reduce((a, b) => (Math.abs(b.aloneS - aloneS) < Math.abs(a.aloneS - aloneS) ? b : a));
  if (!into) return void times.push({ count: 1, aloneS, amongS });
  into.aloneS += (aloneS - into.aloneS) / (into.count + 1);
  into.amongS += (amongS - into.amongS) / (into.count + 1);
  into.count++;
}

/** Seconds of all layers of a plate with `copies` pieces: the least time of a layer binds once for all of them, not once a piece. */
export const layersS = ({ times, leastLayerS }: Layering, copies: number): number =>
  times.reduce((sum, l) => sum + l.count * Math.max(leastLayerS, copies === 1 ? l.aloneS : copies * l.amongS), 0);

/**
 * Area of a layer that lies on nothing and must be supported, mm². What reaches out no further than `reachMm` prints on itself; a patch
 * is bridged when it is narrow and lies between edges that rest, so a ledge that rests on one side only is none.
 */
function unsupportedMm2(solids: Solids, layer: CrossSection, below: CrossSection, reachMm: number, lineMm: number): number {
  const grown = below.offset(reachMm, "Square");
  const over = solids.CrossSection.difference(layer, grown);
  let sum = 0;
  if (over.area() > lineMm * lineMm) {
    const rests = solids.CrossSection.intersection(layer, grown);
    for (const patch of over.decompose()) {
      const area = patch.area();
      if (area > lineMm * lineMm && !isBridged(solids, patch, rests, lineMm)) sum += area;
      patch.delete();
    }
    rests.delete();
  }
  over.delete();
  grown.delete();
  return sum;
}

function isBridged(solids: Solids, patch: CrossSection, rests: CrossSection, lineMm: number): boolean {
  const wide = patch.offset(-BRIDGE_MM / 2, "Square");
  const tooWide = !wide.isEmpty();
  wide.delete();
  if (tooWide) return false;
  const around = patch.offset(lineMm, "Square");
  const contact = solids.CrossSection.intersection(around, rests);
  const hull = contact.hull();
  const between = solids.CrossSection.intersection(hull, patch);
  const share = between.area() / patch.area();
  for (const c of [around, contact, hull, between]) c.delete();
  return share >= BETWEEN_SHARE;
}

/** Slices a mesh (mm, turned so that z is up on the plate) and adds up lines, times and material. */
export function estimateFdm(
  solids: Solids,
  mesh: Mesh,
  topology: Topology,
  printer: FilamentProfile,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): PrintEstimate {
  const t = printer.layerMm,
    w = printer.lineWidthMm,
    wall = printer.wallLines * w;
  const up = printer.topLayers,
    down = printer.bottomLayers;
  const window: LayerRegion[] = [];
  const gapMm = SPACING_MM.fdm;
  const layerTimes: LayerTime[] = [];
  const overhangDeg = overhangOf(printer);
  const sums = { supportS: 0, wallMm2: 0, skinMm2: 0, infillMm2: 0, supportMm3: 0 };
  let processed = 0;

  const finish = (index: number, first: number, total: number): void => {
    const layer = window[index - first];
    // What stays inside under the skins: this layer's interior under all its neighbours within reach.
    let skin = layer.interiorMm2;
    if (index - down >= 0 && index + up < total && layer.interiorMm2 > 0) {
      const others = new Set<CrossSection>();
      for (let j = index - down; j <= index + up; j++) {
        const other = window[j - first];
        if (other !== layer) others.add(other.region);
      }
      if (others.size === 0) skin = 0;
      else {
        const covered = solids.CrossSection.intersection([layer.interior, ...others]);
        skin = Math.max(0, layer.interiorMm2 - covered.area());
        covered.delete();
      }
    }
    const wallMm2 = layer.areaMm2 - layer.interiorMm2;
    const infillMm2 = layer.interiorMm2 - skin;
    let supportMm2 = 0;
    if (index > 0) {
      const below = window[index - 1 - first];
      if (below !== layer) supportMm2 = unsupportedMm2(solids, layer.region, below.region, t * Math.tan((overhangDeg * Math.PI) / 180), w);
    }
    const supportMm3 = supportMm2 * index * t * SUPPORT_DENSITY;
    const outerMm = Math.min(layer.perimeterMm, wallMm2 / w);
    const innerMm = wallMm2 / w - outerMm;
    const { speedMmS: v, accelerationMmS2: a, cornerMmS: c } = printer;
    const chord = layer.perimeterMm > 0 ? (Math.PI * layer.interiorMm2) / layer.perimeterMm : 0;
    let time = pathTimeS(outerMm, layer.stretchMm, v.outerWall, a, c) + pathTimeS(innerMm, layer.stretchMm, v.innerWall, a, c);
    time += pathTimeS(skin / w, chord, v.skin, a, c);
    time += pathTimeS((infillMm2 * printer.infill) / w, chord * 3, v.infill, a, c);
    // A hop with a retraction to each contour, along a tour over all of them; among copies the tour runs over the whole plate.
    const hop = (areaMm2: number): number => {
      const mm = TOUR * Math.sqrt(areaMm2 / Math.max(1, layer.contours));
      return layer.contours * (HOP_S + pathTimeS(mm, mm, v.travel, a, 0));
    };
    const [bx, by] = layer.boxMm;
    addLayerTime(layerTimes, time + hop(bx * by), time + hop((bx + gapMm) * (by + gapMm)));
    sums.supportS += pathTimeS(supportMm3 / (t * w), 8, v.innerWall, a, c);
    sums.wallMm2 += wallMm2;
    sums.skinMm2 += skin;
    sums.infillMm2 += infillMm2;
    sums.supportMm3 += supportMm3;
  };

  let first = 0;
  const slicing = sliceMesh(mesh, topology, t, {
    signal,
    onLayer: (k, contours) => {
      let perimeter = 0,
        x0 = Infinity,
        x1 = -Infinity,
        y0 = Infinity,
        y1 = -Infinity,
        begin = 0;
      for (let i = 0; i < contours.contours; i++) {
        const end = contours.ends[i];
        for (let p = begin; p < end; p++) {
          const q = p + 1 === end ? begin : p + 1;
          const x = contours.points[p * 2],
            y = contours.points[p * 2 + 1],
            u = contours.points[q * 2],
            s = contours.points[q * 2 + 1];
          perimeter += Math.hypot(u - x, s - y);
          if (x < x0) x0 = x;
          if (x > x1) x1 = x;
          if (y < y0) y0 = y;
          if (y > y1) y1 = y;
        }
        begin = end;
      }
      const before = window[window.length - 1];
      if (before && sameContours(before, contours)) window.push(before);
      else {
        const region = regionOf(solids, contours);
        const interior = region.offset(-wall, "Miter");
        window.push({
          points: contours.points.slice(),
          ends: contours.ends.slice(0, contours.contours),
          region,
          interior,
          areaMm2: region.area(),
          interiorMm2: interior.area(),
          perimeterMm: perimeterOf(region),
          stretchMm: straightStretch(contours, perimeter),
          contours: contours.contours,
          boxMm: contours.contours > 0 ? [x1 - x0, y1 - y0] : [0, 0],
        });
      }
      // A layer is finished once the skins above it are known.
      while (processed + up <= k) {
        finish(processed, first, Infinity);
        processed++;
        while (first < processed - Math.max(down, 1)) drop();
      }
    },
    onProgress: (f, phase) => onProgress?.(f, phase),
  });
  const total = slicing.z.length;
  throwIfCancelled(signal);
  for (; processed < total; processed++) finish(processed, first, total);
  while (window.length) drop();

  function drop(): void {
    const gone = window.shift()!;
    first++;
    if (window[0] !== gone) {
      gone.region.delete();
      gone.interior.delete();
    }
  }

  const solidMm3 = (sums.wallMm2 + sums.skinMm2 + sums.infillMm2 * printer.infill) * t;
  const materialMm3 = solidMm3 + sums.supportMm3;
  const layering: Layering = { times: layerTimes, leastLayerS: printer.leastLayerS, supportS: sums.supportS };
  const timeS = layersS(layering, 1) + total * printer.layerChangeS + sums.supportS + printer.startS;
  const massG = (materialMm3 / 1000) * printer.densityGCm3;
  const costMinor = (massG / 1000) * printer.pricePerKgMinor;
  const profile: Assumption = {
    text: "Speeds, acceleration and walls of the printer's profile; edit them to match your machine.",
    kind: "practice",
  };
  const support: Assumption = {
    text: `Overhangs beyond ${overhangDeg}° from upright get support, but for bridges up to ${BRIDGE_MM} mm that rest on both sides, at ${SUPPORT_DENSITY * 100} % density.`,
    kind: "practice",
  };
  const mm2 = (x: number): string => `${Math.round(((x * t) / 1000) * 10) / 10} cm³`;
  const inputs = [
    { name: "layers", value: `${total} of ${t} mm` },
    { name: "walls", value: mm2(sums.wallMm2) },
    { name: "skins", value: mm2(sums.skinMm2) },
    { name: "infill", value: `${mm2(sums.infillMm2)} at ${Math.round(printer.infill * 100)} %` },
    { name: "support", value: `${Math.round(sums.supportMm3 / 100) / 10} cm³` },
  ];
  const ranged = (value: number, range: { low: number; high: number }, formula: string, assumptions: Assumption[]): Figure =>
    rangedFigure(value, range, { formula, inputs, assumptions });
  return {
    process: "fdm",
    layers: total,
    layerMm: t,
    currency: printer.currency,
    supportMm3: sums.supportMm3,
    layering,
    timeS: ranged(timeS, FDM_TIME_RANGE, "sum over layers of the time of walls, skins, infill, hops and layer change, plus warming up", [
      profile,
      support,
      { text: "Range of the model until your own prints narrow it: 25 % either way.", kind: "model" },
    ]),
    materialMm3: ranged(materialMm3, FDM_MATERIAL_RANGE, "layer height × (wall + skin + infill × density) + support", [profile, support]),
    massG: ranged(massG, FDM_MATERIAL_RANGE, "material × density", [
      { text: `Density ${printer.densityGCm3} g/cm³, a usual value for the common filament.`, kind: "memory" },
    ]),
    costMinor: ranged(costMinor, FDM_MATERIAL_RANGE, "mass × price", [
      {
        text: `Price of the profile: ${(printer.pricePerKgMinor / 100).toFixed(2)} ${printer.currency} a kilogram. Power and wear are not in it.`,
        kind: "typed",
      },
    ]),
  };
}
