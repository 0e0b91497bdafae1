/** The scene and its scale: its word, its house standards, its lists, and things of known size. */
import Joi from "joi";
import { LIMITS, type SceneRow } from "../../project";
import { day, scaleSchema, subjectSchemas, thingSchema } from "../../rows";
import type { RealThing, Scale } from "../../scale";
import type { HouseStandards } from "../../subject";
import { count, name, within } from "../../field";
import {
  change,
  itemKey,
  listOf,
  object,
  opt,
  optional,
  over,
  Refused,
  rescaled,
  sceneOf,
  withItem,
  withItems,
  withoutItem,
  type CommandsOf,
  type ItemOf,
} from "../command";
import { checkItemReferences } from "../references";

/** Lists inside a scene, and what an item of each is known by. */
const SCENE_LISTS = { homes: "id", dimensions: "id", references: "id", meetings: "id" } as const;
type SceneList = keyof typeof SCENE_LISTS;

/** What undo calls a change of one of the lists. */
const LIST_LABELS: Record<SceneList, string> = {
  meetings: "Joints",
  dimensions: "Dimension sheet",
  references: "Reference board",
  homes: "Where it will live",
};

export interface ScaleCommands {
  "scene.set": Partial<
    Pick<SceneRow, "name" | "viewingDistanceMm" | "readyBy" | "fidelity" | "handling" | "finish" | "secondary" | "rank" | "rests">
  >;
  "house.set": { change: Partial<HouseStandards> };
  /** One thing in one of the scene's lists. */
  "item.add": { [L in SceneList]: { list: L; items: ItemOf<SceneRow, L>[] } }[SceneList];
  "item.set": { [L in SceneList]: { list: L; key: string; change: Partial<ItemOf<SceneRow, L>> } }[SceneList];
  "item.drop": { list: SceneList; key: string };
  /** `along`: every part's factor goes with the scale, so that real sizes stay. */
  "scene.scale": { scale: Scale; along?: boolean };
  "thing.add": { thing: RealThing };
  "thing.drop": { name: string };
}

export const SCALE_COMMANDS: CommandsOf<ScaleCommands> = {
  "scene.set": over("scenes")({
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
    label: (patch) => ("secondary" in patch ? "Second scale" : "Scene changed"),
    apply: async (e, patch) => e.put("scenes", { ...(await sceneOf(e)), ...patch }),
  }),
  "house.set": over("scenes")({
    schema: object({ change }),
    label: () => "House standards",
    apply: async (e, p) => {
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, house: { ...scene.house, ...p.change } });
    },
  }),
  "item.add": over(
    "scenes",
    "parts",
  )({
    schema: object({
      list: Joi.string().valid(...Object.keys(SCENE_LISTS)),
      items: Joi.array().min(1).max(500).items(Joi.object().unknown(true)),
    }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, items }) => {
      const scene = await sceneOf(e);
      const next = {
        ...scene,
        [list]: withItems<Record<string, unknown>>(listOf(scene, list), items as object[] as Record<string, unknown>[], SCENE_LISTS[list]),
      };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
    },
  }),
  "item.set": over(
    "scenes",
    "parts",
  )({
    schema: object({ list: Joi.string().valid(...Object.keys(SCENE_LISTS)), key: itemKey, change }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, key: which, change: changed }) => {
      const scene = await sceneOf(e);
      const next = { ...scene, [list]: withItem(listOf(scene, list), SCENE_LISTS[list], which, changed) };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
    },
  }),
  "item.drop": over("scenes")({
    schema: object({ list: Joi.string().valid(...Object.keys(SCENE_LISTS)), key: itemKey }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, key: which }) => {
      const scene = await sceneOf(e);
      const next: SceneRow = { ...scene, [list]: withoutItem(listOf(scene, list), SCENE_LISTS[list], which) };
      // What lay in it lies in nothing now.
      if (list === "dimensions") next.dimensions = next.dimensions.map((d) => (d.within === which ? { ...d, within: null } : d));
      await e.put("scenes", next);
    },
  }),
  "scene.scale": over(
    "scenes",
    "parts",
  )({
    schema: object({ scale: scaleSchema, along: opt(Joi.boolean()) }),
    label: ({ along }) => (along ? "Scale changed, parts rescaled" : "Scale changed"),
    apply: async (e, { scale, along }) => {
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, scale, scaleAnswered: true });
      if (along)
        for (const part of await e.all("parts")) await e.put("parts", rescaled(part, (part.factor * scene.scale.ratio) / scale.ratio));
    },
  }),
  "thing.add": over("things")({
    schema: object({ thing: thingSchema }),
    label: () => "Known things",
    apply: async (e, { thing }) => {
      if (await e.get("things", thing.name)) throw new Refused("item.there", "That name is already used.");
      await e.put("things", thing);
    },
  }),
  "thing.drop": over("things")({
    schema: object({ name }),
    label: () => "Known things",
    apply: (e, p) => e.delete("things", p.name),
  }),
};
