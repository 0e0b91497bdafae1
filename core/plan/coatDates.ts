/** When each layer of a part is laid, by what is done and by the plan, so that the coat check can judge the waits that are planned. */
import type { Schedule } from "./schedule";
import type { StackLayer } from "./stack";
import type { StepState } from "./status";
import type { Step } from "./steps";

/** The same stack with `atH`, hours from `now`, of the last step of each item that is done or planned; none where neither says. */
export function withDates(
  stack: readonly StackLayer[],
  partId: string,
  { steps, states, schedule }: { steps: readonly Step[]; states: ReadonlyMap<string, StepState>; schedule: Schedule },
  now: number,
): StackLayer[] {
  const slotOf = new Map(schedule.slots.map((s) => [s.key, s]));
  const endOf = (step: Step): number | null => {
    const state = states.get(step.key);
    if (state && "record" in state && state.record.finishedAt !== null) return state.record.finishedAt;
    const hands = slotOf.get(step.key)?.hands;
    return hands?.length ? hands[hands.length - 1].to : null;
  };
  return stack.map((layer) => {
    const ends = steps.filter((s) => s.partId === partId && s.itemId === layer.itemId && layer.itemId !== "").map(endOf);
    if (ends.length === 0 || ends.includes(null)) return layer;
    return { ...layer, atH: (Math.max(...(ends as number[])) - now) / 3_600_000 };
  });
}
