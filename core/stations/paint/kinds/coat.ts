/** A coat of a paint from the rack. */
import { field } from "../../../field";
import type { CautionId } from "../../../care";
import { FAMILIES, METHODS, type CoatFamily, type CoatMethod } from "../../../coat";
import { LIMITS } from "../../../limits";

import { coatHandTime, only, type WorkKind, type Need } from "../../../work";

export interface CoatWork {
  id: string;
  kind: "coat";
  paintId: string;
  method: CoatMethod;
  coats: number;
}

/** What a method needs at hand. */
const OF_METHOD: Partial<Record<CoatMethod, Need[]>> = { spray: ["spray place"], mist: ["spray place"], airbrush: ["airbrush"] };

/** Solvent sprays and cans need a place where they may be used. */
export const sprayCaution = (family: CoatFamily, method: CoatMethod): CautionId[] =>
  (method === "spray" || method === "airbrush") && ["strong thinner", "white spirit"].includes(FAMILIES[family].cleaner)
    ? ["solvent-spray"]
    : [];

export const coat: WorkKind<CoatWork> = {
  kind: "coat",
  many: "coats",
  fields: {
    paintId: field.row("Paint", "paints"),
    method: field.choice(
      "Method",
      Object.entries(METHODS).map(([value, { word }]) => ({ value, label: word })),
    ),
    coats: field.count("Coats", LIMITS.coats),
  },
  station: "paint",
  words: (item, at) => ({
    title: at.paint(item.paintId)?.name ?? "a deleted paint",
    detail: `${METHODS[item.method].word}${item.coats > 1 ? `, ${item.coats} coats` : ""}`,
  }),
  refers: (item) => [{ field: "paintId", table: "paints", id: item.paintId, mayGo: false }],
  film: (item, at) => {
    const paint = at.paint(item.paintId);
    return paint ? { name: paint.name, family: paint.family, method: item.method, coats: item.coats, hex: paint.hex } : null;
  },
  counts: (item, at) => (at.paint(item.paintId)?.family.endsWith("primer") ? "primed" : "painted"),
  steps: (item, task) => {
    const paint = task.paint(item.paintId);
    if (!paint) return [];
    const { setUpS, workS } = coatHandTime(item.method, task.areaMm2 / 100, task.copies);
    const between = task.recoatS({ id: item.id, name: paint.name, family: paint.family, method: item.method, coats: 1 });
    return Array.from({ length: item.coats }, (_, i) => ({
      name: String(i),
      title: `${paint.name}, ${METHODS[item.method].word}${item.coats > 1 ? `, coat ${i + 1} of ${item.coats}` : ""}`,
      handsOnS: setUpS + workS,
      session: {
        key: `${item.paintId} ${item.method} ${i}`,
        group: `coat ${item.paintId} ${item.method}`,
        title: `${paint.name}, ${METHODS[item.method].word}`,
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
