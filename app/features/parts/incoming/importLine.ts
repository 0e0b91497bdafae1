/** Files on their way in: a few are read at a time, what is read is stored in batches; each can be cancelled, refused ones wait to be put away. */
import type { FileUnit } from "~core/mesh";
import type { Problem, Result } from "~core/units";

/** One more than the pool reads at a time on a small machine, so that it never waits for the next file. */
const READ_AT_ONCE = 3;
/** What is stored in one go: more would keep a large batch of small files out of sight for long. */
const MOST_AT_ONCE = 40;

export interface Import {
  id: string;
  fileName: string;
  state: "waiting" | "reading" | "storing" | "refused";
  fraction: number;
  phase: string;
  problem: Problem | null;
}

/** What is at the line just now. */
export interface LineView {
  /** In the order in which they were given. */
  imports: readonly Import[];
  /** Since the line was empty last: how many were given, and how many of them are taken in. */
  given: number;
  taken: number;
}

/** How a line reads and stores. A file whose reading was cancelled answers with null. */
export interface Doing<F, R> {
  nameOf: (file: F) => string;
  read: (
    file: F,
    unit: FileUnit | null,
    signal: AbortSignal,
    onProgress: (fraction: number, phase: string) => void,
  ) => Promise<Result<R> | null>;
  /** May they be stored in one go? */
  alike?: (a: R, b: R) => boolean;
  /** All or nothing. */
  store: (read: readonly R[]) => Promise<Problem | null>;
}

interface Waiting<F, R> extends Import {
  file: F;
  unit: FileUnit | null;
  stop: AbortController;
  read: R | null;
}

export class ImportLine<F, R> {
  private list: Waiting<F, R>[] = [];
  private given = 0;
  private taken = 0;
  private storing = false;
  private nextId = 0;
  private readonly listeners = new Set<() => void>();
  private readonly stored = new Set<(read: readonly R[]) => void>();
  view: LineView = { imports: [], given: 0, taken: 0 };

  constructor(private readonly doing: Doing<F, R>) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Told of every batch that was stored. @returns how to be told no more */
  onStored(told: (read: readonly R[]) => void): () => void {
    this.stored.add(told);
    return () => this.stored.delete(told);
  }

  add(files: readonly F[]): void {
    if (this.list.every((i) => i.state === "refused")) this.given = this.taken = 0;
    this.given += files.length;
    for (const file of files)
      this.list.push({
        id: String(this.nextId++),
        fileName: this.doing.nameOf(file),
        file,
        unit: null,
        state: "waiting",
        fraction: 0,
        phase: "waiting",
        problem: null,
        stop: new AbortController(),
        read: null,
      });
    this.goOn();
  }

  /** Takes one out, whatever it is at. What is being stored already is stored. */
  drop(id: string): void {
    this.takeOut(this.list.filter((i) => i.id === id));
  }

  /** Takes all out that are not refused. */
  dropAll(): void {
    this.takeOut(this.list.filter((i) => i.state !== "refused"));
  }

  private takeOut(those: readonly Waiting<F, R>[]): void {
    const out = new Set(those.filter((i) => i.state !== "storing"));
    for (const one of out) {
      one.stop.abort();
      if (one.state !== "refused") this.given--;
    }
    this.list = this.list.filter((i) => !out.has(i));
    this.goOn();
  }

  /** Puts all refusals away. */
  putAway(): void {
    this.list = this.list.filter((i) => i.state !== "refused");
    this.goOn();
  }

  /** Reads a refused file again in the unit that the user names; for sizes that cannot be. */
  readAs(id: string, unit: FileUnit): void {
    const one = this.list.find((i) => i.id === id && i.state === "refused");
    if (!one) return;
    Object.assign(one, { unit, state: "waiting", fraction: 0, phase: "waiting", problem: null, read: null, stop: new AbortController() });
    this.given++;
    this.goOn();
  }

  private tell(): void {
    this.view = {
      imports: this.list.map(({ id, fileName, state, fraction, phase, problem }) => ({ id, fileName, state, fraction, phase, problem })),
      given: this.given,
      taken: this.taken,
    };
    for (const listener of this.listeners) listener();
  }

  private goOn(): void {
    let reading = this.list.filter((i) => i.state === "reading" && !i.read).length;
    for (const one of this.list) {
      if (reading >= READ_AT_ONCE) break;
      if (one.state !== "waiting") continue;
      reading++;
      void this.readOne(one);
    }
    if (!this.storing) void this.storeRead();
    this.tell();
  }

  private refuse(one: Waiting<F, R>, problem: Problem): void {
    Object.assign(one, { state: "refused", problem, read: null });
    this.given--;
  }

  private async readOne(one: Waiting<F, R>): Promise<void> {
    const { stop } = one;
    one.state = "reading";
    // Whatever goes wrong with one file, the line goes on with the next.
    const done = await this.doing
      .read(one.file, one.unit, stop.signal, (fraction, phase) => {
        if (stop.signal.aborted) return;
        Object.assign(one, { fraction, phase });
        this.tell();
      })
      .catch((error: unknown): Result<R> => ({ ok: false, problem: faultOf(error, one.fileName) }));
    if (stop.signal.aborted) return;
    if (done === null) this.list = this.list.filter((i) => i !== one);
    else if (done.ok) Object.assign(one, { read: done.value, fraction: 1, phase: "read" });
    else this.refuse(one, done.problem);
    this.goOn();
  }

  /** In the order in which they were given, as far as they are read. */
  private async storeRead(): Promise<void> {
    const read = this.list.filter((i) => i.read !== null && i.state === "reading");
    if (read.length === 0) return;
    const { alike = () => true } = this.doing;
    const batch = read.filter((i) => alike(i.read!, read[0].read!)).slice(0, MOST_AT_ONCE);
    this.storing = true;
    for (const one of batch) Object.assign(one, { state: "storing", phase: "storing" });
    const store = (some: readonly Waiting<F, R>[]): Promise<Problem | null> =>
      this.doing.store(some.map((i) => i.read!)).catch((error: unknown) => faultOf(error, some[0].fileName));
    const problem = await store(batch);
    // One that cannot be stored keeps none of the others out; a store that takes nothing is not asked forty times.
    const oneByOne = problem !== null && batch.length > 1 && !problem.code.startsWith("storage.");
    for (const one of problem ? batch : []) {
      const own = oneByOne ? await store([one]) : problem;
      if (own) this.refuse(one, own);
    }
    const stored = batch.filter((i) => i.state === "storing");
    this.taken += stored.length;
    this.list = this.list.filter((i) => !stored.includes(i));
    this.storing = false;
    if (stored.length > 0) for (const told of this.stored) told(stored.map((i) => i.read!));
    this.goOn();
  }
}

const faultOf = (error: unknown, where: string): Problem => ({
  code: "import.failed",
  message: `The file could not be imported: ${String(error)}`,
  where,
});
