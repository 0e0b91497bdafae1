/**
 * A simulated printer: takes a job, heats, runs through its layers, pauses, and fails in the usual ways by a seed. What it is at any moment
 * follows from what it was told and when, so that nothing has to tick: the same job with the same seed fails at the same layer.
 */
import Joi from "joi";
import { FAILURE_CAUSES, type FailureCause } from "../core/print";
import { fail, ok, seededRandom, type Result } from "../core/units";

type Phase = "idle" | "heating" | "printing" | "paused" | "ended" | "failed";

export interface JobOrder {
  /** The caller's own name for it: what it is known again by. */
  id: string;
  name: string;
  layers: number;
  /** As planned, s, heating included. */
  totalS: number;
  massG: number;
  /** Decides whether it fails, when and how. */
  seed: number;
  /** What is on the spool or in the bottle, g; unknown when absent. */
  stockG?: number;
}

export interface PrinterState {
  id: string;
  name: string;
  process: "fdm" | "resin";
  phase: Phase;
  temperatureC: number;
  /** How much faster than life it runs. */
  factor: number;
  job: { id: string; name: string; layer: number; layers: number; elapsedS: number; totalS: number; massG: number } | null;
  fault: { cause: FailureCause; layer: number } | null;
}

/** How long it heats, s, and how warm it is in a room and at work. */
const HEAT_S = { fdm: 180, resin: 30 };
const ROOM_C = 20;
const HOT_C = { fdm: 210, resin: 25 };
/** Longest and largest job that is taken. */
const MOST = { layers: 1_000_000, totalS: 60 * 86_400, massG: 100_000 };

/** How often each fault comes, an hour, in a machine that is neither new nor good. Made up for the stand-in. */
const RATES: Record<"fdm" | "resin", Partial<Record<FailureCause, number>>> = {
  fdm: { "corner-lift": 0.012, clog: 0.006, knocked: 0.004, "power-cut": 0.002 },
  resin: { "supports-let-go": 0.03, "power-cut": 0.002 },
};
const STARTS_FAIL = 0.04;

const jobSchema = Joi.object<JobOrder>({
  id: Joi.string().min(1).max(64).required(),
  name: Joi.string().max(300).required(),
  layers: Joi.number().integer().min(1).max(MOST.layers).required(),
  totalS: Joi.number().greater(0).max(MOST.totalS).required(),
  massG: Joi.number().min(0).max(MOST.massG).required(),
  seed: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 32 - 1)
    .required(),
  stockG: Joi.number().min(0).max(MOST.massG),
});

interface Running {
  order: JobOrder;
  /** Simulated seconds that it had run when the clock was last looked at, and when that was. */
  ranS: number;
  since: number;
  paused: boolean;
  /** What will go wrong, and after how many simulated seconds; null where nothing does. */
  fate: { cause: FailureCause; atS: number } | null;
  /** It really takes this many times what was planned. */
  slower: number;
}

/** However little happens, a printer that is followed says at least so often that it is there, ms. */
export const BEAT_MS = 2000;

/** What a seed has in store for a job: the first of its faults, by rates an hour, and how far the plan is off. */
export function fateOf(
  { seed, totalS, massG, stockG }: JobOrder,
  process: "fdm" | "resin",
  rates = RATES[process],
): Pick<Running, "fate" | "slower"> {
  const random = seededRandom(seed);
  // Plans miss by a tenth or so, each machine to its own side.
  const slower = 1.05 + 0.1 * (random() - 0.5);
  const runS = totalS * slower;
  const faults: { cause: FailureCause; atS: number }[] = [];
  if (random() < STARTS_FAIL)
    faults.push({ cause: process === "resin" ? "on-the-film" : "no-start", atS: HEAT_S[process] + 60 + 600 * random() });
  for (const [cause, perHour] of Object.entries(rates))
    faults.push({ cause: cause as FailureCause, atS: (-Math.log(1 - random()) / perHour) * 3600 });
  if (stockG !== undefined && stockG < massG)
    faults.push({ cause: "empty-spool", atS: HEAT_S[process] + (runS - HEAT_S[process]) * (stockG / massG) });
  const first = faults.sort((a, b) => a.atS - b.atS)[0] as { cause: FailureCause; atS: number } | undefined;
  return { fate: first && first.atS < runS ? first : null, slower };
}

export class StandInPrinter {
  private running: Running | null = null;
  private factor = 1;

  constructor(
    readonly id: string,
    readonly name: string,
    readonly process: "fdm" | "resin",
    private readonly rates: Partial<Record<FailureCause, number>> = RATES[process],
  ) {}

  /** Simulated seconds that the job has run at a moment. */
  private ran(now: number): number {
    const r = this.running;
    return !r ? 0 : r.paused ? r.ranS : r.ranS + (Math.max(0, now - r.since) / 1000) * this.factor;
  }

  state(now: number): PrinterState {
    const r = this.running;
    const base = { id: this.id, name: this.name, process: this.process, factor: this.factor };
    if (!r) return { ...base, phase: "idle", temperatureC: ROOM_C, job: null, fault: null };
    const wholeS = r.order.totalS * r.slower;
    const endS = r.fate?.atS ?? wholeS;
    const elapsedS = Math.min(endS, this.ran(now));
    const heatS = Math.min(HEAT_S[this.process], wholeS / 4);
    const share = Math.min(1, Math.max(0, (elapsedS - heatS) / Math.max(1e-9, wholeS - heatS)));
    const layer = Math.min(r.order.layers, Math.floor(share * r.order.layers + 1e-9));
    const over = elapsedS >= endS;
    const phase: Phase = over ? (r.fate ? "failed" : "ended") : r.paused ? "paused" : elapsedS < heatS ? "heating" : "printing";
    const warm = Math.min(1, elapsedS / heatS);
    return {
      ...base,
      phase,
      temperatureC: Math.round(over ? ROOM_C : ROOM_C + (HOT_C[this.process] - ROOM_C) * warm),
      job: {
        id: r.order.id,
        name: r.order.name,
        layer,
        layers: r.order.layers,
        elapsedS: Math.round(elapsedS * 10) / 10,
        totalS: r.order.totalS,
        massG: Math.round(r.order.massG * share * 10) / 10,
      },
      fault: over && r.fate ? { cause: r.fate.cause, layer } : null,
    };
  }

  /** Takes a job. The same job again is no second one: what was sent twice is printed once. */
  start(given: unknown, now: number): Result<PrinterState> {
    const { error, value } = jobSchema.validate(given, { convert: false }) as { error?: { message: string }; value: JobOrder };
    if (error) return fail("job.shape", `${error.message}.`);
    const is = this.state(now);
    if (is.job?.id === value.id && is.phase !== "failed") return ok(is);
    if (is.phase !== "idle" && is.phase !== "failed")
      return fail("printer.busy", `${this.name} still has ${is.job?.name ?? "a plate"} on it. Clear it first.`);
    this.running = { order: value, ranS: 0, since: now, paused: false, ...fateOf(value, this.process, this.rates) };
    return ok(this.state(now));
  }

  pause(now: number): Result<PrinterState> {
    return this.whileRunning(now, (r) => ({ ...r, ranS: this.ran(now), since: now, paused: true }));
  }
  resume(now: number): Result<PrinterState> {
    return this.whileRunning(now, (r) => ({ ...r, since: r.paused ? now : r.since, paused: false }));
  }
  /** Stops it; what was printed stays on the plate. */
  cancel(now: number): Result<PrinterState> {
    return this.whileRunning(now, (r) => ({ ...r, fate: { cause: "stopped", atS: this.ran(now) } }));
  }
  /** Somebody has taken the plate off. */
  clear(now: number): Result<PrinterState> {
    const { phase } = this.state(now);
    if (phase === "heating" || phase === "printing" || phase === "paused")
      return fail("printer.busy", `${this.name} is printing. Stop it first.`);
    this.running = null;
    return ok(this.state(now));
  }
  /** How much faster than life: from one to an hour a second. */
  setFactor(factor: unknown, now: number): Result<PrinterState> {
    if (typeof factor !== "number" || !(factor >= 1 && factor <= 3600)) return fail("factor", "Between 1 and 3600 times as fast as life.");
    if (this.running) this.running = { ...this.running, ranS: this.ran(now), since: now };
    this.factor = factor;
    return ok(this.state(now));
  }

  private whileRunning(now: number, to: (r: Running) => Running): Result<PrinterState> {
    const { phase } = this.state(now);
    if (!this.running || phase === "ended" || phase === "failed" || phase === "idle")
      return fail("printer.idle", `${this.name} is not printing now.`);
    this.running = to(this.running);
    return ok(this.state(now));
  }
}

/** What a printer must answer to be understood. */
export const stateSchema = Joi.object<PrinterState, true>({
  id: Joi.string().max(64).required(),
  name: Joi.string().max(200).required(),
  process: Joi.string().valid("fdm", "resin").required(),
  phase: Joi.string().valid("idle", "heating", "printing", "paused", "ended", "failed").required(),
  temperatureC: Joi.number().min(-50).max(1000).required(),
  factor: Joi.number().min(0).max(1e6).required(),
  job: Joi.object({
    id: Joi.string().max(64).required(),
    name: Joi.string().max(300).required(),
    layer: Joi.number().integer().min(0).max(MOST.layers).required(),
    layers: Joi.number().integer().min(0).max(MOST.layers).required(),
    elapsedS: Joi.number().min(0).max(1e9).required(),
    totalS: Joi.number().min(0).max(1e9).required(),
    massG: Joi.number().min(0).max(MOST.massG).required(),
  })
    .allow(null)
    .required(),
  fault: Joi.object({
    cause: Joi.string()
      .valid(...Object.keys(FAILURE_CAUSES))
      .required(),
    layer: Joi.number().integer().min(0).max(MOST.layers).required(),
  })
    .allow(null)
    .required(),
}).unknown(true);
