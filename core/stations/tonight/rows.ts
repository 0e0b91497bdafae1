/** Parcels and people that are waited for. */
import { LIMITS, type WaitedFor } from "../../project";
import { listIn, type ListsOf } from "../said";

export interface TonightLists {
  "scene.awaits": WaitedFor;
}
export const TONIGHT_LISTS: ListsOf<TonightLists> = {
  "scene.awaits": listIn("scenes", [], {
    at: ["awaits"],
    by: "id",
    label: "Waiting for",
    most: { items: LIMITS.awaits, message: `A scene can wait for at most ${LIMITS.awaits} things.` },
  }),
};
