/** What a pot is mixed for: one step of a recipe on all pieces that still take it from one pot, or a coat of one part. And what kept pots were laid on. */
import { METHODS, type CoatLayer } from "../coat";
import { mixesWith } from "../paint";
import { recordsOfPart, type Part, type Project, type StepRecord } from "../project";
import { recipesIn } from "../stations/kinds";
import { pottedCoats, type PottedCoat } from "./paintAmounts";
import { stackOfPart, type StackLayer } from "./stack";
import type { StepState } from "./status";

/** Where a pot is laid. */
interface LaidOn {
  partId: string;
  itemId: string;
  /** The step of a recipe; null for a coat by itself. */
  stepId: string | null;
}

export interface PotGo {
  key: string;
  /** "Bog brown on 9 pieces: timber". */
  label: string;
  paintId: string | null;
  layer: Omit<CoatLayer, "id">;
  parts: readonly Part[];
  /** What its open coats take, ml. */
  ml: number;
  lays: readonly LaidOn[];
  /** What is below it on the first part. */
  ground: StackLayer;
}

/** Everything that a pot may be mixed for: coats of paint that are not laid yet. */
export function potGoes(project: Project, states: ReadonlyMap<string, StepState>): PotGo[] {
  const goes = new Map<string, { coat: PottedCoat; recipe: string | null; of: { part: Part; coat: PottedCoat; ml: number }[] }>();
  for (const part of project.parts) {
    const recipes = new Map(recipesIn(part.work).map((r) => [r.id, r.recipeId]));
    for (const coat of pottedCoats(part, project)) {
      const open = Array.from({ length: coat.coats }, (_, i) => states.get(`${coat.keys}${i}`)?.kind).filter(
        (s) => s !== "done" && s !== "setting",
      ).length;
      if (open === 0 || coat.layer.covers || mixesWith(coat.layer.family).length === 0) continue;
      const recipeId = recipes.get(coat.itemId) ?? null;
      const key = recipeId === null ? `${part.id}.${coat.itemId}` : `${recipeId}.${coat.stepId}.${coat.paintId ?? ""}`;
      const go = goes.get(key) ?? { coat, recipe: recipeId, of: [] };
      go.of.push({ part, coat, ml: (coat.ml.potMl * open) / coat.coats });
      goes.set(key, go);
    }
  }
  return [...goes].map(([key, { coat, recipe, of }]): PotGo => {
    const parts = of.map((o) => o.part);
    const pieces = of.reduce((n, o) => n + o.coat.pieces, 0);
    const where = parts.length === 1 ? (pieces > 1 ? `${pieces} × ${parts[0].name}` : parts[0].name) : `${pieces} pieces`;
    const name = recipe === null ? "" : (project.scene.recipes.find((r) => r.id === recipe)?.name ?? "");
    return {
      key,
      label: `${coat.name} on ${where}${name && `: ${name.toLowerCase()}`}`,
      paintId: coat.paintId,
      layer: coat.layer,
      parts,
      ml: of.reduce((sum, o) => sum + o.ml, 0),
      lays: of.map((o) => ({ partId: o.part.id, itemId: o.coat.itemId, stepId: o.coat.stepId })),
      ground: groundOf(parts[0], of[0].coat, project),
    };
  });
}

/** The last layer below that closes what is under it. */
function groundOf(part: Part, coat: PottedCoat, project: Project): StackLayer {
  const stack = stackOfPart(part, project);
  const at = stack.findIndex((l) => l.itemId === coat.itemId && (coat.stepId === null || l.part === coat.stepId));
  const below = stack.slice(0, at < 0 ? stack.length : at);
  return below.findLast((l) => METHODS[l.method].cover === null && !/varnish/.test(l.family)) ?? stack[0];
}

/** A pot, where it was laid. */
export interface PotUse {
  at: number;
  part: Part;
  pieces: number;
  /** What was below it, and the last coat over it that is clear. */
  ground: string;
  varnish: string | null;
  air: { airC: number; rh: number } | null;
  recipe: string | null;
  stepKey: string;
}

const asNumber = (v: string | number | undefined): number | null => (typeof v === "number" ? v : null);

/** Where a pot of the rack was laid in this scene, the latest first: by the records. */
export function usesOfPot(project: Project, paintId: string): PotUse[] {
  return project.parts
    .flatMap((part) =>
      recordsOfPart(project, part.id).flatMap((r): PotUse[] =>
        r.rests?.paintId === paintId && r.finishedAt !== null && r.result !== "failed" ? [useOf(part, r, project)] : [],
      ),
    )
    .sort((a, b) => b.at - a.at);
}

function useOf(part: Part, record: StepRecord, project: Project): PotUse {
  const { rests = {} } = record;
  const [, itemId, step] = record.stepKey.split("/");
  const stack = stackOfPart(part, project);
  const at = stack.findIndex((l) => l.itemId === itemId && (l.part === undefined || l.part === step.split(".")[0]));
  const [airC, rh] = [asNumber(rests.airC), asNumber(rests.rh)];
  return {
    at: record.finishedAt!,
    part,
    pieces: asNumber(rests.pieces) ?? 1,
    ground: (at > 0 ? stack.slice(0, at).findLast((l) => METHODS[l.method].cover === null) : undefined)?.name ?? stack[0].name,
    varnish: stack.slice(at + 1).findLast((l) => l.family.endsWith("varnish"))?.name ?? null,
    air: airC !== null && rh !== null ? { airC, rh } : null,
    recipe: typeof rests.recipe === "string" ? rests.recipe : null,
    stepKey: record.stepKey,
  };
}
