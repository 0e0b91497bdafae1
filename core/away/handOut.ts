/** The list of an evening, made from the plan: what hands can do, in its order, with what this browser needs when the answer comes. */
import { CARE_FIRST, CAUTIONS } from "../care";
import { beginStep, goKeyOf, inItsScene, onPlateOf, type Clock, type Slot, type Tonight } from "../plan";
import { lessonsAbout, LIMITS, type Project } from "../project";
import type { CameOff } from "../plan";
import type { Step } from "../work";
import { MOST_AWAY, newList, type AwayGo, type AwayList } from "./list";

/** What a step on the list begins with here, and what it counts for. */
export interface HandedStep {
  n: number;
  sceneId: string;
  name: string;
  /** In the plan of the scene it was handed out from. */
  key: string;
  start: ReturnType<typeof beginStep>;
  counts: Pick<Step, "clears" | "onPlate" | "counts">;
  plate: Omit<CameOff, "failed">[];
}

/** A list that was handed out: kept here until its answer comes, and for a while after. */
export interface Handed {
  id: string;
  at: number;
  steps: HandedStep[];
}

/** Lessons that are told with a go at most. */
const MOST_LESSONS = 3;

/** What hands do in the evening that goes on or comes next, by the plan: work in hand stays here. Prints are started at the printer. */
function stepsOfEvening({ schedule, states, offers, now }: Tonight, until: number): Step[] {
  const offered = new Set(offers.filter((o) => o.fits).map((o) => o.step.key));
  const from = (s: Slot): number => s.hands[0]?.from ?? Infinity;
  return schedule.slots
    .filter(({ step: s }) => s.machineS === 0 && s.handsOnS > 0 && s.plates === 1)
    .filter((s) => ["open", "blocked"].includes(states.get(s.step.key)?.kind ?? ""))
    .filter((s) => offered.has(s.step.key) || (from(s) >= now && from(s) < until))
    .sort((a, b) => from(a) - from(b))
    .map((s) => s.step)
    .slice(0, MOST_AWAY);
}

/**
 * @param until when the evening ends, ms
 * @param id of the list; records of its steps are named by it and their number, so that what comes twice is the same
 * @returns null where hands have nothing to do
 */
export function handOut(
  model: Tonight,
  until: number,
  open: Project,
  others: readonly Project[],
  id: string,
): { list: AwayList; handed: Handed } | null {
  const planned = stepsOfEvening(model, until);
  // What waits for something that is neither done nor on the list cannot be done away from here.
  const there = new Set<string>();
  const waitsHere = (key: string): Clock | undefined => model.clocks.find((c) => c.step.key === key && c.kind !== "in hand");
  const isDone = (key: string): boolean => ["done", undefined].includes(model.states.get(key)?.kind);
  const steps = planned.filter((s) => {
    const can = s.after.every((key) => there.has(key) || isDone(key) || waitsHere(key) !== undefined);
    if (can) there.add(s.key);
    return can;
  });
  if (steps.length === 0) return null;
  const numbers = new Map(steps.map((s, i) => [s.key, i + 1]));
  const goes: (AwayGo & { key: string; steps: Step[] })[] = [];
  const handed: HandedStep[] = [];
  for (const step of steps) {
    const n = numbers.get(step.key)!;
    const bare = inItsScene(step, open, others);
    const plate = step.clears > 0 ? onPlateOf(bare.step, bare.project) : [];
    const start = beginStep(`${id}-${n}`, step, open, others);
    const { clears, onPlate, counts } = step;
    // A plate is named by all that lies on it.
    const name = step.partName.slice(0, LIMITS.name);
    handed.push({ n, sceneId: bare.project.scene.id, name, key: step.key, start, counts: { clears, onPlate, counts }, plate });
    const waits = step.after.flatMap((key) => waitsHere(key)?.until ?? []);
    const piece = {
      n,
      name,
      handsS: step.handsOnS,
      waitS: step.waitS,
      after: step.after.flatMap((key) => numbers.get(key) ?? []),
      ...(waits.length > 0 && { notBefore: Math.max(...waits) }),
      plate: plate.map((p) => ({ name: p.name, pieces: p.pieces })),
    };
    const key = goKeyOf(step);
    // A second coat on the same piece is another go.
    const go = goes.findLast((g) => g.key === key && !g.steps.some((s) => step.after.includes(s.key)));
    if (go) {
      go.pieces.push(piece);
      go.steps.push(step);
    } else
      goes.push({
        key,
        title: (step.session?.title ?? step.title).slice(0, LIMITS.title),
        ...(step.scene && { scene: step.scene.name }),
        care: step.cautions.length > 0 ? [...step.cautions.map((c) => CAUTIONS[c].text), CARE_FIRST] : [],
        learned: lessonsAbout(open.lessons, [step.rests], MOST_LESSONS).map((l) => l.title),
        pieces: [piece],
        steps: [step],
      });
  }
  const list = newList({
    id,
    at: model.now,
    scene: open.scene.name,
    goes: goes.map(({ key: _key, steps: _steps, ...go }) => go),
  });
  return { list, handed: { id, at: model.now, steps: handed } };
}
