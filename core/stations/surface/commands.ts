/** What is said of a part's surfaces, and what the user's own fillers do. */
import Joi from "joi";
import { LIMITS, NEW_SURFACE, type OwnReading, type SaidSurface, type SurfacePhoto } from "../../project";
import { anchorSchema, hashSchema, saidOfSurface, surfacePhotoSchema } from "../../rows";
import type { Anchor } from "../../surface";
import { id } from "../../field";
import { hidesIn } from "../kinds";
import { habitsOf, object, opt, optional, over, putPart, sceneOf, withItems, type CommandsOf } from "../command";

export interface SurfaceCommands {
  /** Something of one surface, each field by itself; the row is begun where nothing was said of it yet. */
  "surface.say": {
    partId: string;
    surfaceId: string;
    anchor: Anchor | null;
    change: Partial<Omit<SaidSurface, "id" | "anchor" | "photos">>;
    photos?: { add?: SurfacePhoto[]; drop?: string[] };
  };
  "surface.forget": { partId: string; surfaceId: string };
  "fill.add": { reading: Omit<OwnReading, "at" | "demo"> };
}

export const SURFACE_COMMANDS: CommandsOf<SurfaceCommands> = {
  "surface.say": over("parts")({
    schema: object({
      partId: id,
      surfaceId: id,
      anchor: anchorSchema.allow(null),
      change: Joi.object(optional(saidOfSurface)),
      photos: opt(
        object({
          add: opt(Joi.array().max(LIMITS.surfacePhotos).items(surfacePhotoSchema)),
          drop: opt(Joi.array().max(LIMITS.surfacePhotos).items(hashSchema)),
        }),
      ),
    }),
    label: () => "Surface",
    apply: (e, { partId, surfaceId, anchor, change: changed, photos }) =>
      putPart(e, partId, (part) => {
        const known = part.surfaces.find((s) => s.id === surfaceId);
        const before: SaidSurface = known ?? { ...NEW_SURFACE, id: surfaceId, anchor };
        const kept = before.photos.filter((p) => !photos?.drop?.includes(p.hash));
        const next = { ...before, ...changed, photos: [...kept, ...(photos?.add ?? [])] };
        return { ...part, surfaces: known ? part.surfaces.map((s) => (s === known ? next : s)) : [...part.surfaces, next] };
      }),
  }),
  "surface.forget": over("parts")({
    schema: object({ partId: id, surfaceId: id }),
    label: () => "Surface deleted",
    apply: (e, { partId, surfaceId }) =>
      putPart(e, partId, (part) => ({
        ...part,
        surfaces: part.surfaces.filter((s) => s.id !== surfaceId),
        work: part.work.filter((w) => hidesIn([w])[0]?.surfaceId !== surfaceId),
      })),
  }),
  "fill.add": over(
    "habits",
    "scenes",
  )({
    schema: object({ reading: Joi.object<OwnReading>().unknown(true) }),
    label: () => "Own filling",
    apply: async (e, { reading: said }, now) => {
      const reading: OwnReading = { ...said, at: now };
      const habits = await habitsOf(e);
      const demo = (await sceneOf(e)).demo;
      await e.put("habits", { ...habits, fills: withItems(habits.fills, [demo ? { ...reading, demo } : reading], "id") });
    },
  }),
};
