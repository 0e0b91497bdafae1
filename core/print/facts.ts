/** Everything one printer has to say about one part at one size: which way up, does it fit, time, material, cost. */
import type { OnProgress } from "../units";
import { sameTurn, type Turn } from "../mesh";
import { findLines, layersS, lineSettings } from "./estimate/fdm";
import { figuresOf, type PrintEstimate } from "./estimate/figures";
import type { FoundEstimate, Sum } from "./estimate/found";
import { copiesPerPlate } from "./fit";
import { liesOnPlate, mayLie, resinPoints, type Points } from "./orient/hold";
import { waysUp, type StanceChoice } from "./orient/sides";
import { whyUp, type WayUp } from "./orient/words";
import type { PrintProfile, ResinProfile } from "./printers";
import { findResin } from "./estimate/resin";
import { priceOf, type Price } from "./price";
import type { Shape } from "./shape";

/** Raise it when estimates are computed differently: kept facts are then made anew. */
export const PRINT_VERSION = 11;

/** What was found of a part on a printer: numbers alone, without a price. */
export interface FoundPrint {
  /** Size the facts belong to (model ÷ file). */
  factor: number;
  turn: Turn;
  up: WayUp;
  fits: boolean;
  pieces: number;
  perPlate: number;
  overMm: [number, number, number];
  /** One copy alone on a plate. */
  one: FoundEstimate;
  /** The share of the time that does not grow with copies, s. */
  fixedS: number;
  /** Material a plate takes beyond its parts, mm³. */
  fixedMm3: number;
  /** No shape is known, only a size. */
  sizeOnly: boolean;
}

/** The same with what is said of it, at a price. */
export interface PrintFacts extends Omit<FoundPrint, "one" | "up" | "sizeOnly"> {
  /** Why this way up, in short clauses. */
  upWhy: string[];
  one: PrintEstimate;
  /** What a plate costs beyond its parts, minor units. */
  fixedMinor: number;
}

/** @param turn how the user has turned it; otherwise the best of six sides up */
export function findPrint(
  shape: Shape,
  printer: PrintProfile,
  factor: number,
  turn?: Turn,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): FoundPrint {
  const ways = waysUp(shape, printer, turn);
  const way = (turn && ways.find((w) => sameTurn(w.turn, turn))) ?? ways[0];
  onProgress?.(0.1, "orientation");
  const { pieces } = way.fit;
  const { one, lie } =
    printer.process === "fdm"
      ? {
          one: findLines(
            shape.lines(way.turn, lineSettings(printer), (f, phase) => onProgress?.(0.1 + 0.9 * f, phase), signal),
            printer,
          ),
          lie: null,
        }
      : resinOf(shape, printer, way);
  const { areaMm2, overhangMm2, gentleMm2, footing } = way;
  return {
    factor,
    turn: way.turn,
    up: { areaMm2, overhangMm2, gentleMm2, footing, lie },
    fits: way.fit.fits,
    pieces,
    perPlate: copiesPerPlate(way.stance, printer),
    overMm: way.fit.overMm,
    one,
    fixedS: printer.process === "fdm" ? printer.startS : one.timeS.value / pieces,
    fixedMm3: printer.process === "fdm" ? 0 : printer.lossMlPerPlate * 1000,
    sizeOnly: false,
  };
}

/** What was found, in figures at a price. */
export function factsOf({ up, one, sizeOnly, ...found }: FoundPrint, price: Price): PrintFacts {
  return {
    ...found,
    upWhy: whyUp(up, found.fits, found.pieces),
    one: figuresOf(one, price, sizeOnly),
    fixedMinor: one.process === "fdm" ? 0 : (found.fixedMm3 / 1e6) * price.minor,
  };
}

/** Both in one, at the printer's own price. */
export const printFacts = (...of: Parameters<typeof findPrint>): PrintFacts => factsOf(findPrint(...of), priceOf(of[1]));

/** A resin piece flat on the plate or raised on supports, and where it might be either: which of the two, and what each takes. */
function resinOf(shape: Shape, printer: ResinProfile, way: StanceChoice): { one: FoundEstimate; lie: WayUp["lie"] } {
  const { pieces, storeys, widthMm, depthMm } = way.fit;
  const find = (points: Points | null): FoundEstimate => findResin(way.heightMm / storeys, shape.volumeMm3, 1, printer, points, pieces);
  const flat = liesOnPlate(way);
  if (!flat && !mayLie(way)) return { one: find(resinPoints(shape, printer, way.turn)), lie: null };
  const [lying, raised] = [find(null), find(resinPoints(shape, printer, way.turn))];
  return {
    one: flat ? lying : raised,
    lie: {
      flat,
      thickMm: way.heightMm,
      narrowMm: Math.min(widthMm, depthMm),
      flatS: lying.timeS.value,
      flatMm3: lying.materialMm3.value,
      raisedS: raised.timeS.value,
      raisedMm3: raised.materialMm3.value,
    },
  };
}

/**
 * Time of one piece at `by` times the size, s, between two bounds: there are `by` times the layers, and each takes between `by` (its
 * walls) and `by`² (its insides) as long, but never less than the least time of a layer. Resin goes with the height.
 */
export function timeAtSizeS(facts: PrintFacts, by: number): { low: number; high: number } {
  const { timeS, layering, process } = facts.one;
  const own = Math.max(0, timeS.value - facts.fixedS);
  if (process === "resin") return { low: timeS.value * by, high: timeS.value * by };
  if (!layering) return { low: facts.fixedS + own * Math.min(by, by ** 3), high: facts.fixedS + own * Math.max(by, by ** 3) };
  const rest = own - layersS(layering, 1);
  const at = (each: number): number =>
    facts.fixedS + rest * by + by * layersS({ ...layering, times: layering.times.map((l) => ({ ...l, aloneS: l.aloneS * each })) }, 1);
  const ends = [at(by), at(by ** 2)];
  return { low: Math.min(...ends), high: Math.max(...ends) };
}

/** What was found of a part whose shape is not known: value and way up of one guess, ranges from both. */
export function widened(found: FoundPrint, other: FoundPrint): FoundPrint {
  const both = (key: "timeS" | "materialMm3" | "massG"): Sum => {
    const [a, b] = [found.one[key], other.one[key]];
    return { value: a.value, low: Math.min(a.low, b.low), high: Math.max(a.high, b.high) };
  };
  const one = { ...found.one, timeS: both("timeS"), materialMm3: both("materialMm3"), massG: both("massG") };
  return { ...found, one, sizeOnly: true };
}

const scaled = (f: Sum, factor: number): Sum => ({ value: f.value * factor, low: f.low * factor, high: f.high * factor });

/**
 * Machine time of one plate with `copies` on it, s. A part in pieces has a plate for each piece: they share what one copy takes, and
 * each has its own start.
 */
export function plateTimeS(facts: PrintFacts, copies: number): Sum {
  const { timeS, layering } = facts.one;
  if (timeS.value === 0) return timeS;
  if (facts.pieces > 1) return scaled(timeS, plateOfPieceS(facts) / timeS.value);
  // Layer changes and the start are once a plate; supports are each piece's own.
  if (layering && copies > 1)
    return scaled(timeS, (timeS.value + layersS(layering, copies) - layersS(layering, 1) + (copies - 1) * layering.supportS) / timeS.value);
  return scaled(timeS, (facts.fixedS + Math.max(0, timeS.value - facts.fixedS) * copies) / timeS.value);
}

/** One plate of a part that is cut: filament pieces share the lines and have a start each; resin pieces are as high as a storey. */
function plateOfPieceS(facts: PrintFacts): number {
  const own = Math.max(0, facts.one.timeS.value - facts.fixedS * (facts.one.process === "resin" ? facts.pieces : 1));
  return facts.fixedS + own / facts.pieces;
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
  const { timeS, massG, materialMm3, costMinor } = facts.one;
  const cut = facts.pieces > 1;
  const plates = cut ? copies * facts.pieces : Math.ceil(copies / perPlate);
  // Full plates, and the last one with what is left.
  const left = copies - (plates - 1) * perPlate;
  const time = cut
    ? scaled(plateTimeS(facts, 1), plates)
    : plates === 0
      ? scaled(timeS, 0)
      : addSums(scaled(plateTimeS(facts, perPlate), plates - 1), plateTimeS(facts, left));
  const platesOfOne = cut ? facts.pieces : 1;
  /** What `one` holds of a sum is split into the part's own share and the plate's. */
  const sum = (one: Sum, fixed: number): Sum => {
    if (one.value === 0) return scaled(one, 0);
    return scaled(one, ((one.value - fixed * platesOfOne) * copies + fixed * plates) / one.value);
  };
  return {
    plates,
    timeS: time,
    massG: sum(massG, 0),
    materialMm3: sum(materialMm3, facts.fixedMm3),
    costMinor: sum(costMinor, facts.fixedMinor),
    currency: facts.one.currency,
  };
}

const addSums = (a: Sum, b: Sum): Sum => ({ value: a.value + b.value, low: a.low + b.low, high: a.high + b.high });
