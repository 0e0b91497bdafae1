/** In what colour an area is shown: that of the step that names it, else one of a few that are told apart. */
import type { ColourArea, Project } from "~core/project";

const APART = ["#4f7f86", "#b0803f", "#8a5a7a", "#6b8a4a", "#8c4a34", "#55618f"] as const;

export function colourOfArea({ name }: ColourArea, i: number, { scene, paints }: Pick<Project, "scene" | "paints">): string {
  for (const recipe of scene.recipes)
    for (const s of recipe.steps)
      if (s.role === "surface" && s.where.trim().toLowerCase() === name.trim().toLowerCase())
        return paints.find((p) => p.id === s.paintId)?.hex ?? s.wants.hex;
  return APART[i % APART.length];
}
