/**
 * Filament estimate from real slicing.
 *
 * Each layer is split into wall rings (offset inwards by the lines of the wall), skins (inside that is not covered by
 * the intersection of the next layers above and below) and infill. Volume is area × layer height, length is area / line
 * width; time follows from speeds per kind of line with trapezoid moves on the mean straight stretch. A mean chord of a
 * plane region is π·A/P (Cauchy, Crofton). Layers equal to the one below reuse its offset.
 */
import { throwIfCancelled, type Assumption, type Figure, type OnProgress } from "../measure";
import type { Mesh, Topology } from "../mesh";
import { perimeterOf, regionOf, sliceMesh, type CrossSection, type LayerContours, type Solids } from "../slice";
import { pathTimeS } from "./moves";
import type { FilamentPrinter } from "./printers";

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
}

/** Overhang that prints without support, measured from the vertical. Common practice, no source. */
const OVERHANG_DEG = 50;
/** Gap that is bridged without support, mm. Common practice, no source. */
const BRIDGE_MM = 12;
const SUPPORT_DENSITY = 0.15;
/** Range of the time model around its value until the user's own record narrows it. */
export const FDM_TIME_RANGE = { low: 0.85, high: 1.25 };
export const FDM_MATERIAL_RANGE = { low: 0.94, high: 1.08 };

interface LayerRegion {
  key: string;
  region: CrossSection;
  interior: CrossSection;
  areaMm2: number;
  interiorMm2: number;
  perimeterMm: number;
  stretchMm: number;
  contours: number;
  spanMm: number;
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
  return perimeter / Math.max(1, corners);
}

/** Slices a mesh (mm, turned so that z is up on the plate) and adds up lines, times and material. */
export function estimateFdm(
  solids: Solids,
  mesh: Mesh,
  topology: Topology,
  printer: FilamentPrinter,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): PrintEstimate {
  const t = printer.layerMm,
    w = printer.lineWidthMm,
    wall = printer.wallLines * w;
  const up = printer.topLayers,
    down = printer.bottomLayers;
  const window: LayerRegion[] = [];
  const sums = { time: 0, wallMm2: 0, skinMm2: 0, infillMm2: 0, supportMm3: 0 };
  let processed = 0;

  const finish = (index: number, first: number, total: number): void => {
    const layer = window[index - first];
    // What stays inside under the skins: this layer's interior under all its neighbours within reach.
    let skin = layer.interiorMm2;
    if (index - down >= 0 && index + up < total && layer.interiorMm2 > 0) {
      const others = new Map<string, CrossSection>();
      for (let j = index - down; j <= index + up; j++) {
        const other = window[j - first];
        if (other.key !== layer.key) others.set(other.key, other.region);
      }
      if (others.size === 0) skin = 0;
      else {
        const covered = solids.CrossSection.intersection([layer.interior, ...others.values()]);
        skin = Math.max(0, layer.interiorMm2 - covered.area());
        covered.delete();
      }
    }
    const wallMm2 = layer.areaMm2 - layer.interiorMm2;
    const infillMm2 = layer.interiorMm2 - skin;
    let supportMm2 = 0;
    if (index > 0) {
      const below = window[index - 1 - first];
      if (below.key !== layer.key) {
        const grown = below.region.offset(t * Math.tan((OVERHANG_DEG * Math.PI) / 180), "Square");
        const over = solids.CrossSection.difference(layer.region, grown);
        if (over.area() > 1) {
          // A strip no wider than a line belongs to a slope; a wider patch is a ceiling, which bridges when it is narrow.
          const patch = over.offset(-w / 2, "Square");
          const wide = over.offset(-BRIDGE_MM / 2, "Square");
          if (patch.isEmpty() || !wide.isEmpty()) supportMm2 = over.area();
          patch.delete();
          wide.delete();
        }
        over.delete();
        grown.delete();
      }
    }
    const supportMm3 = supportMm2 * index * t * SUPPORT_DENSITY;
    const outerMm = Math.min(layer.perimeterMm, wallMm2 / w);
    const innerMm = wallMm2 / w - outerMm;
    const { speedMmS: v, accelerationMmS2: a, cornerMmS: c } = printer;
    const chord = layer.perimeterMm > 0 ? (Math.PI * layer.interiorMm2) / layer.perimeterMm : 0;
    let time = pathTimeS(outerMm, layer.stretchMm, v.outerWall, a, c) + pathTimeS(innerMm, layer.stretchMm, v.innerWall, a, c);
    time += pathTimeS(skin / w, chord, v.skin, a, c);
    time += pathTimeS((infillMm2 * printer.infill) / w, chord * 3, v.infill, a, c);
    // One hop with a retraction for each contour and wall line, half the span away.
    time += layer.contours * (0.4 + pathTimeS(layer.spanMm / 2, layer.spanMm / 2, v.travel, a, 0));
    sums.time += Math.max(printer.leastLayerS, time) + printer.layerChangeS + pathTimeS(supportMm3 / (t * w), 8, v.innerWall, a, c);
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
        area = 0,
        x0 = Infinity,
        x1 = -Infinity,
        y0 = Infinity,
        y1 = -Infinity,
        begin = 0,
        mx = 0;
      for (let i = 0; i < contours.contours; i++) {
        const end = contours.ends[i];
        for (let p = begin; p < end; p++) {
          const q = p + 1 === end ? begin : p + 1;
          const x = contours.points[p * 2],
            y = contours.points[p * 2 + 1],
            u = contours.points[q * 2],
            s = contours.points[q * 2 + 1];
          perimeter += Math.hypot(u - x, s - y);
          area += (x * s - u * y) / 2;
          mx += (x + u) * (x * s - u * y);
          if (x < x0) x0 = x;
          if (x > x1) x1 = x;
          if (y < y0) y0 = y;
          if (y > y1) y1 = y;
        }
        begin = end;
      }
      const key = [area, perimeter, mx, x0, x1, y0, y1].map((n) => n.toFixed(4)).join(" ");
      const before = window[window.length - 1];
      if (before && before.key === key) window.push(before);
      else {
        const region = regionOf(solids, contours);
        const interior = region.offset(-wall, "Miter");
        window.push({
          key,
          region,
          interior,
          areaMm2: region.area(),
          interiorMm2: interior.area(),
          perimeterMm: perimeterOf(region),
          stretchMm: straightStretch(contours, perimeter),
          contours: contours.contours,
          spanMm: contours.contours > 0 ? (x1 - x0 + y1 - y0) / 2 : 0,
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
  const timeS = sums.time + printer.startS;
  const massG = (materialMm3 / 1000) * printer.densityGCm3;
  const costMinor = (massG / 1000) * printer.pricePerKgMinor;
  const profile: Assumption = {
    text: `Speeds, acceleration and walls of the profile "${printer.name}"; edit them to match your machine.`,
    kind: "practice",
  };
  const support: Assumption = {
    text: `Overhangs beyond ${OVERHANG_DEG}° from upright and wider than ${BRIDGE_MM} mm get support at ${SUPPORT_DENSITY * 100} % density.`,
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
  const ranged = (value: number, range: { low: number; high: number }, formula: string, assumptions: Assumption[]): Figure => ({
    value,
    low: value * range.low,
    high: value * range.high,
    formula,
    inputs,
    assumptions,
  });
  return {
    process: "fdm",
    layers: total,
    layerMm: t,
    currency: printer.currency,
    supportMm3: sums.supportMm3,
    timeS: ranged(timeS, FDM_TIME_RANGE, "sum over layers of the time of walls, skins, infill, hops and layer change, plus warming up", [
      profile,
      support,
      { text: "Range of the model until your own prints narrow it: −15 % to +25 %.", kind: "model" },
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
