/**
 * The order of work that "Plan this part" proposes: print, dry fit, file, wash off dust, fill the seams of what is in several pieces, hide what
 * shows, prime, inspect in rounds, paint, seal; what snaps or moves is put together last, when it is painted. It follows what the scene or
 * the part has chosen (finish, handling, real materials). All of it can be changed.
 */
import {
  caseOf,
  choicesOf,
  linedSurfaces,
  NEW_SURFACE,
  optionAtHand,
  saidId,
  surfacesOf,
  type KnownSurface,
  type Part,
  type Project,
  type SaidSurface,
  type WorkItem,
} from "../project";
import type { Meeting } from "../joint";
import { HANDLING_RULES, linesOnMaterial, realMaterial } from "../subject";
import { recommend, type SchoolId } from "../surface";
import { lastOf } from "../work";

/** Where hiding goes in the order of work: after what is hidden already, else before the first coat, ground or glue. */
export function placeOfHiding(part: Part): number {
  const hides = lastOf(part.work, "hide");
  return hides >= 0 ? hides + 1 : beforeFirst(part, ["coat", "ground", "glue"]);
}

/** Before the first of what covers it; at the end where nothing does. */
function beforeFirst(part: Part, kinds: readonly WorkItem["kind"][]): number {
  const first = part.work.findIndex((w) => kinds.includes(w.kind));
  return first < 0 ? part.work.length : first;
}

/** Where filling a seam goes: what is joined painted is filled at the end, all else before the first coat or ground. */
export const placeOfSeam = (part: Part, { paint }: Pick<Meeting, "paint">): number =>
  paint === "before" ? part.work.length : beforeFirst(part, ["coat", "ground"]);

export const hideItem = (id: string, school: SchoolId, surfaceId: string): WorkItem => ({ id, kind: "hide", school, surfaceId });

/** What is proposed: the work, and what has to be said of surfaces for it. */
export interface ProposedWork {
  items: WorkItem[];
  surfaces: SaidSurface[];
}

/** A surface about which nothing else was said yet. */
export const newSurface = (k: KnownSurface): SaidSurface => k.said ?? { ...NEW_SURFACE, id: saidId(k), anchor: k.anchor };

export function defaultWork(part: Part, project: Project, newId: () => string): ProposedWork {
  const colours = project.paints.filter((p) => p.family === "water acrylic");
  const items: WorkItem[] = [];
  const said: SaidSurface[] = [];
  const { handling, finish } = choicesOf(part, project.scene);
  const best = optionAtHand(part, project.scene);
  const printed = best !== undefined && part.source.kind !== "scratch";
  if (printed) {
    items.push({ id: newId(), kind: "print", printerId: best.printer.id, turn: best.facts.turn, typed: null, sliced: null });
    for (const task of ["dry-fit", "file", "wash"] as const)
      items.push({ id: newId(), kind: "bench", task, rounds: 1, mostAnEvening: null });
    if (best.facts.pieces > 1 && part.joins === "fixed")
      items.push({ id: newId(), kind: "bench", task: "seams", rounds: 1, mostAnEvening: null });
    // What its own material hides, or passes for, gets no work.
    const lined = linedSurfaces(surfacesOf(part, project.scene)).find((k) => {
      const material = realMaterial(k.said?.material ?? "");
      return !material || linesOnMaterial(material, k.laid, project.scene.scale.ratio) === "treat";
    });
    // The coats that are proposed below end with a dry brush, where the rack has two colours.
    const c = lined && caseOf({ ...lined, dryBrush: colours.length > 1 }, part, project);
    const school = c && recommend(c).school;
    if (lined && school && school !== "leave") {
      const surface = newSurface(lined);
      if (!lined.said) said.push(surface);
      items.push(hideItem(newId(), school, surface.id));
    }
  }
  const by = (test: (family: string, name: string) => boolean) => project.paints.find((p) => test(p.family, p.name));
  const primer = by((f) => f === "water primer") ?? by((f) => f === "solvent primer");
  // A can or an airbrush where the room allows it: whoever owns a solvent primer sprays, and a water-based one is brushed.
  const sprays = project.paints.some((p) => p.family === "solvent primer");
  const varnish = by((f) => f === "water varnish");
  if (primer) {
    items.push({ id: newId(), kind: "coat", paintId: primer.id, method: sprays ? "spray" : "brush", coats: 1 });
    if (printed && finish !== "table")
      items.push({ id: newId(), kind: "bench", task: "inspect", rounds: finish === "display" ? 2 : 1, mostAnEvening: null });
  }
  if (colours[0]) items.push({ id: newId(), kind: "coat", paintId: colours[0].id, method: "brush", coats: 1 });
  if (colours[1]) items.push({ id: newId(), kind: "coat", paintId: colours[1].id, method: "dry brush", coats: 1 });
  if (varnish)
    items.push({ id: newId(), kind: "coat", paintId: varnish.id, method: "brush", coats: HANDLING_RULES[handling].varnishCoats });
  // Glue and seams come before paint, joints that must stay free after it.
  if (part.joins !== "fixed") items.push({ id: newId(), kind: "bench", task: "join", rounds: 1, mostAnEvening: null });
  return { items, surfaces: said };
}
