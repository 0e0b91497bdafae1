/**
 * What is asked for of what is computed. A request is looked for in the store, else computed and kept. The same request asked twice runs
 * once; one that nobody wants any more is dropped, also while it runs; what failed for no fault of its own is tried again. While a result
 * of an owner is computed anew, the last one stands. Nothing here is ever part of what the user said.
 */
import { Recent } from "~core/derive";
import { ok, type Problem, type Result } from "~core/units";
import {
  meshOf,
  resultKey,
  type KnownValue,
  type Last,
  type Lookup,
  type ResultKind,
  type ResultRequest,
  type ValueOf,
} from "~core/results";
import { PRIORITY, type Priority } from "~workers/pool";

export type Answer<V> =
  | { state: "ready"; value: V }
  | { state: "reckoning"; share: number; phase: string }
  | { state: "failed"; problem: Problem }
  | { state: "absent" };

export const ABSENT: Answer<never> = { state: "absent" };
const WAITING: Answer<never> = { state: "reckoning", share: 0, phase: "" };

/** Results that are kept in the page though nobody wants them just now. */
const MOST_AT_HAND = 600;
/** Owners whose last result is at hand. */
const MOST_LASTS = 20_000;

interface Entry {
  request: ResultRequest;
  answer: Answer<ValueOf<ResultRequest>>;
  /** How many want it. */
  wanted: number;
  priority: Priority;
  /** The job that is under way or waits. */
  stop: AbortController | null;
  /** It came with a file: shown, and computed anew when there is time. */
  carried: boolean;
  /** Whose it is; see Wanted. */
  owners: Set<string>;
  /** When it failed last, ms, and how often in a row. */
  failedAt: number;
  tries: number;
}

/** What is known at one moment. */
export interface View {
  answer: <R extends ResultRequest>(request: R) => Answer<ValueOf<R>>;
  /** A value that is there and fresh. */
  value: Lookup;
}

/** What a scene is joined with; pictures are only looked at. */
const JOINED: ReadonlySet<ResultKind> = new Set<ResultKind>(["mesh", "walls", "print", "surfaces", "marks"]);

/** What comes within this time is told in one go: a hundred small results would draw the page a hundred times. */
const TOLD_TOGETHER_MS = 50;

/** A result as the store has it. */
interface Found {
  key: string;
  value: ValueOf<ResultRequest>;
  carried: 0 | 1;
}

/** What a desk works with. */
export interface DeskTools {
  /** Those that are in the store; nothing where it cannot be read. */
  find: (keys: readonly string[]) => Promise<readonly Found[]>;
  /** A full store only means that it is computed again next time. */
  keep: (results: readonly { request: ResultRequest; value: ValueOf<ResultRequest> }[]) => Promise<void>;
  compute: (
    request: ResultRequest,
    options: { signal: AbortSignal; priority: Priority; onProgress: (share: number, phase: string) => void },
  ) => Promise<Result<ValueOf<ResultRequest>>>;
}

/** What failed because a worker died or the store did not answer is tried again after so long, ms; then only when somebody looks. */
const TRIED_AGAIN_MS = [2_000, 15_000, 60_000];
/** Somebody who looks at what failed has it tried again, but not more often than this, ms. */
const LOOKED_AGAIN_MS = 10_000;
/** Is it the fault of what was given, which stays as it is? */
const isOwnFault = ({ code }: Problem): boolean => !/^(worker|storage)\./.test(code);

export class ResultDesk {
  constructor(private readonly tools: DeskTools) {}

  private readonly entries = new Map<string, Entry>();
  private readonly listeners = new Set<() => void>();
  private readonly lasts = new Recent<ValueOf<ResultRequest>>(MOST_LASTS);
  /** Kinds of what has become ready or failed and was not told yet. */
  private readonly news = new Set<ResultKind>();
  private telling: ReturnType<typeof setTimeout> | undefined;
  /** What can be looked up now: another object once something has become ready or failed; progress alone makes none. */
  view = this.look();
  /** The same, another object only for what scenes are joined with. */
  joined = this.view;
  private values: readonly KnownValue[] | null = null;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private tell(): void {
    this.telling ??= setTimeout(() => this.tellNow(), TOLD_TOGETHER_MS);
  }

  private tellNow(): void {
    clearTimeout(this.telling);
    this.telling = undefined;
    if (this.news.size > 0) this.view = this.look();
    if ([...this.news].some((kind) => JOINED.has(kind))) {
      this.joined = this.view;
      this.values = null;
    }
    this.news.clear();
    for (const listener of this.listeners) listener();
  }

  /** What scenes are joined with, as a list: for whoever works on another thread. Another list when `joined` is another. */
  joinedValues(): readonly KnownValue[] {
    return (this.values ??= [...this.entries].flatMap(([key, { request, answer }]) =>
      JOINED.has(request.kind) && answer.state === "ready" ? [{ key, value: answer.value }] : [],
    ));
  }

  answer<R extends ResultRequest>(request: R): Answer<ValueOf<R>> {
    return (this.entries.get(resultKey(request))?.answer ?? ABSENT) as Answer<ValueOf<R>>;
  }

  private look(): View {
    return {
      answer: (request) => this.answer(request),
      value: (request) => {
        const answer = this.answer(request);
        return answer.state === "ready" ? answer.value : undefined;
      },
    };
  }

  private entry(request: ResultRequest): Entry {
    const key = resultKey(request);
    let entry = this.entries.get(key);
    if (!entry) {
      entry = {
        request,
        answer: ABSENT,
        wanted: 0,
        priority: PRIORITY.check,
        stop: null,
        carried: false,
        owners: new Set(),
        failedAt: 0,
        tries: 0,
      };
      this.entries.set(key, entry);
    }
    return entry;
  }

  /** Takes what is already in the store: before a page is drawn, so that nothing that is known has to wait. */
  async fetch(requests: readonly ResultRequest[]): Promise<void> {
    const missing = new Map(requests.filter((r) => this.answer(r).state === "absent").map((r) => [resultKey(r), r]));
    if (missing.size === 0) return;
    const rows = await this.tools.find([...missing.keys()]);
    for (const row of rows) {
      const request = missing.get(row.key)!;
      const entry = this.entry(request);
      this.news.add(request.kind);
      entry.answer = { state: "ready", value: row.value };
      entry.carried = row.carried === 1;
    }
    if (rows.length > 0) this.tellNow();
  }

  /** Takes values that were computed on the way, as a reader measures what it reads. */
  async give<R extends ResultRequest>(list: readonly { request: R; value: ValueOf<R> }[]): Promise<void> {
    for (const { request, value } of list) {
      const entry = this.entry(request);
      entry.stop?.abort();
      entry.stop = null;
      entry.carried = false;
      this.settle(entry, { state: "ready", value });
    }
    await this.tools.keep(list);
  }

  /** The last result of an owner: what stands there until the next one is computed. */
  readonly last: Last = (of) => this.lasts.get(of);

  private keepLast(entry: Entry): void {
    if (entry.answer.state !== "ready") return;
    for (const of of entry.owners) this.lasts.set(of, entry.answer.value);
  }

  /** Says that somebody wants it, and whose it is. @returns how to say that it is wanted no more */
  want(request: ResultRequest, priority: Priority, of?: string): () => void {
    const entry = this.entry(request);
    entry.wanted++;
    if (of !== undefined) entry.owners.add(of);
    this.keepLast(entry);
    if (entry.stop && priority < entry.priority && entry.answer.state === "reckoning" && entry.answer.share === 0) {
      // It waits behind others, and now somebody looks: it begins anew further ahead.
      entry.stop.abort();
      entry.stop = null;
    }
    entry.priority = Math.min(entry.priority, priority) as Priority;
    const mayTry = entry.answer.state !== "failed" || (priority === PRIORITY.eye && Date.now() - entry.failedAt > LOOKED_AGAIN_MS);
    if (!entry.stop && mayTry && (entry.answer.state !== "ready" || entry.carried)) void this.reckon(entry);
    let released = false;
    return () => {
      if (released) return;
      released = true;
      entry.wanted--;
      if (of !== undefined) entry.owners.delete(of);
      if (entry.wanted > 0) return;
      entry.stop?.abort();
      entry.stop = null;
      // What nobody looks at stays at hand while there are not too many; the store has it anyway.
      if (entry.answer.state === "reckoning" || this.entries.size > MOST_AT_HAND) this.entries.delete(resultKey(entry.request));
    };
  }

  /** The value, as soon as it is there. */
  async get<R extends ResultRequest>(request: R): Promise<Result<ValueOf<R>>> {
    const release = this.want(request, PRIORITY.eye);
    try {
      for (;;) {
        const answer = this.answer(request);
        if (answer.state === "ready") return ok(answer.value);
        if (answer.state === "failed") return { ok: false, problem: answer.problem };
        await new Promise<void>((resolve) => {
          const end = this.subscribe(() => {
            end();
            resolve();
          });
        });
      }
    } finally {
      release();
    }
  }

  private async reckon(entry: Entry): Promise<void> {
    const stop = new AbortController();
    entry.stop = stop;
    const { request } = entry;
    const gone = (): boolean => stop.signal.aborted || entry.stop !== stop;
    if (!entry.carried) {
      entry.answer = WAITING;
      this.tell();
      const [row] = await this.tools.find([resultKey(request)]);
      if (gone()) return;
      if (row && row.carried === 0) {
        entry.stop = null;
        return this.settle(entry, { state: "ready", value: row.value });
      }
    }
    const done = await this.tools.compute(request, {
      signal: stop.signal,
      priority: entry.carried ? PRIORITY.check : entry.priority,
      onProgress: (share, phase) => {
        if (gone() || entry.carried) return;
        entry.answer = { state: "reckoning", share, phase };
        this.tell();
      },
    });
    if (gone()) return;
    entry.stop = null;
    // What came with a file and cannot be computed here stays what it was: somebody else's word.
    if (!done.ok && entry.carried) return;
    entry.carried = false;
    if (!done.ok) {
      this.settle(entry, { state: "failed", problem: done.problem });
      entry.failedAt = Date.now();
      const again = isOwnFault(done.problem) ? undefined : TRIED_AGAIN_MS.at(entry.tries++);
      if (again !== undefined)
        setTimeout(() => {
          if (entry.wanted > 0 && !entry.stop && entry.answer.state === "failed") void this.reckon(entry);
        }, again);
      return;
    }
    entry.tries = 0;
    this.settle(entry, { state: "ready", value: done.value });
    await this.tools.keep([{ request, value: done.value }]);
  }

  private settle(entry: Entry, answer: Entry["answer"]): void {
    entry.answer = answer;
    this.keepLast(entry);
    this.news.add(entry.request.kind);
    this.tell();
  }

  /** A mesh has come: what failed for want of it is tried again. */
  tryAgain(hashes: readonly string[]): void {
    for (const [key, entry] of this.entries) {
      if (entry.answer.state !== "failed" || !hashes.includes(meshOf(entry.request) ?? "")) continue;
      if (entry.wanted > 0) void this.reckon(entry);
      else this.entries.delete(key);
    }
  }

  /** Everything is computed anew from now on. */
  forget(): void {
    for (const [key, entry] of this.entries) {
      if (entry.stop) continue;
      if (entry.wanted > 0) void this.reckon(entry);
      else this.entries.delete(key);
    }
  }

  /** Of these requests: how many are not there yet, and how far the one is that is being reckoned. */
  progressOf(requests: readonly ResultRequest[]): { left: number; at: ResultRequest | null; share: number } {
    let left = 0,
      share = 0,
      at: ResultRequest | null = null,
      first: ResultRequest | null = null;
    for (const request of requests) {
      const answer = this.answer(request);
      if (answer.state === "ready" || answer.state === "failed") continue;
      left++;
      first ??= request;
      if (answer.state === "reckoning" && answer.share > share) [at, share] = [request, answer.share];
    }
    return { left, at: at ?? first, share };
  }
}
