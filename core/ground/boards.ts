/**
 * Boards: what they weigh, how far they bend when they are carried, and by how many people. A board is layers glued on each other over their
 * whole face; it is carried along its longer side as a beam on two supports under what lies on it (Euler–Bernoulli beam).
 */
import type { Material } from "../joint";

export type BoardMaterial = "foam" | "foam-board" | "mdf" | "ply" | "softwood" | "card" | "cork" | "glass";
export interface BoardFacts {
  label: string;
  /** What a part made of it counts as. */
  made: Material;
  /** Young's modulus, MPa: usual, and what is met. */
  eMPa: { value: number; low: number; high: number };
  densityKgM3: number;
}
/** All from memory: stiffness of foams differs threefold between makes; a strip of your own says better. */
export const BOARD_MATERIALS: Readonly<Record<BoardMaterial, BoardFacts>> = {
  foam: { label: "hard foam", made: "foam", eMPa: { value: 12, low: 8, high: 25 }, densityKgM3: 33 },
  "foam-board": { label: "foam board", made: "foam", eMPa: { value: 45, low: 30, high: 60 }, densityKgM3: 100 },
  mdf: { label: "MDF", made: "wood", eMPa: { value: 3000, low: 2500, high: 3500 }, densityKgM3: 750 },
  ply: { label: "birch plywood", made: "wood", eMPa: { value: 9000, low: 7000, high: 11_000 }, densityKgM3: 680 },
  softwood: { label: "softwood", made: "wood", eMPa: { value: 10_000, low: 8000, high: 12_000 }, densityKgM3: 480 },
  card: { label: "grey card", made: "card", eMPa: { value: 2500, low: 1500, high: 3500 }, densityKgM3: 700 },
  cork: { label: "cork", made: "wood", eMPa: { value: 15, low: 8, high: 30 }, densityKgM3: 200 },
  glass: { label: "glass", made: "clear sheet", eMPa: { value: 70_000, low: 65_000, high: 72_000 }, densityKgM3: 2500 },
};

export interface BoardLayer {
  material: BoardMaterial;
  thicknessMm: number;
  /** Measured, in place of the table's. */
  eMPa?: number | null;
  densityKgM3?: number;
}

const G = 9.81;

export const thicknessOf = (layers: readonly BoardLayer[]): number => layers.reduce((sum, l) => sum + l.thicknessMm, 0);

/** Mass of the bare board, g. */
export const bareG = (layers: readonly BoardLayer[], areaMm2: number): number =>
  layers.reduce((sum, l) => sum + (areaMm2 * l.thicknessMm * (l.densityKgM3 ?? BOARD_MATERIALS[l.material].densityKgM3)) / 1e6, 0);

export interface Stiffness {
  /** Bending stiffness of the whole width, N·mm². */
  value: number;
  low: number;
  high: number;
}

/**
 * EI of layers glued on each other, by the parallel axis theorem about their common neutral axis. Low: the softest of each that is met;
 * high: the stiffest.
 */
export function stiffnessOf(layers: readonly BoardLayer[], widthMm: number): Stiffness {
  const at = (e: (l: BoardLayer) => number): number => {
    let y = 0,
      axial = 0,
      moment = 0;
    const own = layers.map((l) => {
      const mid = y + l.thicknessMm / 2;
      y += l.thicknessMm;
      const ea = e(l) * widthMm * l.thicknessMm;
      axial += ea;
      moment += ea * mid;
      return { mid, ea, ei: (e(l) * widthMm * l.thicknessMm ** 3) / 12 };
    });
    const neutral = axial > 0 ? moment / axial : 0;
    return own.reduce((sum, o) => sum + o.ei + o.ea * (o.mid - neutral) ** 2, 0);
  };
  const of = (l: BoardLayer, which: keyof BoardFacts["eMPa"]): number => l.eMPa ?? BOARD_MATERIALS[l.material].eMPa[which];
  return { value: at((l) => of(l, "value")), low: at((l) => of(l, "low")), high: at((l) => of(l, "high")) };
}

/** E from a strip on two supports with a weight in its middle: FL³/(48·I·δ), MPa. */
export const ownStiffness = (strip: { widthMm: number; thickMm: number; gapMm: number; forceN: number; sagMm: number }): number =>
  (strip.forceN * strip.gapMm ** 3) / (48 * ((strip.widthMm * strip.thickMm ** 3) / 12) * strip.sagMm);

/** A mass that lies from one place along the board to another, g. */
export interface Load {
  fromMm: number;
  toMm: number;
  g: number;
}

/** Places along the board at which the line is drawn. */
const STEPS = 400;
/** Hands this near to each other are one, mm. */
const TOGETHER_MM = 1;

export interface Sag {
  /** Farthest from the line between the hands, up or down, mm. */
  mm: number;
  /** Where. */
  atMm: number;
  /** Down is negative; STEPS + 1 places from end to end. */
  line: Float64Array;
  /** Its weight lies outside the supports, or they are at one place: it is not held at all. */
  tips: boolean;
}

/**
 * How a board bends on two supports: its curvature is bending moment ÷ EI, integrated twice (trapezoid rule; O(steps × loads)). Loads may lie
 * anywhere, beyond the supports too.
 */
export function sagOn(lengthMm: number, eI: number, loads: readonly Load[], supports: readonly [number, number]): Sag {
  const [a, b] = supports[0] <= supports[1] ? supports : [supports[1], supports[0]];
  if (!(lengthMm > 0) || !(eI > 0)) return { mm: 0, atMm: 0, line: new Float64Array(STEPS + 1), tips: false };
  const dx = lengthMm / STEPS;
  const newton = (g: number): number => (g / 1000) * G;
  const total = loads.reduce((sum, l) => sum + newton(l.g), 0);
  const about = loads.reduce((sum, l) => sum + newton(l.g) * ((l.fromMm + l.toMm) / 2), 0);
  // Balance of moments about the first support.
  const rb = b > a ? (about - total * a) / (b - a) : total;
  const ra = total - rb;
  const tips = total > 0 && (b - a < TOGETHER_MM || ra < 0 || rb < 0);
  const moment = (x: number): number => {
    let m = 0;
    if (x > a) m += ra * (x - a);
    if (x > b) m += rb * (x - b);
    for (const l of loads) {
      if (x <= l.fromMm) continue;
      const end = Math.min(x, l.toMm);
      const share = l.toMm > l.fromMm ? (end - l.fromMm) / (l.toMm - l.fromMm) : 1;
      m -= newton(l.g) * share * (x - (l.fromMm + end) / 2);
    }
    return m;
  };
  const line = new Float64Array(STEPS + 1);
  let slope = 0,
    before = moment(0);
  for (let i = 1; i <= STEPS; i++) {
    const now = moment(i * dx);
    const next = slope + ((before + now) / 2) * (dx / eI);
    // The mean of both slopes, less the third of a trapezoid's error in the curvature.
    line[i] = line[i - 1] + ((slope + next) / 2 - ((now - before) * dx) / (12 * eI)) * dx;
    slope = next;
    before = now;
  }
  // Through the two supports.
  const at = (x: number): number => {
    const i = Math.min(STEPS - 1, Math.max(0, Math.floor(x / dx)));
    return line[i] + (line[i + 1] - line[i]) * (x / dx - i);
  };
  const [ya, yb] = [at(a), at(b)];
  let mm = 0,
    atMm = 0;
  const tilt = b > a ? (yb - ya) / (b - a) : 0;
  for (let i = 0; i <= STEPS; i++) line[i] -= ya + tilt * (i * dx - a);
  for (let i = 0; i <= STEPS; i++)
    if (Math.abs(line[i]) > Math.abs(mm)) {
      mm = line[i];
      atMm = i * dx;
    }
  return { mm: Math.abs(mm), atMm, line, tips };
}

/** Where the two supports stand, as a share of the length from each end. */
export const SUPPORTS = {
  /** By its ends. */
  ends: 0,
  /** A fifth in: the moments in the middle and over the supports are alike, 1/2 − √2/4 … (0.207). */
  quarter: (Math.SQRT2 - 1) / 2,
  /** Least sag: the ends and the middle hang alike (0.223; near the Bessel points, recalled). */
  bessel: 0.2232,
} as const;
export type SupportName = keyof typeof SUPPORTS;

/** On supports so far in from both ends, mm from the first end. */
export const supportsAt = (lengthMm: number, share: number): [number, number] => [lengthMm * share, lengthMm * (1 - share)];

/** Places of a hand that are tried first, along the board. */
const TRIED = 16;

/**
 * Where two hands let a board sag least under what lies on it: a grid of pairs, then steps that are halved down to a millimetre. Stiffness does
 * not matter: it scales every sag alike.
 */
export function bestSupports(lengthMm: number, loads: readonly Load[]): [number, number] {
  const sagAt = (at: readonly [number, number]): number => {
    const { mm, tips } = sagOn(lengthMm, 1, loads, at);
    return tips ? Infinity : mm;
  };
  let best = supportsAt(lengthMm, SUPPORTS.bessel),
    least = sagAt(best);
  const take = (at: [number, number]): boolean => {
    if (at[0] < 0 || at[1] > lengthMm || at[0] >= at[1]) return false;
    const mm = sagAt(at);
    if (!(mm < least)) return false;
    [best, least] = [at, mm];
    return true;
  };
  for (let i = 0; i < TRIED; i++) for (let j = i + 1; j <= TRIED; j++) take([(i * lengthMm) / TRIED, (j * lengthMm) / TRIED]);
  for (let step = lengthMm / TRIED / 2; step >= 1;) {
    const [a, b] = best;
    const moved = [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j): [number, number] => [a + i * step, b + j * step]));
    if (!moved.map(take).includes(true)) step /= 2;
  }
  return best;
}

/** One person carries up to this at arm's length, and up to this width. Recalled: manual-handling filters of 10 to 15 kg. */
const ONE_PERSON = { g: 10_000, mm: 1000 } as const;
export const peopleFor = (massG: number, longestMm: number): 1 | 2 => (massG > ONE_PERSON.g || longestMm > ONE_PERSON.mm ? 2 : 1);
