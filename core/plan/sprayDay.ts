/**
 * A spray day: everything that goes through a can or the airbrush in one go. Sprays of all parts that nothing else stands before, in an order
 * with few changes of colour, what must stay bare on each, whether the cans will do, and what the next days still want from the airbrush.
 */
import { FAMILIES, inPotWords, METHODS, type CoatFamily, type CoatMethod } from "../coat";
import { HOLDS, isOfCopies, otherSide } from "../joint";
import {
  isMissing,
  jointsOfPart,
  linedSurfaces,
  materialOf,
  namesIn,
  sideWords,
  surfacesOf,
  type Paint,
  type Part,
  type Project,
} from "../project";
import { placeWords } from "../recipe";
import { masksIn, recipesIn } from "../stations/kinds";
import type { Step } from "../work";
import { slotsByKey } from "./coatDates";
import { goHandsOnS } from "./sessions";
import { stepsAmong } from "./steps";
import type { Tonight } from "./tonight";

/** What cleaning takes between two colours, and at the end, s. Common practice, no source. */
export const CLEAN = { rinseS: 120, otherThinnerS: 480, atEndS: 960 } as const;
/** Later work of the airbrush is looked for so far ahead, days. */
const AHEAD_DAYS = 7;
/** A surface with fewer of its ways out in the open is not reached by a spray. Common practice, no source. */
const REACHED = 0.35;

/** What must stay bare on a part while it is sprayed. */
export interface KeptBare {
  key: string;
  words: string;
  /** The joint that it is for, and its area where the joint was cut here, mm². */
  joint?: { id: string; areaMm2: number | null };
}

interface Sprayed {
  step: Step;
  part: Part;
  bare: readonly KeptBare[];
  /** What still stands before it, in words; null where it is ready, or waits for a spray of this list only. */
  waitsFor: string | null;
  /** It is meant to crack. */
  crackle: boolean;
  /** Surfaces in sight that the spray does not reach; only where its coat is matt varnish, which must be brushed in there. */
  unreached: readonly string[];
}

export interface SprayGroup {
  key: string;
  name: string;
  hex: string;
  paint: Paint | undefined;
  family: CoatFamily;
  method: CoatMethod;
  pieces: readonly Sprayed[];
  /** Hands on all of them, with one setting up, s. */
  handsS: number;
  /** Cleaning before it, s: none for cans, and none for the first. */
  cleanS: number;
  /** What its pieces must dry before it, s: of their own sprays in this list. */
  waitS: number;
  /** What it takes of its pot or can, ml. */
  ml: number;
  /** It is the last that this can is wanted for. */
  lastOfCan: boolean;
}

/** A pot or can that will not do: "600 cm² of coat short", "not found". */
interface Short {
  paint: Paint;
  words: string;
}

/** Work of the airbrush on one of the next days. */
interface Ahead {
  step: Step;
  at: number;
  /** Its own time now, without setting up. */
  workS: number;
  /** What it takes another day: setting up and cleaning again. */
  anotherDayS: number;
}

export interface SprayDay {
  groups: readonly SprayGroup[];
  short: readonly Short[];
  handsS: number;
  cleanS: number;
  ahead: readonly Ahead[];
}

const methodOf = (step: Step): CoatMethod | null => {
  const { method } = step.rests;
  return typeof method === "string" && Object.hasOwn(METHODS, method) ? (method as CoatMethod) : null;
};
const isSpray = (step: Step): boolean => METHODS[methodOf(step) ?? "brush"].sprayed === true;
const usesAirbrush = (step: Step): boolean => methodOf(step) === "airbrush";

/** What must stay bare on a part: said in recipes, joints that are glued after it, what moves or comes apart, panes, masks. */
export function keptBare(part: Part, project: Project): KeptBare[] {
  const recipes = recipesIn(part.work).flatMap((r) =>
    (project.scene.recipes.find((x) => x.id === r.recipeId)?.steps ?? [])
      .filter((s) => s.role === "bare")
      .map((s) => ({ key: `${part.id} ${r.id} ${s.id}`, words: s.where || placeWords(s) })),
  );
  const nameOf = namesIn(project);
  const joints = jointsOfPart(project.scene, part.id).flatMap((j): KeptBare[] => {
    const to = isOfCopies(j) ? "its copies" : sideWords(otherSide(j, part.id)!, nameOf);
    const face = {
      moves: `where it rubs on ${to}`,
      apart: `the seam to ${to}`,
      glue: j.paint === "before" || j.load ? `the face that is glued to ${to}` : null,
    }[HOLDS[j.how]];
    // A slot takes a plug, a face takes tape.
    const by = j.how === "clipped" || HOLDS[j.how] === "moves" ? "plug" : "tape";
    return face ? [{ key: `${part.id} ${j.id}`, words: `${face}: ${by} it`, joint: { id: j.id, areaMm2: j.cut?.sectionMm2 ?? null } }] : [];
  });
  const clear = materialOf(part, project.scene) === "clear sheet" ? [{ key: `${part.id} clear`, words: "the panes" }] : [];
  const masks = masksIn(part.work)
    .filter((m) => METHODS[m.what].cover === 0)
    .map((m) => ({ key: `${part.id} ${m.id}`, words: `${m.places} ${m.places === 1 ? "place" : "places"} under ${m.what}` }));
  return [...recipes, ...joints, ...clear, ...masks];
}

/**
 * Sprays of a part that can be done one after the other: nothing else of the part stands between them.
 * @param what those before which nothing stands now, or the next ones, whatever still stands before the first
 */
function next(part: Part, { steps, states }: Pick<Tonight, "steps" | "states">, what: "ready" | "next"): Step[] {
  const own = stepsAmong(steps, part.id);
  const found = new Set<string>();
  const isDone = (key: string): boolean => {
    const kind = states.get(key)?.kind;
    return kind === "done" || kind === "setting" || found.has(key);
  };
  const out: Step[] = [];
  for (const step of own) {
    const kind = states.get(step.key)?.kind;
    if (kind !== "open" && kind !== "blocked") continue;
    if (!isSpray(step) || !(step.after.every(isDone) || (what === "next" && out.length === 0))) continue;
    found.add(step.key);
    out.push(step);
  }
  return out;
}

interface Waiting {
  step: Step;
  part: Part;
  group: string;
}

const text = (value: string | number | undefined): string => (typeof value === "string" ? value : "");

/** @param what the sprays that are ready now, or the next of every part */
export function sprayDay(project: Project, model: Tonight, what: "ready" | "next" = "ready"): SprayDay {
  const waiting = project.parts.flatMap((part) =>
    next(part, model, what).map((step): Waiting => ({
      step,
      part,
      group: `${String(step.rests.paintId ?? step.rests.paint)} ${methodOf(step)}`,
    })),
  );
  const placed = new Map<string, Step>();
  const own = new Set(waiting.map((w) => w.step.key));
  const isFree = (w: Waiting): boolean => w.step.after.every((key) => !own.has(key) || placed.has(key));
  const groups: SprayGroup[] = [];
  let left = waiting;
  while (left.length > 0) {
    const free = left.filter(isFree);
    if (free.length === 0) break;
    const before = groups.at(-1);
    const tool = before?.method === "airbrush";
    const byGroup = new Map<string, Waiting[]>();
    for (const w of free) byGroup.set(w.group, [...(byGroup.get(w.group) ?? []), w]);
    // Cans first, then the tool in hand, the thinner that is in it, and what most pieces wait for; of these the lighter one: light to dark
    // needs less cleaning.
    const [group, go] = [...byGroup].sort(
      ([, a], [, b]) =>
        Number(usesAirbrush(b[0].step) === tool) - Number(usesAirbrush(a[0].step) === tool) ||
        Number(sameThinner(b[0].step, before)) - Number(sameThinner(a[0].step, before)) ||
        b.length - a.length ||
        lightOf(b[0].step) - lightOf(a[0].step),
    )[0];
    groups.push(groupOf(group, go, before, placed, project, model));
    go.forEach((w) => placed.set(w.step.key, w.step));
    left = left.filter((w) => !placed.has(w.step.key));
  }
  const lastOf = new Map(groups.map((g, i) => [g.paint?.id, i]));
  const shown = groups.map((g, i) => ({ ...g, lastOfCan: g.paint?.can != null && lastOf.get(g.paint.id) === i }));
  const cleaned = shown.some((g) => g.method === "airbrush") ? CLEAN.atEndS : 0;
  return {
    groups: shown,
    short: shortOf(shown),
    handsS: shown.reduce((sum, g) => sum + g.handsS, 0),
    cleanS: shown.reduce((sum, g) => sum + g.cleanS, cleaned),
    ahead: aheadOf(own, model),
  };
}

const familyOf = (step: Step): CoatFamily =>
  Object.hasOwn(FAMILIES, text(step.rests.family)) ? (step.rests.family as CoatFamily) : "water acrylic";
const sameThinner = (step: Step, before: SprayGroup | undefined): boolean =>
  before !== undefined && FAMILIES[before.family].cleaner === FAMILIES[familyOf(step)].cleaner;

/** A rough lightness: the sum of the channels. */
const lightOf = (step: Step): number => {
  const hex = text(step.rests.hex);
  return /^#[0-9a-f]{6}$/.test(hex) ? [1, 3, 5].reduce((sum, i) => sum + parseInt(hex.slice(i, i + 2), 16), 0) : 0;
};

function groupOf(
  key: string,
  go: readonly Waiting[],
  before: SprayGroup | undefined,
  done: ReadonlyMap<string, Step>,
  project: Project,
  model: Tonight,
): SprayGroup {
  const [{ step }] = go;
  const method = methodOf(step)!;
  const paint = project.paints.find((p) => p.id === step.rests.paintId);
  const family = familyOf(step);
  const rinses = method === "airbrush" && before?.method === "airbrush" && before.name !== text(step.rests.paint);
  const matt = family.endsWith("varnish") && (paint?.sheen ?? "matt") === "matt";
  return {
    key: `${key} ${step.key}`,
    name: text(step.rests.paint),
    hex: paint?.hex ?? (text(step.rests.hex) || "#808080"),
    paint,
    family,
    method,
    pieces: go.map(({ step: s, part }) => ({
      step: s,
      part,
      bare: keptBare(part, project),
      waitsFor: waitsFor(s, done, model),
      crackle: s.rests.crackle === 1,
      unreached: matt ? unreachedOf(part, project) : [],
    })),
    handsS: goHandsOnS(go.map((w) => w.step)),
    cleanS: !rinses ? 0 : FAMILIES[before.family].cleaner === FAMILIES[family].cleaner ? CLEAN.rinseS : CLEAN.otherThinnerS,
    waitS: Math.max(0, ...go.flatMap((w) => w.step.after.flatMap((key) => done.get(key)?.waitS ?? []))),
    ml: go.reduce((sum, w) => sum + (typeof w.step.rests.ml === "number" ? w.step.rests.ml : 0), 0),
    lastOfCan: false,
  };
}

/** The first thing that stands before a spray and is none of this list. */
function waitsFor(step: Step, done: ReadonlyMap<string, Step>, { steps, states }: Tonight): string | null {
  const open = step.after.find((key) => {
    const kind = states.get(key)?.kind;
    return kind !== "done" && !done.has(key);
  });
  if (open === undefined) return null;
  const kind = states.get(open)?.kind;
  const title = steps.find((s) => s.key === open)?.title.split(":")[0] ?? "something else";
  return kind === "setting" ? `${title} dries` : title;
}

/** Surfaces in sight that have few ways into the open, by name. */
const unreachedOf = (part: Part, project: Project): string[] =>
  linedSurfaces(surfacesOf(part, project.scene))
    .filter((s) => s.sight === "seen" && s.found.open < REACHED)
    .slice(0, 4)
    .map((s) => s.name);

function shortOf(groups: readonly SprayGroup[]): Short[] {
  const needs = new Map<Paint, number>();
  for (const g of groups) if (g.paint) needs.set(g.paint, (needs.get(g.paint) ?? 0) + g.ml);
  return [...needs].flatMap(([paint, ml]) =>
    isMissing(paint)
      ? [{ paint, words: "not found" }]
      : ml > paint.stockMl
        ? [{ paint, words: `${inPotWords(paint, ml - paint.stockMl)} short` }]
        : [],
  );
}

/** What the airbrush is wanted for in the next days, the soonest first. */
function aheadOf(today: ReadonlySet<string>, { steps, states, schedule, now }: Tonight): Ahead[] {
  const slots = slotsByKey(schedule.slots);
  return steps
    .flatMap((step): Ahead[] => {
      const kind = states.get(step.key)?.kind;
      if (today.has(step.key) || !usesAirbrush(step) || (kind !== "open" && kind !== "blocked")) return [];
      const at = slots.get(step.key)?.hands.at(0)?.from;
      if (at === undefined || at > now + AHEAD_DAYS * 86_400_000) return [];
      const setUpS = step.session?.setUpS ?? 0;
      const workS = Math.max(0, step.handsOnS - setUpS / (step.session?.shared ?? 1));
      return [{ step, at, workS, anotherDayS: workS + setUpS + CLEAN.atEndS }];
    })
    .sort((a, b) => a.at - b.at);
}
