/**
 * The one way to ask for what is computed. A request is looked for in the store, else computed in the pool and kept. The same request asked
 * twice runs once; one that nobody wants any more is dropped, also while it runs. Nothing here is ever part of what the user said.
 */
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { fail, ok, type Problem, type Result } from "~core/units";
import type { PartRow } from "~core/project";
import {
  geometryOf,
  meshOf,
  resultKey,
  type Geometry,
  type Last,
  type Lookup,
  type ResultKind,
  type ResultRequest,
  type ValueOf,
} from "~core/results";
import { findResults, keepResults, resultRow } from "~store/results";
import { runJob } from "~workers/client";
import { PRIORITY, type Priority } from "~workers/pool";
import type { MeshSource } from "~workers/protocol";
import { ask, db } from "./database.client";

export type Answer<V> =
  | { state: "ready"; value: V }
  | { state: "reckoning"; share: number; phase: string }
  | { state: "failed"; problem: Problem }
  | { state: "absent" };

const ABSENT: Answer<never> = { state: "absent" };
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

class ResultDesk {
  private readonly entries = new Map<string, Entry>();
  private readonly listeners = new Set<() => void>();
  private readonly lasts = new Map<string, ValueOf<ResultRequest>>();
  /** Kinds of what has become ready or failed and was not told yet. */
  private readonly news = new Set<ResultKind>();
  private telling: ReturnType<typeof setTimeout> | undefined;
  /** What can be looked up now: another object once something has become ready or failed; progress alone makes none. */
  view = this.look();
  /** The same, another object only for what scenes are joined with. */
  joined = this.view;

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
    if ([...this.news].some((kind) => JOINED.has(kind))) this.joined = this.view;
    this.news.clear();
    for (const listener of this.listeners) listener();
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
      entry = { request, answer: ABSENT, wanted: 0, priority: PRIORITY.check, stop: null, carried: false, owners: new Set() };
      this.entries.set(key, entry);
    }
    return entry;
  }

  /** Takes what is already in the store: before a page is drawn, so that nothing that is known has to wait. */
  async fetch(requests: readonly ResultRequest[]): Promise<void> {
    const missing = new Map(requests.filter((r) => this.answer(r).state === "absent").map((r) => [resultKey(r), r]));
    if (missing.size === 0) return;
    const rows = await ask(() => findResults(db, [...missing.keys()], Date.now()));
    if (!rows.ok) return;
    for (const row of rows.value) {
      const request = missing.get(row.key)!;
      const entry = this.entry(request);
      this.news.add(request.kind);
      entry.answer = { state: "ready", value: row.value };
      entry.carried = row.carried === 1;
    }
    if (rows.value.length) this.tellNow();
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
    const now = Date.now();
    await ask(() =>
      keepResults(
        db,
        list.map(({ request, value }) => resultRow(request, value, now)),
      ),
    );
  }

  /** The last result of an owner: what stands there until the next one is computed. */
  readonly last: Last = (of) => this.lasts.get(of);

  private keepLast(entry: Entry): void {
    if (entry.answer.state !== "ready") return;
    for (const of of entry.owners) {
      this.lasts.delete(of);
      this.lasts.set(of, entry.answer.value);
    }
    while (this.lasts.size > MOST_LASTS) this.lasts.delete(this.lasts.keys().next().value!);
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
    if (!entry.stop && entry.answer.state !== "failed" && (entry.answer.state !== "ready" || entry.carried)) void this.reckon(entry);
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
      const kept = await ask(() => findResults(db, [resultKey(request)], Date.now()));
      if (gone()) return;
      const row = kept.ok ? kept.value[0] : undefined;
      if (row && row.carried === 0) {
        entry.stop = null;
        return this.settle(entry, { state: "ready", value: row.value });
      }
    }
    const source = await meshSource(request.inputs.geometry);
    if (gone()) return;
    const done = source.ok
      ? await runJob(
          "result",
          { request, file: source.value.file },
          {
            signal: stop.signal,
            priority: entry.carried ? PRIORITY.check : entry.priority,
            onProgress: (share, phase) => {
              if (gone() || entry.carried) return;
              entry.answer = { state: "reckoning", share, phase };
              this.tell();
            },
          },
        )
      : source;
    if (gone()) return;
    entry.stop = null;
    // What came with a file and cannot be computed here stays what it was: somebody else's word.
    if (!done.ok && entry.carried) return;
    entry.carried = false;
    this.settle(entry, done.ok ? { state: "ready", value: done.value } : { state: "failed", problem: done.problem });
    // A full store only means that it is computed again next time.
    if (done.ok) await ask(() => keepResults(db, [resultRow(request, done.value as never, Date.now())]));
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

export const desk = new ResultDesk();

const noRelease = (): void => undefined;

/** What scenes are joined with, renewed as it comes in. */
export const useJoinedResults = (): View =>
  useSyncExternalStore(
    desk.subscribe,
    () => desk.joined,
    () => desk.joined,
  );

/** What is known, renewed as results come in. */
export const useResults = (): View =>
  useSyncExternalStore(
    desk.subscribe,
    () => desk.view,
    () => desk.view,
  );

/** What a page wants to show: asked for while it is shown, dropped when it is not. `null` asks for nothing. */
export function useResult<R extends ResultRequest>(request: R | null, priority: Priority = PRIORITY.eye): Answer<ValueOf<R>> {
  // The key names all that a request says: one that says the same is the same.
  const [same, keep] = useState(request);
  if ((same && resultKey(same)) !== (request && resultKey(request))) keep(request);
  useEffect(() => (same ? desk.want(same, priority) : noRelease), [same, priority]);
  return useSyncExternalStore(
    desk.subscribe,
    useCallback(() => (same ? desk.answer(same) : ABSENT), [same]),
    () => ABSENT,
  );
}

/** The stored file of a mesh, or none for the stand-in of a size. */
async function meshSource(geometry: Geometry): Promise<Result<MeshSource>> {
  if (!("hash" in geometry)) return ok({ geometry, file: null });
  const row = await ask(() => db.meshes.get(geometry.hash));
  if (!row.ok) return row;
  return row.value ? ok({ geometry, file: row.value.file }) : fail("mesh.missing", "Its mesh is not in this browser. Drop its file again.");
}

/** What a job is to work on for a part. */
export async function meshSourceOf(part: Pick<PartRow, "name" | "source">): Promise<Result<MeshSource>> {
  const source = await meshSource(geometryOf(part.source));
  return source.ok || source.problem.code !== "mesh.missing"
    ? source
    : fail("mesh.missing", `The mesh of ${part.name} is not in this browser. Drop its file again.`);
}
