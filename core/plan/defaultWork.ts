/**
 * The order of work that "Plan this part" proposes: print, dry fit, file, wash off dust, fill the seams of what is in several pieces, hide what
 * shows, prime, inspect in rounds, paint, seal; what snaps or moves is put together last, when it is painted. It follows what the scene or
 * the part has chosen (finish, handling, real materials). All of it can be changed.
 */
import { choicesOf, optionAtHand, type Part, type Project, type WorkItem } from "../project";
import { HANDLING_RULES, linesOnMaterial, realMaterial } from "../subject";
import type { Printer } from "../print";
import { seenAt, stepsOn, surfaceName, type Grain, type SchoolId, type Seen, type Steps, type Surface } from "../surface";

/** What a printer lays down, as its lines show. */
export const grainOf = (printer: Printer): Grain =>
  printer.process === "fdm" ? { layerMm: printer.layerMm, lineWidthMm: printer.lineWidthMm } : { layerMm: printer.layerMm };

export interface LinedSurface extends Steps {
  surface: Surface;
  seen: "plain" | "dry brush";
  arcmin: number;
}

const KIND_ORDER: Record<Surface["kind"], number> = { slope: 0, wall: 1, level: 2 };

/** Plain before hardly seen, slopes before walls before tops, large before small; undersides last. */
export const plainestFirst = (a: { surface: Surface; seen: Seen }, b: { surface: Surface; seen: Seen }): number =>
  Number(a.surface.underside) - Number(b.surface.underside) ||
  Number(b.seen === "plain") - Number(a.seen === "plain") ||
  KIND_ORDER[a.surface.kind] - KIND_ORDER[b.surface.kind] ||
  b.surface.areaMm2 - a.surface.areaMm2;

/** Surfaces that show lines, the plainest first; undersides are left out. */
export function linedSurfaces(surfaces: readonly Surface[], grain: Grain, distanceMm: number): LinedSurface[] {
  return surfaces
    .flatMap((surface) => {
      if (surface.underside) return [];
      const steps = stepsOn(surface.slopeDeg, grain);
      const { seen, arcmin } = seenAt(steps, distanceMm);
      return seen === "hidden" ? [] : [{ surface, seen, arcmin, ...steps }];
    })
    .sort(plainestFirst);
}

export function hideItem(id: string, school: SchoolId, lined: { surface: Surface; cuspMm: number; pitchMm: number }): WorkItem {
  return {
    id,
    kind: "hide",
    school,
    areaMm2: lined.surface.areaMm2,
    cuspMm: lined.cuspMm,
    pitchMm: lined.pitchMm,
    surface: surfaceName(lined.surface),
  };
}

export function defaultWork(part: Part, project: Project, surfaces: readonly Surface[], newId: () => string): WorkItem[] {
  const items: WorkItem[] = [];
  const { handling, finish, viewingDistanceMm } = choicesOf(part, project.scene);
  const best = optionAtHand(part, project.scene);
  const printed = best !== undefined && part.source.kind !== "scratch";
  if (printed) {
    items.push({ id: newId(), kind: "print", printerId: best.printer.id, turn: best.facts.turn, typed: null, sliced: null });
    for (const task of ["dry-fit", "file", "wash"] as const) items.push({ id: newId(), kind: "bench", task, rounds: 1 });
    if (best.facts.pieces > 1 && part.joins === "fixed") items.push({ id: newId(), kind: "bench", task: "seams", rounds: 1 });
    // What its own material hides, or passes for, gets no work.
    const lined = linedSurfaces(surfaces, grainOf(best.printer), viewingDistanceMm).find((l) => {
      const material = realMaterial(part.materials.find((m) => m.surface === surfaceName(l.surface))?.material ?? "");
      return !material || linesOnMaterial(material, l, project.scene.scale.ratio) === "treat";
    });
    if (lined) items.push(hideItem(newId(), finish === "display" ? "fill-and-sand" : "thick-coat", lined));
  }
  const by = (test: (family: string, name: string) => boolean) => project.paints.find((p) => test(p.family, p.name));
  const primer = by((f) => f === "water primer") ?? by((f) => f === "solvent primer");
  // A can or an airbrush where the room allows it: whoever owns a solvent primer sprays, and a water-based one is brushed.
  const sprays = project.paints.some((p) => p.family === "solvent primer");
  const colours = project.paints.filter((p) => p.family === "water acrylic");
  const varnish = by((f) => f === "water varnish");
  if (primer) {
    items.push({ id: newId(), kind: "coat", paintId: primer.id, method: sprays ? "spray" : "brush", coats: 1 });
    if (printed && finish !== "table") items.push({ id: newId(), kind: "bench", task: "inspect", rounds: finish === "display" ? 2 : 1 });
  }
  if (colours[0]) items.push({ id: newId(), kind: "coat", paintId: colours[0].id, method: "brush", coats: 1 });
  if (colours[1]) items.push({ id: newId(), kind: "coat", paintId: colours[1].id, method: "dry brush", coats: 1 });
  if (varnish)
    items.push({ id: newId(), kind: "coat", paintId: varnish.id, method: "brush", coats: HANDLING_RULES[handling].varnishCoats });
  // Glue and seams come before paint, joints that must stay free after it.
  if (part.joins !== "fixed") items.push({ id: newId(), kind: "bench", task: "join", rounds: 1 });
  return items;
}
