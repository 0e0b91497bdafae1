/** The coats that a part has by itself, as a recipe: so that other pieces can be painted by it too. */
import type { Part, Project } from "../project";
import { NEW_STEP, type Recipe, type RecipeStep, type Role } from "../recipe";
import { METHODS, type CoatMethod } from "../coat";
import { coatsIn } from "../stations/kinds";

/** Where a way of laying lies by itself. */
function roleOf(method: CoatMethod): Role {
  if (method === "from above") return "from above";
  if (method === "line in") return "lines";
  if (method === "pick out") return "picked out";
  const { lies } = METHODS[method];
  return lies?.includes("raised") ? "raised" : lies?.[0] === "recess" ? "recesses" : "all over";
}

/** @param newId of the recipe; its steps have the ids of the coats */
export function recipeOfCoats(part: Part, { paints }: Pick<Project, "paints">, newId: string): Recipe {
  const steps = coatsIn(part.work).flatMap(({ id, paintId, method, coats, thinning, wet }): RecipeStep[] => {
    const paint = paints.find((p) => p.id === paintId);
    if (!paint) return [];
    const { name, family, hex, sheen } = paint;
    const how = { ...(thinning ? { thinning } : {}), ...(wet ? { wet } : {}) };
    return [
      { ...NEW_STEP, id, role: roleOf(method), paintId, wants: { name, family, hex, sheen }, method, coats, ...how, finish: "table" },
    ];
  });
  return { id: newId, name: `As on ${part.name}`.slice(0, 120), school: "", steps };
}
