/**
 * Resin estimate. Time = bottom layers × (bottom exposure + lift cycle) + the others × (exposure + lift cycle);
 * it depends on the height and not on how many pieces share the plate. Arithmetic exact; values from the profile.
 */
import { layerCount } from "../../slice";
import { figuresOf, rangeOf, type PrintEstimate } from "./figures";
import type { FoundEstimate } from "./found";
import { pointsMm3, type Points } from "../orient/hold";
import { priceOf } from "../price";
import type { Lift, ResinProfile } from "../printers";

/** One lift and return, in one stage or two, with its rests, seconds. */
export function liftCycleS({ distanceMm, liftMmMin, retractMmMin, restS, second, topRestS = 0, beforeLightS = 0 }: Lift): number {
  const stage = (mm: number, up: number, down: number): number => (mm / up + mm / down) * 60;
  return (
    stage(distanceMm, liftMmMin, retractMmMin) +
    (second ? stage(second.distanceMm, second.liftMmMin, second.retractMmMin) : 0) +
    restS +
    topRestS +
    beforeLightS
  );
}

/** Seconds for a plate of `heightMm`, without the start. */
export function resinTimeS(
  heightMm: number,
  printer: Pick<ResinProfile, "layerMm" | "bottomLayers" | "bottomExposureS" | "exposureS" | "lift" | "bottomLift" | "transitionLayers">,
): number {
  const { bottomExposureS, exposureS, lift, bottomLift = lift, transitionLayers = 0 } = printer;
  const layers = layerCount(heightMm, printer.layerMm);
  const bottom = Math.min(layers, printer.bottomLayers);
  const between = Math.min(layers - bottom, transitionLayers);
  // The light falls in even steps from the bottom's to the others'.
  let extraS = 0;
  for (let i = 1; i <= between; i++) extraS += (bottomExposureS - exposureS) * (1 - i / (transitionLayers + 1));
  return bottom * (bottomExposureS + liftCycleS(bottomLift)) + (layers - bottom) * (exposureS + liftCycleS(lift)) + extraS;
}

/** How far such a model is known to miss, until the user's own record says better. Common practice, no source. */
const RESIN_RANGE = { low: 0.85, high: 1.15 };

/**
 * `copies` of a part of this height and volume on `plates` plates, each as high as this.
 * `points` hold it up; without any it lies on the plate itself. A part too tall for the machine is given piece by piece: its height is that of a piece, its plates are its pieces.
 */
export function findResin(
  heightMm: number,
  volumeMm3: number,
  copies: number,
  printer: ResinProfile,
  points: Points | null,
  plates = 1,
): FoundEstimate {
  const height = heightMm + (points ? printer.supportLiftMm : 0);
  const layers = layerCount(height, printer.layerMm);
  const timeS = plates * (resinTimeS(height, printer) + printer.startS);
  const supportMm3 = points ? copies * pointsMm3(points) : 0;
  const curedMm3 = volumeMm3 * copies + supportMm3;
  const materialMm3 = curedMm3 + plates * printer.lossMlPerPlate * 1000;
  const massG = (curedMm3 / 1000) * printer.curedDensityGCm3;
  return {
    process: "resin",
    layers,
    layerMm: printer.layerMm,
    supportMm3,
    timeS: rangeOf(timeS, RESIN_RANGE),
    materialMm3: rangeOf(materialMm3, RESIN_RANGE),
    massG: rangeOf(massG, RESIN_RANGE),
    parts: {
      heightMm: height,
      liftCycleS: liftCycleS(printer.lift),
      copies,
      plates,
      lossMlPerPlate: printer.lossMlPerPlate,
      curedDensityGCm3: printer.curedDensityGCm3,
      points: points && { count: points.count, tipMm: points.tipMm, meanMm: points.meanMm },
    },
  };
}

/** The same in figures at the printer's price. */
export const estimateResin = (...of: Parameters<typeof findResin>): PrintEstimate => figuresOf(findResin(...of), priceOf(of[3]));
