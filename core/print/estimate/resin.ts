/**
 * Resin estimate. Time = bottom layers × (bottom exposure + lift cycle) + the others × (exposure + lift cycle);
 * it depends on the height and not on how many pieces share the plate. Arithmetic exact; values from the profile.
 */
import { rangedFigure, type Assumption, type Figure } from "../../units";
import { layerCount } from "../../slice";
import type { PrintEstimate } from "./fdm";
import { pointsMm3, type Points } from "../orient/hold";
import { costOf, priceOf } from "../price";
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
export function estimateResin(
  heightMm: number,
  volumeMm3: number,
  copies: number,
  printer: ResinProfile,
  points: Points | null,
  plates = 1,
): PrintEstimate {
  const height = heightMm + (points ? printer.supportLiftMm : 0);
  const layers = layerCount(height, printer.layerMm);
  const timeS = plates * (resinTimeS(height, printer) + printer.startS);
  const supportMm3 = points ? copies * pointsMm3(points) : 0;
  const curedMm3 = volumeMm3 * copies + supportMm3;
  const materialMm3 = curedMm3 + plates * printer.lossMlPerPlate * 1000;
  const massG = (curedMm3 / 1000) * printer.curedDensityGCm3;
  const profile: Assumption = {
    text: "Exposure and lift of the printer's profile; take them from your resin's own sheet.",
    kind: "typed",
  };
  const supports: Assumption = {
    text: points
      ? `${points.count.toLocaleString("en")} points of support, each on a column of ${(3 * points.tipMm).toFixed(1)} mm, ${points.meanMm.toFixed(0)} mm high on average; ${printer.lossMlPerPlate} ml lost on plate and in the wash.`
      : `Flat enough to lie on the plate without supports; ${printer.lossMlPerPlate} ml lost on plate and in the wash.`,
    kind: "practice",
  };
  const inputs = [
    { name: "height with supports", value: `${height.toFixed(1)} mm` },
    { name: "layers", value: `${layers} of ${printer.layerMm} mm` },
    { name: "one lift and return", value: `${liftCycleS(printer.lift).toFixed(1)} s` },
    { name: "copies on the plate", value: String(copies) },
    ...(plates > 1 ? [{ name: "plates", value: String(plates) }] : []),
  ];
  const ranged = (value: number, formula: string, assumptions: Assumption[]): Figure =>
    rangedFigure(value, RESIN_RANGE, { formula, inputs, assumptions });
  const estimate = {
    process: "resin" as const,
    layers,
    layerMm: printer.layerMm,
    currency: printer.currency,
    supportMm3,
    timeS: ranged(timeS, "bottom layers × (bottom exposure + lift) + transition + other layers × (exposure + lift) + start", [
      profile,
      {
        text: "Range until your own prints narrow it: 15 % either way. Pauses of the machine that the profile does not name are not in it.",
        kind: "model",
      },
    ]),
    materialMm3: ranged(materialMm3, "(volume + supports) × copies + loss", [supports]),
    massG: ranged(massG, "(volume + supports) × copies × cured density", [
      supports,
      { text: `Cured density ${printer.curedDensityGCm3} g/cm³.`, kind: "memory" },
    ]),
  };
  return { ...estimate, costMinor: costOf(estimate, priceOf(printer)) };
}
