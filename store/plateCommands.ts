/** What a user does to plates, and says of prints: the printing half of the commands. */
import Joi from "joi";
import { begunPlates, clearedPlates, platesInOrder } from "../core/plan";
import {
  plateKey,
  plateTakes,
  teachesHours,
  type InDemo,
  type Plate,
  type PlatePiece,
  type PrinterLesson,
  type PrintRecord,
  type Printer,
} from "../core/print";
import { LIMITS, type SceneRow, type StepRecord } from "../core/project";
import { id } from "../core/work";
import { Refused, type Edit } from "./edit";
import { pieceSchema, plateSchema } from "./schemas";

/** What of a print is said after it. */
type PrintSaid = Partial<Pick<PrintRecord, "massG" | "failure">>;
type PrintList = "observed" | "photos" | "measured";

export interface PlateCommands {
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
  "print.say": { recordId: string; change: PrintSaid };
  "print.list": { recordId: string; list: PrintList; add?: unknown[]; drop?: string[] };
}

interface Command<P> {
  schema: Joi.ObjectSchema;
  label: (payload: P) => string;
  apply: (edit: Edit, payload: P, now: number) => Promise<void>;
}

const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });
const change = Joi.object().min(1).max(60).unknown(true);

const sceneOf = async (e: Edit): Promise<SceneRow> => {
  const scene = await e.scene();
  if (!scene) throw new Refused("scene.gone", "That scene is no longer here.");
  return scene;
};

/** Plates that are on a printer, and those that were, by what the records say. */
async function startedPlates(e: Edit): Promise<{ begun: ReadonlySet<string>; over: ReadonlySet<string> }> {
  const records = await e.all("records");
  return { begun: begunPlates(records), over: clearedPlates(records) };
}

const PIECE_GONE = "That piece is no longer on the plate. It may have been moved in another window.";
const RUNS = "That plate has been started, so it stays as it is.";

async function changePlate(e: Edit, plateId: string, to: (plate: Plate) => Plate): Promise<void> {
  const scene = await sceneOf(e);
  const plate = scene.plates.find((p) => p.id === plateId);
  if (!plate) throw new Refused("plate.gone", "That plate is no longer here. It may have been laid out again in another window.");
  const { begun, over } = await startedPlates(e);
  if (begun.has(plateId) || over.has(plateId)) throw new Refused("plate.begun", RUNS);
  await e.put("scenes", { ...scene, plates: scene.plates.map((p) => (p === plate ? to(plate) : p)) });
}

/** A piece is of a part that is there, and lies once on the plate. */
async function checkPieces(e: Edit, pieces: readonly PlatePiece[]): Promise<void> {
  const known = new Set((await e.all("parts")).map((p) => p.id));
  if (pieces.some((p) => !known.has(p.partId)))
    throw new Refused("part.gone", "A part on that plate is no longer here. It may have been removed in another window.");
  if (new Set(pieces.map((p) => p.id)).size < pieces.length) throw new Refused("item.there", "That piece lies on the plate already.");
}

async function checkPrinter(e: Edit, printerId: string): Promise<void> {
  if (!(await e.get("printers", printerId)))
    throw new Refused("printer.gone", "That printer is no longer here. Lay the plate out for another.");
}

const recordOf = async (e: Edit, recordId: string): Promise<StepRecord & { print: PrintRecord }> => {
  const record = await e.get("records", recordId);
  if (!record) throw new Refused("step.gone", "That print is no longer in the log.");
  if (!record.print) throw new Refused("print.none", "Nothing of the print's settings was kept with that entry.");
  return record as StepRecord & { print: PrintRecord };
};

const known = (x: unknown): string => (typeof x === "object" && x !== null && "id" in x ? String(x.id) : String(x));

export const PLATE_COMMANDS: { [N in keyof PlateCommands]: Command<PlateCommands[N]> } = {
  "plates.lay": {
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
          "Plates were laid out in another window meanwhile. Look at them, and lay out again what is missing.",
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
  },
  "plates.order": {
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
  },
  "plate.step": {
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
  },
  "plate.drop": {
    schema: object({ plateId: id }),
    label: () => "Plate taken apart",
    apply: async (e, { plateId }) => {
      await changePlate(e, plateId, (p) => p);
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, plates: scene.plates.filter((p) => p.id !== plateId) });
    },
  },
  "pieces.shift": {
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
  },
  "pieces.place": {
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
  },
  "pieces.drop": {
    schema: object({ plateId: id, pieceIds: Joi.array().min(1).max(LIMITS.platePieces).items(id) }),
    label: ({ pieceIds }) => (pieceIds.length === 1 ? "Piece taken off the plate" : `${pieceIds.length} pieces taken off the plate`),
    apply: (e, { plateId, pieceIds }) => withoutPieces(e, plateId, pieceIds),
  },
  "pieces.move": {
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
  },
  "print.say": {
    schema: object({ recordId: id, change }),
    label: () => "Print in the log",
    apply: async (e, { recordId, change: changed }, now) => {
      const record = await recordOf(e, recordId);
      const next = { ...record, print: { ...record.print, ...changed } };
      await e.put("records", next);
      await teach(e, next, record.finishedAt ?? now);
    },
  },
  "print.list": {
    schema: object({
      recordId: id,
      list: Joi.string().valid("observed", "photos", "measured"),
      add: Joi.array().max(60).optional(),
      drop: Joi.array().max(60).items(Joi.string().max(80)).optional(),
    }),
    label: ({ list }) => ({ observed: "Seen at the print", photos: "Photo of the print", measured: "Measured sizes" })[list],
    apply: async (e, { recordId, list, add = [], drop = [] }) => {
      const record = await recordOf(e, recordId);
      const gone = new Set([...drop, ...add.map(known)]);
      const next = [...(record.print[list] as unknown[]).filter((x) => !gone.has(known(x))), ...add];
      await e.put("records", { ...record, print: { ...record.print, [list]: next } });
    },
  },
};

async function withPieces(e: Edit, plateId: string, pieces: readonly PlatePiece[]): Promise<void> {
  await changePlate(e, plateId, (plate) => ({ ...plate, byHand: true, pieces: [...plate.pieces, ...pieces] }));
  const plate = (await sceneOf(e)).plates.find((p) => p.id === plateId)!;
  await checkPieces(e, plate.pieces);
}

/** A plate without pieces is none. */
async function withoutPieces(e: Edit, plateId: string, pieceIds: readonly string[]): Promise<void> {
  const gone = new Set(pieceIds);
  await changePlate(e, plateId, (plate) => {
    if (pieceIds.some((p) => !plate.pieces.some((q) => q.id === p))) throw new Refused("piece.gone", PIECE_GONE);
    return { ...plate, byHand: true, pieces: plate.pieces.filter((p) => !gone.has(p.id)) };
  });
  const scene = await sceneOf(e);
  await e.put("scenes", { ...scene, plates: scene.plates.filter((p) => p.id !== plateId || p.pieces.length > 0) });
}

/** Parts that go leave the plates; a plate that is empty then goes too. */
export const platesWithout = (plates: readonly Plate[], gone: ReadonlySet<string>): Plate[] =>
  plates.some((p) => p.pieces.some((x) => gone.has(x.partId)))
    ? plates.map((p) => ({ ...p, pieces: p.pieces.filter((x) => !gone.has(x.partId)) })).filter((p) => p.pieces.length > 0)
    : [...plates];

/** Takes what a print used from the spool or bottle that was on. What it used was said, or is as planned by the share that was printed. */
export async function takeMaterial(e: Edit, { print }: StepRecord, share: number): Promise<void> {
  if (!print?.supplyId) return;
  const supply = await e.get("supplies", print.supplyId);
  if (!supply) return;
  const used = plateTakes(print.profile, print.massG ?? print.plannedMassG * share);
  await e.put("supplies", { ...supply, stock: Math.max(0, Math.round((supply.stock - used) * 10) / 10) });
}

/** A print that went well, and of which somebody or the machine said how long it took, teaches its printer. */
export async function teach(e: Edit, record: StepRecord, now: number): Promise<void> {
  const { print, saidS, result } = record;
  if (!print || saidS === undefined || result === "failed" || print.modelS <= 0) return;
  const timeRatio = saidS / print.modelS;
  if (!teachesHours(timeRatio)) return;
  const printer = await e.get("printers", print.printerId);
  if (!printer) return;
  const massRatio = print.massG !== null && print.modelMassG > 0 ? print.massG / print.modelMassG : null;
  const lesson: PrinterLesson = {
    at: now,
    from: "print",
    what:
      print.pieces
        .map((p) => p.name)
        .join(", ")
        .slice(0, 200) || "a print",
    recordId: record.id,
    timeRatio,
    massRatio: massRatio !== null && massRatio > 0 ? massRatio : null,
  };
  await putLessons(e, printer, (list) => [...list.filter((l) => l.recordId !== record.id), lesson]);
}

const inDemo = async (e: Edit): Promise<boolean> => (await e.scene())?.demo === true;

/** Lessons of the demo's prints stay in the demo: nothing simulated is told of the user's own machine. */
async function putLessons(e: Edit, printer: Printer, to: (list: PrinterLesson[]) => PrinterLesson[]): Promise<void> {
  const next = (list: PrinterLesson[] = []): PrinterLesson[] => to(list).slice(-LIMITS.lessons);
  await e.put(
    "printers",
    (await inDemo(e))
      ? { ...printer, inDemo: { ...printer.inDemo, learned: next(printer.inDemo?.learned) } }
      : { ...printer, learned: next(printer.learned) },
  );
}

/** What a change of a printer means in the demo: what is on it and where it answers is said of the demo alone. */
export async function splitForDemo(
  e: Edit,
  printer: Printer,
  changed: Record<string, unknown>,
): Promise<{ printer: Printer; changed: Record<string, unknown> }> {
  if (!(await inDemo(e))) return { printer, changed };
  const own = Object.fromEntries(Object.entries(changed).filter(([k]) => IN_DEMO.has(k)));
  if (Object.keys(own).length === 0) return { printer, changed };
  return {
    printer: { ...printer, inDemo: { ...printer.inDemo, ...own } },
    changed: Object.fromEntries(Object.entries(changed).filter(([k]) => !IN_DEMO.has(k))),
  };
}
const IN_DEMO: ReadonlySet<string> = new Set(["loadedId", "surface", "address"] satisfies (keyof InDemo)[]);

/** What was struck out of the log teaches nothing any more. */
export async function unteach(e: Edit, record: StepRecord | undefined): Promise<void> {
  const printer = record?.print && (await e.get("printers", record.print.printerId));
  const learned = (await inDemo(e)) ? printer?.inDemo?.learned : printer?.learned;
  if (!printer || !learned?.some((l) => l.recordId === record!.id)) return;
  await putLessons(e, printer, (list) => list.filter((l) => l.recordId !== record!.id));
}

/**
 * The machine's run of a plate that is cleared and was never ended by anybody: it ended some time before; how long it took nobody knows.
 */
export async function endRun(e: Edit, cleared: StepRecord, now: number): Promise<void> {
  const [kind, plateId, step] = cleared.stepKey.split("/");
  if (kind !== "plate" || step !== "clear") return;
  const run = (await e.all("records")).find((r) => r.stepKey === plateKey(plateId, "start") && r.finishedAt === null);
  if (!run) return;
  const finishedAt = Math.max(run.startedAt, Math.min(now, run.startedAt + run.plannedS * 1000));
  await e.put("records", { ...run, finishedAt, untimed: true, result: "good" });
  await takeMaterial(e, run, 1);
}

/** A printer that plates wait for stays. */
export async function refusePlated(e: Edit, printer: Pick<Printer, "id">): Promise<void> {
  for (const scene of await e.db.scenes.toArray())
    if (scene.plates.some((p) => p.printerId === printer.id))
      throw new Refused(
        "printer.plated",
        `Plates of ${scene.id === e.sceneId ? "this scene" : `the scene ${scene.name}`} wait for it. Lay them out for another printer first.`,
      );
}
