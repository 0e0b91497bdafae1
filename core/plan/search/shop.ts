/**
 * The plan as a shop: steps that take hands or a machine one at a time, follow each other after their waits, and find their time in a
 * calendar where the resource has one. Serial schedule generation (Kelley 1963) places steps in the order of a list, each as early as it
 * can be, in gaps too: among the schedules of all lists is always a best one (active schedules, Giffler and Thompson 1960) [published].
 */
import type { Stretch } from "../../units";

export interface ShopStep {
  /** How long it takes its resource, ms. */
  durMs: number;
  /** From its end until what follows may begin, ms. */
  lagMs: number;
  /** Steps that it follows, by their places. */
  after: readonly number[];
  /** What it takes, by its place in the calendars; null for nothing. */
  resource: number | null;
  /** Another resource that will do as well, where it is free sooner. */
  or?: number;
  /** Another resource that it takes at the same time. */
  and?: number;
  /** A machine that it begins to hold at its end, and that another step frees. */
  holds?: number;
  frees?: number;
  /** It is no part of the finish. */
  beside?: boolean;
  /** Not before, ms. */
  from?: number;
  /** Only within these, in order: daylight, or evenings where its resource has more than those. */
  within?: readonly Stretch[];
  /** When it may not begin: so long after the end of the step at that place, or by the clock where that is null. */
  shut?: readonly { after: number | null; from: number; to: number }[];
}

export interface Shop {
  steps: readonly ShopStep[];
  /** When each resource can be had, in order; null for always. */
  calendars: readonly (readonly Stretch[] | null)[];
  now: number;
  /** Machines that are held at `now`. */
  held?: readonly number[];
}

export interface Placed {
  /** Latest end with its wait of what counts, ms; Infinity where a step finds no room. */
  finish: number;
  /** Beginning and end of each; NaN where it finds no room. */
  start: Float64Array;
  end: Float64Array;
  /** Steps that found no room. */
  unplaced: number;
  /** Why a step begins no earlier: the step before it, the one that has its resource, or null where nothing keeps it. */
  heldBy: Int32Array;
}

/** A resource's taken time, in order: what lies outside its calendar is taken from the beginning. */
interface Busy {
  from: Float64Array;
  to: Float64Array;
  /** Which step takes it; -1 for outside the calendar. */
  by: Int32Array;
  count: number;
  fresh: { from: Float64Array; to: Float64Array; count: number };
  longest: number;
}

/** Generates schedules of one shop, with room that is used again and again. */
export class Generator {
  readonly n: number;
  readonly following: Int32Array[];
  private readonly missing: Int32Array;
  private readonly before: Int32Array;
  private readonly busy: Busy[];
  private readonly holder: Int32Array;
  private readonly machineFree: Float64Array;
  readonly start: Float64Array;
  readonly end: Float64Array;
  readonly heldBy: Int32Array;
  private readonly done: Uint8Array;

  constructor(readonly shop: Shop) {
    const { steps, calendars, now } = shop;
    this.n = steps.length;
    const following: number[][] = steps.map(() => []);
    this.before = new Int32Array(this.n);
    steps.forEach((s, i) => {
      const own = new Set(s.after);
      this.before[i] = own.size;
      for (const a of own) following[a].push(i);
    });
    this.following = following.map((f) => Int32Array.from(f));
    this.missing = new Int32Array(this.n);
    const machines = steps.reduce((most, s) => Math.max(most, (s.holds ?? -1) + 1, (s.frees ?? -1) + 1), 0);
    this.holder = new Int32Array(machines);
    this.machineFree = new Float64Array(machines);
    this.start = new Float64Array(this.n);
    this.end = new Float64Array(this.n);
    this.heldBy = new Int32Array(this.n);
    this.done = new Uint8Array(this.n);
    this.busy = calendars.map((list, r): Busy => {
      const outside = list === null ? [] : outsideOf(list, now);
      const room = outside.length + steps.filter((s) => [s.resource, s.or, s.and].includes(r)).length * 2 + 2;
      const [from, to] = [new Float64Array(room), new Float64Array(room)];
      outside.forEach((o, i) => {
        from[i] = o.from;
        to[i] = o.to;
      });
      return {
        from: new Float64Array(room),
        to: new Float64Array(room),
        by: new Int32Array(room),
        count: 0,
        fresh: { from, to, count: outside.length },
        longest: list === null ? Infinity : list.reduce((most, w) => Math.max(most, w.to - Math.max(w.from, now)), 0),
      };
    });
  }

  /** Places all steps. @param list every step once; one that stands before what it follows, or whose machine is held, waits for it */
  generate(list: ArrayLike<number>): Placed {
    const { steps, now, held = [] } = this.shop;
    this.missing.set(this.before);
    this.done.fill(0);
    this.holder.fill(-1);
    this.machineFree.fill(now);
    for (const m of held) this.holder[m] = -2;
    for (const b of this.busy) {
      b.count = b.fresh.count;
      for (let i = 0; i < b.count; i++) {
        b.from[i] = b.fresh.from[i];
        b.to[i] = b.fresh.to[i];
        b.by[i] = -1;
      }
    }
    let finish = now,
      left = this.n;
    for (let moved = true; left > 0 && moved;) {
      moved = false;
      for (let k = 0; k < list.length; k++) {
        const i = list[k];
        const s = steps[i];
        if (this.done[i] || this.missing[i] > 0 || (s.holds !== undefined && this.holder[s.holds] !== -1)) continue;
        const end = this.place(i, s);
        if (Number.isNaN(end)) continue;
        this.done[i] = 1;
        left--;
        moved = true;
        if (!s.beside && end + s.lagMs > finish) finish = end + s.lagMs;
        const f = this.following[i];
        for (let j = 0; j < f.length; j++) this.missing[f[j]]--;
        if (s.holds !== undefined) this.holder[s.holds] = i;
        if (s.frees !== undefined) {
          this.holder[s.frees] = -1;
          this.machineFree[s.frees] = end;
        }
      }
    }
    for (let i = 0; i < this.n; i++) if (!this.done[i]) this.start[i] = this.end[i] = NaN;
    return { finish: left > 0 ? Infinity : finish, start: this.start, end: this.end, unplaced: left, heldBy: this.heldBy };
  }

  /** @returns its end; NaN where no time is found */
  private place(i: number, s: ShopStep): number {
    let at = Math.max(this.shop.now, s.from ?? -Infinity),
      by = -1;
    for (let k = 0; k < s.after.length; k++) {
      const a = s.after[k];
      const free = this.end[a] + this.shop.steps[a].lagMs;
      if (free > at) {
        at = free;
        by = a;
      }
    }
    if (s.holds !== undefined && this.machineFree[s.holds] > at) at = this.machineFree[s.holds];
    if (s.resource !== null && s.durMs > 0) {
      let b = this.busy[s.resource];
      if (s.durMs > b.longest) return this.placeOver(i, s, b, at);
      const from = at;
      at = this.firstFree(s, b, from);
      let keptBy = this.keptBy;
      const other = s.or === undefined ? undefined : this.busy[s.or];
      if (other && at > from && s.durMs <= other.longest) {
        const sooner = this.firstFree(s, other, from);
        if (sooner < at) {
          at = sooner;
          keptBy = this.keptBy;
          b = other;
        }
      }
      const also = s.and === undefined ? undefined : this.busy[s.and];
      // Both at once: each is asked from where the other has time, until they agree.
      for (let agreed = also === undefined; also && !agreed;) {
        const both = this.firstFree(s, also, at);
        if (this.keptBy >= 0) keptBy = this.keptBy;
        agreed = both === at;
        if (!agreed) at = this.firstFree(s, b, both);
      }
      if (keptBy >= 0) by = keptBy;
      if (at === Infinity) return NaN;
      insertAt(b, at, at + s.durMs, i);
      if (also) insertAt(also, at, at + s.durMs, i);
    }
    const end = at + s.durMs;
    this.start[i] = at;
    this.end[i] = end;
    this.heldBy[i] = by;
    return end;
  }

  /** Which step kept the one that was asked for last from beginning sooner; -1 where none did. */
  private keptBy = -1;

  /** When a resource first has time for a step, from a moment on; Infinity for never. */
  private firstFree(s: ShopStep, b: Busy, from: number): number {
    let at = from,
      end = at + s.durMs;
    this.keptBy = -1;
    for (let k = firstEnding(b, at); ;) {
      while (k < b.count && b.from[k] < end) {
        if (b.to[k] === Infinity) return Infinity;
        if (b.to[k] > at) {
          at = b.to[k];
          end = at + s.durMs;
          if (b.by[k] >= 0) this.keptBy = b.by[k];
        }
        k++;
      }
      if (!s.within && !s.shut) return at;
      const fits = this.openAt(s, s.within ? nextWithin(s.within, at, s.durMs) : at);
      if (fits === at) return at;
      if (fits === Infinity) return Infinity;
      at = fits;
      end = at + s.durMs;
    }
  }

  /** The moment, or the first after it when a step is not shut. */
  private openAt({ shut }: ShopStep, at: number): number {
    if (shut)
      for (const w of shut) {
        const since = w.after === null ? 0 : this.end[w.after];
        if (at > since + w.from && at < since + w.to) at = since + w.to;
      }
    return at;
  }

  /** What is longer than every stretch of the calendar takes what is left of each. */
  private placeOver(i: number, s: ShopStep, b: Busy, from: number): number {
    let left = s.durMs,
      at = from,
      first = NaN;
    for (let k = 0; left > 0;) {
      while (k < b.count && b.to[k] <= at) k++;
      const next = k < b.count ? b.from[k] : Infinity;
      const room = Math.min(left, next - at);
      if (room > 0) {
        if (Number.isNaN(first)) first = at;
        insert(b, k, at, at + room, i);
        left -= room;
        at += room;
      } else if (k < b.count && b.to[k] < Infinity) at = Math.max(at, b.to[k]);
      else return NaN;
    }
    this.start[i] = first;
    this.end[i] = at;
    this.heldBy[i] = -1;
    return at;
  }
}

/** The first moment from `at` on from which so long lies in one of the stretches; Infinity where there is none. */
function nextWithin(list: readonly Stretch[], at: number, ms: number): number {
  let low = 0,
    high = list.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (list[mid].to > at) high = mid;
    else low = mid + 1;
  }
  for (let i = low; i < list.length; i++) {
    const from = Math.max(at, list[i].from);
    if (list[i].to - from >= ms) return from;
  }
  return Infinity;
}

/** What lies outside a calendar, from now on; what comes after its last stretch has no end. */
function outsideOf(list: readonly Stretch[], now: number): Stretch[] {
  const out: Stretch[] = [];
  let at = now;
  for (const w of list) {
    if (w.to <= at) continue;
    if (w.from > at) out.push({ from: at, to: w.from });
    at = w.to;
  }
  return [...out, { from: at, to: Infinity }];
}

/** The first taken time that ends after a moment. */
function firstEnding(b: Busy, at: number): number {
  let low = 0,
    high = b.count;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (b.to[mid] > at) high = mid;
    else low = mid + 1;
  }
  return low;
}

/** Takes free time. */
const insertAt = (b: Busy, from: number, to: number, by: number): void => insert(b, firstEnding(b, from), from, to, by);

function insert(b: Busy, at: number, from: number, to: number, by: number): void {
  if (b.count === b.from.length) {
    b.from = grown(b.from, Float64Array);
    b.to = grown(b.to, Float64Array);
    b.by = grown(b.by, Int32Array);
  }
  b.from.copyWithin(at + 1, at, b.count);
  b.to.copyWithin(at + 1, at, b.count);
  b.by.copyWithin(at + 1, at, b.count);
  b.from[at] = from;
  b.to[at] = to;
  b.by[at] = by;
  b.count++;
}

function grown<T extends Float64Array | Int32Array>(old: T, make: new (n: number) => T): T {
  const next = new make(old.length * 2);
  next.set(old);
  return next;
}
