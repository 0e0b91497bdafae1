/**
 * All that is still to print, on the plates of the printers that are to print it. Filament: what is tall on a small foot apart from the
 * rest, large pieces first. Resin: a plate takes as long as its tallest piece, so pieces go by height, and only as much section on one
 * plate as the film can be pulled from. Pieces of one batch follow each other. Room that is left goes to connectors, trim and spares.
 */
import { LIMITS } from "../../limits";
import type { OnProgress } from "../../units";
import type { Process } from "../../scale";
import type { Solids } from "../../slice";
import { nest, type NestItem } from "../../lay";
import type { Footprint } from "../../lay";
import type { Bed } from "../../lay";
import type { Plate, PlatePiece } from "./plate";
import { footingOnPlate } from "./stability";

/** Pieces of one part, of one of its variations, that are to be printed on one printer. */
export interface Wanted {
  partId: string;
  variation: string | null;
  printerId: string;
  footprint: Footprint;
  count: number;
  /** Of those so many are spares: printed where room is left, never on a plate of their own. */
  spares: number;
  batch: string;
  /** Small things that fill up: connectors, trim. */
  filler: boolean;
}

export interface LayOutPrinter {
  id: string;
  process: Process;
  bed: Bed;
}

/** What was laid out, and what it rests on. */
export interface LaidOut {
  plates: Plate[];
  notes: PrinterNote[];
}

export interface PrinterNote {
  printerId: string;
  /** Plates, and how few there could be by area alone. */
  plates: number;
  least: number;
  /** Pieces that no plate of this printer can take, by part. */
  left: { partId: string; pieces: number }[];
  /** Spares that found room. */
  spares: number;
  spareWanted: number;
}

/** Of a resin plate so much may be section at once; beyond it the pull on film and plate grows. Common practice, no source. */
const MOST_SECTION = 0.4;
/** Pieces whose heights differ by less count as equally tall. */
const HEIGHT_STEP_MM = 5;

interface Piece extends NestItem {
  wanted: Wanted;
  spare: boolean;
  /** Tall on a small foot: it stands among its like. */
  tall: boolean;
}

/**
 * New plates for all that is wanted. In which order it is listed is of no matter.
 * @param freshId makes ids of plates and pieces
 * @param options.firstOrder where the new plates come among those of their printers
 */
export function layOut(
  solids: Solids,
  printers: readonly LayOutPrinter[],
  wanted: readonly Wanted[],
  freshId: () => string,
  options: { firstOrder?: number; effort?: number; onProgress?: OnProgress; signal?: AbortSignal } = {},
): LaidOut {
  const { firstOrder = 0, onProgress, signal } = options;
  const plates: Plate[] = [];
  const notes: PrinterNote[] = [];
  const busy = printers.filter((p) => wanted.some((w) => w.printerId === p.id && w.count > 0));
  busy.forEach((printer, at) => {
    const own = wanted.filter((w) => w.printerId === printer.id);
    const progress: OnProgress = (share) => onProgress?.((at + share) / busy.length, "laying out");
    const { laid, left, least } = layPrinter(solids, printer, own, { effort: options.effort, onProgress: progress, signal });
    // What a scene cannot hold waits for the next laying out.
    const held = laid.slice(0, Math.max(0, LIMITS.plates - plates.length));
    left.push(...laid.slice(held.length).flatMap((plate) => plate.map((l) => l.piece)));
    held.forEach((pieces, i) => {
      plates.push({
        id: freshId(),
        printerId: printer.id,
        order: firstOrder + i,
        byHand: false,
        pieces: pieces.map(({ piece, xMm, yMm, turnDeg }): PlatePiece => ({
          id: freshId(),
          partId: piece.wanted.partId,
          variation: piece.wanted.variation,
          xMm,
          yMm,
          turnDeg,
        })),
      });
    });
    const missing = new Map<string, number>();
    for (const { wanted: w, spare } of left) if (!spare) missing.set(w.partId, (missing.get(w.partId) ?? 0) + 1);
    notes.push({
      printerId: printer.id,
      plates: held.length,
      least,
      left: [...missing].map(([partId, pieces]) => ({ partId, pieces })),
      spares: held.flat().filter((l) => l.piece.spare).length,
      spareWanted: own.reduce((n, w) => n + w.spares, 0),
    });
  });
  onProgress?.(1, "laying out");
  return { plates, notes };
}

interface LaidPiece {
  piece: Piece;
  xMm: number;
  yMm: number;
  turnDeg: number;
}

const kindOf = ({ partId, variation }: Wanted): string => `${partId} ${variation ?? ""}`;

function layPrinter(
  solids: Solids,
  printer: LayOutPrinter,
  wanted: readonly Wanted[],
  options: { effort?: number; onProgress?: OnProgress; signal?: AbortSignal },
): { laid: LaidPiece[][]; left: Piece[]; least: number } {
  const listed = [...wanted].sort((a, b) => (kindOf(a) < kindOf(b) ? -1 : 1));
  const pieces = listed.flatMap((w, i): Piece[] => {
    const tall = footingOnPlate(w.footprint, printer.process) === "tall on a small base";
    return Array.from({ length: w.count }, (_, n) => ({
      id: `${i}.${n}`,
      footprint: w.footprint,
      // One batch is one class: it is printed in a row, and its plates take nothing that is not of it before it is complete.
      apart: [w.batch, tall ? "tall" : ""].filter(Boolean).join(" "),
      wanted: w,
      spare: n >= w.count - w.spares,
      tall,
    }));
  });
  const of = new Map(pieces.map((p) => [p.id, p]));
  const first = pieces.filter((p) => !p.spare && !p.wanted.filler);
  // Connectors before spares, large before small.
  const fill = pieces
    .filter((p) => p.spare || p.wanted.filler)
    .sort((a, b) => Number(a.spare) - Number(b.spare) || b.footprint.areaMm2 - a.footprint.areaMm2);
  const groups = printer.process === "resin" ? byHeight(first, printer.bed) : [first];
  const laid: LaidPiece[][] = [];
  const left: Piece[] = [];
  let least = 0;
  groups.forEach((group, g) => {
    const found = nest(solids, group, printer.bed, {
      effort: options.effort,
      signal: options.signal,
      onProgress: (share, phase) => options.onProgress?.((g + share) / groups.length, phase),
    });
    least += found.least;
    left.push(...found.left.map((id) => of.get(id)!));
    laid.push(...found.plates.map((plate) => plate.map(({ id, ...at }): LaidPiece => ({ piece: of.get(id)!, ...at }))));
  });
  const rest = fillUp(solids, printer, laid, fill, of, options.signal);
  // Connectors are wanted in any case, spares only where there is room.
  const more = rest.filter((p) => !p.spare);
  if (more.length > 0) {
    const found = nest(solids, more, printer.bed, { effort: options.effort, signal: options.signal });
    least += found.least;
    left.push(...found.left.map((id) => of.get(id)!));
    laid.push(...found.plates.map((plate) => plate.map(({ id, ...at }): LaidPiece => ({ piece: of.get(id)!, ...at }))));
    rest.splice(
      0,
      rest.length,
      ...fillUp(
        solids,
        printer,
        laid,
        rest.filter((p) => p.spare),
        of,
        options.signal,
      ),
    );
  }
  left.push(...rest.filter((p) => p.spare));
  return { laid: inPrintOrder(laid), left, least };
}

/** Puts what fills up on the plates that are there, where there is room. A plate of one batch takes its own. @returns what found none */
function fillUp(
  solids: Solids,
  printer: LayOutPrinter,
  laid: LaidPiece[][],
  fill: readonly Piece[],
  of: ReadonlyMap<string, Piece>,
  signal?: AbortSignal,
): Piece[] {
  if (fill.length === 0 || laid.length === 0) return [...fill];
  const tallest = laid.map((p) => Math.max(...p.map((x) => x.piece.footprint.heightMm)));
  let rest = [...fill];
  laid.forEach((plate, i) => {
    // On resin nothing that fills up makes a plate longer.
    const may = rest.filter(
      (p) =>
        (p.wanted.batch === "" || plate.some((x) => x.piece.wanted.batch === p.wanted.batch)) &&
        p.tall === plate[0].piece.tall &&
        (printer.process === "fdm" || p.footprint.heightMm <= tallest[i]),
    );
    if (may.length === 0) return;
    const found = nest(
      solids,
      may.map((p) => ({ ...p, apart: "" })),
      printer.bed,
      {
        inOrder: true,
        signal,
        fixed: [{ apart: "", pieces: plate.map((x) => ({ ...x, footprint: x.piece.footprint })) }],
      },
    );
    const here = found.plates[0] ?? [];
    plate.push(...here.map(({ id, ...at }): LaidPiece => ({ piece: of.get(id)!, ...at })));
    const placed = new Set(here.map((l) => l.id));
    rest = rest.filter((p) => !placed.has(p.id));
  });
  return rest;
}

/** Resin: tallest first, so many as their sections allow, and none that would be much lower than the plate is long. */
function byHeight(pieces: readonly Piece[], bed: Bed): Piece[][] {
  const sorted = [...pieces].sort(
    (a, b) => b.footprint.heightMm - a.footprint.heightMm || (a.apart < b.apart ? -1 : a.apart > b.apart ? 1 : 0),
  );
  const most = bed.widthMm * bed.depthMm * MOST_SECTION;
  const groups: Piece[][] = [];
  let section = 0;
  for (const p of sorted) {
    const group = groups.at(-1);
    const apart =
      group && group[0].footprint.heightMm - p.footprint.heightMm > Math.max(HEIGHT_STEP_MM, group[0].footprint.heightMm * 0.25);
    if (group && !apart && section + p.footprint.largestMm2 <= most) {
      group.push(p);
      section += p.footprint.largestMm2;
    } else {
      groups.push([p]);
      section = p.footprint.largestMm2;
    }
  }
  return groups;
}

/** The smallest and safest first: files and settings prove themselves on the cheapest job; then by batch, so that a spool does its own. */
function inPrintOrder(laid: readonly LaidPiece[][]): LaidPiece[][] {
  const load = (plate: readonly LaidPiece[]): number =>
    plate.reduce((n, l) => n + l.piece.footprint.areaMm2 * l.piece.footprint.heightMm, 0);
  const batches = [...new Set(laid.map((p) => p[0]?.piece.wanted.batch ?? ""))];
  return batches.flatMap((batch) => laid.filter((p) => (p[0]?.piece.wanted.batch ?? "") === batch).sort((a, b) => load(a) - load(b)));
}
