/**
 * By when something must be begun, so that the date is kept. The latest evening is looked for with the schedule itself: a go is held back until
 * an evening, everything else is planned around it, and the date is kept or not. The evening that is told keeps it by a plan that exists; a
 * later one may do so too, where holding back happens to make the rest fall better.
 */
import { MOST_STEPS } from "./bestSchedule";
import type { ChanceOf } from "./chance";
import { schedule } from "./schedule";
import { goKeyOf } from "./sessions";
import type { Step } from "./steps";

/** Goes that are asked for, those that are planned soonest. */
const MOST_ASKED = 24;

export interface LatestStart {
  /** "Harbour grey primer, brushed". */
  title: string;
  /** What it is on, each part once. */
  on: string[];
  keys: string[];
  /** The last evening on which it may be begun begins at; when the plan has it. */
  by: number;
  planned: number;
}

export interface LatestStarts {
  list: LatestStart[];
  /** Goes that were not asked for. */
  unasked: number;
}

/** Goes that wait, of the scene that has the date, in the order of the plan. A second coat of the same is a go of its own. */
function goesOfPlan(steps: readonly Step[], plannedAt: (s: Step) => number | undefined): Step[][] {
  const goes: { key: string; steps: Step[] }[] = [];
  const placed = steps.filter((s) => !s.scene && plannedAt(s) !== undefined).sort((a, b) => plannedAt(a)! - plannedAt(b)!);
  for (const s of placed) {
    const key = goKeyOf(s);
    const go = goes.findLast((g) => g.key === key && !g.steps.some((x) => s.after.includes(x.key)));
    if (go) go.steps.push(s);
    else goes.push({ key, steps: [s] });
  }
  return goes.map((g) => g.steps);
}

/** Yields now and then, for whoever has other things to do between. @returns null where there is no date, or the plan itself is too late for it */
export function* latestStarts({ steps, states, evenings, now, hours = {}, date }: ChanceOf): Generator<number, LatestStarts | null> {
  if (!date || steps.length > MOST_STEPS) return null;
  const plan = schedule(steps, states, evenings, now, hours);
  if (plan.finish === null || plan.finish > date.at) return null;
  const at = new Map(plan.slots.map((s) => [s.key, s.hands[0]?.from]));
  const waits = (s: Step): boolean => ["open", "blocked"].includes(states.get(s.key)?.kind ?? "open");
  const goes = goesOfPlan(steps.filter(waits), (s) => at.get(s.key));
  const list: LatestStart[] = [];
  for (const [i, go] of goes.slice(0, MOST_ASKED).entries()) {
    const planned = Math.min(...go.map((s) => at.get(s.key)!));
    const later = evenings.filter((e) => e.from > planned && e.from < date.at);
    const keeps = (from: number): boolean => {
      const held = new Map([
        ...(hours.notBefore ?? []),
        ...go.map((s) => [s.key, Math.max(from, hours.notBefore?.get(s.key) ?? 0)] as const),
      ]);
      const { finish } = schedule(steps, states, evenings, now, { ...hours, notBefore: held });
      return finish !== null && finish <= date.at;
    };
    // The first evening that does not keep it: those before it do.
    let [good, bad] = [-1, later.length];
    while (bad - good > 1) {
      const middle = (good + bad) >> 1;
      if (keeps(later[middle].from)) good = middle;
      else bad = middle;
      yield (i + 0.5) / Math.min(goes.length, MOST_ASKED);
    }
    const evening = evenings.findLast((e) => e.from <= planned);
    list.push({
      title: go.length > 1 && go[0].session ? go[0].session.title : go[0].title,
      on: [...new Set(go.map((s) => s.partName))],
      keys: go.map((s) => s.key),
      by: good >= 0 ? later[good].from : (evening?.from ?? planned),
      planned,
    });
  }
  return { list: list.sort((a, b) => a.by - b.by || a.planned - b.planned), unasked: Math.max(0, goes.length - MOST_ASKED) };
}
