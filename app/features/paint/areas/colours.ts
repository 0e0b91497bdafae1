/** In what colour an area is shown: that of the step of the part's own recipe that names it, else one of a few that are told apart. */
import { namesArea } from "~core/look";
import type { ColourArea, Part, Project } from "~core/project";
import { recipesIn } from "~core/stations/kinds";

const APART = ["#4f7f86", "#b0803f", "#8a5a7a", "#6b8a4a", "#8c4a34", "#55618f"] as const;

export function colourOfArea(area: ColourArea, i: number, part: Part, { scene, paints }: Pick<Project, "scene" | "paints">): string {
  const own = new Set(recipesIn(part.work).map((w) => w.recipeId));
  const step = scene.recipes
    .filter((r) => own.has(r.id))
    .flatMap((r) => r.steps)
    .find((s) => namesArea(s, area));
  return step ? (paints.find((p) => p.id === step.paintId)?.hex ?? step.wants.hex) : APART[i % APART.length];
}
