/** What is still to print of a scene, and on which printer: the pieces that laying out starts from. */
import { type Footprint } from "../lay";
import { bedOf, plateTimeS, type LayOutPrinter, type PlatePiece, type Printer, type Wanted } from "../print";
import { kindsOfCopies, partSizeMm, printFactsOf, printOptions, recordsOf, type Part, type Project } from "../project";
import type { Turn } from "../mesh";
import { printedOn, printsIn } from "../stations/kinds";
import { begunPlates, clearedPlates } from "./plateSteps";
import { goodCount } from "./steps";
import { SPARES_UNASKED, sparesFor } from "./tracker";

/** Pieces of one part, or of one of its variations, on their printer; the footprint is asked for by whoever lays out. */
export interface ToPrint {
  part: Part;
  variation: string | null;
  percent: number;
  mirrored: boolean;
  printer: Printer;
  turn: Turn;
  count: number;
  spares: number;
  /** Connectors and trim fill up what others leave. */
  filler: boolean;
}

/** Has every printer of the scene said what it makes of the part? Until then nothing is said of what fits. */
const isReckoned = (part: Part, printers: readonly Printer[]): boolean => printers.every((p) => printFactsOf(part, p) !== undefined);

/** Why a part is not laid out. */
export interface NotLaidOut {
  name: string;
  why: string;
}

/** Tags of what fills up plates. */
const FILLERS = new Set(["connector", "connectors", "trim", "clip", "clips"]);

/** Which printer a part goes to that has none in its order of work: the process that suits it, and of its machines the one that is free first. */
function assigned(part: Part, project: Pick<Project, "scene">, loadS: ReadonlyMap<string, number>): Printer | undefined {
  const chosen = printsIn(part.work)[0]?.printerId;
  const options = printOptions(part, project.scene);
  if (chosen) return project.scene.printers.find((p) => p.id === chosen);
  const [best] = options.filter((o) => o.facts.pieces === 1 && o.facts.fits);
  if (!best) return undefined;
  const area = (p: Printer): number => p.bedMm[0] * p.bedMm[1];
  // Of equals the smaller bed, which leaves the larger one to what needs it.
  return options
    .filter((o) => o.printer.process === best.printer.process && o.facts.fits && o.facts.pieces === 1)
    .map((o) => ({ printer: o.printer, ends: (loadS.get(o.printer.id) ?? 0) + o.job.timeS.value }))
    .sort((a, b) => a.ends - b.ends || area(a.printer) - area(b.printer))[0].printer;
}

/** Pieces that lie on a printer by the part's own order of work, started and not cleared. */
function onPrinters(part: Part, records: Project["records"]): number {
  const own = recordsOf(records, part.id);
  const cleared = new Set(own.filter((r) => r.finishedAt !== null).map((r) => r.stepKey));
  return own
    .filter(
      (r) =>
        r.time === "machine" &&
        r.result !== "failed" &&
        r.stepKey.startsWith(`${part.id}/`) &&
        !cleared.has(r.stepKey.replace(/\/start(\d+)$/, "/clear$1")),
    )
    .reduce((n, r) => n + Number(r.rests?.pieces ?? 1), 0);
}

/**
 * What is missing of each kind of copy. What lies on plates says which it is; good ones are counted by part, and those that differ come
 * first, so they are taken to have been printed first.
 */
function missingOf(part: Part, missing: number, kept: readonly PlatePiece[] = []): ReturnType<typeof kindsOfCopies> {
  const kinds = kindsOfCopies(part).map((k) => ({
    ...k,
    copies: Math.max(0, k.copies - kept.filter((p) => p.variation === (k.variation?.id ?? null)).length),
  }));
  let printed = kinds.reduce((n, k) => n + k.copies, 0) - missing;
  for (const k of kinds) {
    const n = Math.min(k.copies, Math.max(0, printed));
    k.copies -= n;
    printed -= n;
  }
  return kinds.filter((k) => k.copies > 0);
}

/**
 * All that is missing, less what lies on plates that stay.
 * @param keep plates that laying out leaves as they are; what is on a printer stays in any case
 */
export function toPrint(project: Project, keep: ReadonlySet<string>): { pieces: ToPrint[]; left: NotLaidOut[] } {
  const { scene, records } = project;
  const cleared = clearedPlates(records);
  const begun = begunPlates(records);
  const onKept = new Map<string, PlatePiece[]>();
  for (const plate of scene.plates)
    if ((keep.has(plate.id) || begun.has(plate.id)) && !cleared.has(plate.id))
      for (const piece of plate.pieces) onKept.set(piece.partId, [...(onKept.get(piece.partId) ?? []), piece]);
  const left: NotLaidOut[] = [];
  const pieces: ToPrint[] = [];
  const loadS = new Map<string, number>();
  const hours = (part: Part): number => printOptions(part, scene)[0]?.job.timeS.value ?? 0;
  // The longest first: what is short fills up the machines at the end (longest processing time first, Graham 1969). Of equals by id: how
  // the parts are listed must not say who prints them.
  const order = [...project.parts].filter((p) => p.source.kind !== "scratch").sort((a, b) => hours(b) - hours(a) || (a.id < b.id ? -1 : 1));
  for (const part of order) {
    const missing = part.copies - goodCount(part, records) - (onKept.get(part.id)?.length ?? 0) - onPrinters(part, records);
    if (missing <= 0) continue;
    const printer = assigned(part, project, loadS);
    const facts = printer && printFactsOf(part, printer);
    if (!printer || !facts) {
      left.push({
        name: part.name,
        why: isReckoned(part, scene.printers) ? "does not fit any printer in one piece: cut it first" : "is still being calculated",
      });
      continue;
    }
    if (facts.pieces > 1 || !facts.fits) {
      left.push({ name: part.name, why: `is too large for ${printer.name}: cut it, or choose another printer` });
      continue;
    }
    const size = Math.max(...partSizeMm(part));
    const spares = Math.min(SPARES_UNASKED, sparesFor(part, records, size, facts.perPlate).spares);
    loadS.set(printer.id, (loadS.get(printer.id) ?? 0) + facts.one.timeS.value * missing);
    const filler = part.tags.some((t) => FILLERS.has(t.toLowerCase()));
    const base = { part, printer, turn: facts.turn, filler };
    const kinds = missingOf(part, missing, onKept.get(part.id));
    for (const { variation: v, copies } of kinds)
      if (v) pieces.push({ ...base, variation: v.id, percent: v.percent, mirrored: v.mirrored, count: copies, spares: 0 });
    const plain = kinds.find((k) => k.variation === null)?.copies ?? 0;
    if (plain + spares > 0) pieces.push({ ...base, variation: null, percent: 100, mirrored: false, count: plain + spares, spares });
  }
  for (const { name } of project.unread) left.push({ name, why: "is still measured" });
  return { pieces, left };
}

/** The same for the job that lays out, once the footprints are there. */
export const piecesToLay = (pieces: readonly ToPrint[], footprint: (piece: ToPrint) => Footprint | undefined): Wanted[] =>
  pieces.flatMap((p): Wanted[] => {
    const own = footprint(p);
    return own
      ? [
          {
            partId: p.part.id,
            variation: p.variation,
            printerId: p.printer.id,
            footprint: own,
            count: p.count,
            spares: p.spares,
            batch: p.part.batch,
            filler: p.filler,
          },
        ]
      : [];
  });

export const layOutPrinters = (printers: readonly Printer[]): LayOutPrinter[] =>
  printers.map((p) => ({ id: p.id, process: p.process, bed: bedOf(p) }));

/** A part that might be printed sooner on another machine of its kind. */
export interface Shift {
  part: Part;
  from: Printer;
  to: Printer;
}

/** Below this it is not worth the word, s. */
export const WORTH_SHIFTING_S = 1800;

/** The scene as it is when a part goes to another machine. */
export const shifted = (project: Project, { part, to }: Shift): Project => ({
  ...project,
  parts: project.parts.map((p) =>
    p === part
      ? {
          ...p,
          work: p.work.map((w) => (w === printsIn(p.work)[0] ? { ...w, ...printedOn(to) } : w)),
        }
      : p,
  ),
});

/**
 * Small parts to the smaller machine, while the larger one does what only it can: the shift that by the sums of hours brings the end forward
 * most. Plates and evenings are not in these sums: whoever says it to a user lays it out first, and plans it.
 */
export function likelyShift(project: Pick<Project, "scene" | "parts" | "records">): Shift | null {
  const { scene, parts, records } = project;
  const loadS = new Map(scene.printers.map((p) => [p.id, 0]));
  const own = parts.flatMap((part) => {
    const printer = scene.printers.find((p) => p.id === printsIn(part.work)[0]?.printerId);
    const missing = part.copies - goodCount(part, records) - onPrinters(part, records);
    const facts = printer && printFactsOf(part, printer);
    if (!printer || !facts || missing <= 0 || facts.pieces > 1) return [];
    const takesS = plateTimeS(facts, missing).value;
    loadS.set(printer.id, loadS.get(printer.id)! + takesS);
    return [{ part, printer, missing, takesS }];
  });
  let best: (Shift & { soonerS: number }) | null = null;
  for (const { part, printer, missing, takesS } of own)
    for (const to of scene.printers) {
      if (to.id === printer.id || to.process !== printer.process) continue;
      const facts = printFactsOf(part, to);
      if (!facts?.fits || facts.pieces > 1) continue;
      const before = Math.max(loadS.get(printer.id)!, loadS.get(to.id)!);
      const after = Math.max(loadS.get(printer.id)! - takesS, loadS.get(to.id)! + plateTimeS(facts, missing).value);
      const soonerS = before - after;
      if (soonerS >= WORTH_SHIFTING_S && (!best || soonerS > best.soonerS)) best = { part, from: printer, to, soonerS };
    }
  return best;
}
