/** Areas of colour of a part as they are looked for on its mesh, and who names them. */
import type { AreaPick } from "../paint";
import type { ColourArea, Part } from "../project";

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

/** The area of that name, by its number; null where the part has none. */
export function areaNamed(part: Pick<Part, "areas">, name: string): number | null {
  const n = (part.areas ?? []).findIndex((a) => a.name.trim().toLowerCase() === name.trim().toLowerCase());
  return name.trim() !== "" && n >= 0 ? n : null;
}
