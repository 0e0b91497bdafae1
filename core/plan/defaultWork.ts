/**
 * The order of work that "Plan this part" proposes: print, dry fit, file, wash off dust, fill the seams of what is in several pieces, hide what
 * shows, prime, inspect in rounds, paint, seal; what snaps or moves is put together last, when it is painted. It follows what the scene or
 * the part has chosen (finish, handling, real materials). All of it can be changed.
 */
import {
  joinsOf,
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
import { HANDLING_RULES, linesOnMaterial, realMaterial } from "../subject";
import { recommend, type SchoolId } from "../surface";
import { printedOn, printsIn } from "../stations/kinds";
import { broughtOut, placeOfHiding } from "./surfaceOrder";

export const hideItem = (id: string, school: SchoolId, surfaceId: string): WorkItem => ({ id, kind: "hide", school, surfaceId });

/** What is proposed: the work, and what has to be said of surfaces for it. */
export interface ProposedWork {
  items: WorkItem[];
  surfaces: SaidSurface[];
}

/** A surface about which nothing else was said yet. */
export const newSurface = (k: KnownSurface): SaidSurface => k.said ?? { ...NEW_SURFACE, id: saidId(k), anchor: k.anchor };

/**
 * A dry brush comes last where it brings no lines out; else the second tone is dabbed on with torn foam, as hiding by paint asks.
 * @param newId makes the ids of what is proposed
 */
export function defaultWork(part: Part, project: Project, newId: () => string): ProposedWork {
  const brushed = propose(part, project, "dry brush", newId);
  const surfaces = [...part.surfaces.filter((s) => !brushed.surfaces.some((p) => p.id === s.id)), ...brushed.surfaces];
  const brings = broughtOut({ ...part, work: brushed.items, surfaces }, project).length > 0;
  return brings ? propose(part, project, "sponge", newId) : brushed;
}

/** Nothing is planned but its printing. */
export const onlyPrinted = ({ work }: Part): boolean => printsIn(work).length === work.length;

/** Can a plan be proposed for it: is all known that one is made of, and is none there yet? */
export const canBePlanned = (part: Part, project: Pick<Project, "scene">): boolean =>
  onlyPrinted(part) && (part.source.kind === "scratch" || (optionAtHand(part, project.scene) !== undefined && part.surfaceMap !== null));

/** What “Plan this part” adds to a part: all of the proposal, or what comes after a print that is chosen already. */
export function planFor(part: Part, project: Project, newId: () => string): ProposedWork {
  const proposed = defaultWork(part, project, newId);
  return part.work.length === 0 ? proposed : { ...proposed, items: proposed.items.filter((w) => printsIn([w]).length === 0) };
}

function propose(part: Part, project: Project, second: "dry brush" | "sponge", newId: () => string): ProposedWork {
  const colours = project.paints.filter((p) => p.family === "water acrylic");
  const items: WorkItem[] = [];
  const said: SaidSurface[] = [];
  const { handling, finish } = choicesOf(part, project.scene);
  const best = optionAtHand(part, project.scene);
  const printed = best !== undefined && part.source.kind !== "scratch";
  if (printed) {
    items.push({ id: newId(), kind: "print", ...printedOn(best.printer) });
    for (const task of ["dry-fit", "file", "wash"] as const)
      items.push({ id: newId(), kind: "bench", task, rounds: 1, mostAnEvening: null });
    if (best.facts.pieces > 1 && joinsOf(part, project.scene) === "fixed")
      items.push({ id: newId(), kind: "bench", task: "seams", rounds: 1, mostAnEvening: null });
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
  if (colours[1]) items.push({ id: newId(), kind: "coat", paintId: colours[1].id, method: second, coats: 1 });
  if (varnish)
    items.push({ id: newId(), kind: "coat", paintId: varnish.id, method: "brush", coats: HANDLING_RULES[handling].varnishCoats });
  if (printed) {
    // What its own material hides, or passes for, gets no work.
    const lined = linedSurfaces(surfacesOf({ ...part, work: items }, project.scene)).find((k) => {
      const material = realMaterial(k.said?.material ?? "");
      return !material || linesOnMaterial(material, k.laid, project.scene.scale.ratio) === "treat";
    });
    const c = lined && caseOf(lined, { ...part, work: items }, project);
    const school = c && recommend(c).school;
    if (lined && school && school !== "leave") {
      const surface = newSurface(lined);
      if (!lined.said) said.push(surface);
      items.splice(placeOfHiding(items, school, project), 0, hideItem(newId(), school, surface.id));
    }
  }
  // Glue and seams come before paint, joints that must stay free after it.
  if (joinsOf(part, project.scene) !== "fixed") items.push({ id: newId(), kind: "bench", task: "join", rounds: 1, mostAnEvening: null });
  return { items, surfaces: said };
}
