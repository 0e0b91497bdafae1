/**
 * A plate as a grid of cells, a bit each, and pieces as runs of cells. Where a piece can stand is found for a whole row of places at once:
 * a place is forbidden where any of its runs would meet a cell that is taken, so the taken cells of a row, widened by the run's length,
 * are the forbidden places of that row. Widening by n takes log n shifts of the row's words.
 */
import { ofOne } from "../derive";
import type { Ring } from "./rings";

/** A piece as cells: for each row runs from a cell to the one before another. */
export interface Stamp {
  columns: number;
  rows: number;
  /** Rows of pairs: first cell, cell after the last. */
  runs: Int32Array[];
  cells: number;
  /** From the stamp's low corner to the piece's middle, in cells. */
  midX: number;
  midY: number;
}

/** Touching an edge is not lying on it: cells are entered by more than this, in cells. */
const EPSILON = 1e-6;

/**
 * Every cell that the outline touches, so that what stands free as cells stands free as it is.
 * @param rings mm; which of them are holes their winding says
 */
export function stampOf(rings: readonly Ring[], cellMm: number): Stamp {
  let x0 = Infinity,
    y0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      x0 = Math.min(x0, ring[i]);
      x1 = Math.max(x1, ring[i]);
      y0 = Math.min(y0, ring[i + 1]);
      y1 = Math.max(y1, ring[i + 1]);
    }
  const columns = Math.max(1, Math.ceil((x1 - x0) / cellMm - EPSILON));
  const rows = Math.max(1, Math.ceil((y1 - y0) / cellMm - EPSILON));
  // Each row's cells: what an edge passes through, and what lies inside along the row's middle.
  const touched = Array.from({ length: rows }, () => new Uint8Array(columns));
  const crossings = Array.from({ length: rows }, (): { x: number; up: number }[] => []);
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const ax = (ring[j] - x0) / cellMm,
        ay = (ring[j + 1] - y0) / cellMm,
        bx = (ring[i] - x0) / cellMm,
        by = (ring[i + 1] - y0) / cellMm;
      const low = Math.min(ay, by),
        high = Math.max(ay, by);
      const at = (y: number): number => (by === ay ? ax : ax + ((bx - ax) * (Math.min(high, Math.max(low, y)) - ay)) / (by - ay));
      const first = Math.max(0, Math.floor(low + EPSILON)),
        last = Math.min(rows - 1, Math.ceil(high - EPSILON) - 1);
      for (let row = first; row <= last; row++) {
        const [p, q] = by === ay ? [ax, bx] : [at(row), at(row + 1)];
        const from = Math.max(0, Math.floor(Math.min(p, q) + EPSILON)),
          to = Math.min(columns, Math.max(Math.ceil(Math.max(p, q) - EPSILON), Math.floor(Math.min(p, q) + EPSILON) + (p === q ? 0 : 1)));
        for (let c = from; c < to; c++) touched[row][c] = 1;
        const middle = row + 0.5;
        if (low <= middle && middle < high) crossings[row].push({ x: at(middle), up: by > ay ? 1 : -1 });
      }
    }
  const runs: Int32Array[] = [];
  let cells = 0;
  for (let row = 0; row < rows; row++) {
    const line = touched[row];
    let winding = 0;
    const at = crossings[row].sort((a, b) => a.x - b.x);
    for (let k = 0; k + 1 < at.length; k++) {
      winding += at[k].up;
      if (winding === 0) continue;
      const from = Math.max(0, Math.floor(at[k].x + EPSILON)),
        to = Math.min(columns, Math.ceil(at[k + 1].x - EPSILON));
      line.fill(1, from, Math.max(from, to));
    }
    const out: number[] = [];
    for (let c = 0; c < columns; c++) {
      if (!line[c]) continue;
      const from = c;
      while (c < columns && line[c]) c++;
      out.push(from, c);
      cells += c - from;
    }
    runs.push(Int32Array.from(out));
  }
  return { columns, rows, runs, cells, midX: -x0 / cellMm, midY: -y0 / cellMm };
}

/** The cells of a plate: a set bit is taken. */
export class Cells {
  readonly words: number;
  private readonly bits: Uint32Array;
  private readonly forbidden: Uint32Array;
  private readonly row: Uint32Array;
  private readonly shifted: Uint32Array;
  /** Rows of the plate widened by one run length: of rectangles all rows are the same, and each is widened once. */
  private readonly widened: Uint32Array;
  private readonly isWidened: Uint8Array;

  constructor(
    readonly columns: number,
    readonly rows: number,
  ) {
    this.words = Math.ceil(columns / 32);
    this.bits = new Uint32Array(this.words * rows);
    this.forbidden = new Uint32Array(this.words);
    this.row = new Uint32Array(this.words);
    this.shifted = new Uint32Array(this.words);
    this.widened = new Uint32Array(this.words * rows);
    this.isWidened = new Uint8Array(rows);
  }

  copy(): Cells {
    const out = new Cells(this.columns, this.rows);
    out.bits.set(this.bits);
    return out;
  }

  isTaken(column: number, row: number): boolean {
    return ((this.bits[row * this.words + (column >> 5)] >>> (column & 31)) & 1) === 1;
  }

  /** Takes a rectangle of cells, as far as it lies on the plate. */
  takeBox(x0: number, y0: number, x1: number, y1: number): void {
    for (let row = Math.max(0, y0); row < Math.min(this.rows, y1); row++) this.takeRun(row, Math.max(0, x0), Math.min(this.columns, x1));
  }

  take(stamp: Stamp, x: number, y: number): void {
    for (let r = 0; r < stamp.rows; r++) {
      const runs = stamp.runs[r];
      for (let k = 0; k < runs.length; k += 2) this.takeRun(y + r, x + runs[k], x + runs[k + 1]);
    }
  }

  private takeRun(row: number, from: number, to: number): void {
    const base = row * this.words;
    for (let c = from; c < to;) {
      const word = c >> 5,
        bit = c & 31;
      const n = Math.min(32 - bit, to - c);
      this.bits[base + word] |= n === 32 ? 0xffffffff : ((1 << n) - 1) << bit;
      c += n;
    }
  }

  /**
   * The lowest place where a piece stands free, and of those in one row the leftmost.
   * @param from the first row to look at
   */
  place(stamp: Stamp, from = 0): { x: number; y: number } | null {
    const { columns, rows, words, forbidden } = this;
    if (stamp.columns > columns || stamp.rows > rows) return null;
    const places = columns - stamp.columns + 1;
    const alike = allAlike(stamp);
    if (alike) this.isWidened.fill(0);
    for (let y = from; y + stamp.rows <= rows; y++) {
      forbidden.fill(0);
      let full = false;
      for (let r = 0; r < stamp.rows && !full; r++) {
        const row = y + r;
        if (alike) {
          if (!this.isWidened[row]) {
            this.widen(row, stamp.runs[0][0], stamp.runs[0][1]);
            this.widened.set(this.row, row * words);
            this.isWidened[row] = 1;
          }
          for (let w = 0, at = row * words; w < words; w++, at++) forbidden[w] |= this.widened[at];
        } else {
          const runs = stamp.runs[r];
          for (let k = 0; k < runs.length; k += 2) {
            this.widen(row, runs[k], runs[k + 1]);
            for (let w = 0; w < words; w++) forbidden[w] |= this.row[w];
          }
        }
        // Nothing left in this row of places: the next.
        if ((r & 3) === 3) full = firstFree(forbidden, places) < 0;
      }
      const x = full ? -1 : firstFree(forbidden, places);
      if (x >= 0) return { x, y };
    }
    return null;
  }

  /** Into `row`: places x where a run [from, to) of a piece at x would meet a taken cell: bits b with b − to < x ≤ b − from. */
  private widen(row: number, from: number, to: number): void {
    const { words, bits, row: out, shifted } = this;
    for (let w = 0, at = row * words; w < words; w++, at++) out[w] = bits[at];
    // Each set bit reaches down over the run's length, doubled until it is long enough.
    let reach = 1;
    const length = to - from;
    while (reach < length) {
      const by = Math.min(reach, length - reach);
      shiftDown(out, shifted, by);
      for (let w = 0; w < words; w++) out[w] |= shifted[w];
      reach += by;
    }
    if (from > 0) {
      shiftDown(out, shifted, from);
      out.set(shifted);
    }
  }
}

/** `into` = `bits` moved towards 0 by `by` places. */
function shiftDown(bits: Uint32Array, into: Uint32Array, by: number): void {
  const word = by >> 5,
    bit = by & 31,
    n = bits.length;
  for (let w = 0; w < n; w++) {
    const low = w + word < n ? bits[w + word] : 0,
      high = w + word + 1 < n ? bits[w + word + 1] : 0;
    into[w] = bit === 0 ? low : (low >>> bit) | (high << (32 - bit));
  }
}

/** The first of `places` bits that is not set; −1 where all are. */
function firstFree(bits: Uint32Array, places: number): number {
  for (let w = 0; w * 32 < places; w++) {
    const free = ~bits[w] >>> 0;
    if (free === 0) continue;
    const x = w * 32 + (31 - Math.clz32(free & -free));
    return x < places ? x : -1;
  }
  return -1;
}

/** One run, the same in every row: a rectangle. */
const allAlike = ofOne((stamp: Stamp): boolean => {
  const [a, b] = stamp.runs[0];
  return stamp.runs.every((r) => r.length === 2 && r[0] === a && r[1] === b);
});
