import Joi from "joi";
import { id, name, schemasOf, text, within } from "../field";
import { LIMITS } from "../project";
import { RECIPE_STEP_FIELDS, type Pot, type Recipe, type RecipeStep } from "../recipe";
import { family, hex, strict } from "./blocks";

const wants = strict<Pot>({
  name: name.required(),
  family: family.required(),
  hex: hex.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
});

const step = Joi.object<RecipeStep>({
  id,
  ...schemasOf(RECIPE_STEP_FIELDS),
  share: within(LIMITS.share).allow(null),
  paintId: id.allow(null),
  wants,
})
  .options({ presence: "required" })
  .unknown(true);

export const recipeSchema = Joi.object<Recipe, true>({
  id,
  demo: Joi.boolean().optional(),
  name: name.required(),
  school: text(LIMITS.name).required(),
  steps: Joi.array().max(LIMITS.recipeSteps).items(step).required(),
}).unknown(true);
