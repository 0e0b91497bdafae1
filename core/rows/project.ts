import Joi from "joi";
import { LIMITS, type ProjectRows, type Workshop } from "../project";
import { habitsSchema } from "./habits";
import { partSchema } from "./part";
import { recordSchema } from "./record";
import { sceneSchema } from "./scene";
import { WORKSHOP_TABLES } from "./workshop";

/** The workshop, or copies of what a scene names of it. */
const workshopSchema = Joi.object<Workshop>({
  ...Object.fromEntries(
    Object.entries(WORKSHOP_TABLES).map(([table, { schema, most }]) => [table, Joi.array().max(most).items(schema).required()]),
  ),
  habits: habitsSchema.required(),
});

export const projectSchema = Joi.object<ProjectRows, true>({
  scene: sceneSchema.required(),
  parts: Joi.array().max(LIMITS.parts).items(partSchema).required(),
  records: Joi.array().max(LIMITS.records).items(recordSchema).required(),
  workshop: workshopSchema.required(),
}).unknown(true);
