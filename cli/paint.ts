/** `inch mix` and `inch pot`: what to mix, and how much of what goes into the pot. */
import { readFile } from "node:fs/promises";
import Joi from "joi";
import { mixesFor, potOf, USUAL_DROP_ML, type PotAsked } from "../core/paint";
import { fail, ok, type Result } from "../core/units";
import { checked } from "./json";

const hex = Joi.string()
  .pattern(/^#[0-9a-f]{6}$/i)
  .messages({ "string.pattern.base": '{{#label}} must be a colour such as "#8b3a2b"' });
const dropMl = Joi.number().min(0.005).max(1);
const positive = Joi.number().greater(0);

/** All triples of so many in so many drops take seconds, more would take minutes. */
const MOST_PAINTS = 100;
const MOST_DROPS = 12;

const paintsSchema = Joi.array()
  .min(1)
  .max(MOST_PAINTS)
  .required()
  .items(Joi.object({ name: Joi.string().max(200).required(), color: hex.required(), ml: Joi.number().min(0), dropMl }).unknown(true));

/** A file of JSON, checked. */
async function json<T>(file: string, schema: Joi.Schema, code: string, holds: string): Promise<Result<T>> {
  let text: string;
  try {
    text = await readFile(file, "utf8");
  } catch {
    return fail("file.unreadable", "The file cannot be opened. Check the path.", file);
  }
  return checked(text, schema, code, holds);
}

/** Mixes of up to three paints for a colour, the best first. */
export async function mix(options: { target?: string; paints?: string; "max-drops"?: string }): Promise<Result<unknown>> {
  const { target, paints } = options;
  if (target === undefined || hex.validate(target).error)
    return fail("usage.target", `--target must be a colour such as "#8b3a2b"${target === undefined ? "" : `, not "${target}"`}.`);
  if (paints === undefined) return fail("usage.paints", 'mix needs --paints FILE, which holds [{"name","color"}, …].');
  const mostDrops = Number(options["max-drops"] ?? 8);
  if (!Number.isInteger(mostDrops) || mostDrops < 1 || mostDrops > MOST_DROPS)
    return fail("usage.drops", `--max-drops must be a whole number from 1 to ${MOST_DROPS}, not "${options["max-drops"]}".`);
  const shelf = await json<{ name: string; color: string; ml?: number; dropMl?: number }[]>(
    paints,
    paintsSchema,
    "mix.shape",
    '[{"name","color","ml","dropMl"}, …]',
  );
  if (!shelf.ok) return shelf;
  const there = shelf.value.filter((p) => p.ml !== 0);
  if (there.length === 0) return fail("mix.empty", "Every pot in the file is empty.");
  const known = there.map((p) => ({ name: p.name, hex: p.color, dropMl: p.dropMl ?? USUAL_DROP_ML }));
  return ok(mixesFor(target, known, { mostDrops }));
}

const POT_HOLDS = '{"parts":[{"name","color","parts","dropMl"}], "ml" or "areaCm2","coats","cm2PerMl", …}';
const potSchema = Joi.object({
  parts: Joi.array()
    .min(1)
    .max(20)
    .required()
    .items(
      Joi.object({ name: Joi.string().max(200).required(), color: hex.required(), parts: Joi.number().min(0).required(), dropMl }).unknown(
        true,
      ),
    ),
  ml: positive.max(10_000),
  areaCm2: positive.max(1e7),
  coats: Joi.number().integer().min(1).max(50),
  cm2PerMl: positive.max(1e5),
  thinning: Joi.number().min(0).max(50),
  keepBack: Joi.number().min(1).max(10),
  pot: Joi.array().items(Joi.number().min(0).required()),
  cup: Joi.alternatives(
    Joi.object({ dMm: positive.max(1000).required() }),
    Joi.object({ bottomMm: positive.max(1000).required(), topMm: positive.max(1000).required(), heightMm: positive.max(1000).required() }),
  ),
  marksMl: Joi.array().max(100).items(positive.max(10_000)),
})
  .xor("ml", "areaCm2")
  .and("areaCm2", "coats", "cm2PerMl")
  .unknown(true);

type PotFile = Omit<PotAsked, "amount"> & { ml?: number; areaCm2?: number; coats?: number; cm2PerMl?: number };

/** The amounts of a pot, what to add to what is in it, and the marks of a cup. */
export function pot(bytes: Uint8Array): Result<unknown> {
  const file = checked<PotFile>(new TextDecoder().decode(bytes), potSchema, "pot.shape", POT_HOLDS);
  if (!file.ok) return file;
  const { ml, areaCm2, coats, cm2PerMl, ...asked } = file.value;
  if (!asked.parts.some((p) => p.parts > 0)) return fail("pot.nothing", "All parts are 0: nothing is mixed.", "parts");
  if (asked.pot) {
    if (asked.pot.length !== asked.parts.length)
      return fail("pot.order", `The pot must say as many amounts as there are parts: ${asked.parts.length}.`, "pot");
    const stranger = asked.pot.findIndex((p, i) => p > 0 && asked.parts[i].parts === 0);
    if (stranger >= 0)
      return fail(
        "pot.stranger",
        `${asked.parts[stranger].name} is in the pot and not in the recipe: it cannot be taken out. Pour the pot away, or use it for something else.`,
        `pot.${stranger}`,
      );
    if (!asked.pot.some((p) => p > 0)) return fail("pot.empty", "Nothing is in the pot: leave it out.", "pot");
  }
  const amount = ml === undefined ? { areaCm2: areaCm2!, coats: coats!, cm2PerMl: cm2PerMl! } : { ml };
  return ok(potOf({ ...asked, amount }));
}
