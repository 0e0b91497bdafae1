/** What meets what, as it is said. */
import type { Joint } from "../../joint";
import { checkItemReferences } from "../references";
import { listIn, type ListsOf } from "../said";

export interface AssembleLists {
  "scene.joints": Joint;
}
export const ASSEMBLE_LISTS: ListsOf<AssembleLists> = {
  "scene.joints": listIn("scenes", ["parts"], { at: ["joints"], by: "id", label: "Joints", check: checkItemReferences }),
};
