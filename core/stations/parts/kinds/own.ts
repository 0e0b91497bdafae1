/** A step of the user's own. */
import { field, optionsOf, id } from "../../../field";
import Joi from "joi";
import { careOfUses, type Use } from "../../../care";
import { coatCare, comesInPots, FAMILIES, type CoatFamily } from "../../../coat";
import { type WorkKind, needsField, needsWords, usesField, type Need } from "../../../work";

export interface OwnWork {
  id: string;
  kind: "own";
  title: string;
  handsOnS: number;
  waitS: number;
  /** What it lays down, if anything. */
  family: CoatFamily | null;
  /** What must be there for it; absent where nothing was said. */
  needs?: Need[];
  /** What it uses that can hurt; absent where nothing was said. */
  uses?: Use[];
  /** The kept step it came from. */
  procedureId: string | null;
}

const ALL = Object.keys(FAMILIES) as CoatFamily[];
/** What nobody lays down is what is there before: the print, the card. Decals and tape are work of their own. */
const LAID_DOWN = ALL.filter(comesInPots);

/** What is kept of a step to be used again. */
type Kept = Pick<OwnWork, "title" | "handsOnS" | "waitS" | "family" | "needs" | "uses">;

export const keptOf = ({ title, handsOnS, waitS, family, needs = [], uses = [] }: Kept): Required<Kept> => ({
  title,
  handsOnS,
  waitS,
  family,
  needs,
  uses,
});

/** A kept step as it is put into an order of work. */
export const ownFrom = (id: string, kept: Kept & { id: string }): OwnWork => ({ id, kind: "own", ...keptOf(kept), procedureId: kept.id });

export const own: WorkKind<OwnWork> = {
  kind: "own",
  many: "steps of your own",
  fields: {
    title: field.text("What you do"),
    handsOnS: field.duration("Your time"),
    waitS: field.duration("Wait afterwards", "none"),
    family: {
      ...field.choice("Coat it leaves", optionsOf(LAID_DOWN), "nothing"),
      schema: Joi.string()
        .valid(...ALL)
        .allow(null),
    },
    needs: needsField,
    uses: usesField,
    procedureId: field.kept(id.allow(null)),
  },
  station: (item) => (item.family ? "paint" : "assemble"),
  words: (item) => ({ title: item.title, detail: `your own step${needsWords(item.needs)}` }),
  refers: (item) => (item.procedureId ? [{ field: "procedureId", table: "procedures", id: item.procedureId, mayGo: true }] : []),
  film: (item) => (item.family ? { name: item.title, family: item.family, method: "brush", coats: 1, hex: "#a08c74" } : null),
  counts: () => null,
  steps: ({ title, handsOnS, waitS, procedureId, needs, uses, family }, task) => [
    {
      name: "0",
      title,
      handsOnS,
      waitS,
      pieces: task.copies,
      needs: needs ?? [],
      // What it lays down has its own, as if it were brushed.
      cautions: [...new Set([...careOfUses(uses), ...(family ? coatCare(family, "brush").cautions : [])])],
      // The same kept step on many parts is one go; its setting up is in the time that was said.
      ...(procedureId && { session: { key: `own ${procedureId}`, group: `own ${procedureId}`, title, setUpS: 0 } }),
      // Somebody said how long it takes: what is learned of the tables does not change that.
      rests: { title, said: 1 },
    },
  ],
};
