/** `inch board` and `inch bank`: what a board weighs and how it is lifted, and what a bank round a plinth takes. */
import Joi from "joi";
import {
  BOARD_MATERIALS,
  bankOf,
  carried,
  groundAmounts,
  GROUND_METHODS,
  methodById,
  methodCalled,
  rectangle,
  type BoardLayer,
} from "../core/ground";
import { ringArea, selfCrossing } from "../core/lay";
import { boardSentence } from "../core/look";
import { loadSolids } from "../core/slice";
import { fail, ok, type Result } from "../core/units";
import { checked } from "./json";

const side = Joi.number().greater(0).max(20_000).required();

const BOARD_HOLDS =
  '{"widthMm","lengthMm","layers":[{"material","thicknessMm","eMPa","densityKgM3"}],"ground":{"recipe","depthMm"},"loadKg"}, layers from below';
const boardSchema = Joi.object({
  widthMm: side,
  lengthMm: side,
  layers: Joi.array()
    .min(1)
    .max(20)
    .required()
    .items(
      Joi.object({
        material: Joi.string()
          .valid(...Object.keys(BOARD_MATERIALS))
          .required(),
        thicknessMm: Joi.number().greater(0).max(1000).required(),
        eMPa: Joi.number().greater(0).max(1e6),
        densityKgM3: Joi.number().min(0).max(25_000),
      }).unknown(true),
    ),
  ground: Joi.object({ recipe: Joi.string().required(), depthMm: Joi.number().greater(0).max(1000).required() }).unknown(true),
  loadKg: Joi.number().min(0).max(10_000).default(0),
}).unknown(true);

interface AskedBoard {
  widthMm: number;
  lengthMm: number;
  layers: BoardLayer[];
  ground?: { recipe: string; depthMm: number };
  loadKg: number;
}

/** Mass of the dry board, how far it bends on two supports, and how many people. */
export function board(bytes: Uint8Array): Result<unknown> {
  const file = checked<AskedBoard>(new TextDecoder().decode(bytes), boardSchema, "board.shape", BOARD_HOLDS);
  if (!file.ok) return file;
  const { widthMm, lengthMm, layers, ground, loadKg } = file.value;
  const methodId = ground && methodCalled(ground.recipe);
  if (ground && !methodId)
    return fail(
      "board.recipe",
      `There is no ground "${ground.recipe}". Known: ${GROUND_METHODS.map((m) => m.id).join(", ")}.`,
      "ground.recipe",
    );
  const longMm = Math.max(widthMm, lengthMm);
  const amounts = ground && groundAmounts(methodById(methodId!)!, { areaMm2: widthMm * lengthMm, depthMm: ground.depthMm });
  const sums = carried({
    outlineMm: rectangle(widthMm, lengthMm),
    layers,
    ground: amounts ? [{ fromMm: 0, toMm: longMm, g: amounts.dryG }] : [],
    load: loadKg > 0 ? [{ fromMm: 0, toMm: longMm, g: loadKg * 1000 }] : [],
  });
  const { ends, quarter, bessel } = sums.sagMm;
  return ok({
    massKg: sums.massG / 1000,
    wetKg: (sums.massG + (amounts ? amounts.wetG - amounts.dryG : 0)) / 1000,
    sagMm: { ends: ends.value, quarter: quarter.value, bessel: bessel.value },
    sagRangeMm: { ends: [ends.low, ends.high], quarter: [quarter.low, quarter.high], bessel: [bessel.low, bessel.high] },
    people: sums.people,
    why: boardSentence(sums),
  });
}

const BANK_HOLDS = '{"outlineMm":[[x,y],…],"heightMm","slopeDeg"}';
const bankSchema = Joi.object({
  outlineMm: Joi.array().min(3).max(10_000).items(Joi.array().length(2).items(Joi.number())).required(),
  heightMm: Joi.number().min(0).max(10_000).required(),
  slopeDeg: Joi.number().greater(0).max(90).required(),
}).unknown(true);

/** Volume under a plinth with banks all round, and the box of its foot. */
export async function bank(bytes: Uint8Array): Promise<Result<unknown>> {
  const file = checked<{ outlineMm: [number, number][]; heightMm: number; slopeDeg: number }>(
    new TextDecoder().decode(bytes),
    bankSchema,
    "bank.shape",
    BANK_HOLDS,
  );
  if (!file.ok) return file;
  const { outlineMm, heightMm, slopeDeg } = file.value;
  const ring = outlineMm.flat();
  const crosses = selfCrossing(ring);
  if (crosses)
    return fail("bank.crosses", `The outline crosses itself at ${crosses.map((v) => Math.round(v * 10) / 10).join(", ")} mm.`, "outlineMm");
  if (Math.abs(ringArea(ring)) < 1e-6) return fail("bank.empty", "The outline encloses nothing.", "outlineMm");
  const { volumeMl, footMm, how } = bankOf(await loadSolids(), ring, heightMm, slopeDeg);
  return ok({ volumeMl, footMm, how });
}
