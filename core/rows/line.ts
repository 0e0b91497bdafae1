import Joi from "joi";
import { LIMITS } from "../limits";
import { LINE_KINDS, OUTCOMES, type StockLine } from "../ledger";
import type { Money } from "../units";
import { id, text } from "../field";
import { currency, minor, moment, strict } from "./blocks";

/** Only a correction may be below zero; only what was bought has a price, only what was used an outcome. */
export const lineSchema = Joi.object<StockLine, true>({
  id,
  demo: Joi.boolean().optional(),
  at: moment.required(),
  kind: Joi.string()
    .valid(...Object.keys(LINE_KINDS))
    .required(),
  itemId: id,
  amount: Joi.number()
    .min(-LIMITS.stock.most)
    .max(LIMITS.stock.most)
    .required()
    .when("kind", { not: "corrected", then: Joi.number().min(0) }),
  price: strict<Money>({ minor: minor.integer(), currency }).allow(null).optional().when("kind", { not: "bought", then: Joi.forbidden() }),
  outcome: Joi.string()
    .valid(...Object.keys(OUTCOMES))
    .optional()
    .when("kind", { not: "took", then: Joi.forbidden() }),
  recordId: id.optional(),
  sceneId: id.optional(),
  partId: id.optional(),
  plateId: id.optional(),
  note: text(LIMITS.shortText).optional(),
  was: text(40).optional(),
}).unknown(true);
