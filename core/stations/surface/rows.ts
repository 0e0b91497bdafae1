/** Readings of the user's own fillers, as they are said. */
import type { OwnReading } from "../../project";
import { listIn, type ListsOf } from "../said";

export interface SurfaceLists {
  "habits.fills": OwnReading;
}
export const SURFACE_LISTS: ListsOf<SurfaceLists> = {
  "habits.fills": listIn("habits", [], {
    at: ["fills"],
    by: "id",
    label: { add: "Own filling", set: "Own filling", drop: "Own filling deleted", move: "Own filling" },
  }),
};
