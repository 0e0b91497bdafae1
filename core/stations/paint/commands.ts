/** Laying a recipe on pieces, and what a piece does otherwise. */
import Joi from "joi";
import { LIMITS, type Paint, type PartRow, type WorkItem } from "../../project";
import { paintSchema, recipeSchema } from "../../rows";
import type { Difference, Recipe } from "../../recipe";
import type { Surroundings } from "../../work";
import { id, within } from "../../field";
import { gone, object, opt, over, partOf, putPart, Refused, type CommandsOf, type Edit } from "../command";
import { coatsIn, isRecipe, kindOf, recipesIn, type RecipeWork } from "../kinds";
import { enterTake } from "../stock";
import { checkPots } from "./rows";

export interface PaintCommands {
  /**
   * Lays a recipe on parts, each in its right place in the order of work. A part that has one gets this one in its place.
   * @property recipe a new one, which is kept first
   * @property lays each part with the id of the new piece of work
   * @property ownCoats what becomes of coats that the parts have by themselves and that are not begun
   */
  "recipe.lay": {
    recipe?: Recipe;
    recipeId: string;
    lays: { partId: string; itemId: string }[];
    ownCoats: "stay" | "go";
  };
  /** Leaves a step out on some parts, or takes it from another pot there; null and false for as the recipe says. */
  "recipe.differ": { partIds: string[]; stepId: string; skip?: boolean; paintId?: string | null; crackle?: boolean };
  /**
   * A pot that was mixed goes on the rack, and what went into it, ml, comes off.
   * @property lays coats and steps of recipes that take it from now on
   */
  "pot.keep": { paint: Paint; took: { paintId: string; ml: number }[]; lays?: { partId: string; itemId: string; stepId: string | null }[] };
  /** Takes the recipe off parts: what is laid stays in the log. */
  "recipe.lift": { partIds: string[] };
}

const partIds = Joi.array().min(1).max(LIMITS.parts).unique().items(id);

const pieces = (n: number): string => `${n} ${n === 1 ? "part" : "parts"}`;

/** Where a recipe goes among the work of a part: behind all other paint, before what closes it, such as a varnish or flock. */
function placeOfRecipe(work: readonly WorkItem[], at: Pick<Surroundings, "paint">): number {
  const closes = work.map((w) => kindOf(w).overPaint?.(w, at) === true);
  const lastPaint = work.findLastIndex((w, i) => !closes[i] && kindOf(w).coats !== undefined);
  const place = closes.findIndex((c, i) => c && i > lastPaint);
  return place < 0 ? work.length : place;
}

type Rack = ReadonlyMap<string, { family: string }>;

const isPrimed = (work: readonly WorkItem[], rack: Rack): boolean =>
  coatsIn(work).some((c) => rack.get(c.paintId)?.family.endsWith("primer"));

/** Primer that the part gets anyhow is left out. */
const withoutPrimer = ({ steps }: Recipe, rack: Rack): Difference[] =>
  steps
    .filter((s) => s.role === "all over" && (rack.get(s.paintId ?? "") ?? s.wants).family.endsWith("primer"))
    .map((s) => ({ stepId: s.id, skip: true }));

function laidOn(part: PartRow, recipe: Recipe, itemId: string, drop: ReadonlySet<string>, rack: Rack): PartRow {
  const first = part.work.findIndex((w) => drop.has(w.id));
  const work = part.work.filter((w) => !drop.has(w.id));
  const before = recipesIn(work).at(0);
  const at = { paint: (paintId: string) => rack.get(paintId) as ReturnType<Surroundings["paint"]> };
  const place = before ? work.indexOf(before) : first >= 0 ? Math.min(first, placeOfRecipe(work, at)) : placeOfRecipe(work, at);
  const item: RecipeWork = {
    id: before?.id ?? itemId,
    kind: "recipe",
    recipeId: recipe.id,
    differs: isPrimed(work.slice(0, place), rack) ? withoutPrimer(recipe, rack) : [],
  };
  const rest = work.filter((w) => !isRecipe(w));
  const into = before ? rest.filter((w) => work.indexOf(w) < place).length : place;
  return { ...part, work: [...rest.slice(0, into), item, ...rest.slice(into)] };
}

/** What one part does otherwise at one step; nothing where it does as the recipe says. */
function differing(
  differs: readonly Difference[],
  stepId: string,
  { skip, paintId, crackle }: { skip?: boolean; paintId?: string | null; crackle?: boolean },
): Difference[] {
  const was = differs.find((d) => d.stepId === stepId);
  const skips = skip ?? was?.skip ?? false;
  const pot = paintId === undefined ? was?.paintId : (paintId ?? undefined);
  const cracks = crackle ?? was?.crackle ?? false;
  const now: Difference = {
    stepId,
    ...(skips && { skip: true as const }),
    ...(pot !== undefined && { paintId: pot }),
    ...(cracks && { crackle: true as const }),
  };
  const rest = differs.filter((d) => d.stepId !== stepId);
  return skips || pot !== undefined || cracks ? [...rest, now] : rest;
}

/** A coat, or a step of a recipe, that takes its paint from that pot. */
function takingFrom(work: WorkItem, stepId: string | null, paintId: string): WorkItem {
  if (isRecipe(work)) return stepId === null ? work : { ...work, differs: differing(work.differs, stepId, { paintId }) };
  const [coat] = coatsIn([work]);
  return coat ? { ...coat, paintId } : work;
}

const recipeRow = async (e: Edit<"recipes">, recipeId: string): Promise<Recipe> => {
  const recipe = await e.get("recipes", recipeId);
  if (!recipe) throw gone("recipes");
  return recipe;
};

export const PAINT_COMMANDS: CommandsOf<PaintCommands> = {
  "recipe.lay": over(
    "parts",
    "recipes",
    "paints",
    "records",
  )({
    schema: object({
      recipe: recipeSchema.optional(),
      recipeId: id,
      lays: Joi.array()
        .min(1)
        .max(LIMITS.parts)
        .unique("partId")
        .items(object({ partId: id, itemId: id })),
      ownCoats: Joi.string().valid("stay", "go"),
    }),
    label: ({ lays }) => `Recipe on ${pieces(lays.length)}`,
    apply: async (e, { recipe: fresh, recipeId, lays, ownCoats }) => {
      if (fresh) {
        if (fresh.id !== recipeId) throw new Refused("recipe.other", "That recipe has another id.");
        await checkPots(e, fresh.steps);
        // Another window may have taken up the same starter.
        if (!(await e.get("recipes", recipeId))) await e.put("recipes", fresh);
      }
      const recipe = await recipeRow(e, recipeId);
      const rack: Rack = new Map((await e.all("paints")).map((p) => [p.id, p]));
      const begun =
        ownCoats === "go" ? new Set((await e.all("records")).map((r) => r.stepKey.split("/").slice(0, 2).join("/"))) : new Set();
      for (const { partId, itemId } of lays) {
        const part = await partOf(e, partId);
        const drop = ownCoats === "go" ? coatsIn(part.work).filter((c) => !begun.has(`${partId}/${c.id}`)) : [];
        await e.put("parts", laidOn(part, recipe, itemId, new Set(drop.map((c) => c.id)), rack));
      }
    },
  }),
  "recipe.differ": over(
    "parts",
    "paints",
  )({
    schema: object({
      partIds,
      stepId: id,
      skip: Joi.boolean().optional(),
      paintId: id.allow(null).optional(),
      crackle: Joi.boolean().optional(),
    }),
    label: ({ skip, partIds: of }) => `${skip ? "Step left out" : "Recipe followed otherwise"} on ${pieces(of.length)}`,
    apply: async (e, { partIds: of, stepId, ...change }) => {
      await checkPots(e, [{ paintId: change.paintId ?? null }]);
      for (const partId of of)
        await putPart(e, partId, (part) => ({
          ...part,
          work: part.work.map((w) => (isRecipe(w) ? { ...w, differs: differing(w.differs, stepId, change) } : w)),
        }));
    },
  }),
  "pot.keep": over(
    "paints",
    "supplies",
    "lines",
    "scenes",
    "parts",
  )({
    schema: object({
      paint: paintSchema,
      took: Joi.array()
        .max(LIMITS.mixParts)
        .items(object({ paintId: id, ml: within(LIMITS.stockMl) })),
      lays: opt(
        Joi.array()
          .max(LIMITS.parts)
          .items(object({ partId: id, itemId: id, stepId: id.allow(null) })),
      ),
    }),
    label: ({ paint, lays = [] }) => (lays.length > 0 ? `${paint.name} mixed for ${pieces(lays.length)}` : `${paint.name} kept`),
    apply: async (e, { paint, took, lays = [] }, now) => {
      if (await e.get("paints", paint.id)) throw new Refused("paint.there", "A paint with that id is already on the rack.");
      for (const [i, { paintId, ml }] of took.entries())
        await enterTake(
          e,
          { itemId: paintId, amount: ml },
          { id: `${paint.id.slice(0, 56)}-m${i}`, at: now, sceneId: e.sceneId, note: `into ${paint.name}` },
        );
      await e.put("paints", paint);
      for (const { partId, itemId, stepId } of lays)
        await putPart(e, partId, (part) => ({
          ...part,
          work: part.work.map((w) => (w.id === itemId ? takingFrom(w, stepId, paint.id) : w)),
        }));
    },
  }),
  "recipe.lift": over("parts")({
    schema: object({ partIds }),
    label: ({ partIds: of }) => `Recipe off ${pieces(of.length)}`,
    apply: async (e, { partIds: of }) => {
      for (const partId of of) await putPart(e, partId, (part) => ({ ...part, work: part.work.filter((w) => !isRecipe(w)) }));
    },
  }),
};
