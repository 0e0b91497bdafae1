/** The stack of coats on a part, in the order of its work: what it is made of, then what each piece of work lays down. */
import { FAMILIES, filmOf, type CoatFamily, type CoatLayer } from "../coat";
import { isOfCopies, jointCount, otherSide, partsOfJoint, type Material } from "../joint";
import {
  choicesOf,
  hidePlan,
  materialOf,
  aboutLayer,
  jointNamed,
  jointWords,
  paintNamed,
  partIn,
  recipeNamed,
  recordsOfPart,
  SCENE,
  seamOf,
  sideMaterial,
  sideWords,
  type HideFrom,
  type Part,
  type Project,
} from "../project";
import { define } from "../derive";
import type { AboutJoint, Rests, Surroundings } from "../work";
import { kindOf } from "../stations/kinds";

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

export interface StackLayer extends CoatLayer {
  itemId: string;
  /** Of a piece of work that lays several: which one. */
  part?: string;
}

/** What kinds of work may ask of a scene. */
export function surroundingsOf(project: Pick<Project, "scene" | "paints"> & { parts?: Project["parts"] }): Surroundings {
  // Rows are asked for one by one: what was not asked for does not count as read.
  return {
    paint: (id) => paintNamed(project, id),
    recipe: (id) => recipeNamed(project, id),
    printers: project.scene.printers,
    printer: (id) => project.scene.printers.find((p) => p.id === id),
    joint: (id) => jointFrom(id, undefined, project),
    layer: (id) => aboutLayer(project.scene, id),
    part: (id) => {
      const part = partIn(project, id);
      return part && { id, name: part.name, material: materialOf(part, project.scene) };
    },
  };
}

/** A joint as one of its parts sees it. */
function jointFrom(
  id: string,
  partId: string | undefined,
  project: Pick<Project, "scene"> & { parts?: Project["parts"] },
): AboutJoint | undefined {
  const joint = jointNamed(project.scene, id);
  if (!joint) return undefined;
  const nameOf = (x: string): string | undefined => partIn(project, x)?.name;
  const words = jointWords(joint, nameOf);
  const to = partId === undefined ? undefined : otherSide(joint, partId);
  const said = partId === undefined || partId === joint.a ? joint.bMaterial : null;
  return {
    words,
    glueTo: isOfCopies(joint) ? "Glue its copies together" : to ? `Glue to ${sideWords(to, nameOf)}` : `Glue ${words}`,
    toMaterial: sideMaterial(to ?? joint.b, said, project),
    seam: seamOf(joint, project),
    partIds: partsOfJoint(joint),
    count: jointCount(joint, (x) => partIn(project, x)?.copies ?? 1),
    load: joint.load,
    glueId: joint.glueId,
  };
}

/** The same with what only one part can answer. */
export function surroundingsOfPart(part: Part, project: HideFrom & Partial<Pick<Project, "parts" | "records">>): Surroundings {
  const { records } = project;
  return {
    ...surroundingsOf(project),
    joint: (id) => jointFrom(id, part.id, project),
    finish: choicesOf(part, project.scene).finish,
    got: records ? (itemId) => coatsGot({ scene: project.scene, records }, part.id, itemId) : undefined,
    hidden: (item) => hidePlan({ id: "", kind: "hide", ...item }, part, project),
    saidSurface: (id) => part.surfaces.find((s) => s.id === id)?.name || undefined,
  };
}

/** Coats that a piece of work has laid, in the order in which they were: finished steps, and what they rested on. */
const coatsGot = define({
  name: "coats that are laid",
  scope: SCENE,
  read: (project: Pick<Project, "scene" | "records">, partId: string, itemId: string): readonly { step: string; rests: Rests }[] => {
    const before = `${partId}/${itemId}/`;
    return recordsOfPart(project, partId)
      .filter((r) => r.rests && r.finishedAt !== null && r.result !== "failed" && r.stepKey.startsWith(before))
      .sort((a, b) => a.startedAt - b.startedAt)
      .map((r) => ({ step: r.stepKey.slice(before.length), rests: r.rests! }));
  },
});

/** From the ground up. Work that lays nothing down is not in it. */
export function stackOfPart(part: Part, project: HideFrom & Partial<Pick<Project, "records">>): StackLayer[] {
  const material = materialOf(part, project.scene);
  const at = surroundingsOfPart(part, project);
  return [
    { id: "ground", itemId: "", name: material, family: GROUND_OF[material], method: "brush", coats: 1 },
    ...part.work.flatMap((item): StackLayer[] => {
      const films = [kindOf(item).film(item, at) ?? []].flat();
      // The last layer of a piece of work goes by its name: what comes over it asks it how long to wait.
      return films.map((film, i) => ({ id: i === films.length - 1 ? item.id : `${item.id} ${film.part ?? i}`, itemId: item.id, ...film }));
    }),
  ];
}

/** Film that lies all over a part once it is painted, mm. */
export function filmOfPart(part: Part, project: Project): number {
  return stackOfPart(part, project)
    .filter((l) => !FAMILIES[l.family].ground && l.place === undefined && l.share === undefined)
    .reduce((sum, l) => sum + filmOf(l), 0);
}
