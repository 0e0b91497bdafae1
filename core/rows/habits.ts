import Joi from "joi";
import { AIR_LIMITS } from "../coat";
import type { Place } from "../daylight";
import { isTimeZone, LIMITS, type Evening, type ExchangeRate, type Habits, type OwnReading, type Span } from "../project";
import { PRODUCTS, READ_HOW } from "../surface";
import { count, id, text, within } from "../field";
import { clock, currency, moment, strict } from "./blocks";

const eveningsSchema = Joi.array()
  .max(LIMITS.evenings)
  .items(
    Joi.object<Evening, true>({
      weekday: Joi.number().integer().min(0).max(6).required(),
      from: clock.required(),
      to: clock.required(),
      helper: Joi.boolean().valid(true).optional(),
    }),
  );

const spanSchema = strict<Span>({ from: clock, to: clock });

const fillSchema = strict<OwnReading>({
  id,
  product: Joi.string().valid(...Object.keys(PRODUCTS)),
  how: Joi.string().valid(...Object.keys(READ_HOW)),
  coats: count(LIMITS.coats),
  stepMm: within({ least: 0, most: 10 }),
  pitchMm: within({ least: 0, most: 1000 }),
  left: Joi.number().min(0).max(2),
  at: moment,
  what: text(LIMITS.shortText),
  demo: Joi.boolean().optional(),
});

export const habitsSchema = Joi.object<Habits, true>({
  id: Joi.string().valid("workshop").required(),
  evenings: eveningsSchema.required(),
  timeZone: Joi.string()
    .max(60)
    .custom((value: string, helpers) =>
      isTimeZone(value) ? value : helpers.message({ custom: "{{#label}} is no time zone that this machine knows" }),
    )
    .required(),
  air: strict<Habits["air"]>({ airC: within(AIR_LIMITS.airC), rh: within(AIR_LIMITS.rh) }).required(),
  currency: currency.required(),
  viewingDistanceMm: within(LIMITS.viewingDistanceMm).required(),
  paper: Joi.string().valid("local", "a4", "letter").required(),
  backupAt: moment.allow(null).required(),
  sleep: spanSchema.required(),
  quiet: spanSchema.allow(null).required(),
  changes: eveningsSchema.required(),
  fills: Joi.array().max(LIMITS.fillReadings).items(fillSchema).required(),
  eveningsOfTen: within(LIMITS.eveningsOfTen).allow(null).optional(),
  hoursTake: within(LIMITS.hoursTake).allow(null).optional(),
  nozzleMm: within(LIMITS.nozzleMm).allow(null).optional(),
  weekMostH: within(LIMITS.weekMostH).allow(null).optional(),
  rates: Joi.array()
    .max(LIMITS.rates)
    .items(strict<ExchangeRate>({ from: currency, to: currency, rate: within(LIMITS.rate), at: moment }))
    .optional(),
  cameraAheadS: within(LIMITS.cameraAheadS).allow(null).optional(),
  place: strict<Place>({ latDeg: within(LIMITS.latDeg), lonDeg: within(LIMITS.lonDeg) })
    .allow(null)
    .optional(),
}).unknown(true);
