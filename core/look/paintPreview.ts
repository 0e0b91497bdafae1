/** What the preview of a recipe goes by: the layers as the print leaves them after the surface work that is planned, coats, and what is not drawn. */
import type { NamedPlace, PreviewCoat, PrintedLayers } from "../paint";
import { NOT_DRAWN } from "../paint";
import type { StateFacts } from "../plan";
import { grainOf, printerAtHand, sheetTurn, surfacesOf, type Part, type Project } from "../project";
import { placeWords, type RecipeStep } from "../recipe";
import { planSchool } from "../surface";
import { areaNamed } from "./colourAreas";
import { judgedSurfaces } from "./judgedSurfaces";

/** The layers that a brush meets on a part; null where no printer is known. */
export function printedLayers(part: Part, project: Project): PrintedLayers | null {
  const printer = printerAtHand(part, project.scene);
  if (!printer) return null;
  const left: number[] = [];
  for (const { number, laid, planned, c } of judgedSurfaces(part, project, surfacesOf(part, project.scene)))
    if (planned && laid.cuspMm > 0) left[number] = Math.min(1, planSchool(planned.school, c).leavesMm / laid.cuspMm);
  return { turn: sheetTurn(part), grain: grainOf(printer), left };
}

/** The area of colour or the surface that a step names by its words; null where the part has none of that name. */
function placeNamed(step: RecipeStep, part: Part, project: Project): NamedPlace | null {
  const { role, where } = step;
  if (role !== "surface") return null;
  const area = areaNamed(part, step);
  if (area !== null) return { area };
  const named = surfacesOf(part, project.scene).find((s) => s.name.toLowerCase() === where.trim().toLowerCase());
  return named ? { surface: named.number } : null;
}

/** The coats of a recipe as they are drawn on a part, one for each step. */
export const previewCoats = (states: readonly Pick<StateFacts, "step" | "pot">[], part: Part, project: Project): PreviewCoat[] =>
  states.map(({ step, pot }) => ({
    role: step.role,
    share: step.share,
    method: step.method,
    coats: step.coats,
    thinning: step.thinning,
    family: pot.family,
    hex: pot.hex,
    named: placeNamed(step, part, project),
  }));

/** Steps of which nobody knows where they lie on the mesh, in words. */
export const notDrawn = (states: readonly Pick<StateFacts, "step">[], coats: readonly PreviewCoat[]): string[] => [
  ...new Set(
    states.flatMap(({ step }, i) => {
      const unknown = step.role === "surface" ? coats[i].named === null : NOT_DRAWN.includes(step.role) && step.role !== "bare";
      return unknown ? [placeWords(step)] : [];
    }),
  ),
];
