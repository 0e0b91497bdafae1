/** Groundwork by a recipe. */
import { field, optionsNamed } from "../../../field";
import { GROUND_RECIPES, groundAmounts } from "../../../ground";
import { LIMITS } from "../../../limits";
import { only, type WorkKind } from "../../../work";

export interface GroundWork {
  id: string;
  kind: "ground";
  recipeId: string;
  areaMm2: number;
  depthMm: number;
}

/** Share of a base that a first guess covers. Common practice, no source. */
const COVERED = 0.6;

export const ground: WorkKind<GroundWork> = {
  kind: "ground",
  many: "groundwork",
  fields: {
    recipeId: field.choice("Recipe", optionsNamed(GROUND_RECIPES)),
    areaMm2: field.area("Area, cm²", LIMITS.areaMm2),
    depthMm: field.length("Depth, mm", LIMITS.depthMm),
  },
  station: "ground",
  words: (item) => ({
    title: GROUND_RECIPES.find((r) => r.id === item.recipeId)?.name ?? "Groundwork",
    detail: `${(item.areaMm2 / 100).toFixed(0)} cm², ${item.depthMm} mm deep`,
  }),
  refers: () => [],
  film: () => ({ name: "Sand and grit", family: "wetted sand", method: "pour", coats: 1, hex: "#b39b70" }),
  counts: () => null,
  steps: (item, task) => {
    const recipe = GROUND_RECIPES.find((r) => r.id === item.recipeId);
    if (!recipe) return [];
    const areaMm2 = item.areaMm2 * task.copies;
    return [
      {
        name: "0",
        title: recipe.name,
        handsOnS: groundAmounts(recipe, areaMm2, item.depthMm).handsOnS,
        waitS: recipe.waitS,
        cautions: recipe.cautions,
        pieces: task.copies,
        session: { key: `ground ${recipe.id}`, group: `ground ${recipe.id}`, title: recipe.name, setUpS: recipe.setUpS },
        rests: { recipe: recipe.name, areaMm2, depthMm: item.depthMm },
      },
    ];
  },
  resized: (item, by) => ({ ...item, areaMm2: item.areaMm2 * by * by }),
  begin: {
    label: "Groundwork",
    make: (itemId, at) => ({
      id: itemId,
      kind: "ground",
      recipeId: GROUND_RECIPES[0].id,
      areaMm2: Math.round(at.sizeMm[0] * at.sizeMm[1] * COVERED),
      depthMm: 2,
    }),
  },
};

export const groundsIn = only<GroundWork>("ground");
