import Joi from "joi";
import { LIMITS, type LookSwatch, type SceneRow, type WaitedFor } from "../project";
import type { Scale } from "../scale";
import {
  AXES,
  FACES,
  FIDELITIES,
  FINISHES,
  HANDLINGS,
  HOME_KINDS,
  SURENESS,
  type Home,
  type HouseStandards,
  type RealDimension,
  type Reference,
} from "../subject";
import { count, id, name, oneOf, text, within } from "../field";
import {
  FIT_CAUSES,
  FIT_VERDICTS,
  GLUES,
  JOINT_HOW,
  JOINT_REACH,
  JOINT_SIGHT,
  MATERIALS,
  PATTERNS,
  type Axis3,
  type DryFit,
  type Joint,
  type PinSaid,
  type Placing,
  type Side,
} from "../joint";
import { day, demanded, hashSchema, hex, mmOrNull, moment, positive, strict } from "./blocks";
import { POURS } from "../ground";
import { FACE_KINDS, type Effect } from "../paint";
import { lightSchemas, type Light } from "../light";
import { groundSchemas } from "./ground";
import { JOINT_KINDS, type Plate, type PlatePiece } from "../print";

export const scaleSchema = Joi.object<Scale, true>({
  kind: Joi.string().valid("ratio", "railway", "figure").required(),
  ratio: within(LIMITS.ratio).required(),
  railway: Joi.string().max(40).optional(),
  figureMm: Joi.number().min(2).max(400).optional(),
  school: Joi.string().valid("eye", "crown").optional(),
  statureMm: Joi.number().min(500).max(2600).optional(),
});

/** What a scene chooses about its subject; each can be changed by itself. */
export const subjectSchemas = {
  secondary: strict<NonNullable<SceneRow["secondary"]>>({
    ratio: within(LIMITS.ratio),
    use: Joi.string().valid("forced perspective", "background"),
  }).allow(null),
  fidelity: oneOf(FIDELITIES),
  handling: oneOf(HANDLINGS),
  finish: oneOf(FINISHES),
  house: strict<HouseStandards>({
    gridMm: mmOrNull,
    clipSlotMm: mmOrNull,
    wallHeightMm: mmOrNull,
    baseMm: mmOrNull,
    groundHex: hex.allow(null),
  }),
  homes: Joi.array()
    .max(LIMITS.homes)
    .items(
      strict<Home>({
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
      strict<RealDimension>({
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
      strict<Reference>({
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

/** A place on a plate: somewhere on the largest bed there is, or beside it while it is moved. */
const place = within({ least: -1e5, most: 1e5 });

export const pieceSchema = strict<PlatePiece>({
  id,
  partId: id,
  variation: id.allow(null),
  xMm: place,
  yMm: place,
  turnDeg: within({ least: -360, most: 360 }),
});
export const plateSchema = strict<Plate>({
  id,
  printerId: id,
  order: within({ least: -1e9, most: 1e9 }),
  pieces: Joi.array().max(LIMITS.platePieces).items(pieceSchema),
  byHand: Joi.boolean(),
});

const oneOfKeys = (table: object): Joi.StringSchema => Joi.string().valid(...Object.keys(table));
const dryFitSchema = strict<DryFit>({
  id,
  at: moment,
  verdict: Joi.string().valid(...Object.keys(FIT_VERDICTS)),
  amountMm: within(LIMITS.gapMm),
  cause: Joi.string().valid(...Object.keys(FIT_CAUSES)),
});
const jointSchema = strict<Joint>({
  id,
  a: id,
  b: Joi.alternatives(
    strict<Extract<Side, { kind: "part" }>>({ kind: Joi.string().valid("part"), partId: id }),
    strict<{ kind: "board" | "ground" }>({ kind: Joi.string().valid("board", "ground") }),
    strict<Extract<Side, { kind: "words" }>>({ kind: Joi.string().valid("words"), words: name }),
  ),
  bMaterial: Joi.string()
    .valid(...MATERIALS)
    .allow(null),
  count: count({ least: 1, most: LIMITS.copies.most }).allow(null),
  pattern: oneOfKeys(PATTERNS),
  across: count({ least: 1, most: LIMITS.copies.most }),
  how: oneOfKeys(JOINT_HOW),
  paint: Joi.string().valid("before", "after"),
  reach: oneOfKeys(JOINT_REACH),
  load: Joi.boolean(),
  glueId: oneOf(GLUES).allow(null),
  lengthMm: within({ least: 0, most: 1e6 }),
  widthMm: within(LIMITS.gapMm),
  sight: oneOfKeys(JOINT_SIGHT),
  textured: Joi.boolean(),
  cut: strict<NonNullable<Joint["cut"]>>({
    kind: oneOfKeys(JOINT_KINDS),
    clearanceMm: within({ least: 0, most: 5 }),
    sectionMm2: within(LIMITS.areaMm2),
  }).allow(null),
  place: strict<Placing>({
    atMm: Joi.array()
      .length(3)
      .items(within({ least: -LIMITS.placeMm, most: LIMITS.placeMm })),
    turnDeg: within({ least: -360, most: 360 }),
    travel: Joi.alternatives(
      strict<{ kind: "slides"; along: Axis3; byMm: number }>({
        kind: Joi.string().valid("slides"),
        along: Joi.string().valid("x", "y", "z"),
        byMm: within({ least: -LIMITS.placeMm, most: LIMITS.placeMm }),
      }),
      strict<{ kind: "turns"; about: Axis3; byDeg: number }>({
        kind: Joi.string().valid("turns"),
        about: Joi.string().valid("x", "y", "z"),
        byDeg: within({ least: -360, most: 360 }),
      }),
    ).allow(null),
  }).optional(),
  pin: strict<PinSaid>({
    holeMm: within(LIMITS.pinDeepMm),
    coverMm: within(LIMITS.pinMm),
    offsetMm: within(LIMITS.pinReachMm),
    heightMm: within(LIMITS.pinReachMm),
  }).optional(),
  fits: Joi.array().max(LIMITS.dryFits).items(dryFitSchema),
});

const effectSchema = strict<Effect>({
  id,
  name,
  kind: Joi.string().valid("vat", "dome", "pane"),
  round: Joi.boolean(),
  aMm: within(LIMITS.effectMm),
  bMm: within(LIMITS.effectMm),
  deepMm: within(LIMITS.effectDeepMm),
  slopeDeg: within(LIMITS.bankDeg),
  product: Joi.string().valid(...Object.keys(POURS)),
  count: count(LIMITS.effectCount),
  face: Joi.string()
    .valid(...Object.keys(FACE_KINDS))
    .allow(null)
    .optional(),
  words: text(LIMITS.name).optional(),
});

const swatchSchema = strict<LookSwatch>({
  id,
  name,
  hex,
  paintId: id.allow(null),
  onPurpose: text(LIMITS.title),
});

const awaitedSchema = strict<WaitedFor>({
  id,
  what: name,
  day,
  partId: id.allow(null),
  itemId: id.allow(null),
  came: Joi.boolean(),
});

export const sceneSchema = Joi.object<SceneRow, true>({
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
  plates: Joi.array().max(LIMITS.plates).items(plateSchema).required(),
  joints: Joi.array().max(LIMITS.joints).items(jointSchema).required(),
  swatches: Joi.array().max(LIMITS.swatches).items(swatchSchema).optional(),
  effects: Joi.array().max(LIMITS.effects).items(effectSchema).optional(),
  ...groundSchemas,
  awaits: Joi.array().max(LIMITS.awaits).items(awaitedSchema).optional(),
  lights: Joi.array()
    .max(LIMITS.lights)
    .items(Joi.object<Light>({ id, ...lightSchemas }).options({ presence: "required" }))
    .optional(),
  createdAt: moment.required(),
}).unknown(true);
