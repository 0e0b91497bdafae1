/** Rows, pieces, snapping and notes of the parts station. */
import { describe, expect, it } from "vitest";
import { block, meshPart, print, projectOf, record, sheetOfMesh, sizePart } from "../../../tests/sampleProject";
import { boxMesh, reportMesh } from "~core/mesh";
import { printOptions, type Part } from "~core/project";
import { defaultWork } from "~core/plan";
import { openFolders, chosenFiles } from "./incoming/droppedFiles";
import { mendWords } from "./mesh/MeshPage";
import { findingNotes, mendable, matches, partRows } from "~core/look";
import { parseCostIn } from "~app/shared/cost";
import { parseTags } from "./record/parsing";
import { snapInView } from "./ownScale/snapping";
import { piecesOf } from "~app/shared/writeParts";

describe("rows", () => {
  it("hold what is sorted and filtered; every word must be found", async () => {
    const part = await meshPart("crate", "Cargo crate", block(), [print("resin")], {
      group: "quay",
      tags: ["wood"],
      copies: 4,
      goodBefore: 1,
    });
    const foam = sizePart("base", { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" });
    const [row, base] = partRows(projectOf([part, foam], [record("crate", "x", { good: 2, finishedAt: 1, result: "good" })]), 0);
    expect(row).toMatchObject({ longestMm: 40, track: { needed: 4, good: 3 }, faults: 0, group: "quay" });
    expect(matches(row, "crate wood")).toBe(true);
    expect(matches(row, "QUAY crate.stl")).toBe(true);
    expect(matches(row, "crate stone")).toBe(false);
    expect(base.printer).toBe("by hand, foam");
  });
  it("give the hours of the printer that was chosen, not of the best one", async () => {
    const free = await meshPart("free", "Block", block());
    const other = printOptions(free, projectOf([free]).scene).at(-1)!;
    const chosen = { ...free, work: [print(other.printer.id)] };
    const [row] = partRows(projectOf([chosen]), 0);
    expect(row).toMatchObject({ printer: other.printer.name, hoursS: other.job.timeS.value });
    expect(partRows(projectOf([free]), 0)[0].printer).not.toBe(other.printer.name);
  });
});

describe("pieces of a part", () => {
  const part = (variations: Part["variations"]): Part => ({
    ...sizePart("wall", { kind: "typed", sizeMm: [50, 25, 40], shell: false }),
    name: "Wall",
    variations,
    factor: 2,
  });
  it("what differs first, the rest as it is; never more than there are", () => {
    const v = [
      { id: "a", copies: 2, mirrored: true, percent: 100, state: "", extraColour: "" },
      { id: "b", copies: 3, mirrored: false, percent: 90, state: "open", extraColour: "red" },
    ];
    expect(piecesOf(part(v), 6)).toEqual([
      { name: "Wall, mirrored", factor: 2, copies: 2, mirrored: true },
      { name: "Wall, 90 %, open, red", factor: 1.8, copies: 3, mirrored: false },
      { name: "Wall", factor: 2, copies: 1, mirrored: false },
    ]);
    expect(piecesOf(part(v), 3).reduce((n, p) => n + p.copies, 0)).toBe(3);
    expect(piecesOf(part([]), 5)).toEqual([{ name: "Wall", factor: 2, copies: 5, mirrored: false }]);
  });
});

describe("pressing on a view", () => {
  const mesh = boxMesh(40, 30, 20);
  const front = sheetOfMesh(mesh).views.find((v) => v.name === "front")!;
  it("snaps to a corner that is near, then to a line, else stays", () => {
    const corner = snapInView(front, 0.6, 19.5, 1);
    expect(corner.on).toBe("corner");
    expect(corner.u).toBeCloseTo(0, 0);
    expect(corner.v).toBeCloseTo(20, 0);
    const edge = snapInView(front, 20, 0.3, 1);
    expect(["edge", "corner"]).toContain(edge.on);
    expect(edge.v).toBeCloseTo(0, 1);
    expect(snapInView(front, 20, 10, 1)).toEqual({ u: 20, v: 10, on: "face" });
  });
});

describe("findings in words", () => {
  it("a sound mesh is called so; a fault has its count and its place", () => {
    const { report } = reportMesh(boxMesh(10, 10, 10));
    expect(findingNotes(report, { triangles: 0, more: false, places: [] })[0]).toMatchObject({ bold: "Mesh is sound", act: false });
    expect(mendable(report)).toBe(false);
    const open = reportMesh({ positions: boxMesh(10, 10, 10).positions, indices: boxMesh(10, 10, 10).indices.slice(3) }).report;
    expect(findingNotes(open, null)[0]).toMatchObject({ bold: "1 hole, 3 open edges", act: true });
    expect(findingNotes(open, null)[0].places!.length).toBeGreaterThan(0);
    expect(mendable(open)).toBe(true);
    const crossing = findingNotes(report, { triangles: 12, more: true, places: [{ code: "crossing", at: [1, 2, 3], count: 12 }] });
    expect(crossing[0].bold).toBe("more than 12 facets cut through each other");
  });
  it("what was mended, and what was left", () => {
    const none = { joined: 0, dropped: 0, duplicates: 0, turned: 0, holesClosed: 0, holesLeft: 0, joinedShells: 0 };
    expect(mendWords(none)).toBe("Nothing to repair");
    expect(mendWords({ ...none, turned: 1, holesClosed: 3, holesLeft: 1 })).toBe(
      "Repaired: 3 holes closed, 1 facet flipped; 1 hole left open, too large to close",
    );
  });
});

describe("what is typed on the record", () => {
  it("tags and costs", () => {
    expect(parseTags(" wood, wet ,, wood")).toEqual({ ok: true, value: ["wood", "wet"] });
    expect(parseTags("x".repeat(50)).ok).toBe(false);
    expect(parseCostIn("EUR")("4.5 eur")).toEqual({ ok: true, value: { minor: 450, currency: "EUR" } });
    expect(parseCostIn("EUR")("3,99 GBP")).toEqual({ ok: true, value: { minor: 399, currency: "GBP" } });
    expect(parseCostIn("GBP")("4.50")).toEqual({ ok: true, value: { minor: 450, currency: "GBP" } });
    expect(parseCostIn("EUR")("")).toEqual({ ok: true, value: null });
    expect(parseCostIn("EUR")("five").ok).toBe(false);
  });
});

describe("the plan follows the choices", () => {
  it("played with every week: two coats of varnish", async () => {
    const ids = { n: 0 };
    const newId = (): string => `w${ids.n++}`;
    const coats = async (handling: "shelf" | "weekly"): Promise<number | undefined> => {
      const part = await meshPart("p", "P", block(), [], { differs: { handling } });
      const last = defaultWork(part, projectOf([part]), newId).items.at(-1)!;
      return last.kind === "coat" ? last.coats : undefined;
    };
    expect(await coats("shelf")).toBe(1);
    expect(await coats("weekly")).toBe(2);
  });
});

describe("folders", () => {
  const file = (name: string) => ({
    isFile: true,
    isDirectory: false,
    name,
    file: (found: (f: File) => void) => found(new File(["x"], name)),
  });
  const folder = (name: string, ...batches: object[][]) => ({
    isFile: false,
    isDirectory: true,
    name,
    createReader: () => ({ readEntries: (found: (e: never[]) => void) => found((batches.shift() ?? []) as never[]) }),
  });
  it("are read to the bottom, a batch at a time, meshes only, each with its own folder", async () => {
    const got = await openFolders([
      folder("mill", [file("wall.stl"), file("notes.txt")], [folder("roof", [file("slates.OBJ"), file("stack.3mf")])]),
    ]);
    expect(got.map((f) => [f.folder, f.file.name])).toEqual([
      ["mill", "wall.stl"],
      ["roof", "slates.OBJ"],
      ["roof", "stack.3mf"],
    ]);
  });
  it("files of a chooser keep what they are called", () => {
    expect(chosenFiles([new File(["x"], "odd.bin")])).toMatchObject([{ folder: "" }]);
  });
});
