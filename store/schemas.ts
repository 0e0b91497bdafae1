/** Joi schemas of everything that is stored, imported or sent to a command. Unknown fields of a scene are kept. */
import Joi from "joi";
import { FAMILIES, METHODS } from "../core/coat";
import { GROUND_RECIPES } from "../core/ground";
import { GLUES, MATERIALS } from "../core/joint";
import { checkPartSize } from "../core/measure";
import { FILE_UNIT_MM, UPS } from "../core/mesh";
import { usableMm, type Printer } from "../core/print";
import { ID_PATTERN, isTimeZone, LIMITS, partSizeMm, type Part, type Range } from "../core/project";
import { AXES, FACES, FIDELITIES, FINISHES, HANDLINGS, HOME_KINDS, REAL_MATERIALS, SURENESS } from "../core/subject";
import { SCHOOLS } from "../core/surface";

const id = Joi.string()
  .pattern(ID_PATTERN)
  .messages({ "string.pattern.base": "{{#label}} must be letters, digits, - and _, at most 64 of them" })
  .required();
const text = (most = 400): Joi.StringSchema => Joi.string().allow("").max(most);
const name = Joi.string().trim().min(1).max(LIMITS.name);
/** For what tells its kind by a word, and tells none that is known. */
const noKind = Joi.forbidden().messages({ "any.unknown": "{{#label}} is of no kind that this program knows" });
const positive = Joi.number().greater(0).less(1e9);
const atLeast0 = Joi.number().min(0).less(1e15);
const within = ({ least, most }: Range): Joi.NumberSchema => Joi.number().min(least).max(most);
const count = (range: Range): Joi.NumberSchema => within(range).integer();
const size = Joi.array().length(3).items(positive);
const duration = within(LIMITS.durationS);
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

const ids = (list: readonly { id: string }[]): Joi.StringSchema => Joi.string().valid(...list.map((x) => x.id));
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
  fidelity: ids(FIDELITIES),
  handling: ids(HANDLINGS),
  finish: ids(FINISHES),
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
  ownThings: Joi.array()
    .max(LIMITS.ownThings)
    .items(
      required({
        name,
        mm: positive,
        low: positive,
        high: positive,
        measure: text(60),
        kind: Joi.string().valid("typed"),
        source: text(200),
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
    .items(required({ surface: text(100), material: ids(REAL_MATERIALS) })),
  differs: Joi.object({
    fidelity: ids(FIDELITIES).optional(),
    handling: ids(HANDLINGS).optional(),
    finish: ids(FINISHES).optional(),
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
  printers: Joi.array().min(1).max(LIMITS.printers).items(printerSchema).required(),
  evenings: eveningsSchema.required(),
  timeZone: Joi.string()
    .max(60)
    .custom((value: string, helpers) =>
      isTimeZone(value) ? value : helpers.message({ custom: "{{#label}} is no time zone that this machine knows" }),
    )
    .required(),
  readyBy: day.allow(null).required(),
  createdAt: moment.required(),
}).unknown(true);

const bounds = Joi.object({
  min: Joi.array().length(3).items(Joi.number()),
  max: Joi.array().length(3).items(Joi.number()),
  size: Joi.array().length(3).items(Joi.number()),
}).options({ presence: "required" });
const placeSchema = Joi.object({
  code: text(40),
  at: Joi.array().length(3).items(Joi.number()),
  count: atLeast0,
}).options({ presence: "required" });
const reportSchema = Joi.object({
  version: Joi.number(),
  cavities: atLeast0,
  holes: atLeast0,
  duplicateTriangles: atLeast0,
  places: Joi.array().max(200).items(placeSchema),
  triangles: atLeast0,
  vertices: atLeast0,
  shells: atLeast0,
  watertight: Joi.boolean(),
  boundaryEdges: atLeast0,
  nonManifoldEdges: atLeast0,
  flippedTriangles: atLeast0,
  degenerateTriangles: atLeast0,
  bounds,
  volumeMm3: Joi.number(),
  insideOut: atLeast0.optional(),
  overlapMm3: atLeast0.optional(),
  solid: Joi.object({ value: atLeast0, low: atLeast0, high: atLeast0, how: text() }).options({ presence: "required" }).optional(),
  areaMm2: atLeast0,
  centroidMm: Joi.array().length(3).items(Joi.number()),
  warnings: Joi.array()
    .max(50)
    .items(Joi.object({ code: text(), message: text(), count: Joi.number().optional() })),
})
  .options({ presence: "required" })
  .unknown(true);

const wallPlaces = Joi.array()
  .max(200)
  .items(Joi.object({ mm: atLeast0, at: Joi.array().length(3).items(Joi.number()) }).options({ presence: "required" }));
const quantiles = Joi.array().max(400).items(atLeast0);
const wallsSchema = Joi.object({
  version: Joi.number(),
  points: atLeast0,
  wallMm: quantiles,
  gapMm: quantiles,
  thin: wallPlaces,
  narrow: wallPlaces,
  openings: Joi.array()
    .max(40)
    .items(
      Joi.object({
        kind: Joi.string().valid("door", "window", "passage"),
        widthMm: atLeast0,
        heightMm: atLeast0,
        sillMm: atLeast0,
        marginMm: atLeast0,
        wallMm: atLeast0,
        at: Joi.array().length(3).items(Joi.number()),
        facesDeg: Joi.number().min(-360).max(360),
      }).options({ presence: "required" }),
    )
    .optional(),
  looked: Joi.object({ patches: atLeast0, all: Joi.boolean(), missMm: atLeast0, opposed: Joi.number().min(0).max(1) })
    .options({ presence: "required" })
    .optional(),
})
  .options({ presence: "required" })
  .unknown(true);

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
        report: reportSchema,
        outsideMm2: atLeast0,
        walls: wallsSchema.allow(null),
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
const typedEstimate = Joi.object({
  timeS: within({ ...LIMITS.durationS, least: 1 }).required(),
  massG: within(LIMITS.massG).required(),
  text: text(100).required(),
}).allow(null);
const item = (kind: string, keys: Joi.SchemaMap): Joi.ObjectSchema =>
  Joi.object({ id: id, kind: Joi.string().valid(kind), ...keys }).options({ presence: "required" });
const workShapes: Record<string, Joi.ObjectSchema> = {
  print: item("print", { printerId: id, up, typed: typedEstimate }),
  hide: item("hide", {
    school: Joi.string().valid(...SCHOOLS.map((s) => s.id)),
    areaMm2: within(LIMITS.areaMm2),
    cuspMm: within({ least: 0, most: 100 }),
    pitchMm: within({ least: 0, most: 1e6 }),
    surface: text(100),
  }),
  coat: item("coat", { paintId: id, method: Joi.string().valid(...Object.keys(METHODS)), coats: count(LIMITS.coats) }),
  glue: item("glue", {
    glueId: Joi.string().valid(...GLUES.map((g) => g.id)),
    to: name,
    toMaterial: Joi.string().valid(...MATERIALS),
    gapMm: within(LIMITS.gapMm),
    load: Joi.boolean(),
  }),
  ground: item("ground", { recipeId: ids(GROUND_RECIPES), areaMm2: within(LIMITS.areaMm2), depthMm: within(LIMITS.depthMm) }),
  own: item("own", { title: name, handsOnS: duration, waitS: duration, family: family.allow(null), procedureId: id.allow(null) }),
};
export const workSchema = Joi.alternatives().conditional(".kind", {
  switch: Object.entries(workShapes).map(([kind, then]) => ({ is: kind, then })),
  otherwise: noKind,
});

const sum = within({ least: -1e12, most: 1e12 });
const figure = Joi.object({
  value: sum,
  low: sum,
  high: sum,
  formula: text(600),
  inputs: Joi.array()
    .max(50)
    .items(Joi.object({ name: text(), value: text() })),
  assumptions: Joi.array()
    .max(50)
    .items(Joi.object({ text: text(600), kind: text(40), source: text().optional() })),
}).options({ presence: "required" });
const printFactsSchema = Joi.object({
  printerId: id,
  profile: text(4000),
  factor: positive,
  version: Joi.number(),
  up,
  upWhy: Joi.array().items(text()),
  fits: Joi.boolean(),
  pieces: count({ least: 1, most: 1e6 }),
  perPlate: count(LIMITS.pieces),
  overMm: Joi.array().length(3).items(atLeast0),
  fixedS: plannedS,
  fixedMinor: sum,
  fixedMm3: sum,
  one: Joi.object({
    process: Joi.string().valid("fdm", "resin"),
    layers: atLeast0,
    layerMm: positive,
    timeS: figure,
    materialMm3: figure,
    massG: figure,
    costMinor: figure,
    currency: Joi.string().length(3),
    supportMm3: atLeast0,
    layering: Joi.object({
      times: Joi.array()
        .max(100)
        .items(Joi.object({ count: atLeast0, aloneS: atLeast0, amongS: atLeast0 }).options({ presence: "required" })),
      leastLayerS: atLeast0,
      supportS: atLeast0,
    })
      .options({ presence: "required" })
      .optional(),
  }).options({ presence: "required" }),
}).options({ presence: "required" });

/** A part must be of a size that can be built, as fields and readers demand it too. */
const sensibleSize = (part: Part, helpers: Joi.CustomHelpers): Part | Joi.ErrorReport => {
  const sensible = checkPartSize(partSizeMm(part).map((v) => Math.max(v, 1e-9)) as [number, number, number]);
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
  prints: Joi.array().max(60).items(printFactsSchema).required(),
  notes: text(LIMITS.notes).required(),
  order: Joi.number().min(-1e9).max(1e9).required(),
})
  .unknown(true)
  .custom(sensibleSize);

export const paintSchema = Joi.object({
  id,
  sceneId: id,
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
  sceneId: id,
  title: name.required(),
  handsOnS: duration.required(),
  waitS: duration.required(),
  family: family.allow(null).required(),
}).unknown(true);

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
}).unknown(true);

export const projectSchema = Joi.object({
  scene: sceneSchema.required(),
  parts: Joi.array().max(LIMITS.parts).items(partSchema).required(),
  paints: Joi.array().max(LIMITS.paints).items(paintSchema).required(),
  procedures: Joi.array().max(LIMITS.procedures).items(procedureSchema).required(),
  records: Joi.array().max(LIMITS.records).items(recordSchema).required(),
}).unknown(true);

export const fields = { id, name, text, within, count, duration, plannedS, moment, day, factor, clock, up, typedEstimate };
