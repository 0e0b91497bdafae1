/** What nobody has decided yet and the plan rests on, with the last free evening for each. */
import { checkedCoats, clashesIn, surroundingsOfPart, type LatestStart, type Tonight } from "../plan";
import type { Project } from "../project";
import { recipesIn, stepsOnPiece } from "../stations/kinds";

export interface Decision {
  partId: string;
  /** "Which coats may lie on each other". */
  what: string;
  /** Where it is decided, below the scene's address. */
  where: string;
  /** The last evening before it is wanted, ms: by the date that is wanted, else by the plan; null where nothing of it is planned. */
  by: number | null;
  /** It is the last that keeps the date; else the plan has it then. */
  dated: boolean;
}

/** @param latest of the goes that were asked for; empty where there is no date */
export function decisionsOf(project: Project, model: Tonight, latest: readonly LatestStart[]): Decision[] {
  const by = new Map(latest.flatMap((l) => l.keys.map((k) => [k, l.by] as const)));
  const planned = new Map(model.schedule.slots.map((s) => [s.key, s.hands[0]?.from ?? s.machine?.from ?? null]));
  const waits = (key: string): boolean => ["open", "blocked"].includes(model.states.get(key)?.kind ?? "");
  /** When the first step that rests on it is wanted. */
  const wanted = (partId: string, of: (itemId: string) => boolean): Pick<Decision, "by" | "dated"> => {
    const own = model.steps.filter((s) => s.partId === partId && of(s.itemId) && waits(s.key));
    const times = own.flatMap((s) => by.get(s.key) ?? planned.get(s.key) ?? []);
    return { by: times.length > 0 ? Math.min(...times) : null, dated: latest.length > 0 };
  };
  const out: Decision[] = [];
  for (const part of project.parts) {
    if (part.work.length === 0)
      out.push({ partId: part.id, what: "what is done to it: nothing is planned", where: `parts/${part.id}`, by: null, dated: false });
    if (clashesIn(checkedCoats(part, project, model).check) > 0) {
      const coats = new Set(checkedCoats(part, project, model).stack.map((l) => l.itemId));
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
  return out.sort((a, b) => (a.by ?? Infinity) - (b.by ?? Infinity) || (a.partId < b.partId ? -1 : 1));
}
