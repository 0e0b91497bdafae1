/** Printers and what lies blocked on their beds, as they are said. Their profiles have a command of their own: each figure keeps whose word it is. */
import { LIMITS } from "../../project";
import type { Exclusion } from "../../lay";
import type { Printer } from "../../print";
import { Refused, type Edit } from "../command";
import { refuseUsed } from "../references";
import { listIn, rowsOf, type ListsOf } from "../said";

export interface PrintLists {
  printers: Printer;
  /** Rectangles of the bed on which nothing may stand. */
  "printer.exclusions": Exclusion;
}

/** A printer that plates wait for stays. */
async function refusePlated(e: Edit<"scenes">, printerId: string): Promise<void> {
  for (const scene of await e.ofAllScenes("scenes"))
    if (scene.plates.some((p) => p.printerId === printerId))
      throw new Refused(
        "printer.plated",
        `Plates of ${scene.id === e.sceneId ? "this scene" : `the scene ${scene.name}`} are assigned to it. Lay them out for another printer first.`,
      );
}

export const PRINT_LISTS: ListsOf<PrintLists> = {
  printers: rowsOf("printers", ["parts", "scenes"], {
    label: (p) => `${p.name} added`,
    dropLabel: "Printer removed",
    there: { code: "printer.there", message: "A printer with that id already exists." },
    drop: async (e, id) => {
      await refusePlated(e, id);
      await refuseUsed(e, "printers", id, "is planned on it. Choose another printer there first");
      if ((await e.all("printers")).length < 2)
        throw new Refused("printer.last", "Keep at least one printer: hours are calculated for it.");
    },
  }),
  "printer.exclusions": listIn("printers", [], {
    at: ["exclusions"],
    by: "id",
    label: { add: "Area of the bed blocked", set: "Blocked area", drop: "Area of the bed unblocked", move: "Blocked areas" },
    most: {
      items: LIMITS.exclusions,
      message: `A bed can have at most ${LIMITS.exclusions} blocked areas. Use margins instead, or remove one.`,
    },
  }),
};
