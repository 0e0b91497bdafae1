import Joi from "joi";
import { LIMITS, type Paint } from "../project";
import { id, name, within } from "../field";
import type { Money } from "../units";
import { currency, family, hex, minor, strict } from "./blocks";

export const paintSchema = Joi.object<Paint, true>({
  id,
  demo: Joi.boolean().optional(),
  name: name.required(),
  hex: hex.required(),
  family: family.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
  stockMl: within(LIMITS.stockMl).required(),
  price: strict<Money>({ minor: minor.integer(), currency }).allow(null).optional(),
  wholeMl: within(LIMITS.stockMl).allow(null).optional(),
  dropsPerMl: within(LIMITS.dropsPerMl).allow(null).optional(),
}).unknown(true);
