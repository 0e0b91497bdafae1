/** The stack of coats on a part, in the order of its work: print, fillers, primers, paint, glue, ground, own steps. */
import type { CoatFamily, CoatLayer } from "../coat";
import { GLUES, type Material } from "../joint";
import { materialOf, type Part, type Project, type Paint, type WorkItem } from "../project";

const GROUND_OF: Record<Material, CoatFamily> = {
  "filament print": "bare filament",
  "resin print": "bare resin",
  foam: "bare foam",
  card: "bare filament",
  wood: "bare filament",
  metal: "bare resin",
  "plastic sheet": "plastic sheet",
  "clear sheet": "clear sheet",
};

/** Coat layer of a work item, for films and waits. */
export function layerOfCoat(item: Extract<WorkItem, { kind: "coat" }>, paint: Paint): CoatLayer {
  return { id: item.id, name: paint.name, family: paint.family, method: item.method, coats: item.coats, hex: paint.hex };
}

export interface StackLayer extends CoatLayer {
  itemId: string;
}

/** From the ground up. Steps that lay nothing down (printing, plain own steps) are not in it. */
export function stackOfPart(part: Part, project: Pick<Project, "scene" | "paints">): StackLayer[] {
  const material = materialOf(part, project.scene);
  const layers: StackLayer[] = [
    {
      id: "ground",
      itemId: "",
      name: material,
      family: GROUND_OF[material],
      method: "brush",
      coats: 1,
    },
  ];
  for (const item of part.work) {
    if (item.kind === "coat") {
      const paint = project.paints.find((p) => p.id === item.paintId);
      if (paint) layers.push({ ...layerOfCoat(item, paint), itemId: item.id });
    } else if (item.kind === "hide" && item.school !== "leave") {
      layers.push(
        item.school === "thick-coat"
          ? { id: item.id, itemId: item.id, name: "Thick base coat", family: "water primer", method: "brush", coats: 1, hex: "#9a9184" }
          : {
              id: item.id,
              itemId: item.id,
              name: "Filler primer, sanded",
              family: "solvent primer",
              method: "spray",
              coats: 3,
              hex: "#a3a7a8",
            },
      );
    } else if (item.kind === "glue") {
      const glue = GLUES.find((g) => g.id === item.glueId);
      if (glue?.family)
        layers.push({
          id: item.id,
          itemId: item.id,
          name: glue.name,
          family: glue.family,
          method: "dust",
          coats: 1,
          hex: "#d8d4c4",
        });
    } else if (item.kind === "ground")
      layers.push({ id: item.id, itemId: item.id, name: "Sand and grit", family: "wetted sand", method: "pour", coats: 1, hex: "#b39b70" });
    else if (item.kind === "own" && item.family)
      layers.push({ id: item.id, itemId: item.id, name: item.title, family: item.family, method: "brush", coats: 1, hex: "#a08c74" });
  }
  return layers;
}
