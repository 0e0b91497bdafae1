/** A decal, tape or liquid mask: what is stuck on a coat, and what comes off again. */
import { field, optionsOf } from "../../../field";
import { METHODS } from "../../../coat";
import { LIMITS } from "../../../limits";
import { coatHandTime, only, type WorkKind } from "../../../work";

const STUCK = ["decal", "tape", "liquid mask"] as const;

export interface MaskWork {
  id: string;
  kind: "mask";
  what: (typeof STUCK)[number];
  /** Places on each copy. */
  places: number;
}

const TITLES: Record<MaskWork["what"], string> = { decal: "Decal", tape: "Masking tape", "liquid mask": "Liquid mask" };

export const mask: WorkKind<MaskWork> = {
  kind: "mask",
  many: "decals and masks",
  fields: {
    what: field.choice("What", optionsOf(STUCK)),
    places: field.count("Places on each copy", LIMITS.maskPlaces),
  },
  station: "paint",
  words: ({ what, places }) => ({ title: TITLES[what], detail: `${METHODS[what].word}, ${places} ${places === 1 ? "place" : "places"}` }),
  refers: () => [],
  film: ({ what }) => ({ name: TITLES[what], family: what === "decal" ? "decal" : "masking", method: what, coats: 1 }),
  counts: () => null,
  overPaint: ({ what }) => what === "decal",
  steps: ({ id, what, places }, task) => {
    const { setUpS, workS } = coatHandTime(what, 1, places * task.copies);
    return [
      {
        name: "0",
        title: `${TITLES[what]}: ${places} ${places === 1 ? "place" : "places"} on each`,
        handsOnS: setUpS + workS,
        waitS: task.waitForNext(id) ?? 0,
        session: { key: `mask ${what}`, group: `mask ${what}`, title: TITLES[what], setUpS },
        pieces: task.copies,
        rests: { what, places },
      },
    ];
  },
  begin: { label: "A decal or a mask", make: (id) => ({ id, kind: "mask", what: "tape", places: 1 }) },
};

export const masksIn = only<MaskWork>("mask");
