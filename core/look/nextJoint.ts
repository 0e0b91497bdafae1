/** What is put together next, in a sentence: the first words of the station. */
import { HOLDS, isOfCopies, jointFault, type Joint } from "../joint";
import type { Tonight } from "../plan";
import { jointWords, namesIn, sideWords, type Project } from "../project";
import { gluesIn } from "../stations/kinds";

export interface NextJoint {
  jointId: string;
  /** "Next: Sluice frame on Base, before sand and grit." */
  words: string;
  /** It can be done now. */
  open: boolean;
  /** What it waits for, "Harbour grey primer on Sluice frame"; null where nothing stands before it. */
  waitsFor: string | null;
}

/** Joints that are glued and have no step in any order of work. */
export function notPlanned({ scene, parts }: Pick<Project, "scene" | "parts">): Joint[] {
  const planned = new Set(parts.flatMap((p) => gluesIn(p.work).map((g) => g.jointId)));
  const copiesOf = (id: string): number => parts.find((p) => p.id === id)?.copies ?? 1;
  return scene.joints.filter(
    (j) => HOLDS[j.how] === "glue" && !planned.has(j.id) && (jointFault(j, copiesOf) === null || j.paint === "before"),
  );
}

/** The gluing that comes first of those that are left: one that is open before one that waits; null where nothing is left. */
export function nextJoint(project: Project, { steps, states }: Pick<Tonight, "steps" | "states">): NextJoint | null {
  const nameOf = namesIn(project);
  const jointOf = new Map(project.parts.flatMap((p) => gluesIn(p.work).map((g) => [`${p.id}/${g.id}`, g.jointId] as const)));
  const left = steps.flatMap((s) => {
    const jointId = jointOf.get(`${s.partId}/${s.itemId}`);
    const kind = states.get(s.key)?.kind ?? "blocked";
    return jointId !== undefined && kind !== "done" && kind !== "setting" ? [{ s, jointId, open: kind !== "blocked" }] : [];
  });
  const next = left.find((l) => l.open) ?? left.at(0);
  const joint = next && project.scene.joints.find((j) => j.id === next.jointId);
  if (!next || !joint) return null;
  // What another part waits for: that is what would be in the way.
  const then = steps.find((s) => s.partId !== next.s.partId && s.after.includes(next.s.key));
  const what = isOfCopies(joint) ? jointWords(joint, nameOf) : `${nameOf(joint.a) ?? "a part"} on ${sideWords(joint.b, nameOf)}`;
  const state = states.get(next.s.key);
  const by = state?.kind === "blocked" ? steps.find((s) => state.by.includes(s.key)) : undefined;
  return {
    jointId: joint.id,
    open: next.open,
    waitsFor: by ? `${lowerFirst(by.title)} on ${by.partName}` : null,
    words: `Next: ${what}${then ? `, before ${lowerFirst(then.title)} on ${then.partName}` : ""}.`,
  };
}

const lowerFirst = (text: string): string => text.slice(0, 1).toLowerCase() + text.slice(1);
