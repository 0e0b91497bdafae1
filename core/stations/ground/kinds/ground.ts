/** Groundwork on a part by a typed area; zones of a board have layers of their own. */
import { field, optionsNamed } from "../../../field";
import { GROUND_METHODS, groundAmounts, methodById } from "../../../ground";
import { LIMITS } from "../../../limits";
import { only, type WorkKind } from "../../../work";
import { takingOf } from "../taking";

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
    recipeId: field.choice("Method", optionsNamed(GROUND_METHODS)),
    areaMm2: field.area("Area, cm²", LIMITS.areaMm2),
    depthMm: field.length("Depth, mm", LIMITS.depthMm),
  },
  station: "ground",
  words: (item) => ({
    title: methodById(item.recipeId)?.name ?? "Groundwork",
    detail: `${(item.areaMm2 / 100).toFixed(0)} cm², ${item.depthMm} mm deep`,
  }),
  refers: () => [],
  film: (item) => {
    const method = methodById(item.recipeId);
    return method?.family ? { name: method.name, family: method.family, method: "pour", coats: 1, hex: "#b39b70" } : null;
  },
  counts: () => null,
  steps: (item, task) => {
    const method = methodById(item.recipeId);
    if (!method) return [];
    const areaMm2 = item.areaMm2 * task.copies;
    const { handsOnS, items } = groundAmounts(method, { areaMm2, depthMm: item.depthMm });
    return [
      {
        name: "0",
        title: method.name,
        handsOnS,
        waitS: method.hardS,
        cautions: [...method.cautions],
        pieces: task.copies,
        session: { key: `ground ${method.id}`, group: `ground ${method.id}`, title: method.name, setUpS: method.setUpS },
        takes: takingOf(items),
        rests: { recipe: method.name, areaMm2, depthMm: item.depthMm },
      },
    ];
  },
  resized: (item, by) => ({ ...item, areaMm2: item.areaMm2 * by * by }),
  begin: {
    label: "Groundwork",
    make: (itemId, at) => ({
      id: itemId,
      kind: "ground",
      recipeId: GROUND_METHODS[0].id,
      areaMm2: Math.round(at.sizeMm[0] * at.sizeMm[1] * COVERED),
      depthMm: 2,
    }),
  },
};

export const groundsIn = only<GroundWork>("ground");
