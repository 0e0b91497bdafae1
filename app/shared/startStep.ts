/** What a step's record begins with, wherever it is started from. */
import { careText } from "~core/care";
import { inItsScene, takesOf, printRecordOf, type Step } from "~core/plan";
import type { PrintRecord } from "~core/print";
import type { Project } from "~core/project";
import { newId } from "./scene";

/** @param gate what was chosen where printer and material are a new pair */
export function startOf(of: Step, open: Project, others: readonly Project[], gate?: PrintRecord["gate"]) {
  // Steps of another scene carry its name before their key; its records do not.
  const { step, project } = inItsScene(of, open, others);
  const print = printRecordOf(step, project, gate);
  return {
    recordId: newId(),
    partId: step.partId,
    stepKey: step.key,
    title: step.title,
    time: step.machineS > 0 ? ("machine" as const) : ("hands" as const),
    plannedS: step.machineS > 0 ? step.machineS : Math.max(60, step.handsOnS),
    waitS: step.waitS,
    // How it came out has to do with the air.
    rests: {
      ...step.rests,
      ...("paintId" in step.rests && project.habits.air),
      ...(step.cautions.length > 0 && { care: careText(step.cautions) }),
    },
    takes: takesOf(step, project),
    ...(print && { print }),
  };
}
