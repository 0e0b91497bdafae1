/**
 * What the air does to coats that dry. Times in the table are for 20 °C and 50 % humidity; water goes off with the vapour pressure that
 * the air still takes up, solvents and oils with the temperature, and a spray wants the surface above its dew point.
 */
import type { Cleaner } from "./families";

export interface Air {
  airC: number;
  /** Relative humidity, %. */
  rh: number;
}

export const TABLE_AIR: Air = { airC: 20, rh: 50 };

/** Magnus constants: Sonntag 1990. */
const A = 17.62,
  B = 243.12,
  E0_PA = 611.2;

/** Pressure of saturated vapour, Pa. */
const saturationPa = (airC: number): number => E0_PA * Math.exp((A * airC) / (B + airC));

/** What the air can still take up, Pa. */
export const vapourDeficitPa = ({ airC, rh }: Air): number => saturationPa(airC) * (1 - rh / 100);

/** Dew point, °C (Magnus formula). */
export function dewPointC({ airC, rh }: Air): number {
  const g = Math.log(rh / 100) + (A * airC) / (B + airC);
  return (B * g) / (A - g);
}

/** A surface this much above the dew point may be sprayed: ISO 12944-7, ISO 8502-4 (value as recalled). */
export const DEW_MARGIN_C = 3;
/** Doubling per 10 °C: the usual rule for solvents, oils and what cures. Common practice, no source. */
const Q10 = 2;
/** No figure beyond this: outside it nobody paints. */
const SLOWEST = 8,
  QUICKEST = 0.4;

/** How many times as long a coat takes in this air as in the table. */
export function slowdown(cleaner: Cleaner, air: Air): number {
  const by =
    cleaner === "water" ? vapourDeficitPa(TABLE_AIR) / Math.max(1, vapourDeficitPa(air)) : Q10 ** ((TABLE_AIR.airC - air.airC) / 10);
  return Math.min(SLOWEST, Math.max(QUICKEST, by));
}

/** Why not to spray in this air; null when it may. The surface is taken to be as warm as the air. */
export function sprayFault(air: Air): string | null {
  const dew = dewPointC(air);
  if (air.airC - dew >= DEW_MARGIN_C) return null;
  return `The dew point is ${dew.toFixed(1)} °C: a surface at ${air.airC} °C is less than ${DEW_MARGIN_C} °C above that, so the coat may blush or frost.`;
}

/** The most humidity, %, at which a surface as warm as the air may be sprayed. */
export const sprayLimitRh = (airC: number): number => (100 * saturationPa(airC - DEW_MARGIN_C)) / saturationPa(airC);

/** Air in which people paint at all; outside it the check does not speak. */
export const AIR_LIMITS = { airC: { least: 0, most: 45 }, rh: { least: 1, most: 99 } };
