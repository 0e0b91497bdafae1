/**
 * Printers that answer: their state as a live stream, and by asking where there is none. What they say is checked before anybody believes
 * it. A stream that stays open and says nothing is no sign of life: after some missed beats the printer is asked, and one that does not
 * answer then, or that vanishes, is said to be silent since when, and is asked again.
 */
import { useEffect, useState } from "react";
import { fail, ok, type Result } from "~core/units";
import { BEAT_MS, stateSchema, type JobOrder, type PrinterState } from "../../stand-ins/printer";

export interface LinkState {
  /** The last that it said; null while it has said nothing. */
  state: PrinterState | null;
  /** What is wrong with it now, in words; null where nothing is. */
  problem: string | null;
  /** When it last answered, ms. */
  at: number | null;
}

const NOTHING: LinkState = { state: null, problem: null, at: null };
/** A printer that has not answered for so long is slow; asked again after so long. */
const PATIENCE_MS = 5_000;
const AGAIN_MS = 4_000;
/** Three beats missed and a little more: then it is asked. */
export const SILENT_MS = 3.5 * BEAT_MS;

/** An address of this program's own server; nothing else is ever asked. */
export const isAddress = (text: string): boolean => /^\/[\w./?=&-]{1,190}$/.test(text) && !text.startsWith("//");

/** "/stand-ins/printers/large?behave=slow" with "/job" before its question mark. */
const at = (address: string, what: string): string => {
  const [path, search] = address.split("?", 2);
  return `${path}${what ? `/${what}` : ""}${search === undefined ? "" : `?${search}`}`;
};

function understood(given: unknown): Result<PrinterState> {
  const { error, value } = stateSchema.required().validate(given, { convert: false }) as {
    error?: { message: string };
    value: PrinterState;
  };
  return error ? fail("printer.nonsense", `The answer is not from a printer (${error.message}).`) : ok(value);
}

async function ask(address: string, what: string, body?: unknown): Promise<Result<PrinterState>> {
  if (!isAddress(address)) return fail("printer.address", "That address is not on this program's own server.");
  let answer: Response;
  try {
    answer = await fetch(at(address, what), {
      ...(body === undefined ? {} : { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) }),
      // A printer that sends elsewhere is none.
      redirect: "error",
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
  } catch (error) {
    return error instanceof DOMException && error.name === "TimeoutError"
      ? fail("printer.slow", "No answer within five seconds.")
      : fail("printer.away", "No answer: it is switched off, or the server is down.");
  }
  let said: unknown;
  try {
    said = await answer.json();
  } catch {
    return fail("printer.nonsense", "The answer is not a printer's state.");
  }
  if (!answer.ok) {
    const message = (said as { error?: { message?: unknown } } | null)?.error?.message;
    return fail("printer.refused", typeof message === "string" ? message.slice(0, 300) : `Refused with status ${answer.status}.`);
  }
  return understood(said);
}

export const sendJob = (address: string, job: JobOrder): Promise<Result<PrinterState>> => ask(address, "job", job);
export const tellPrinter = (address: string, what: "pause" | "resume" | "cancel" | "clear"): Promise<Result<PrinterState>> =>
  ask(address, what, {});
export const setSpeed = (address: string, factor: number): Promise<Result<PrinterState>> => ask(address, "speed", { factor });

/** Follows one printer: its stream where it has one, its answers otherwise. @returns how to let go */
function follow(address: string, tell: (link: LinkState) => void): () => void {
  let over = false;
  let last = NOTHING;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let source: EventSource | undefined;
  const say = (next: Partial<LinkState>): void => {
    if (over) return;
    last = { ...last, ...next };
    tell(last);
  };
  const hear = (heard: Result<PrinterState>): void =>
    say(heard.ok ? { state: heard.value, problem: null, at: Date.now() } : { problem: heard.problem.message });
  const poll = async (): Promise<void> => {
    hear(await ask(address, ""));
    if (over) return;
    timer = setTimeout(() => void (last.problem === null ? listen() : poll()), AGAIN_MS);
  };
  const askInstead = (): void => {
    clearTimeout(timer);
    source?.close();
    source = undefined;
    if (!over) void poll();
  };
  const listen = (): void => {
    if (typeof EventSource === "undefined") return void poll();
    const alive = (): void => {
      clearTimeout(timer);
      timer = setTimeout(askInstead, SILENT_MS);
    };
    alive();
    source = new EventSource(at(address, "stream"));
    source.addEventListener("state", (event) => {
      alive();
      let said: unknown;
      try {
        said = JSON.parse(String(event.data));
      } catch {
        said = null;
      }
      hear(understood(said));
    });
    source.addEventListener("beat", () => {
      alive();
      // Nothing is another but that it was there just now: nobody is told.
      last = { ...last, at: Date.now() };
    });
    source.addEventListener("error", askInstead);
  };
  if (isAddress(address)) listen();
  else tell({ ...NOTHING, problem: "That address is not on this program's own server." });
  return () => {
    over = true;
    clearTimeout(timer);
    source?.close();
  };
}

const links = new Map<string, { link: LinkState; listeners: Set<(link: LinkState) => void>; end: () => void }>();

/** The state of a printer, followed once however many look at it. */
export function usePrinterState(address: string | null | undefined): LinkState {
  const [link, setLink] = useState<LinkState>(NOTHING);
  useEffect(() => (address ? listenTo(address, setLink) : undefined), [address]);
  return address ? link : NOTHING;
}

export function listenTo(address: string, tell: (link: LinkState) => void): () => void {
  let entry = links.get(address);
  if (!entry) {
    const made = { link: NOTHING, listeners: new Set<(link: LinkState) => void>(), end: (): void => undefined };
    entry = made;
    links.set(address, made);
    made.end = follow(address, (link) => {
      made.link = link;
      for (const l of made.listeners) l(link);
    });
  }
  const own = entry;
  own.listeners.add(tell);
  tell(own.link);
  return () => {
    own.listeners.delete(tell);
    if (own.listeners.size > 0) return;
    own.end();
    links.delete(address);
  };
}
