/** What is written down of a print when it is started: the settings as they are, and what is on the plate. */
import { AS_MODELLED, plateSum, plateTimeS, profileOf, type PrintRecord, type Printer } from "../print";
import { printFactsOf, type Project } from "../project";
import type { Step } from "../work";
import { countsOn, partsOnPlate } from "./plateSteps";

/** The plate that a step starts or clears: one that is laid out, or one of a single part. Undefined for other steps. */
export function onPlateOf(
  step: Pick<Step, "key" | "partId" | "onPlate" | "itemId">,
  { scene, parts }: Pick<Project, "scene" | "parts">,
): { partId: string; name: string; pieces: number }[] {
  const plate = scene.plates.find((p) => p.id === step.itemId && step.key.startsWith("plate/"));
  const name = (id: string): string => parts.find((p) => p.id === id)?.name ?? "a deleted part";
  if (plate) return [...countsOn(plate)].map(([partId, pieces]) => ({ partId, name: name(partId), pieces }));
  return step.onPlate > 0 ? [{ partId: step.partId, name: name(step.partId), pieces: step.onPlate }] : [];
}

/** @param gate what was chosen where printer and material are a new pair */
export function printRecordOf(
  step: Step,
  project: Pick<Project, "scene" | "parts" | "supplies">,
  gate: PrintRecord["gate"] = "known",
): PrintRecord | undefined {
  const printer = project.scene.printers.find((p) => p.id === step.printerId);
  if (!printer || step.machineS <= 0 || step.plates > 1) return undefined;
  const pieces = onPlateOf(step, project);
  const loaded = project.supplies.find((s) => s.id === printer.loadedId);
  const on = partsOnPlate(
    pieces.map((p) => [p.partId, p.pieces] as const),
    printer,
    project,
  );
  const known = plateSum(printer, on);
  // What the model alone says, before anything was typed or learned.
  const model = plateSum(
    printer,
    on.map((o) => ({ ...o, time: AS_MODELLED, mass: AS_MODELLED })),
  );
  const [only] = on;
  const laid = step.key.startsWith("plate/");
  // Figures of before a change are no measure of the model: what this print takes teaches nothing by them.
  const stale = pieces.some(({ partId }) => {
    const part = project.parts.find((p) => p.id === partId);
    return part && printFactsOf(part, printer)?.stale;
  });
  const modelS = !laid && only ? plateTimeS(only.facts, only.count).value : model.timeS.value;
  return {
    printerId: printer.id,
    printer: printer.name,
    profile: profileOf(printer),
    supplyId: loaded?.id ?? null,
    material: loaded?.name ?? "",
    plateId: laid ? step.itemId : null,
    pieces,
    layers: Math.round(known.layers),
    turn: only?.facts.turn ?? [0, 0, 0, 1],
    plannedMassG: known.massG.value,
    modelS: stale ? 0 : modelS,
    modelMassG: stale ? 0 : model.massG.value,
    massG: null,
    failure: null,
    observed: [],
    measured: [],
    photos: [],
    gate,
    test: false,
  };
}

/** What is on a printer, in words; what it would be taken for where nobody said. */
export const loadedOn = (printer: Printer, supplies: Project["supplies"]): Project["supplies"][number] | undefined =>
  supplies.find((s) => s.id === printer.loadedId && (s.kind === "spool" || s.kind === "bottle"));
