/**
 * Where work on surfaces stands in the order of work, for what is put in and for what stands wrong: bare surfaces are treated before the first
 * coat, what is paint comes over the base coat, and no dry brush over either brings the lines back. Common practice, no source.
 */
import type { GroundMethod } from "../ground";
import type { Joint } from "../joint";
import type { LaidCoat } from "../work";
import {
  dryBrushOf,
  hidePlan,
  linedSurfaces,
  paintNamed,
  recipeNamed,
  surfacesOf,
  type HideFrom,
  type KnownSurface,
  type Part,
  type Project,
} from "../project";
import { schoolById, type School, type SchoolId } from "../surface";
import { lastOf, benchWorkIn, coatsLaid, groundsIn, hidesIn, layersIn, type HideWork, type WorkItem } from "../stations/kinds";

type Paints = Pick<Project, "scene" | "paints">;

/** On what a way of hiding is done; one that is not known any more counts as bare work. */
export const doneOn = (school: SchoolId): School["done"] => schoolById(school)?.done ?? "bare";
const isPaint = (school: SchoolId): boolean => doneOn(school) === "with paint";
/** How what is painted below a stippled or dry-brushed tone is laid. */
const BASE = new Set(["brush", "spray", "airbrush", "mist", "pour"]);

const isPrimer = ({ pot }: LaidCoat): boolean => pot?.family.endsWith("primer") === true;
const isBase = ({ pot, method }: LaidCoat): boolean => BASE.has(method) && !/(primer|varnish|wash)$/.test(pot?.family ?? "");

/** The coats of the work, whatever its finish, with the place of the work that lays each. */
const coatsAt = (work: readonly WorkItem[], project: Paints): (LaidCoat & { at: number })[] =>
  work.flatMap((w, at) =>
    coatsLaid([w], { recipe: (id) => recipeNamed(project, id), paint: (id) => paintNamed(project, id) }).map((c) => ({ ...c, at })),
  );

/** Places of the primer and of the base coats in the order of work, first to last. */
function placesOf(work: readonly WorkItem[], at: Paints): { primed: number[]; base: number[] } {
  const coats = coatsAt(work, at);
  const places = (which: (coat: LaidCoat) => boolean): number[] => coats.filter(which).map((c) => c.at);
  return { primed: places(isPrimer), base: places(isBase) };
}

/** Before the first of what covers it; at the end where nothing does. */
function beforeFirst(work: readonly WorkItem[], kinds: readonly WorkItem["kind"][]): number {
  const first = work.findIndex((w) => kinds.includes(w.kind));
  return first < 0 ? work.length : first;
}

/**
 * Where a way of hiding goes: paint over the first base coat, else over the primer; what wants primer right over it; all else after what is
 * hidden bare, or before the first coat.
 */
export function placeOfHiding(work: readonly WorkItem[], school: SchoolId, at: Paints): number {
  const { primed, base } = placesOf(work, at);
  const open = beforeFirst(work, ["coat", "recipe", "ground", "layer", "glue"]);
  if (isPaint(school)) {
    const over = Math.max(base.at(0) ?? -1, primed.at(-1) ?? -1);
    return over >= 0 ? over + 1 : Math.max(open, lastOf(work, "hide") + 1);
  }
  if (doneOn(school) === "primed" && primed.length > 0) return primed[0] + 1;
  const hides = hidesIn(work).filter((h) => doneOn(h.school) === "bare");
  return hides.length > 0 ? work.indexOf(hides[hides.length - 1]) + 1 : Math.max(open, lastOf(work, "print") + 1);
}

/** Where filling a seam goes: what is joined painted is filled at the end, all else before the first coat or ground. */
export const placeOfSeam = (work: readonly WorkItem[], { paint }: Pick<Joint, "paint">): number =>
  paint === "before" ? work.length : beforeFirst(work, ["coat", "recipe", "ground", "layer"]);

/**
 * Where a layer of ground goes: what is painted over before the first paint, with the ground that is there; what grows or is poured at the end,
 * over the paint.
 */
export const placeOfLayer = (work: readonly WorkItem[], method: Pick<GroundMethod, "makeup">): number =>
  method.makeup.kind === "growth" || method.makeup.kind === "pour" ? work.length : beforeFirst(work, ["coat", "recipe"]);

export interface OrderFault {
  itemId: string;
  /** What is wrong, in a sentence, and what to do. */
  says: string;
  /** Where it should stand instead. */
  to: number;
}

/** What stands before it and must not: its place, and what it is called. */
interface Before {
  at: number;
  what: string;
  why: string;
}

function firstBefore(work: readonly WorkItem[], place: number, at: Paints): Before | null {
  const before = work.slice(0, place);
  const found: Before[] = [];
  const ground = [...groundsIn(before), ...layersIn(before)].at(0);
  if (ground) found.push({ at: work.indexOf(ground), what: "groundwork", why: "grit and fibres come off, and they trap dust" });
  const flock = benchWorkIn(before).find((b) => b.task === "flock");
  if (flock) found.push({ at: work.indexOf(flock), what: "flock", why: "grit and fibres come off, and they trap dust" });
  const paint = coatsAt(before, at).find((c) => !isPrimer(c));
  if (paint) found.push({ at: paint.at, what: "paint", why: "the paper clogs and the colour comes off" });
  return found.sort((a, b) => a.at - b.at)[0] ?? null;
}

/** Paint that is covered again by what should lie below it. */
function coveredAgain(item: HideWork, work: readonly WorkItem[], at: Paints): OrderFault | null {
  const place = work.indexOf(item);
  const { primed, base } = placesOf(work, at);
  const treated = hidesIn(work).filter((h) => !isPaint(h.school) && h.surfaceId === item.surfaceId);
  const over = [
    { what: "the primer", to: primed.at(-1) ?? -1 },
    { what: "the base coat", to: base.at(0) ?? -1 },
    { what: "treatment of the bare print", to: Math.max(-1, ...treated.map((h) => work.indexOf(h))) },
  ].sort((a, b) => b.to - a.to)[0];
  if (over.to <= place) return null;
  return {
    itemId: item.id,
    says: `${schoolById(item.school)?.name ?? "Paint"} comes before ${over.what}, which would cover it. Move it after.`,
    to: over.to,
  };
}

export function orderFaults(part: Part, project: HideFrom): OrderFault[] {
  const out: OrderFault[] = [];
  const { work } = part;
  const printed = lastOf(work, "print");
  for (const item of hidesIn(work)) {
    if (work.indexOf(item) < printed) {
      out.push({ itemId: item.id, says: "The surface is treated before printing. Move it after the print.", to: printed });
      continue;
    }
    if (isPaint(item.school)) {
      const fault = coveredAgain(item, work, project);
      if (fault) out.push(fault);
      continue;
    }
    const plan = hidePlan(item, part, project)?.plan;
    const works = plan?.stages.some((s) => s.kind === "sand" || s.kind === "heat" || s.kind === "lay") ?? item.school !== "leave";
    const before = works ? firstBefore(work, work.indexOf(item), project) : null;
    if (before) {
      const sands = plan?.stages.some((s) => s.kind === "sand" || s.kind === "heat");
      out.push({
        itemId: item.id,
        says: `${plan?.name ?? "Hiding lines"} comes after ${before.what}: ${sands ? before.why : "the lines are already painted over"}. Move it before.`,
        to: before.at,
      });
    }
  }
  return out;
}

/**
 * Lined surfaces on which a planned dry brush brings the lines out: nothing is planned that takes them. What is stippled so that no brush is
 * needed must get none, however few its lines are.
 */
export function broughtOut(part: Part, project: HideFrom): KnownSurface[] {
  const schools = new Map(
    hidesIn(part.work)
      .filter((h) => h.school !== "leave")
      .map((h) => [h.surfaceId, h.school]),
  );
  return linedSurfaces(surfacesOf(part, project.scene)).filter((k) => {
    const school = k.said && schools.get(k.said.id);
    return k.dryBrush && (school ? isPaint(school) : dryBrushOf(k, part).brings);
  });
}
