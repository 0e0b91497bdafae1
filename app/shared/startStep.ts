/** What is sent where a step is started on this page: its record has a name of its own. */
import { beginStep, type Step } from "~core/plan";
import type { PrintRecord } from "~core/print";
import type { Project } from "~core/project";
import { newId } from "./scene";

export const startOf = (of: Step, open: Project, others: readonly Project[], gate?: PrintRecord["gate"]) =>
  beginStep(newId(), of, open, others, gate);
