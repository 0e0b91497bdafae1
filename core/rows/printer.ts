import Joi from "joi";
import { type Edges, type Exclusion } from "../lay";
import {
  usableMm,
  type EarlierProfile,
  type Fits,
  type InDemo,
  type FilamentPrinter,
  type Lift,
  type MachineCost,
  type Origin,
  type PrinterLesson,
  type Printer,
  type ResinPrinter,
} from "../print";
import { LIMITS } from "../project";
import { id, name, text } from "../field";
import { currency, minor, moment, strict } from "./blocks";

const onBed = Joi.number().min(0).max(LIMITS.partSizeMm.most);
const edge = Joi.number().min(0).max(1000);

const learnedSchema = Joi.array()
  .max(LIMITS.lessons)
  .items(
    Joi.object<PrinterLesson, true>({
      at: moment.required(),
      from: Joi.string().valid("typed", "file", "print").required(),
      recordId: id.optional(),
      what: text(200).required(),
      timeRatio: Joi.number().greater(0).max(1000).required(),
      massRatio: Joi.number().greater(0).max(1000).allow(null).required(),
    }),
  );

/** A rectangle of the bed on which nothing may stand, mm. */
const exclusionSchema = strict<Exclusion>({
  id,
  xMm: onBed,
  yMm: onBed,
  widthMm: onBed,
  depthMm: onBed,
  why: text(LIMITS.shortText),
});

const printerBase = {
  id,
  name: name.required(),
  bedMm: Joi.array().length(3).items(Joi.number().min(10).max(LIMITS.partSizeMm.most)).required(),
  marginMm: Joi.number().min(0).max(50).required(),
  layerMm: Joi.number().min(0.01).max(1).required(),
  currency: currency.required(),
  startS: Joi.number().min(0).max(36000).required(),
  overhangDeg: Joi.number().min(20).max(80),
  origins: Joi.object().pattern(
    text(60),
    Joi.object<Origin, true>({
      from: Joi.string().valid("typed", "learned").required(),
      prints: Joi.number().integer().min(0).max(100_000),
    }),
  ),
  learned: learnedSchema,
  earlier: Joi.array()
    .max(LIMITS.versions)
    .items(
      Joi.object<EarlierProfile, true>({
        at: moment.required(),
        note: text(200).required(),
        profile: Joi.alternatives(Joi.object().unknown(true)).required(),
      }),
    ),
  edges: strict<Edges>({ left: edge, right: edge, front: edge, back: edge }).optional(),
  exclusions: Joi.array().max(LIMITS.exclusions).items(exclusionSchema),
  inDemo: Joi.object<InDemo, true>({
    learned: learnedSchema,
    loadedId: id.allow(null).optional(),
    surface: text(LIMITS.shortText),
    address: text(200).allow(null),
  }),
  pixelMm: Joi.number().min(0).max(1).optional(),
  fits: Joi.object<Fits, true>({
    clearanceMm: Joi.number().min(0).max(5),
    wallMm: Joi.number().min(0).max(20),
    gapMm: Joi.number().min(0).max(20),
    bridgeMm: Joi.number().min(0).max(500),
    plainSlopeDeg: Joi.number().min(0).max(90),
  }),
  machine: Joi.object<MachineCost, true>({
    priceMinor: minor,
    residualMinor: minor,
    lifeH: Joi.number().min(1).max(1e6),
    watts: Joi.number().min(0).max(10_000),
    perKWhMinor: Joi.number().min(0).max(100_000),
    partsMinor: minor,
    partsLifeH: Joi.number().min(1).max(1e6),
  }),
  loadedId: id.allow(null).optional(),
  quiet: Joi.boolean(),
  surface: text(LIMITS.shortText),
  address: text(200).allow(null),
};

/** Room must be left between the margins and above the support lift. */
const roomToPrint = (printer: Printer, helpers: Joi.CustomHelpers): Printer | Joi.ErrorReport =>
  Math.min(...usableMm(printer)) >= 5 ? printer : helpers.message({ custom: "{{#label}} leaves no room between its margins" });

const speed = Joi.number().min(0.1).max(5000);
const density = Joi.number().min(0.01).max(25);

const stage = {
  distanceMm: Joi.number().min(0).max(100).required(),
  liftMmMin: Joi.number().min(1).max(10_000).required(),
  retractMmMin: Joi.number().min(1).max(10_000).required(),
};
const rest = Joi.number().min(0).max(600);
const lift = Joi.object<Lift, true>({
  ...stage,
  restS: rest.required(),
  second: Joi.object<NonNullable<Lift["second"]>, true>(stage),
  topRestS: rest,
  beforeLightS: rest,
}).unknown(true);

export const printerSchema = Joi.alternatives().conditional(".process", {
  is: "fdm",
  then: Joi.object<FilamentPrinter, true>({
    ...printerBase,
    process: Joi.string().valid("fdm").required(),
    lineWidthMm: Joi.number().min(0.1).max(2).required(),
    wallLines: Joi.number().integer().min(1).max(20).required(),
    topLayers: Joi.number().integer().min(0).max(30).required(),
    bottomLayers: Joi.number().integer().min(0).max(30).required(),
    infill: Joi.number().min(0).max(1).required(),
    speedMmS: strict<FilamentPrinter["speedMmS"]>({
      outerWall: speed,
      innerWall: speed,
      skin: speed,
      infill: speed,
      travel: speed,
    }).required(),
    accelerationMmS2: Joi.number().min(1).max(1e6).required(),
    cornerMmS: Joi.number().min(0.01).max(2000).required(),
    leastLayerS: Joi.number().min(0).max(600).required(),
    layerChangeS: Joi.number().min(0).max(600).required(),
    densityGCm3: density.required(),
    pricePerKgMinor: minor.required(),
    firstLayerMmS: speed,
    brimMm: Joi.number().min(0).max(50),
    raftLayers: Joi.number().integer().min(0).max(20),
    supportDensity: Joi.number().min(0.01).max(1),
  })
    .unknown(true)
    .custom(roomToPrint),
  otherwise: Joi.object<ResinPrinter, true>({
    ...printerBase,
    process: Joi.string().valid("resin").required(),
    bottomLayers: Joi.number().integer().min(0).max(50).required(),
    bottomExposureS: Joi.number().min(0.01).max(600).required(),
    exposureS: Joi.number().min(0.01).max(600).required(),
    lift: lift.required(),
    bottomLift: lift,
    transitionLayers: Joi.number().integer().min(0).max(100),
    supportSpacingMm: Joi.number().min(0.5).max(50),
    supportTipMm: Joi.number().min(0.05).max(5),
    supportLiftMm: Joi.number().min(0).max(30).required(),
    heatedVat: Joi.boolean(),
    lossMlPerPlate: Joi.number().min(0).max(1000).required(),
    curedDensityGCm3: density.required(),
    pricePerLitreMinor: minor.required(),
  })
    .unknown(true)
    .custom(roomToPrint),
});
