/**
 * Three to five ways to turn a part that nobody dominates. Where a part may lie comes from its hull's flat faces, the six sides, habits of
 * the trade and, for resin, many directions; normals are binned once (directions.ts) and only the best few are looked at closely
 * (stand.ts). No single number decides: each is named by what it is best for.
 */
import { facetsOf, sameTurn, turnRows, TURNS, upOf, UPS, type Mesh, type Turn } from "../../mesh";
import { throwIfCancelled, type OnProgress } from "../../units";
import { overhangOf, type PrintProfile } from "../printers";
import { resinTimeS } from "../estimate/resin";
import type { Shape } from "../shape";
import { bestDirections, spread } from "./directions";
import type { Marks } from "./hold";
import { lookAt, type Stand } from "./stand";

/** Raise it when candidates are found differently. */
export const WAYS_VERSION = 4;

export type BestFor = "clean" | "short" | "support" | "safe";
export const BEST_FOR: Record<BestFor, string> = {
  clean: "cleanest visible faces",
  short: "shortest",
  support: "least support",
  safe: "most reliable",
};

/** Why somebody would lay it so, where it is no measure but a habit. */
export type Habit = "flat" | "tilted" | "on edge";
export const HABITS: Record<Habit, string> = {
  flat: "flat, the usual way for windows and panels",
  tilted: "tilted, the usual way for resin blocks",
  "on edge": "on edge, so that a gentle slope becomes steep",
};

export interface Candidate extends Stand {
  bestFor: BestFor[];
  habit: Habit | null;
  /** The user's own turn. */
  own: boolean;
  /** What it is weighed by. */
  weights: Record<BestFor, number>;
}

type Direction = readonly [number, number, number];

/** Faces of the hull that lie within this of each other are one. */
const ONE_FACE = Math.cos((1.5 * Math.PI) / 180);
const MOST_FACES = 40;
const DIRECTIONS = 1000;
/** Turns whose axes differ by less are one. */
const SAME_WAY = Math.cos((6 * Math.PI) / 180);
const MOST = 5;
const LEAST = 3;
/** Weights nearer than this share are the same part turned over. */
const SAME = 0.005;
/** Of what is about as good, the one that is turned least. */
const LIKE_STANDING = 0.01;
/** Resin blocks are tilted by so much. Common practice, no source. */
const TILT_DEG = 30;
/** Thinner than this share of its width it is a panel. */
const PANEL = 0.15;
/** So much of the area at less than this slope makes a roof of it that shows its lines. Common practice, no source. */
const GENTLE = { deg: 30, share: 0.15 };

/** Do they stand the same way up? Turned about the vertical a part prints alike. */
export const sameWayUp = (a: Turn, b: Turn): boolean => sameTurn(a, b) || dot(axisOf(a), axisOf(b)) > 1 - 1e-6;

/** The shortest rotation that brings a direction to the top. */
export function turnTo([x, y, z]: Direction): Turn {
  const side = UPS.find((up) => {
    const [a, b, c] = turnRows(TURNS[up])[2];
    return a * x + b * y + c * z > 1 - 1e-6;
  });
  if (side) return TURNS[side];
  const w = 1 + z;
  const turn: Turn = [y, -x, 0, w];
  const length = Math.hypot(...turn);
  return turn.map((v) => v / length) as Turn;
}

/** Directions that point up when the part lies on one of its hull's flat faces, largest face first. */
export function restingDirections(hull: Mesh): Direction[] {
  const { normals, areasMm2 } = facetsOf(hull);
  const order = Array.from(areasMm2.keys()).sort((a, b) => areasMm2[b] - areasMm2[a]);
  const faces: { n: [number, number, number]; area: number }[] = [];
  for (const t of order) {
    if (areasMm2[t] === 0) break;
    const n = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]] as [number, number, number];
    const face = faces.find((f) => f.n[0] * n[0] + f.n[1] * n[1] + f.n[2] * n[2] > ONE_FACE);
    if (face) face.area += areasMm2[t];
    else if (faces.length < 400) faces.push({ n, area: areasMm2[t] });
  }
  return faces
    .sort((a, b) => b.area - a.area)
    .slice(0, MOST_FACES)
    .map(({ n: [x, y, z] }) => [-x, -y, -z]);
}

const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const axisOf = (turn: Turn): Direction => turnRows(turn)[2] as unknown as Direction;

function tilted([x, y, z]: Direction, deg: number): Direction {
  const by = (deg * Math.PI) / 180;
  // About a level axis, to the side away from the file's front, and a little about the other, so that no long edge comes off at once.
  const side: Direction = Math.abs(z) > 0.9 ? [0.35, 1, 0] : [0.35 * y, -0.35 * x, 1];
  const along = dot(side, [x, y, z]);
  const level = side.map((v, k) => v - along * [x, y, z][k]);
  const length = Math.hypot(...level);
  return [0, 1, 2].map((k) => [x, y, z][k] * Math.cos(by) + (level[k] / length) * Math.sin(by)) as unknown as Direction;
}

function habitsOf(shape: Shape, resting: readonly Direction[], printer: PrintProfile): { direction: Direction; habit: Habit }[] {
  const out: { direction: Direction; habit: Habit }[] = [];
  const reach = (d: Direction): number => {
    let low = Infinity,
      high = -Infinity;
    const p = shape.hull.positions;
    for (let v = 0; v < p.length; v += 3) {
      const h = p[v] * d[0] + p[v + 1] * d[1] + p[v + 2] * d[2];
      low = Math.min(low, h);
      high = Math.max(high, h);
    }
    return high - low;
  };
  const flat = resting[0];
  if (!flat) return out;
  const sides: Direction[] = UPS.map((up) => axisOf(TURNS[up]));
  const thin = reach(flat);
  const wide = Math.min(...sides.filter((s) => Math.abs(dot(s, flat)) < 0.5).map(reach));
  if (thin < PANEL * wide) out.push({ direction: flat, habit: "flat" });
  else if (printer.process === "resin") out.push({ direction: tilted(flat, TILT_DEG), habit: "tilted" });
  // A roof: much of the surface looks up at a gentle slope. On edge the slope stands steep.
  const { normals, areasMm2 } = shape.facets;
  let gentle = 0,
    whole = 0;
  const side = [0, 0];
  for (let t = 0; t < areasMm2.length; t++) {
    const z = normals[t * 3 + 2];
    whole += areasMm2[t];
    if (z < Math.cos((GENTLE.deg * Math.PI) / 180) || z > Math.cos((3 * Math.PI) / 180)) continue;
    gentle += areasMm2[t];
    side[0] += Math.abs(normals[t * 3]) * areasMm2[t];
    side[1] += Math.abs(normals[t * 3 + 1]) * areasMm2[t];
  }
  if (gentle > GENTLE.share * whole) {
    // Stand on the gable: the ridge, which runs across the slopes, points up.
    const ridge: Direction = side[0] > side[1] ? [0, 1, 0] : [1, 0, 0];
    const face = resting.find((d) => Math.abs(dot(d, ridge)) > 0.97);
    out.push({ direction: face ?? ridge, habit: "on edge" });
  }
  return out;
}

/**
 * @param own the user's own turn: looked at and shown whatever it is worth
 * @throws when cancelled
 */
export function candidates(
  shape: Shape,
  printer: PrintProfile,
  marks: Marks,
  own?: Turn,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Candidate[] {
  const resting = restingDirections(shape.hull);
  const sides = UPS.map((up) => axisOf(TURNS[up]));
  const all: Direction[] = [...sides, ...resting];
  if (printer.process === "resin") all.push(...spread(DIRECTIONS));
  const over = Math.sin((overhangOf(printer) * Math.PI) / 180);
  const looked = new Map<BestFor | Habit | "own", Direction>();
  const whole = shape.facets.areasMm2.reduce((sum, a) => sum + a, 0) || 1;
  const heights = all.map((d) => heightOf(shape.hull, d));
  const lying = restingArea(shape.hull, all);
  const size = Math.max(...heights);
  onProgress?.(0.05, "orientation");
  // What lies on the plate hangs over nothing.
  const overMm2 = (mm2: number, i: number): number => Math.max(0, mm2 - lying[i]);
  const firmly = (i: number): number => (printer.process === "fdm" && lying[i] < 0.02 * whole ? 1 : 0);
  const weigh: Record<BestFor, (cost: { overMm2: number; steppedMm2: number }, i: number) => number> = {
    clean: (c, i) => c.steppedMm2 / whole + (0.5 * overMm2(c.overMm2, i)) / whole + firmly(i),
    short: (c, i) => heights[i] / size + (0.3 * overMm2(c.overMm2, i)) / whole + firmly(i),
    support: (c, i) => overMm2(c.overMm2, i) / whole + (0.05 * heights[i]) / size + 0.02 * (c.steppedMm2 / whole) + firmly(i),
    safe: (c, i) =>
      printer.process === "resin"
        ? // Peel goes with the mean section, which is volume by height.
          0.5 * (1 - heights[i] / size) + overMm2(c.overMm2, i) / whole
        : heights[i] / size - (2 * lying[i]) / whole + (0.3 * overMm2(c.overMm2, i)) / whole,
  };
  for (const goal of Object.keys(weigh) as BestFor[])
    looked.set(
      goal,
      all[bestDirections(shape.facets, all, 1, over, (c, i) => weigh[goal](c, i) + LIKE_STANDING * (1 - all[i][2]), marks.seen)[0].index],
    );
  for (const { direction, habit } of habitsOf(shape, resting, printer)) looked.set(habit, direction);
  const turns: Turned[] = [];
  for (const [why, direction] of looked) {
    const habit = why in HABITS ? (why as Habit) : null;
    const there = turns.find((x) => dot(axisOf(x.turn), direction) > SAME_WAY);
    if (there) there.habit ??= habit;
    else turns.push({ turn: turnTo(direction), habit, own: false });
  }
  const known = (d: Direction): boolean => turns.some((x) => dot(axisOf(x.turn), d) > SAME_WAY);
  const also = (directions: readonly Direction[], most: number): void => {
    for (const d of directions) if (turns.length < most && !known(d)) turns.push({ turn: turnTo(d), habit: null, own: false });
  };
  const bests = (goal: BestFor, count: number): Direction[] =>
    bestDirections(shape.facets, all, count, over, weigh[goal], marks.seen).map(({ index }) => all[index]);
  const looks = looksFor(shape, printer);
  // The sums over facets only guess what a close look will find: beside the best of each goal the next ones, the habits tilted further, and
  // the sides are looked at, as many as the mesh leaves time for.
  if (printer.process === "resin") {
    for (const goal of GOALS) also(bests(goal, 12), turns.length + looks / 10);
    const flat = resting[0] ?? [0, 0, 1];
    also(
      TILTS_DEG.flatMap((deg) => Array.from({ length: AZIMUTHS }, (_, i) => leant(flat, deg, (i * 2 * Math.PI) / AZIMUTHS))),
      looks * 0.6,
    );
    also([...sides, ...resting], looks * 0.6);
  } else if (turns.length < 4) for (const goal of ["support", "clean"] as const) also(bests(goal, 6), 6);
  if (own) {
    const there = turns.find((x) => sameWayUp(x.turn, own));
    if (there) there.own = true;
    else turns.push({ turn: own, habit: null, own: true });
  }
  let done = 0;
  const look = (x: Turned): Candidate => {
    throwIfCancelled(signal);
    onProgress?.(
      Math.min(0.99, 0.1 + (0.9 * done++) / Math.max(turns.length, printer.process === "resin" ? looks : 0)),
      "looking at each way",
    );
    const stand = lookAt(shape, printer, x.turn, marks);
    return { ...stand, bestFor: [], habit: x.habit, own: x.own, weights: weightsOf(stand, printer) };
  };
  const stands = turns.map(look);
  if (printer.process === "resin") refine(stands, look, looks);
  onProgress?.(1, "");
  return named(stands);
}

interface Turned {
  turn: Turn;
  habit: Habit | null;
  own: boolean;
}

/** Turns that are looked at closely: a look is linear in facets. Fewer for large meshes, so that it stays a matter of seconds. */
const LOOKS = { least: 14, most: 70, facets: 700_000 };
const looksFor = (shape: Shape, printer: PrintProfile): number =>
  printer.process === "resin" ? Math.round(Math.min(LOOKS.most, Math.max(LOOKS.least, LOOKS.facets / shape.facets.areasMm2.length))) : 0;

/** Resin parts are tried at these slopes, to so many sides. */
const TILTS_DEG = [30, 15, 45, 60];
const AZIMUTHS = 4;
/** Steps to the neighbours of a good turn, degrees. */
const STEPS_DEG = [9, 4];

/** A direction leant by so much, to a side that is told by an angle. */
function leant(d: Direction, deg: number, side: number): Direction {
  const [x, y, z] = d;
  const across: Direction = Math.abs(z) < 0.9 ? [y, -x, 0] : [0, z, -y];
  const length = Math.hypot(...across);
  const u = across.map((v) => v / length) as unknown as Direction;
  const v: Direction = [y * u[2] - z * u[1], z * u[0] - x * u[2], x * u[1] - y * u[0]];
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [0, 1, 2].map((k) => c * d[k] + s * (Math.cos(side) * u[k] + Math.sin(side) * v[k])) as unknown as Direction;
}

/** Around the best of each goal the neighbours are looked at too, by the measure that judges, until there is no time left. */
function refine(stands: Candidate[], look: (x: Turned) => Candidate, looks: number): void {
  for (const deg of STEPS_DEG)
    for (const goal of ["safe", "support", "short", "clean"] as const) {
      const fitting = stands.filter((c) => c.fit.fits);
      if (fitting.length === 0) return;
      const best = fitting.reduce((a, b) => (b.weights[goal] < a.weights[goal] ? b : a));
      for (let i = 0; i < 6 && stands.length < looks; i++) {
        const direction = leant(axisOf(best.turn), deg, (i * Math.PI) / 3);
        if (stands.some((c) => dot(axisOf(c.turn), direction) > Math.cos(((deg / 2) * Math.PI) / 180))) continue;
        stands.push(look({ turn: turnTo(direction), habit: null, own: false }));
      }
    }
}

function heightOf({ positions: p }: Mesh, [x, y, z]: Direction): number {
  let low = Infinity,
    high = -Infinity;
  for (let v = 0; v < p.length; v += 3) {
    const h = p[v] * x + p[v + 1] * y + p[v + 2] * z;
    if (h < low) low = h;
    if (h > high) high = h;
  }
  return high - low;
}

/** Area of the hull that lies on the plate for each direction, mm². */
function restingArea(hull: Mesh, directions: readonly Direction[]): Float64Array {
  const bins = facetsOf(hull);
  const out = new Float64Array(directions.length);
  directions.forEach((d, i) => {
    for (let t = 0; t < bins.areasMm2.length; t++) {
      const down = -(bins.normals[t * 3] * d[0] + bins.normals[t * 3 + 1] * d[1] + bins.normals[t * 3 + 2] * d[2]);
      if (down > ONE_FACE) out[i] += bins.areasMm2[t];
    }
  });
  return out;
}

/** A filament layer costs so much besides its lines, s: change, hops, slow corners. Common practice, no source. */
const LAYER_S = 8;
/** Support is laid at about so many cubic millimetres a second. Common practice, no source. */
const SUPPORT_MM3_S = 5;

/** What each goal is measured by; less is better. Times are proxies that order turns of one part: hours come from slicing. */
export function weightsOf(s: Stand, printer: PrintProfile): Record<BestFor, number> {
  const short =
    printer.process === "resin" ? resinTimeS(s.heightMm, printer) + s.contacts : s.layers * LAYER_S + s.supportMm3 / SUPPORT_MM3_S;
  const base = Math.sqrt(Math.max(1, s.fit.widthMm * s.fit.depthMm));
  const safe =
    printer.process === "resin"
      ? s.peel.largestMm2 / 1000 + s.peel.jumpMm2 / 300 + s.cups.length + s.islands.length / 20
      : s.heightMm / base + (1 - s.footing) * 3 + s.lifts.length * 0.5 + s.islands.length * 0.5;
  return {
    clean: s.step.meanMm + (0.3 * s.heldSeenMm2) / Math.max(1, s.step.areaMm2 + s.heldSeenMm2),
    short,
    // As its name says: by what is laid, and where that is alike by what it touches.
    support: s.supportMm3 + s.heldMm2 / 1e4,
    safe,
  };
}

/** Of what is alike: as it stands first, then the other sides, then tilted ways. */
const turnOrder = (c: Candidate): number => {
  const up = upOf(c.turn);
  return up ? UPS.indexOf(up) : UPS.length;
};

const GOALS = Object.keys(BEST_FOR) as BestFor[];
/** Differences below this share do not make one better. */
const ALIKE = 0.03;

/** Keeps what nobody dominates, and the user's own; says what each is best for; best all round first. */
export function named<C extends Candidate>(all: readonly C[]): C[] {
  const fitting = all.some((c) => c.fit.fits) ? all.filter((c) => c.fit.fits || c.own) : all;
  const clearly = (a: number, b: number): boolean => a < b - ALIKE * Math.abs(b) - 1e-9;
  const dominated = (c: C): boolean =>
    fitting.some(
      (o) => o !== c && GOALS.every((g) => !clearly(c.weights[g], o.weights[g])) && GOALS.some((g) => clearly(o.weights[g], c.weights[g])),
    );
  const fit = fitting.filter((c) => c.own || !dominated(c)).sort((a, b) => Number(b.own) - Number(a.own) || turnOrder(a) - turnOrder(b));
  // Turned over it is often the same: one of them is enough.
  const alike = (a: C, b: C): boolean => GOALS.every((g) => !clearly(a.weights[g], b.weights[g]) && !clearly(b.weights[g], a.weights[g]));
  const different = fit.filter((c, i) => c.own || !fit.some((o, j) => j < i && alike(o, c)));
  // A choice needs something to choose from: what is about as good is shown where there is little else, but nothing twice.
  const same = (a: C, b: C): boolean => GOALS.every((g) => Math.abs(a.weights[g] - b.weights[g]) <= SAME * Math.abs(b.weights[g]) + 1e-9);
  const more = fit.filter((c, i) => !different.includes(c) && !fit.some((o, j) => j < i && same(o, c)));
  const kept = [...different, ...more.slice(0, Math.max(0, LEAST - different.length))];
  const best = (goal: BestFor): number => Math.min(...kept.map((c) => c.weights[goal]));
  // Each goal has one that is best for it: the first that has the least.
  const named = kept.map((c) => ({ ...c, bestFor: GOALS.filter((g) => kept.find((o) => o.weights[g] <= best(g) + 1e-9) === c) }));
  // How far it is from the best of each goal, all together.
  const short = (c: C): number =>
    GOALS.reduce((sum, g) => sum + Math.min(3, (c.weights[g] - best(g)) / (Math.abs(best(g)) + 1e-6 + 0.1)), 0);
  // What is best for something comes before what only lies between.
  const good = (c: C): number => Number(c.bestFor.length > 0);
  const order = named.sort((a, b) => Number(b.fit.fits) - Number(a.fit.fits) || good(b) - good(a) || short(a) - short(b));
  // What is best for something is shown whatever it costs elsewhere.
  const shown = new Set([...order.filter((c) => c.own), ...order.filter((c) => c.bestFor.length > 0), ...order].slice(0, MOST));
  return order.filter((c) => shown.has(c));
}
