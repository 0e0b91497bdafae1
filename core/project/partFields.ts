/**
 * Plain fields of a part, each said once: type, schema, value of a new part, input on its record, column of the parts as CSV, and its
 * extremes in the tests come from here. Another field is an entry here and a migration that gives it to parts that are stored.
 */
import { beginsWith, field, type ValuesOf } from "../field";
import { LIMITS } from "../limits";

export const PART_FIELDS = {
  group: beginsWith<string>("", "group", field.words("Group", LIMITS.shortText, "quay, cargo, mill")),
  /** Parts of one batch come from one spool or bottle, one after the other; "" for none. */
  batch: beginsWith<string>("", "batch", field.words("Batch: one spool or bottle", LIMITS.shortText, "grey")),
  licence: beginsWith<string>("", "licence", field.words("Licence of the file", LIMITS.licence, "own work; personal use only")),
  /** Has a right way round, or its own place: belongs on a placement map. */
  placedByMap: beginsWith<boolean>(false, "on_map", field.tick("It has a fixed place or orientation")),
};

export type PartFields = ValuesOf<typeof PART_FIELDS>;
export type PartField = keyof PartFields;
