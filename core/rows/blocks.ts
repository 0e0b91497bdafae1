/** Building blocks of the schemas. A row's schema is strict against its type: a field that is missing, too many or of another kind does not compile. */
import Joi from "joi";
import { FAMILIES } from "../coat";
import { LIMITS } from "../project";
import { within } from "../field";

/** Every field of the type, each demanded unless it says that it is optional. */
export const strict = <T>(keys: Joi.StrictSchemaMap<T>): Joi.ObjectSchema<T> => Joi.object<T, true>(keys).options({ presence: "required" });

/** The same schemas, each demanded. */
export const demanded = <T extends Record<string, Joi.Schema>>(schemas: T): T =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.required()])) as T;

/** For what tells its kind by a word, and tells none that is known. */
export const noKind = Joi.forbidden().messages({ "any.unknown": "{{#label}} is of no kind that this program knows" });
export const positive = Joi.number().greater(0).less(1e9);
export const atLeast0 = Joi.number().min(0).less(1e15);
export const size = Joi.array().length(3).items(positive);
export const moment = within(LIMITS.at);
export const minor = within(LIMITS.moneyMinor);
/** A calendar day, or a day with its time: what `<input type="date">` gives, and what bundles of the first version hold. */
export const day = Joi.string()
  .isoDate()
  .max(40)
  .custom((value: string, helpers) => {
    const at = Date.parse(value);
    return at >= LIMITS.at.least && at <= LIMITS.at.most
      ? value
      : helpers.message({ custom: "{{#label}} must be a day from 1970 to 2199" });
  });
export const family = Joi.string().valid(...Object.keys(FAMILIES));
export const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);
export const currency = Joi.string().length(3).uppercase();
export const mmOrNull = positive.allow(null);
export const hex = Joi.string().pattern(/^#[0-9a-f]{6}$/i);
export const hashSchema = Joi.string().pattern(/^[0-9a-f]{64}$/);
export const factor = within(LIMITS.factor);
/** Planned seconds follow from areas and copies, which multiply: bounded by what dates can bear. */
export const plannedS = Joi.number().min(0).max(1e10);
