/** Filament or resin for one part: what each costs in time, attention and money, what each shows and holds, and where the answer flips. */
import { choicesOf, chosenPrinter, partAreaMm2, partSizeMm, printOptions, type Part, type PrintOption, type Project } from "../project";
import { DETAIL_FLOORS, type Process } from "../scale";
import { seenAt, stepsOn } from "../surface";
import { handsOnS, jobOf, OWN_HOUR, RESIN_WARM_C } from "../print";
import { formatDuration, formatMass, formatMm } from "../units";
import { jobCostText, sumText } from "./jobs";

/** Parts with no side longer than this are small, mm. Common practice, no source. */
const SMALL_MM = 40;
/** Roofs and slopes of this steepness show their steps most often, degrees from level: what the comparison is made on. */
const TYPICAL_SLOPE_DEG = 30;

interface ProcessRow {
  what: string;
  fdm: string;
  resin: string;
  /** Which is better; null where neither. */
  better: Process | null;
}

export interface ProcessVerdict {
  winner: Process;
  sentence: string;
  rows: ProcessRow[];
  flips: string[];
  /** Only one has answered so far. */
  provisional: boolean;
  fdm: PrintOption | null;
  resin: PrintOption | null;
}

/** The printer that was chosen, where it is of that process, else the best. */
function bestOf(part: Part, options: readonly PrintOption[], process: Process): PrintOption | null {
  const of = options.filter((o) => o.printer.process === process);
  const chosen = chosenPrinter(part);
  return of.find((o) => o.printer.id === chosen) ?? of.at(0) ?? null;
}

/** Of a part of which only the size is known: from what a shell of it takes to what a solid does. */
const hours = (part: Part, o: PrintOption): string => sumText(part, o.job.timeS, formatDuration);
const material = (part: Part, o: PrintOption): string => `${sumText(part, o.job.massG, formatMass)}, ${jobCostText(part, o)}`;

const weight = (o: PrintOption): number => o.job.timeS.value + OWN_HOUR * o.handsOnS;
const NAME: Record<Process, string> = { fdm: "Filament", resin: "Resin" };

interface Choice {
  fdm: PrintOption | null;
  resin: PrintOption | null;
  winner: Process;
  /** Most weighty first. */
  reasons: [Process, string][];
}

const stepOf = (o: PrintOption) =>
  stepsOn(TYPICAL_SLOPE_DEG, { layerMm: o.printer.layerMm, lineWidthMm: o.printer.process === "fdm" ? o.printer.lineWidthMm : undefined });

/** What decides: one piece, then knocks, then size, then hours, then what shows. Undefined while no printer has answered. */
function choose(part: Part, { scene }: Project): Choice | undefined {
  if (part.source.kind === "scratch") return undefined;
  const options = printOptions(part, scene);
  const fdm = bestOf(part, options, "fdm"),
    resin = bestOf(part, options, "resin");
  const only = fdm ?? resin;
  if (!only) return undefined;
  if (!fdm || !resin) return { fdm, resin, winner: only.printer.process, reasons: [] };
  const { viewingDistanceMm, handling } = choicesOf(part, scene);
  const plain = (o: PrintOption): boolean => seenAt(stepOf(o), viewingDistanceMm).seen === "plain";
  const small = Math.max(...partSizeMm(part)) < SMALL_MM;
  const reasons: [Process, string][] = [];
  if (fdm.facts.pieces !== resin.facts.pieces)
    reasons.push(
      fdm.facts.pieces < resin.facts.pieces
        ? ["fdm", `in ${pieces(fdm)} where resin needs ${pieces(resin)}`]
        : ["resin", `in ${pieces(resin)} where filament needs ${pieces(fdm)}`],
    );
  if (small && handling !== "weekly") reasons.push(["resin", "so small that filament loses detail"]);
  if (handling === "weekly") reasons.push(["fdm", "it is handled every week"]);
  const faster = weight(fdm) <= weight(resin) ? "fdm" : "resin";
  const [a, b] = faster === "fdm" ? [fdm, resin] : [resin, fdm];
  reasons.push([
    faster,
    `${hours(part, a)} and ${formatDuration(a.handsOnS)} of your time, against ${hours(part, b)} and ${formatDuration(b.handsOnS)}`,
  ]);
  if (plain(fdm) !== plain(resin)) reasons.push(["resin", "its steps are not visible from the viewing distance"]);
  return { fdm, resin, winner: reasons[0][0], reasons };
}

/** Undefined while no printer has answered, or nothing is printed. */
export function processVerdict(part: Part, project: Project): ProcessVerdict | undefined {
  const { scene, habits } = project;
  const chosen = choose(part, project);
  if (!chosen) return undefined;
  const { fdm, resin, winner, reasons } = chosen;
  if (!fdm || !resin) {
    const both = scene.printers.some((p) => p.process === "fdm") && scene.printers.some((p) => p.process === "resin");
    return {
      winner,
      sentence: both
        ? `${NAME[winner]} so far, on ${(fdm ?? resin)!.printer.name}: ${hours(part, (fdm ?? resin)!)}; the other is still being calculated.`
        : `${NAME[winner]}: the only kind of printer you have.`,
      rows: [],
      flips: [],
      provisional: both,
      fdm,
      resin,
    };
  }
  const against = reasons.find(([p]) => p !== winner);
  const favour = reasons.filter(([p]) => p === winner).slice(0, 2);
  return {
    winner,
    sentence: `${NAME[winner]}, on ${(winner === "fdm" ? fdm : resin).printer.name}: ${favour.map(([, r]) => r).join("; ")}${against ? `. Against it: ${against[1]}` : ""}.`,
    rows: rowsOf(part, project, fdm, resin, habits.air.airC),
    flips: flipsOf(part, fdm, resin, winner, choicesOf(part, scene).viewingDistanceMm),
    provisional: false,
    fdm,
    resin,
  };
}

function rowsOf(part: Part, { scene }: Project, fdm: PrintOption, resin: PrintOption, airC: number): ProcessRow[] {
  const { viewingDistanceMm, handling } = choicesOf(part, scene);
  const plain = (o: PrintOption): boolean => seenAt(stepOf(o), viewingDistanceMm).seen === "plain";
  const less = (a: number, b: number): Process | null => (Math.abs(a - b) < 0.05 * Math.max(a, b) ? null : a < b ? "fdm" : "resin");
  const floors = (p: Process): string =>
    DETAIL_FLOORS.slice(0, 2)
      .map((f) => `${f.short} ${f.mm[p]} mm`)
      .join(", ");
  const cold = airC < RESIN_WARM_C;
  return [
    {
      what: "on the machine",
      fdm: hours(part, fdm),
      resin: hours(part, resin),
      better: less(fdm.job.timeS.value, resin.job.timeS.value),
    },
    {
      what: "of your own time",
      fdm: formatDuration(fdm.handsOnS),
      resin: formatDuration(resin.handsOnS),
      better: less(fdm.handsOnS, resin.handsOnS),
    },
    {
      what: "material",
      fdm: material(part, fdm),
      resin: material(part, resin),
      better: fdm.job.currency === resin.job.currency ? less(fdm.job.costMinor.value, resin.job.costMinor.value) : null,
    },
    {
      what: "pieces",
      fdm: String(fdm.facts.pieces),
      resin: String(resin.facts.pieces),
      better: less(fdm.facts.pieces, resin.facts.pieces),
    },
    {
      what: `steps on a roof of ${TYPICAL_SLOPE_DEG}°, from ${formatMm(viewingDistanceMm)}`,
      fdm: `${formatMm(stepOf(fdm).cuspMm)}, ${plain(fdm) ? "plain to see" : "hardly seen"}`,
      resin: `${formatMm(stepOf(resin).cuspMm)}, ${plain(resin) ? "plain to see" : "hardly seen"}`,
      better: plain(fdm) === plain(resin) ? null : "resin",
    },
    { what: "finest detail", fdm: floors("fdm"), resin: floors("resin"), better: "resin" },
    {
      what: "toughness",
      fdm: "takes knocks",
      resin: "brittle where thin, unless it is tough resin",
      better: handling === "weekly" ? "fdm" : null,
    },
    { what: "smell, gloves, washing", fdm: "none worth noting", resin: "gloves, fresh air, two baths, a lamp", better: "fdm" },
    {
      what: "the room",
      fdm: "any",
      resin: cold ? `${airC} °C: warm the resin to ${RESIN_WARM_C} °C first` : `${airC} °C is warm enough`,
      better: cold ? "fdm" : null,
    },
  ];
}

const pieces = (o: PrintOption): string => (o.facts.pieces === 1 ? "one piece" : `${o.facts.pieces} pieces`);

/** Copies at which the other takes less of both times together; null within three hundred. */
export function flipAtCopies(part: Part, fdm: PrintOption, resin: PrintOption): number | null {
  const of = (o: PrintOption, copies: number): number => {
    const job = jobOf(o.facts, copies);
    return (
      job.timeS.value + OWN_HOUR * handsOnS(o.printer.process, job.plates, copies * o.facts.pieces, partAreaMm2(part) / o.facts.pieces)
    );
  };
  const now = of(fdm, part.copies) <= of(resin, part.copies);
  for (let n = 1; n <= 300; n++) if (of(fdm, n) <= of(resin, n) !== now) return n;
  return null;
}

function flipsOf(part: Part, fdm: PrintOption, resin: PrintOption, winner: Process, distanceMm: number): string[] {
  const out: string[] = [];
  const copies = flipAtCopies(part, fdm, resin);
  const faster = weight(fdm) <= weight(resin) ? "fdm" : "resin";
  if (copies !== null)
    out.push(
      `${copies > part.copies ? `From ${copies} copies` : `With ${copies === 1 ? "one copy" : `${copies} copies`}`} ${faster === "fdm" ? "resin" : "filament"} takes less time.`,
    );
  const pitch = stepsOn(TYPICAL_SLOPE_DEG, { layerMm: fdm.printer.layerMm }).pitchMm;
  // Two minutes of arc.
  const from = pitch / Math.tan((2 / 60) * (Math.PI / 180));
  out.push(
    from > distanceMm
      ? `Seen from ${formatMm(Math.ceil(from / 100) * 100)} or further, filament steps on a roof of ${TYPICAL_SLOPE_DEG}° are no longer visible.`
      : `Closer than ${formatMm(Math.floor(from / 100) * 100)} filament steps on a roof of ${TYPICAL_SLOPE_DEG}° start to show.`,
  );
  const larger = Math.max(...resin.facts.overMm);
  if (winner === "fdm" && larger > 0) {
    const share = Math.min(...partSizeMm(part).map((s) => (s > 0 ? Math.max(0, s - larger) / s : 1)));
    if (share > 0.1) out.push(`At about ${Math.round(share * 100)} % of its size it would fit a resin printer in one piece.`);
  }
  if (fdm.job.currency === resin.job.currency && fdm.job.costMinor.value !== resin.job.costMinor.value) {
    const cheaper = fdm.job.costMinor.value < resin.job.costMinor.value ? "filament" : "resin";
    const times =
      Math.max(fdm.job.costMinor.value, resin.job.costMinor.value) /
      Math.max(1, Math.min(fdm.job.costMinor.value, resin.job.costMinor.value));
    out.push(`By cost alone: ${cheaper}, ${times.toFixed(1)} times cheaper. Only a price change that large would reverse it.`);
  }
  return out;
}

/** What decides for a process against its hours, and of how many parts. */
export interface Gain {
  process: Process;
  reason: string;
  parts: number;
}

/**
 * The whole scene all on filament, all on resin, and each part on what suits it.
 * @returns with what the mix gains where it takes longer than the quicker process, and the parts that only one kind of printer knows
 */
export function mixedScene(project: Project): { fdm: Total; resin: Total; mixed: Total; gains: Gain[]; left: number } {
  const totals = { fdm: total(), resin: total(), mixed: total() };
  const gains = new Map<string, Gain>();
  let left = 0;
  for (const part of project.parts) {
    if (part.source.kind === "scratch") continue;
    const v = choose(part, project);
    if (!v?.fdm || !v.resin) {
      left++;
      continue;
    }
    add(totals.fdm, v.fdm);
    add(totals.resin, v.resin);
    add(totals.mixed, v.winner === "fdm" ? v.fdm : v.resin);
    const quicker = weight(v.fdm) <= weight(v.resin) ? "fdm" : "resin";
    if (quicker === v.winner) continue;
    const [process, reason] = v.reasons[0];
    const gain = gains.get(reason) ?? { process, reason, parts: 0 };
    gains.set(reason, { ...gain, parts: gain.parts + 1 });
  }
  return { ...totals, gains: [...gains.values()].sort((a, b) => b.parts - a.parts), left };
}

export interface Total {
  machineS: number;
  handsS: number;
  costMinor: number;
  parts: number;
}
const total = (): Total => ({ machineS: 0, handsS: 0, costMinor: 0, parts: 0 });
function add(t: Total, o: PrintOption): void {
  t.machineS += o.job.timeS.value;
  t.handsS += o.handsOnS;
  t.costMinor += o.job.costMinor.value;
  t.parts++;
}
