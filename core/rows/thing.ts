import Joi from "joi";
import type { RealThing } from "../scale";
import { name, text } from "../field";
import { positive, strict } from "./blocks";

export const thingSchema = strict<RealThing & { demo?: boolean }>({
  name,
  mm: positive,
  low: positive,
  high: positive,
  measure: text(60),
  kind: Joi.string().valid("typed"),
  source: text(200),
  demo: Joi.boolean().optional(),
});
