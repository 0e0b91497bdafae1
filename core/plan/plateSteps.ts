/** The plates of a scene as steps: each is started and cleared, one after the other on its printer, and what lies on it waits for it. */
import { define, ofOne, sameList } from "../derive";
import {
  AS_MODELLED,
  HANDS_ON_S,
  learnedOf,
  plateKey,
  plateSum,
  plateTimeS,
  shareOf,
  type OnPlate,
  type Plate,
  type PlateSum,
  type PrintFacts,
  type Printer,
} from "../print";
import { partAreaMm2, printFactsOf, SCENE, type Part, type Project, type StepRecord, type Trust } from "../project";
import type { Figure } from "../units";
import { type Step } from "../work";
import { needsOf, printsIn } from "../stations/kinds";

type Around = Pick<Project, "scene" | "records">;

/** Plates by the parts that lie on them. */
const platesByPart = ofOne((plates: readonly Plate[]): ReadonlyMap<string, readonly Plate[]> => {
  const of = new Map<string, Plate[]>();
  for (const plate of plates)
    for (const partId of countsOn(plate).keys()) {
      const own = of.get(partId);
      if (own) own.push(plate);
      else of.set(partId, [plate]);
    }
  return of;
});

/** How many pieces of each part lie on a plate, in the order in which they lie there. */
export const countsOn = ofOne((plate: Pick<Plate, "pieces">): ReadonlyMap<string, number> => {
  const counts = new Map<string, number>();
  for (const { partId } of plate.pieces) counts.set(partId, (counts.get(partId) ?? 0) + 1);
  return counts;
});

/** Plates that a part lies on, and how many of its pieces on each that is still to come. */
interface OnPlates {
  plates: readonly Plate[];
  waiting: number;
}

/** Where the pieces of a part lie. Scenes that were made before there were plates have none. */
export const onPlates = define({
  name: "pieces of a part on plates",
  scope: SCENE,
  read: (project: Around, partId: string): OnPlates => {
    const plates = platesByPart(project.scene.plates).get(partId) ?? [];
    const cleared = plates.length > 0 ? clearedPlates(project.records) : NO_PLATES;
    return { plates, waiting: plates.reduce((n, p) => n + (cleared.has(p.id) ? 0 : (countsOn(p).get(partId) ?? 0)), 0) };
  },
  same: (a, b) => a.waiting === b.waiting && sameList(a.plates, b.plates),
});
const NO_PLATES: ReadonlySet<string> = new Set();

/** Plates that were cleared, by what the records say. */
export const clearedPlates = ofOne((records: readonly StepRecord[]): ReadonlySet<string> => {
  const cleared = new Set<string>();
  for (const r of records) {
    const [kind, plateId, step] = r.stepKey.split("/");
    if (kind === "plate" && step === "clear" && r.finishedAt !== null) cleared.add(plateId);
  }
  return cleared;
});

/** Plates that are on a printer: started, not failed, and not cleared yet. */
export function begunPlates(records: readonly StepRecord[]): ReadonlySet<string> {
  const cleared = clearedPlates(records);
  const begun = new Set<string>();
  for (const { stepKey, result } of records) {
    const [kind, plateId, step] = stepKey.split("/");
    if (kind === "plate" && step === "start" && result !== "failed" && !cleared.has(plateId)) begun.add(plateId);
  }
  return begun;
}

/** A plate that is not cleared yet, and which one of its printer it is, from 1: what it is called by on screen, on paper and on the card. */
export interface PlateAhead {
  plate: Plate;
  nth: number;
}

/** Plates that are still to come or on a printer, printer by printer, each in its order. */
export function platesAhead({ scene, records }: Around): PlateAhead[] {
  const cleared = clearedPlates(records);
  return scene.printers.flatMap((printer) =>
    platesInOrder(scene.plates, printer.id)
      .filter((p) => !cleared.has(p.id))
      .map((plate, i) => ({ plate, nth: i + 1 })),
  );
}

/** The plates of a printer, first to last. */
export const platesInOrder = (plates: readonly Plate[], printerId: string): Plate[] =>
  plates.filter((p) => p.printerId === printerId).sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** Pieces of a part that lie on plates and are still to come. */
export const piecesWaiting = (partId: string, project: Around): number => onPlates(project, partId).waiting;

/** Where a figure comes from, and its share of the model's. */
export type Known = Pick<OnPlate, "time" | "mass"> & { from: Trust };

/** What is known of a part's time and mass better than the model, as a share of it: typed, a file of moves, or what the printer has taught. */
export function knownShares(part: Part, printer: Printer, printers: readonly Printer[]): Known {
  const facts = printFactsOf(part, printer)!;
  const planned = printsIn(part.work).find((w) => w.printerId === printer.id);
  const said = planned?.typed ?? planned?.sliced;
  if (!said) return learnedShares(printer, facts, printers);
  const count = Math.max(1, Math.min(facts.perPlate, part.copies));
  const ratio = (known: number, of: number): OnPlate["time"] => {
    const r = of > 0 && known > 0 ? known / of : 1;
    return { value: r, low: r, high: r };
  };
  return {
    from: planned?.typed ? "typed" : "file",
    time: ratio(said.timeS, plateTimeS(facts, count).value),
    mass: ratio(said.massG, facts.one.massG.value * count),
  };
}

/** What the lessons of a printer and of those like it make of any facts of it, whatever was said of one part. */
export function learnedShares(printer: Printer, { one }: Pick<PrintFacts, "one">, printers: readonly Printer[]): Known {
  const own = learnedOf(printer, { time: shareOf(one.timeS), mass: shareOf(one.massG) }, printers);
  const learned = (o: typeof own.time, m: Figure): OnPlate["time"] =>
    o.prints > 0 ? { value: o.value, low: o.low, high: o.high } : { ...AS_MODELLED, ...shareOf(m) };
  return {
    from: own.time.prints > 0 ? "learned" : "model",
    time: learned(own.time, one.timeS),
    mass: learned(own.mass, one.massG),
  };
}

/** Hours, grams and money of a plate; undefined while a part on it is not known to its printer. */
export function sumOfPlate(
  plate: Pick<Plate, "pieces" | "printerId">,
  { scene, parts }: Pick<Project, "scene" | "parts">,
): PlateSum | undefined {
  const printer = scene.printers.find((p) => p.id === plate.printerId);
  if (!printer) return undefined;
  const counts = countsOn(plate);
  const on = partsOnPlate(counts, printer, { scene, parts });
  return on.length === counts.size ? plateSum(printer, on) : undefined;
}

/** What a printer knows of each part on a plate, by how many of it lie there; parts that are still reckoned are left out. */
export const partsOnPlate = (
  counts: Iterable<readonly [string, number]>,
  printer: Printer,
  { scene, parts }: Pick<Project, "scene" | "parts">,
): OnPlate[] =>
  [...counts].flatMap(([partId, count]): OnPlate[] => {
    const part = parts.find((p) => p.id === partId);
    const facts = part && printFactsOf(part, printer);
    return part && facts ? [{ facts, count, ...knownShares(part, printer, scene.printers) }] : [];
  });

/** What lies on a plate, in words: "Quay wall ×3, Crane". */
export function plateWords(plate: Plate, parts: readonly { id: string; name: string }[], most = 3): string {
  const names = [...countsOn(plate)].map(([id, n]) => {
    const name = parts.find((p) => p.id === id)?.name ?? "a deleted part";
    return n > 1 ? `${name} ×${n}` : name;
  });
  return names.length > most ? `${names.slice(0, most - 1).join(", ")} and ${names.length - most + 1} more` : names.join(", ");
}

/** Start and clearing of every plate, in the order of each printer. A plate of which a part is still reckoned waits to be known. */
export function plateSteps(project: Pick<Project, "scene" | "parts" | "records">): Step[] {
  const { scene, parts, records } = project;
  const cleared = clearedPlates(records);
  const out: Step[] = [];
  for (const printer of scene.printers) {
    let before: string | null = null;
    for (const plate of platesInOrder(scene.plates, printer.id)) {
      const sum = sumOfPlate(plate, project);
      const first = plate.pieces.find((p) => parts.some((x) => x.id === p.partId));
      if (!sum || !first) continue;
      const resin = printer.process === "resin";
      const hands = HANDS_ON_S[printer.process];
      const pieces = plate.pieces.length;
      const cleanS = [...countsOn(plate)].reduce((s, [partId, n]) => {
        const part = parts.find((p) => p.id === partId);
        return s + (part ? n * (hands.cleanPart + (partAreaMm2(part) / 100) * hands.cleanPerCm2) : 0);
      }, 0);
      const words = plateWords(plate, parts);
      const shared = {
        partId: first.partId,
        partName: words,
        itemId: plate.id,
        station: "print" as const,
        session: null,
        printerId: printer.id,
        pieces,
        onPlate: pieces,
        plates: 1,
        takes: [],
        rests: { kind: "print", printer: printer.name, process: printer.process, layerMm: printer.layerMm, pieces },
      };
      const start = plateKey(plate.id, "start"),
        clear = plateKey(plate.id, "clear");
      out.push(
        {
          ...shared,
          key: start,
          title: pieces > 1 ? `Start the plate of ${pieces}` : "Start the print",
          handsOnS: hands.startPlate,
          machineS: sum.timeS.value,
          waitS: 0,
          after: before === null ? [] : [before],
          needs: needsOf(printer),
          cautions: resin ? ["resin"] : ["hot-parts"],
          clears: 0,
          counts: 0,
        },
        {
          ...shared,
          key: clear,
          title: resin ? "Wash and cure: two baths, blow dry, supports off" : "Take off and clean: strings, drips, brim",
          handsOnS: hands.clearPlate + cleanS,
          machineS: 0,
          waitS: resin ? 1800 : 0,
          after: [start],
          needs: [],
          cautions: resin ? ["resin", "alcohol", "lamp"] : ["blade"],
          clears: pieces,
          counts: pieces,
        },
      );
      if (!cleared.has(plate.id)) before = clear;
    }
  }
  return out;
}
