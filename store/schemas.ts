/** Joi schemas of everything that is stored, imported or sent to a command. Unknown fields of a scene are kept. */
import Joi from "joi";
import { FAMILIES, METHODS } from "../core/coat";
import { GLUES, MATERIALS } from "../core/joint";
import { FILE_UNIT_MM, UPS } from "../core/mesh";
import { AXES, FACES, FIDELITIES, FINISHES, HANDLINGS, HOME_KINDS, REAL_MATERIALS, SURENESS } from "../core/subject";
import { SCHOOLS } from "../core/surface";

const id = Joi.string().min(1).max(100);
const text = (most = 400): Joi.StringSchema => Joi.string().allow("").max(most);
const name = Joi.string().trim().min(1).max(120);
const positive = Joi.number().greater(0).less(1e9);
const atLeast0 = Joi.number().min(0).less(1e15);
const size = Joi.array().length(3).items(positive);
const family = Joi.string().valid(...Object.keys(FAMILIES));
const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);

const printerBase = {
  id: id.required(),
  name: name.required(),
  bedMm: size.required(),
  marginMm: Joi.number().min(0).max(50).required(),
  layerMm: Joi.number().min(0.01).max(1).required(),
  currency: Joi.string().length(3).uppercase().required(),
  startS: Joi.number().min(0).max(36000).required(),
};

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
    speedMmS: Joi.object({ outerWall: positive, innerWall: positive, skin: positive, infill: positive, travel: positive })
      .options({ presence: "required" })
      .required(),
    accelerationMmS2: positive.required(),
    cornerMmS: positive.required(),
    leastLayerS: atLeast0.required(),
    layerChangeS: atLeast0.required(),
    densityGCm3: positive.required(),
    pricePerKgMinor: atLeast0.required(),
  }).unknown(true),
  otherwise: Joi.object({
    ...printerBase,
    process: Joi.string().valid("resin").required(),
    bottomLayers: Joi.number().integer().min(0).max(50).required(),
    bottomExposureS: positive.required(),
    exposureS: positive.required(),
    lift: Joi.object({ distanceMm: atLeast0, liftMmMin: positive, retractMmMin: positive, restS: atLeast0 })
      .options({ presence: "required" })
      .required(),
    supportShare: Joi.number().min(0).max(2).required(),
    supportLiftMm: Joi.number().min(0).max(30).required(),
    lossMlPerPlate: atLeast0.required(),
    curedDensityGCm3: positive.required(),
    pricePerLitreMinor: atLeast0.required(),
  }).unknown(true),
});

export const scaleSchema = Joi.object({
  kind: Joi.string().valid("ratio", "railway", "figure").required(),
  ratio: Joi.number().min(1).max(5000).required(),
  railway: Joi.string().max(40).optional(),
  figureMm: Joi.number().min(2).max(400).optional(),
  school: Joi.string().valid("eye", "crown").optional(),
  statureMm: Joi.number().min(500).max(2600).optional(),
});

export const eveningsSchema = Joi.array()
  .max(50)
  .items(Joi.object({ weekday: Joi.number().integer().min(0).max(6).required(), from: clock.required(), to: clock.required() }));

const ids = (list: readonly { id: string }[]): Joi.StringSchema => Joi.string().valid(...list.map((x) => x.id));
const mmOrNull = positive.allow(null);
const hex = Joi.string().pattern(/^#[0-9a-f]{6}$/i);
export const hashSchema = Joi.string().pattern(/^[0-9a-f]{64}$/);
const required = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });

/** What a scene chooses about its subject; each can be changed by itself. */
export const subjectSchemas = {
  secondary: required({
    ratio: Joi.number().min(1).max(5000),
    use: Joi.string().valid("forced perspective", "background"),
  }).allow(null),
  fidelity: ids(FIDELITIES),
  handling: ids(HANDLINGS),
  finish: ids(FINISHES),
  house: required({ gridMm: mmOrNull, clipSlotMm: mmOrNull, wallHeightMm: mmOrNull, baseMm: mmOrNull, groundHex: hex.allow(null) }),
  homes: Joi.array()
    .max(40)
    .items(required({ id, name, kind: Joi.string().valid(...HOME_KINDS), sizeMm: Joi.array().length(3).items(atLeast0) })),
  dimensions: Joi.array()
    .max(300)
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
    .max(200)
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
    .max(200)
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
  group: text(60),
  tags: Joi.array().max(20).unique().items(Joi.string().trim().min(1).max(40)),
  pictures: Joi.array().max(60).items(hashSchema),
  licence: text(200),
  fileCost: required({ minor: Joi.number().integer().min(0).max(1e9), currency: Joi.string().length(3).uppercase() }).allow(null),
  tally: required({
    fitted: Joi.number().integer().min(0).max(5000),
    primed: Joi.number().integer().min(0).max(5000),
    painted: Joi.number().integer().min(0).max(5000),
    placed: Joi.number().integer().min(0).max(5000),
  }),
  placedByMap: Joi.boolean(),
  variations: Joi.array()
    .max(100)
    .items(
      required({
        id,
        copies: Joi.number().integer().min(1).max(5000),
        mirrored: Joi.boolean(),
        percent: Joi.number().min(1).max(1000),
        state: text(40),
        extraColour: text(60),
      }),
    ),
  sightings: Joi.array()
    .max(40)
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
    .max(10)
    .items(required({ name, sizeMm: size })),
  materials: Joi.array()
    .max(60)
    .items(required({ surface: text(100), material: ids(REAL_MATERIALS) })),
  differs: Joi.object({
    fidelity: ids(FIDELITIES).optional(),
    handling: ids(HANDLINGS).optional(),
    finish: ids(FINISHES).optional(),
    viewingDistanceMm: Joi.number().min(50).max(20000).optional(),
  }),
};

const demanded = <T extends Record<string, Joi.Schema>>(schemas: T): Joi.SchemaMap =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.required()]));

export const sceneSchema = Joi.object({
  ...demanded(subjectSchemas),
  id: id.required(),
  name: name.required(),
  demo: Joi.boolean().required(),
  scale: scaleSchema.required(),
  scaleAnswered: Joi.boolean().required(),
  viewingDistanceMm: Joi.number().min(50).max(20000).required(),
  printers: Joi.array().max(20).items(printerSchema).required(),
  evenings: eveningsSchema.required(),
  timeZone: Joi.string().max(60).required(),
  readyBy: Joi.string().isoDate().allow(null).required(),
  createdAt: atLeast0.required(),
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
  otherwise: Joi.forbidden(),
});

const up = Joi.string().valid(...UPS);
const typedEstimate = Joi.object({ timeS: positive.required(), massG: atLeast0.required(), text: text(100).required() }).allow(null);
const item = (kind: string, keys: Joi.SchemaMap): Joi.ObjectSchema =>
  Joi.object({ id: id, kind: Joi.string().valid(kind), ...keys }).options({ presence: "required" });
const workShapes: Record<string, Joi.ObjectSchema> = {
  print: item("print", { printerId: id, up, typed: typedEstimate }),
  hide: item("hide", {
    school: Joi.string().valid(...SCHOOLS.map((s) => s.id)),
    areaMm2: atLeast0,
    cuspMm: atLeast0,
    pitchMm: atLeast0,
    surface: text(100),
  }),
  coat: item("coat", { paintId: id, method: Joi.string().valid(...Object.keys(METHODS)), coats: Joi.number().integer().min(1).max(20) }),
  glue: item("glue", {
    glueId: Joi.string().valid(...GLUES.map((g) => g.id)),
    to: name,
    toMaterial: Joi.string().valid(...MATERIALS),
    gapMm: Joi.number().min(0).max(50),
    load: Joi.boolean(),
  }),
  ground: item("ground", { recipeId: id, areaMm2: positive, depthMm: Joi.number().greater(0).max(200) }),
  own: item("own", { title: name, handsOnS: atLeast0, waitS: atLeast0, family: family.allow(null), procedureId: id.allow(null) }),
};
export const workSchema = Joi.alternatives().conditional(".kind", {
  switch: Object.entries(workShapes).map(([kind, then]) => ({ is: kind, then })),
  otherwise: Joi.forbidden(),
});

const figure = Joi.object({
  value: Joi.number(),
  low: Joi.number(),
  high: Joi.number(),
  formula: text(600),
  inputs: Joi.array()
    .max(50)
    .items(Joi.object({ name: text(), value: text() })),
  assumptions: Joi.array()
    .max(50)
    .items(Joi.object({ text: text(600), kind: text(40), source: text().optional() })),
}).options({ presence: "required" });
export const printFactsSchema = Joi.object({
  printerId: id,
  profile: text(4000),
  factor: positive,
  version: Joi.number(),
  up,
  upWhy: Joi.array().items(text()),
  fits: Joi.boolean(),
  pieces: Joi.number().integer().min(1),
  perPlate: atLeast0,
  overMm: Joi.array().length(3).items(atLeast0),
  fixedS: atLeast0,
  fixedMinor: atLeast0,
  fixedMm3: atLeast0,
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
  }).options({ presence: "required" }),
}).options({ presence: "required" });

export const partSchema = Joi.object({
  ...demanded(partExtras),
  versions: Joi.array()
    .max(50)
    .items(Joi.object({ source: sourceSchema, factor: positive, at: atLeast0, note: text(200) }).options({ presence: "required" }))
    .required(),
  id: id.required(),
  sceneId: id.required(),
  name: name.required(),
  source: sourceSchema.required(),
  factor: Joi.number().greater(0).max(1000).required(),
  copies: Joi.number().integer().min(1).max(5000).required(),
  goodBefore: Joi.number().integer().min(0).required(),
  failedBefore: Joi.number().integer().min(0).required(),
  work: Joi.array().max(200).items(workSchema).required(),
  prints: Joi.array().max(40).items(printFactsSchema).required(),
  notes: text(5000).required(),
  order: Joi.number().required(),
}).unknown(true);

export const paintSchema = Joi.object({
  id: id.required(),
  sceneId: id.required(),
  name: name.required(),
  hex: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
  family: family.required(),
  sheen: Joi.string().valid("matt", "satin", "gloss").required(),
  stockMl: atLeast0.required(),
}).unknown(true);

export const procedureSchema = Joi.object({
  id: id.required(),
  sceneId: id.required(),
  title: name.required(),
  handsOnS: atLeast0.required(),
  waitS: atLeast0.required(),
  family: family.allow(null).required(),
}).unknown(true);

export const recordSchema = Joi.object({
  id: id.required(),
  sceneId: id.required(),
  partId: id.required(),
  stepKey: text(300).required(),
  title: text(300).required(),
  time: Joi.string().valid("hands", "machine").required(),
  startedAt: atLeast0.required(),
  finishedAt: atLeast0.allow(null).required(),
  plannedS: atLeast0.required(),
  waitS: atLeast0.required(),
  result: Joi.string().valid("good", "partly", "failed").allow(null).required(),
  good: Joi.number().integer().min(0).required(),
  failed: Joi.number().integer().min(0).required(),
  wentWrong: text(1000).required(),
}).unknown(true);

export const projectSchema = Joi.object({
  scene: sceneSchema.required(),
  parts: Joi.array().max(5000).items(partSchema).required(),
  paints: Joi.array().max(2000).items(paintSchema).required(),
  procedures: Joi.array().max(500).items(procedureSchema).required(),
  records: Joi.array().max(50000).items(recordSchema).required(),
}).unknown(true);

export const fields = { id, name, text, positive, atLeast0, family, clock, size, up, typedEstimate };
