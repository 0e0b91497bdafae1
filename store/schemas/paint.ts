import Joi from "joi";
import { LIMITS, type Paint } from "../../core/project";
import { id, name, within } from "../../core/work";
import { family, hex } from "./blocks";

export const paintSchema = Joi.object<Paint, true>({
  id,
  demo: Joi.boolean().optional(),
  name: name.required(),
  hex: hex.required(),
  family: family.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
  stockMl: within(LIMITS.stockMl).required(),
}).unknown(true);
