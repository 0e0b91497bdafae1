/** What is known around a coat that went wrong: its stack, how old what is below was, the air, the can, glue and masks on the part. */
import { METHODS, recoatS, wholeOf, type CoatLayer } from "../coat";
import { GLUES } from "../joint";
import type { WentWrong } from "../paint";
import { materialOf, recordsOfPart, type Part, type Project, type StepRecord } from "../project";
import { masksIn } from "../stations/kinds";
import { checkedCoats } from "./coatDates";
import type { Tonight } from "./tonight";
import type { StackLayer } from "./stack";

/** A coat that is being laid, or was. */
export interface LaidCoat {
  part: Part;
  record: StepRecord;
  layer: StackLayer;
}

/** Coats that may have gone wrong: those in hand first, then the latest. */
export function laidCoats(project: Project, model: Tonight): LaidCoat[] {
  return project.parts
    .flatMap((part) => {
      const records = recordsOfPart(project, part.id).filter((r) => r.rests?.method !== undefined);
      if (records.length === 0) return [];
      const { stack } = checkedCoats(part, project, model);
      return records.flatMap((record): LaidCoat[] => {
        const layer = layerOfStep(stack, record.stepKey);
        return layer ? [{ part, record, layer }] : [];
      });
    })
    .sort((a, b) => (b.record.finishedAt ?? Infinity) - (a.record.finishedAt ?? Infinity) || b.record.startedAt - a.record.startedAt);
}

function layerOfStep(stack: readonly StackLayer[], stepKey: string): StackLayer | undefined {
  const [, itemId, step] = stepKey.split("/");
  return stack.find((l) => l.itemId === itemId && (l.part === undefined || l.part === step.split(".")[0]));
}

/** @param now ms */
export function wentWrongOf({ part, record, layer }: LaidCoat, project: Project, model: Tonight, now: number): WentWrong {
  const { stack, check } = checkedCoats(part, project, model);
  const at = stack.findIndex((l) => l.id === layer.id);
  const below = stack.slice(0, at);
  const paint = project.paints.find((p) => p.id === record.rests?.paintId);
  // Of what is below, the pair that was waited for least.
  const [tightest] = check.verdicts
    .filter((v) => v.overId === layer.id && v.ageS !== null)
    .sort((a, b) => a.ageS! - a.waitS - (b.ageS! - b.waitS));
  const said = (key: "airC" | "rh"): number => {
    const value = record.rests?.[key];
    return typeof value === "number" ? value : project.habits.air[key];
  };
  return {
    layer,
    below,
    sinceS: record.finishedAt === null ? null : (now - record.finishedAt) / 1000,
    driesS: recoatS(layer),
    ageBelowS: tightest?.ageS ?? null,
    waitBelowS: tightest?.waitS ?? 0,
    air: { airC: said("airC"), rh: said("rh") },
    left: paint ? paint.stockMl / wholeOf(paint) : null,
    pot: paint ?? null,
    gluedS: sinceGlued(part, project, now),
    masked: masksIn(part.work).some((m) => METHODS[m.what].cover === 0),
    resin: materialOf(part, project.scene) === "resin print",
    mixed: Boolean(paint?.mix),
  };
}

/** Since glue that sets by vapour was last used on the part, s; null where it was not. */
function sinceGlued(part: Part, project: Project, now: number): number | null {
  // By what was taken, as the record says: another glue may be chosen since.
  const instant = new Set(GLUES.flatMap((g) => (g.family === "instant glue" ? g.name : [])));
  const ends = recordsOfPart(project, part.id).flatMap((r) =>
    r.finishedAt !== null && typeof r.rests?.glue === "string" && instant.has(r.rests.glue) ? r.finishedAt : [],
  );
  return ends.length > 0 ? (now - Math.max(...ends)) / 1000 : null;
}

/** "solvent matt varnish over sand tone and mid earth". */
export const stackWords = (below: readonly CoatLayer[]): string =>
  below
    .slice(-3)
    .reverse()
    .map((l) => l.name.toLowerCase())
    .join(", then ");
