import { describe, expect, it } from "vitest";
import type { Paint } from "~core/project";
import { csvOfRack, rackOfCsv } from "./rackCsv";

const rack: Paint[] = [
  {
    id: "a",
    name: "Lime white",
    hex: "#ded8c6",
    family: "water acrylic",
    sheen: "matt",
    stockMl: 12.5,
    wholeMl: 17,
    place: "left; top",
    lot: "7 B",
    hides: "badly",
  },
  {
    id: "b",
    name: "Matt, can",
    hex: "#e4e6de",
    family: "solvent varnish",
    sheen: "matt",
    stockMl: 150,
    wholeMl: 400,
    can: { cm2: 9000, fullG: 470, emptyG: 121.5 },
  },
  { id: "c", name: "=SUM(A1)", hex: "#222222", family: "pigment", sheen: "matt", stockMl: 0, dropsPerMl: 24 },
];
const without = ({ id: _, ...p }: Paint) => p;

describe("a rack as CSV", () => {
  it("comes back as it went, also a name that looks like a formula", () => {
    const text = csvOfRack(rack);
    expect(text).toContain("'=SUM(A1)");
    const read = rackOfCsv(text, []);
    expect(read.ok && read.value.fresh.map(without)).toEqual(rack.map(without));
  });
  it("pots that are there already stay as they are; a name alone is enough, in any case of the header", () => {
    const read = rackOfCsv("Name\r\nlime WHITE\r\nTar wash\r\n", rack);
    expect(read.ok && read.value).toMatchObject({ known: 1, fresh: [{ name: "Tar wash", family: "water wash", stockMl: 20 }] });
    expect(rackOfCsv("name;left_ml\nTar;3,5", []).ok).toBe(true);
  });
  it.each([
    ["what is no rack", "a,b\n1,2", "rack.header", undefined],
    ["nothing", "", "rack.header", undefined],
    ["a colour in words", "name,colour\nTar,black", "rack.cell", "row 2"],
    ["a type that nobody knows", "name,type\nTar,wash\nLime,emulsion", "rack.cell", "row 2"],
    ["less than nothing left", "name,left_ml\nLime,1\nTar,-3", "rack.cell", "row 3"],
    ["too many drops", "name,drops_per_ml\nTar,1e9", "rack.cell", "row 2"],
    ["no name", "name,left_ml\n,4", "rack.cell", "row 2"],
  ])("%s is said with its place, and nothing is taken", (_, text, code, where) =>
    expect(rackOfCsv(text, [])).toMatchObject({ ok: false, problem: { code, ...(where && { where }) } }),
  );
});
