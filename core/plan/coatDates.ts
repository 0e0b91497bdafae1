/** When each layer of a part is laid, by what is done and by the plan, so that the coat check can judge the waits that are planned. */
import { checkStack, isClash, type StackCheck } from "../coat";
import { ofOne } from "../derive";
import type { HideFrom, Part, Project } from "../project";
import type { Schedule, Slot } from "./schedule";
import { stackOfPart, type StackLayer } from "./stack";
import type { StepState } from "./status";
import { stepsAmong, type Step } from "./steps";

/** What is planned and done, as far as the dates of coats go. */
interface Planned {
  steps: readonly Step[];
  states: ReadonlyMap<string, StepState>;
  schedule: Schedule;
}

/** When each step is planned, by its key. */
export const slotsByKey = ofOne((slots: readonly Slot[]): ReadonlyMap<string, Slot> => new Map(slots.map((s) => [s.key, s])));

/** The coats of a part at the dates that are done and planned, in the air of the room, and what the check says of them: one answer for every screen. */
export function checkedCoats(
  part: Part,
  project: HideFrom & Partial<Pick<Project, "records">>,
  plan: Planned & { now: number },
): { stack: StackLayer[]; check: StackCheck } {
  const stack = withDates(stackOfPart(part, project), part.id, plan, plan.now).map((layer) => ({ ...layer, ...project.habits.air }));
  return { stack, check: checkStack(stack) };
}

/** The same for any part of a project, each looked at once however many ask. */
export function coatChecks(project: Project, plan: Planned & { now: number }): (part: Part) => ReturnType<typeof checkedCoats> {
  const known = new Map<string, ReturnType<typeof checkedCoats>>();
  return (part) => {
    const check = known.get(part.id) ?? checkedCoats(part, project, plan);
    known.set(part.id, check);
    return check;
  };
}

/** How many of its coats spoil what lies below them, as done and planned. */
export const clashesIn = ({ verdicts }: Pick<StackCheck, "verdicts">): number => verdicts.filter((v) => isClash(v.verdict)).length;

/** The same stack with `atH`, hours from `now`, of the last step of each item that is done or planned; none where neither says. */
export function withDates(stack: readonly StackLayer[], partId: string, { steps, states, schedule }: Planned, now: number): StackLayer[] {
  const slots = slotsByKey(schedule.slots);
  const own = stepsAmong(steps, partId);
  const endOf = (step: Step): number | null => {
    const state = states.get(step.key);
    if (state && "record" in state && state.record.finishedAt !== null) return state.record.finishedAt;
    const hands = slots.get(step.key)?.hands;
    return hands?.length ? hands[hands.length - 1].to : null;
  };
  return stack.map((layer) => {
    const lays = `${partId}/${layer.itemId}/${layer.part === undefined ? "" : `${layer.part}.`}`;
    const ends = layer.itemId === "" ? [] : own.filter((s) => s.itemId === layer.itemId && s.key.startsWith(lays)).map(endOf);
    if (ends.length === 0 || ends.includes(null)) return layer;
    return { ...layer, atH: (Math.max(...(ends as number[])) - now) / 3_600_000 };
  });
}
