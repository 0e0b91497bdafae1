/**
 * A recipe on a part, by reference: its steps are what the recipe says now, and what was laid already stays as it was laid. What the part
 * leaves out, or takes from another pot, it says itself.
 */
import Joi from "joi";
import { field, id } from "../../../field";
import { FAMILIES, METHODS, type CoatFamily, type CoatMethod } from "../../../coat";
import { LIMITS } from "../../../limits";
import {
  copiesOf,
  fineWork,
  layerOf,
  placeOf,
  placeWords,
  ROLES,
  stepsUpTo,
  workedShare,
  type Difference,
  type Pot,
  type RecipeStep,
  type Role,
} from "../../../recipe";
import { only, type Film, type Rests, type WorkBase, type CoatsFrom, type StepDraft, type WorkKind } from "../../../work";
import { layingSteps } from "../laying";

export interface RecipeWork {
  id: string;
  kind: "recipe";
  recipeId: string;
  differs: Difference[];
}

/** A step as it is, or will be, on one piece. */
export interface StepOnPiece {
  step: RecipeStep;
  /** The pot that it takes; null while none is chosen. */
  paintId: string | null;
  pot: Pot;
  /** Its coats that are laid, in the order in which they were, and what they rested on. */
  laid: readonly Rests[];
  /** It is meant to crack on this piece. */
  crackle: boolean;
  /** It came into the recipe behind the work: later steps are laid on this piece already. */
  passed: boolean;
}

/** Which step a step of the work belongs to: "wash.0" is a coat of "wash". */
const partOf = (step: string): string => step.split(".")[0];

/** The steps that one piece takes, in the order of the recipe. */
export function stepsOnPiece(item: RecipeWork, at: CoatsFrom): StepOnPiece[] {
  const recipe = at.recipe(item.recipeId);
  if (!recipe) return [];
  const got = at.got?.(item.id) ?? [];
  const differs = new Map(item.differs.map((d) => [d.stepId, d]));
  const steps = stepsUpTo(recipe, at.finish ?? "display")
    .filter((s) => !differs.get(s.id)?.skip)
    .map((step) => {
      const paintId = differs.get(step.id)?.paintId ?? step.paintId;
      const paint = paintId === null ? undefined : at.paint(paintId);
      const laid = got.filter((g) => partOf(g.step) === step.id).map((g) => g.rests);
      const crackle = differs.get(step.id)?.crackle === true;
      return { step, paintId: paint ? paintId : null, pot: paint ?? step.wants, crackle, laid };
    });
  const last = steps.findLastIndex((s) => s.laid.length > 0);
  return steps.map((s, i) => ({ ...s, passed: s.laid.length === 0 && i < last }));
}

/** What a step lays on the piece. */
const filmOfStep = ({ step, pot, crackle }: Pick<StepOnPiece, "step" | "pot" | "crackle">): Omit<Film, "part"> => ({
  ...layerOf(step, pot),
  ...(crackle && { crackle }),
});

/** A coat as a record says that it was laid; null where the record does not say it. */
function filmOfRecord(part: string, coats: readonly Rests[]): Film | null {
  const { paint, family, method, hex, sheen, thinning, crackle, role, share } = coats[coats.length - 1];
  if (typeof family !== "string" || !Object.hasOwn(FAMILIES, family)) return null;
  if (typeof method !== "string" || !Object.hasOwn(METHODS, method)) return null;
  return {
    part,
    name: String(paint),
    family: family as CoatFamily,
    method: method as CoatMethod,
    coats: coats.length,
    ...(typeof hex === "string" && { hex }),
    ...((sheen === "matt" || sheen === "satin" || sheen === "gloss") && { sheen }),
    ...(typeof thinning === "number" && { thinning }),
    ...(crackle === 1 && { crackle: true }),
    ...(typeof role === "string" &&
      Object.hasOwn(ROLES, role) &&
      placeOf({ role: role as Role, share: typeof share === "number" ? share : null })),
  };
}

/** From the ground up: what was laid, in the order in which it was, then what is still to come. */
function filmsOf(item: RecipeWork, at: CoatsFrom): Film[] {
  const steps = stepsOnPiece(item, at);
  const got = at.got?.(item.id) ?? [];
  const coatsOf = new Map<string, Rests[]>();
  for (const { step, rests } of got) coatsOf.set(partOf(step), [...(coatsOf.get(partOf(step)) ?? []), rests]);
  const whole = new Map(steps.map((s) => [s.step.id, s]));
  const laid = [...coatsOf].flatMap(([part, coats]) => {
    const planned = whole.get(part);
    // Of two coats one is laid: the other will be of the same pot.
    if (planned && coats.length < planned.step.coats) return [{ part, ...filmOfStep(planned) }];
    return filmOfRecord(part, coats) ?? [];
  });
  const open = steps.filter((s) => s.laid.length === 0 && !s.passed);
  return [...laid, ...open.map((s) => ({ part: s.step.id, ...filmOfStep(s) }))];
}

const isPrimer = (family: CoatFamily): boolean => family.endsWith("primer");

export const recipe: WorkKind<RecipeWork> = {
  kind: "recipe",
  many: "recipes",
  fields: {
    recipeId: field.row("Recipe", "recipes"),
    differs: field.kept(
      Joi.array()
        .max(LIMITS.recipeSteps)
        .unique("stepId")
        .items(
          Joi.object<Difference, true>({
            stepId: id,
            skip: Joi.boolean().valid(true).optional(),
            paintId: id.optional(),
            crackle: Joi.boolean().valid(true).optional(),
          }).or("skip", "paintId", "crackle"),
        ),
    ),
  },
  station: "paint",
  words: (item, at) => {
    const found = at.recipe(item.recipeId);
    const steps = stepsOnPiece(item, at).length;
    const left = item.differs.filter((d) => d.skip).length;
    const detail = [found?.school, `${steps} ${steps === 1 ? "step" : "steps"}`, left > 0 && `${left} left out`];
    return { title: found?.name ?? "a deleted recipe", detail: detail.filter(Boolean).join(", ") };
  },
  refers: (item) => [
    { field: "recipeId", table: "recipes", id: item.recipeId, mayGo: false },
    ...item.differs.flatMap((d, i) =>
      d.paintId ? [{ field: `differs.${i}.paintId`, table: "paints" as const, id: d.paintId, mayGo: false }] : [],
    ),
  ],
  film: filmsOf,
  counts: (item, at, step) => {
    const found = stepsOnPiece(item, at).find((s) => s.step.id === partOf(step));
    return found && isPrimer(found.pot.family) ? "primed" : "painted";
  },
  coats: (item, at) => stepsOnPiece(item, at).map(({ step, pot }) => ({ method: step.method, pot })),
  without: (item, step) => {
    const was = item.differs.find((d) => d.stepId === partOf(step));
    const rest = item.differs.filter((d) => d !== was);
    return { ...item, differs: [...rest, { ...was, stepId: partOf(step), skip: true }] };
  },
  steps: (item, task) => {
    const found = task.recipe(item.recipeId);
    if (!found) return [];
    // Coats of one pot that are laid in one way, so far.
    const before = new Map<string, number>();
    return stepsOnPiece(item, task)
      .filter((s) => !s.passed)
      .flatMap(({ step, paintId, pot, crackle, laid }): StepDraft[] => {
        const was = laid.length >= step.coats ? filmOfRecord(step.id, laid) : null;
        const film = was ? { ...was, coats: step.coats } : filmOfStep({ step, pot, crackle });
        const key = paintId ?? `wanted ${pot.name}`;
        const same = `${key} ${step.method} ${step.thinning ?? 0}`;
        const sofar = before.get(same) ?? 0;
        before.set(same, sofar + step.coats);
        return layingSteps(task, {
          film,
          paintId,
          place: step.role === "all over" && !step.where ? "" : placeWords(step),
          areaMm2: task.areaMm2 * workedShare(step),
          pieces: copiesOf(step, task.copies),
          fine: fineWork(step),
          before: sofar,
          nameOf: (i) => `${step.id}.${i}`,
          waitS: task.waitForNext(item.id, step.id),
          rests: {
            hex: film.hex ?? pot.hex,
            sheen: film.sheen ?? pot.sheen,
            role: step.role,
            recipe: found.name,
            ...(step.share === null ? {} : { share: step.share }),
          },
        });
      });
  },
};

export const recipesIn = only<RecipeWork>("recipe");
export const isRecipe = (item: WorkBase): item is RecipeWork => recipesIn([item]).length > 0;
