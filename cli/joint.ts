/** `inch fit` and `inch hold`: does it go together after paint, and does it stay. */
import Joi from "joi";
import { buckleN, buttMPa, fitOf, HOLES, pinOf, tipDeg, WIRES, type FitAsked, type PinAsked } from "../core/joint";
import { ok, type Result } from "../core/units";
import { checked } from "./json";

const mm = Joi.number().greater(0).max(10_000).required();
const spread = Joi.number().min(0).max(100).required();

const FIT_HOLDS = '{"nominalMm","biasMm","biasSpreadMm","spreadMm","filmsMm":[…],"needMm","count"}, all of one side';
const fitSchema = Joi.object({
  nominalMm: Joi.number().min(-100).max(100).required(),
  biasMm: Joi.number().min(-100).max(100).required(),
  biasSpreadMm: spread,
  spreadMm: spread,
  filmsMm: Joi.array().max(50).items(Joi.number().min(0).max(50)).required(),
  needMm: Joi.number().min(-100).max(100).required(),
  count: Joi.number().integer().min(1).max(100_000).required(),
}).unknown(true);

/** Room that is left after paint, mm, and the chance that one and that all go. */
export function fit(bytes: Uint8Array): Result<unknown> {
  const file = checked<FitAsked>(new TextDecoder().decode(bytes), fitSchema, "fit.shape", FIT_HOLDS);
  return file.ok ? ok(fitOf(file.value)) : file;
}

const HOLD_HOLDS =
  '{"kind":"pin","massG","offsetMm","heightMm","wire":{"material","dMm"},"holeMm","coverMm"}, or of kind tip {"centreMm","edgeMm"}, leg {"eMPa","dMm","lengthMm"}, butt {"widthMm","thickMm","forceN","leverMm"}';
type Hold =
  | ({ kind: "pin" } & PinAsked)
  | { kind: "tip"; centreMm: number; edgeMm: number }
  | { kind: "leg"; eMPa: number; dMm: number; lengthMm: number }
  | { kind: "butt"; widthMm: number; thickMm: number; forceN: number; leverMm: number };

const OF_KIND: Record<Hold["kind"], Joi.SchemaMap> = {
  pin: {
    massG: Joi.number().greater(0).max(1e6).required(),
    offsetMm: Joi.number().min(0).max(10_000).required(),
    heightMm: mm,
    wire: Joi.object({
      material: Joi.string()
        .valid(...Object.keys(WIRES))
        .required(),
      dMm: mm,
      innerMm: Joi.number().min(0).less(Joi.ref("dMm")),
    })
      .unknown(true)
      .required(),
    holeMm: mm,
    coverMm: mm,
    body: Joi.string()
      .valid(...Object.keys(HOLES))
      .default("filament"),
  },
  tip: { massG: Joi.number().greater(0), centreMm: mm, edgeMm: Joi.number().min(0).max(10_000).required() },
  leg: { eMPa: Joi.number().greater(0).max(1e6).required(), dMm: mm, lengthMm: mm },
  butt: { widthMm: mm, thickMm: mm, forceN: Joi.number().min(0).max(1e5).required(), leverMm: Joi.number().min(0).max(10_000).required() },
};
const HOLD_KINDS = Object.keys(OF_KIND) as Hold["kind"][];
const holdSchema = Joi.alternatives().conditional(".kind", {
  switch: HOLD_KINDS.map((kind) => ({ is: kind, then: Joi.object({ kind: Joi.any(), ...OF_KIND[kind] }).unknown(true) })),
  otherwise: Joi.object({
    kind: Joi.string()
      .valid(...HOLD_KINDS)
      .required(),
  }).unknown(true),
});

/** How far a pin nods and what it presses, where a piece tips, when a leg buckles, what a butt joint bears: mm, g, N and MPa. */
export function hold(bytes: Uint8Array): Result<unknown> {
  const file = checked<Hold>(new TextDecoder().decode(bytes), holdSchema, "hold.shape", HOLD_HOLDS);
  if (!file.ok) return file;
  const asked = file.value;
  switch (asked.kind) {
    case "pin":
      return ok(pinOf(asked));
    case "tip":
      return ok({ tipDeg: tipDeg(asked) });
    case "leg":
      return ok({ buckleN: buckleN(asked) });
    case "butt":
      return ok({ stressMPa: buttMPa(asked) });
  }
}
