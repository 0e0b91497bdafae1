/** What is said of a print after it, list by list. */
import type { PrintRecord } from "../../print";
import type { ItemOf } from "../command";
import { listIn, type ListsOf } from "../said";

type PrintList = "observed" | "photos" | "measured";
export type LogLists = { [L in PrintList as `print.${L}`]: ItemOf<PrintRecord, L> };

export const LOG_LISTS: ListsOf<LogLists> = {
  "print.observed": listIn("records", [], { at: ["print", "observed"], by: null, label: "Seen at the print" }),
  "print.photos": listIn("records", [], { at: ["print", "photos"], by: null, label: "Photo of the print" }),
  "print.measured": listIn("records", [], { at: ["print", "measured"], by: "id", label: "Measured sizes" }),
};
