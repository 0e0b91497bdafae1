/** Work on surfaces that stands where it cannot be done: sanding after flock, filling after paint. Common practice, no source. */
import { hidePlan, type HideFrom, type Part, type Project } from "../project";
import { lastOf, workOf, type WorkItem } from "../work";

export interface OrderFault {
  itemId: string;
  /** What is wrong, in a sentence, and what to do. */
  says: string;
  /** Where it should stand instead. */
  to: number;
}

/** What stands before it and must not: its place, and what it is called. */
interface Before {
  at: number;
  what: string;
  why: string;
}

function firstBefore(work: readonly WorkItem[], place: number, project: Pick<Project, "paints">): Before | null {
  const before = work.slice(0, place);
  const found: Before[] = [];
  const ground = workOf(before, "ground").at(0);
  if (ground) found.push({ at: work.indexOf(ground), what: "groundwork", why: "grit and fibres come off, and dust sticks in them" });
  const flock = workOf(before, "bench").find((b) => b.task === "flock");
  if (flock) found.push({ at: work.indexOf(flock), what: "flock", why: "grit and fibres come off, and dust sticks in them" });
  const paint = workOf(before, "coat").find((c) => !project.paints.find((p) => p.id === c.paintId)?.family.endsWith("primer"));
  if (paint) found.push({ at: work.indexOf(paint), what: "paint", why: "paper clogs, and the colour is gone" });
  return found.sort((a, b) => a.at - b.at)[0] ?? null;
}

export function orderFaults(part: Part, project: HideFrom): OrderFault[] {
  const out: OrderFault[] = [];
  for (const item of workOf(part.work, "hide")) {
    const plan = hidePlan(item, part, project)?.plan;
    const works = plan?.stages.some((s) => s.kind === "sand" || s.kind === "heat" || s.kind === "lay") ?? item.school !== "leave";
    if (!works) continue;
    const before = firstBefore(part.work, part.work.indexOf(item), project);
    if (before) {
      const sands = plan?.stages.some((s) => s.kind === "sand" || s.kind === "heat");
      out.push({
        itemId: item.id,
        says: `${plan?.name ?? "Hiding lines"} stands after ${before.what}: ${sands ? before.why : "what it fills is painted already"}. Put it before.`,
        to: before.at,
      });
    }
  }
  const printed = lastOf(part.work, "print");
  for (const item of workOf(part.work, "hide"))
    if (part.work.indexOf(item) < printed)
      out.push({ itemId: item.id, says: "Its surface is treated before it is printed. Put it after the print.", to: printed });
  return out;
}
