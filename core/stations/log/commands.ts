/** What the log is told after the fact. */
import { LIMITS, type StepRecord } from "../../project";
import Joi from "joi";
import type { PrintRecord } from "../../print";
import { duration, id } from "../../field";
import { hashSchema } from "../../rows";
import { change, object, over, Refused, type CommandsOf, type Edit } from "../command";
import { teach, unteach } from "../prints";
import { enterAgain, runCleared, unenter } from "../stock";

/** What of a print is said after it. */
type PrintSaid = Partial<Pick<PrintRecord, "massG" | "failure">>;

const recordOf = async (e: Edit<"records">, recordId: string): Promise<StepRecord & { print: PrintRecord }> => {
  const record = await e.get("records", recordId);
  if (!record) throw new Refused("step.gone", "That print is no longer in the log.");
  if (!record.print) throw new Refused("print.none", "No print settings were saved with that entry.");
  return record as StepRecord & { print: PrintRecord };
};

export interface LogCommands {
  /** How long a step took, by the user; null for what the clock says. */
  "step.said": { recordId: string; saidS: number | null };
  "step.forget": { recordId: string };
  "print.say": { recordId: string; change: PrintSaid };
  /** Pictures of a camera, each at the step that it was taken at. */
  "pictures.hang": { hung: { recordId: string; hashes: string[] }[] };
  /** What was spoken at a step. */
  "sound.hang": { recordId: string; hash: string };
}

export const LOG_COMMANDS: CommandsOf<LogCommands> = {
  "step.said": over(
    "records",
    "printers",
    "scenes",
  )({
    schema: object({ recordId: id, saidS: duration.allow(null) }),
    label: () => "Time corrected",
    apply: async (e, { recordId, saidS }) => {
      const record: StepRecord | undefined = await e.get("records", recordId);
      if (!record) throw new Refused("step.gone", "That step is no longer here.");
      const changed = { ...record };
      delete changed.saidS;
      const next = saidS === null ? changed : { ...changed, saidS };
      await e.put("records", next);
      await (saidS === null ? unteach(e, next) : teach(e, next, record.finishedAt ?? record.startedAt));
    },
  }),
  "pictures.hang": over("records")({
    schema: object({
      hung: Joi.array()
        .min(1)
        .max(500)
        .items(object({ recordId: id, hashes: Joi.array().min(1).max(LIMITS.pictures).items(hashSchema) })),
    }),
    label: ({ hung }) => `Pictures at ${hung.length} ${hung.length === 1 ? "step" : "steps"}`,
    apply: async (e, { hung }) => {
      for (const { recordId, hashes } of hung) {
        const record = await e.get("records", recordId);
        if (!record) throw new Refused("step.gone", "One of these steps is no longer in the log. Choose the pictures again.");
        const photos = [...new Set([...(record.photos ?? []), ...hashes])];
        if (photos.length > LIMITS.pictures)
          throw new Refused(
            "step.pictures",
            `“${record.title}” would have ${photos.length} pictures; at most ${LIMITS.pictures} are kept at a step.`,
          );
        await e.put("records", { ...record, photos });
      }
    },
  }),
  "sound.hang": over("records")({
    schema: object({ recordId: id, hash: hashSchema.required() }),
    label: () => "Sound at a step",
    apply: async (e, { recordId, hash }) => {
      const record = await e.get("records", recordId);
      if (!record) throw new Refused("step.gone", "That step is no longer in the log.");
      const sounds = [...new Set([...(record.sounds ?? []), hash])];
      if (sounds.length > LIMITS.sounds)
        throw new Refused("step.sounds", `“${record.title}” has ${LIMITS.sounds} sounds: no more are kept at a step. Remove one first.`);
      await e.put("records", { ...record, sounds });
    },
  }),
  "step.forget": over(
    "records",
    "printers",
    "paints",
    "supplies",
    "lines",
    "scenes",
  )({
    schema: object({ recordId: id }),
    label: () => "Step not done after all",
    apply: async (e, { recordId }) => {
      const record = await e.get("records", recordId);
      await unteach(e, record);
      await unenter(e, recordId);
      const run = record && (await runCleared(e, record));
      if (run) await enterAgain(e, run);
      await e.delete("records", recordId);
    },
  }),
  "print.say": over(
    "records",
    "printers",
    "paints",
    "supplies",
    "lines",
    "scenes",
  )({
    schema: object({ recordId: id, change }),
    label: () => "Print in the log",
    apply: async (e, { recordId, change: changed }, now) => {
      const record = await recordOf(e, recordId);
      const next = { ...record, print: { ...record.print, ...changed } };
      await e.put("records", next);
      // What was weighed takes the place of the estimate.
      if (record.finishedAt !== null) await enterAgain(e, next);
      await teach(e, next, record.finishedAt ?? now);
    },
  }),
};
