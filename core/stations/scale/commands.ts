/** The scale of a scene. */
import Joi from "joi";
import { scaleSchema } from "../../rows";
import type { Scale } from "../../scale";
import { object, opt, over, rescaled, sceneOf, type CommandsOf } from "../command";

export interface ScaleCommands {
  /** `along`: every part's factor goes with the scale, so that real sizes stay. */
  "scene.scale": { scale: Scale; along?: boolean };
}

export const SCALE_COMMANDS: CommandsOf<ScaleCommands> = {
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
};
