/**
 * Laying true outlines on plates. A bottom-left fill on a grid of cells (bits.ts): pieces in some order, each at the lowest free place of
 * the first plate that has one, in the turn that ends lowest; then the order is changed at random and kept where fewer or fuller plates
 * come of it (iterated local search, Lourenço, Martin & Stützle 2003 as recalled). A heuristic: what it finds is feasible, not proved best.
 *
 * One fill looks at pieces × turns × rows of the plate × rows of the piece, a word of 32 cells at a time; a second copy of a shape begins
 * where the first one found its place. Cells are entered whole, so that what is free as cells is free as it is.
 */
import { LIMITS } from "../limits";
import { seededRandom, type OnProgress } from "../units";
import type { Solids } from "../slice";
import { Cells, stampOf, type Stamp } from "./bits";
import type { Bed } from "./bed";
import type { Footprint } from "./footprint";
import { boxOfRings, ringsAt, widenedRings } from "./rings";

export interface NestItem {
  id: string;
  footprint: Footprint;
  /** Only items of one class lie together on a plate; "" as any other. */
  apart: string;
}

interface Laid {
  id: string;
  xMm: number;
  yMm: number;
  turnDeg: number;
}

export interface Nested {
  plates: Laid[][];
  /** What fits no plate of this printer. */
  left: string[];
  /** Plates that no laying out could do without: by the area that pieces and the gaps around them take. */
  least: number;
  /** Orders that were tried. */
  tried: number;
}

export interface NestOptions {
  /** Orders to try. */
  effort?: number;
  seed?: number;
  cellMm?: number;
  /** What lies there already, by plate: it stays where it is. */
  fixed?: readonly { apart: string; pieces: readonly { footprint: Footprint; xMm: number; yMm: number; turnDeg: number }[] }[];
  /** Leave the items in the order given, and try no other: what must come first stays first. */
  inOrder?: boolean;
  /** Turn nothing: what is written on them is to be read. */
  upright?: boolean;
  onProgress?: OnProgress;
  signal?: AbortSignal;
}

/** Cells along the longer side of a bed: a millimetre on a usual one, and never more than so many, however large the bed. */
const CELLS_ALONG = 240;
const CELL_MM = { least: 0.3, most: 1 };
const MOST_CELLS_ALONG = 500;

const cellOf = (longestMm: number): number =>
  Math.max(Math.min(CELL_MM.most, Math.max(CELL_MM.least, longestMm / CELLS_ALONG)), longestMm / MOST_CELLS_ALONG);
/** Quarter turns from the way in which the outline's box is smallest. */
const QUARTERS = [0, 90, 180, 270];

interface Shape {
  turnDeg: number;
  stamp: Stamp;
}

/** The turn in which an outline's box is smallest, degrees below 90. */
function smallestTurn(footprint: Footprint): number {
  let best = 0,
    least = footprint.widthMm * footprint.depthMm * 0.999;
  for (let deg = 5; deg < 90; deg += 5) {
    const { x0, x1, y0, y1 } = boxOfRings(ringsAt(footprint, { xMm: 0, yMm: 0, turnDeg: deg }));
    const area = (x1 - x0) * (y1 - y0);
    if (area < least * 0.98) {
      least = area;
      best = deg;
    }
  }
  return best;
}

const sameStamp = (a: Stamp, b: Stamp): boolean =>
  a.columns === b.columns &&
  a.rows === b.rows &&
  a.runs.every((r, i) => r.length === b.runs[i].length && r.every((v, k) => v === b.runs[i][k]));

/** The turns of a piece that differ. */
function shapesOf(solids: Solids, footprint: Footprint, gapMm: number, cellMm: number, upright = false): Shape[] {
  const base = upright ? 0 : smallestTurn(footprint);
  const out: Shape[] = [];
  const turns = upright ? [0] : [...new Set([...QUARTERS.map((q) => q + base), ...(base === 0 ? [] : [0, 90])])];
  for (const turnDeg of turns) {
    const stamp = stampOf(widenedRings(solids, ringsAt(footprint, { xMm: 0, yMm: 0, turnDeg }), gapMm / 2), cellMm);
    if (!out.some((s) => sameStamp(s.stamp, stamp))) out.push({ turnDeg, stamp });
  }
  return out;
}

interface Open {
  apart: string;
  cells: Cells;
  /** Where the search for a shape begins: a plate only fills. */
  from: Map<Stamp, number>;
  laid: { item: number; shape: Shape; x: number; y: number }[];
  /** Pieces that lay there before. */
  before: number;
  filled: number;
  top: number;
}

/** Lays items on as few plates of one bed as it finds. */
export function nest(solids: Solids, items: readonly NestItem[], bed: Bed, options: NestOptions = {}): Nested {
  options.signal?.throwIfAborted();
  const { onProgress, signal, seed = 1, fixed = [], inOrder = false } = options;
  const cellMm = options.cellMm ?? cellOf(Math.max(bed.widthMm, bed.depthMm));
  const half = bed.spacingMm / 2;
  const x0 = bed.edges.left - half,
    y0 = bed.edges.front - half;
  const columns = Math.floor((bed.widthMm - bed.edges.right + half - x0) / cellMm + 1e-9);
  const rows = Math.floor((bed.depthMm - bed.edges.back + half - y0) / cellMm + 1e-9);
  if (columns < 1 || rows < 1 || items.length === 0)
    return { plates: fixed.map(() => []), left: items.map((i) => i.id), least: 0, tried: 0 };

  const empty = new Cells(columns, rows);
  for (const e of bed.exclusions)
    empty.takeBox(
      Math.floor((e.xMm - x0) / cellMm),
      Math.floor((e.yMm - y0) / cellMm),
      Math.ceil((e.xMm + e.widthMm - x0) / cellMm),
      Math.ceil((e.yMm + e.depthMm - y0) / cellMm),
    );
  const begun = fixed.map(({ apart, pieces }): Open => {
    const cells = empty.copy();
    let filled = 0;
    for (const p of pieces) {
      const stamp = stampOf(widenedRings(solids, ringsAt(p.footprint, { xMm: 0, yMm: 0, turnDeg: p.turnDeg }), half), cellMm);
      // Where it lies between cells it takes both.
      const fx = (p.xMm - x0) / cellMm - stamp.midX,
        fy = (p.yMm - y0) / cellMm - stamp.midY;
      for (const x of new Set([Math.floor(fx + 1e-6), Math.ceil(fx - 1e-6)]))
        for (const y of new Set([Math.floor(fy + 1e-6), Math.ceil(fy - 1e-6)])) takeWithin(cells, stamp, x, y);
      filled += stamp.cells;
    }
    return { apart, cells, from: new Map(), laid: [], before: pieces.length, filled, top: 0 };
  });

  const shapes = new Map<Footprint, Shape[]>();
  for (const { footprint } of items)
    if (!shapes.has(footprint)) shapes.set(footprint, shapesOf(solids, footprint, bed.spacingMm, cellMm, options.upright));
  const left: string[] = [];
  const fitting: number[] = [];
  items.forEach((item, i) => {
    const fits = shapes.get(item.footprint)!.some((s) => empty.copy().place(s.stamp) !== null);
    if (fits) fitting.push(i);
    else left.push(item.id);
  });
  const cellsOf = (i: number): number => shapes.get(items[i].footprint)![0].stamp.cells;
  const least = leastPlates(fitting, items, cellsOf, columns * rows);

  const fill = (order: readonly number[]): Open[] => {
    const open = begun.map((o) => ({ ...o, cells: o.cells.copy(), from: new Map<Stamp, number>(), laid: [...o.laid] }));
    for (const i of order) {
      const { apart, footprint } = items[i];
      const own = shapes.get(footprint)!;
      if (!open.some((o) => o.apart === apart && lay(o, i, own))) {
        const next: Open = { apart, cells: empty.copy(), from: new Map(), laid: [], before: 0, filled: 0, top: 0 };
        lay(next, i, own);
        open.push(next);
      }
    }
    return open;
  };

  const larger = [...fitting].sort((a, b) => cellsOf(b) - cellsOf(a) || a - b);
  let order = inOrder ? fitting : larger;
  let best = fill(order);
  const effort = inOrder ? 0 : (options.effort ?? (items.length > 100 ? 30 : 120));
  const random = seededRandom(seed);
  let tried = 1;
  // Another beginning: the longest side first.
  const longest = (i: number): number => Math.max(items[i].footprint.widthMm, items[i].footprint.depthMm);
  const starts = inOrder ? [] : [[...fitting].sort((a, b) => longest(b) - longest(a) || a - b)];
  for (const start of starts) {
    if (isEnough(best, fixed.length, least)) break;
    const other = fill(start);
    tried++;
    if (isBetter(other, best)) {
      best = other;
      order = start;
    }
  }
  for (let n = 0; n < effort && !isEnough(best, fixed.length, least); n++) {
    signal?.throwIfAborted();
    onProgress?.(n / effort, "laying out");
    const next = [...order];
    const changes = 1 + Math.floor(random() * 3);
    for (let k = 0; k < changes; k++) {
      const a = Math.floor(random() * next.length),
        b = Math.floor(random() * next.length);
      if (random() < 0.5) [next[a], next[b]] = [next[b], next[a]];
      else next.splice(b, 0, ...next.splice(a, 1));
    }
    const other = fill(next);
    tried++;
    if (!isBetter(best, other)) {
      best = other;
      order = next;
    }
  }
  return {
    plates: best.map(({ laid }, p) => {
      const [dx, dy] = p < fixed.length ? [0, 0] : centring(laid, empty);
      return laid.map(({ item, shape, x, y }) => ({
        id: items[item].id,
        xMm: micrometre(x0 + (x + dx + shape.stamp.midX) * cellMm),
        yMm: micrometre(y0 + (y + dy + shape.stamp.midY) * cellMm),
        turnDeg: shape.turnDeg % 360,
      }));
    }),
    left,
    least,
    tried,
  };
}

const micrometre = (mm: number): number => Math.round(mm * 1000) / 1000;

/** Puts an item on a plate where there is room. */
function lay(open: Open, item: number, shapes: readonly Shape[]): boolean {
  if (open.before + open.laid.length >= LIMITS.platePieces) return false;
  let best: { shape: Shape; x: number; y: number } | undefined;
  for (const shape of shapes) {
    const { stamp } = shape;
    const from = open.from.get(stamp) ?? 0;
    if (from < 0) continue;
    const at = open.cells.place(stamp, from);
    // A plate that has no room for it now has none later.
    open.from.set(stamp, at ? at.y : -1);
    if (
      at &&
      (!best ||
        at.y + stamp.rows < best.y + best.shape.stamp.rows ||
        (at.y + stamp.rows === best.y + best.shape.stamp.rows && at.x < best.x))
    )
      best = { shape, ...at };
  }
  if (!best) return false;
  open.cells.take(best.shape.stamp, best.x, best.y);
  open.laid.push({ item, ...best });
  open.filled += best.shape.stamp.cells;
  open.top = Math.max(open.top, best.y + best.shape.stamp.rows);
  return true;
}

function takeWithin(cells: Cells, stamp: Stamp, x: number, y: number): void {
  stamp.runs.forEach((runs, r) => {
    for (let k = 0; k < runs.length; k += 2) cells.takeBox(x + runs[k], y + r, x + runs[k + 1], y + r + 1);
  });
}

/** By area alone: no fewer plates can do, class by class. */
function leastPlates(fitting: readonly number[], items: readonly NestItem[], cellsOf: (i: number) => number, room: number): number {
  const byClass = new Map<string, number>();
  for (const i of fitting) byClass.set(items[i].apart, (byClass.get(items[i].apart) ?? 0) + cellsOf(i));
  return [...byClass.values()].reduce((n, cells) => n + Math.ceil(cells / room - 1e-9), 0);
}

/** No order can do with fewer; what lies on the last plate is of no matter then. */
const isEnough = (plates: readonly Open[], fixed: number, least: number): boolean =>
  plates.filter((p, i) => i >= fixed && p.laid.length > 0).length <= (fixed > 0 ? 0 : least);

/** Fewer plates; then fuller ones, so that the last is emptied; then lower ones. */
function isBetter(a: readonly Open[], b: readonly Open[]): boolean {
  if (a.length !== b.length) return a.length < b.length;
  const uneven = (plates: readonly Open[]): number => plates.reduce((n, p) => n + p.filled ** 2, 0);
  const [ua, ub] = [uneven(a), uneven(b)];
  if (ua !== ub) return ua > ub;
  return (a.at(-1)?.top ?? 0) < (b.at(-1)?.top ?? 0);
}

/** How far all pieces of a plate can move together towards its middle, in cells: edges are where prints fail first. */
function centring(laid: Open["laid"], empty: Cells): [number, number] {
  const right = Math.max(...laid.map(({ x, shape }) => x + shape.stamp.columns)),
    back = Math.max(...laid.map(({ y, shape }) => y + shape.stamp.rows));
  const free = (dx: number, dy: number): boolean =>
    laid.every(({ x, y, shape: { stamp } }) =>
      stamp.runs.every((runs, r) => {
        for (let k = 0; k < runs.length; k += 2)
          for (let c = runs[k]; c < runs[k + 1]; c++) if (empty.isTaken(x + dx + c, y + dy + r)) return false;
        return true;
      }),
    );
  for (let share = 1; share > 0; share -= 0.25) {
    const dx = Math.floor(((empty.columns - right) / 2) * share),
      dy = Math.floor(((empty.rows - back) / 2) * share);
    if (free(dx, dy)) return [dx, dy];
  }
  return [0, 0];
}
