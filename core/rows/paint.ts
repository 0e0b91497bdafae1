import Joi from "joi";
import { LIMITS, type KeptMix, type Paint } from "../project";
import type { Can } from "../coat";
import { count, id, name, text, within } from "../field";
import type { Money } from "../units";
import { currency, family, hex, minor, moment, strict } from "./blocks";

export const paintSchema = Joi.object<Paint, true>({
  id,
  demo: Joi.boolean().optional(),
  began: Joi.number().forbidden(),
  name: name.required(),
  hex: hex.required(),
  family: family.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
  stockMl: within(LIMITS.stockMl).required(),
  price: strict<Money>({ minor: minor.integer(), currency }).allow(null).optional(),
  wholeMl: within(LIMITS.stockMl).allow(null).optional(),
  can: strict<Can>({
    cm2: within(LIMITS.canCm2).required(),
    fullG: within(LIMITS.massG).allow(null).required(),
    emptyG: within(LIMITS.massG).allow(null).required(),
  })
    .allow(null)
    .optional(),
  mix: strict<KeptMix>({
    parts: Joi.array()
      .min(1)
      .max(LIMITS.mixParts)
      .items(
        strict<KeptMix["parts"][number]>({
          paintId: id,
          name: name.required(),
          hex: hex.required(),
          drops: count(LIMITS.drops).required(),
        }),
      )
      .required(),
    thinning: within(LIMITS.thinning).required(),
    at: within(LIMITS.at).required(),
    came: text(LIMITS.title).required(),
  })
    .allow(null)
    .optional(),
  hides: Joi.string().valid("badly", "well").allow(null).optional(),
  place: text(LIMITS.shortText).optional(),
  missingSince: moment.allow(null).optional(),
  lot: text(LIMITS.shortText).optional(),
  dropsPerMl: within(LIMITS.dropsPerMl).allow(null).optional(),
}).unknown(true);
