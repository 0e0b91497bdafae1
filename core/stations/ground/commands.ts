/** A board with what it is built as, a layer with the work that lays it; and what goes when they go. */
import Joi from "joi";
import { id } from "../../field";
import { NEW_CAMERA, type Board, type GroundLayer, type GroundZone, type Standing } from "../../ground";
import { LIMITS, type PartRow, type SceneRow, type WorkItem } from "../../project";
import { object, over, partOf, sceneOf, withItems, type CommandsOf, type Edit } from "../command";
import { checkItemReferences } from "../references";

export interface GroundCommands {
  /** A board, and the part that it is built as where that is new; with its first ground, and how far the eye is, where they were said. */
  "board.add": {
    board: Board;
    part: PartRow | null;
    first?: { zone: GroundZone; layer: GroundLayer; item: WorkItem; at: number };
    eyeMm?: number;
  };
  /** The board with its zones, their layers and the work that lays them; what stood on it stands on the table. */
  "board.drop": { boardId: string };
  /** The zone with its layers and the work that lays them. */
  "zone.drop": { zoneId: string };
  /** A layer, and the step that lays it in the order of work of a part. */
  "layer.add": { layer: GroundLayer; step: { partId: string; at: number; item: WorkItem } | null };
  "layer.drop": { layerId: string };
  /** Each to a place of its own. */
  "standings.place": { places: Pick<Standing, "id" | "xMm" | "yMm" | "turnDeg">[] };
  /** Copies are moved, turned, raised by so much, however soon after each other. */
  "standings.shift": { ids: string[]; byMm: [number, number, number]; byDeg: number };
}

/** A scene without some layers, and no part has work at one. */
async function withoutLayers(e: Edit<"parts" | "scenes">, scene: SceneRow, goes: (layer: GroundLayer) => boolean): Promise<void> {
  const gone = new Set((scene.layers ?? []).filter(goes).map((l) => l.id));
  await e.put("scenes", { ...scene, layers: scene.layers?.filter((l) => !gone.has(l.id)) });
  if (gone.size === 0) return;
  const lays = (w: WorkItem): boolean => "layerId" in w && gone.has(w.layerId);
  for (const part of await e.all("parts"))
    if (part.work.some(lays)) await e.put("parts", { ...part, work: part.work.filter((w) => !lays(w)) });
}

export const GROUND_COMMANDS: CommandsOf<GroundCommands> = {
  "board.add": over(
    "scenes",
    "parts",
  )({
    schema: object({
      board: Joi.object().unknown(true),
      part: Joi.object().unknown(true).allow(null),
      first: object({
        zone: Joi.object().unknown(true),
        layer: Joi.object().unknown(true),
        item: Joi.object().unknown(true),
        at: Joi.number().integer().min(0).max(LIMITS.work),
      }).optional(),
      eyeMm: Joi.number().optional(),
    }),
    label: () => "Board added",
    apply: async (e, { board, part, first, eyeMm }) => {
      if (part) await e.put("parts", part);
      const scene = await sceneOf(e);
      const next: SceneRow = {
        ...scene,
        boards: withItems(scene.boards ?? [], [board], "id"),
        ...(first && {
          zones: withItems(scene.zones ?? [], [first.zone], "id"),
          layers: withItems(scene.layers ?? [], [first.layer], "id"),
        }),
        ...(eyeMm !== undefined && { camera: { ...NEW_CAMERA, ...scene.camera, distanceMm: eyeMm } }),
      };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
      if (!first || board.partId === null) return;
      const built = await partOf(e, board.partId);
      await e.put("parts", { ...built, work: [...built.work.slice(0, first.at), first.item, ...built.work.slice(first.at)] });
    },
  }),
  "board.drop": over(
    "scenes",
    "parts",
  )({
    schema: object({ boardId: id }),
    label: () => "Board removed",
    apply: async (e, { boardId }) => {
      const scene = await sceneOf(e);
      const zones = new Set(scene.zones?.filter((z) => z.boardId === boardId).map((z) => z.id));
      await withoutLayers(
        e,
        {
          ...scene,
          boards: scene.boards?.filter((b) => b.id !== boardId),
          zones: scene.zones?.filter((z) => !zones.has(z.id)),
          standings: scene.standings?.map((s) => (s.on.kind === "board" && s.on.boardId === boardId ? { ...s, on: { kind: "table" } } : s)),
        },
        (l) => zones.has(l.zoneId),
      );
    },
  }),
  "zone.drop": over(
    "scenes",
    "parts",
  )({
    schema: object({ zoneId: id }),
    label: () => "Zone removed",
    apply: async (e, { zoneId }) => {
      const scene = await sceneOf(e);
      await withoutLayers(e, { ...scene, zones: scene.zones?.filter((z) => z.id !== zoneId) }, (l) => l.zoneId === zoneId);
    },
  }),
  "layer.add": over(
    "scenes",
    "parts",
  )({
    schema: object({
      layer: Joi.object().unknown(true),
      step: object({ partId: id, at: Joi.number().integer().min(0).max(LIMITS.work), item: Joi.object().unknown(true) }).allow(null),
    }),
    label: () => "Layer of ground",
    apply: async (e, { layer, step }) => {
      const scene = await sceneOf(e);
      const next = { ...scene, layers: withItems(scene.layers ?? [], [layer], "id") };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
      if (!step) return;
      const part = await partOf(e, step.partId);
      await e.put("parts", { ...part, work: [...part.work.slice(0, step.at), step.item, ...part.work.slice(step.at)] });
    },
  }),
  "layer.drop": over(
    "scenes",
    "parts",
  )({
    schema: object({ layerId: id }),
    label: () => "Layer removed",
    apply: async (e, { layerId }) => withoutLayers(e, await sceneOf(e), (l) => l.id === layerId),
  }),
  "standings.place": over("scenes")({
    schema: object({
      places: Joi.array()
        .min(1)
        .max(LIMITS.standings)
        .items(object({ id, xMm: Joi.number(), yMm: Joi.number(), turnDeg: Joi.number() })),
    }),
    label: () => "Laid out",
    apply: async (e, { places }) => {
      const to = new Map(places.map((p) => [p.id, p]));
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, standings: scene.standings?.map((s) => ({ ...s, ...to.get(s.id) })) });
    },
  }),
  "standings.shift": over("scenes")({
    schema: object({
      ids: Joi.array().min(1).max(LIMITS.standings).items(id),
      byMm: Joi.array().length(3).items(Joi.number().min(-LIMITS.placeMm).max(LIMITS.placeMm)),
      byDeg: Joi.number().min(-360).max(360),
    }),
    label: () => "Moved",
    apply: async (e, { ids, byMm: [x, y, z], byDeg }) => {
      const moved = new Set(ids);
      const scene = await sceneOf(e);
      const standings = scene.standings?.map((s) =>
        moved.has(s.id)
          ? { ...s, xMm: s.xMm + x, yMm: s.yMm + y, liftMm: s.liftMm + z, turnDeg: (((s.turnDeg + byDeg) % 360) + 360) % 360 }
          : s,
      );
      await e.put("scenes", { ...scene, standings });
    },
  }),
};
