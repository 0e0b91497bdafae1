/** What nobody has decided yet and the plan rests on, with the last free evening for each. */
import { clashesIn, coatChecks, stepsAmong, surroundingsOfPart, type LatestStart, type Tonight } from "../plan";
import type { Project } from "../project";
import { recipesIn, stepsOnPiece } from "../stations/kinds";

export interface Decision {
  partId: string;
  /** "Which coats may lie on each other". */
  what: string;
  /** Where it is decided, below the scene's address. */
  where: string;
  /** Steps that rest on it, and when the plan has the first of them, ms; null where nothing of it is planned. */
  keys: string[];
  planned: number | null;
}

/** @param checkOf the coats of a part, as checked at their dates */
export function decisionsOf(project: Project, model: Tonight, checkOf = coatChecks(project, model)): Decision[] {
  const planned = new Map(model.schedule.slots.map((s) => [s.key, s.hands[0]?.from ?? s.machine?.from ?? null]));
  const waits = (key: string): boolean => ["open", "blocked"].includes(model.states.get(key)?.kind ?? "");
  /** What rests on it. */
  const wanted = (partId: string, of: (itemId: string) => boolean): Pick<Decision, "keys" | "planned"> => {
    const keys = stepsAmong(model.steps, partId).flatMap((s) => (of(s.itemId) && waits(s.key) ? [s.key] : []));
    const times = keys.flatMap((k) => planned.get(k) ?? []);
    return { keys, planned: times.length > 0 ? Math.min(...times) : null };
  };
  const out: Decision[] = [];
  for (const part of project.parts) {
    if (part.work.length === 0)
      out.push({ partId: part.id, what: "what is done to it: nothing is planned", where: `parts/${part.id}`, keys: [], planned: null });
    const { stack, check } = checkOf(part);
    if (clashesIn(check) > 0) {
      const coats = new Set(stack.map((l) => l.itemId));
      out.push({
        partId: part.id,
        what: "which of its coats stays: two do not go together",
        where: `paint/${part.id}`,
        ...wanted(part.id, (id) => coats.has(id)),
      });
    }
    for (const item of recipesIn(part.work)) {
      const potless = stepsOnPiece(item, surroundingsOfPart(part, project)).filter((s) => s.paintId === null && !s.passed);
      if (potless.length > 0)
        out.push({
          partId: part.id,
          what: `a pot for ${potless[0].pot.name}${potless.length > 1 ? ` and ${potless.length - 1} more` : ""}`,
          where: "paint",
          ...wanted(part.id, (itemId) => itemId === item.id),
        });
    }
  }
  return out.sort((x, y) => (x.planned ?? Infinity) - (y.planned ?? Infinity) || (x.partId < y.partId ? -1 : 1));
}

/**
 * The last evening before it is wanted, ms: by the latest start of what rests on it, which keeps the date; else when the plan has it. Null where
 * nothing of it is planned.
 */
export function decideBy({ keys, planned }: Decision, latest: readonly LatestStart[]): { at: number; dated: boolean } | null {
  const own = new Set(keys);
  const by = latest.filter((l) => l.keys.some((k) => own.has(k))).map((l) => l.by);
  if (by.length > 0) return { at: Math.min(...by), dated: true };
  return planned === null ? null : { at: planned, dated: false };
}
