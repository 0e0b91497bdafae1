/** What belongs to the workshop: habits, supplies, lessons, kept steps. */
import Joi from "joi";
import { count } from "../../field";
import { habitsOf, object, over, span, type CommandsOf } from "../command";

export interface WorkshopCommands {
  /** Minutes in which plates are changed on some days of the week; null for none. */
  "changes.set": { weekdays: number[]; span: { from: string; to: string } | null };
}

export const WORKSHOP_COMMANDS: CommandsOf<WorkshopCommands> = {
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
};
