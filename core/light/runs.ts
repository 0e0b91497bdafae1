/** How long a light runs, what it takes, and what has to be seen to. */
import { LEDS, SOURCES, type Light } from "./lamps";

/** Of what a cell holds, at a few mA, so much is had before it is too dim. Common practice, no source. */
const SHARE_HAD = 0.6;
/** Left for a resistor to hold the current, V: less, and it depends on the cell. Common practice, no source. */
const LEAST_LEFT_V = 0.5;
/** Room for the legs of an LED on a cell, and all round, mm. Common practice, no source. */
const LEGS_MM = 1,
  ROUND_MM = 0.6;

/** E24 (IEC 60063). */
const E24 = [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91];

/** The next resistor of the E24 series that is no smaller, Ω. */
export function nextE24(ohm: number): number {
  if (!(ohm > 0)) return 0;
  const decade = 10 ** Math.floor(Math.log10(ohm) - 1);
  const value = E24.find((e) => e * decade >= ohm * (1 - 1e-9)) ?? 100;
  return value * decade;
}

export interface LightRuns {
  /** Cells in a row; 0 where it hangs on a supply. */
  cells: number;
  /** Hours that a set of cells lasts; null for a supply. */
  hours: number | null;
  cellsAYear: number | null;
  /** Resistor in series, Ω, from E24; null where the LED is pushed on the cell and needs none. */
  resistorOhm: number | null;
  /** What it must bear, mW. */
  resistorMW: number | null;
  /** Smallest cavity for the cells, width and height, mm; null for a supply. */
  cavityMm: [number, number] | null;
  /** What has to be seen to, in sentences. */
  warnings: string[];
}

export function lightRuns(light: Light): LightRuns {
  const led = LEDS.find((l) => l.id === light.led)!;
  const source = SOURCES.find((s) => s.id === light.source)!;
  const cells = source.mAh === null ? 0 : Math.ceil(led.forwardV / source.volts - 1e-9);
  const volts = source.mAh === null ? source.volts : cells * source.volts;
  const left = volts - led.forwardV;
  // A coin cell whose voltage is that of the LED holds the current by itself; anything above wants a resistor.
  const needsResistor = left >= LEAST_LEFT_V;
  const resistorOhm = needsResistor ? nextE24((left / light.mA) * 1000) : null;
  const hours = source.mAh === null ? null : (source.mAh * SHARE_HAD) / light.mA;
  const warnings: string[] = [];
  if (source.button)
    warnings.push("Button cells: out of children's reach, never in the mouth. Tape both poles of a used one before it goes to collection.");
  if (source.mAh !== null && !light.reachable)
    warnings.push("The cell cannot be changed once it is closed: let its holder slide in from below, or run it from a supply.");
  if (source.mAh === null)
    warnings.push(
      "Mains: only a ready-made approved adapter, outside the model. Local codes and a licensed electrician for anything else.",
    );
  if (left < 0) warnings.push(`${source.name} gives ${volts} V, and ${led.name} wants ${led.forwardV} V: it stays dark.`);
  return {
    cells,
    hours,
    cellsAYear: hours === null ? null : ((light.hoursAWeek * 52) / hours) * cells,
    resistorOhm,
    resistorMW: resistorOhm === null ? null : (left / resistorOhm) * left * 1000,
    cavityMm: source.sizeMm && [source.sizeMm[0] + ROUND_MM, source.sizeMm[1] * cells + LEGS_MM + ROUND_MM],
    warnings,
  };
}
