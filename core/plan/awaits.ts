/** Parcels and people that are waited for: which steps may not begin before they came, and how late they may be. */
import { TZDate } from "@date-fns/tz";
import { usableOf, type WaitedFor, type Project } from "../project";
import { inItsScene, type Step } from "./steps";
import { itemOf } from "./takes";

/** What comes on a day is there in the evening. Common choice. */
const THERE_H = 18;
/** Beyond its day a parcel or a friend is late by so much on average. Common practice, no source. */
export const LATE_MS = 1.5 * 86_400_000;

/** When it is there, ms: on its day, or where that is past and it did not come, at the earliest tomorrow. */
export function expectedAt({ day }: Pick<WaitedFor, "day">, timeZone: string, now: number): number {
  const [year, month, date] = day.slice(0, 10).split("-").map(Number);
  const at = new TZDate(year, month - 1, date, THERE_H, 0, 0, timeZone).getTime();
  if (at > now) return at;
  const today = new TZDate(now, timeZone);
  return new TZDate(today.getFullYear(), today.getMonth(), today.getDate() + 1, THERE_H, 0, 0, timeZone).getTime();
}

/** What a step waits for from outside, each with the moment at which it is expected. */
export interface Waits {
  id: string;
  at: number;
}

/** What there is of a pot or supply. */
function levelIn({ paints, supplies }: Project, itemId: string): number {
  const item = paints.find((p) => p.id === itemId) ?? supplies.find((s) => s.id === itemId);
  return item ? usableOf(item) : 0;
}

/**
 * Of each step that waits for something from outside: all that it waits for. A part's steps wait for what the part waits for; of a pot or supply
 * those for which what is left does not do, in their order; all steps of a scene where neither is named.
 * @param open of steps that are neither done nor under way
 */
export function awaitedBy(
  steps: readonly Step[],
  open: (key: string) => boolean,
  project: Project,
  others: readonly Project[],
  now: number,
): Map<string, Waits[]> {
  const out = new Map<string, Waits[]>();
  if ([project, ...others].every((p) => (p.scene.awaits ?? []).every((a) => a.came))) return out;
  const left = new Map<string, number>();
  for (const step of steps) {
    if (!open(step.key)) continue;
    const own = step.scene ? inItsScene(step, project, others).project : project;
    const short = new Set<string>();
    for (const t of step.takes) {
      const id = itemOf(t, own);
      if (id === undefined) continue;
      left.set(id, (left.get(id) ?? levelIn(own, id)) - t.amount);
      if (left.get(id)! < 0) short.add(id);
    }
    const waits = (own.scene.awaits ?? [])
      .filter(
        (a) =>
          !a.came &&
          ((a.partId === null && a.itemId === null) ||
            (a.partId !== null && a.partId === step.partId) ||
            (a.itemId !== null && short.has(a.itemId))),
      )
      .map((a): Waits => ({ id: `${own.scene.id} ${a.id}`, at: expectedAt(a, own.scene.timeZone, now) }));
    if (waits.length > 0) out.set(step.key, waits);
  }
  return out;
}

/** Before when each may not begin. @param lateMs by how much each thing is late; not at all where not said */
export const notBeforeOf = (
  awaited: ReadonlyMap<string, readonly Waits[]>,
  lateMs: (id: string) => number = () => 0,
): Map<string, number> => new Map([...awaited].map(([key, waits]) => [key, Math.max(...waits.map((w) => w.at + lateMs(w.id)))]));
