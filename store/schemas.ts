/** Joi schemas of everything that is stored, imported or sent to a command. Unknown fields of a scene are kept. */
import Joi from "joi";
import { AIR_LIMITS, FAMILIES } from "../core/coat";
import { MATERIALS } from "../core/joint";
import { checkPartSize } from "../core/measure";
import { FILE_UNIT_MM, UPS } from "../core/mesh";
import { usableMm, type Printer } from "../core/print";
import { isTimeZone, LIMITS, type PartRow } from "../core/project";
import { AXES, FACES, FIDELITIES, FINISHES, HANDLINGS, HOME_KINDS, REAL_MATERIALS, SURENESS } from "../core/subject";
import { count, duration, id, name, oneOf, text, typedEstimate, within, WORK_KINDS } from "../core/work";

/** For what tells its kind by a word, and tells none that is known. */
const noKind = Joi.forbidden().messages({ "any.unknown": "{{#label}} is of no kind that this program knows" });
const positive = Joi.number().greater(0).less(1e9);
const atLeast0 = Joi.number().min(0).less(1e15);
const size = Joi.array().length(3).items(positive);
const moment = within(LIMITS.at);
const minor = within(LIMITS.moneyMinor);
/** A calendar day, or a day with its time: what `<input type="date">` gives, and what bundles of the first version hold. */
const day = Joi.string()
  .isoDate()
  .max(40)
  .custom((value: string, helpers) => {
    const at = Date.parse(value);
    return at >= LIMITS.at.least && at <= LIMITS.at.most
      ? value
      : helpers.message({ custom: "{{#label}} must be a day from 1970 to 2199" });
  });
const family = Joi.string().valid(...Object.keys(FAMILIES));
const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);

const printerBase = {
  id,
  name: name.required(),
  bedMm: Joi.array().length(3).items(Joi.number().min(10).max(LIMITS.partSizeMm.most)).required(),
  marginMm: Joi.number().min(0).max(50).required(),
  layerMm: Joi.number().min(0.01).max(1).required(),
  currency: Joi.string().length(3).uppercase().required(),
  startS: Joi.number().min(0).max(36000).required(),
  overhangDeg: Joi.number().min(20).max(80),
};

/** Room must be left between the margins and above the support lift. */
const roomToPrint = (printer: Printer, helpers: Joi.CustomHelpers): Printer | Joi.ErrorReport =>
  Math.min(...usableMm(printer)) >= 5 ? printer : helpers.message({ custom: "{{#label}} leaves no room between its margins" });

const speed = Joi.number().min(0.1).max(5000);
const density = Joi.number().min(0.01).max(25);

export const printerSchema = Joi.alternatives().conditional(".process", {
  is: "fdm",
  then: Joi.object({
    ...printerBase,
    process: Joi.string().valid("fdm").required(),
    lineWidthMm: Joi.number().min(0.1).max(2).required(),
    wallLines: Joi.number().integer().min(1).max(20).required(),
    topLayers: Joi.number().integer().min(0).max(30).required(),
    bottomLayers: Joi.number().integer().min(0).max(30).required(),
    infill: Joi.number().min(0).max(1).required(),
    speedMmS: Joi.object({ outerWall: speed, innerWall: speed, skin: speed, infill: speed, travel: speed })
      .options({ presence: "required" })
      .required(),
    accelerationMmS2: Joi.number().min(1).max(1e6).required(),
    cornerMmS: Joi.number().min(0.01).max(2000).required(),
    leastLayerS: Joi.number().min(0).max(600).required(),
    layerChangeS: Joi.number().min(0).max(600).required(),
    densityGCm3: density.required(),
    pricePerKgMinor: minor.required(),
  })
    .unknown(true)
    .custom(roomToPrint),
  otherwise: Joi.object({
    ...printerBase,
    process: Joi.string().valid("resin").required(),
    bottomLayers: Joi.number().integer().min(0).max(50).required(),
    bottomExposureS: Joi.number().min(0.01).max(600).required(),
    exposureS: Joi.number().min(0.01).max(600).required(),
    lift: Joi.object({
      distanceMm: Joi.number().min(0).max(100),
      liftMmMin: Joi.number().min(1).max(10_000),
      retractMmMin: Joi.number().min(1).max(10_000),
      restS: Joi.number().min(0).max(600),
    })
      .options({ presence: "required" })
      .required(),
    supportShare: Joi.number().min(0).max(2).required(),
    supportLiftMm: Joi.number().min(0).max(30).required(),
    lossMlPerPlate: Joi.number().min(0).max(1000).required(),
    curedDensityGCm3: density.required(),
    pricePerLitreMinor: minor.required(),
  })
    .unknown(true)
    .custom(roomToPrint),
});

export const scaleSchema = Joi.object({
  kind: Joi.string().valid("ratio", "railway", "figure").required(),
  ratio: within(LIMITS.ratio).required(),
  railway: Joi.string().max(40).optional(),
  figureMm: Joi.number().min(2).max(400).optional(),
  school: Joi.string().valid("eye", "crown").optional(),
  statureMm: Joi.number().min(500).max(2600).optional(),
});

const eveningsSchema = Joi.array()
  .max(LIMITS.evenings)
  .items(Joi.object({ weekday: Joi.number().integer().min(0).max(6).required(), from: clock.required(), to: clock.required() }));

const mmOrNull = positive.allow(null);
const hex = Joi.string().pattern(/^#[0-9a-f]{6}$/i);
export const hashSchema = Joi.string().pattern(/^[0-9a-f]{64}$/);
const required = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });

/** What a scene chooses about its subject; each can be changed by itself. */
export const subjectSchemas = {
  secondary: required({
    ratio: within(LIMITS.ratio),
    use: Joi.string().valid("forced perspective", "background"),
  }).allow(null),
  fidelity: oneOf(FIDELITIES),
  handling: oneOf(HANDLINGS),
  finish: oneOf(FINISHES),
  house: required({ gridMm: mmOrNull, clipSlotMm: mmOrNull, wallHeightMm: mmOrNull, baseMm: mmOrNull, groundHex: hex.allow(null) }),
  homes: Joi.array()
    .max(LIMITS.homes)
    .items(
      required({
        id,
        name,
        kind: Joi.string().valid(...HOME_KINDS),
        sizeMm: Joi.array()
          .length(3)
          .items(within({ least: 0, most: 1e6 })),
      }),
    ),
  dimensions: Joi.array()
    .max(LIMITS.dimensions)
    .items(
      required({
        id,
        name,
        axis: Joi.string().valid(...AXES),
        mm: positive,
        text: text(60),
        source: text(200),
        sure: Joi.string().valid(...Object.keys(SURENESS)),
        within: id.allow(null),
        partId: id.allow(null),
      }),
    ),
  references: Joi.array()
    .max(LIMITS.references)
    .items(
      required({
        id,
        hash: hashSchema,
        kind: Joi.string().valid("photo", "drawing"),
        title: text(120),
        source: text(200),
        shows: Joi.array()
          .max(FACES.length)
          .unique()
          .items(Joi.string().valid(...FACES)),
        partId: id.allow(null),
      }),
    ),
};

/** What a part may choose otherwise, and what is known of it beyond its mesh. */
export const partExtras = {
  group: text(LIMITS.shortText),
  tags: Joi.array().max(LIMITS.tags).unique().items(Joi.string().trim().min(1).max(LIMITS.tag)),
  pictures: Joi.array().max(LIMITS.pictures).unique().items(hashSchema),
  licence: text(200),
  fileCost: required({ minor: minor.integer(), currency: Joi.string().length(3).uppercase() }).allow(null),
  tally: required({
    fitted: count(LIMITS.pieces),
    primed: count(LIMITS.pieces),
    painted: count(LIMITS.pieces),
    placed: count(LIMITS.pieces),
  }),
  placedByMap: Joi.boolean(),
  variations: Joi.array()
    .max(LIMITS.variations)
    .items(
      required({
        id,
        copies: count(LIMITS.copies),
        mirrored: Joi.boolean(),
        percent: within(LIMITS.percent),
        state: text(40),
        extraColour: text(60),
      }),
    ),
  sightings: Joi.array()
    .max(LIMITS.sightings)
    .items(
      required({
        id,
        thing: name,
        lowRealMm: positive,
        highRealMm: positive,
        fileMm: positive,
        how: Joi.string().valid("picked", "typed"),
      }),
    ),
  measures: required({ clipSlotMm: mmOrNull, wallHeightMm: mmOrNull, baseMm: mmOrNull, groundHex: hex.allow(null) }),
  configurations: Joi.array()
    .max(LIMITS.configurations)
    .items(required({ name, sizeMm: size })),
  materials: Joi.array()
    .max(LIMITS.materials)
    .items(required({ surface: text(100), material: oneOf(REAL_MATERIALS) })),
  differs: Joi.object({
    fidelity: oneOf(FIDELITIES).optional(),
    handling: oneOf(HANDLINGS).optional(),
    finish: oneOf(FINISHES).optional(),
    viewingDistanceMm: within(LIMITS.viewingDistanceMm).optional(),
  }),
};

const demanded = <T extends Record<string, Joi.Schema>>(schemas: T): Joi.SchemaMap =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.required()]));

export const sceneSchema = Joi.object({
  ...demanded(subjectSchemas),
  id,
  name: name.required(),
  demo: Joi.boolean().required(),
  scale: scaleSchema.required(),
  scaleAnswered: Joi.boolean().required(),
  viewingDistanceMm: within(LIMITS.viewingDistanceMm).required(),
  readyBy: day.allow(null).required(),
  rank: count(LIMITS.rank).required(),
  rests: Joi.boolean().required(),
  createdAt: moment.required(),
}).unknown(true);

export const warningSchema = Joi.object({ code: text().required(), message: text().required(), count: Joi.number().optional() });

export const sourceSchema = Joi.alternatives().conditional(".kind", {
  switch: [
    {
      is: "mesh",
      then: Joi.object({
        kind: Joi.string().valid("mesh"),
        hash: hashSchema,
        fileName: text(300),
        unit: Joi.string().valid(...Object.keys(FILE_UNIT_MM)),
        unitReason: text(),
        warnings: Joi.array().max(50).items(warningSchema),
      }).options({ presence: "required" }),
    },
    {
      is: "typed",
      then: Joi.object({ kind: Joi.string().valid("typed"), sizeMm: size, shell: Joi.boolean() }).options({ presence: "required" }),
    },
    {
      is: "scratch",
      then: Joi.object({ kind: Joi.string().valid("scratch"), sizeMm: size, material: Joi.string().valid(...MATERIALS) }).options({
        presence: "required",
      }),
    },
  ],
  otherwise: noKind,
});

const up = Joi.string().valid(...UPS);
const factor = within(LIMITS.factor);
/** Planned seconds follow from areas and copies, which multiply: bounded by what dates can bear. */
const plannedS = Joi.number().min(0).max(1e10);
export const workSchema = Joi.alternatives().conditional(".kind", {
  switch: WORK_KINDS.map(({ kind, fields }) => ({
    is: kind,
    then: Joi.object({ id, kind: Joi.string().valid(kind), ...fields }).options({ presence: "required" }),
  })),
  otherwise: noKind,
});

/** A size that is said must be of a part that can be built; that of a mesh is judged when it is read. */
const sensibleSize = (part: PartRow, helpers: Joi.CustomHelpers): PartRow | Joi.ErrorReport => {
  if (part.source.kind === "mesh") return part;
  const sensible = checkPartSize(part.source.sizeMm.map((v) => Math.max(v * part.factor, 1e-9)) as [number, number, number]);
  return sensible.ok ? part : helpers.message({ custom: `{{#label}} has a size that no part has: ${sensible.problem.message}` });
};

export const partSchema = Joi.object({
  ...demanded(partExtras),
  versions: Joi.array()
    .max(LIMITS.versions)
    .items(Joi.object({ source: sourceSchema, factor, at: moment, note: text(200) }).options({ presence: "required" }))
    .required(),
  id,
  sceneId: id,
  name: name.required(),
  source: sourceSchema.required(),
  factor: factor.required(),
  copies: count(LIMITS.copies).required(),
  goodBefore: count(LIMITS.pieces).required(),
  failedBefore: count(LIMITS.pieces).required(),
  work: Joi.array().max(LIMITS.work).items(workSchema).required(),
  // Computed, and so never stored with the row.
  prints: Joi.forbidden(),
  notes: text(LIMITS.notes).required(),
  order: Joi.number().min(-1e9).max(1e9).required(),
})
  .unknown(true)
  .custom(sensibleSize);

export const thingSchema = required({
  name,
  mm: positive,
  low: positive,
  high: positive,
  measure: text(60),
  kind: Joi.string().valid("typed"),
  source: text(200),
  demo: Joi.boolean().optional(),
});

export const habitsSchema = Joi.object({
  id: Joi.string().valid("workshop").required(),
  evenings: eveningsSchema.required(),
  timeZone: Joi.string()
    .max(60)
    .custom((value: string, helpers) =>
      isTimeZone(value) ? value : helpers.message({ custom: "{{#label}} is no time zone that this machine knows" }),
    )
    .required(),
  air: required({ airC: within(AIR_LIMITS.airC), rh: within(AIR_LIMITS.rh) }).required(),
  currency: Joi.string().length(3).uppercase().required(),
  paper: Joi.string().valid("local", "a4", "letter").required(),
  backupAt: moment.allow(null).required(),
}).unknown(true);

export const paintSchema = Joi.object({
  id,
  demo: Joi.boolean().optional(),
  name: name.required(),
  hex: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
  family: family.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
  stockMl: within(LIMITS.stockMl).required(),
}).unknown(true);

export const procedureSchema = Joi.object({
  id,
  demo: Joi.boolean().optional(),
  title: name.required(),
  handsOnS: duration.required(),
  waitS: duration.required(),
  family: family.allow(null).required(),
}).unknown(true);

/** What a step rested on: plain words and figures. */
export const restsSchema = Joi.object()
  .pattern(Joi.string().max(40), Joi.alternatives(Joi.string().allow("").max(LIMITS.title), Joi.number()))
  .max(30);

export const recordSchema = Joi.object({
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

/** The workshop, or copies of what a scene names of it. */
const workshopSchema = Joi.object({
  printers: Joi.array().max(LIMITS.printers).items(printerSchema).required(),
  paints: Joi.array().max(LIMITS.paints).items(paintSchema).required(),
  procedures: Joi.array().max(LIMITS.procedures).items(procedureSchema).required(),
  things: Joi.array().max(LIMITS.ownThings).items(thingSchema).required(),
  habits: habitsSchema.required(),
});

export const projectSchema = Joi.object({
  scene: sceneSchema.required(),
  parts: Joi.array().max(LIMITS.parts).items(partSchema).required(),
  records: Joi.array().max(LIMITS.records).items(recordSchema).required(),
  workshop: workshopSchema.required(),
}).unknown(true);

export const fields = {
  id,
  atLeast0,
  positive,
  point: Joi.array().length(3).items(Joi.number()),
  name,
  text,
  within,
  count,
  duration,
  plannedS,
  moment,
  day,
  factor,
  clock,
  up,
  typedEstimate,
};
