/** What is said of a step or a print after it. */
import Joi from "joi";
import { AIRED } from "../../care";
import type { PrintRecord } from "../../print";
import { text } from "../../field";
import { LIMITS, type StepRecord } from "../../project";
import { object, opt, type ItemOf } from "../command";
import { listIn, type BlocksOf, type ListsOf } from "../said";

export interface LogBlocks {
  record: Pick<StepRecord, "note" | "aired">;
}
export const LOG_BLOCKS: BlocksOf<LogBlocks> = {
  record: {
    table: "records",
    label: "Note at a step",
    schema: object({ note: opt(text(LIMITS.wentWrong)), aired: opt(Joi.string().valid(...Object.keys(AIRED))) }),
  },
};

type PrintList = "observed" | "photos" | "measured";
export type LogLists = { [L in PrintList as `print.${L}`]: ItemOf<PrintRecord, L> } & {
  "record.photos": string;
  "record.sounds": string;
};

export const LOG_LISTS: ListsOf<LogLists> = {
  "record.photos": listIn("records", [], { at: ["photos"], by: null, label: "Picture at a step" }),
  "record.sounds": listIn("records", [], { at: ["sounds"], by: null, label: "Sound at a step" }),
  "print.observed": listIn("records", [], { at: ["print", "observed"], by: null, label: "Seen at the print" }),
  "print.photos": listIn("records", [], { at: ["print", "photos"], by: null, label: "Photo of the print" }),
  "print.measured": listIn("records", [], { at: ["print", "measured"], by: "id", label: "Measured sizes" }),
};
