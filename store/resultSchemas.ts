/** What a computed result must look like before it is taken from a file. */
import Joi from "joi";
import { FILE_UNIT_MM, MESH_FAULTS, MOST_OPENINGS, SOLID_HOW } from "../core/mesh";
import { LIMITS } from "../core/project";
import type { ResultKind } from "../core/results";
import { count, text, turnField, within } from "../core/field";
import { atLeast0, hashSchema, partExtras, plannedS, positive } from "../core/rows";

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
  solid: Joi.object({ value: atLeast0, low: atLeast0, high: atLeast0, how: Joi.string().valid(...Object.keys(SOLID_HOW)) })
    .options({ presence: "required" })
    .optional(),
  areaMm2: atLeast0,
  centroidMm: Joi.array().length(3).items(Joi.number()),
  findings: Joi.array()
    .max(50)
    .items(Joi.object({ code: Joi.string().valid(...MESH_FAULTS), count: atLeast0 }).options({ presence: "required" })),
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
    .max(MOST_OPENINGS)
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

const sum = within({ least: -1e12, most: 1e12 });
const sumSchema = Joi.object({ value: sum, low: sum, high: sum }).options({ presence: "required" });
const filamentParts = Joi.object({
  wallMm3: atLeast0,
  skinMm3: atLeast0,
  infillMm3: atLeast0,
  underMm3: atLeast0,
  infill: atLeast0,
  supportDensity: atLeast0,
  overhangDeg: atLeast0,
  densityGCm3: positive,
  slopes: atLeast0,
}).options({ presence: "required" });
const resinParts = Joi.object({
  heightMm: atLeast0,
  liftCycleS: atLeast0,
  copies: atLeast0,
  plates: atLeast0,
  lossMlPerPlate: atLeast0,
  curedDensityGCm3: positive,
  points: Joi.object({ count: atLeast0, tipMm: atLeast0, meanMm: atLeast0 }).options({ presence: "required" }).allow(null),
}).options({ presence: "required" });
const wayUpSchema = Joi.object({
  areaMm2: atLeast0,
  overhangMm2: atLeast0,
  gentleMm2: atLeast0,
  footing: atLeast0,
  lie: Joi.object({
    flat: Joi.boolean(),
    thickMm: atLeast0,
    narrowMm: atLeast0,
    flatS: atLeast0,
    flatMm3: atLeast0,
    raisedS: atLeast0,
    raisedMm3: atLeast0,
  })
    .options({ presence: "required" })
    .allow(null),
}).options({ presence: "required" });
const printSchema = Joi.object({
  factor: positive,
  turn: turnField,
  up: wayUpSchema,
  fits: Joi.boolean(),
  pieces: count({ least: 1, most: 1e6 }),
  perPlate: count(LIMITS.pieces),
  overMm: Joi.array().length(3).items(atLeast0),
  fixedS: plannedS,
  fixedMm3: sum,
  sizeOnly: Joi.boolean(),
  one: Joi.object({
    process: Joi.string().valid("fdm", "resin"),
    layers: atLeast0,
    layerMm: positive,
    timeS: sumSchema,
    materialMm3: sumSchema,
    massG: sumSchema,
    parts: Joi.when("process", { is: "fdm", then: filamentParts, otherwise: resinParts }),
    supportMm3: atLeast0,
    layering: Joi.object({
      times: Joi.array()
        .max(400)
        .items(Joi.object({ count: atLeast0, aloneS: atLeast0, amongS: atLeast0 }).options({ presence: "required" })),
      leastLayerS: atLeast0,
      supportS: atLeast0,
    })
      .options({ presence: "required" })
      .optional(),
  }).options({ presence: "required" }),
}).options({ presence: "required" });

const numbers = Joi.array().items(Joi.number());
const sheetSchema = Joi.object({
  // Each of the three, once: a page draws them by name.
  views: Joi.array()
    .length(3)
    .unique("name")
    .items(
      Joi.object({
        name: Joi.string().valid("front", "side", "plan"),
        widthMm: atLeast0,
        heightMm: atLeast0,
        outline: numbers,
        features: numbers,
        hidden: numbers,
      }).options({ presence: "required" }),
    ),
  hatches: Joi.array()
    .max(1000)
    .items(
      Joi.object({
        surface: Joi.number(),
        view: text(20),
        rings: Joi.array().items(numbers),
        anchorMm: Joi.array().length(2).items(Joi.number()),
        pixels: atLeast0,
      }).options({ presence: "required" }),
    ),
}).options({ presence: "required" });

const point = Joi.array().length(3).items(Joi.number());
const shareOf = Joi.number().min(0).max(1.0001);
const surfacesSchema = Joi.object({
  bounds,
  areaMm2: atLeast0,
  list: Joi.array()
    .max(100)
    .items(
      Joi.object({
        id: atLeast0,
        name: text(60),
        facing: Joi.string().valid("front", "back", "left", "right", "up", "down"),
        at: point,
        normal: point,
        areaMm2: atLeast0,
        reliefMm2: atLeast0,
        looks: Joi.array()
          .min(1)
          .max(1100)
          .items(
            Joi.object({ normal: point, areaMm2: atLeast0, spreadDeg: Joi.number().min(0).max(180) }).options({ presence: "required" }),
          ),
        flat: Joi.boolean(),
        lengthMm: atLeast0,
        widthMm: atLeast0,
        faces: Joi.object({ count: atLeast0, longMm: atLeast0, shortMm: atLeast0, long: point, short: point }).options({
          presence: "required",
        }),
        groove: Joi.object({ widthMm: atLeast0, depthMm: atLeast0, lengthMm: atLeast0 }).options({ presence: "required" }).allow(null),
        reliefDepthMm: atLeast0,
        inner: shareOf,
        triangles: atLeast0,
        gathered: Joi.boolean(),
        wall: Joi.object({ leastMm: atLeast0, usualMm: atLeast0, points: atLeast0 }).options({ presence: "required" }).allow(null),
        open: shareOf,
      }).options({ presence: "required" }),
    ),
}).options({ presence: "required" });

/** Kinds that travel: the others are asked for seldom and found again soon. */
type Travelling = Exclude<ResultKind, "areas" | "balance" | "crossings" | "fields" | "foot" | "ways" | "hollow" | "cuts" | "zones">;

const RESULT_SCHEMAS: Record<Travelling, Joi.Schema> = {
  mesh: Joi.object({ report: reportSchema, outsideMm2: atLeast0 }).options({ presence: "required" }),
  walls: wallsSchema,
  print: printSchema,
  outline: sheetSchema,
  surfaces: surfacesSchema,
  marks: Joi.array()
    .max(100)
    .items(Joi.object({ hidden: shareOf, covered: shareOf, mating: shareOf }).options({ presence: "required" })),
  sheet: sheetSchema,
  footprint: Joi.object({
    rings: Joi.array().min(1).max(5000).items(Joi.array().min(6).items(Joi.number())),
    widthMm: positive,
    depthMm: positive,
    heightMm: positive,
    areaMm2: positive,
    contactMm2: atLeast0,
    largestMm2: atLeast0,
  }).options({ presence: "required" }),
};

const meshGeometry = Joi.object({
  hash: hashSchema.required(),
  unit: Joi.string()
    .valid(...Object.keys(FILE_UNIT_MM))
    .required(),
});
const geometry = Joi.alternatives(
  meshGeometry,
  Joi.object({ sizeMm: Joi.array().length(3).items(positive).required(), shell: Joi.boolean().required() }),
).required();
const factor = within(LIMITS.factor).required();
const INPUT_SCHEMAS: Record<Travelling, Joi.ObjectSchema> = {
  mesh: Joi.object({ geometry: meshGeometry.required() }),
  walls: Joi.object({ geometry: meshGeometry.required() }),
  print: Joi.object({ geometry, factor, turn: turnField.allow(null).required(), profile: Joi.object().unknown(true).required() }),
  outline: Joi.object({ geometry, factor }),
  sheet: Joi.object({ geometry, factor }),
  surfaces: Joi.object({ geometry }),
  marks: Joi.object({ geometry, faces: partExtras.faces.required() }),
  footprint: Joi.object({ geometry, factor, turn: turnField.required() }),
};

/** Is this a result that could be shown? Its figures are still those of whoever made the file. */
export function isResult(kind: unknown, inputs: unknown, value: unknown): kind is Travelling {
  return (
    typeof kind === "string" &&
    Object.hasOwn(RESULT_SCHEMAS, kind) &&
    !INPUT_SCHEMAS[kind as Travelling].required().validate(inputs, { convert: false }).error &&
    !RESULT_SCHEMAS[kind as Travelling].required().validate(value, { convert: false }).error
  );
}
