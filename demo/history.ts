/** Twenty prints before tonight, on three machines, made up: trial pieces and earlier goes, some of which failed. */
import { AS_MODELLED, plateSum, profileOf, type FailureCause, type Observation, type Printer } from "../core/print";
import { printFactsOf, type Project, type StepRecord } from "../core/project";
import { DEMO_ID } from "./identity";

interface Past {
  /** Days before tonight, and the hour. */
  day: number;
  hour: number;
  printerId: string;
  /** Parts and pieces on the plate. */
  on: [partId: string, pieces: number][];
  /** Taken ÷ the model. */
  ratio: number;
  mass?: number;
  failed?: { cause: FailureCause; share: number };
  observed?: Observation[];
  wentWrong?: string;
}

const PAST: Past[] = [
  { day: 38, hour: 19, printerId: "large-filament", on: [["crane-post", 1]], ratio: 1.28, mass: 1.03 },
  { day: 37, hour: 19, printerId: "small-filament", on: [["quay-clip", 6]], ratio: 0.92 },
  { day: 36, hour: 20, printerId: "resin", on: [["barrel", 6]], ratio: 1.06, mass: 1.05 },
  { day: 35, hour: 19, printerId: "large-filament", on: [["quay-wall", 1]], ratio: 1.22, observed: ["curled"] },
  { day: 33, hour: 20, printerId: "small-filament", on: [["sluice-paddle", 1]], ratio: 0.9 },
  {
    day: 31,
    hour: 19,
    printerId: "large-filament",
    on: [["sluice-frame", 1]],
    ratio: 1.26,
    failed: { cause: "no-start", share: 0.04 },
    observed: ["first-layer-in-part"],
    wentWrong: "The first layer held at one side only.",
  },
  { day: 31, hour: 20, printerId: "large-filament", on: [["sluice-frame", 1]], ratio: 1.25, mass: 1.02 },
  {
    day: 29,
    hour: 20,
    printerId: "resin",
    on: [["crate", 8]],
    ratio: 1.05,
    failed: { cause: "supports-let-go", share: 0.7 },
    wentWrong: "Five let go: the room was at 15 °C.",
  },
  { day: 28, hour: 19, printerId: "resin", on: [["crate", 8]], ratio: 1.07 },
  { day: 26, hour: 19, printerId: "small-filament", on: [["sluice-frame", 1]], ratio: 0.95, observed: ["strings"] },
  { day: 24, hour: 20, printerId: "large-filament", on: [["rowing-boat", 1]], ratio: 1.24 },
  {
    day: 21,
    hour: 19,
    printerId: "small-filament",
    on: [["quay-wall", 1]],
    ratio: 0.93,
    failed: { cause: "corner-lift", share: 0.4 },
    observed: ["curled"],
    wentWrong: "The corner at the window side lifted.",
  },
  { day: 20, hour: 19, printerId: "small-filament", on: [["quay-wall", 1]], ratio: 0.94, mass: 0.98 },
  {
    day: 18,
    hour: 20,
    printerId: "resin",
    on: [
      ["barrel", 4],
      ["crate", 2],
    ],
    ratio: 1.08,
    observed: ["hard-to-take-off"],
  },
  {
    day: 16,
    hour: 19,
    printerId: "large-filament",
    on: [
      ["quay-wall", 1],
      ["crane-post", 1],
    ],
    ratio: 1.27,
  },
  {
    day: 14,
    hour: 19,
    printerId: "small-filament",
    on: [
      ["quay-clip", 4],
      ["sluice-paddle", 1],
    ],
    ratio: 0.91,
  },
  {
    day: 12,
    hour: 20,
    printerId: "large-filament",
    on: [["rowing-boat", 1]],
    ratio: 1.21,
    failed: { cause: "power-cut", share: 0.6 },
    wentWrong: "The whole street was dark.",
  },
  { day: 11, hour: 19, printerId: "large-filament", on: [["rowing-boat", 1]], ratio: 1.23, mass: 1.04 },
  { day: 9, hour: 19, printerId: "resin", on: [["barrel", 2]], ratio: 1.05 },
  { day: 8, hour: 20, printerId: "small-filament", on: [["rowing-boat", 1]], ratio: 0.96 },
  { day: 6, hour: 19, printerId: "large-filament", on: [["quay-wall", 2]], ratio: 1.26 },
  { day: 5, hour: 20, printerId: "resin", on: [["crate", 4]], ratio: 1.06, mass: 1.04 },
];

/** The prints as records; trial pieces, so that none of them counts as a piece of the scene. */
export function printHistory({ scene, parts }: Pick<Project, "scene" | "parts">, now: number): StepRecord[] {
  return PAST.map((past, i): StepRecord => {
    const printer = scene.printers.find((p) => p.id === past.printerId)!;
    const on = past.on.map(([partId, count]) => {
      const part = parts.find((p) => p.id === partId)!;
      return { partId, name: part.name, count, facts: printFactsOf(part, printer)!, time: AS_MODELLED, mass: AS_MODELLED };
    });
    const sum = plateSum(printer, on);
    const startedAt = now - past.day * DAY + (past.hour - 19) * HOUR;
    const wholeS = sum.timeS.value * past.ratio;
    const ranS = Math.round(past.failed ? wholeS * past.failed.share : wholeS);
    const pieces = past.on.map(([partId, n]) => ({ partId, name: parts.find((p) => p.id === partId)!.name, pieces: n }));
    return {
      id: `past-${i + 1}`,
      sceneId: DEMO_ID,
      partId: past.on[0][0],
      stepKey: `plate/past-${i + 1}/start`,
      title: "Start the print",
      time: "machine",
      startedAt,
      finishedAt: startedAt + ranS * 1000,
      plannedS: Math.round(sum.timeS.value),
      waitS: 0,
      saidS: ranS,
      result: past.failed ? "failed" : "good",
      good: 0,
      failed: 0,
      wentWrong: past.wentWrong ?? "",
      print: {
        printerId: printer.id,
        printer: printer.name,
        profile: profileOf(printer),
        supplyId: loadedOf(printer),
        material: MATERIALS[printer.id],
        plateId: `past-${i + 1}`,
        pieces,
        layers: sum.layers,
        turn: on[0].facts.turn,
        plannedMassG: round(sum.massG.value),
        modelS: Math.round(sum.timeS.value),
        modelMassG: round(sum.massG.value),
        massG: past.mass === undefined ? null : round(sum.massG.value * past.mass),
        failure: past.failed ? { cause: past.failed.cause, layer: Math.round(sum.layers * past.failed.share) } : null,
        observed: past.observed ?? [],
        measured: [],
        photos: [],
        gate: "known",
        test: true,
      },
    };
  });
}

const DAY = 86_400_000,
  HOUR = 3_600_000;
const MATERIALS: Record<string, string> = {
  "large-filament": "Slate grey filament",
  "small-filament": "Lime white filament",
  resin: "Grey resin",
};
const round = (g: number): number => Math.round(g * 10) / 10;
const loadedOf = (printer: Printer): string | null => printer.loadedId ?? null;
