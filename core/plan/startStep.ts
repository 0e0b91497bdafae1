/** What a step's record begins with, wherever it is started from. */
import { careText } from "../care";
import type { PrintRecord } from "../print";
import type { Project } from "../project";
import type { Step } from "../work";
import { printRecordOf } from "./startPrint";
import { inItsScene } from "./steps";
import { takesOf } from "./takes";

/** @param gate what was chosen where printer and material are a new pair */
export function beginStep(recordId: string, of: Step, open: Project, others: readonly Project[], gate?: PrintRecord["gate"]) {
  // Steps of another scene carry its name before their key; its records do not.
  const { step, project } = inItsScene(of, open, others);
  const print = printRecordOf(step, project, gate);
  return {
    recordId,
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
