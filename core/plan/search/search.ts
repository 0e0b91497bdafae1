/**
 * The search for a plan that finishes sooner: lists in the order of the longest tail, perturbed with a bias, and from each a walk that takes
 * steps on the critical chain before what keeps them (insertion; for a machine this is the swap of Nowicki and Smutnicki 1996 [published]),
 * with moves that lead back forbidden for a while. Seeded: the same shop gives the same plan. It stops where a bound is reached.
 */
import { seededRandom } from "../../units";
import { boundOf, tailsOf } from "./bounds";
import { Generator, type Shop } from "./shop";

export interface Found {
  finish: number;
  start: number[];
  end: number[];
  /** The steps as they begin. */
  list: number[];
  unplaced: number;
  bound: number;
  /** Schedules that were looked at. */
  looked: number;
}

export interface SearchOptions {
  /** Schedules to look at. */
  most?: number;
  seed?: number;
  /** A list to begin with beside the usual ones. */
  begin?: readonly number[];
}

const TENURE = 9;
/** Without a better one in so many steps of a walk it begins anew. */
const STALE = 200;

/** Looks at schedules until the bound is reached or `most` were seen. */
export function searched(shop: Shop, { most = 2000, seed = 1, begin }: SearchOptions = {}): Found {
  const random = seededRandom(seed);
  const gen = new Generator(shop);
  const n = gen.n;
  const bound = boundOf(shop);
  const tail = tailsOf(shop, gen);
  let looked = 0;
  let best: Found = { finish: Infinity, start: [], end: [], list: [], unplaced: Infinity, bound, looked };
  const look = (list: ArrayLike<number>): number => {
    looked++;
    const p = gen.generate(list);
    // Of plans that do not fit, the one that leaves out less is the better one.
    const cost = p.unplaced > 0 ? 1e18 + p.unplaced : p.finish;
    const known = best.unplaced > 0 ? (best.unplaced === Infinity ? Infinity : 1e18 + best.unplaced) : best.finish;
    if (cost < known)
      best = { finish: p.finish, start: [...p.start], end: [...p.end], list: byStart(n, p.start), unplaced: p.unplaced, bound, looked };
    return cost;
  };
  const byTail = (bias: number): Int32Array => {
    const key = Float64Array.from({ length: n }, (_, i) => tail[i] * (1 + bias * (random() - 0.5)));
    return inOrder(shop, gen, key);
  };
  const finished = (): boolean => looked >= most || (best.unplaced === 0 && best.finish <= bound);
  if (begin) look(begin);
  for (let round = 0; !finished(); round++) {
    let list = round === 0 ? byTail(0) : round % 3 > 0 && best.list.length > 0 ? shaken(best.list, random) : byTail(round === 1 ? 0.3 : 1);
    let cost = look(list);
    let here = cost;
    const tabu = new Map<number, number>();
    for (let turn = 0, stale = 0; stale < STALE && !finished(); turn++) {
      // As they stand now: the generator's figures are those of the list at hand.
      gen.generate(list);
      const current = Int32Array.from(byStart(n, gen.start));
      const moves = movesOf(shop, gen, current, random);
      if (moves.length === 0) break;
      let next: Int32Array | null = null,
        nextCost = Infinity,
        taken: Move | null = null;
      for (const move of moves) {
        const tried = moved(shop, gen, current, move);
        if (!tried) continue;
        const c = look(tried);
        const banned = (tabu.get(move.step * n + move.before) ?? -1) > turn;
        if (c < nextCost && (!banned || c < cost)) {
          next = tried;
          nextCost = c;
          taken = move;
        }
        if (finished()) break;
      }
      if (!next || !taken) break;
      tabu.set(taken.before * n + taken.step, turn + TENURE + Math.floor(random() * TENURE));
      list = next;
      here = nextCost;
      if (here < cost) {
        cost = here;
        stale = 0;
      } else stale++;
    }
    if (n < 2) break;
  }
  return { ...best, looked };
}

interface Move {
  step: number;
  before: number;
}

/** So many moves off the chain are tried beside those on it. */
const RANDOM_MOVES = 3;
/** So many of what fills an evening are tried. */
const FULL_MOVES = 6;

/** Moves that could shorten the critical chain: each step on it before what keeps it, and a few at random. */
function movesOf({ steps }: Shop, gen: Generator, list: Int32Array, random: () => number): Move[] {
  const { start, end, heldBy } = gen;
  let last = -1;
  for (let i = 0; i < gen.n; i++)
    if (!steps[i].beside && !Number.isNaN(end[i]) && (last < 0 || end[i] + steps[i].lagMs > end[last] + steps[last].lagMs)) last = i;
  const moves: Move[] = [];
  for (let at = last, guard = 0; at >= 0 && guard < gen.n; guard++) {
    const by = heldBy[at];
    const free = steps[at].after.reduce((t, a) => Math.max(t, end[a] + steps[a].lagMs), -Infinity);
    if (start[at] > free && steps[at].resource !== null) {
      // Kept by its resource: by the one just before it, or by what fills the time in which it could have been.
      const rivals: number[] = [];
      for (let k = 0; k < list.length; k++) {
        const i = list[k];
        if (i !== at && steps[i].resource === steps[at].resource && end[i] > free && end[i] <= start[at] + 1e-6 && steps[i].durMs > 0)
          rivals.push(i);
      }
      const chosen =
        rivals.length <= FULL_MOVES
          ? rivals
          : [...rivals.slice(-2), ...Array.from({ length: FULL_MOVES - 2 }, () => rivals[Math.floor(random() * rivals.length)])];
      for (const before of chosen) moves.push({ step: at, before });
    }
    at = by;
  }
  for (let k = 0; k < RANDOM_MOVES && gen.n > 1; k++) {
    const from = 1 + Math.floor(random() * (gen.n - 1));
    moves.push({ step: list[from], before: list[Math.floor(random() * from)] });
  }
  return moves;
}

/** The list with a step, and what it follows, before another; null where it follows that one itself. */
function moved({ steps }: Shop, gen: Generator, list: Int32Array, { step, before }: Move): Int32Array | null {
  const to = list.indexOf(before),
    from = list.indexOf(step);
  if (to < 0 || from < 0 || to >= from) return null;
  // What it needs of what stands between.
  const needed = new Uint8Array(gen.n);
  needed[step] = 1;
  for (let k = from; k >= to; k--) if (needed[list[k]]) for (const a of steps[list[k]].after) needed[a] = 1;
  if (needed[before]) return null;
  const out = list.slice();
  let w = to;
  for (let k = to; k <= from; k++) if (needed[list[k]]) out[w++] = list[k];
  for (let k = to; k <= from; k++) if (!needed[list[k]]) out[w++] = list[k];
  return out;
}

/** As they begin; what follows another after it, also where neither takes time. */
function byStart(n: number, start: ArrayLike<number>): number[] {
  return Array.from({ length: n }, (_, i) => i).sort(
    (a, b) => (Number.isNaN(start[a]) ? Infinity : start[a]) - (Number.isNaN(start[b]) ? Infinity : start[b]) || a - b,
  );
}

/** Steps by their key, the largest first, each after what it follows. */
function inOrder({ steps }: Shop, { following, n }: Generator, key: Float64Array): Int32Array {
  const missing = Int32Array.from(steps, (s) => new Set(s.after).size);
  const out = new Int32Array(n);
  const ready: number[] = [];
  for (let i = 0; i < n; i++) if (missing[i] === 0) ready.push(i);
  let w = 0;
  while (ready.length > 0) {
    let k = 0;
    for (let j = 1; j < ready.length; j++) if (key[ready[j]] > key[ready[k]]) k = j;
    const i = ready[k];
    ready[k] = ready[ready.length - 1];
    ready.pop();
    out[w++] = i;
    for (const f of following[i]) if (--missing[f] === 0) ready.push(f);
  }
  return out.subarray(0, w).slice();
}

/** A few neighbours changed places. */
function shaken(list: readonly number[], random: () => number): Int32Array {
  const out = Int32Array.from(list);
  const times = 2 + Math.floor(random() * Math.max(2, list.length / 8));
  for (let t = 0; t < times; t++) {
    const i = Math.floor(random() * (out.length - 1));
    const j = Math.min(out.length - 1, i + 1 + Math.floor(random() * 4));
    [out[i], out[j]] = [out[j], out[i]];
  }
  return out;
}
