/** What will not wait, of the scene that is open: all but the latest starts, which take a while. */
import { coatChecks, openWindows, sprayDay, type OpenWindow, type Tonight } from "../plan";
import type { Project } from "../project";
import { decisionsOf, type Decision } from "./decisions";
import { airbrushIsOut, tripOf, type Trip } from "./sprayTrip";

export interface WontWait {
  windows: OpenWindow[];
  decisions: Decision[];
  /** What one trip to spray holds; null where nothing is ready to be sprayed. */
  trip: Trip | null;
  /** What the airbrush will be wanted for, while it is out, the soonest first. */
  ahead: { title: string; partName: string; at: number; workS: number; anotherDayS: number }[];
}

export const NOTHING_WAITS: WontWait = { windows: [], decisions: [], trip: null, ahead: [] };

/** @param checkOf the coats of a part, as checked at their dates */
export function wontWait(project: Project, model: Tonight, checkOf = coatChecks(project, model)): WontWait {
  const { states, schedule, now } = model;
  const coming = schedule.slots.filter((s) => states.get(s.key)?.kind !== "done");
  const day = sprayDay(project, model, "ready");
  const ahead = airbrushIsOut(model, now) ? day.ahead : [];
  return {
    windows: openWindows(project.records, coming, now),
    decisions: decisionsOf(project, model, checkOf),
    trip: day.groups.length > 0 ? tripOf(day) : null,
    ahead: ahead.map(({ step, at, workS, anotherDayS }) => ({ title: step.title, partName: step.partName, at, workS, anotherDayS })),
  };
}
