/** What the material of a print costs. It follows from mass or volume alone: another price is no reason to slice anything again. */
import type { Figure } from "../units";
import type { PrintProfile } from "./printers";

/** Of a kilogram of filament or a litre of resin, minor units. */
export interface Price {
  minor: number;
  currency: string;
}

export const priceOf = (printer: PrintProfile): Price => ({
  minor: printer.process === "fdm" ? printer.pricePerKgMinor : printer.pricePerLitreMinor,
  currency: printer.currency,
});

/** A profile as it is sliced by: without its price. */
export const unpriced = <P extends PrintProfile>(profile: P): P => ({
  ...profile,
  // ISO 4217: no currency.
  currency: "XXX",
  ...(profile.process === "fdm" ? { pricePerKgMinor: 0 } : { pricePerLitreMinor: 0 }),
});

/** The cost of an estimate at a price: filament by mass, resin by volume with what is lost. */
export function costOf(
  { process, massG, materialMm3 }: { process: "fdm" | "resin"; massG: Figure; materialMm3: Figure },
  price: Price,
): Figure {
  const filament = process === "fdm";
  const basis = filament ? massG : materialMm3;
  const each = price.minor / (filament ? 1000 : 1e6);
  return {
    ...basis,
    value: basis.value * each,
    low: basis.low * each,
    high: basis.high * each,
    formula: filament ? "mass × price" : "material × price",
    assumptions: [
      {
        text: filament
          ? `Price of the profile: ${(price.minor / 100).toFixed(2)} ${price.currency} a kilogram. Power and wear are not included.`
          : `Price of the profile: ${(price.minor / 100).toFixed(2)} ${price.currency} a litre.`,
        kind: "typed",
      },
      ...basis.assumptions.filter((a) => a.kind === "model"),
    ],
  };
}
