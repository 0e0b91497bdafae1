/** Areas of colour of a part as they are looked for on its mesh, and who names them. */
import type { AreaPick } from "../paint";
import type { ColourArea, Part } from "../project";
import type { RecipeStep } from "../recipe";

/** In model millimetres; a surface by its number where the part has one of that name. */
export const areaPicks = (part: Part): AreaPick[] => (part.areas ?? []).map((area) => pickOf(area, part));

function pickOf({ by, mm, deg, surface, at }: ColourArea, { factor, surfaceMap }: Part): AreaPick {
  const number = surface === "" ? undefined : surfaceMap?.list.find((s) => s.name === surface)?.id;
  return {
    by,
    ...(mm !== null && { mm: mm * factor }),
    ...(deg !== null && { deg }),
    ...(number !== undefined && { surface: number }),
    ...(at && { at: at.map((v) => v * factor) as [number, number, number] }),
  };
}

/** Does a step lie on that area? It does when it lies on one surface and names it. */
export const namesArea = ({ role, where }: Pick<RecipeStep, "role" | "where">, { name }: Pick<ColourArea, "name">): boolean =>
  role === "surface" && where.trim() !== "" && where.trim().toLowerCase() === name.trim().toLowerCase();

/** The area that a step names, by its number; null where the part has none of that name. */
export function areaNamed({ areas = [] }: Pick<Part, "areas">, step: Pick<RecipeStep, "role" | "where">): number | null {
  const n = areas.findIndex((a) => namesArea(step, a));
  return n >= 0 ? n : null;
}
