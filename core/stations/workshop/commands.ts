/** What belongs to the workshop: habits, supplies, lessons, kept steps. */
import Joi from "joi";
import type { Habits, Lesson, Procedure, Supply } from "../../project";
import { lessonSchema, procedureSchema, supplySchema } from "../../rows";
import { count, id } from "../../field";
import { change, habitsOf, merged, object, over, Refused, span, type CommandsOf } from "../command";
import { loosenWork } from "../references";

export interface WorkshopCommands {
  /** Of the room's air, the currency, the paper and when a backup was written. */
  "habits.set": { change: Partial<Omit<Habits, "id" | "evenings" | "changes" | "air">> & { air?: Partial<Habits["air"]> } };
  /** Minutes in which plates are changed on some days of the week; null for none. */
  "changes.set": { weekdays: number[]; span: { from: string; to: string } | null };
  "supply.add": { supply: Supply };
  "supply.set": { supplyId: string; change: Partial<Omit<Supply, "id">> };
  "supply.delete": { supplyId: string };
  "lesson.add": { lesson: Lesson };
  "lesson.set": { lessonId: string; change: Partial<Omit<Lesson, "id">> };
  "lesson.delete": { lessonId: string };
  "procedure.keep": { procedure: Procedure };
  "procedure.delete": { procedureId: string };
}

export const WORKSHOP_COMMANDS: CommandsOf<WorkshopCommands> = {
  "habits.set": over("habits")({
    schema: object({ change }),
    label: () => "Habits",
    apply: async (e, { change: changed }) => {
      const habits = await habitsOf(e);
      // Temperature and humidity are two fields: each is said by itself, however soon after the other.
      await e.put("habits", merged(habits, { ...changed, ...(changed.air && { air: { ...habits.air, ...changed.air } }) }));
    },
  }),
  "changes.set": over("habits")({
    schema: object({
      weekdays: Joi.array()
        .min(1)
        .max(7)
        .items(count({ least: 0, most: 6 })),
      span,
    }),
    label: () => "Habits",
    apply: async (e, { weekdays, span }) => {
      const habits = await habitsOf(e);
      const others = habits.changes.filter((c) => !weekdays.includes(c.weekday));
      await e.put("habits", { ...habits, changes: span ? [...others, ...weekdays.map((weekday) => ({ weekday, ...span }))] : others });
    },
  }),
  "supply.add": over("supplies")({
    schema: object({ supply: supplySchema }),
    label: ({ supply }) => supply.name,
    apply: async (e, { supply }) => {
      if (await e.get("supplies", supply.id)) throw new Refused("supply.there", "That id is already used in the workshop.");
      await e.put("supplies", supply);
    },
  }),
  "supply.set": over("supplies")({
    schema: object({ supplyId: id, change }),
    label: () => "Changed",
    apply: async (e, { supplyId, change: changed }) => {
      const supply = await e.get("supplies", supplyId);
      if (!supply) throw new Refused("supply.gone", "That is no longer in the workshop.");
      await e.put("supplies", merged(supply, changed));
    },
  }),
  "supply.delete": over("supplies")({
    schema: object({ supplyId: id }),
    label: () => "Removed from the list",
    apply: (e, { supplyId }) => e.delete("supplies", supplyId),
  }),
  "lesson.add": over("lessons")({
    schema: object({ lesson: lessonSchema }),
    label: () => "Saved as a lesson",
    apply: async (e, { lesson }) => {
      if (await e.get("lessons", lesson.id)) throw new Refused("lesson.there", "A lesson with that id already exists.");
      await e.put("lessons", lesson);
    },
  }),
  "lesson.set": over("lessons")({
    schema: object({ lessonId: id, change }),
    label: () => "Lesson changed",
    apply: async (e, { lessonId, change: changed }) => {
      const lesson = await e.get("lessons", lessonId);
      if (!lesson) throw new Refused("lesson.gone", "That lesson no longer exists.");
      await e.put("lessons", merged(lesson, changed));
    },
  }),
  "lesson.delete": over("lessons")({
    schema: object({ lessonId: id }),
    label: () => "Lesson deleted",
    apply: (e, { lessonId }) => e.delete("lessons", lessonId),
  }),
  "procedure.keep": over("procedures")({
    schema: object({ procedure: procedureSchema }),
    label: ({ procedure }) => `"${procedure.title}" saved`,
    apply: (e, { procedure }) => e.put("procedures", procedure),
  }),
  "procedure.delete": over(
    "procedures",
    "parts",
  )({
    schema: object({ procedureId: id }),
    label: () => "Saved step deleted",
    apply: async (e, { procedureId }) => {
      // Steps that came from it stay as they are; they only no longer say where from.
      await loosenWork(e, "procedures", procedureId);
      await e.delete("procedures", procedureId);
    },
  }),
};
