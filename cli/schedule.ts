/** `inch schedule`: steps in evenings, ready as early as the search finds, and what leaving things out buys. */
import Joi from "joi";
import { cutsOf, searched, type Shop } from "../core/plan";
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

/** A step that follows itself, by whatever way; undefined where none does. */
function circleIn(steps: readonly { after: readonly number[] }[]): number | undefined {
  const missing = steps.map((s) => new Set(s.after).size);
  const following = steps.map((): number[] => []);
  steps.forEach((s, i) => new Set(s.after).forEach((a) => following[a].push(i)));
  const ready = missing.flatMap((n, i) => (n === 0 ? [i] : []));
  for (let i = ready.pop(); i !== undefined; i = ready.pop()) for (const f of following[i]) if (--missing[f] === 0) ready.push(f);
  const left = missing.findIndex((n) => n > 0);
  return left < 0 ? undefined : left;
}

/** Evenings in order, those that touch or overlap as one. */
function inOrder(evenings: readonly Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (const e of [...evenings].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && e.from <= last.to) last.to = Math.max(last.to, e.to);
    else out.push({ ...e });
  }
  return out;
}

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
    calendars: [inOrder(windows)],
    steps: steps.map((s) => ({ durMs: s.handsS * 1000, lagMs: s.waitS * 1000, resource: 0, after: s.after.map((a) => at.get(a)!) })),
  };
  const circle = circleIn(shop.steps);
  if (circle !== undefined)
    return fail("schedule.circle", `“${steps[circle].id}” waits for itself, by what it follows.`, `steps.${circle}.after`);
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
        cuts: cutsOf(shop, optional, due).map((c) => ({
          drop: c.drop.map((i) => steps[i].id),
          finish: iso(c.finish),
          handsSavedS: Math.round(c.handsSavedMs / 1000),
        })),
      }),
  });
}
