import Joi from "joi";
import { LIMITS, type Lesson } from "../project";
import { id, text } from "../field";
import { WORK_KINDS } from "../stations/kinds";
import { moment, strict } from "./blocks";

export const lessonSchema = Joi.object<Lesson, true>({
  id,
  demo: Joi.boolean().optional(),
  title: Joi.string().trim().min(1).max(LIMITS.title).required(),
  about: Joi.string()
    .valid(...WORK_KINDS.map((k) => k.kind))
    .allow(null)
    .required(),
  key: Joi.string().min(1).max(LIMITS.shortText).optional(),
  product: text(LIMITS.name).min(1).optional(),
  judged: Joi.array()
    .max(LIMITS.judged)
    .items(strict<NonNullable<Lesson["judged"]>[number]>({ recordId: id, helped: Joi.boolean() }))
    .optional(),
  at: moment.required(),
}).unknown(true);
