import Joi from "joi";
import type { Procedure } from "../project";
import { duration, id, name } from "../field";
import { needsField, usesField } from "../work";
import { family } from "./blocks";

export const procedureSchema = Joi.object<Procedure, true>({
  id,
  demo: Joi.boolean().optional(),
  title: name.required(),
  handsOnS: duration.required(),
  waitS: duration.required(),
  family: family.allow(null).required(),
  needs: needsField.schema as Joi.ArraySchema,
  uses: usesField.schema as Joi.ArraySchema,
}).unknown(true);
