/** What the chance to be ready is reckoned from: the same steps, hours and printers as the plan. */
import { TZDate } from "@date-fns/tz";
import type { Project, StepRecord } from "../project";
import type { ChanceOf } from "./chance";
import { awaitedBy, notBeforeOf } from "./awaits";
import { eveningsSeen } from "./ownEvenings";
import { ratesOf } from "./printRisk";
import { eveningsOf, plateHours, type Tonight } from "./tonight";

const HOUR_MS = 3_600_000;

/** The end of the day on which a scene is wanted, by its own clock, ms; null where nobody said. */
export function readyByAt({ readyBy, timeZone }: Pick<Project["scene"], "readyBy" | "timeZone">): number | null {
  if (!readyBy) return null;
  const [year, month, day] = readyBy.slice(0, 10).split("-").map(Number);
  return new TZDate(year, month - 1, day, 23, 59, 0, timeZone).getTime();
}

/** @param model the plan; steps of other scenes take evenings too. The clock counts by the hour: no minute makes another chance. */
export function chanceOf(
  project: Project,
  others: readonly Project[],
  { all, states, order, now: at }: Pick<Tonight, "all" | "states" | "order" | "now">,
  taught: readonly StepRecord[] = [],
): ChanceOf {
  const { scene, habits } = project;
  const now = Math.floor(at / HOUR_MS) * HOUR_MS;
  const by = readyByAt(scene);
  const awaited = awaitedBy(all, (key) => ["open", "blocked"].includes(states.get(key)?.kind ?? "open"), project, others, now);
  return {
    steps: all,
    states,
    evenings: eveningsOf(project, others, now),
    ...(awaited.size > 0 && { awaited }),
    now,
    hours: {
      ...plateHours(project, now),
      ...(order && { order: new Map(order.map((key, i) => [key, i])) }),
      ...(awaited.size > 0 && { notBefore: notBeforeOf(awaited) }),
    },
    ...(by !== null && !scene.rests && { date: { at: by, timeZone: scene.timeZone } }),
    hazards: ratesOf(project, others),
    person: {
      eveningsOfTen: habits.eveningsOfTen,
      hoursTake: habits.hoursTake,
      seen: eveningsSeen([...[project, ...others].flatMap((p) => p.records), ...taught], scene.evenings, scene.timeZone, now),
      pace: project.pace.all,
    },
  };
}
