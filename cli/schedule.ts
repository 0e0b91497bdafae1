/** `inch schedule`: steps in evenings, ready as early as the search finds, and what leaving things out buys. */
import Joi from "joi";
import { orderOf } from "../core/joint";
import { cutsOf, mergedStretches, searched, type Shop } from "../core/plan";
import { fail, ok, type Result, type Stretch } from "../core/units";
import { checked } from "./json";

const HOLDS =
  '{"from", "evenings":[{"from","to"}], "steps":[{"id","handsS","waitS","after":["…"],"optional"}], "deadline"}, moments in ISO 8601 with their offset';

const moment = Joi.string().isoDate().max(40);
const schema = Joi.object({
  from: moment.required(),
  evenings: Joi.array()
    .min(1)
    .max(2000)
    .required()
    .items(Joi.object({ from: moment.required(), to: moment.required() }).unknown(true)),
  steps: Joi.array()
    .max(1000)
    .required()
    .items(
      Joi.object({
        id: Joi.string().min(1).max(200).required(),
        handsS: Joi.number().min(0).max(1e7).required(),
        waitS: Joi.number().min(0).max(1e9).default(0),
        after: Joi.array().items(Joi.string()).default([]),
        optional: Joi.boolean().default(false),
      }).unknown(true),
    ),
  deadline: moment,
}).unknown(true);

interface Asked {
  from: string;
  evenings: { from: string; to: string }[];
  steps: { id: string; handsS: number; waitS: number; after: string[]; optional: boolean }[];
  deadline?: string;
}

const LOOKS = 20_000;

export function schedule(bytes: Uint8Array): Result<unknown> {
  const file = checked<Asked>(new TextDecoder().decode(bytes), schema, "schedule.shape", HOLDS);
  if (!file.ok) return file;
  const { from, evenings, steps, deadline } = file.value;
  const at = new Map<string, number>();
  for (const [i, { id }] of steps.entries()) {
    if (at.has(id)) return fail("schedule.id", `The id “${id}” is also used by step ${at.get(id)! + 1}.`, `steps.${i}.id`);
    at.set(id, i);
  }
  for (const [i, s] of steps.entries())
    for (const [k, a] of s.after.entries())
      if (!at.has(a)) return fail("schedule.after", `There is no step “${a}”.`, `steps.${i}.after.${k}`);
  const windows: Stretch[] = evenings.map((e) => ({ from: Date.parse(e.from), to: Date.parse(e.to) }));
  const turned = windows.findIndex((w) => w.to <= w.from);
  if (turned >= 0) return fail("schedule.evening", "This evening ends before it begins.", `evenings.${turned}.to`);
  const shop: Shop = {
    now: Date.parse(from),
    calendars: [mergedStretches(windows)],
    steps: steps.map((s) => ({ durMs: s.handsS * 1000, lagMs: s.waitS * 1000, resource: 0, after: s.after.map((a) => at.get(a)!) })),
  };
  const [circle] = orderOf(
    steps.map((x) => x.id),
    steps.flatMap((x) => x.after.map((from) => ({ from, to: x.id, rule: "after", cost: 1 }))),
  ).circles;
  if (circle) {
    const { to } = circle.edges[0];
    const through = circle.edges.map((e) => `“${e.to}”`).join(", ");
    return fail("schedule.circle", `“${to}” waits for itself, by what it follows: ${through}.`, `steps.${at.get(to)!}.after`);
  }
  const found = searched(shop, { most: LOOKS });
  const due = deadline === undefined ? null : Date.parse(deadline);
  const optional = steps.flatMap((s, i) => (s.optional ? [i] : []));
  const late = found.finish === Infinity || (due !== null && found.finish > due);
  const iso = (ms: number): string | null => (Number.isFinite(ms) ? new Date(ms).toISOString() : null);
  return ok({
    finish: iso(found.finish),
    order: found.list
      .filter((i) => !Number.isNaN(found.start[i]))
      .map((i) => ({ id: steps[i].id, start: iso(found.start[i]), end: iso(found.end[i]) })),
    unplaced: found.list.filter((i) => Number.isNaN(found.start[i])).map((i) => steps[i].id),
    bound: iso(found.bound),
    ...(due !== null && { kept: found.finish <= due }),
    ...((late || due === null) &&
      optional.length > 0 && {
        cuts: cutsOf(
          shop,
          optional.map((i) => [i]),
          due,
        ).map((c) => ({
          drop: c.drop.map((k) => steps[optional[k]].id),
          finish: iso(c.finish),
          handsSavedS: Math.round(c.handsSavedMs / 1000),
        })),
      }),
  });
}
