/** Before a go at the bench: are its pots there, will they do, and is the can for the last coat a fresh one. */
import { METHODS, wholeOf } from "../coat";
import { itemOf, type Go } from "../plan";
import { isMissing, stockOf, type Project } from "../project";
import type { Step } from "../work";
import { chanceFor, SURE } from "./shelf";

/** A can spits when so little of it is left, as a share of the full one. Common practice, no source. */
const CAN_SPITS = 0.15;

export type PotWord = { itemId: string; name: string } &
  /** It is not at its place. */
  (
    | { kind: "missing"; place: string }
    /** It may not last for this go. */
    | { kind: "unsure"; chance: number }
    /** It ends within the last coat of a part: a can near its end spits. */
    | { kind: "fresh can" }
  );

/** Of each part the step that lays its last coat, by the order of work. */
const lastCoatsOf = (steps: readonly Step[]): ReadonlySet<string> =>
  new Set(new Map(steps.flatMap((s) => (isCoat(s) ? [[`${s.scene?.id} ${s.partId}`, s.key]] : []))).values());
const isCoat = ({ rests }: Step): boolean => typeof rests.method === "string" && Object.hasOwn(METHODS, rests.method);

/**
 * @param all the steps of the plan, in their order
 * @returns what there is to say, of each pot at most one thing; nothing of pots in other scenes
 */
export function potsAtGo({ offers }: Pick<Go, "offers">, project: Project, all: readonly Step[]): PotWord[] {
  const lastCoats = lastCoatsOf(all);
  const steps = offers.map((o) => o.step).filter((s) => !s.scene);
  const takes = new Map<string, number[]>();
  const last = new Set<string>();
  for (const step of steps)
    for (const t of step.takes) {
      const id = itemOf(t, project);
      if (id === undefined || !(t.amount > 0)) continue;
      takes.set(id, [...(takes.get(id) ?? []), t.amount]);
      if (lastCoats.has(step.key)) last.add(id);
    }
  return [...takes].flatMap(([id, amounts]): PotWord[] => {
    const item = project.paints.find((p) => p.id === id) ?? project.supplies.find((s) => s.id === id);
    if (!item) return [];
    const of = { itemId: id, name: item.name };
    if (isMissing(item)) return [{ ...of, kind: "missing", place: item.place ?? "" }];
    const { level } = stockOf(item);
    const after = level - amounts.reduce((a, b) => a + b, 0);
    if (last.has(id) && "can" in item && item.can && after < CAN_SPITS * wholeOf(item)) return [{ ...of, kind: "fresh can" }];
    const chance = chanceFor(
      item,
      amounts,
      project.lines.filter((l) => l.itemId === id),
    );
    return chance !== null && chance < SURE ? [{ ...of, kind: "unsure", chance }] : [];
  });
}
