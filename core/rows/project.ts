import Joi from "joi";
import { LIMITS, type ProjectRows, type Workshop } from "../project";
import { habitsSchema } from "./habits";
import { lessonSchema } from "./lesson";
import { paintSchema } from "./paint";
import { partSchema } from "./part";
import { printerSchema } from "./printer";
import { procedureSchema } from "./procedure";
import { recordSchema } from "./record";
import { sceneSchema } from "./scene";
import { supplySchema } from "./supply";
import { thingSchema } from "./thing";

/** The workshop, or copies of what a scene names of it. */
const workshopSchema = Joi.object<Workshop, true>({
  printers: Joi.array().max(LIMITS.printers).items(printerSchema).required(),
  paints: Joi.array().max(LIMITS.paints).items(paintSchema).required(),
  procedures: Joi.array().max(LIMITS.procedures).items(procedureSchema).required(),
  things: Joi.array().max(LIMITS.ownThings).items(thingSchema).required(),
  supplies: Joi.array().max(LIMITS.supplies).items(supplySchema).required(),
  lessons: Joi.array().max(LIMITS.lessons).items(lessonSchema).required(),
  habits: habitsSchema.required(),
});

export const projectSchema = Joi.object<ProjectRows, true>({
  scene: sceneSchema.required(),
  parts: Joi.array().max(LIMITS.parts).items(partSchema).required(),
  records: Joi.array().max(LIMITS.records).items(recordSchema).required(),
  workshop: workshopSchema.required(),
}).unknown(true);
