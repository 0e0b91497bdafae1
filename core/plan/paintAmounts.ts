/** How much coats take out of their pots, and whether the rack has it: one answer for every page. */
import type { CoatLayer } from "../coat";
import { define } from "../derive";
import { partAreaMm2, partNamed, SCENE, type Paint, type Part, type Project } from "../project";
import { copiesOf, layerOf } from "../recipe";
import { coatsIn, filmOfCoat, recipesIn, stepsOnPiece } from "../stations/kinds";
import { layerMl, type CoatMl } from "../surface";
import { surroundingsOfPart } from "./stack";
import type { StepState } from "./status";

/** A layer that a part gets out of a pot, over all its copies. */
export interface PottedCoat {
  itemId: string;
  /** The step of a recipe that lays it; null for a coat by itself. */
  stepId: string | null;
  /** The pot; null where none is chosen. */
  paintId: string | null;
  name: string;
  coats: number;
  /** Copies that get it. */
  pieces: number;
  ml: CoatMl;
  /** As it is laid. */
  layer: Omit<CoatLayer, "id">;
  /** Keys of its steps begin with it. */
  keys: string;
}

/** Every layer out of a pot that the work of a part of the scene lays. */
export const pottedCoats = (part: Part, project: Project): readonly PottedCoat[] => pottedOf(project, part.id);

const pottedOf = define({
  name: "coats out of pots",
  scope: SCENE,
  read: (project: Project, partId: string): readonly PottedCoat[] => pottedAnew(partNamed(project, partId)!, project),
});

function pottedAnew(part: Part, project: Project): PottedCoat[] {
  const at = surroundingsOfPart(part, project);
  const area = partAreaMm2(part);
  const recipes = new Map(recipesIn(part.work).map((r) => [r.id, r]));
  const coats = new Map(coatsIn(part.work).map((c) => [c.id, c]));
  return part.work.flatMap(({ id }): PottedCoat[] => {
    const coat = coats.get(id);
    const film = coat && filmOfCoat(coat, at.paint(coat.paintId));
    if (coat && film) {
      const ml = layerMl(film, area * part.copies);
      return [
        {
          itemId: id,
          stepId: null,
          paintId: coat.paintId,
          name: film.name,
          coats: coat.coats,
          pieces: part.copies,
          ml,
          layer: film,
          keys: `${part.id}/${id}/`,
        },
      ];
    }
    const recipe = recipes.get(id);
    if (!recipe) return [];
    return stepsOnPiece(recipe, at)
      .filter((s) => !s.passed)
      .map(({ step, paintId, pot }) => ({
        itemId: id,
        stepId: step.id,
        paintId,
        name: pot.name,
        coats: step.coats,
        pieces: copiesOf(step, part.copies),
        ml: layerMl(layerOf(step, pot), area * copiesOf(step, part.copies)),
        layer: layerOf(step, pot),
        keys: `${part.id}/${id}/${step.id}.`,
      }));
  });
}

export interface PaintNeed {
  paintId: string;
  paint: Paint;
  name: string;
  needMl: number;
  stockMl: number;
  /** Parts that wait for it. */
  parts: readonly Part[];
}

/** What coats that are still to be laid take of each pot, and what the rack has of it. */
export function paintNeeds(project: Project, states: ReadonlyMap<string, StepState>): PaintNeed[] {
  const needs = new Map<string, { ml: number; parts: Part[] }>();
  for (const part of project.parts)
    for (const c of pottedCoats(part, project)) {
      if (c.paintId === null) continue;
      const open = Array.from({ length: c.coats }, (_, i) => states.get(`${c.keys}${i}`)?.kind).filter(
        (s) => s !== "done" && s !== "setting",
      );
      if (open.length === 0) continue;
      const need = needs.get(c.paintId) ?? { ml: 0, parts: [] };
      need.ml += (c.ml.potMl * open.length) / c.coats;
      if (need.parts.at(-1) !== part) need.parts.push(part);
      needs.set(c.paintId, need);
    }
  return project.paints.flatMap((paint) => {
    const { id, name, stockMl } = paint;
    const need = needs.get(id);
    return need ? [{ paintId: id, paint, name, needMl: need.ml, stockMl, parts: need.parts }] : [];
  });
}
