/** A coat of a paint from the rack. */
import Joi from "joi";
import { field } from "../../../field";
import { canCover, METHODS, type CoatMethod } from "../../../coat";
import { LIMITS } from "../../../limits";
import { only, type Film, type Surroundings, type WorkKind } from "../../../work";
import { howLaid, layingSteps, POT_METHODS } from "../laying";

export interface CoatWork {
  id: string;
  kind: "coat";
  paintId: string;
  method: CoatMethod;
  coats: number;
  /** Parts of thinner to one of paint; absent as it comes from the pot. */
  thinning?: number;
  /** Laid while the coat below is still wet, on purpose. */
  wet?: boolean;
  /** Meant to crack on what is below it. */
  crackle?: boolean;
}

/** What a coat lays on the part; null where its paint is gone. */
export const filmOfCoat = ({ method, coats, thinning, wet, crackle }: CoatWork, paint: ReturnType<Surroundings["paint"]>): Film | null =>
  paint
    ? {
        name: paint.name,
        family: paint.family,
        sheen: paint.sheen,
        hex: paint.hex,
        ...(paint.can && { covers: canCover(paint) }),
        method,
        coats,
        ...(thinning ? { thinning } : {}),
        ...(wet ? { wet } : {}),
        ...(crackle ? { crackle } : {}),
      }
    : null;

export const coat: WorkKind<CoatWork> = {
  kind: "coat",
  many: "coats",
  fields: {
    paintId: field.row("Paint", "paints"),
    method: field.choice("Method", POT_METHODS),
    coats: field.count("Coats", LIMITS.coats),
    thinning: field.share("Thinner to one part of paint", LIMITS.thinning, "as it comes"),
    wet: { ...field.tick("Wet in wet, on purpose"), schema: Joi.boolean().optional() },
    crackle: { ...field.tick("Meant to crack"), schema: Joi.boolean().optional() },
  },
  station: "paint",
  words: (item, at) => ({
    title: at.paint(item.paintId)?.name ?? "a deleted paint",
    detail: [METHODS[item.method].word, item.coats > 1 && `${item.coats} coats`, howLaid(item)].filter(Boolean).join(", "),
  }),
  refers: (item) => [{ field: "paintId", table: "paints", id: item.paintId, mayGo: false }],
  film: (item, at) => filmOfCoat(item, at.paint(item.paintId)),
  counts: (item, at) => (at.paint(item.paintId)?.family.endsWith("primer") ? "primed" : "painted"),
  overPaint: (item, at) => at.paint(item.paintId)?.family.endsWith("varnish") === true,
  coats: ({ paintId, method }, at) => [{ method, pot: at.paint(paintId) }],
  steps: (item, task) => {
    const film = filmOfCoat(item, task.paint(item.paintId));
    if (!film) return [];
    return layingSteps(task, {
      film,
      paintId: item.paintId,
      place: "",
      areaMm2: task.areaMm2,
      pieces: task.copies,
      before: 0,
      nameOf: String,
      waitS: task.waitForNext(item.id),
      rests: {},
    });
  },
  begin: {
    label: "A coat",
    make: (itemId, at) => (at.paints[0] ? { id: itemId, kind: "coat", paintId: at.paints[0].id, method: "brush", coats: 1 } : null),
  },
};

export const coatsIn = only<CoatWork>("coat");
