/** Building blocks of what is stored: ids, lengths of text, bounds. One of each, for rows, fields and kinds of work. */
import Joi from "joi";
import { ID_PATTERN, LIMITS, type Range } from "../limits";

export const id = Joi.string()
  .pattern(ID_PATTERN)
  .messages({ "string.pattern.base": "{{#label}} must be letters, digits, - and _, at most 64 of them" })
  .required();
export const text = (most = 400): Joi.StringSchema => Joi.string().allow("").max(most);
export const name = Joi.string().trim().min(1).max(LIMITS.name);
export const within = ({ least, most }: Range): Joi.NumberSchema => Joi.number().min(least).max(most);
export const count = (range: Range): Joi.NumberSchema => within(range).integer();
export const duration = within(LIMITS.durationS);
/** A rotation: a unit quaternion. */
export const turnField = Joi.array()
  .length(4)
  .items(Joi.number().min(-1.0001).max(1.0001))
  .custom((q: number[], helpers) =>
    Math.abs(Math.hypot(...q) - 1) < 1e-3 ? q : helpers.message({ custom: "{{#label}} must be a rotation: a quaternion of length one" }),
  );
export const oneOf = (list: readonly { id: string }[]): Joi.StringSchema => Joi.string().valid(...list.map((x) => x.id));
