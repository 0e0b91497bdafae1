/** The scene, its house standards and its lists, and things of known size, as they are said. */
import Joi from "joi";
import { count, name, within } from "../../field";
import { LIMITS, type SceneRow } from "../../project";
import { day, subjectSchemas } from "../../rows";
import type { RealThing } from "../../scale";
import type { HouseStandards } from "../../subject";
import { object, opt, optional, type ItemOf } from "../command";
import { checkItemReferences } from "../references";
import { listIn, rowsOf, type BlocksOf, type ListsOf, type RowList } from "../said";

export interface ScaleBlocks {
  scene: Pick<SceneRow, "name" | "viewingDistanceMm" | "readyBy" | "fidelity" | "handling" | "finish" | "secondary" | "rank" | "rests">;
  "scene.house": HouseStandards;
}

export const SCALE_BLOCKS: BlocksOf<ScaleBlocks> = {
  scene: {
    table: "scenes",
    label: (change) => ("secondary" in change ? "Second scale" : "Scene changed"),
    schema: object({
      name: opt(name),
      viewingDistanceMm: opt(within(LIMITS.viewingDistanceMm)),
      readyBy: opt(day.allow(null)),
      ...optional({
        fidelity: subjectSchemas.fidelity,
        handling: subjectSchemas.handling,
        finish: subjectSchemas.finish,
        secondary: subjectSchemas.secondary,
      }),
      rank: opt(count(LIMITS.rank)),
      rests: opt(Joi.boolean()),
    }),
  },
  "scene.house": { table: "scenes", at: "house", label: "House standards" },
};

type SceneList = "homes" | "dimensions" | "references";
type InScene = { [L in SceneList as `scene.${L}`]: ItemOf<SceneRow, L> };
export interface ScaleLists extends InScene {
  things: RealThing;
}

const sceneList = (list: SceneList, label: string, dropped?: (row: SceneRow, keys: readonly string[]) => SceneRow): RowList =>
  listIn("scenes", ["parts"], { at: [list], by: "id", label, check: checkItemReferences, ...(dropped ? { dropped } : {}) });

export const SCALE_LISTS: ListsOf<ScaleLists> = {
  "scene.homes": sceneList("homes", "Where it will live"),
  // What lay in one that goes lies in nothing now.
  "scene.dimensions": sceneList("dimensions", "Dimension sheet", (scene, keys) => ({
    ...scene,
    dimensions: scene.dimensions.map((d) => (d.within !== null && keys.includes(d.within) ? { ...d, within: null } : d)),
  })),
  "scene.references": sceneList("references", "Reference board"),
  things: rowsOf("things", [], {
    label: () => "Known things",
    dropLabel: "Known things",
    there: { code: "item.there", message: "That name is already used." },
  }),
};
