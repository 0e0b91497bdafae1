/** Files out: the bundle of a scene, its parts as CSV, its evenings as iCalendar. */
import { createEvents, type EventAttributes } from "ics";
import Papa from "papaparse";
import { failedCount, goodCount, trackOf, type Tonight } from "~core/plan";
import { fail, formatDuration, ok, type Result } from "~core/units";
import {
  joinsOf,
  optionAtHand,
  PART_FIELDS,
  type PartField,
  partRealMm,
  partSizeMm,
  partVolumeMm3,
  type Part,
  type Project,
} from "~core/project";
import { describeScale } from "~core/scale";

/** A plain number with at most three decimals. */
const toModelNumber = (n: number): number => Math.round(n * 1000) / 1000;

/** UTF-8's byte order mark, by which some spreadsheets tell the encoding. */
const BYTE_ORDER_MARK = "\ufeff";

/** One row a part, one header row; lengths in millimetres and metres, as numbers with a point. */
export function partsCsv(project: Project, now: number, byteOrderMark = false): string {
  const rows = project.parts.map((part) => safeCells(partRow(part, project, now)));
  return (byteOrderMark ? BYTE_ORDER_MARK : "") + Papa.unparse(rows, { newline: "\r\n" });
}

function partRow(part: Part, project: Project, now: number): Record<string, string | number> {
  const [x, y, z] = partSizeMm(part),
    real = partRealMm(part, project.scene);
  const best = optionAtHand(part, project.scene);
  const track = trackOf(part, project, now);
  return {
    name: part.name,
    copies: part.copies,
    good: goodCount(part, project.records),
    failed: failedCount(part, project.records),
    x_mm: toModelNumber(x),
    y_mm: toModelNumber(y),
    z_mm: toModelNumber(z),
    real_height_m: toModelNumber(real[2] / 1000),
    volume_cm3: toModelNumber(partVolumeMm3(part) / 1000),
    printer: best?.printer.name ?? "",
    hours: best ? toModelNumber(best.job.timeS.value / 3600) : "",
    grams: best ? toModelNumber(best.job.massG.value) : "",
    cost: best ? toModelNumber(best.job.costMinor.value / 100) : "",
    currency: best?.job.currency ?? "",
    scale: describeScale(project.scene.scale),
    notes: part.notes,
    tags: part.tags.join(", "),
    spare: track.spare,
    fitted: track.fitted,
    primed: track.primed,
    painted: track.painted,
    placed: track.placed,
    assembled: { fixed: "glued, or one piece", apart: "comes apart", moves: "has moving parts" }[joinsOf(part, project.scene)],
    ...plainColumns(part),
  };
}

/** The plain fields that have a column. */
const plainColumns = (part: Part): Record<string, string> =>
  Object.fromEntries(
    Object.entries(PART_FIELDS).flatMap(([key, { column, form }]) => {
      const value = part[key as PartField];
      const chosen = form?.as === "choice" ? form.options.find((o) => o.value === value)?.label : undefined;
      return column === null ? [] : [[column, chosen ?? (typeof value === "boolean" ? (value ? "yes" : "no") : value)]];
    }),
  );

/**
 * A cell that begins like a formula, behind blanks too, is a formula to a spreadsheet: it gets an apostrophe in front. Every cell of text,
 * whatever it holds today; numbers are numbers.
 */
export const safeCells = (row: Record<string, string | number>): Record<string, string | number> =>
  Object.fromEntries(
    Object.entries(row).map(([key, cell]) => [key, typeof cell === "string" && /^\s*[=+\-@\t\r\n]/.test(cell) ? `'${cell}` : cell]),
  );

/** Such a cell as it was. */
export const unsafeCell = (cell: string): string => (/^'\s*[=+\-@\t\r\n]/.test(cell) ? cell.slice(1) : cell);

const parts = (ms: number): [number, number, number, number, number] => {
  const d = new Date(ms);
  return [d.getUTCFullYear(), d.getUTCMonth() + 1, d.getUTCDate(), d.getUTCHours(), d.getUTCMinutes()];
};

/** One event a stretch of the person's time, in UTC (RFC 5545). */
export function eveningsIcs(model: Tonight, sceneName: string): Result<string> {
  const starts = model.schedule.slots.flatMap((s) => s.hands.map((h) => h.from)).sort((a, b) => a - b);
  const firstOfEvening = new Set(starts.filter((at, i) => i === 0 || at - starts[i - 1] > SAME_EVENING_MS));
  const events = model.schedule.slots.flatMap((slot) =>
    slot.hands.map((h, i): EventAttributes => ({
      uid: `${slot.key.replace(/[^a-zA-Z0-9]+/g, "-")}-${i}@inch-hollow.local`,
      title: `${slot.step.partName}: ${slot.step.title}${slot.step.scene ? ` (${slot.step.scene.name})` : ""}`,
      start: parts(h.from),
      startInputType: "utc",
      startOutputType: "utc",
      end: parts(Math.max(h.to, h.from + 60000)),
      endInputType: "utc",
      endOutputType: "utc",
      productId: "inch-hollow",
      calName: escaped(sceneName),
      description: slot.step.waitS > 0 ? `Then leave it ${formatDuration(slot.step.waitS)}.` : undefined,
      // Rings once an evening: before the first thing in it.
      ...(firstOfEvening.has(h.from) && { alarms: [alarm(`${sceneName}: ${slot.step.partName}`, 15)] }),
    })),
  );
  events.push(...waitsOver(model));
  if (events.length === 0) return fail("calendar.empty", "Nothing planned yet. Plan a part first.");
  const { error, value } = createEvents(events);
  return error || !value
    ? fail("calendar.failed", `The calendar could not be written: ${error?.message ?? "no reason given"}.`)
    : ok(foldedByOctets(value));
}

/** What begins within so long of another thing is of the same evening. */
const SAME_EVENING_MS = 6 * 3_600_000;
/** Shorter waits end while one is at the bench. */
const WORTH_RINGING_MS = 30 * 60_000;

const alarm = (description: string, minutes: number): NonNullable<EventAttributes["alarms"]>[number] => ({
  action: "display",
  description,
  trigger: { minutes, before: true },
});

/** Ends of what runs or sets now: they reach somebody with the page shut. They take up no time. */
const waitsOver = ({ clocks, now }: Tonight): EventAttributes[] =>
  clocks
    .filter((c) => c.kind !== "in hand" && c.until - now > WORTH_RINGING_MS)
    .map(({ step, kind, until }) => {
      const title = `${step.partName}: ${kind === "running" ? "the print is done" : "has set"}`;
      return {
        uid: `${step.key.replace(/[^a-zA-Z0-9]+/g, "-")}-over@inch-hollow.local`,
        title,
        start: parts(until),
        startInputType: "utc",
        startOutputType: "utc",
        end: parts(until + 15 * 60_000),
        endInputType: "utc",
        endOutputType: "utc",
        busyStatus: "FREE",
        transp: "TRANSPARENT",
        productId: "inch-hollow",
        description: step.title,
        alarms: [alarm(title, 0)],
      };
    });

/** A name as text of a calendar (RFC 5545, 3.3.11); the writer escapes titles, not the calendar's own name. */
const escaped = (text: string): string => text.replace(/[\\;,]/g, "\\$&").replace(/\r?\n/g, "\\n");

/** Octets of a line, its end not counted (RFC 5545, 3.1). */
const MOST_OCTETS = 75;

/** The same calendar with its lines folded by octets, between characters: the writer counts characters. */
function foldedByOctets(calendar: string): string {
  const octets = new TextEncoder();
  return calendar
    .replace(/\r\n[ \t]/g, "")
    .split("\r\n")
    .map((line) => {
      let out = "",
        used = 0;
      for (const character of line) {
        const size = octets.encode(character).length;
        if (used + size > MOST_OCTETS) {
          out += "\r\n ";
          used = 1;
        }
        out += character;
        used += size;
      }
      return out;
    })
    .join("\r\n");
}
