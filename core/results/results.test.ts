import { describe, expect, it } from "vitest";
import { createHash } from "node:crypto";
import { block, meshPart, print, projectOf, sizePart } from "../../tests/sampleProject";
import { writeStl, TURNS } from "../mesh";
import { ok, fail } from "../units";
import type { Printer } from "../print";
import type { PartRow, SaidMesh } from "../project";
import { loadSolids } from "../slice";
import { compute, computeWanted, Reader } from "./compute";
import {
  joinPart,
  joinProject,
  marksRequest,
  meshRequest,
  printRequest,
  resultKey,
  RESULT_VERSIONS,
  rowOf,
  rowsOf,
  sheetRequest,
  surfacesRequest,
  wallsRequest,
  wantedOf,
  wantedOfPart,
  waysRequest,
  type ResultRequest,
} from "./index";

const bytes = writeStl(block());
const supplies = {
  file: (hash: string) => Promise.resolve(hash === "0".repeat(64) ? ok(bytes) : fail("mesh.missing", "not here")),
  solids: loadSolids,
};
const brick = await meshPart("brick", "Brick", block(), [print()]);
const row = rowOf(brick);
const project = projectOf([brick, sizePart("shed", { kind: "typed", sizeMm: [60, 40, 50], shell: true })]);
const [large] = project.scene.printers;

describe("the key of a result", () => {
  it("is the SHA-256 of its inputs with their keys in order (FIPS 180-4, by the platform's own library), with kind and version", () => {
    const request: ResultRequest = { kind: "mesh", inputs: { geometry: { unit: "mm", hash: "ab" } } };
    const canonical = '{"geometry":{"hash":"ab","unit":"mm"}}';
    expect(resultKey(request)).toBe(`mesh ${RESULT_VERSIONS.mesh} ${createHash("sha256").update(canonical).digest("hex")}`);
  });
  it("is the same however the inputs are written down", () => {
    const turned = { ...large, name: large.name };
    const again = Object.fromEntries(Object.entries(turned).reverse()) as unknown as typeof large;
    expect(resultKey(printRequest({ ...row }, again))).toBe(resultKey(printRequest(row, large)));
  });
  it("does not change with what a printer or a part is called, where it stands, or what is noted of it", () => {
    const key = resultKey(printRequest(row, large));
    expect(resultKey(printRequest(row, { ...large, name: "The loud one", id: "other" }))).not.toBe(key);
    expect(resultKey(printRequest({ ...row, work: [] }, { ...large, name: "The loud one", id: "other" }))).toBe(
      resultKey(printRequest({ ...row, work: [] }, large)),
    );
    expect(resultKey(printRequest({ ...row, name: "X", notes: "n", copies: 9, order: 4 }, { ...large, name: "The loud one" }))).toBe(key);
  });
  it("does not change with what the material costs: no price slices anything", async () => {
    const dear = { ...large, pricePerKgMinor: 9999, currency: "USD" };
    expect(resultKey(printRequest({ ...row }, dear))).toBe(resultKey(printRequest(row, large)));
    expect(resultKey(waysRequest(row, dear))).toBe(resultKey(waysRequest(row, large)));
    // And what it costs is what a slicing at that price says, by the gram: 99.99 a kilogram.
    const { lookup } = await computeWanted([meshRequest(row.source as SaidMesh), printRequest(row, large)], supplies);
    const [facts] = joinPart(row, [dear], lookup)!.prints;
    expect(facts.one.costMinor.value).toBeCloseTo(facts.one.massG.value * 9.999, 6);
    expect(facts.one.currency).toBe("USD");
  });
  it("a first mark leaves the surfaces where they are until it is looked at, and says so", async () => {
    const { source } = row;
    const requests = [meshRequest(source as SaidMesh), surfacesRequest(row)];
    const marked: PartRow = { ...row, faces: [{ id: "m", kind: "hidden", where: { facing: "+z" } }] };
    const before = joinPart(marked, [], (await computeWanted(requests, supplies)).lookup)!.surfaceMap!;
    expect([before.stale, before.list.length > 0, before.list.every((s) => s.marked.hidden === 0)]).toEqual([true, true, true]);
    const after = joinPart(marked, [], (await computeWanted([...requests, marksRequest(marked)], supplies)).lookup)!.surfaceMap!;
    expect([after.stale, after.list.some((s) => s.marked.hidden > 0.9)]).toEqual([undefined, true]);
    expect(joinPart(row, [], (await computeWanted(requests, supplies)).lookup)!.surfaceMap!.stale).toBeUndefined();
  });
  it("the last one stands for what is being computed anew, and says so; another size has none", async () => {
    const { lookup } = await computeWanted([meshRequest(row.source as SaidMesh), printRequest(row, large)], supplies);
    const lasts = new Map(
      wantedOfPart(row, [large]).flatMap(({ request, of }) => (lookup(request) ? [[of, lookup(request)!] as const] : [])),
    );
    const last = (of: string) => lasts.get(of);
    const finer = { ...large, layerMm: 0.1 };
    const [facts] = joinPart(row, [finer], lookup, last)!.prints;
    expect([facts.stale, facts.one.layerMm]).toEqual([true, large.layerMm]);
    expect(joinPart(row, [large], lookup, last)!.prints[0].stale).toBeUndefined();
    expect(joinPart({ ...row, factor: 2 }, [large], lookup, last)!.prints).toEqual([]);
  });
  it("does not change when a printer is chosen and its way up left open, nor do the ways by which of them is chosen", () => {
    const open = { ...row, work: [] };
    const chosen = { ...row, work: [print(large.id, { turn: null })] };
    expect(resultKey(printRequest(chosen, large))).toBe(resultKey(printRequest(open, large)));
    const lies = { ...row, work: [print(large.id, { turn: TURNS["+x"] })] };
    expect(resultKey(waysRequest(lies, large))).toBe(resultKey(waysRequest(open, large)));
  });
  it.each([
    ["size", { ...row, factor: 1.1 }, large],
    ["side up", { ...row, work: [print(undefined, { turn: TURNS["+x"] })] }, large],
    ["layer height", row, { ...large, layerMm: 0.1 }],
    ["unit", { ...row, source: { ...(row.source as SaidMesh), unit: "in" as const } }, large],
    ["mesh", { ...row, source: { ...(row.source as SaidMesh), hash: "1".repeat(64) } }, large],
  ] as [string, PartRow, Printer][])("is another for another %s", (_, part, printer) => {
    expect(resultKey(printRequest({ ...part }, printer))).not.toBe(resultKey(printRequest(row, large)));
  });
  it("of sheet and surfaces is the same however it is printed; of surfaces at whatever size and whatever is marked", () => {
    const other = { ...brick, work: [print(undefined, { turn: TURNS["-x"] })] };
    expect(resultKey(sheetRequest(other))).toBe(resultKey(sheetRequest(brick)));
    const larger = { ...other, factor: 3 };
    expect(resultKey(surfacesRequest(larger))).toBe(resultKey(surfacesRequest(brick)));
    const marked = { ...brick, faces: [{ id: "m", kind: "hidden" as const, where: { belowMm: 2 } }] };
    // A mark finds no surface anew: what it says of them is a result of its own.
    expect(resultKey(surfacesRequest(marked))).toBe(resultKey(surfacesRequest(brick)));
    expect(resultKey(marksRequest(marked))).not.toBe(resultKey(marksRequest(brick)));
  });
});

describe("said and computed", () => {
  it("a row holds nothing that was computed, and joined with its results it is what it was", async () => {
    expect(JSON.stringify(row)).not.toMatch(/report|outsideMm2|walls|prints|upWhy/);
    const { lookup, problems } = await computeWanted(wantedOf(rowsOf(project)), supplies);
    expect(problems).toEqual([]);
    const joined = joinProject(rowsOf(project), lookup);
    expect(joined.unread).toEqual([]);
    expect(joined.parts.map((p) => p.prints.map((f) => f.printerId))).toEqual(
      [["small-filament", "large-filament", "resin"].sort(), ["small-filament", "large-filament", "resin"].sort()].map((ids) =>
        project.scene.printers.map((p) => p.id).filter((id) => ids.includes(id)),
      ),
    );
    // Read from the store once more, nothing of it is another: neither the scene nor anything in it.
    const rows = rowsOf(project);
    expect(joinProject({ ...rows, parts: [...rows.parts] }, lookup)).toBe(joinProject(rows, lookup));
    const [got] = joined.parts;
    if (got.source.kind !== "mesh" || brick.source.kind !== "mesh") throw new Error("no mesh");
    expect(got.source.report.bounds).toEqual(brick.source.report.bounds);
    // A block of 40 x 30 x 20 mm.
    expect(got.source.report.solid!.value).toBeCloseTo(24_000, 6);
    expect(got.source.walls!.wallMm[0]).toBeCloseTo(20, 3);
    expect(rowsOf(joined)).toEqual(rowsOf(project));
  });
  it("a part without its measure stands apart; one that only lacks hours or walls does not", async () => {
    const rows = rowsOf(project);
    expect(joinProject(rows, () => undefined)).toMatchObject({ parts: [{ id: "shed", prints: [] }], unread: [{ id: "brick" }] });
    const { lookup } = await computeWanted([meshRequest(row.source as SaidMesh)], supplies);
    expect(joinPart(row, project.scene.printers, lookup)).toMatchObject({ prints: [], source: { walls: null } });
  });
  it("what the reader warned of stays beside what is found", async () => {
    const warned = { ...row, source: { ...(row.source as SaidMesh), warnings: [{ code: "obj.group", message: "two groups" }] } };
    const { lookup } = await computeWanted([meshRequest(warned.source)], supplies);
    const part = joinPart(warned, [], lookup)!;
    expect(part.source.kind === "mesh" && part.source.noted.map((w) => w.code)).toContain("obj.group");
  });
});

describe("computing", () => {
  const reader = (): Reader => new Reader(supplies);
  it("a mesh that is not here fails with its reason", async () => {
    const gone = { ...(row.source as SaidMesh), hash: "9".repeat(64) };
    expect(await compute(wallsRequest(gone), reader())).toMatchObject({ ok: false, problem: { code: "mesh.missing" } });
    const { problems, values } = await computeWanted([meshRequest(gone), meshRequest(row.source as SaidMesh)], supplies);
    expect([problems.length, values.size]).toEqual([1, 1]);
  });
  it("the same request twice is computed once, and the mesh of a row of requests is read once", async () => {
    let read = 0;
    const counted = { ...supplies, file: (hash: string) => (read++, supplies.file(hash)) };
    const source = row.source as SaidMesh;
    const { values } = await computeWanted([meshRequest(source), meshRequest({ ...source }), wallsRequest(source)], counted);
    expect([read, values.size]).toEqual([1, 2]);
  });
  it("a size that no part has is refused before its layers are counted", async () => {
    const huge = printRequest({ ...row, factor: 900 }, large);
    expect(await compute(huge, reader())).toMatchObject({ ok: false });
  });
});
