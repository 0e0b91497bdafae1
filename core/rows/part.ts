import Joi from "joi";
import { MATERIALS } from "../joint";
import { FACE_KINDS, type FaceMark } from "../print";
import { checkPartSize, type Money } from "../units";
import { FILE_UNIT_MM, UPS, type MeshWarning } from "../mesh";
import {
  LIMITS,
  type ColourArea,
  type LookDetail,
  PART_FIELDS,
  type PartFields,
  type OtherWays,
  type OwnMeasures,
  type PartRow,
  type PartVersion,
  type SaidMesh,
  type SaidSurface,
  type SurfacePhoto,
  type SaidSource,
  type Sighting,
  type Tally,
  type Variation,
  type Zone,
} from "../project";
import { FIDELITIES, FINISHES, HANDLINGS, REAL_MATERIALS, type Configuration } from "../subject";
import type { Anchor } from "../surface";
import { count, duration, id, name, oneOf, schemasOf, text, within } from "../field";
import { WORK_KINDS } from "../stations/kinds";
import { currency, demanded, factor, hashSchema, hex, minor, mmOrNull, moment, noKind, positive, size, strict } from "./blocks";

/** A place in the size of the file. */
const fileMm = Joi.number().min(-1e6).max(1e6);

const direction = Joi.number().min(-1.0001).max(1.0001);
export const anchorSchema = strict<Anchor>({
  at: Joi.array().length(3).items(Joi.number().min(-1).max(2)),
  normal: Joi.array().length(3).items(direction),
  share: Joi.number().min(0).max(1.0001),
});
/** What can be said of a surface, each by itself. */
export const saidOfSurface = {
  name: text(LIMITS.shortText),
  sight: Joi.string().valid("", "seen", "hidden", "mating", "covered"),
  material: Joi.string().valid("", ...REAL_MATERIALS.map((m) => m.id)),
  brush: Joi.string().valid("", "dry", "none"),
  bristle: Joi.string().valid("stiff", "soft"),
  stroke: Joi.string().valid("along", "across"),
};
export const surfacePhotoSchema = strict<SurfacePhoto>({ hash: hashSchema, when: Joi.string().valid("before", "after"), at: moment });

/** What a part may choose otherwise, and what is known of it beyond its mesh. */
export const partExtras = {
  ...(schemasOf(PART_FIELDS) as Joi.StrictSchemaMap<PartFields>),
  tags: Joi.array().max(LIMITS.tags).unique().items(Joi.string().trim().min(1).max(LIMITS.tag)),
  pictures: Joi.array().max(LIMITS.pictures).unique().items(hashSchema),
  fileCost: strict<Money>({ minor: minor.integer(), currency }).allow(null),
  tally: strict<Tally>({
    fitted: count(LIMITS.pieces),
    primed: count(LIMITS.pieces),
    painted: count(LIMITS.pieces),
    placed: count(LIMITS.pieces),
  }),
  variations: Joi.array()
    .max(LIMITS.variations)
    .items(
      strict<Variation>({
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
      strict<Sighting>({
        id,
        thing: name,
        lowRealMm: positive,
        highRealMm: positive,
        fileMm: positive,
        how: Joi.string().valid("picked", "typed"),
      }),
    ),
  measures: strict<OwnMeasures>({ clipSlotMm: mmOrNull, wallHeightMm: mmOrNull, baseMm: mmOrNull, groundHex: hex.allow(null) }),
  configurations: Joi.array()
    .max(LIMITS.configurations)
    .items(strict<Configuration>({ name, sizeMm: size })),
  surfaces: Joi.array()
    .max(LIMITS.surfaces)
    .items(
      strict<SaidSurface>({
        id,
        anchor: anchorSchema.allow(null),
        ...saidOfSurface,
        photos: Joi.array().max(LIMITS.surfacePhotos).items(surfacePhotoSchema),
      }),
    ),
  faces: Joi.array()
    .max(LIMITS.faces)
    .items(
      strict<FaceMark>({
        id,
        kind: Joi.string().valid(...Object.keys(FACE_KINDS)),
        where: Joi.alternatives(
          Joi.object({ at: Joi.array().length(3).items(fileMm).required() }),
          Joi.object({ belowMm: fileMm.required() }),
          Joi.object({
            facing: Joi.string()
              .valid(...UPS)
              .required(),
          }),
          Joi.object({ axis: Joi.string().valid("x", "y", "z").required(), planeMm: fileMm.required() }),
        ),
      }),
    ),
  zones: Joi.array()
    .max(LIMITS.zones)
    .items(
      strict<Zone>({
        id,
        name,
        axis: Joi.string().valid("x", "y", "z"),
        fromMm: fileMm,
        toMm: fileMm,
        infill: Joi.number().min(0).max(1),
        wallLines: count({ least: 1, most: 20 }),
      }),
    ),
  otherWays: strict<OtherWays>({
    currency,
    buyMinor: minor.allow(null),
    serviceMinor: minor.allow(null),
    scratchS: within(LIMITS.durationS).allow(null),
    scratchMinor: minor.allow(null),
    hourMinor: minor,
  }).allow(null),
  differs: Joi.object<PartRow["differs"], true>({
    fidelity: oneOf(FIDELITIES).optional(),
    handling: oneOf(HANDLINGS).optional(),
    finish: oneOf(FINISHES).optional(),
    viewingDistanceMm: within(LIMITS.viewingDistanceMm).optional(),
  }),
};

const warningSchema = Joi.object<MeshWarning, true>({
  code: text().required(),
  message: text().required(),
  count: Joi.number().optional(),
});

export const sourceSchema = Joi.alternatives().conditional(".kind", {
  switch: [
    {
      is: "mesh",
      then: strict<SaidMesh>({
        kind: Joi.string().valid("mesh"),
        hash: hashSchema,
        fileName: text(300),
        unit: Joi.string().valid(...Object.keys(FILE_UNIT_MM)),
        unitReason: text(),
        warnings: Joi.array().max(50).items(warningSchema),
      }),
    },
    {
      is: "typed",
      then: strict<Extract<SaidSource, { kind: "typed" }>>({ kind: Joi.string().valid("typed"), sizeMm: size, shell: Joi.boolean() }),
    },
    {
      is: "scratch",
      then: strict<Extract<SaidSource, { kind: "scratch" }>>({
        kind: Joi.string().valid("scratch"),
        sizeMm: size,
        material: Joi.string().valid(...MATERIALS),
      }),
    },
  ],
  otherwise: noKind,
});

export const workSchema = Joi.alternatives().conditional(".kind", {
  switch: WORK_KINDS.map(({ kind, fields }) => ({
    is: kind,
    then: Joi.object({ id, kind: Joi.string().valid(kind), ...schemasOf(fields) }).options({ presence: "required" }),
  })),
  otherwise: noKind,
});

/** A size that is said must be of a part that can be built; that of a mesh is judged when it is read. */
const sensibleSize = (part: PartRow, helpers: Joi.CustomHelpers): PartRow | Joi.ErrorReport => {
  if (part.source.kind === "mesh") return part;
  const sensible = checkPartSize(part.source.sizeMm.map((v) => Math.max(v * part.factor, 1e-9)) as [number, number, number]);
  return sensible.ok ? part : helpers.message({ custom: `{{#label}} has a size that no part has: ${sensible.problem.message}` });
};

const detailSchema = strict<LookDetail>({
  id,
  what: name,
  wanted: Joi.string().valid("must", "should", "skip"),
  handsOnS: duration.allow(null),
  done: Joi.boolean(),
});

const areaSchema = strict<ColourArea>({
  id,
  name,
  by: Joi.string().valid("bucket", "surface", "below", "above", "gentler", "steeper"),
  mm: within(LIMITS.areaMm).allow(null),
  deg: within(LIMITS.areaDeg).allow(null),
  surface: text(60),
  at: Joi.array().length(3).items(Joi.number().min(-1e6).max(1e6)).allow(null),
});

export const partSchema = Joi.object<PartRow & { prints?: never }, true>({
  ...demanded(partExtras),
  versions: Joi.array()
    .max(LIMITS.versions)
    .items(strict<PartVersion>({ source: sourceSchema, factor, at: moment, note: text(200) }))
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
  prints: Joi.string().forbidden(),
  notes: text(LIMITS.notes).required(),
  order: Joi.number().min(-1e9).max(1e9).required(),
  details: Joi.array().max(LIMITS.details).items(detailSchema).optional(),
  areas: Joi.array().max(LIMITS.areas).items(areaSchema).optional(),
  stands: Joi.string()
    .valid(...UPS)
    .optional(),
  neverCut: text(LIMITS.shortText).optional(),
})
  .unknown(true)
  .custom(sensibleSize);
