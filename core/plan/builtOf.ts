/** How a part is built, for what it weighs: its walls and infill as its printer makes them, its films as they are planned. */
import { DENSITY_G_CM3, type Built } from "../joint";
import { materialOf, printerAtHand, type Part, type Project } from "../project";
import { filmOfPart } from "./stack";

export function builtOf(part: Part, project: Project): Built {
  const filmMm = filmOfPart(part, project);
  const material = materialOf(part, project.scene);
  const printer = part.source.kind === "scratch" ? undefined : printerAtHand(part, project.scene);
  if (printer?.process === "fdm")
    return { gCm3: printer.densityGCm3, wallMm: printer.wallLines * printer.lineWidthMm, infill: printer.infill, filmMm };
  const gCm3 = printer?.process === "resin" ? printer.curedDensityGCm3 : DENSITY_G_CM3[material];
  return { gCm3, wallMm: null, infill: 1, filmMm };
}
