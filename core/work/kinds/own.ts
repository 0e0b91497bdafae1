/** A step of the user's own. */
import Joi from "joi";
import { FAMILIES, type CoatFamily } from "../../coat";
import { duration, id, name } from "../fields";
import type { WorkKind } from "../kind";

export interface OwnWork {
  id: string;
  kind: "own";
  title: string;
  handsOnS: number;
  waitS: number;
  /** What it lays down, if anything. */
  family: CoatFamily | null;
  /** The kept step it came from. */
  procedureId: string | null;
}

export const own: WorkKind<OwnWork> = {
  kind: "own",
  many: "steps of your own",
  fields: {
    title: name,
    handsOnS: duration,
    waitS: duration,
    family: Joi.string()
      .valid(...Object.keys(FAMILIES))
      .allow(null),
    procedureId: id.allow(null),
  },
  station: (item) => (item.family ? "paint" : "assemble"),
  words: (item) => ({ title: item.title, detail: "your own step" }),
  refers: (item) => (item.procedureId ? [{ field: "procedureId", table: "procedures", id: item.procedureId, mayGo: true }] : []),
  film: (item) => (item.family ? { name: item.title, family: item.family, method: "brush", coats: 1, hex: "#a08c74" } : null),
  counts: () => null,
  steps: ({ title, handsOnS, waitS, procedureId }, task) => [
    {
      name: "0",
      title,
      handsOnS,
      waitS,
      pieces: task.copies,
      // The same kept step on many parts is one go; its setting up is in the time that was said.
      ...(procedureId && { session: { key: `own ${procedureId}`, group: `own ${procedureId}`, title, setUpS: 0 } }),
      rests: { title },
    },
  ],
};
