/**
 * From a part's order of work to steps with hands-on time, machine time, waits and what depends on what. Each kind of work unfolds by
 * itself; here the steps are joined into one graph. One list serves Tonight, the lanes, the clocks and the calendar.
 */
import { recoatInAirS, stacksByPlace, waitsAfter } from "../coat";
import {
  countedOf,
  materialOf,
  partAreaMm2,
  partSizeMm,
  printFactsOf,
  partNamed,
  recordsOf,
  recordsOfPart,
  SCENE,
  type HideFrom,
  type Part,
  type Project,
  type StepRecord,
} from "../project";
import { learnedFor, NO_PACE, type Pace } from "../learn";
import { paceKey, restsOn, type Step, type Surroundings, type Task } from "../work";
import { kindOf, mayGoBeside, type WorkItem } from "../stations/kinds";
import { define, ofOne } from "../derive";
import { plateKey } from "../print";
import { jointEdges, orderWithJoints } from "./jointOrder";
import { onPlates, piecesWaiting, plateSteps } from "./plateSteps";
import { stackOfPart, surroundingsOf, surroundingsOfPart, type StackLayer } from "./stack";

export type { Step } from "../work";

/** Areas and copies multiply: beyond three hundred years a date means nothing. */
const MOST_STEP_S = 1e10;

export const goodCount = (part: Part, records: readonly StepRecord[]): number =>
  part.goodBefore + recordsOf(records, part.id).reduce((n, r) => n + countedOf(r, part.id).good, 0);
export const failedCount = (part: Part, records: readonly StepRecord[]): number =>
  part.failedBefore + recordsOf(records, part.id).reduce((n, r) => n + countedOf(r, part.id).failed, 0);

type Around = HideFrom & Pick<Project, "records"> & { parts?: Project["parts"]; pace?: Pace };

/** What a kind of work is told of the part. */
function taskOf(part: Part, project: Around): Task {
  const { airC, rh } = project.habits.air;
  const air = { airC, rh };
  const { printers } = project.scene;
  const stack = stackOfPart(part, project).map((layer): StackLayer => ({ ...layer, ...air }));
  // On each surface what comes over a coat is something else.
  const stacks = stacksByPlace(stack).map((layers) => ({ layers, waits: waitsAfter(layers) }));
  const own = recordsOfPart(project, part.id);
  return {
    ...surroundingsOfPart(part, project),
    partId: part.id,
    partName: part.name,
    copies: part.copies,
    areaMm2: partAreaMm2(part),
    sizeMm: partSizeMm(part),
    material: materialOf(part, { printers }),
    facts: (printerId) => {
      const printer = printers.find((p) => p.id === printerId);
      return printer && printFactsOf(part, printer);
    },
    air,
    good: goodCount(part, own),
    plates: (itemId) =>
      own
        .filter((r) => r.stepKey.startsWith(`${part.id}/${itemId}/clear`) && r.finishedAt !== null)
        .map((r) => ({ failed: r.result === "failed", good: r.good })),
    onPlates: piecesWaiting(part.id, project),
    notRight: (itemId, name) => lastOfStep(own, `${part.id}/${itemId}/${name}`)?.result === "partly",
    waitForNext: (itemId, part) => {
      const isIt = (l: StackLayer): boolean => l.itemId === itemId && (part === undefined || l.part === part);
      const asked = stacks.flatMap(({ layers, waits }) => waits[layers.findLastIndex(isIt)] ?? []);
      return asked.length > 0 ? Math.max(...asked) : undefined;
    },
    recoatS: (layer) => recoatInAirS({ ...layer, ...air }),
  };
}

/** The record of a step that was begun last. */
const lastOfStep = (records: readonly StepRecord[], key: string): StepRecord | undefined =>
  records
    .filter((r) => r.stepKey === key)
    .reduce((last: StepRecord | undefined, r) => (last && last.startedAt > r.startedAt ? last : r), undefined);

const bounded = (s: number): number => Math.min(s, MOST_STEP_S);

/** A step with own minutes in place of the table's; time that somebody said stays. A record says by how much it was learned. */
function atOwnPace(step: Step, pace: Pace = NO_PACE): Step {
  const { factor } = step.rests.said ? { factor: 1 } : learnedFor(pace, paceKey(step.rests));
  if (factor === 1) return step;
  const { session, rests, handsOnS } = step;
  return {
    ...step,
    handsOnS: bounded(handsOnS * factor),
    session: session && { ...session, setUpS: session.setUpS * factor },
    rests: { ...rests, pace: Math.round(factor * 1e4) / 1e4 },
  };
}

/** All steps of a part, in the order of its work list. Failed prints bring further plates by themselves. */
export function stepsOfPart(part: Part, project: Around): Step[] {
  const task = taskOf(part, project);
  const steps: Step[] = [];
  // What is on plates comes off them before anything else is done to it, also where no print stands in the order of work.
  const off = onPlates(project, part.id).plates.map((p) => plateKey(p.id, "clear"));
  let last: string[] = part.work.some((w) => kindOf(w).makesPieces) ? [] : off;
  // Work that goes side by side: what came before the row, and what stands in it.
  let row: { before: string[]; ends: string[]; items: WorkItem[] } = { before: last, ends: [], items: [] };
  for (const item of part.work) {
    const kind = kindOf(item);
    if (row.items.length > 0 && row.items.every((earlier) => mayGoBeside(item, earlier, task))) last = row.before;
    else row = { before: last, ends: [], items: [] };
    row.items.push(item);
    const key = (name: string): string => `${part.id}/${item.id}/${name}`;
    for (const { name, after, ...draft } of kind.steps(item, task)) {
      const step: Step = {
        station: typeof kind.station === "string" ? kind.station : kind.station(item),
        machineS: 0,
        printerId: null,
        session: null,
        cautions: [],
        needs: [],
        pieces: 1,
        onPlate: 0,
        clears: 0,
        plates: 1,
        counts: 0,
        takes: [],
        ...draft,
        key: key(name),
        partId: part.id,
        partName: part.name,
        itemId: item.id,
        after: after ? after.map(key) : last,
        handsOnS: bounded(draft.handsOnS),
        waitS: bounded(draft.waitS),
        ...(draft.machineS === undefined ? {} : { machineS: bounded(draft.machineS) }),
        rests: restsOn(item.kind, draft.rests),
      };
      steps.push(atOwnPace(step, project.pace));
      last = [key(name)];
    }
    if (kind.makesPieces) last = [...last, ...off];
    row.ends = [...new Set([...row.ends, ...last])];
    last = row.ends;
  }
  return steps;
}

const byPart = ofOne((steps: readonly Step[]): ReadonlyMap<string, readonly Step[]> => {
  const groups = new Map<string, Step[]>();
  for (const step of steps) {
    const group = groups.get(step.partId);
    if (group) group.push(step);
    else groups.set(step.partId, [step]);
  }
  return groups;
});

/** The steps of one part among all, in their order; the list is gone through once. */
export const stepsAmong = (steps: readonly Step[], partId: string): readonly Step[] => byPart(steps).get(partId) ?? [];

/** Pieces of several parts that take the same work are done in one session: each step carries its share of the setting up. */
function shareSetUps(steps: Step[]): void {
  const many = new Map<string, number>();
  for (const { session } of steps) if (session) many.set(session.key, (many.get(session.key) ?? 0) + 1);
  for (const step of steps) {
    if (!step.session) continue;
    const n = many.get(step.session.key)!;
    step.session = { ...step.session, shared: n };
    step.handsOnS -= step.session.setUpS * (1 - 1 / n);
  }
}

/** All steps of the scene; work that names another part waits for that part's own prints. */
export function stepsOfProject(project: Project): Step[] {
  const all = unsharedSteps(project).map((s) => ({ ...s }));
  shareSetUps(all);
  return all;
}

/** A day sooner for each rank before another. Common choice: a scene that comes first goes first unless another is a day behind. */
const RANK_S = 86_400;
/** A date presses from so long before. */
const PRESSES_S = 14 * 86_400;

/** How a date presses is told by the hour: a plan made a minute later is no other for it. */
const wholeHours = (ms: number): number => Math.floor(ms / 3_600_000) * 3600;

/** A step of another scene has that scene's name before its key, so that no two are taken for one. */
const inScene = (sceneId: string, key: string): string => `${sceneId}:${key}`;

/** A step as its own scene knows it, and that scene's project: what lies on its plate, and what it takes, is only known there. */
export function inItsScene(step: Step, open: Project, others: readonly Project[]): { step: Step; project: Project } {
  if (!step.scene) return { step, project: open };
  const { id } = step.scene;
  const bare = (key: string): string => (key.startsWith(`${id}:`) ? key.slice(id.length + 1) : key);
  const own = { ...step, key: bare(step.key), after: step.after.map(bare) };
  delete own.scene;
  return { step: own, project: others.find((o) => o.scene.id === id) ?? open };
}

/**
 * Steps of all scenes together: there is one pair of hands. Those of the first scene keep their keys; the others' are said to be theirs.
 * Set-ups are shared over all of them.
 */
export function stepsOfScenes(open: Project, others: readonly Project[], now: number): Step[] {
  const urgency = ({ scene }: Project): number => {
    const due = scene.readyBy === null ? Infinity : Date.parse(scene.readyBy) / 1000 - wholeHours(now);
    return -scene.rank * RANK_S + (Number.isFinite(due) ? Math.max(0, PRESSES_S - due) : 0);
  };
  const all = [
    ...unsharedSteps(open).map((s) => ({ ...s, urgencyS: urgency(open) })),
    ...others.flatMap((project) => {
      const { id, name } = project.scene;
      return unsharedSteps(project).map((s): Step => ({
        ...s,
        key: inScene(id, s.key),
        after: s.after.map((key) => inScene(id, key)),
        scene: { id, name },
        urgencyS: urgency(project),
      }));
    }),
  ];
  shareSetUps(all);
  return all;
}

/** Other parts that a piece of work needs. */
const otherParts = (item: WorkItem, partId: string, at: Surroundings): string[] =>
  [
    ...kindOf(item)
      .refers(item)
      .flatMap((r) => (r.table === "parts" ? [r.id] : [])),
    ...(kindOf(item).needs?.(item, at) ?? []),
  ].filter((id) => id !== partId);

/** The steps of a part of a scene, without what the scene makes of them, such as a shared set-up. */
const stepsOfNamed = define({
  name: "steps of a part",
  scope: SCENE,
  read: (project: Project, partId: string): readonly Step[] => stepsOfPart(partNamed(project, partId)!, project),
});

const unsharedSteps = define({
  name: "steps of a scene",
  scope: SCENE,
  read: stepsAnew,
});

function stepsAnew(project: Project): Step[] {
  // Copies: what the scene makes of them is not theirs alone.
  const all = [
    ...project.parts.flatMap(({ id }) => stepsOfNamed(project, id).map((step) => ({ ...step }))),
    ...plateSteps(project).map((s) => atOwnPace(s, project.pace)),
  ];
  // The last step that takes pieces of a part off a plate, and the first step of every item.
  const printed = new Map<string, Step>();
  const ofItem = new Map<string, Step>();
  for (const s of all) {
    if (s.clears > 0 || s.plates > 1) printed.set(s.partId, s);
    const key = `${s.partId}/${s.itemId}`;
    if (!ofItem.has(key)) ofItem.set(key, s);
  }
  const at = surroundingsOf(project);
  for (const part of project.parts)
    for (const item of part.work)
      for (const id of otherParts(item, part.id, at)) {
        const step = ofItem.get(`${part.id}/${item.id}`);
        const off = printed.get(id);
        if (step && off) step.after = [...step.after, off.key];
      }
  // What joints demand across parts; where it contradicts itself, as much as can be kept.
  const edges = jointEdges(project, all);
  if (edges.length > 0) {
    const byKey = new Map(all.map((s) => [s.key, s]));
    for (const { from, to, rule } of orderWithJoints(all, edges).kept) {
      const step = byKey.get(to)!;
      if (rule !== "listed" && !step.after.includes(from)) step.after = [...step.after, from];
    }
  }
  return all;
}

/** Where the joints of a scene and the orders of work of its parts contradict each other. */
export const contradictions = define({
  name: "contradictions of joints",
  scope: SCENE,
  read: (project: Project) => {
    const all = [...project.parts.flatMap(({ id }) => stepsOfNamed(project, id)), ...plateSteps(project)];
    return orderWithJoints(all, jointEdges(project, all)).circles;
  },
});
