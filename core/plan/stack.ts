/** The stack of coats on a part, in the order of its work: what it is made of, then what each piece of work lays down. */
import type { CoatFamily, CoatLayer } from "../coat";
import type { Material } from "../joint";
import { hidePlan, materialOf, meetingWords, paintNamed, partNamed, seamOf, type HideFrom, type Part, type Project } from "../project";
import { type Surroundings } from "../work";
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
}

/** What kinds of work may ask of a scene. */
export function surroundingsOf(project: Pick<Project, "scene" | "paints"> & { parts?: Project["parts"] }): Surroundings {
  // Rows are asked for one by one: what was not asked for does not count as read.
  return {
    paint: (id) => paintNamed(project, id),
    printers: project.scene.printers,
    printer: (id) => project.scene.printers.find((p) => p.id === id),
    meeting: (id) => {
      const m = project.scene.meetings.find((x) => x.id === id);
      if (!m) return undefined;
      const { scene, parts } = project;
      return { words: meetingWords(m, { parts }), seam: seamOf(m, { scene, parts }), partIds: [m.a, m.b] };
    },
    part: (id) => {
      const part = hasParts(project) ? partNamed(project, id) : undefined;
      return part && { id, name: part.name, material: materialOf(part, project.scene) };
    },
  };
}

const hasParts = (project: Pick<Project, "scene"> & { parts?: Project["parts"] }): project is Pick<Project, "scene" | "parts"> =>
  "parts" in project;

/** The same with what only one part can answer. */
export function surroundingsOfPart(part: Part, project: HideFrom & { parts?: Project["parts"] }): Surroundings {
  return {
    ...surroundingsOf(project),
    hidden: (item) => hidePlan({ id: "", kind: "hide", ...item }, part, project),
    saidSurface: (id) => part.surfaces.find((s) => s.id === id)?.name || undefined,
  };
}

/** From the ground up. Work that lays nothing down is not in it. */
export function stackOfPart(part: Part, project: HideFrom): StackLayer[] {
  const material = materialOf(part, project.scene);
  const at = surroundingsOfPart(part, project);
  return [
    { id: "ground", itemId: "", name: material, family: GROUND_OF[material], method: "brush", coats: 1 },
    ...part.work.flatMap((item): StackLayer[] => {
      const films = [kindOf(item).film(item, at) ?? []].flat();
      // The last layer of a piece of work goes by its name: what comes over it asks it how long to wait.
      return films.map((film, i) => ({ id: i === films.length - 1 ? item.id : `${item.id} ${i}`, itemId: item.id, ...film }));
    }),
  ];
}
