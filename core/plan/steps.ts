/**
 * From a part's order of work to steps with hands-on time, machine time, waits and what depends on what.
 * One list serves Tonight, the lanes, the clocks and the calendar.
 */
import { layerOfCoat, stackOfPart, type StackLayer } from "./stack";
import { coatHandTime, SEAM } from "./handRates";
import type { CautionId } from "../care";
import { FAMILIES, METHODS, recoatS, checkStack, isClash } from "../coat";
import { GROUND_RECIPES, groundAmounts } from "../ground";
import { GLUES, JOINT_HANDS_ON_S } from "../joint";
import { HANDS_ON_S, plateTimeS, type Printer } from "../print";
import { partAreaMm2, partSizeMm, printFactsOf, recordsOf, type Part, type Project, type StepRecord, type WorkItem } from "../project";
import { planSchool } from "../surface";

type Station = "print" | "surface" | "paint" | "assemble" | "ground";

export interface Step {
  key: string;
  partId: string;
  partName: string;
  itemId: string;
  station: Station;
  title: string;
  /** The person's own time, s. */
  handsOnS: number;
  /** Unattended machine time that begins with the step, s; 0 when it is work by hand. */
  machineS: number;
  printerId: string | null;
  /** Setting or drying afterwards, before what depends on it, s. */
  waitS: number;
  after: string[];
  /** Setting up that is in `handsOnS`, and what shares it: steps of one session with the same coat pay it once together. */
  session: { key: string; setUpS: number } | null;
  cautions: CautionId[];
  /** Parts, or pieces of one, on the plate that is started or cleared; 0 for other steps. */
  onPlate: number;
  /** Parts or pieces that come off the plate with this step; 0 unless it clears one. */
  clears: number;
  /** Equal plates that are one step here: started and cleared one after the other, each when somebody is there. 1 for every other step. */
  plates: number;
  /** Whole parts that are there once the plate is cleared: none while pieces of one are still missing. */
  counts: number;
}

/** Areas and copies multiply: beyond three hundred years a date means nothing. */
const MOST_STEP_S = 1e10;

/** Plates still to come that stand as steps of their own; what is beyond is one step, as long as all of them. */
const SINGLE_PLATES = 12;
const SINGLE_OF_MANY = 6;

/** Solvent sprays and cans need a place where they may be used. */
const sprayCaution = (family: string, method: string): CautionId[] =>
  (method === "spray" || method === "airbrush") &&
  ["strong thinner", "white spirit"].includes(FAMILIES[family as keyof typeof FAMILIES]?.cleaner)
    ? ["solvent-spray"]
    : [];

export const goodCount = (part: Part, records: readonly StepRecord[]): number =>
  part.goodBefore + recordsOf(records, part.id).reduce((n, r) => n + r.good, 0);
export const failedCount = (part: Part, records: readonly StepRecord[]): number =>
  part.failedBefore + recordsOf(records, part.id).reduce((n, r) => n + r.failed, 0);

/** All steps of a part, in the order of its work list. Failed prints bring further plates by themselves. */
export function stepsOfPart(part: Part, project: Pick<Project, "scene" | "paints" | "records">): Step[] {
  const { scene, paints, records } = project;
  const own = recordsOf(records, part.id);
  const steps: Step[] = [];
  const pieceCm2 = partAreaMm2(part) / 100;
  const stack = stackOfPart(part, project);
  let last: string[] = [];
  const push = (
    item: WorkItem,
    n: number | string,
    station: Station,
    rest: Partial<Step> & Pick<Step, "title" | "handsOnS" | "waitS">,
    after: string[] = last,
  ): string => {
    const key = `${part.id}/${item.id}/${n}`;
    steps.push({
      key,
      partId: part.id,
      partName: part.name,
      itemId: item.id,
      station,
      machineS: 0,
      printerId: null,
      session: null,
      cautions: [],
      onPlate: 0,
      clears: 0,
      plates: 1,
      counts: 0,
      after,
      ...rest,
    });
    const step = steps[steps.length - 1];
    step.handsOnS = Math.min(step.handsOnS, MOST_STEP_S);
    step.machineS = Math.min(step.machineS, MOST_STEP_S);
    step.waitS = Math.min(step.waitS, MOST_STEP_S);
    return key;
  };

  for (const item of part.work) {
    if (item.kind === "print") {
      const printer = scene.printers.find((p) => p.id === item.printerId);
      const facts = printer && printFactsOf(part, printer);
      if (!printer || (!facts && !item.typed)) continue;
      last = pushPrints(item, printer);
      if (facts && facts.pieces > 1) pushSeams(item, facts.pieces);
    } else if (item.kind === "hide") {
      const plan = planSchool(item.school, item.areaMm2 * part.copies, { cuspMm: item.cuspMm, pitchMm: item.pitchMm });
      plan.stages.forEach((stage, i) => {
        last = [
          push(item, i, "surface", {
            title: `${stage.title}: ${item.surface}`,
            handsOnS: stage.handsOnS,
            waitS: stage.waitS,
            cautions: stage.cautions,
          }),
        ];
      });
    } else if (item.kind === "coat") {
      const paint = paints.find((p) => p.id === item.paintId);
      if (!paint) continue;
      const layer = layerOfCoat(item, paint);
      const { setUpS, workS } = coatHandTime(item.method, pieceCm2, part.copies);
      for (let i = 0; i < item.coats; i++) {
        const which = item.coats > 1 ? `, coat ${i + 1} of ${item.coats}` : "";
        last = [
          push(item, i, "paint", {
            title: `${paint.name}, ${METHODS[item.method].word}${which}`,
            handsOnS: setUpS + workS,
            session: { key: `${paint.id} ${item.method} ${i}`, setUpS },
            waitS: i < item.coats - 1 ? recoatS({ ...layer, coats: 1 }) : waitBeforeNext(item.id),
            cautions: sprayCaution(paint.family, item.method),
          }),
        ];
      }
    } else if (item.kind === "glue") {
      const glue = GLUES.find((g) => g.id === item.glueId);
      if (!glue) continue;
      last = [
        push(item, 0, "assemble", {
          title: `Glue to ${item.to}: ${glue.name}`,
          handsOnS: JOINT_HANDS_ON_S * Math.max(1, part.copies * 0.4),
          waitS: item.load ? glue.fullS : glue.handleS,
          cautions: glue.cautions,
        }),
      ];
    } else if (item.kind === "ground") {
      const recipe = GROUND_RECIPES.find((r) => r.id === item.recipeId);
      if (!recipe) continue;
      const amounts = groundAmounts(recipe, item.areaMm2 * part.copies, item.depthMm);
      last = [push(item, 0, "ground", { title: recipe.name, handsOnS: amounts.handsOnS, waitS: recipe.waitS, cautions: recipe.cautions })];
    } else {
      last = [push(item, 0, item.family ? "paint" : "assemble", { title: item.title, handsOnS: item.handsOnS, waitS: item.waitS })];
    }
  }
  return steps;

  /** How long what an item lays down must wait for the layer that follows it: what the coat check asks of the two. */
  function waitBeforeNext(itemId: string): number {
    const at = stack.findIndex((l) => l.itemId === itemId);
    const [layer, next] = [stack[at], stack[at + 1]] as [StackLayer, StackLayer | undefined];
    const own = recoatS({ ...layer, coats: 1 });
    const verdict = next && checkStack([layer, next]).verdicts[0];
    // A stop has no wait that would do: it is told where the coats are, not hidden in the plan.
    return verdict && !isClash(verdict.verdict) ? verdict.waitS : own;
  }

  /** A part in pieces is put together, its seams filled and sanded, before anything else is done to it. */
  function pushSeams(item: WorkItem, pieces: number): void {
    const joints = (pieces - 1) * part.copies;
    // Cut across its longest side: the seam runs round the other two.
    const [, width, height] = [...partSizeMm(part)].sort((x, y) => y - x);
    const seamCm = (joints * 2 * (width + height)) / 10;
    const each: [string, Station, string, number, number, CautionId[]][] = [
      ["join", "assemble", "Dry fit and glue the pieces", joints * SEAM.glue.perJointS, SEAM.glue.waitS, ["instant-glue"]],
      ["fill", "surface", "Fill the seams", SEAM.fill.setUpS + seamCm * SEAM.fill.perCmS, SEAM.fill.waitS, []],
      ["sand-seam", "surface", "Sand the seams flush", SEAM.sand.setUpS + seamCm * SEAM.sand.perCmS, SEAM.sand.waitS, ["sanding-dust"]],
    ];
    for (const [n, station, title, handsOnS, waitS, cautions] of each)
      last = [push(item, n, station, { title, handsOnS, waitS, cautions })];
  }

  /** One pair of steps a plate: start it, and clear it when it has run. Plates that ran already keep their numbers. */
  function pushPrints(item: Extract<WorkItem, { kind: "print" }>, printer: Printer): string[] {
    const facts = printFactsOf(part, printer);
    const pieces = facts?.pieces ?? 1;
    const perPlate = Math.max(1, facts?.perPlate ?? 1);
    const plates = own.filter((r) => r.stepKey.startsWith(`${part.id}/${item.id}/clear`) && r.finishedAt !== null);
    const cleared = plates.length;
    // Good pieces of a part that is not whole yet.
    const begun = pieces > 1 ? plates.filter((r) => r.result !== "failed").length - plates.reduce((n, r) => n + r.good, 0) * pieces : 0;
    const missing = Math.max(0, part.copies - goodCount(part, records));
    // A part in pieces takes a plate for each of them.
    const future = missing === 0 ? 0 : Math.ceil(missing / perPlate) * pieces - begun;
    const hands = HANDS_ON_S[printer.process];
    const area = partAreaMm2(part) / 100 / pieces;
    const clearS = (onPlate: number): number => hands.clearPlate + onPlate * (hands.cleanPart + area * hands.cleanPerCm2);
    const plateS = (count: number): number => item.typed?.timeS ?? (facts && count > 0 ? plateTimeS(facts, count).value : 0);
    const single = future > SINGLE_PLATES ? SINGLE_OF_MANY : future;
    const clears: string[] = [];
    for (let i = 0; i < cleared + single; i++) {
      const nth = begun + i - cleared;
      const left = Math.max(0, missing - Math.floor(nth / pieces) * perPlate);
      const count = i < cleared ? 0 : Math.min(perPlate, left);
      const machineS = plateS(Math.max(1, count));
      const what = pieces > 1 ? `, piece ${(((nth % pieces) + pieces) % pieces) + 1} of ${pieces}` : count > 1 ? ` ×${count}` : "";
      const start = push(
        item,
        `start${i}`,
        "print",
        {
          title: `Start the print${what}`,
          handsOnS: hands.startPlate,
          waitS: 0,
          machineS,
          onPlate: Math.max(1, count),
          printerId: printer.id,
          cautions: printer.process === "resin" ? ["resin"] : ["hot-parts"],
        },
        i === 0 ? last : [`${part.id}/${item.id}/clear${i - 1}`],
      );
      clears.push(
        push(
          item,
          `clear${i}`,
          "print",
          {
            title:
              printer.process === "resin"
                ? `Wash and cure${what}: two baths, blow dry, supports off`
                : `Take off and clean${what}: strings, drips, brim`,
            handsOnS: clearS(Math.max(1, count)),
            waitS: printer.process === "resin" ? 1800 : 0,
            cautions: printer.process === "resin" ? ["resin", "alcohol", "lamp"] : ["blade"],
            onPlate: Math.max(1, count),
            clears: Math.max(1, count),
            counts: pieces > 1 && nth % pieces !== pieces - 1 ? 0 : Math.max(1, count),
            printerId: printer.id,
          },
          [start],
        ),
      );
    }
    const rest = future - single;
    if (rest <= 0) return clears.length ? [clears[clears.length - 1]] : last;
    const each = pieces > 1 ? 1 : Math.min(perPlate, missing);
    return [
      push(
        item,
        "rest",
        "print",
        {
          title: `The other ${rest.toLocaleString("en")} plates${each > 1 ? ` ×${each}` : ""}, one after the other`,
          handsOnS: rest * (hands.startPlate + clearS(each)),
          machineS: rest * plateS(each),
          waitS: 0,
          plates: rest,
          printerId: printer.id,
          cautions: printer.process === "resin" ? ["resin", "alcohol", "lamp"] : ["hot-parts", "blade"],
        },
        [clears[clears.length - 1]],
      ),
    ];
  }
}

/** Pieces of several parts that take the same coat are done in one session: each step carries its share of the setting up. */
function shareSetUps(steps: Step[]): void {
  const many = new Map<string, number>();
  for (const { session } of steps) if (session) many.set(session.key, (many.get(session.key) ?? 0) + 1);
  for (const step of steps) {
    if (!step.session) continue;
    const n = many.get(step.session.key)!;
    step.handsOnS -= step.session.setUpS * (1 - 1 / n);
  }
}

/** All steps of the scene; a step that glues to another part waits for that part's own prints. */
export function stepsOfProject(project: Project): Step[] {
  const all = project.parts.flatMap((part) => stepsOfPart(part, project));
  // The last step that takes pieces of a part off a plate, and the first step of every item.
  const printed = new Map<string, Step>();
  const ofItem = new Map<string, Step>();
  for (const s of all) {
    if (s.clears > 0 || s.plates > 1) printed.set(s.partId, s);
    const key = `${s.partId}/${s.itemId}`;
    if (!ofItem.has(key)) ofItem.set(key, s);
  }
  shareSetUps(all);
  const named = new Map<string, Part[]>();
  for (const p of project.parts) named.set(p.name, [...(named.get(p.name) ?? []), p]);
  for (const part of project.parts) {
    for (const item of part.work) {
      if (item.kind !== "glue") continue;
      const target = named.get(item.to)?.find((p) => p.id !== part.id);
      const step = ofItem.get(`${part.id}/${item.id}`);
      const off = target && printed.get(target.id);
      if (step && off) step.after = [...step.after, off.key];
    }
  }
  return all;
}
