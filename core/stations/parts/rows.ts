/** A part, its counts and measures, its lists and the order of its work, as they are said. */
import Joi from "joi";
import { count, name, schemasOf, text } from "../../field";
import { UPS } from "../../mesh";
import {
  LIMITS,
  NO_OTHER_WAYS,
  PART_FIELDS,
  type OtherWays,
  type OwnMeasures,
  type PartFields,
  type PartRow,
  type Procedure,
  type Tally,
  type WorkItem,
} from "../../project";
import { partExtras } from "../../rows";
import { object, opt, optional, type ItemOf } from "../command";
import { checkReferences, loosenWork, NAMED_TABLES } from "../references";
import { listIn, rowsOf, type BlocksOf, type ListsOf, type RowList } from "../said";

export interface PartsBlocks {
  part: PartFields &
    Pick<PartRow, "name" | "copies" | "goodBefore" | "failedBefore" | "notes" | "fileCost" | "otherWays" | "stands" | "neverCut">;
  /** What it costs otherwise; what was not said yet begins as nothing. */
  "part.otherWays": OtherWays;
  "part.tally": Tally;
  "part.measures": OwnMeasures;
}

export const PARTS_BLOCKS: BlocksOf<PartsBlocks> = {
  part: {
    table: "parts",
    label: "Part changed",
    schema: object({
      name: opt(name),
      copies: opt(count(LIMITS.copies)),
      goodBefore: opt(count(LIMITS.pieces)),
      failedBefore: opt(count(LIMITS.pieces)),
      notes: opt(text(LIMITS.notes)),
      stands: opt(Joi.string().valid(...UPS)),
      neverCut: opt(text(LIMITS.shortText)),
      ...optional({ ...schemasOf(PART_FIELDS), fileCost: partExtras.fileCost, otherWays: partExtras.otherWays }),
    }),
  },
  "part.otherWays": { table: "parts", at: "otherWays", begins: NO_OTHER_WAYS, label: "Other ways" },
  "part.tally": { table: "parts", at: "tally", label: "Count" },
  "part.measures": { table: "parts", at: "measures", label: "Measures" },
};

type PartList = "variations" | "sightings" | "configurations" | "faces" | "zones";
type InPart = { [L in PartList as `part.${L}`]: ItemOf<PartRow, L> };
export interface PartsLists extends InPart {
  "part.pictures": string;
  "part.work": WorkItem;
  procedures: Procedure;
}

const partList = (list: PartList, label: string, by = "id"): RowList => listIn("parts", [], { at: [list], by, label });

export const PARTS_LISTS: ListsOf<PartsLists> = {
  "part.variations": partList("variations", "Variants"),
  "part.sightings": partList("sightings", "Known sizes in the part"),
  "part.configurations": partList("configurations", "Other states", "name"),
  "part.faces": partList("faces", "Marked faces"),
  "part.zones": partList("zones", "Reinforced zones"),
  "part.pictures": listIn("parts", [], { at: ["pictures"], by: null, label: "Photos" }),
  "part.work": listIn("parts", NAMED_TABLES, {
    at: ["work"],
    by: "id",
    label: { add: "Step added", set: "Step changed", drop: "Step removed", move: "Order of work" },
    fixed: ["kind"],
    check: (e, _, items) => checkReferences(e, items as WorkItem[]),
  }),
  // One that is saved again takes the place of the old.
  procedures: rowsOf("procedures", ["parts"], {
    label: (p) => `"${p.title}" saved`,
    dropLabel: "Saved step deleted",
    // Steps that came from it stay as they are; they only no longer say where from.
    drop: (e, id) => loosenWork(e, "procedures", id),
  }),
};
