/**
 * Printer profiles. The three below are generic starting values (common practice, no source): a user edits them to match
 * their own machine. Speeds in mm/s, accelerations in mm/s², times in seconds, prices in minor units.
 */
import type { Edges, Exclusion } from "../lay";
import type { Process } from "../scale";

interface PrinterBase {
  id: string;
  name: string;
  /** Build space x, y, z in mm. */
  bedMm: [number, number, number];
  /** Kept free at every edge: prints fail there first. */
  marginMm: number;
  layerMm: number;
  currency: string;
  /** Overhang that prints without support, degrees from upright. Profiles from before it was asked have none. */
  overhangDeg?: number;
  /** Where values come from that are not generic, by the path of their field: typed by the user, or learned from so many prints. */
  origins?: Record<string, Origin>;
  /** What the user's own figures said of the model's. */
  learned?: PrinterLesson[];
  /** What the profile was before, newest last. */
  earlier?: EarlierProfile[];
  /** Sides at which pieces stay further from the edge than its margin, because prints fail there. */
  edges?: Edges;
  /** Where nothing may stand. */
  exclusions?: Exclusion[];
  /** Spool or bottle that is on it: a supply's id. */
  loadedId?: string | null;
  /** What test prints have said of it. */
  fits?: Fits;
  /** What an hour of it costs beside the material, as far as somebody said. */
  machine?: MachineCost;
  /** It must be still in the quiet hours. */
  quiet?: boolean;
  /** What parts are taken off with least trouble, as the user calls it: "smooth sheet", "flexible plate". */
  surface?: string;
  /** Side of a pixel of the light, mm: resin only; 0 or absent where nobody said. */
  pixelMm?: number;
  /** What holds in the demo scene alone: made-up lessons and simulated prints say nothing of the user's own machine. */
  inDemo?: InDemo;
  /** Where it answers, when the program may start jobs on it; a stand-in of the program's own server as a rule. */
  address?: string | null;
}

export interface InDemo {
  learned?: PrinterLesson[];
  loadedId?: string | null;
  surface?: string;
  address?: string | null;
}

/** What a machine costs: money in minor units of the currency of habit. */
export interface MachineCost {
  priceMinor?: number;
  /** What it will still bring. */
  residualMinor?: number;
  lifeH?: number;
  /** Mean power while it prints. */
  watts?: number;
  perKWhMinor?: number;
  /** Parts that wear, all that one set costs, and how long that lasts. */
  partsMinor?: number;
  partsLifeH?: number;
}

/** What a test print says of a printer: rooms, walls and slopes, mm and degrees. */
export interface Fits {
  /** Room for pegs and keys, a side. */
  clearanceMm?: number;
  /** Thinnest wall that stands, narrowest gap that stays open. */
  wallMm?: number;
  gapMm?: number;
  /** Longest bridge that does not sag. */
  bridgeMm?: number;
  /** Slope from which layer steps are not seen. */
  plainSlopeDeg?: number;
}

export interface Origin {
  from: "typed" | "learned";
  /** Prints that it was learned from. */
  prints?: number;
}

/** One part whose hours and grams the user knew better. */
export interface PrinterLesson {
  at: number;
  from: "typed" | "file" | "print";
  /** Which part it was, or which print. */
  what: string;
  /** The entry of the log that it comes from: struck out there, it is forgotten here. */
  recordId?: string;
  /** Theirs ÷ the model's. */
  timeRatio: number;
  massRatio: number | null;
}

export interface EarlierProfile {
  at: number;
  note: string;
  profile: PrintProfile;
}

/** Resin below this is warmed first, °C. Common practice, no source. */
export const RESIN_WARM_C = 20;

/** Gap between neighbours on a plate, mm. Common practice, no source. */
export const SPACING_MM: Record<Process, number> = { fdm: 4, resin: 3 };

/** Overhang that prints without support where a profile says none, degrees from upright. Common practice, no source. */
const OVERHANG_DEG: Record<Process, number> = { fdm: 50, resin: 40 };
/** The overhang limit of a profile, used for the way up and for supports alike. */
export const overhangOf = (printer: { process: Process; overhangDeg?: number }): number =>
  printer.overhangDeg ?? OVERHANG_DEG[printer.process];

export interface FilamentPrinter extends PrinterBase {
  process: "fdm";
  lineWidthMm: number;
  wallLines: number;
  topLayers: number;
  bottomLayers: number;
  /** Share of the inside that is filled, 0..1. */
  infill: number;
  speedMmS: { outerWall: number; innerWall: number; skin: number; infill: number; travel: number };
  accelerationMmS2: number;
  /** Speed at which corners are taken, mm/s. */
  cornerMmS: number;
  leastLayerS: number;
  layerChangeS: number;
  /** Heating and levelling before the first layer. */
  startS: number;
  densityGCm3: number;
  pricePerKgMinor: number;
  /** The rest was asked later: see FILAMENT_DEFAULTS for what a profile without it means. */
  firstLayerMmS?: number;
  /** Width of the brim, mm; 0 for none. */
  brimMm?: number;
  raftLayers?: number;
  /** How dense supports are, 0..1. */
  supportDensity?: number;
}

/** What a profile means that does not say it. Common practice, no source. */
const FILAMENT_DEFAULTS = { firstLayerMmS: 25, brimMm: 0, raftLayers: 0, supportDensity: 0.15 };
export const withDefaults = <P extends FilamentProfile>(profile: P): P & typeof FILAMENT_DEFAULTS => ({ ...FILAMENT_DEFAULTS, ...profile });

/** One lift and return; in two stages where the slow first one is followed by a quick second. */
export interface Lift {
  distanceMm: number;
  liftMmMin: number;
  retractMmMin: number;
  restS: number;
  /** The second stage: on top of the first, and back again at its own speed. */
  second?: { distanceMm: number; liftMmMin: number; retractMmMin: number };
  /** Rest at the top, and before the light, s. */
  topRestS?: number;
  beforeLightS?: number;
}

export interface ResinPrinter extends PrinterBase {
  process: "resin";
  bottomLayers: number;
  bottomExposureS: number;
  exposureS: number;
  lift: Lift;
  startS: number;
  /** How far supports hold the part off the plate, mm. */
  supportLiftMm: number;
  /** What clings to plate and part and is washed off, ml a plate. */
  lossMlPerPlate: number;
  curedDensityGCm3: number;
  pricePerLitreMinor: number;
  /** The rest was asked later: see RESIN_DEFAULTS for what a profile without it means. */
  /** Layers over which the exposure falls from the bottom's to the others'. */
  transitionLayers?: number;
  /** Of the bottom layers, where it is slower than the others'; as the others' when absent. */
  bottomLift?: Lift;
  /** One point of support for a square of this side, mm. */
  supportSpacingMm?: number;
  /** Diameter of the point that touches the part, mm. */
  supportTipMm?: number;
  /** It warms its vat by itself. */
  heatedVat?: boolean;
}

/** What a profile means that does not say it. Common practice, no source. */
const RESIN_DEFAULTS = { transitionLayers: 0, supportSpacingMm: 4, supportTipMm: 0.4 };
export const withResinDefaults = <P extends ResinProfile>(profile: P): P & typeof RESIN_DEFAULTS => ({ ...RESIN_DEFAULTS, ...profile });

export type Printer = FilamentPrinter | ResinPrinter;

/** What of a printer its figures follow from: all but what it is called. */
/** Fields that no figure follows from. */
export const NOT_RECKONED_WITH = [
  "id",
  "name",
  "origins",
  "earlier",
  "learned",
  "edges",
  "exclusions",
  "fits",
  "machine",
  "loadedId",
  "quiet",
  "surface",
  "address",
  "heatedVat",
  "pixelMm",
  "inDemo",
] as const;
type NotReckonedWith = (typeof NOT_RECKONED_WITH)[number];
export type FilamentProfile = Omit<FilamentPrinter, NotReckonedWith>;
export type ResinProfile = Omit<ResinPrinter, NotReckonedWith>;
export type PrintProfile = FilamentProfile | ResinProfile;

/** Layers thinner than this are on no machine, mm. Common practice, no source. */
export const LEAST_LAYER_MM = 0.01;
/** A layer that light cures through at once, mm. Common practice, no source. */
const MOST_RESIN_LAYER_MM = 0.2;
/** The highest layer that holds together: of filament as high as its line is wide, and no nozzle lays more than a millimetre. Common practice, no source. */
export const mostLayerMm = (printer: { process: "fdm"; lineWidthMm: number } | { process: "resin" }): number =>
  printer.process === "fdm" ? Math.min(1, printer.lineWidthMm) : MOST_RESIN_LAYER_MM;

/** A printer without its name: what its figures are kept under, so that a rename loses none. */
export function profileOf(printer: Printer): PrintProfile {
  const profile: Record<string, unknown> = { ...printer };
  for (const field of NOT_RECKONED_WITH) delete profile[field];
  return profile as unknown as PrintProfile;
}

const FILAMENT: Omit<FilamentPrinter, "id" | "name" | "bedMm"> = {
  process: "fdm",
  marginMm: 5,
  layerMm: 0.2,
  currency: "EUR",
  lineWidthMm: 0.45,
  wallLines: 3,
  topLayers: 4,
  bottomLayers: 4,
  infill: 0.1,
  speedMmS: { outerWall: 60, innerWall: 90, skin: 80, infill: 100, travel: 160 },
  accelerationMmS2: 1500,
  cornerMmS: 8,
  leastLayerS: 6,
  layerChangeS: 0.8,
  startS: 420,
  densityGCm3: 1.24,
  pricePerKgMinor: 2000,
};

/** The printers a new scene starts with. */
export const GENERIC_PRINTERS: readonly Printer[] = [
  { ...FILAMENT, id: "large-filament", name: "Large filament", bedMm: [235, 235, 250] },
  { ...FILAMENT, id: "small-filament", name: "Small filament", bedMm: [180, 180, 180] },
  {
    id: "resin",
    name: "Resin",
    process: "resin",
    bedMm: [153, 77, 160],
    marginMm: 3,
    layerMm: 0.05,
    currency: "EUR",
    bottomLayers: 5,
    bottomExposureS: 30,
    exposureS: 2.5,
    lift: { distanceMm: 6, liftMmMin: 60, retractMmMin: 150, restS: 1 },
    startS: 120,
    supportLiftMm: 5,
    lossMlPerPlate: 6,
    curedDensityGCm3: 1.18,
    pricePerLitreMinor: 3000,
  },
];
