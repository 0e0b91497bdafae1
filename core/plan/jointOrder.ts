/**
 * The order over all parts: what joints demand of steps of different parts and of the ground, each with its reason, and the contradictions
 * among them. The order of work of each part stands as it was set; what a joint demands beside it is kept as far as both can be.
 */
import {
  HOLDS,
  isOfCopies,
  isOnePiece,
  ORDER_RULES,
  orderOf,
  partsOfJoint,
  unitsOf,
  type Joint,
  type OrderEdge,
  type Ordered,
  type OrderRule,
} from "../joint";
import { materialOf, unitsOfScene, type Part, type Project } from "../project";
import type { Step } from "../work";
import { gluesIn, kindOf, seamsIn } from "../stations/kinds";

/** What a joint demands of two steps. */
export interface JointEdge extends OrderEdge<OrderRule> {
  jointId: string;
}

const LISTED_COST = 100;
const PRIMERS: readonly unknown[] = ["water primer", "solvent primer"];
const VARNISHES: readonly unknown[] = ["water varnish", "solvent varnish"];
const isCoat = (s: Step): boolean => s.station === "paint" && typeof s.rests.method === "string";
/** Paint that is seen: primer may well lie under a joint that is painted as one piece. */
const isPaint = (s: Step): boolean => isCoat(s) && !PRIMERS.includes(s.rests.family);

/** Steps of a scene, looked at by part and by what they do. */
class Steps {
  private readonly byPart = new Map<string, Step[]>();
  private readonly glue = new Map<string, Step>();
  private readonly fill = new Map<string, Step[]>();
  constructor(
    private readonly project: Pick<Project, "scene" | "parts">,
    steps: readonly Step[],
  ) {
    const parts = new Map(project.parts.map((p) => [p.id, p]));
    for (const s of steps) {
      const own = this.byPart.get(s.partId);
      if (own) own.push(s);
      else this.byPart.set(s.partId, [s]);
    }
    for (const part of parts.values()) {
      const own = this.byPart.get(part.id) ?? [];
      for (const { id, jointId } of gluesIn(part.work)) {
        const step = own.find((s) => s.itemId === id);
        if (step && !this.glue.has(jointId)) this.glue.set(jointId, step);
      }
      for (const { id, jointId } of seamsIn(part.work))
        this.fill.set(jointId, [...(this.fill.get(jointId) ?? []), ...own.filter((s) => s.itemId === id)]);
    }
  }
  gluing = (j: Joint): Step | undefined => this.glue.get(j.id);
  filling = (j: Joint): readonly Step[] => this.fill.get(j.id) ?? [];
  of = (partId: string): readonly Step[] => this.byPart.get(partId) ?? [];
  first = (partId: string, is: (s: Step) => boolean): Step | undefined => this.of(partId).find(is);
  last = (partId: string, is: (s: Step) => boolean): Step | undefined => this.of(partId).findLast(is);
  part = (partId: string): Part | undefined => this.project.parts.find((p) => p.id === partId);
  isFoam = (partId: string): boolean => {
    const part = this.part(partId);
    return part !== undefined && materialOf(part, this.project.scene) === "foam";
  };
  /** The last step of the first work that closes a foam face. */
  sealing = (partId: string): Step | undefined => {
    const sealed = this.part(partId)?.work.find((w) => kindOf(w).station !== "assemble" && kindOf(w).film(w, NOTHING) !== null);
    return sealed && this.last(partId, (s) => s.itemId === sealed.id);
  };
}
/** Enough to know whether a piece of work lays something down: an own step says so by itself, a coat by being one. */
const NOTHING = { paint: () => undefined, recipe: () => undefined, printer: () => undefined, printers: [], part: () => undefined };

/** What the joints of a scene demand of its steps. @param steps in the order of work of each part */
export function jointEdges(project: Pick<Project, "scene" | "parts">, steps: readonly Step[]): JointEdge[] {
  const { joints } = project.scene;
  if (joints.length === 0) return [];
  const at = new Steps(project, steps);
  const out: JointEdge[] = [];
  const seen = new Set<string>();
  const before = (rule: OrderRule, j: Joint, from: Step | undefined, to: Step | undefined): void => {
    if (!from || !to || from === to || seen.has(`${from.key} ${to.key}`)) return;
    seen.add(`${from.key} ${to.key}`);
    out.push({ from: from.key, to: to.key, rule, cost: ORDER_RULES[rule].cost, jointId: j.id });
  };
  const unitOf = new Map(unitsOfScene(project).flatMap((unit) => unit.map((id) => [id, unit] as const)));
  const groupOf = new Map(groupsOf(joints).flatMap((group) => group.map((id) => [id, group] as const)));
  for (const j of joints) {
    const sides = partsOfJoint(j);
    const glued = at.gluing(j);
    if (glued) {
      for (const id of sides) if (at.isFoam(id)) before("sealed", j, at.sealing(id), glued);
      if (j.sight === "covered")
        for (const id of sides)
          before(
            "covered",
            j,
            glued,
            at.first(id, (s) => s.station === "ground"),
          );
      for (const fill of at.filling(j)) before("filled", j, glued, fill);
      if (isOnePiece(j)) {
        const unit = new Set(sides.flatMap((id) => unitOf.get(id) ?? [id]));
        for (const id of unit) if (!at.isFoam(id)) before("together", j, glued, at.first(id, isPaint));
      } else
        for (const id of sides)
          if (!at.isFoam(id)) before("apart", j, glued.partId === id ? at.first(id, isPaint) : at.last(id, isPaint), glued);
    }
    if (j.how === "pinned")
      for (const id of sides) {
        const drilled = at.last(id, (s) => s.rests.task === "drill");
        before("drilled", j, drilled, at.first(id, isCoat));
        before("drilled", j, drilled, glued);
      }
    if (HOLDS[j.how] !== "glue")
      for (const id of sides)
        for (const tried of sides)
          before(
            "tried",
            j,
            at.last(tried, (s) => s.rests.task === "dry-fit"),
            at.first(id, (s) => VARNISHES.includes(s.rests.family)),
          );
    if (j.reach === "inside")
      for (const lid of joints.filter((k) => k.reach === "closes" && groupOf.get(k.a) === groupOf.get(j.a))) {
        const closes = at.gluing(lid);
        before("inside", j, glued, closes);
        before("inside", j, at.last(j.a, isPaint), closes);
      }
  }
  return out;
}

/** Parts that are joined in any way, over any number of joints. */
function groupsOf(joints: readonly Joint[]): string[][] {
  return unitsOf(joints.filter((j) => j.how !== "never" && !isOfCopies(j)).map((j) => ({ ...j, how: "glued", paint: "after" })));
}

/** The same beside the order of work of each part: what can be kept of both, and where they contradict each other. */
export const orderWithJoints = (steps: readonly Step[], edges: readonly JointEdge[]): Ordered<OrderEdge<OrderRule>> =>
  orderOf(
    steps.map((s) => s.key),
    [...steps.flatMap((s) => s.after.map((from) => ({ from, to: s.key, rule: "listed" as const, cost: LISTED_COST }))), ...edges],
  );
