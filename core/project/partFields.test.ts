/** Each plain field of a part, whatever is added to them. */
import { describe, expect, it } from "vitest";
import { fullProject } from "../../tests/fullProject";
import { rowProblem } from "../../store/check";
import { initialOf, type RowField } from "../field";
import { rowsOf } from "../results";
import { PART_DEFAULTS, PART_FIELDS, type PartField } from "./index";

const fields = Object.entries(PART_FIELDS) as [PartField, RowField<unknown>][];
const [part] = rowsOf((await fullProject()).project).parts;

describe.each(fields)("%s", (key, { label, form, initial, schema, column }) => {
  it("has a name, an input, and a value that a new part begins with", () => {
    expect(label).toMatch(/^[A-Z].{2,}/);
    expect(form).not.toBeNull();
    expect(PART_DEFAULTS[key]).toEqual(initial);
    expect(schema.validate(initial).error).toBeUndefined();
  });

  it("stands in a stored part with that value, and with none of another type", () => {
    expect(rowProblem("parts", { ...part, [key]: initial })).toBeNull();
    for (const wrong of [{}, [], 5, null, undefined]) expect(rowProblem("parts", { ...part, [key]: wrong }), String(wrong)).not.toBeNull();
  });

  it("takes only what its input offers", () => {
    if (form?.as === "words") {
      expect(rowProblem("parts", { ...part, [key]: "W".repeat(form.most) })).toBeNull();
      expect(rowProblem("parts", { ...part, [key]: "W".repeat(form.most + 1) })).not.toBeNull();
    }
    if (form?.as === "choice") {
      for (const { value } of form.options) expect(rowProblem("parts", { ...part, [key]: value })).toBeNull();
      expect(rowProblem("parts", { ...part, [key]: "none of them" })).not.toBeNull();
    }
  });

  it("has a column of its own, or none", () => {
    const columns = fields.map(([, f]) => f.column).filter((c) => c !== null);
    if (column !== null) expect(columns.filter((c) => c === column)).toHaveLength(1);
  });
});

it("a row begins with the values of its fields", () =>
  expect(initialOf(PART_FIELDS)).toEqual({ group: "", batch: "", licence: "", placedByMap: false }));
