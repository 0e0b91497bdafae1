/**
 * The stand-ins over HTTP, for the program's own server. State is in memory: a server that is started anew knows nothing of what was before,
 * as a printer that was switched off. docs/stand-ins.md tells the interface.
 */
import { BEAT_MS, StandInPrinter, type PrinterState } from "./printer";
import { fail, type Problem, type Result } from "../core/units";

const KINDS = {
  large: { name: "Large stand-in", process: "fdm" },
  small: { name: "Small stand-in", process: "fdm" },
  resin: { name: "Resin stand-in", process: "resin" },
} as const;

/** Three that print. Others of their kind, "small-2", are there once they are asked for: two benches need not share one. */
const make = (): Map<string, StandInPrinter> =>
  new Map(Object.entries(KINDS).map(([id, { name, process }]) => [id, new StandInPrinter(id, name, process)]));
let printers = make();
const MOST_PRINTERS = 300;

/** @param keep a printer that is only looked at is not kept: a stranger's questions use nothing up */
function printerOf(id: string, keep: boolean): StandInPrinter | undefined {
  const known = printers.get(id);
  const kind = /^(large|small|resin)-[a-z0-9]{1,16}$/.exec(id)?.[1] as keyof typeof KINDS | undefined;
  if (known || !kind || printers.size >= MOST_PRINTERS) return known;
  const made = new StandInPrinter(id, KINDS[kind].name, KINDS[kind].process);
  if (keep) printers.set(id, made);
  return made;
}

/** Everything forgotten: a server that was started anew. */
export const restart = (): void => {
  printers = make();
};

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json", "Cache-Control": "no-store" } });

const STATUS: Record<string, number> = { "printer.unknown": 404, "printer.busy": 409, "printer.idle": 409 };
const refused = (problem: Problem): Response => json({ error: problem }, STATUS[problem.code] ?? 400);
const answer = (result: Result<PrinterState>): Response => (result.ok ? json(result.value) : refused(result.problem));

const unknown = (id: string): Problem =>
  fail("printer.unknown", `There is no stand-in "${id.slice(0, 40)}". There are ${[...printers.keys()].join(", ")}.`).problem;

/** It hangs once it heats: takes a job, says that it begins, and nothing more. */
const hangs = (how: string | null, { phase }: PrinterState): boolean => how === "frozen" && phase !== "idle";

/** How a badly behaved one answers: nonsense, slowly, or never. */
async function behaving(how: string | null, good: () => Response | Promise<Response>, signal: AbortSignal): Promise<Response> {
  if (how === "nonsense") return json({ phase: "dancing", job: 7 });
  if (how === "text") return new Response("<h1>It works</h1>", { headers: { "Content-Type": "text/html" } });
  if (how === "slow" || how === "silent") {
    const ms = how === "slow" ? 8_000 : 120_000;
    await new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      signal.addEventListener("abort", () => {
        clearTimeout(timer);
        resolve();
      });
    });
  }
  return good();
}

/** Longest body of a request, bytes. */
const MOST_BODY = 10_000;

async function bodyOf(request: Request): Promise<Result<unknown>> {
  const text = await request.text();
  if (text.length > MOST_BODY) return fail("body.long", "The request is longer than any job.");
  if (text.trim() === "") return { ok: true, value: {} };
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch {
    return fail("body.json", "The request is not JSON.");
  }
}

/** GET /stand-ins/printers */
export const list = (now: number): Response => json({ printers: [...printers.values()].map((p) => p.state(now)) });

/** GET /stand-ins/printers/:id, and with /stream the same as it changes, as server-sent events (HTML Living Standard, 9.2). */
export async function read(id: string, what: string | undefined, request: Request): Promise<Response> {
  const printer = printerOf(id, false);
  if (!printer) return refused(unknown(id));
  const how = new URL(request.url).searchParams.get("behave");
  const state = (): PrinterState => (printerOf(id, false) ?? printer).state(Date.now());
  if (what === "stream") {
    if (how === null || how === "frozen") return stream(state, how, request);
    return refused(fail("address", "One that misbehaves so has no stream: it is asked.").problem);
  }
  if (what !== undefined) return refused(fail("address", "A printer has its state and its stream.").problem);
  return behaving(hangs(how, state()) ? "silent" : how, () => json(printer.state(Date.now())), request.signal);
}

/** POST /stand-ins/printers/:id/job, pause, resume, cancel, clear, speed */
export async function act(id: string, what: string | undefined, request: Request): Promise<Response> {
  const printer = printerOf(id, true);
  if (!printer) return refused(unknown(id));
  if (request.method !== "POST") return json({ error: fail("method", "Only POST tells a printer what to do.").problem }, 405);
  const body = await bodyOf(request);
  if (!body.ok) return refused(body.problem);
  const how = new URL(request.url).searchParams.get("behave");
  const now = Date.now();
  return behaving(
    how,
    () => {
      switch (what) {
        case "job":
          return answer(printer.start(body.value, now));
        case "pause":
          return answer(printer.pause(now));
        case "resume":
          return answer(printer.resume(now));
        case "cancel":
          return answer(printer.cancel(now));
        case "clear":
          return answer(printer.clear(now));
        case "speed":
          return answer(printer.setFactor((body.value as { factor?: unknown } | null)?.factor, now));
        default:
          return refused(fail("address", "A printer takes job, pause, resume, cancel, clear and speed.").problem);
      }
    },
    request.signal,
  );
}

/** How often a stream looks for something new. */
const LOOK_MS = 500;

/** Streams at once, at most: more are asked to come again. */
const MOST_STREAMS = 200;
let streams = 0;

/** @param stateNow looked up anew each time: a printer begins to be kept with its first job */
function stream(stateNow: () => PrinterState, how: string | null, request: Request): Response {
  if (streams >= MOST_STREAMS) {
    const busy = json({ error: fail("stream.many", "Too many are listening: ask again in a while.").problem }, 503);
    busy.headers.set("Retry-After", "10");
    return busy;
  }
  streams++;
  let open = true;
  const leave = (): void => {
    clearInterval(timer);
    if (open) streams--;
    open = false;
  };
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;
  const body = new ReadableStream<Uint8Array>({
    start(control) {
      let last = "";
      let quiet = 0;
      const tell = (event: string, data: string): void => control.enqueue(encoder.encode(`event: ${event}\ndata: ${data}\n\n`));
      // One that hung before says nothing to whoever comes later either.
      let hung = hangs(how, stateNow());
      const look = (): void => {
        // The request is held as long as it is answered: its signal is told nothing any more once it is let go of.
        if (hung || request.signal.aborted) return;
        const now = stateNow();
        hung = hangs(how, now);
        const state = JSON.stringify(now);
        quiet = state === last ? quiet + LOOK_MS : 0;
        if (state !== last) tell("state", state);
        else if (quiet % BEAT_MS === 0) tell("beat", "{}");
        last = state;
      };
      look();
      timer = setInterval(look, LOOK_MS);
      request.signal.addEventListener("abort", () => {
        leave();
        try {
          control.close();
        } catch {
          // It was closed from the other side.
        }
      });
    },
    cancel: leave,
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store, no-transform" } });
}
