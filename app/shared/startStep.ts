/** What a step's record begins with, wherever it is started from. */
import { printRecordOf, type Step } from "~core/plan";
import type { PrintRecord } from "~core/print";
import type { Project } from "~core/project";
import { newId } from "./scene";

/** @param gate what was chosen where printer and material are a new pair */
export function startOf(step: Step, project: Project, gate?: PrintRecord["gate"]) {
  // What lies on a plate of another scene is not known here.
  const print = step.scene ? undefined : printRecordOf(step, project, gate);
  return {
    recordId: newId(),
    partId: step.partId,
    // Steps of another scene carry its name before their key; its records do not.
    stepKey: step.scene ? step.key.slice(step.scene.id.length + 1) : step.key,
    title: step.title,
    time: step.machineS > 0 ? ("machine" as const) : ("hands" as const),
    plannedS: step.machineS > 0 ? step.machineS : Math.max(60, step.handsOnS),
    waitS: step.waitS,
    rests: step.rests,
    ...(print && { print }),
  };
}
