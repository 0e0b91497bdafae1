import Joi from "joi";
import { LIMITS, type StepRecord } from "../../core/project";
import { count, duration, id, text, type Rests } from "../../core/work";
import { moment, plannedS } from "./blocks";

/** What a step rested on: plain words and figures. */
export const restsSchema = Joi.object<Rests>()
  .pattern(Joi.string().max(40), Joi.alternatives(Joi.string().allow("").max(LIMITS.title), Joi.number()))
  .max(30);

export const recordSchema = Joi.object<StepRecord, true>({
  id,
  sceneId: id,
  partId: id,
  stepKey: text(LIMITS.title).required(),
  title: text(LIMITS.title).required(),
  time: Joi.string().valid("hands", "machine").required(),
  startedAt: moment.required(),
  finishedAt: moment.allow(null).required(),
  plannedS: plannedS.required(),
  waitS: duration.required(),
  untimed: Joi.boolean().optional(),
  saidS: duration.optional(),
  result: Joi.string().valid("good", "partly", "failed").allow(null).required(),
  good: count(LIMITS.pieces).required(),
  failed: count(LIMITS.pieces).required(),
  wentWrong: text(LIMITS.wentWrong).required(),
  rests: restsSchema.optional(),
}).unknown(true);
