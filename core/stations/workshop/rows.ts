/** Habits, supplies and lessons, as they are said. */
import { LINE_KINDS, type StockLine } from "../../ledger";
import type { Habits, Lesson, Supply } from "../../project";
import { closeBook } from "../stock";
import { rowsOf, type BlocksOf, type ListsOf } from "../said";

export interface WorkshopBlocks {
  /** Of the room's air, the currency, the paper and when a backup was written. */
  habits: Omit<Habits, "id" | "evenings" | "changes" | "air"> & { air: Partial<Habits["air"]> };
  supply: Omit<Supply, "id">;
  lesson: Omit<Lesson, "id">;
}
export const WORKSHOP_BLOCKS: BlocksOf<WorkshopBlocks> = {
  // Temperature and humidity are two fields.
  habits: { table: "habits", within: ["air"], label: "Habits" },
  supply: { table: "supplies", label: "Changed" },
  lesson: { table: "lessons", label: "Lesson changed" },
};

export interface WorkshopLists {
  supplies: Supply;
  lines: StockLine;
  lessons: Lesson;
}
export const WORKSHOP_LISTS: ListsOf<WorkshopLists> = {
  supplies: rowsOf("supplies", ["lines"], {
    label: (s) => s.name,
    dropLabel: "Removed from the list",
    there: { code: "supply.there", message: "That id is already used in the workshop." },
    drop: async (e, id) => {
      const supply = await e.get("supplies", id);
      if (supply) await closeBook(e, supply);
    },
  }),
  lines: rowsOf("lines", [], {
    label: (l) => `Stock: ${LINE_KINDS[l.kind]}`,
    dropLabel: "Line of stock deleted",
    there: { code: "line.there", message: "A line with that id is already in the stock book." },
  }),
  lessons: rowsOf("lessons", [], {
    label: () => "Saved as a lesson",
    dropLabel: "Lesson deleted",
    there: { code: "lesson.there", message: "A lesson with that id already exists." },
  }),
};
