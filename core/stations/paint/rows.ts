/** The rack and the recipes, as they are said. */
import { LIMITS, type ColourArea, type LookDetail, type LookSwatch, type Paint } from "../../project";
import type { Effect } from "../../paint";
import { withoutPot, type Recipe, type RecipeStep } from "../../recipe";
import { name, text } from "../../field";
import { object, opt, Refused, type Edit } from "../command";
import { refuseUsed } from "../references";
import { closeBook } from "../stock";
import { listIn, rowsOf, type BlocksOf, type ListsOf } from "../said";

export interface PaintBlocks {
  paint: Omit<Paint, "id">;
  recipe: Pick<Recipe, "name" | "school">;
}
export const PAINT_BLOCKS: BlocksOf<PaintBlocks> = {
  paint: { table: "paints", label: "Paint changed" },
  recipe: { table: "recipes", label: "Recipe changed", schema: object({ name: opt(name), school: opt(text(LIMITS.name)) }) },
};

export interface PaintLists {
  paints: Paint;
  recipes: Recipe;
  "recipe.steps": RecipeStep;
  "scene.swatches": LookSwatch;
  "part.details": LookDetail;
  "part.areas": ColourArea;
  "scene.effects": Effect;
}

/** Pots that steps name must be on the rack. */
export async function checkPots(e: Edit<"paints">, steps: readonly Pick<RecipeStep, "paintId">[]): Promise<void> {
  for (const { paintId } of steps)
    if (paintId !== null && !(await e.get("paints", paintId)))
      throw new Refused("paint.gone", "A step names a paint that is no longer on the rack. It may have been removed in another window.");
}

export const PAINT_LISTS: ListsOf<PaintLists> = {
  paints: rowsOf("paints", ["parts", "scenes", "recipes", "lines"], {
    label: (p) => p.name,
    dropLabel: "Paint removed",
    there: { code: "paint.there", message: "A paint with that id is already on the rack." },
    drop: async (e, id) => {
      await refuseUsed(e, "paints", id, "uses it. Choose another paint there first");
      const paint = await e.get("paints", id);
      if (!paint) return;
      await closeBook(e, paint);
      // A recipe remembers what it wanted.
      for (const recipe of await e.all("recipes")) {
        const without = withoutPot(recipe, paint);
        if (without !== recipe) await e.put("recipes", without);
      }
    },
  }),
  recipes: rowsOf("recipes", ["parts", "scenes", "paints"], {
    label: (r) => `${r.name} added`,
    dropLabel: "Recipe removed",
    there: { code: "recipe.there", message: "A recipe with that id already exists." },
    check: (e, recipe) => checkPots(e, recipe.steps),
    drop: (e, id) => refuseUsed(e, "recipes", id, "is painted by it. Take the recipe off it first"),
  }),
  "recipe.steps": listIn("recipes", ["paints"], {
    at: ["steps"],
    by: "id",
    label: {
      add: "Step added to the recipe",
      set: "Step of the recipe",
      drop: "Step removed from the recipe",
      move: "Order of the recipe",
    },
    check: (e, _, steps) => checkPots(e, steps as readonly RecipeStep[]),
    most: { items: LIMITS.recipeSteps, message: `A recipe can have at most ${LIMITS.recipeSteps} steps.` },
  }),
  "scene.swatches": listIn("scenes", [], {
    at: ["swatches"],
    by: "id",
    label: "Reference colours",
    most: { items: LIMITS.swatches, message: `A scene can have at most ${LIMITS.swatches} reference colours.` },
  }),
  "scene.effects": listIn("scenes", [], {
    at: ["effects"],
    by: "id",
    label: "Effects",
    most: { items: LIMITS.effects, message: `A scene can have at most ${LIMITS.effects} effects.` },
  }),
  "part.details": listIn("parts", [], {
    at: ["details"],
    by: "id",
    label: "Details",
    most: { items: LIMITS.details, message: `A part can have at most ${LIMITS.details} details.` },
  }),
  "part.areas": listIn("parts", [], {
    at: ["areas"],
    by: "id",
    label: "Areas of colour",
    most: { items: LIMITS.areas, message: `A part can have at most ${LIMITS.areas} areas.` },
  }),
};
