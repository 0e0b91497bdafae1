import Joi from "joi";
import type { Money } from "../units";
import { LIMITS, SUPPLY_KINDS, type Supply } from "../project";
import { id, name, text, within } from "../field";
import { currency, minor, moment, strict } from "./blocks";

/** What it is must be one of its kind. */
const ofItsKind = (supply: Supply, helpers: Joi.CustomHelpers): Supply | Joi.ErrorReport =>
  SUPPLY_KINDS[supply.kind].choices.some((c) => c.id === supply.what)
    ? supply
    : helpers.message({ custom: `{{#label}} is no ${supply.kind} that this program knows` });

export const supplySchema = Joi.object<Supply, true>({
  id,
  demo: Joi.boolean().optional(),
  began: Joi.number().forbidden(),
  kind: Joi.string()
    .valid(...Object.keys(SUPPLY_KINDS))
    .required(),
  name: name.required(),
  what: Joi.string().max(40).required(),
  stock: within(LIMITS.stock).required(),
  whole: within(LIMITS.stock).allow(null).optional(),
  since: moment.allow(null).optional(),
  place: text(LIMITS.shortText).optional(),
  missingSince: moment.allow(null).optional(),
  price: strict<Money>({ minor: minor.integer(), currency }).allow(null).required(),
})
  .unknown(true)
  .custom(ofItsKind);
