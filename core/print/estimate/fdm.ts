/**
 * Filament estimate from the lines that the printer lays (layers.ts): volume is area × layer height, time follows from speeds per kind of
 * line with trapezoid moves along each contour and each row. What slicers do beyond that and their own times miss stands in the range.
 */
import type { OnProgress } from "../../units";
import type { Mesh, Topology } from "../../mesh";
import type { Solids } from "../../slice";
import { priceOf } from "../price";
import { overhangOf, SPACING_MM, withDefaults, type FilamentProfile } from "../printers";
import { contoursTimeS } from "./contour";
import { figuresOf, rangeOf, type PrintEstimate } from "./figures";
import type { FoundEstimate, Layering, LayerTime } from "./found";
import { planLines, type Lines, type LineSettings, type PlannedLayer } from "./layers";
import { moveTimeS } from "./moves";

/**
 * How far such models are known to miss, until the user's own record says better: slicers' own times are off by a quarter either way
 * when speeds, accelerations and firmware limits are not the machine's own; flow and filament diameter make the rest. Common practice,
 * no source.
 */
const FDM_TIME_RANGE = { low: 0.75, high: 1.25 };
const FDM_MATERIAL_RANGE = { low: 0.88, high: 1.12 };
/**
 * How thick skins are on slopes is a matter of school: one takes what the layers above leave bare, one what their insides leave bare, one
 * measures square to the slope. The range takes so much of their material on either side. Common practice, no source.
 */
const SLOPE_SCHOOLS = 0.6;
/** Retraction and return at each hop, s. Common practice, no source. */
const HOP_S = 0.4;
/** Mean way to the nearest next of points spread at random over a region: 0.7124 √(area ÷ points) for a long tour (Beardwood, Halton & Hammersley 1959; constant as recalled). */
const TOUR = 0.7124;
/** A raft reaches so far beyond the first layer, mm, and is so dense. Common practice, no source. */
const RAFT = { marginMm: 3, density: 0.7 };

/** Runs of layers that are kept of a piece, at most. */
const MOST_RUNS = 400;

/** Runs of neighbours whose times differ by no more than three hundredths; coarser where that leaves too many. */
function runsOf(layers: readonly LayerSeconds[]): LayerTime[] {
  for (let share = 0.03; ; share *= 1.5) {
    const runs: LayerTime[] = [];
    for (const { aloneS, amongS } of layers) {
      const into = runs.at(-1);
      if (!into || Math.abs(into.aloneS - aloneS) > share * Math.max(into.aloneS, aloneS)) {
        runs.push({ count: 1, aloneS, amongS });
        continue;
      }
      into.aloneS += (aloneS - into.aloneS) / (into.count + 1);
      into.amongS += (amongS - into.amongS) / (into.count + 1);
      into.count++;
    }
    if (runs.length <= MOST_RUNS) return runs;
  }
}

/** Some copies of a piece on a plate. */
export interface OnLayers {
  layering: Layering;
  copies: number;
}

/**
 * Seconds of all layers of a plate, height by height: what is printed side by side shares a layer, and its least time binds once for all
 * that stands at that height, not once a piece. Linear in runs.
 * @param on pieces of one printer, so with one layer height and one least time
 */
export function plateLayersS(on: readonly OnLayers[]): number {
  const pieces = on.reduce((n, o) => n + o.copies, 0);
  if (pieces === 0) return 0;
  const cursors = on.map(({ layering, copies }) => ({ times: layering.times, copies, run: 0, left: layering.times[0]?.count ?? 0 }));
  const least = Math.max(...on.map((o) => o.layering.leastLayerS));
  let sum = 0;
  for (;;) {
    const here = cursors.filter((c) => c.run < c.times.length);
    if (here.length === 0) return sum;
    // Up to the next height at which one of them changes.
    const layers = Math.min(...here.map((c) => c.left));
    let each = 0;
    for (const c of here) {
      const { aloneS, amongS } = c.times[c.run];
      each += c.copies * (pieces > 1 ? amongS : aloneS);
      c.left -= layers;
      if (c.left === 0) c.left = c.times[++c.run]?.count ?? 0;
    }
    sum += layers * Math.max(least, each);
  }
}

/** The same for copies of one piece. */
export const layersS = (layering: Layering, copies: number): number => plateLayersS([{ layering, copies }]);

/** What the lines of a printer follow from: printers that agree in it share them. */
export const lineSettings = (printer: FilamentProfile): LineSettings => {
  const { layerMm, lineWidthMm, wallLines, topLayers, bottomLayers } = printer;
  return {
    layerMm,
    lineWidthMm,
    wallLines,
    topLayers,
    bottomLayers,
    overhangDeg: overhangOf(printer),
    brimMm: withDefaults(printer).brimMm,
  };
};

/** Seconds of rows of these lengths, with the turn to the next row. */
function rowsTimeS(lengths: Float32Array, pitchMm: number, speed: number, acceleration: number, corner: number): number {
  const at = Math.min(corner, speed);
  const turnS = moveTimeS(pitchMm, speed, acceleration, at, at);
  let sum = 0;
  for (const mm of lengths) sum += moveTimeS(mm, speed, acceleration, at, at) + turnS;
  return sum;
}

interface LayerSeconds {
  aloneS: number;
  amongS: number;
  supportS: number;
}

/** One layer of one piece, with its first-layer speed where `slowMmS` is given. */
function secondsOf(layer: PlannedLayer, printer: FilamentProfile, slowMmS = Infinity): LayerSeconds {
  const { lineWidthMm: w, accelerationMmS2: a, cornerMmS: c, infill } = printer;
  const v = (speed: number): number => Math.min(speed, slowMmS);
  const { outerWall, innerWall, skin, infill: sparse, travel } = printer.speedMmS;
  let time = 0;
  if (layer.perimeterMm > 0) {
    // An inner loop has the shape of the outer one: its time goes with its length.
    time += (contoursTimeS(layer.outer, v(outerWall), a, c) * layer.outerMm) / layer.perimeterMm;
    if (layer.innerMm > 0) time += (contoursTimeS(layer.outer, v(innerWall), a, c) * layer.innerMm) / layer.perimeterMm;
  }
  time += layer.linesARow * rowsTimeS(layer.skin, w, v(skin), a, c);
  // Rows are one line apart: of every hundred, as many are drawn as the infill has per cent.
  if (infill > 0) time += layer.linesARow * infill * rowsTimeS(layer.infill, w / infill, v(sparse), a, c);
  // A hop with a retraction to each contour, along a tour over all of them; among copies the tour runs over the whole plate.
  const hop = (areaMm2: number): number => {
    const mm = TOUR * Math.sqrt(areaMm2 / Math.max(1, layer.contours));
    return layer.contours * (HOP_S + moveTimeS(mm, travel, a));
  };
  const [bx, by] = layer.boxMm;
  const gapMm = SPACING_MM.fdm;
  const { supportDensity } = withDefaults(printer);
  const supportS =
    layer.support.length > 0
      ? HOP_S + layer.linesARow * supportDensity * rowsTimeS(layer.support, w / supportDensity, v(innerWall), a, c)
      : 0;
  return { aloneS: time + hop(bx * by), amongS: time + hop((bx + gapMm) * (by + gapMm)), supportS };
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
  return figuresOf(findLines(planLines(solids, mesh, topology, lineSettings(printer), onProgress, signal), printer), priceOf(printer));
}

/** The same where the lines are known. */
export function findLines({ layers, brimMm, firstMm2, slopedMm2 }: Lines, printer: FilamentProfile): FoundEstimate {
  const { layerMm: t, lineWidthMm: w } = printer;
  const { firstLayerMmS, raftLayers, supportDensity } = withDefaults(printer);
  const overhangDeg = overhangOf(printer);
  const total = layers.length;
  const layerSeconds: LayerSeconds[] = [];
  const sums = { supportS: 0, wallMm2: 0, skinMm2: 0, infillMm2: 0, supportMm3: 0 };
  const known = new Map<PlannedLayer, LayerSeconds>();
  layers.forEach((layer, k) => {
    let seconds = k === 0 ? undefined : known.get(layer);
    if (!seconds) {
      seconds = secondsOf(layer, printer, k === 0 ? firstLayerMmS : undefined);
      if (k > 0) known.set(layer, seconds);
    }
    layerSeconds.push(seconds);
    sums.supportS += seconds.supportS;
    sums.wallMm2 += layer.wallMm2;
    sums.skinMm2 += layer.skinMm2;
    sums.infillMm2 += layer.infillMm2;
    sums.supportMm3 += layer.supportMm2 * t * supportDensity;
  });
  const raftMm2 = raftLayers > 0 && layers[0] ? firstMm2 + layers[0].perimeterMm * RAFT.marginMm : 0;
  const underMm = brimMm + (raftLayers * raftMm2 * RAFT.density) / w;
  const underS = underMm / Math.min(firstLayerMmS, printer.speedMmS.skin);
  const solidMm3 = (sums.wallMm2 + sums.skinMm2 + sums.infillMm2 * printer.infill) * t;
  const underMm3 = underMm * w * t;
  const materialMm3 = solidMm3 + sums.supportMm3 + underMm3;
  const skinLayers = Math.max(printer.topLayers, printer.bottomLayers);
  const slopedMm3 = Math.min(sums.skinMm2, slopedMm2 * skinLayers) * t * (1 - printer.infill);
  const schools = materialMm3 > 0 ? (SLOPE_SCHOOLS * slopedMm3) / materialMm3 : 0;
  const materialRange = { low: FDM_MATERIAL_RANGE.low - schools, high: FDM_MATERIAL_RANGE.high + schools };
  const layering: Layering = { times: runsOf(layerSeconds), leastLayerS: printer.leastLayerS, supportS: sums.supportS + underS };
  const timeS = layersS(layering, 1) + (total + raftLayers) * printer.layerChangeS + sums.supportS + underS + printer.startS;
  const massG = (materialMm3 / 1000) * printer.densityGCm3;
  return {
    process: "fdm",
    layers: total,
    layerMm: t,
    supportMm3: sums.supportMm3,
    layering,
    timeS: rangeOf(timeS, FDM_TIME_RANGE),
    materialMm3: rangeOf(materialMm3, materialRange),
    massG: rangeOf(massG, materialRange),
    parts: {
      wallMm3: sums.wallMm2 * t,
      skinMm3: sums.skinMm2 * t,
      infillMm3: sums.infillMm2 * t,
      underMm3,
      infill: printer.infill,
      supportDensity,
      overhangDeg,
      densityGCm3: printer.densityGCm3,
      slopes: schools,
    },
  };
}
