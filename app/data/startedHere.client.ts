/**
 * Which prints somebody started in this browser. A print that stands as running in a row is no order to a printer: the row may have come
 * with a file. Only what was started here is sent by itself.
 */
import { keep, kept, keptKeys } from "./kept";

const STARTED = "started-";
/** What was started longer ago is sent by nobody any more, ms. */
const DAY_MS = 86_400_000;

/** Records that a command begins. */
function recordsOf(command: string, payload: object): string[] {
  const id = (of: unknown): string[] =>
    typeof of === "object" && of !== null && "recordId" in of && typeof of.recordId === "string" ? [of.recordId] : [];
  if (command === "step.start") return id(payload);
  return command === "session.start" && "steps" in payload && Array.isArray(payload.steps) ? payload.steps.flatMap(id) : [];
}

/** Takes note of what a command that was pressed here begins. */
export function noteStarted(command: string, payload: object, at: number): void {
  const ids = recordsOf(command, payload);
  if (ids.length === 0) return;
  for (const key of keptKeys(STARTED)) if (at - Number(kept(key)) > DAY_MS) keep(key, null);
  for (const id of ids) keep(STARTED + id, String(at));
}

export const startedHere = (recordId: string): boolean => kept(STARTED + recordId) !== null;
