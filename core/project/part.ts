/** Facts about a part that follow from its record alone. */
import { DOOR_MM, toModelMm, toRealMm } from "../scale";
import { boxMesh, MeshBuilder, type Mesh } from "../mesh";
import type { Material } from "../joint";
import { handsOnS, jobOf, learnedOf, type JobSum, type OwnRange, type Printer, shareOf, type Sum } from "../print";
import { printsIn, type TypedEstimate } from "../stations/kinds";
import type { Part, PartRow, Scene, PrinterFacts } from "./types";

/** Model size x, y, z in mm at the part's present factor. */
export function partSizeMm(part: Part): [number, number, number] {
  const base = part.source.kind === "mesh" ? part.source.report.bounds.size : part.source.sizeMm;
  return base.map((v) => v * part.factor) as [number, number, number];
}

/** Real size, mm. */
export const partRealMm = (part: Part, scene: Scene): [number, number, number] =>
  partSizeMm(part).map((v) => toRealMm(v, scene.scale.ratio)) as [number, number, number];

/** Area to paint, mm²: what a brush reaches from outside. For boxes the four sides and the top. */
export function partAreaMm2(part: Part): number {
  if (part.source.kind === "mesh") return part.source.outsideMm2 * part.factor ** 2;
  const [x, y, z] = partSizeMm(part);
  return x * y + 2 * (y * z + z * x);
}

/** Volume of material, mm³; absolute, since an inside-out mesh is still as big. */
export function partVolumeMm3(part: Part): number {
  if (part.source.kind === "mesh") return (part.source.report.solid?.value ?? Math.abs(part.source.report.volumeMm3)) * part.factor ** 3;
  const [x, y, z] = partSizeMm(part);
  return x * y * z;
}

/** Walls of a building known by its outer size only, mm. Common practice, no source. */
export const TYPED_WALL_MM = 2.4;

/** Stand-in mesh of a typed size: four walls and a lid for a shell, a block otherwise. */
export function typedMesh(sizeMm: readonly [number, number, number], shell: boolean): Mesh {
  const [x, y, z] = sizeMm;
  const w = TYPED_WALL_MM;
  if (!shell || Math.min(x, y) < 4 * w || z < 2 * w) return boxMesh(x, y, z);
  const b = new MeshBuilder();
  const o = [
    [0, 0],
    [x, 0],
    [x, y],
    [0, y],
  ] as const;
  const i = [
    [w, w],
    [x - w, w],
    [x - w, y - w],
    [w, y - w],
  ] as const;
  for (let k = 0; k < 4; k++) {
    const n = (k + 1) % 4;
    b.quad([...o[k], 0], [...o[n], 0], [...o[n], z], [...o[k], z]);
    b.quad([...i[n], 0], [...i[k], 0], [...i[k], z - w], [...i[n], z - w]);
    b.quad([...o[n], 0], [...o[k], 0], [...i[k], 0], [...i[n], 0]);
  }
  b.quad([...o[0], z], [...o[1], z], [...o[2], z], [...o[3], z]);
  b.quad([...i[3], z - w], [...i[2], z - w], [...i[1], z - w], [...i[0], z - w]);
  return b.build();
}

/** What a part is made of: by its printer, or by hand. */
export const materialOf = (part: Pick<PartRow, "source" | "work">, scene: Pick<Scene, "printers">): Material => {
  if (part.source.kind === "scratch") return part.source.material;
  const printer = scene.printers.find((p) => p.id === chosenPrinter(part));
  return printer?.process === "resin" ? "resin print" : "filament print";
};

/** Does a door leaf fit the part's height, with a third to spare for lintel and roof? */
export function doorFits(part: Part, scene: Scene): { fits: boolean; doorModelMm: number; heightMm: number } {
  const doorModelMm = toModelMm(DOOR_MM, scene.scale.ratio);
  const heightMm = partSizeMm(part)[2];
  return { fits: heightMm >= doorModelMm * 1.1, doorModelMm, heightMm };
}

/** What a printer says of the part at its present size; undefined while that is not known. */
export const printFactsOf = (part: Part, printer: Printer): PrinterFacts | undefined =>
  part.prints.find((f) => f.printerId === printer.id && Math.abs(f.factor - part.factor) < 1e-9);

export interface PrintOption {
  /** The user's own time and mass a plate; they win over the model, which stays in the facts. */
  typed: TypedEstimate | null;
  from: Trust;
  /** What each source says of all copies, most trusted first. */
  says: { from: Trust; job: JobSum }[];
  printer: Printer;
  facts: PrinterFacts;
  job: JobSum;
  handsOnS: number;
}

/** A job by the user's own numbers: known, so without a range. Mass and cost follow the model when they were not said. */
function saidJob(model: JobSum, said: { timeS: number; massG: number; costMinor?: number }): JobSum {
  const exact = (value: number): Sum => ({ value, low: value, high: value });
  const massG = said.massG > 0 ? exact(said.massG * model.plates) : model.massG;
  const byMass =
    said.massG > 0 && model.massG.value > 0 ? exact((model.costMinor.value * massG.value) / model.massG.value) : model.costMinor;
  return {
    ...model,
    timeS: exact(said.timeS * model.plates),
    massG,
    costMinor: said.costMinor === undefined ? byMass : exact(said.costMinor * model.plates),
  };
}

/** The model's job as the lessons of the printer and of those like it correct it; null where there are none. */
function learnedJob(model: JobSum, printer: Printer, printers: readonly Printer[]): JobSum | null {
  const { time, mass } = learnedOf(printer, { time: shareOf(model.timeS), mass: shareOf(model.massG) }, printers);
  if (time.prints === 0) return null;
  const by = ({ value }: Sum, own: OwnRange): Sum => ({ value: value * own.value, low: value * own.low, high: value * own.high });
  return {
    ...model,
    timeS: by(model.timeS, time),
    ...(mass.prints > 0
      ? { massG: by(model.massG, mass), materialMm3: by(model.materialMm3, mass), costMinor: by(model.costMinor, mass) }
      : {}),
  };
}

/** Where an option's figures come from, most trusted first. */
export type Trust = "typed" | "file" | "learned" | "model";

/** All printers that have facts, best first: fewest pieces, then the person's and the machine's hours together. */
export function printOptions(part: Part, scene: Scene): PrintOption[] {
  const options = scene.printers.flatMap((printer): PrintOption[] => {
    const facts = printFactsOf(part, printer);
    if (!facts) return [];
    const model = jobOf(facts, part.copies);
    const planned = printsIn(part.work).find((w) => w.printerId === printer.id);
    const typed = planned?.typed ?? null;
    const learned = learnedJob(model, printer, scene.printers);
    const says: PrintOption["says"] = [
      ...(typed ? [{ from: "typed" as const, job: saidJob(model, typed) }] : []),
      ...(planned?.sliced ? [{ from: "file" as const, job: saidJob(model, planned.sliced) }] : []),
      ...(learned ? [{ from: "learned" as const, job: learned }] : []),
      { from: "model", job: model },
    ];
    const [{ from, job }] = says;
    return [
      {
        typed,
        from,
        says,
        printer,
        facts,
        job,
        handsOnS: handsOnS(printer.process, job.plates, part.copies * facts.pieces, partAreaMm2(part) / facts.pieces),
      },
    ];
  });
  // An hour of the person's weighs as much as four of the machine's. Common practice, no source.
  const weight = (o: PrintOption): number => o.handsOnS * 4 + o.job.timeS.value;
  // Of equals the smaller machine, which leaves the larger one free.
  const volume = (o: PrintOption): number => o.printer.bedMm[0] * o.printer.bedMm[1] * o.printer.bedMm[2];
  return options.sort((a, b) => Number(a.facts.pieces > 1) - Number(b.facts.pieces > 1) || weight(a) - weight(b) || volume(a) - volume(b));
}

/** The printer that the order of work names. */
export const chosenPrinter = (part: Pick<Part, "work">): string | undefined => printsIn(part.work)[0]?.printerId;

/** The option that counts, wherever a part has one figure: the printer the user has chosen, or the best. */
export function optionAtHand(part: Part, scene: Scene): PrintOption | undefined {
  const options = printOptions(part, scene);
  const chosen = chosenPrinter(part);
  return options.find((o) => o.printer.id === chosen) ?? options[0];
}

/** Its printer, before its hours are known too. */
export const printerAtHand = (part: Part, scene: Scene): Printer | undefined =>
  scene.printers.find((p) => p.id === chosenPrinter(part)) ?? printOptions(part, scene)[0]?.printer;
