/** Everything one printer has to say about one part at one size: which way up, does it fit, time, material, cost. */
import type { OnProgress } from "../measure";
import { turnUp, type Mesh, type Topology, type Up } from "../mesh";
import type { Solids } from "../slice";
import { estimateFdm, type PrintEstimate } from "./fdm";
import { copiesPerPlate } from "./fit";
import { waysUp } from "./orient";
import type { Printer } from "./printers";
import { estimateResin } from "./resin";

/** Raise it when estimates are computed differently: kept facts are then made anew. */
export const PRINT_VERSION = 4;

export interface PrintFacts {
  printerId: string;
  /** The profile the facts were made with, as text: an edited profile makes them stale. */
  profile: string;
  /** Size the facts belong to (model ÷ file). */
  factor: number;
  version: number;
  up: Up;
  /** Why this way up, in short clauses. */
  upWhy: string[];
  fits: boolean;
  pieces: number;
  perPlate: number;
  overMm: [number, number, number];
  /** One copy alone on a plate. */
  one: PrintEstimate;
  /** The share of the time that does not grow with copies, s. */
  fixedS: number;
  /** What a plate costs beyond its parts, minor units. */
  fixedMinor: number;
  /** Material a plate takes beyond its parts, mm³. */
  fixedMm3: number;
}

/**
 * @param mesh mm at the wanted size, as the part stands
 * @param volumeMm3 of material; the caller knows it from the report
 * @param up a side the user has chosen; otherwise the best of six
 */
export function printFacts(
  solids: Solids,
  mesh: Mesh,
  topology: Topology,
  volumeMm3: number,
  printer: Printer,
  factor: number,
  up?: Up,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): PrintFacts {
  const ways = waysUp(mesh, printer);
  const way = (up && ways.find((w) => w.up === up)) ?? ways[0];
  onProgress?.(0.1, "which way up");
  const one =
    printer.process === "fdm"
      ? estimateFdm(solids, turnUp(mesh, way.up), topology, printer, (f, phase) => onProgress?.(0.1 + 0.9 * f, phase), signal)
      : estimateResin(way.heightMm, volumeMm3, 1, printer);
  return {
    printerId: printer.id,
    profile: profileText(printer),
    factor,
    version: PRINT_VERSION,
    up: way.up,
    upWhy: way.why,
    fits: way.fit.fits,
    pieces: way.fit.pieces,
    perPlate: copiesPerPlate(way.fit, printer),
    overMm: way.fit.overMm,
    one,
    fixedS: printer.process === "fdm" ? printer.startS : one.timeS.value,
    fixedMinor: printer.process === "fdm" ? 0 : (printer.lossMlPerPlate / 1000) * printer.pricePerLitreMinor,
    fixedMm3: printer.process === "fdm" ? 0 : printer.lossMlPerPlate * 1000,
  };
}

export const profileText = (printer: Printer): string => JSON.stringify(printer);

export interface Sum {
  value: number;
  low: number;
  high: number;
}

const scaled = (f: Sum, factor: number): Sum => ({ value: f.value * factor, low: f.low * factor, high: f.high * factor });

/** Machine time of one plate with `copies` on it, s. A part in pieces shares its time among them, plus one start each. */
export function plateTimeS(facts: PrintFacts, copies: number): Sum {
  const t = facts.one.timeS;
  if (facts.pieces > 1) return scaled(t, (facts.fixedS + (t.value - facts.fixedS) / facts.pieces) / t.value);
  return scaled(t, (facts.fixedS + (t.value - facts.fixedS) * copies) / t.value);
}

export interface JobSum {
  plates: number;
  timeS: Sum;
  massG: Sum;
  materialMm3: Sum;
  costMinor: Sum;
  currency: string;
}

/** All copies on this printer: plates, machine time, mass and cost. */
export function jobOf(facts: PrintFacts, copies: number): JobSum {
  const perPlate = Math.max(1, facts.perPlate);
  const plates = facts.pieces > 1 ? copies * facts.pieces : Math.ceil(copies / perPlate);
  const { timeS, massG, materialMm3, costMinor } = facts.one;
  /** What `one` holds of a sum is split into the part's own share and the plate's. */
  const sum = (one: Sum, fixed: number): Sum => scaled(one, ((one.value - fixed) * copies + fixed * plates) / one.value);
  return {
    plates,
    timeS: sum(timeS, facts.fixedS),
    massG: sum(massG, 0),
    materialMm3: sum(materialMm3, facts.fixedMm3),
    costMinor: sum(costMinor, facts.fixedMinor),
    currency: facts.one.currency,
  };
}
