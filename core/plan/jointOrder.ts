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
import type { Step, Surroundings } from "../work";
import { gluesIn, kindOf, seamsIn } from "../stations/kinds";
import { surroundingsOf } from "./stack";

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

type JointsFrom = Pick<Project, "scene" | "parts" | "paints">;

/** Steps of a scene, looked at by part and by what they do. */
class Steps {
  private readonly byPart = new Map<string, Step[]>();
  private readonly glue = new Map<string, Step>();
  private readonly fill = new Map<string, Step[]>();
  private readonly parts: ReadonlyMap<string, Part>;
  private readonly foam = new Set<string>();
  private readonly around: Surroundings;
  constructor(project: JointsFrom, steps: readonly Step[]) {
    const { scene, parts } = project;
    this.around = surroundingsOf(project);
    this.parts = new Map(parts.map((p) => [p.id, p]));
    for (const s of steps) {
      const own = this.byPart.get(s.partId);
      if (own) own.push(s);
      else this.byPart.set(s.partId, [s]);
    }
    for (const part of parts) {
      if (materialOf(part, scene) === "foam") this.foam.add(part.id);
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
  isFoam = (partId: string): boolean => this.foam.has(partId);
  /** The last step of the first work that closes a foam face; ground and glue close none. */
  sealing = (partId: string): Step | undefined => {
    const sealed = this.parts.get(partId)?.work.find((w) => {
      const step = this.last(partId, (s) => s.itemId === w.id);
      return step !== undefined && step.station !== "ground" && step.station !== "assemble" && kindOf(w).film(w, this.around) !== null;
    });
    return sealed && this.last(partId, (s) => s.itemId === sealed.id);
  };
}

/** What the joints of a scene demand of its steps. @param steps in the order of work of each part */
export function jointEdges(project: JointsFrom, steps: readonly Step[]): JointEdge[] {
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
