import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { strFromU8, strToU8 } from "fflate";
import { meshRequest, resultKey, RESULT_VERSIONS, rowOf, type ResultRequest } from "../core/results";
import type { SaidMesh } from "../core/project";
import { bytesOf, packed, read, repacked, stored, unpacked, withBytes } from "../tests/bundleKit";
import { fullProject, type Full } from "../tests/fullProject";
import { carried, inOrder, writeBundle, type CarriedResult } from "./bundle";
import { InchHollowDatabase } from "./database";
import { keepCarried, loadProject, storeOwn } from "./projects";
import { clearResults, findResults, keepResults, resultRow, resultsUsage } from "./results";

const NOW = 1_767_900_000_000;
let count = 0;
let db: InchHollowDatabase;
let full: Full;
beforeEach(async () => {
  db = new InchHollowDatabase(`results-${count++}`);
  full = await fullProject();
});

const walls = (n: number): ResultRequest => ({
  kind: "walls",
  inputs: { geometry: { hash: n.toString(16).padStart(64, "0"), unit: "mm" } },
});
const WALLS = { version: 1, points: 1, wallMm: [2], gapMm: [], thin: [], narrow: [] };

describe("results in the browser", () => {
  it("are found by key, and are gone when they are cleared, with nothing that was said", async () => {
    await storeOwn(db, withBytes(full.project, full.meshes));
    const before = await loadProject(db, "s");
    await keepResults(db, [resultRow(walls(1), WALLS)], NOW);
    expect((await findResults(db, [resultKey(walls(1)), resultKey(walls(2))], NOW)).map((r) => r.value)).toEqual([WALLS]);
    expect((await resultsUsage(db)).count).toBe(1);
    await clearResults(db);
    expect(await findResults(db, [resultKey(walls(1))], NOW)).toEqual([]);
    expect(await loadProject(db, "s")).toEqual(before);
  });
  it("the longest unused go when there are too many bytes", async () => {
    const keep = (n: number, now: number, most?: number) => keepResults(db, [resultRow(walls(n), WALLS)], now, most);
    await keep(0, NOW);
    const each = (await db.resultUses.toArray())[0].bytes;
    for (let i = 0; i < 10; i++) await keep(i, NOW + i, 5 * each);
    expect(await db.results.count()).toBe(5);
    expect((await db.resultUses.toArray()).map((r) => r.used - NOW).sort((a, b) => a - b)).toEqual([5, 6, 7, 8, 9]);
    // One that was used since is not the oldest.
    await findResults(db, [resultKey(walls(5))], NOW + 86_400_000);
    await keep(20, NOW + 86_400_000, 5 * each);
    expect((await findResults(db, [resultKey(walls(5)), resultKey(walls(6))], NOW + 86_400_000)).map((r) => r.key)).toEqual([
      resultKey(walls(5)),
    ]);
  });
});

it("a look at a result after a day notes its use and writes no value", async () => {
  await keepResults(db, [resultRow(walls(1), WALLS)], NOW);
  let written = 0;
  db.results.hook("updating", () => void written++);
  db.results.hook("creating", () => void written++);
  await findResults(db, [resultKey(walls(1))], NOW + 2 * 86_400_000);
  expect(written).toBe(0);
  expect((await db.resultUses.toArray()).map((u) => u.used)).toEqual([NOW + 2 * 86_400_000]);
});

describe("results in a bundle", () => {
  const source = (): SaidMesh => {
    const { source } = rowOf(full.project.parts[0]);
    if (source.kind !== "mesh") throw new Error("no mesh");
    return source;
  };
  const measured = (): Map<ResultRequest, CarriedResult["value"]> => {
    const { source: s } = full.project.parts[0];
    if (s.kind !== "mesh") throw new Error("no mesh");
    return new Map([[meshRequest(source()), { report: s.report, outsideMm2: s.outsideMm2 }]]);
  };
  const withResults = async (results: CarriedResult[]): Promise<Uint8Array> => {
    const written = await writeBundle({ ...withBytes(full.project, full.meshes), results });
    if (!written.ok) throw new Error(written.problem.message);
    return bytesOf(written.value.file);
  };

  const sheetWithoutFront = () => {
    const view = (name: string) => ({ name, widthMm: 1, heightMm: 1, outline: [], features: [], hidden: [] });
    const { hash, unit } = source();
    return {
      request: { kind: "sheet", inputs: { geometry: { hash, unit }, factor: 1 } },
      value: { views: [view("side"), view("plan"), view("plan")], hatches: [] },
    };
  };
  it("a whole sheet travels too", async () => {
    const given = sheetWithoutFront();
    const views = ["front", "side", "plan"].map((name) => ({ ...given.value.views[0], name }));
    const got = await read(
      await withResults([{ ...given, version: RESULT_VERSIONS.sheet, value: { ...given.value, views } } as CarriedResult]),
    );
    expect(got.ok && got.value.results!.length).toBe(1);
  });
  it("travel as an option, and are no part of the scene", async () => {
    const got = await read(await withResults(carried(measured())));
    expect(got.ok && got.value.results).toEqual(carried(measured()));
    expect(got.ok && got.value.project).toEqual(
      ((await read(await packed(withBytes(full.project, full.meshes)))) as typeof got & { ok: true }).value.project,
    );
    expect(got.ok && JSON.stringify(got.value.project)).not.toContain("outsideMm2");
  });
  it("are marked as somebody else's word until they are computed here", async () => {
    const got = await read(await withResults(carried(measured())));
    if (!got.ok) throw new Error();
    await keepCarried(db, got.value.results!, NOW, false);
    expect((await db.results.toArray()).map((r) => r.carried)).toEqual([1]);
  });
  it("do not take the place of what was computed here", async () => {
    const [[request, value]] = [...measured()];
    await keepResults(db, [resultRow(request, value)], NOW);
    await keepCarried(db, [{ ...carried(measured())[0], value: { ...value, outsideMm2: 1 } as typeof value }], NOW, false);
    expect((await db.results.toArray()).map((r) => [r.carried, r.value])).toEqual([[0, value]]);
  });
  it.each([
    ["an older version of the method", (r: CarriedResult) => ({ ...r, version: RESULT_VERSIONS.mesh - 1 })],
    ["a mesh that is not in it", (r: CarriedResult) => ({ ...r, request: meshRequest({ ...source(), hash: "9".repeat(64) }) })],
    ["no kind that is known", (r: CarriedResult) => ({ ...r, request: { ...r.request, kind: "gossip" } })],
    ["a value of another shape", (r: CarriedResult) => ({ ...r, value: { report: null } })],
    ["a sheet without its front view", (r: CarriedResult) => ({ ...r, version: RESULT_VERSIONS.sheet, ...sheetWithoutFront() })],
    [
      "crossings, which do not travel",
      (r: CarriedResult) => ({ ...r, version: RESULT_VERSIONS.crossings, request: { ...r.request, kind: "crossings" }, value: {} }),
    ],
    ["nothing at all", () => null],
  ])("with %s are left out without a word", async (_, change) => {
    const [result] = carried(measured());
    const got = await read(await withResults([change(result) as CarriedResult]));
    expect(got.ok && got.value.results).toEqual([]);
    expect(got.ok && got.value.project).toEqual(inOrder(stored(full.project)));
  });
  it("that were changed on the way are left out, and the scene is read", async () => {
    const written = await writeBundle({ ...withBytes(full.project, full.meshes), results: carried(measured()) });
    if (!written.ok) throw new Error();
    const { unzipSync } = await import("fflate");
    const files = unzipSync(await bytesOf(written.value.file));
    files["results.json"] = strToU8(strFromU8(files["results.json"]).replace(/"outsideMm2":\d+/, '"outsideMm2":1'));
    const got = await read(await repacked(files, false));
    expect(got.ok && [got.value.results, got.value.project.parts.length]).toEqual([[], full.project.parts.length]);
    expect(Object.keys(await unpacked(withBytes(full.project, full.meshes)))).not.toContain("results.json");
  });
});
