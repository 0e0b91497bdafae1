/**
 * A region as the straight lines that fill it: parallel rows one line apart, each with the stretches that lie inside. What a printer lays
 * as skin and infill is counted on the very lines it draws; cutting, joining and subtracting regions is then done row by row, linear in
 * the stretches.
 */
import type { Contours } from "../../slice";

/** The rows of a plate: at 45°, as skins and infill are laid. */
export interface Rows {
  count: number;
  pitchMm: number;
  /** Across the rows, of the first one, mm. */
  firstMm: number;
}

/** Stretches of row r: numbers starts[r] to starts[r + 1] of `ends`, in pairs from–to, rising and apart. */
export interface Hatch {
  starts: Uint32Array;
  ends: Float32Array;
}

/** Rows that cover a box of the plate. */
export function rowsOver(minX: number, minY: number, maxX: number, maxY: number, pitchMm: number): Rows {
  const low = (minY - maxX) * Math.SQRT1_2,
    high = (maxY - minX) * Math.SQRT1_2;
  return { count: Math.max(1, Math.ceil((high - low) / pitchMm)), pitchMm, firstMm: low + pitchMm / 2 };
}

/** Hatches contours; what is wound round at least once is inside, so that contours may overlap. */
export function hatchOf({ points, ends }: Contours, rows: Rows): Hatch {
  const { count, pitchMm, firstMm } = rows;
  const starts = new Uint32Array(count + 1);
  const edges = points.length / 2;
  // Turned by −45°: along the rows, and across them in rows.
  const along = new Float64Array(edges),
    across = new Float64Array(edges);
  for (let i = 0; i < edges; i++) {
    along[i] = (points[i * 2] + points[i * 2 + 1]) * Math.SQRT1_2;
    across[i] = ((points[i * 2 + 1] - points[i * 2]) * Math.SQRT1_2 - firstMm) / pitchMm;
  }
  const crossings = (visit: (row: number, at: number, up: boolean) => void): void => {
    let begin = 0;
    for (const end of ends) {
      for (let p = begin, q = end - 1; p < end; q = p++) {
        const a = across[q],
          b = across[p];
        if (a === b) continue;
        const up = b > a;
        // Rows r with low ≤ r < high.
        const from = Math.max(0, Math.ceil(up ? a : b)),
          to = Math.min(count - 1, Math.ceil(up ? b : a) - 1);
        const slope = (along[p] - along[q]) / (b - a);
        for (let r = from; r <= to; r++) visit(r, along[q] + slope * (r - a), up);
      }
      begin = end;
    }
  };
  crossings((r) => starts[r + 1]++);
  for (let r = 0; r < count; r++) starts[r + 1] += starts[r];
  const at = new Float32Array(starts[count]),
    turn = new Int8Array(starts[count]);
  const fill = starts.slice(0, count);
  crossings((r, x, up) => {
    // Sorted as they come: a row has few crossings.
    let i = fill[r]++;
    for (; i > starts[r] && at[i - 1] > x; i--) {
      at[i] = at[i - 1];
      turn[i] = turn[i - 1];
    }
    at[i] = x;
    turn[i] = up ? 1 : -1;
  });
  const out = new Float32Array(at.length);
  const outStarts = new Uint32Array(count + 1);
  let used = 0;
  for (let r = 0; r < count; r++) {
    let winding = 0;
    for (let i = starts[r]; i < starts[r + 1]; i++) {
      const before = winding;
      winding -= turn[i];
      // Seen along the rows, material begins where its contour goes down.
      if (before <= 0 && winding > 0) out[used++] = at[i];
      else if (before > 0 && winding <= 0) {
        if (at[i] > out[used - 1]) out[used++] = at[i];
        else used--;
      }
    }
    if ((used - outStarts[r]) & 1) used--;
    outStarts[r + 1] = used;
  }
  return { starts: outStarts, ends: out.slice(0, used) };
}

/** What of the rows both, either or only the first covers. */
function combine(a: Hatch, b: Hatch, inside: (inA: boolean, inB: boolean) => boolean): Hatch {
  const rows = a.starts.length - 1;
  const starts = new Uint32Array(rows + 1);
  const out = new Float32Array(a.ends.length + b.ends.length);
  let used = 0;
  for (let r = 0; r < rows; r++) {
    let i = a.starts[r],
      j = b.starts[r];
    const iEnd = a.starts[r + 1],
      jEnd = b.starts[r + 1];
    const iFrom = i,
      jFrom = j;
    let on = false;
    while (i < iEnd || j < jEnd) {
      const x = j >= jEnd || (i < iEnd && a.ends[i] <= b.ends[j]) ? a.ends[i] : b.ends[j];
      while (i < iEnd && a.ends[i] === x) i++;
      while (j < jEnd && b.ends[j] === x) j++;
      const now = inside(((i - iFrom) & 1) === 1, ((j - jFrom) & 1) === 1);
      if (now !== on) out[used++] = x;
      on = now;
    }
    starts[r + 1] = used;
  }
  return { starts, ends: out.slice(0, used) };
}

export const intersectHatch = (a: Hatch, b: Hatch): Hatch => (a === b ? a : combine(a, b, (x, y) => x && y));
export const subtractHatch = (a: Hatch, b: Hatch): Hatch => combine(a, b, (x, y) => x && !y);
export const joinHatch = (a: Hatch, b: Hatch): Hatch => combine(a, b, (x, y) => x || y);
export const emptyHatch = (rows: Rows): Hatch => ({ starts: new Uint32Array(rows.count + 1), ends: new Float32Array(0) });

/** Length of all stretches, mm; times the pitch it is an area. */
export function hatchMm({ ends }: Hatch): number {
  let sum = 0;
  for (let i = 0; i < ends.length; i += 2) sum += ends[i + 1] - ends[i];
  return sum;
}

/** The stretches' lengths, mm. */
export function stretches({ ends }: Hatch): Float32Array {
  const out = new Float32Array(ends.length / 2);
  for (let i = 0; i < out.length; i++) out[i] = ends[i * 2 + 1] - ends[i * 2];
  return out;
}

/**
 * What every `n` neighbours in a row have in common, for each place where they begin: three cuts a layer, however many neighbours (van
 * Herk 1992, Gil & Werman 1993). Entry k is the intersection of layers k to k + n − 1; absent where there are not so many.
 */
export function commonOf(layers: readonly Hatch[], n: number): (k: number) => Hatch | undefined {
  const prefix: Hatch[] = [],
    suffix: Hatch[] = [];
  for (let k = 0; k < layers.length; k++) prefix.push(k % n === 0 ? layers[k] : intersectHatch(prefix[k - 1], layers[k]));
  for (let k = layers.length - 1; k >= 0; k--)
    suffix[k] = k % n === n - 1 || k === layers.length - 1 ? layers[k] : intersectHatch(layers[k], suffix[k + 1]);
  return (k) =>
    k < 0 || k + n > layers.length ? undefined : k % n === 0 ? prefix[k + n - 1] : intersectHatch(suffix[k], prefix[k + n - 1]);
}
