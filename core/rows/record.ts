import Joi from "joi";
import { AIRED } from "../care";
import { LIMITS, type Arrived, type StepRecord, type Take } from "../project";
import { count, duration, id, text, turnField, within } from "../field";
import { type Rests } from "../work";
import { hashSchema, moment, plannedS, strict } from "./blocks";
import { FAILURE_CAUSES, OBSERVATIONS, type Measured, type PrintedPieces, type PrintRecord } from "../print";

/** What a step rested on: plain words and figures. */
export const restsSchema = Joi.object<Rests>()
  .pattern(Joi.string().max(40), Joi.alternatives(Joi.string().allow("").max(LIMITS.title), Joi.number()))
  .max(30);

/** A print as it was: what its settings were is kept as it came, whatever profiles become. */
export const printRecordSchema = strict<PrintRecord>({
  printerId: id,
  printer: text(LIMITS.name),
  profile: Joi.alternatives(
    Joi.object({ process: Joi.string().valid("fdm", "resin").required(), layerMm: Joi.number().min(0.001).max(10).required() }).unknown(
      true,
    ),
  ),
  supplyId: id.allow(null),
  material: text(LIMITS.name),
  plateId: id.allow(null),
  pieces: Joi.array()
    .max(LIMITS.platePieces)
    .items(strict<PrintedPieces>({ partId: id, name: text(LIMITS.name), pieces: count(LIMITS.pieces) })),
  layers: count({ least: 0, most: 1_000_000 }),
  turn: turnField,
  plannedMassG: Joi.number().min(0).max(LIMITS.massG.most),
  modelS: plannedS,
  modelMassG: Joi.number().min(0).max(LIMITS.massG.most),
  massG: Joi.number().min(0).max(LIMITS.massG.most).allow(null),
  failure: strict<NonNullable<PrintRecord["failure"]>>({
    cause: Joi.string().valid(...Object.keys(FAILURE_CAUSES)),
    layer: count({ least: 0, most: 1_000_000 }).allow(null),
  }).allow(null),
  observed: Joi.array()
    .max(Object.keys(OBSERVATIONS).length)
    .unique()
    .items(Joi.string().valid(...Object.keys(OBSERVATIONS))),
  measured: Joi.array()
    .max(LIMITS.measured)
    .items(
      strict<Measured>({
        id,
        what: text(LIMITS.shortText),
        nominalMm: Joi.number().min(0).max(1e5),
        measuredMm: Joi.number().min(0).max(1e5),
      }),
    ),
  photos: Joi.array().max(LIMITS.pictures).unique().items(hashSchema),
  gate: Joi.string().valid("known", "tested first", "went on"),
  test: Joi.boolean(),
});

export const cameSchema = Joi.array()
  .max(LIMITS.platePieces)
  .items(strict<NonNullable<StepRecord["came"]>[number]>({ partId: id, good: count(LIMITS.pieces), failed: count(LIMITS.pieces) }));

export const takesSchema = Joi.array()
  .max(LIMITS.takes)
  .items(strict<Take>({ itemId: id, amount: within(LIMITS.stock) }));

const result = Joi.string().valid("good", "partly", "failed");
/** What came of a step from another device. */
export const arrivedSchema = strict<Arrived>({
  result,
  good: count(LIMITS.pieces),
  failed: count(LIMITS.pieces),
  came: cameSchema.optional(),
  wentWrong: text(LIMITS.wentWrong).allow(""),
  note: text(LIMITS.wentWrong).optional(),
  saidS: duration.optional(),
  finishedAt: moment,
  at: moment,
  photos: Joi.array().max(LIMITS.pictures).unique().items(hashSchema),
});

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
  result: result.allow(null).required(),
  good: count(LIMITS.pieces).required(),
  failed: count(LIMITS.pieces).required(),
  wentWrong: text(LIMITS.wentWrong).required(),
  note: text(LIMITS.wentWrong).optional(),
  aired: Joi.string()
    .valid(...Object.keys(AIRED))
    .optional(),
  photos: Joi.array().max(LIMITS.pictures).unique().items(hashSchema).optional(),
  sounds: Joi.array().max(LIMITS.sounds).unique().items(hashSchema).optional(),
  arrived: arrivedSchema.optional(),
  rests: restsSchema.optional(),
  came: cameSchema.optional(),
  print: printRecordSchema.optional(),
  takes: takesSchema.optional(),
}).unknown(true);
