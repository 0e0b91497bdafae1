/**
 * Test prints and what is read off them: the profile of the printer follows, with what it was, what it is then, and how sure that is. A
 * ladder is sure to its own step; a caliper to about three hundredths [practice]; two readings of one ladder agree or say how far apart.
 */
import type { Mesh } from "../../mesh";
import type { Process } from "../../scale";
import type { Solids } from "../../slice";
import { overhangOf, type Printer } from "../printers";
import { stockUsed } from "../filament";
import { CLEARANCE_MM } from "../split/joints";
import { clearanceComb, exposureBlock, overhangLadder, slopeFan, wallAndGapLadder } from "./shapes";

export type CouponId = "clearance" | "ladder" | "slopes" | "exposure" | "overhang";

/** One thing that is read: which step is the last good one, or sizes by the caliper. */
interface ReadingWanted {
  key: string;
  label: string;
  how: "by hand" | "by eye" | "by nail" | "caliper";
  /** Of a ladder: its steps, and what each is called. */
  steps?: readonly number[];
  unit: string;
  /** Of a caliper: the size that it should have. */
  nominal?: number;
}

export interface Coupon {
  id: CouponId;
  name: string;
  process: Process | "both";
  /** What is learned, in a sentence. */
  what: string;
  how: string;
  build: (solids: Solids, printer: Printer) => Mesh;
  readings: (printer: Printer) => ReadingWanted[];
  /** What the readings make of the profile. */
  learn: (readings: ReadonlyMap<string, number>, printer: Printer) => CouponChange[];
}

/** One value of the profile, before and after. */
export interface CouponChange {
  /** Where it lies in the profile: "overhangDeg", "fits.clearanceMm". */
  path: string;
  label: string;
  before: number | null;
  after: number;
  low: number;
  high: number;
  unit: string;
  why: string;
}

const ROOMS_MM: Record<Process, readonly number[]> = {
  fdm: [0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.4],
  resin: [0.02, 0.05, 0.08, 0.1, 0.15, 0.2, 0.25],
};
const WALLS_MM: Record<Process, readonly number[]> = { fdm: [0.4, 0.5, 0.6, 0.8, 1, 1.2], resin: [0.2, 0.3, 0.4, 0.5, 0.6, 0.8] };
const GAPS_MM: Record<Process, readonly number[]> = { fdm: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6], resin: [0.05, 0.1, 0.15, 0.2, 0.3, 0.4] };
export const SLOPES_DEG = [3, 5, 8, 12, 20, 30, 45, 60];
const OVERHANGS_DEG = [30, 40, 45, 50, 55, 60, 65, 70];
const BRIDGES_MM = [5, 10, 15, 20, 30, 40];
/** What a caliper in a steady hand is good for, mm. Common practice, no source. */
const CALIPER_MM = 0.03;
/** Width of the exposure bar, mm. */
const BAR_MM = 2;
/** Lights of the exposure steps, as shares of the profile's. */
export const EXPOSURE_SHARES = [0.7, 0.85, 1, 1.2, 1.4];

/** From the last good step to the one beyond it: the value is the good one, and the truth lies between the two. */
function fromLadder(steps: readonly number[], index: number, falling: boolean): { after: number; low: number; high: number } | null {
  if (!(index >= 0 && index < steps.length)) return null;
  const after = steps[index];
  // Falling: smaller is harder, and the one before it has failed. Rising: the one after it has.
  const beyond = falling ? (steps[index - 1] ?? after * 0.8) : (steps[index + 1] ?? after * 1.2);
  return { after, low: Math.min(after, beyond), high: Math.max(after, beyond) };
}

const ladderChange = (
  readings: ReadonlyMap<string, number>,
  key: string,
  steps: readonly number[],
  falling: boolean,
  rest: Pick<CouponChange, "path" | "label" | "before" | "unit" | "why">,
): CouponChange[] => {
  const index = readings.get(key);
  const found = index === undefined ? null : fromLadder(steps, index, falling);
  return found ? [{ ...rest, ...found }] : [];
};

/**
 * The light that gives a bar its width: lateral growth goes with the logarithm of the light, as cure depth does (Jacobs 1992, working
 * curve [published]); a line through the readings, least squares.
 */
export function exposureFor(
  points: readonly { exposureS: number; widthMm: number }[],
  widthMm: number,
): { value: number; low: number; high: number } | null {
  const xs = points.map((p) => Math.log(p.exposureS)),
    ys = points.map((p) => p.widthMm);
  const n = xs.length;
  if (n < 2) return null;
  const mx = xs.reduce((a, b) => a + b, 0) / n,
    my = ys.reduce((a, b) => a + b, 0) / n;
  const sxx = xs.reduce((s, x) => s + (x - mx) ** 2, 0);
  if (sxx < 1e-9) return null;
  const slope = xs.reduce((s, x, i) => s + (x - mx) * (ys[i] - my), 0) / sxx;
  // Longer light never makes it thinner: readings that say so are not of this coupon.
  if (slope <= 0) return null;
  const at = (w: number): number => Math.exp(mx + (w - my) / slope);
  const residual = n > 2 ? Math.sqrt(ys.reduce((s, y, i) => s + (y - my - slope * (xs[i] - mx)) ** 2, 0) / (n - 2)) : CALIPER_MM;
  const spread = Math.max(CALIPER_MM, residual);
  return { value: at(widthMm), low: at(widthMm - spread), high: at(widthMm + spread) };
}

export const COUPONS: readonly Coupon[] = [
  {
    id: "clearance",
    name: "Clearance comb",
    process: "both",
    what: "how much clearance a peg needs in its hole on this printer",
    how: "Try the pin in each hole, starting at the notch. The first hole it fits by hand, without a tool, counts.",
    build: (solids, p) => clearanceComb(solids, ROOMS_MM[p.process]),
    readings: (p) => [
      { key: "hole", label: "first hole that takes the pin", how: "by hand", steps: ROOMS_MM[p.process], unit: "mm of clearance per side" },
    ],
    learn: (readings, p) =>
      ladderChange(readings, "hole", ROOMS_MM[p.process], true, {
        path: "fits.clearanceMm",
        label: "clearance of pegs and keys, per side",
        before: p.fits?.clearanceMm ?? CLEARANCE_MM[p.process],
        unit: "mm",
        why: "The hole before it was too tight; the true value lies between the two.",
      }),
  },
  {
    id: "ladder",
    name: "Wall and gap ladder",
    process: "both",
    what: "the thinnest wall that prints and the narrowest gap that stays open",
    how: "Bend each wall with a fingernail: the thinnest that does not break counts. Hold the gaps against a light: the narrowest that is open counts.",
    build: (solids, p) => wallAndGapLadder(solids, WALLS_MM[p.process], GAPS_MM[p.process]),
    readings: (p) => [
      { key: "wall", label: "thinnest wall that does not break", how: "by nail", steps: WALLS_MM[p.process], unit: "mm" },
      { key: "gap", label: "narrowest open gap", how: "by eye", steps: GAPS_MM[p.process], unit: "mm" },
    ],
    learn: (readings, p) => [
      ...ladderChange(readings, "wall", WALLS_MM[p.process], true, {
        path: "fits.wallMm",
        label: "thinnest wall",
        before: p.fits?.wallMm ?? null,
        unit: "mm",
        why: "The next thinner one broke or did not print.",
      }),
      ...ladderChange(readings, "gap", GAPS_MM[p.process], true, {
        path: "fits.gapMm",
        label: "narrowest gap",
        before: p.fits?.gapMm ?? null,
        unit: "mm",
        why: "The next narrower one was closed.",
      }),
    ],
  },
  {
    id: "slopes",
    name: "Slope fan",
    process: "both",
    what: "from which slope the layer steps are no longer visible",
    how: "Hold it under a low lamp at the scene’s viewing distance. The gentlest slope with no visible lines counts.",
    build: (solids) => slopeFan(solids, SLOPES_DEG),
    readings: () => [{ key: "slope", label: "gentlest slope without lines", how: "by eye", steps: SLOPES_DEG, unit: "° from level" }],
    learn: (readings, p) =>
      ladderChange(readings, "slope", SLOPES_DEG, true, {
        path: "fits.plainSlopeDeg",
        label: "slope from which steps are not visible",
        before: p.fits?.plainSlopeDeg ?? null,
        unit: "°",
        why: `At ${p.layerMm} mm layers; the next gentler slope showed its lines.`,
      }),
  },
  {
    id: "exposure",
    name: "Exposure steps",
    process: "resin",
    what: "the exposure that gives walls their true width",
    how: `Print it five times, with ${EXPOSURE_SHARES.map((s) => `${Math.round(s * 100)} %`).join(", ")} of the profile’s exposure. Wash and cure all the same way; measure the 2 mm width of the bar.`,
    build: (solids) => exposureBlock(solids),
    readings: (p) =>
      p.process === "resin"
        ? EXPOSURE_SHARES.map((s) => ({
            key: `at${s}`,
            label: `bar at ${(p.exposureS * s).toFixed(2)} s`,
            how: "caliper" as const,
            unit: "mm",
            nominal: BAR_MM,
          }))
        : [],
    learn: (readings, p) => {
      if (p.process !== "resin") return [];
      const points = EXPOSURE_SHARES.flatMap((s) => {
        const widthMm = readings.get(`at${s}`);
        return widthMm === undefined ? [] : [{ exposureS: p.exposureS * s, widthMm }];
      });
      const found = exposureFor(points, BAR_MM);
      return found
        ? [
            {
              path: "exposureS",
              label: "exposure",
              before: p.exposureS,
              after: Math.round(found.value * 100) / 100,
              low: found.low,
              high: found.high,
              unit: "s",
              why: `A line through ${points.length} widths against the logarithm of the light.`,
            },
          ]
        : [];
    },
  },
  {
    id: "overhang",
    name: "Overhang and bridge ladder",
    process: "fdm",
    what: "how far it overhangs without support, and how far it bridges",
    how: "Check the undersides: the flattest tongue without loose strands counts, and the longest bridge that does not sag.",
    build: (solids) => overhangLadder(solids, OVERHANGS_DEG, BRIDGES_MM),
    readings: () => [
      { key: "overhang", label: "flattest clean tongue", how: "by eye", steps: OVERHANGS_DEG, unit: "° from upright" },
      { key: "bridge", label: "longest clean bridge", how: "by eye", steps: BRIDGES_MM, unit: "mm" },
    ],
    learn: (readings, p) => [
      ...ladderChange(readings, "overhang", OVERHANGS_DEG, false, {
        path: "overhangDeg",
        label: "overhang without support, from upright",
        before: overhangOf(p),
        unit: "°",
        why: "The next flatter one had loose strands.",
      }),
      ...ladderChange(readings, "bridge", BRIDGES_MM, false, {
        path: "fits.bridgeMm",
        label: "longest bridge",
        before: p.fits?.bridgeMm ?? null,
        unit: "mm",
        why: "The next longer one sagged.",
      }),
    ],
  },
];

/** What a test print takes, before it was ever printed: of the comb, which is the smallest that says something. Common practice, no source. */
const TEST = { fdm: { s: 40 * 60, g: 6 }, resin: { s: 35 * 60, g: 4 } };

/** What is at stake on a plate, and what a test takes instead. */
export function couponStake(printer: Printer, massG: number): { minor: number; testS: number; testG: number } {
  const minor =
    printer.process === "resin"
      ? (stockUsed(printer, massG) / 1000) * printer.pricePerLitreMinor
      : (massG / 1000) * printer.pricePerKgMinor;
  const test = TEST[printer.process];
  return { minor, testS: test.s, testG: test.g };
}
