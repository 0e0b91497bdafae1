/** What printers learn, and what lies on their plates. */
import Joi from "joi";
import { begunPlates, clearedPlates, platesInOrder } from "../../plan";
import type { Plate, PlatePiece, Printer, PrinterLesson } from "../../print";
import { LIMITS } from "../../project";
import { pieceSchema, plateSchema } from "../../rows";
import { id, text } from "../../field";
import { change, object, over, Refused, sceneOf, type CommandsOf, type Edit } from "../command";
import { editedProfile, splitForDemo, type PrinterChange } from "./profile";

/** Plates that are on a printer, and those that were, by what the records say. */
async function startedPlates(e: Edit<"records">): Promise<{ begun: ReadonlySet<string>; over: ReadonlySet<string> }> {
  const records = await e.all("records");
  return { begun: begunPlates(records), over: clearedPlates(records) };
}

const PIECE_GONE = "That piece is no longer on the plate. It may have been moved in another window.";
const RUNS = "That plate has been started and cannot be changed.";

async function changePlate(e: Edit<"scenes" | "records">, plateId: string, to: (plate: Plate) => Plate): Promise<void> {
  const scene = await sceneOf(e);
  const plate = scene.plates.find((p) => p.id === plateId);
  if (!plate) throw new Refused("plate.gone", "That plate is no longer here. It may have been laid out again in another window.");
  const { begun, over } = await startedPlates(e);
  if (begun.has(plateId) || over.has(plateId)) throw new Refused("plate.begun", RUNS);
  await e.put("scenes", { ...scene, plates: scene.plates.map((p) => (p === plate ? to(plate) : p)) });
}

/** A piece is of a part that is there, and lies once on the plate. */
async function checkPieces(e: Edit<"parts">, pieces: readonly PlatePiece[]): Promise<void> {
  const known = new Set((await e.all("parts")).map((p) => p.id));
  if (pieces.some((p) => !known.has(p.partId)))
    throw new Refused("part.gone", "A part on that plate is no longer here. It may have been deleted in another window.");
  if (new Set(pieces.map((p) => p.id)).size < pieces.length) throw new Refused("item.there", "That piece is already on the plate.");
}

async function checkPrinter(e: Edit<"printers">, printerId: string): Promise<void> {
  if (!(await e.get("printers", printerId)))
    throw new Refused("printer.gone", "That printer is no longer here. Lay the plate out for another.");
}

async function withPieces(e: Edit<"scenes" | "records" | "parts">, plateId: string, pieces: readonly PlatePiece[]): Promise<void> {
  await changePlate(e, plateId, (plate) => ({ ...plate, byHand: true, pieces: [...plate.pieces, ...pieces] }));
  const plate = (await sceneOf(e)).plates.find((p) => p.id === plateId)!;
  await checkPieces(e, plate.pieces);
}

/** A plate without pieces is none. */
async function withoutPieces(e: Edit<"scenes" | "records">, plateId: string, pieceIds: readonly string[]): Promise<void> {
  const gone = new Set(pieceIds);
  await changePlate(e, plateId, (plate) => {
    if (pieceIds.some((p) => !plate.pieces.some((q) => q.id === p))) throw new Refused("piece.gone", PIECE_GONE);
    return { ...plate, byHand: true, pieces: plate.pieces.filter((p) => !gone.has(p.id)) };
  });
  const scene = await sceneOf(e);
  await e.put("scenes", { ...scene, plates: scene.plates.filter((p) => p.id !== plateId || p.pieces.length > 0) });
}

async function printerOf(e: Edit<"printers">, printerId: string): Promise<Printer> {
  const printer = await e.get("printers", printerId);
  if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
  return printer;
}

export interface PrintCommands {
  "printer.set": { printerId: string; change: PrinterChange };
  /** What the user's own figures for a part say of the printer's model. */
  "printer.lesson": { printerId: string; lesson: Omit<PrinterLesson, "at"> };
  /** What a test print says of the profile. */
  "printer.coupon": { printerId: string; change: PrinterChange; coupon: string };
  "printer.forget": { printerId: string };
  /**
   * Puts plates beside those that are there, in place of those that are dropped; what has been started stays in any case. `seen`: the plates
   * that the laying out was reckoned from; where another window has laid out others meanwhile, nothing is laid twice.
   */
  "plates.lay": { plates: Plate[]; drop: string[]; seen?: string[] };
  /** The plates of a printer, first to last. */
  "plates.order": { printerId: string; plateIds: string[] };
  /** A plate so many places on in its printer's queue, or to the end of another's: counted from where it is stored. */
  "plate.step": { plateId: string; by: number; printerId?: string };
  "plate.drop": { plateId: string };
  /** Several pieces of a plate by so much from where they are stored: a key, pressed as often as one likes. */
  "pieces.shift": { plateId: string; pieceIds: string[]; byMm: [number, number]; byDeg: number };
  /** Several pieces of a plate at their new places: a drag. */
  "pieces.place": { plateId: string; places: Pick<PlatePiece, "id" | "xMm" | "yMm" | "turnDeg">[] };
  "pieces.drop": { plateId: string; pieceIds: string[] };
  /** From one plate to another, at the places given. */
  "pieces.move": { plateId: string; toPlateId: string; pieces: PlatePiece[] };
}

export const PRINT_COMMANDS: CommandsOf<PrintCommands> = {
  "printer.set": over(
    "printers",
    "scenes",
  )({
    schema: object({ printerId: id, change }),
    label: () => "Printer's profile",
    apply: async (e, { printerId, change: changed }, now) => {
      const printer = await printerOf(e, printerId);
      const own = await splitForDemo(e, printer, changed);
      await e.put("printers", editedProfile(own.printer, own.changed, now));
    },
  }),
  "printer.lesson": over("printers")({
    schema: object({ printerId: id, lesson: Joi.object<PrintCommands["printer.lesson"]["lesson"]>().unknown(true) }),
    label: () => "Lesson for the printer",
    apply: async (e, { printerId, lesson }, now) => {
      const printer = await printerOf(e, printerId);
      // The same part says the same once, however often it is pressed.
      const others = (printer.learned ?? []).filter((l) => l.what !== lesson.what || l.from !== lesson.from);
      await e.put("printers", { ...printer, learned: [...others, { ...lesson, at: now }].slice(-LIMITS.lessons) });
    },
  }),
  "printer.coupon": over("printers")({
    schema: object({ printerId: id, change, coupon: text(LIMITS.shortText) }),
    label: ({ coupon }) => `${coupon}: saved to profile`,
    apply: async (e, { printerId, change: changed }, now) => {
      const printer = await printerOf(e, printerId);
      await e.put("printers", editedProfile(printer, changed, now, "learned"));
    },
  }),
  "printer.forget": over("printers")({
    schema: object({ printerId: id }),
    label: () => "Printer’s lessons deleted",
    apply: async (e, { printerId }) => {
      const printer = await printerOf(e, printerId);
      await e.put("printers", { ...printer, learned: [] });
    },
  }),
  "plates.lay": over(
    "scenes",
    "records",
    "printers",
    "parts",
  )({
    schema: object({
      plates: Joi.array().max(LIMITS.plates).items(plateSchema),
      drop: Joi.array().max(LIMITS.plates).items(id.optional()),
      seen: Joi.array().max(LIMITS.plates).items(id.optional()).optional(),
    }),
    label: ({ plates }) => `${plates.length} ${plates.length === 1 ? "plate" : "plates"} laid out`,
    apply: async (e, { plates, drop, seen }) => {
      const scene = await sceneOf(e);
      const { begun, over } = await startedPlates(e);
      if (seen && scene.plates.some((p) => !over.has(p.id) && !seen.includes(p.id)))
        throw new Refused(
          "plates.other",
          "Plates were laid out in another window in the meantime. Check them, then lay out what is missing.",
        );
      for (const printerId of new Set(plates.map((p) => p.printerId))) await checkPrinter(e, printerId);
      await checkPieces(
        e,
        plates.flatMap((p) => p.pieces),
      );
      // What was cleared is in the log; what runs stays, and so does what another window has laid out meanwhile.
      const stay = scene.plates.filter((p) => !over.has(p.id) && (begun.has(p.id) || !drop.includes(p.id)));
      await e.put("scenes", { ...scene, plates: [...stay, ...plates] });
    },
  }),
  "plates.order": over(
    "scenes",
    "records",
    "printers",
  )({
    schema: object({ printerId: id, plateIds: Joi.array().min(1).max(LIMITS.plates).items(id) }),
    label: () => "Order of plates",
    apply: async (e, { printerId, plateIds }) => {
      const scene = await sceneOf(e);
      await checkPrinter(e, printerId);
      const { begun, over } = await startedPlates(e);
      const at = new Map(plateIds.map((plateId, i) => [plateId, i]));
      if (scene.plates.some((p) => at.has(p.id) && (begun.has(p.id) || over.has(p.id)) && p.printerId !== printerId))
        throw new Refused("plate.begun", RUNS);
      await e.put("scenes", {
        ...scene,
        plates: scene.plates.map((p) => (at.has(p.id) ? { ...p, printerId, order: at.get(p.id)! } : p)),
      });
    },
  }),
  "plate.step": over(
    "scenes",
    "records",
    "printers",
  )({
    schema: object({ plateId: id, by: Joi.number().integer(), printerId: id.optional() }),
    label: () => "Order of plates",
    apply: async (e, { plateId, by, printerId }) => {
      const scene = await sceneOf(e);
      const plate = scene.plates.find((p) => p.id === plateId);
      if (!plate) throw new Refused("plate.gone", "That plate is no longer here. It may have been laid out again in another window.");
      const to = printerId ?? plate.printerId;
      await checkPrinter(e, to);
      const { begun, over } = await startedPlates(e);
      if (begun.has(plateId) || over.has(plateId)) throw new Refused("plate.begun", RUNS);
      const lane = platesInOrder(scene.plates, to).filter((p) => !over.has(p.id));
      const waiting = lane.filter((p) => !begun.has(p.id)).map((p) => p.id);
      const order = waiting.filter((p) => p !== plateId);
      const place = waiting.includes(plateId) ? waiting.indexOf(plateId) + by : order.length;
      order.splice(Math.max(0, Math.min(order.length, place)), 0, plateId);
      const at = new Map([...lane.filter((p) => begun.has(p.id)).map((p) => p.id), ...order].map((p, i) => [p, i]));
      await e.put("scenes", {
        ...scene,
        plates: scene.plates.map((p) => (at.has(p.id) ? { ...p, printerId: to, order: at.get(p.id)! } : p)),
      });
    },
  }),
  "plate.drop": over(
    "scenes",
    "records",
  )({
    schema: object({ plateId: id }),
    label: () => "Plate broken up",
    apply: async (e, { plateId }) => {
      await changePlate(e, plateId, (p) => p);
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, plates: scene.plates.filter((p) => p.id !== plateId) });
    },
  }),
  "pieces.shift": over(
    "scenes",
    "records",
  )({
    schema: object({
      plateId: id,
      pieceIds: Joi.array().min(1).max(LIMITS.platePieces).items(id),
      byMm: Joi.array().length(2).items(Joi.number()),
      byDeg: Joi.number(),
    }),
    label: ({ pieceIds }) => (pieceIds.length === 1 ? "Piece moved" : `${pieceIds.length} pieces moved`),
    apply: (e, { plateId, pieceIds, byMm, byDeg }) =>
      changePlate(e, plateId, (plate) => {
        if (pieceIds.some((p) => !plate.pieces.some((q) => q.id === p))) throw new Refused("piece.gone", PIECE_GONE);
        const hundredth = (mm: number): number => Math.round(mm * 100) / 100;
        const shifted = (p: PlatePiece): PlatePiece => ({
          ...p,
          xMm: hundredth(p.xMm + byMm[0]),
          yMm: hundredth(p.yMm + byMm[1]),
          turnDeg: (((p.turnDeg + byDeg) % 360) + 360) % 360,
        });
        return { ...plate, byHand: true, pieces: plate.pieces.map((p) => (pieceIds.includes(p.id) ? shifted(p) : p)) };
      }),
  }),
  "pieces.place": over(
    "scenes",
    "records",
  )({
    schema: object({
      plateId: id,
      places: Joi.array()
        .min(1)
        .max(LIMITS.platePieces)
        .items(object({ id, xMm: Joi.number(), yMm: Joi.number(), turnDeg: Joi.number() })),
    }),
    label: ({ places }) => (places.length === 1 ? "Piece moved" : `${places.length} pieces moved`),
    apply: (e, { plateId, places }) =>
      changePlate(e, plateId, (plate) => {
        const at = new Map(places.map((p) => [p.id, p]));
        if (places.some((p) => !plate.pieces.some((q) => q.id === p.id))) throw new Refused("piece.gone", PIECE_GONE);
        return { ...plate, byHand: true, pieces: plate.pieces.map((p) => ({ ...p, ...at.get(p.id) })) };
      }),
  }),
  "pieces.drop": over(
    "scenes",
    "records",
  )({
    schema: object({ plateId: id, pieceIds: Joi.array().min(1).max(LIMITS.platePieces).items(id) }),
    label: ({ pieceIds }) => (pieceIds.length === 1 ? "Piece taken off the plate" : `${pieceIds.length} pieces taken off the plate`),
    apply: (e, { plateId, pieceIds }) => withoutPieces(e, plateId, pieceIds),
  }),
  "pieces.move": over(
    "scenes",
    "records",
    "parts",
  )({
    schema: object({ plateId: id, toPlateId: id, pieces: Joi.array().min(1).max(LIMITS.platePieces).items(pieceSchema) }),
    label: () => "Moved to another plate",
    apply: async (e, { plateId, toPlateId, pieces }) => {
      await withoutPieces(
        e,
        plateId,
        pieces.map((p) => p.id),
      );
      await withPieces(e, toPlateId, pieces);
    },
  }),
};
