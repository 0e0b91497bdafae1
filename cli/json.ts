/** JSON that somebody has written, checked before anything is made of it. */
import type Joi from "joi";
import { fail, ok, type Result } from "../core/units";

/** @param holds what it should look like, for whoever wrote it */
export function checked<T>(text: string, schema: Joi.Schema, code: string, holds: string): Result<T> {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return fail("file.json", `The file cannot be read as JSON. It should hold ${holds}.`);
  }
  const { error, value } = schema.validate(given) as Joi.ValidationResult<T>;
  return error ? fail(code, `${error.message}.`, error.details[0]?.path.join(".")) : ok(value);
}
