/** The scheme: which pieces take which recipe, how far each is, what comes next on all of them, and where one may stop. */
import { checkStack, isClash, METHODS, worstFirst, type BoundaryVerdict, type InPot } from "../coat";
import { partAreaMm2, usableOf, type Paint, type Part, type Project } from "../project";
import { copiesOf, fineWork, FINISH_ORDER, layerOf, stepsUpTo, workedShare, type Recipe, type RecipeStep } from "../recipe";
import { recipesIn, stepsOnPiece, coatsIn, type RecipeWork } from "../stations/kinds";
import type { Finish } from "../subject";
import { learnedFor, NO_PACE, type Pace } from "../learn";
import { coatHandTime, needsWords, type Step } from "../work";
import { checkedCoats, slotsByKey } from "./coatDates";
import { layerMl } from "../surface";
import { pottedCoats } from "./paintAmounts";
import { stackOfPart, surroundingsOfPart } from "./stack";
import { stepsAmong } from "./steps";
import type { StepState } from "./status";
import type { Tonight } from "./tonight";
import { goHandsOnS } from "./sessions";

export type Stage = "done" | "in hand" | "setting" | "open" | "left out";

export interface StepOnPart {
  stage: Stage;
  /** When it is dry, ms; null where it does not dry now. */
  until: number | null;
  /** Its steps in the plan, one a coat. */
  steps: readonly Step[];
}

export interface SchemePiece {
  part: Part;
  item: RecipeWork;
  /** By the id of the recipe's step. */
  at: ReadonlyMap<string, StepOnPart>;
}

/** What is done next on the pieces of a recipe, in one go. */
interface NextStep {
  step: RecipeStep;
  pot: string;
  /** The pot on the rack; none where none is chosen. */
  paint: Paint | undefined;
  pieces: number;
  parts: readonly Part[];
  /** What is begun by it. */
  steps: readonly Step[];
  handsS: number;
  ml: number;
  /** It can be done now. */
  offered: boolean;
  /** How many more steps until all of them are table-ready. */
  toTable: number;
}

export interface SchemeRow {
  recipe: Recipe;
  pieces: readonly SchemePiece[];
  next: NextStep | null;
  /** How it stands, in a clause: "dries until …" is said by `until`. */
  waits: { why: string; until: number | null };
}

export interface Scheme {
  rows: readonly SchemeRow[];
  /** Parts with coats by themselves, and parts that get no paint yet. */
  own: readonly Part[];
  none: readonly Part[];
}

function stageOf(steps: readonly Step[], states: ReadonlyMap<string, StepState>): Pick<StepOnPart, "stage" | "until"> {
  const found = steps.map((s) => states.get(s.key));
  const setting = found.flatMap((s) => (s?.kind === "setting" ? [s.until] : []));
  const until = setting.length > 0 ? Math.max(...setting) : null;
  if (steps.length === 0) return { stage: "left out", until: null };
  if (found.some((s) => s?.kind === "in hand")) return { stage: "in hand", until: null };
  if (found.every((s) => s?.kind === "done")) return { stage: "done", until: null };
  if (until !== null && found.every((s) => s?.kind === "done" || s?.kind === "setting")) return { stage: "setting", until };
  // Of two coats the first may be drying.
  return { stage: "open", until };
}

function pieceOf(part: Part, item: RecipeWork, recipe: Recipe, { steps, states }: Pick<Tonight, "steps" | "states">): SchemePiece {
  const own = stepsAmong(steps, part.id).filter((s) => s.itemId === item.id);
  const at = recipe.steps.map((s): [string, StepOnPart] => {
    const mine = own.filter((x) => x.key.startsWith(`${part.id}/${item.id}/${s.id}.`));
    return [s.id, { ...stageOf(mine, states), steps: mine }];
  });
  return { part, item, at: new Map(at) };
}

/** Where a step stands on all pieces of a row that take it. */
const openAt = (pieces: readonly SchemePiece[], stepId: string): SchemePiece[] => pieces.filter((p) => p.at.get(stepId)?.stage === "open");

function nextOf(recipe: Recipe, pieces: readonly SchemePiece[], project: Project, model: Tonight): NextStep | null {
  const offered = new Set(model.offers.map((o) => o.step.key));
  const first = recipe.steps.filter((s) => openAt(pieces, s.id).length > 0);
  const isOffered = (s: RecipeStep): boolean => openAt(pieces, s.id).some((p) => p.at.get(s.id)!.steps.some((x) => offered.has(x.key)));
  const step = first.find(isOffered) ?? first.at(0);
  if (!step) return null;
  const now = isOffered(step);
  const all = openAt(pieces, step.id);
  // Of several coats one is laid at a go; pieces that still wait for something else are not in it.
  const due = all.flatMap(({ part, at }) => {
    const next = at.get(step.id)!.steps.find((x) => (now ? offered.has(x.key) : model.states.get(x.key)?.kind !== "done"));
    const coat = pottedCoats(part, project).find((c) => c.stepId === step.id);
    return next && coat ? [{ part, next, coat }] : [];
  });
  // Pieces that take it from another pot are another go.
  const go = due.filter((d) => d.coat.paintId === due[0].coat.paintId);
  const steps = go.map((d) => d.next);
  return {
    step,
    pot: go.at(0)?.coat.name ?? step.wants.name,
    paint: project.paints.find((p) => p.id === go.at(0)?.coat.paintId),
    pieces: go.reduce((n, { part }) => n + copiesOf(step, part.copies), 0),
    parts: go.map((d) => d.part),
    steps,
    handsS: goHandsOnS(steps),
    ml: go.reduce((ml, { coat }) => ml + coat.ml.potMl / coat.coats, 0),
    offered: now,
    toTable: first.filter((s) => s !== step && s.finish === "table").length,
  };
}

function waitsOf(pieces: readonly SchemePiece[], next: NextStep | null, model: Tonight): SchemeRow["waits"] {
  const stages = pieces.flatMap((p) => [...p.at.values()]);
  if (stages.some((s) => s.stage === "in hand")) return { why: "in hand", until: null };
  const dries = stages.flatMap((s) => s.until ?? []);
  if (!next) return dries.length > 0 ? { why: "dries", until: Math.max(...dries) } : { why: "done", until: null };
  if (next.offered) return { why: "next", until: null };
  if (dries.length > 0) return { why: "dries", until: Math.max(...dries) };
  const [blocked] = openAt(pieces, next.step.id).flatMap((p) => p.at.get(next.step.id)!.steps);
  const state = blocked && model.states.get(blocked.key);
  const by = state?.kind === "blocked" ? model.steps.find((s) => s.key === state.by[0]) : undefined;
  // What it is about is enough: "take off and clean: strings, drips" says too much here.
  const [title] = by?.title.split(":") ?? [];
  if (title) return { why: `waits for: ${title.charAt(0).toLowerCase()}${title.slice(1)}`, until: null };
  return { why: blocked && blocked.needs.length > 0 ? `not now${needsWords(blocked.needs)}` : "not tonight", until: null };
}

/** All parts of the scene by their recipes, those first whose next step can be done now. */
export function schemeOf(project: Project, model: Tonight): Scheme {
  const byRecipe = new Map<string, { part: Part; item: RecipeWork }[]>();
  const own: Part[] = [];
  const none: Part[] = [];
  for (const part of project.parts) {
    const item = recipesIn(part.work).at(0);
    if (item) byRecipe.set(item.recipeId, [...(byRecipe.get(item.recipeId) ?? []), { part, item }]);
    else if (coatsIn(part.work).length > 0) own.push(part);
    else none.push(part);
  }
  const rows = project.scene.recipes.flatMap((recipe): SchemeRow[] => {
    const found = byRecipe.get(recipe.id);
    if (!found) return [];
    const pieces = found.map(({ part, item }) => pieceOf(part, item, recipe, model));
    const next = nextOf(recipe, pieces, project, model);
    return [{ recipe, pieces, next, waits: waitsOf(pieces, next, model) }];
  });
  const rank = (r: SchemeRow): number => (r.next?.offered ? 0 : r.next ? 1 : 2);
  return { rows: rows.sort((a, b) => rank(a) - rank(b)), own, none };
}

/** A part as far as the time and paint of a coat go. */
type Sized = Pick<Part, "copies"> & { areaMm2: number };
const sized = (part: Part): Sized => ({ copies: part.copies, areaMm2: partAreaMm2(part) });

/** The person's own time at one step on all pieces, each coat with one setting up. */
export function stepHandsS(step: RecipeStep, pieces: readonly Sized[], pace: Pace = NO_PACE): number {
  if (pieces.length === 0) return 0;
  const times = pieces.map((p) =>
    coatHandTime(step.method, (p.areaMm2 * workedShare(step)) / 100, copiesOf(step, p.copies), fineWork(step)),
  );
  return learnedFor(pace, step.method).factor * step.coats * (times[0].setUpS + times.reduce((sum, t) => sum + t.workS, 0));
}

/** Ways that reach the same places. */
const SAME_PLACES: Partial<Record<RecipeStep["method"], readonly RecipeStep["method"][]>> = {
  brush: ["spray", "airbrush"],
  stipple: ["sponge"],
  "line in": ["wash"],
  "streak and wipe": ["wash"],
};
/** A way that takes so many times longer is worth a word. */
const MUCH_LONGER = 3;

/** A way to the same places that takes a third of the time or less, setting up aside; null where there is none, or it saves nothing. */
export function quickerWay(
  step: RecipeStep,
  parts: readonly Part[],
): { method: RecipeStep["method"]; workS: number; setUpS: number } | null {
  const pieces = parts.map(sized);
  const timeOf = (method: RecipeStep["method"]): { workS: number; setUpS: number } => {
    const handsS = stepHandsS({ ...step, method, coats: 1 }, pieces);
    const { setUpS } = coatHandTime(method, 0, 0);
    return { setUpS, workS: step.coats * (handsS - setUpS) };
  };
  const now = timeOf(step.method);
  // A border that a brush keeps would have to be masked.
  const ways = (SAME_PLACES[step.method] ?? []).filter((m) => !(step.borderMm && METHODS[m].sprayed));
  const [best] = ways.map((method) => ({ method, ...timeOf(method) })).sort((a, b) => a.workS - b.workS);
  if (!best || pieces.length === 0 || now.workS < MUCH_LONGER * best.workS) return null;
  return now.workS + now.setUpS > best.workS + best.setUpS ? best : null;
}

export interface Level {
  finish: Finish;
  /** Hands from the first step on, s. */
  handsS: number;
  /** The last step that belongs to it; null where it has none of its own. */
  lastId: string | null;
}

/** Hands to each finish on these pieces, from the bare print on; a piece that leaves a step out takes no time at it. */
export function levelsOf(recipe: Recipe, parts: readonly Part[], pace: Pace = NO_PACE): Level[] {
  const pieces = parts.map((part) => ({ ...sized(part), skips: skippedBy(part, recipe) }));
  return FINISH_ORDER.map((finish): Level => {
    const steps = stepsUpTo(recipe, finish);
    const own = steps.some((s) => s.finish === finish);
    return {
      finish,
      handsS: steps.reduce(
        (sum, s) =>
          sum +
          stepHandsS(
            s,
            pieces.filter((p) => !p.skips.has(s.id)),
            pace,
          ),
        0,
      ),
      lastId: own ? steps[steps.length - 1].id : null,
    };
  });
}

/** Steps that a part leaves out of the recipe, where it has it. */
const skippedBy = ({ work }: Pick<Part, "work">, { id }: Pick<Recipe, "id">): ReadonlySet<string> =>
  new Set(recipesIn(work).flatMap((r) => (r.recipeId === id ? r.differs.flatMap((d) => (d.skip ? d.stepId : [])) : [])));

/** Before a recipe is laid: what it would take on these parts. */
export interface Prospect {
  levels: readonly Level[];
  /** What the rack lacks of its pots, for all steps of the finish. */
  short: readonly { paint: Paint; ml: number }[];
  /** Steps without a pot. */
  unpotted: readonly RecipeStep[];
  /** The one warning that counts most on these parts; null where there is none. */
  warning: string | null;
}

/** @param finish how far the parts are taken */
export function prospectOf(recipe: Recipe, parts: readonly Part[], project: Project, finish: Finish): Prospect {
  const pieces = parts.map(sized);
  const steps = stepsUpTo(recipe, finish);
  const needs = new Map<string, number>();
  for (const s of steps) {
    if (s.paintId === null) continue;
    const pot = project.paints.find((p) => p.id === s.paintId) ?? s.wants;
    const ml = pieces.reduce((sum, p) => sum + layerMl(layerOf(s, pot), p.areaMm2 * copiesOf(s, p.copies)).potMl, 0);
    needs.set(s.paintId, (needs.get(s.paintId) ?? 0) + ml);
  }
  const short = project.paints.flatMap((paint) => {
    const ml = (needs.get(paint.id) ?? 0) - usableOf(paint);
    return ml > 0 ? [{ paint, ml }] : [];
  });
  return {
    levels: levelsOf(recipe, parts, project.pace),
    short,
    unpotted: steps.filter((s) => s.paintId === null),
    warning: warningOf(steps, parts, project),
  };
}

function warningOf(steps: readonly RecipeStep[], parts: readonly Part[], project: Project): string | null {
  const laid = steps.map((s) => ({ id: s.id, ...layerOf(s, project.paints.find((p) => p.id === s.paintId) ?? s.wants) }));
  const grounds = new Map(parts.map((p) => [stackOfPart({ ...p, work: [] }, project)[0].family, p]));
  const verdicts: BoundaryVerdict[] = [...grounds.values()].flatMap((part) => {
    const [ground] = stackOfPart({ ...part, work: [] }, project);
    return checkStack([ground, ...laid]).verdicts;
  });
  const worst = worstFirst(verdicts).at(0);
  if (!worst || worst.verdict === "fine" || worst.verdict === "wait") return null;
  return `${worst.over} over ${worst.under.toLowerCase()}: ${worst.why}`;
}

/** One step of a recipe, as the strip of states shows it. */
export interface StateFacts {
  step: RecipeStep;
  pot: { name: string; hex: string; family: RecipeStep["wants"]["family"] } & InPot;
  handsS: number;
  ml: number;
  pieces: number;
  /** The longest drying before the next, s; null where it is not planned. */
  waitS: number | null;
  /** When all of it is dry, as it is planned, ms; null where it is done, or not planned. */
  dryAt: number | null;
  /** It belongs to the finish that the pieces are taken to. */
  planned: boolean;
  /** What clashes with what lies below it, on the piece that is looked at. */
  clash: BoundaryVerdict | null;
}

/** The states of one row, as the given piece gets them; hands and millilitres are of all pieces of the row that take the step. */
export function statesOf(row: SchemeRow, piece: SchemePiece, project: Project, model: Tonight): StateFacts[] {
  const at = surroundingsOfPart(piece.part, project);
  const onPiece = new Map(stepsOnPiece(piece.item, at).map((s) => [s.step.id, s]));
  const { stack, check } = checkedCoats(piece.part, project, model);
  const coats = row.pieces.map((p) => pottedCoats(p.part, project));
  const slots = slotsByKey(model.schedule.slots);
  return row.recipe.steps.map((step): StateFacts => {
    const takes = row.pieces.filter((p) => p.at.get(step.id)!.steps.length > 0);
    const planned = takes.length > 0;
    const of = planned ? takes : row.pieces;
    const pot = onPiece.get(step.id)?.pot ?? project.paints.find((p) => p.id === step.paintId) ?? step.wants;
    const layer = stack.find((l) => l.itemId === piece.item.id && l.part === step.id);
    const clash = layer ? worstFirst(check.verdicts.filter((v) => v.overId === layer.id)).at(0) : undefined;
    const mine = row.pieces.flatMap((p) => p.at.get(step.id)!.steps);
    const ends = mine.flatMap((s) => slots.get(s.key)?.free ?? []);
    const ml = planned
      ? coats.flat().reduce((sum, c) => sum + (c.stepId === step.id ? c.ml.potMl : 0), 0)
      : row.pieces.reduce((sum, p) => sum + layerMl(layerOf(step, pot), partAreaMm2(p.part) * copiesOf(step, p.part.copies)).potMl, 0);
    return {
      step,
      pot,
      handsS:
        step.role === "bare"
          ? 0
          : stepHandsS(
              step,
              of.map((p) => sized(p.part)),
              project.pace,
            ),
      ml: step.role === "bare" ? 0 : ml,
      pieces: of.reduce((n, p) => n + copiesOf(step, p.part.copies), 0),
      dryAt: ends.length > 0 ? Math.max(...ends) : null,
      waitS: mine.length > 0 ? Math.max(...mine.map((s) => s.waitS)) : null,
      planned,
      clash: clash && isClash(clash.verdict) ? clash : null,
    };
  });
}
