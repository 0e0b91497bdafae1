/** Pieces of work as every station begins and names them. */
import { surroundingsOf, surroundingsOfPart } from "~core/plan";
import { HOLDS } from "~core/joint";
import { jointsOfPart, materialOf, partSizeMm, printFactsOf, type Part, type Project, type WorkItem } from "~core/project";
import { type Beginning } from "~core/work";
import { gluesIn, kindOf, WORK_KINDS, type WorkKindName } from "~core/stations/kinds";
import { newId } from "./scene";

/** What a piece of work is called, and what is to be known of it. */
export const describeItem = (item: WorkItem, part: Part, project: Project): { title: string; detail: string } =>
  kindOf(item).words(item, surroundingsOfPart(part, project));

/** What is known when a piece of work is begun for a part. */
export function beginningOf(part: Part, project: Project): Beginning {
  const around = surroundingsOf(project);
  return {
    ...around,
    partId: part.id,
    sizeMm: partSizeMm(part),
    material: materialOf(part, project.scene),
    printed: part.source.kind !== "scratch",
    paints: project.paints,
    printers: project.scene.printers,
    joints: jointsOfPart(project.scene, part.id).flatMap((j) => (HOLDS[j.how] === "glue" ? j.id : [])),
    hasJoint: (id) => project.parts.some((p) => gluesIn(p.work).some((g) => g.jointId === id)),
    has: (kind) => part.work.some((w) => w.kind === kind),
    facts: (printerId) => {
      const printer = around.printer(printerId);
      return printer && printFactsOf(part, printer);
    },
  };
}

/** A new piece of work of one kind, as that kind begins; null where it cannot be. */
export const beginWork = (kind: WorkKindName, part: Part, project: Project): WorkItem | null =>
  (WORK_KINDS.find((k) => k.kind === kind)?.begin?.make(newId(), beginningOf(part, project)) ?? null) as WorkItem | null;
