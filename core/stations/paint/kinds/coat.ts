/** A coat of a paint from the rack. */
import Joi from "joi";
import { field } from "../../../field";
import type { CautionId } from "../../../care";
import { FAMILIES, METHODS, type CoatFamily, type CoatLayer, type CoatMethod } from "../../../coat";
import { LIMITS } from "../../../limits";
import { coatHandTime, only, type Need, type Surroundings, type WorkKind } from "../../../work";

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
}

/** What a method needs at hand. */
const OF_METHOD: Partial<Record<CoatMethod, Need[]>> = {
  spray: ["spray place"],
  mist: ["spray place"],
  "from above": ["spray place"],
  airbrush: ["airbrush"],
};

/** Solvent sprays and cans need a place where they may be used. */
export const sprayCaution = (family: CoatFamily, method: CoatMethod): CautionId[] =>
  METHODS[method].sprayed && method !== "mist" && ["strong thinner", "white spirit"].includes(FAMILIES[family].cleaner)
    ? ["solvent-spray"]
    : [];

/** Ways of laying what comes in pots. */
export const POT_METHODS = (Object.keys(METHODS) as CoatMethod[]).flatMap((value) =>
  METHODS[value].noPot ? [] : [{ value, label: METHODS[value].word }],
);

/** What a coat lays on the part; null where its paint is gone. */
export const filmOfCoat = (
  { method, coats, thinning, wet }: CoatWork,
  paint: ReturnType<Surroundings["paint"]>,
): Omit<CoatLayer, "id"> | null =>
  paint
    ? {
        name: paint.name,
        family: paint.family,
        sheen: paint.sheen,
        hex: paint.hex,
        method,
        coats,
        ...(thinning ? { thinning } : {}),
        ...(wet ? { wet } : {}),
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
  },
  station: "paint",
  words: (item, at) => ({
    title: at.paint(item.paintId)?.name ?? "a deleted paint",
    detail: [
      METHODS[item.method].word,
      item.coats > 1 && `${item.coats} coats`,
      item.thinning && `thinned 1:${item.thinning}`,
      item.wet && "wet in wet",
    ]
      .filter(Boolean)
      .join(", "),
  }),
  refers: (item) => [{ field: "paintId", table: "paints", id: item.paintId, mayGo: false }],
  film: (item, at) => filmOfCoat(item, at.paint(item.paintId)),
  counts: (item, at) => (at.paint(item.paintId)?.family.endsWith("primer") ? "primed" : "painted"),
  steps: (item, task) => {
    const paint = task.paint(item.paintId);
    const film = filmOfCoat(item, paint);
    if (!paint || !film) return [];
    const thinned = item.thinning ? `, thinned 1:${item.thinning}` : "";
    const { setUpS, workS } = coatHandTime(item.method, task.areaMm2 / 100, task.copies);
    const between = task.recoatS({ ...film, id: item.id, coats: 1 });
    return Array.from({ length: item.coats }, (_, i) => ({
      name: String(i),
      title: `${paint.name}, ${METHODS[item.method].word}${item.coats > 1 ? `, coat ${i + 1} of ${item.coats}` : ""}`,
      handsOnS: setUpS + workS,
      // What is thinned otherwise is another pot.
      session: {
        key: `${item.paintId} ${item.method} ${i}${thinned}`,
        group: `coat ${item.paintId} ${item.method}${thinned}`,
        title: `${paint.name}, ${METHODS[item.method].word}${thinned}`,
        setUpS,
      },
      waitS: i < item.coats - 1 ? between : (task.waitForNext(item.id) ?? between),
      needs: OF_METHOD[item.method] ?? [],
      cautions: sprayCaution(paint.family, item.method),
      pieces: task.copies,
      rests: {
        paint: paint.name,
        family: paint.family,
        method: item.method,
        coat: i + 1,
        ...(item.thinning ? { thinning: item.thinning } : {}),
        areaCm2: task.areaMm2 / 100,
        pieces: task.copies,
      },
    }));
  },
  begin: {
    label: "A coat",
    make: (itemId, at) => (at.paints[0] ? { id: itemId, kind: "coat", paintId: at.paints[0].id, method: "brush", coats: 1 } : null),
  },
};

export const coatsIn = only<CoatWork>("coat");
