/**
 * Hours, grams and money of a plate with several parts. Filament is the sum: each part's own lines, one start, layer changes once for the
 * tallest. Resin takes as long as its tallest part: the others are lit along with it.
 */
import { jobOf, plateTimeS, type PrintFacts, type Sum } from "../facts";
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
const by = (value: number, factor: Sum): Sum => ({ value: value * factor.value, low: value * factor.low, high: value * factor.high });
const plus = (a: Sum, n: number): Sum => ({ value: a.value + n, low: a.low + n, high: a.high + n });
/** Never below nothing. */
const less = (a: Sum, n: number): Sum => ({ value: Math.max(0, a.value - n), low: Math.max(0, a.low - n), high: Math.max(0, a.high - n) });

export function plateSum(printer: PrintProfile, parts: readonly OnPlate[]): PlateSum {
  let massG = ZERO,
    materialMm3 = ZERO,
    costMinor = ZERO,
    timeS = ZERO,
    layers = 0,
    allLayers = 0;
  for (const { facts, count, time, mass } of parts) {
    const own = jobOf({ ...facts, perPlate: count }, count);
    const share = count > 0 && own.massG.value > 0 ? own : null;
    massG = add(massG, by(own.massG.value, mass));
    materialMm3 = add(materialMm3, by(own.materialMm3.value - facts.fixedMm3, mass));
    costMinor = add(costMinor, by(own.costMinor.value - facts.fixedMinor, share ? mass : AS_MODELLED));
    const alone = plateTimeS(facts, count).value;
    if (printer.process === "fdm") {
      timeS = add(timeS, less(by(alone, time), printer.startS));
      allLayers += facts.one.layers;
    } else {
      const whole = by(plateTimeS(facts, 1).value, time);
      timeS = whole.value > timeS.value ? whole : timeS;
    }
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
    timeS:
      printer.process === "fdm" && parts.length > 0
        ? plus(less(timeS, (allLayers - layers) * printer.layerChangeS), printer.startS)
        : timeS,
    massG,
    materialMm3: plus(materialMm3, fixed.mm3),
    costMinor: plus(costMinor, fixed.minor),
    layers,
  };
}
