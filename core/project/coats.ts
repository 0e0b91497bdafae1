/** The coats of a part, whatever work lays them. */
import type { CoatsFrom, LaidCoat } from "../work";
import { coatsLaid } from "../stations/kinds";
import { choicesOf } from "./standing";
import type { Part, Project } from "./types";
import { paintNamed, recipeNamed } from "./world";

/** What it takes to know the coats of a part. */
const coatsFrom = (part: Part, project: Pick<Project, "scene" | "paints">): CoatsFrom => ({
  finish: choicesOf(part, project.scene).finish,
  recipe: (id) => recipeNamed(project, id),
  paint: (id) => paintNamed(project, id),
});

/** In the order of its work, with what each is of. */
export const coatsOnPart = (part: Part, project: Pick<Project, "scene" | "paints">): LaidCoat[] =>
  coatsLaid(part.work, coatsFrom(part, project));

/** What its surfaces are in real life, by the ids of the materials. */
export const saidMaterials = ({ surfaces }: Pick<Part, "surfaces">): string[] => [...new Set(surfaces.flatMap((s) => s.material || []))];

/** Is it laid in that way anywhere? Of which paints does not matter. */
export const isLaidBy = (method: LaidCoat["method"], part: Part, { scene }: Pick<Project, "scene">): boolean =>
  coatsLaid(part.work, {
    finish: choicesOf(part, scene).finish,
    recipe: (id) => recipeNamed({ scene }, id),
    paint: () => undefined,
  }).some((c) => c.method === method);
