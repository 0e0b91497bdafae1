/** Durations, in seconds, as people type and read them at the bench. */
import { decimalMarks, numberPattern, numberValue, oneReading, plainSigns, retypedNumber, tidy, type DecimalMark } from "./number";
import { fail, ok, type Result } from "./result";

const S_PER: Record<string, number> = {
  s: 1,
  sec: 1,
  second: 1,
  seconds: 1,
  m: 60,
  min: 60,
  mins: 60,
  minute: 60,
  minutes: 60,
  "'": 60,
  h: 3600,
  hr: 3600,
  hrs: 3600,
  hour: 3600,
  hours: 3600,
  d: 86400,
  day: 86400,
  days: 86400,
};
/** "Overnight" as a wait: from the end of an evening to the next one's start. Common practice, no source. */
export const OVERNIGHT_S = 12 * 3600;

/** Nothing at a bench takes longer than a year: more is a slip of the unit. */
export const MOST_DURATION_S = 366 * 86400;

const inBounds = (seconds: number): Result<number> =>
  seconds <= MOST_DURATION_S ? ok(seconds) : fail("time.long", "That is longer than a year. Is the unit right?");

/** Reads `17 h`, `1 h 20`, `25 min`, `3:30`, `2 days`, `overnight`. A bare number is minutes; a bare number after hours is minutes. */
export function parseDuration(text: string): Result<number> {
  const plain = plainSigns(text);
  if (!plain) return fail("time.unread", "Type a time, for example 25 min, 1 h 20 or overnight.");
  if (/^(over ?night|next day)$/.test(plain)) return ok(OVERNIGHT_S);
  const clock = /^(\d+):([0-5]\d)$/.exec(plain);
  if (clock) return inBounds(Number(clock[1]) * 3600 + Number(clock[2]) * 60);
  return oneReading(
    text,
    decimalMarks().map((mark) => readUnder(text, plain, mark)),
    Object.is,
    (s) => ({ text: `${retypedNumber(s)} s`, readAs: formatDuration(s), value: s }),
    "time.ambiguous",
  );
}

function readUnder(text: string, plain: string, mark: DecimalMark): Result<number> {
  const unread = fail("time.unread", `"${text.trim()}" is not a time. Try 25 min, 1 h 20, 2 days or overnight.`);
  const token = new RegExp(`^ *(${numberPattern(mark)}) *([a-z']+)? *(?:and |, )?`);
  let seconds = 0;
  let previous = Infinity;
  let rest = plain;
  while (rest) {
    const m = token.exec(rest);
    if (!m) return unread;
    const per =
      m[2] !== undefined ? (Object.hasOwn(S_PER, m[2]) ? S_PER[m[2]] : null) : previous === Infinity || previous === 3600 ? 60 : null;
    // Each unit once, the larger first: "20 min 1 h" and "20 30" are slips.
    if (per === null || per >= previous) return unread;
    seconds += numberValue(m[1], mark) * per;
    previous = per;
    rest = rest.slice(m[0].length);
  }
  return inBounds(tidy(seconds));
}

/** "45 s", "25 min", "1 h 20", "15 h 36", "3 days". */
export function formatDuration(seconds: number): string {
  const s = Math.max(0, seconds);
  if (s > 0 && s < 90) return `${Math.round(s)} s`;
  const minutes = Math.round(s / 60);
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 72 * 60) {
    const h = Math.floor(minutes / 60);
    const m = minutes % 60;
    return m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, "0")}`;
  }
  const days = s / 86400;
  return `${days.toFixed(days < 10 ? 1 : 0).replace(/\.0$/, "")} days`;
}
