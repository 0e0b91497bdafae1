/**
 * Hours, grams and money of a plate with several parts. Filament is printed side by side: layers are added up height by height, and the
 * least time of a layer binds once for all that stands there; one start, layer changes once for the tallest. Resin takes as long as its
 * tallest part: the others are lit along with it.
 */
import { plateLayersS } from "../estimate/fdm";
import type { Sum } from "../estimate/found";
import { jobOf, plateTimeS, type PrintFacts } from "../facts";
import type { PrintProfile } from "../printers";

/** One part on the plate: what the printer says of it, how many, and what is known better than the model. */
export interface OnPlate {
  facts: PrintFacts;
  count: number;
  /** Known ÷ model of its time and mass, with what is left of the range: typed, sliced or learned. */
  time: Sum;
  mass: Sum;
}

export interface PlateSum {
  timeS: Sum;
  massG: Sum;
  materialMm3: Sum;
  costMinor: Sum;
  layers: number;
}

/** Nothing is known better than the model. */
export const AS_MODELLED: Sum = { value: 1, low: 1, high: 1 };

const ZERO: Sum = { value: 0, low: 0, high: 0 };
const add = (a: Sum, b: Sum): Sum => ({ value: a.value + b.value, low: a.low + b.low, high: a.high + b.high });
/** A model's value by a known factor with its own range. */
export const knownSum = (value: number, factor: Sum): Sum => ({
  value: value * factor.value,
  low: value * factor.low,
  high: value * factor.high,
});
const plus = (a: Sum, n: number): Sum => ({ value: a.value + n, low: a.low + n, high: a.high + n });

export function plateSum(printer: PrintProfile, parts: readonly OnPlate[]): PlateSum {
  let massG = ZERO,
    materialMm3 = ZERO,
    costMinor = ZERO,
    layers = 0;
  for (const { facts, count, mass } of parts) {
    const own = jobOf({ ...facts, perPlate: count }, count);
    const share = count > 0 && own.massG.value > 0 ? own : null;
    massG = add(massG, knownSum(own.massG.value, mass));
    materialMm3 = add(materialMm3, knownSum(own.materialMm3.value - facts.fixedMm3, mass));
    costMinor = add(costMinor, knownSum(own.costMinor.value - facts.fixedMinor, share ? mass : AS_MODELLED));
    layers = Math.max(layers, facts.one.layers);
  }
  const fixed = parts.reduce(
    (most, p) => ({ mm3: Math.max(most.mm3, p.facts.fixedMm3), minor: Math.max(most.minor, p.facts.fixedMinor) }),
    {
      mm3: 0,
      minor: 0,
    },
  );
  return {
    timeS: printer.process === "fdm" ? sideBySideS(printer, parts) : tallestS(parts),
    massG,
    materialMm3: plus(materialMm3, fixed.mm3),
    costMinor: plus(costMinor, fixed.minor),
    layers,
  };
}

/**
 * What the model says of all parts together, by what is known of each better than the model: a part weighs with the hours it would take
 * by itself, so that a plate of one part takes what is known of it.
 */
function sideBySideS(printer: PrintProfile & { process: "fdm" }, parts: readonly OnPlate[]): Sum {
  const own = parts.map(({ facts, count, time }) => ({ facts, count, time, aloneS: plateTimeS(facts, count).value }));
  const allS = own.reduce((sum, p) => sum + p.aloneS, 0);
  if (allS === 0) return ZERO;
  const known = own.reduce((sum, p) => add(sum, knownSum(p.aloneS / allS, p.time)), ZERO);
  return knownSum(own.length === 1 ? allS : togetherS(printer, own), known);
}

function togetherS(
  printer: PrintProfile & { process: "fdm" },
  parts: readonly { facts: PrintFacts; count: number; aloneS: number }[],
): number {
  const layered = parts.flatMap(({ facts: { one }, count }) => (one.layering ? [{ layering: one.layering, copies: count }] : []));
  const tallest = Math.max(...parts.map((p) => p.facts.one.layers));
  // A part of which only a size is known has no layers: its own hours are added, less its start and changes.
  const unlayered = parts
    .filter((p) => !p.facts.one.layering)
    .reduce((sum, p) => sum + Math.max(0, p.aloneS - printer.startS - p.facts.one.layers * printer.layerChangeS), 0);
  return (
    printer.startS +
    (tallest + (printer.raftLayers ?? 0)) * printer.layerChangeS +
    plateLayersS(layered) +
    layered.reduce((sum, { layering, copies }) => sum + copies * layering.supportS, 0) +
    unlayered
  );
}

function tallestS(parts: readonly OnPlate[]): Sum {
  return parts.reduce((most, { facts, time }) => {
    const whole = knownSum(plateTimeS(facts, 1).value, time);
    return whole.value > most.value ? whole : most;
  }, ZERO);
}
