/** What meets what, as it is said. */
import type { Joint } from "../../joint";
import type { Light } from "../../light";
import { LIMITS } from "../../limits";
import { checkItemReferences } from "../references";
import { listIn, type ListsOf } from "../said";

export interface AssembleLists {
  "scene.joints": Joint;
  "scene.lights": Light;
}
export const ASSEMBLE_LISTS: ListsOf<AssembleLists> = {
  "scene.joints": listIn("scenes", ["parts"], { at: ["joints"], by: "id", label: "Joints", check: checkItemReferences }),
  "scene.lights": listIn("scenes", [], {
    at: ["lights"],
    by: "id",
    label: "Lights",
    most: { items: LIMITS.lights, message: `A scene can have at most ${LIMITS.lights} lights.` },
  }),
};
