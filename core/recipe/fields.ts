/** The fields of a step of a recipe, each said once: its schema, its input on screen and its limits come from here. */
import Joi from "joi";
import { METHODS, type CoatMethod } from "../coat";
import { count, field, within, type Field } from "../field";
import { LIMITS } from "../limits";
import { FINISHES } from "../subject";
import type { RecipeStep } from "./recipe";
import { ROLE_IDS, ROLES } from "./roles";

const inPots = (Object.keys(METHODS) as CoatMethod[]).filter((m) => !METHODS[m].noPot);

export const RECIPE_STEP_FIELDS = {
  role: field.choice(
    "Where",
    ROLE_IDS.map((value) => ({ value, label: ROLES[value].label })),
  ),
  where: field.words("What exactly", LIMITS.shortText, "the hoops"),
  method: field.choice(
    "Method",
    inPots.map((value) => ({ value, label: METHODS[value].word })),
  ),
  coats: field.count("Coats", LIMITS.coats),
  thinning: field.share("Thinner to one part of paint", LIMITS.thinning, "as it comes"),
  finish: field.choice(
    "From which finish",
    FINISHES.map(({ id, label }) => ({ value: id, label })),
  ),
  every: field.every("On every so many copies", LIMITS.everyCopy, "all"),
  picked: { ...field.count("Picked out on one piece", LIMITS.picked, "not counted"), schema: count(LIMITS.picked).allow(null).optional() },
  borderMm: {
    ...field.length("Colour border on one piece", LIMITS.borderMm, "not measured"),
    schema: within(LIMITS.borderMm).allow(null).optional(),
  },
  brush: field.words("Brush", LIMITS.shortText, "large soft brush"),
  looksSo: field.words("Meant to look so", LIMITS.title, "too orange on purpose: the wash mutes it"),
  judgeAfterMin: field.count("Judge after, min", LIMITS.judgeAfterMin, "at once"),
  ifTooMuch: field.words("If it is too much", LIMITS.title, "lift it with a damp brush"),
  wet: { ...field.tick("Wet in wet, on purpose"), schema: Joi.boolean().optional() },
} satisfies Partial<Record<keyof RecipeStep, Field>>;
