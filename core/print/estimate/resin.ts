/**
 * Resin estimate. Time = bottom layers × (bottom exposure + lift cycle) + the others × (exposure + lift cycle);
 * it depends on the height and not on how many pieces share the plate. Arithmetic exact; values from the profile.
 */
import { rangedFigure, type Assumption, type Figure } from "../../units";
import { layerCount } from "../../slice";
import type { PrintEstimate } from "./fdm";
import type { ResinProfile } from "../printers";

/** One lift and return, with its rest, seconds. */
export function liftCycleS(lift: ResinProfile["lift"]): number {
  return (lift.distanceMm / lift.liftMmMin + lift.distanceMm / lift.retractMmMin) * 60 + lift.restS;
}

/** Seconds for a plate of `heightMm`, without the start. */
export function resinTimeS(
  heightMm: number,
  printer: Pick<ResinProfile, "layerMm" | "bottomLayers" | "bottomExposureS" | "exposureS" | "lift">,
): number {
  const layers = layerCount(heightMm, printer.layerMm);
  const bottom = Math.min(layers, printer.bottomLayers);
  const cycle = liftCycleS(printer.lift);
  return bottom * (printer.bottomExposureS + cycle) + (layers - bottom) * (printer.exposureS + cycle);
}

/** How far such a model is known to miss, until the user's own record says better. Common practice, no source. */
const RESIN_RANGE = { low: 0.85, high: 1.15 };

/**
 * `copies` of a part of this height and volume on `plates` plates, each as high as this.
 * A part too tall for the machine is given piece by piece: its height is that of a piece, its plates are its pieces.
 */
export function estimateResin(heightMm: number, volumeMm3: number, copies: number, printer: ResinProfile, plates = 1): PrintEstimate {
  const height = heightMm + printer.supportLiftMm;
  const layers = layerCount(height, printer.layerMm);
  const timeS = plates * (resinTimeS(height, printer) + printer.startS);
  const solid = volumeMm3 * copies;
  const materialMm3 = solid * (1 + printer.supportShare) + plates * printer.lossMlPerPlate * 1000;
  const massG = ((solid * (1 + printer.supportShare)) / 1000) * printer.curedDensityGCm3;
  const costMinor = (materialMm3 / 1e6) * printer.pricePerLitreMinor;
  const profile: Assumption = {
    text: "Exposure and lift of the printer's profile; take them from your resin's own sheet.",
    kind: "typed",
  };
  const supports: Assumption = {
    text: `Supports ${Math.round(printer.supportShare * 100)} % of the part, ${printer.lossMlPerPlate} ml lost on plate and in the wash.`,
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
  return {
    process: "resin",
    layers,
    layerMm: printer.layerMm,
    currency: printer.currency,
    supportMm3: solid * printer.supportShare,
    timeS: ranged(timeS, "bottom layers × (bottom exposure + lift) + other layers × (exposure + lift) + start", [
      profile,
      {
        text: "Range until your own prints narrow it: 15 % either way. Slower first lifts, pauses and resting layers are not in it.",
        kind: "model",
      },
    ]),
    materialMm3: ranged(materialMm3, "volume × copies × (1 + supports) + loss", [supports]),
    massG: ranged(massG, "volume × copies × (1 + supports) × cured density", [
      supports,
      { text: `Cured density ${printer.curedDensityGCm3} g/cm³.`, kind: "memory" },
    ]),
    costMinor: ranged(costMinor, "material × price", [
      { text: `Price of the profile: ${(printer.pricePerLitreMinor / 100).toFixed(2)} ${printer.currency} a litre.`, kind: "typed" },
    ]),
  };
}
