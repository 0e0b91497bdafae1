/** Printing: a pair of steps a plate, and the seams of a part that is cut. */
import { field, text, turnField, within } from "../../../field";
import Joi from "joi";
import { LIMITS } from "../../../limits";
import { TURNS, type Turn } from "../../../mesh";
import { HANDS_ON_S, learnedTime, plateTimeS, turnWords, type Printer, type PrintFacts } from "../../../print";
import { only, type StepDraft, type Task, type WorkKind, type Need, SEAM } from "../../../work";

/** Time and mass of a plate as the user's own slicer says. */
export interface TypedEstimate {
  timeS: number;
  massG: number;
  text: string;
  /** What it costs a plate, minor units of the printer's currency, where that was said too. */
  costMinor?: number;
}

/** What a file of moves for this part says, a plate. */
interface SlicedEstimate {
  fileName: string;
  timeS: number;
  naiveTimeS: number;
  massG: number;
  layers: number;
}

export interface PrintWork {
  id: string;
  kind: "print";
  printerId: string;
  /** How it lies, as the user said; null for whatever is best. */
  turn: Turn | null;
  typed: TypedEstimate | null;
  sliced: SlicedEstimate | null;
}

/**
 * What is said of a print where only its machine is chosen: it lies as is best there. Hours and a way up that were said for another machine are
 * not true of this one.
 */
export const printedOn = ({ id }: Pick<Printer, "id">): Pick<PrintWork, "printerId" | "turn" | "typed" | "sliced"> => ({
  printerId: id,
  turn: null,
  typed: null,
  sliced: null,
});

/** Plates still to come that stand as steps of their own; what is beyond is one step, as long as all of them. */
const SINGLE_PLATES = 12;
const SINGLE_OF_MANY = 6;

const typedEstimate = Joi.object({
  timeS: within({ ...LIMITS.durationS, least: 1 }).required(),
  massG: within(LIMITS.massG).required(),
  text: text(100).required(),
  costMinor: within(LIMITS.moneyMinor).optional(),
}).allow(null);

const slicedEstimate = Joi.object({
  fileName: text(300).required(),
  timeS: within({ ...LIMITS.durationS, least: 1 }).required(),
  naiveTimeS: within(LIMITS.durationS).required(),
  massG: within(LIMITS.massG).required(),
  layers: within({ least: 0, most: 1e6 }).required(),
}).allow(null);

export const print: WorkKind<PrintWork> = {
  kind: "print",
  many: "prints",
  fields: {
    printerId: { ...field.row("Printer", "printers"), brings: (id) => printedOn({ id: id as string }) },
    turn: field.kept(turnField.allow(null)),
    typed: field.kept(typedEstimate),
    sliced: field.kept(slicedEstimate),
  },
  station: "print",
  makesPieces: true,
  words: (item, at) => ({
    title: `Print on ${at.printer(item.printerId)?.name ?? "a deleted printer"}`,
    detail: item.typed ? `yours: ${item.typed.text}` : "",
  }),
  refers: (item) => [{ field: "printerId", table: "printers", id: item.printerId, mayGo: false }],
  film: () => null,
  counts: () => null,
  steps: (item, task) => {
    const printer = task.printer(item.printerId);
    const facts = printer && task.facts(printer.id);
    if (!printer || (!facts && !item.typed && !item.sliced)) return [];
    const plates = platesOf(item, printer, facts, task);
    return facts && facts.pieces > 1 && task.onPlates === 0 ? [...plates, ...seams(facts.pieces, task)] : plates;
  },
  begin: {
    label: "Printing",
    make: (itemId, at) =>
      at.printers[0] && at.printed && !at.has("print")
        ? {
            id: itemId,
            kind: "print",
            ...printedOn(at.printers[0]),
          }
        : null,
  },
};

/** A part in pieces is put together, its seams filled and sanded, before anything else is done to it. */
function seams(pieces: number, task: Task): StepDraft[] {
  const joints = (pieces - 1) * task.copies;
  // Cut across its longest side: the seam runs round the other two.
  const [, width, height] = [...task.sizeMm].sort((x, y) => y - x);
  const seamCm = (joints * 2 * (width + height)) / 10;
  return [
    {
      name: "join",
      station: "assemble",
      title: "Dry fit and glue the pieces",
      handsOnS: joints * SEAM.glue.perJointS,
      waitS: SEAM.glue.waitS,
      cautions: ["instant-glue"],
      rests: { joints },
    },
    {
      name: "fill",
      station: "surface",
      title: "Fill the seams",
      handsOnS: SEAM.fill.setUpS + seamCm * SEAM.fill.perCmS,
      waitS: SEAM.fill.waitS,
      rests: { seamCm },
    },
    {
      name: "sand-seam",
      station: "surface",
      title: "Sand the seams flush",
      handsOnS: SEAM.sand.setUpS + seamCm * SEAM.sand.perCmS,
      waitS: SEAM.sand.waitS,
      cautions: ["sanding-dust"],
      rests: { seamCm },
    },
  ];
}

/** Cold resin prints badly: its room is warm, or its vat warms itself. */
export const needsOf = (printer: Printer): Need[] => (printer.process === "resin" && !printer.heatedVat ? ["warm room"] : []);

/** One pair of steps a plate: start it, and clear it when it has run. Plates that ran already keep their numbers. */
function platesOf(item: PrintWork, printer: Printer, facts: PrintFacts | undefined, task: Task): StepDraft[] {
  const out: StepDraft[] = [];
  const resin = printer.process === "resin";
  const pieces = facts?.pieces ?? 1;
  const perPlate = Math.max(1, facts?.perPlate ?? 1);
  const done = task.plates(item.id);
  const cleared = done.length;
  // Good pieces of a part that is not whole yet.
  const begun = pieces > 1 ? done.filter((p) => !p.failed).length - done.reduce((n, p) => n + p.good, 0) * pieces : 0;
  const missing = Math.max(0, task.copies - task.good - task.onPlates);
  // A part in pieces takes a plate for each of them.
  const future = missing === 0 ? 0 : Math.ceil(missing / perPlate) * pieces - begun;
  const hands = HANDS_ON_S[printer.process];
  const areaCm2 = task.areaMm2 / 100 / pieces;
  const clearS = (onPlate: number): number => hands.clearPlate + onPlate * (hands.cleanPart + areaCm2 * hands.cleanPerCm2);
  const learned = facts ? learnedTime(printer, facts, task.printers) : 1;
  const plateS = (count: number): number =>
    item.typed?.timeS ?? item.sliced?.timeS ?? (facts && count > 0 ? plateTimeS(facts, count).value * learned : 0);
  const single = future > SINGLE_PLATES ? SINGLE_OF_MANY : future;
  const rests = {
    printer: printer.name,
    process: printer.process,
    layerMm: printer.layerMm,
    up: turnWords(facts?.turn ?? item.turn ?? TURNS["+z"]),
  };
  for (let i = 0; i < cleared + single; i++) {
    const nth = begun + i - cleared;
    const left = Math.max(0, missing - Math.floor(nth / pieces) * perPlate);
    const count = Math.max(1, i < cleared ? 0 : Math.min(perPlate, left));
    const what = pieces > 1 ? `, piece ${(((nth % pieces) + pieces) % pieces) + 1} of ${pieces}` : count > 1 ? ` ×${count}` : "";
    out.push({
      name: `start${i}`,
      title: `Start the print${what}`,
      handsOnS: hands.startPlate,
      waitS: 0,
      machineS: plateS(count),
      onPlate: count,
      pieces: count,
      printerId: printer.id,
      cautions: resin ? ["resin"] : ["hot-parts"],
      needs: needsOf(printer),
      rests: { ...rests, pieces: count },
    });
    out.push({
      name: `clear${i}`,
      title: resin ? `Wash and cure${what}: two baths, blow dry, supports off` : `Take off and clean${what}: strings, drips, brim`,
      handsOnS: clearS(count),
      waitS: resin ? 1800 : 0,
      cautions: resin ? ["resin", "alcohol", "lamp"] : ["blade"],
      onPlate: count,
      clears: count,
      counts: pieces > 1 && nth % pieces !== pieces - 1 ? 0 : count,
      pieces: count,
      printerId: printer.id,
      rests: { ...rests, pieces: count, areaCm2 },
    });
  }
  const rest = future - single;
  if (rest > 0) {
    const each = pieces > 1 ? 1 : Math.min(perPlate, missing);
    out.push({
      name: "rest",
      title: `The other ${rest.toLocaleString("en")} plates${each > 1 ? ` ×${each}` : ""}, one after another`,
      handsOnS: rest * (hands.startPlate + clearS(each)),
      machineS: rest * plateS(each),
      waitS: 0,
      plates: rest,
      pieces: rest * each,
      printerId: printer.id,
      cautions: resin ? ["resin", "alcohol", "lamp"] : ["hot-parts", "blade"],
      rests: { ...rests, pieces: rest * each },
    });
  }
  return out;
}

export const printsIn = only<PrintWork>("print");
