/**
 * A thousand seeded changes of a bundle: every field missing, of the wrong type, extreme, carrying another scene's id, twice, and single bits
 * flipped. The only outcomes: refused, and nothing changed; or accepted, and it opens, and a round trip is exact.
 */
import { seededRandom } from "../core/units";
import "fake-indexeddb/auto";
import { strFromU8, strToU8 } from "fflate";
import { beforeAll, describe, expect, it } from "vitest";
import { checkStack } from "../core/coat";
import { stackOfPart, tonight, trackOfScene } from "../core/plan";
import type { Part, ProjectRows } from "../core/project";
import { bare, packed, read, repacked, stored, unpacked, withBytes, type Files } from "../tests/bundleKit";
import type { FoundPrint } from "../core/print";
import { fullProject, joinedAs, victim } from "../tests/fullProject";
import { THURSDAY } from "../tests/sampleProject";
import { inOrder, readBundle, writeBundle } from "./bundle";
import { faultsOf } from "./check";
import { WORKSHOP_TABLE_NAMES } from "../core/rows";
import { InchHollowDatabase } from "./database";
import { loadFiles, loadProject, purgeScene, storeImported, storeOwn } from "./projects";

const SEED = 20260108;
const RUNS = 1000;
/** Refused, however it is changed: the scene itself is signed anew, so that its rows are what is judged. */
const EXTREMES: unknown[] = [
  null,
  true,
  "",
  "x".repeat(6000),
  "../../etc",
  "a/b",
  "q?x#y",
  "мельница",
  "__proto__",
  "victim",
  "#ffffff",
  "9999-12-31",
  "Nowhere/Atlantis",
  0,
  -1,
  0.5,
  1e-9,
  2.5e9,
  1e15,
  5000,
  1500,
  [],
  {},
  [[]],
];

type Path = (string | number)[];
type Node = Record<string | number, unknown>;

/** Every place in a document, objects and lists too. */
function places(x: unknown, at: Path = []): Path[] {
  if (typeof x !== "object" || x === null) return [at];
  return [at, ...Object.entries(x).flatMap(([k, y]) => places(y, [...at, Array.isArray(x) ? Number(k) : k]))];
}

const holder = (root: unknown, path: Path): Node => path.slice(0, -1).reduce((x: unknown, k) => (x as Node)[k], root) as Node;

let files: Files;
let whole: Uint8Array;
let full: ProjectRows;
let known: Part;
let found: FoundPrint;
beforeAll(async () => {
  const { project, meshes, found: print } = await fullProject();
  found = print;
  full = stored(project);
  known = project.parts.find((p) => p.source.kind === "mesh")!;
  files = await unpacked(withBytes(project, meshes));
  whole = await packed(withBytes(project, meshes));
});

/** All that was there before anything came in: another scene, and the workshop's own rows. */
async function victimRows(db: InchHollowDatabase): Promise<string> {
  const { workshop, ...scene } = (await loadProject(db, "victim"))!;
  const own = stored(victim()).workshop;
  const mine = WORKSHOP_TABLE_NAMES.map((t) => {
    const ids = new Set(own[t].map((r) => ("id" in r ? r.id : r.name)));
    return workshop[t].filter((r) => ids.has("id" in r ? r.id : r.name));
  });
  return JSON.stringify([scene, mine, workshop.habits]);
}

/** Takes out of the workshop what came in with a file. */
async function tidyWorkshop(db: InchHollowDatabase): Promise<void> {
  for (const t of WORKSHOP_TABLE_NAMES) {
    await db.rows(t).clear();
    await db.rows(t).bulkPut(stored(victim()).workshop[t] as never[]);
  }
}

/** What opening a scene reckons before anything is drawn. */
function opens(rows: ProjectRows): void {
  const project = joinedAs(rows, known, found);
  tonight(project, THURSDAY, 40);
  trackOfScene(project, THURSDAY);
  for (const part of project.parts) checkStack(stackOfPart(part, project));
}

describe("a thousand changed bundles", () => {
  it("are refused and change nothing, or are accepted, open, and come back exactly", async () => {
    const random = seededRandom(SEED);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
    const db = new InchHollowDatabase("mutations");
    await storeOwn(db, bare(victim()));
    const before = await victimRows(db);
    const original = JSON.parse(strFromU8(files["scene.json"])) as { project: ProjectRows };
    const everywhere = places(original).filter((p) => p.length > 0);
    let accepted = 0;
    for (let run = 0; run < RUNS; run++) {
      const doc = structuredClone(original);
      const path = pick(everywhere);
      const at = holder(doc, path),
        key = path[path.length - 1];
      const kind = pick(["missing", "extreme", "extreme", "extreme", "twice", "bit"]);
      let bytes: Uint8Array;
      if (kind === "bit") {
        bytes = whole.slice();
        const bit = Math.floor(random() * bytes.length * 8);
        bytes[bit >> 3] ^= 1 << (bit & 7);
      } else {
        if (kind === "missing") delete at[key];
        else if (kind === "twice" && Array.isArray(at)) at.push(structuredClone(at[key as number]));
        else at[key] = pick(EXTREMES);
        bytes = await repacked({ ...files, "scene.json": strToU8(JSON.stringify(doc)) });
      }
      const what = `${run}: ${kind} ${path.join(".")} ${JSON.stringify(at[key])?.slice(0, 60)}`;
      const got = await read(bytes);
      if (!got.ok) {
        expect(got.problem.message.length, what).toBeGreaterThan(20);
        continue;
      }
      accepted++;
      // A flipped bit that is accepted has changed nothing at all.
      if (kind === "bit") expect(got.value.project, what).toEqual(inOrder(full));
      const id = await storeImported(db, got.value, `fresh-${run}`, "demo");
      expect(id, what).not.toBe("victim");
      expect(await victimRows(db), what).toBe(before);
      const stored = (await loadProject(db, id))!;
      expect(faultsOf(stored), what).toEqual([]);
      opens(stored);
      const again = await read(await packed({ project: stored, ...(await loadFiles(db, stored)) }));
      expect(again.ok && again.value.project, what).toEqual(inOrder(stored));
      await purgeScene(db, id);
      await tidyWorkshop(db);
    }
    // Both outcomes occur, or the test says nothing.
    expect(accepted).toBeGreaterThan(RUNS / 20);
    expect(accepted).toBeLessThan(RUNS * 0.8);
    expect(await victimRows(db)).toBe(before);
    expect(await db.scenes.count()).toBe(1);
    db.close();
  }, 240_000);

  it("rows that carry another scene's id belong to the new scene all the same", async () => {
    const db = new InchHollowDatabase("foreign");
    await storeOwn(db, bare(victim()));
    const before = await victimRows(db);
    const doc = JSON.parse(strFromU8(files["scene.json"])) as { project: ProjectRows };
    for (const table of ["parts", "records"] as const) for (const row of doc.project[table]) row.sceneId = "victim";
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(doc)) }));
    if (!got.ok) throw new Error(got.problem.message);
    const id = await storeImported(db, got.value, "fresh", "demo");
    expect(await victimRows(db)).toBe(before);
    expect((await loadProject(db, id))!.parts.map((p) => p.sceneId)).toEqual([id, id, id]);
    // Its id taken, the demo's own, or a name that is there: apart from what is there.
    const second = await storeImported(db, got.value, "fresh-2", "demo");
    expect([id, second]).toEqual(["s", "fresh-2"]);
    expect((await db.scenes.toArray()).map((s) => s.name).sort()).toEqual(["Somebody else's", "Test creek", "Test creek (2)"]);
    const third = await storeImported(
      db,
      { ...got.value, project: { ...got.value.project, scene: { ...got.value.project.scene, id: "demo", demo: true } } },
      "fresh-3",
      "demo",
    );
    expect(await db.scenes.get(third)).toMatchObject({ id: "fresh-3", demo: false, name: "Test creek (3)" });
    db.close();
  });

  it.each<[string, (p: ProjectRows) => void, string]>([
    ["the same part twice", (p) => p.parts.push(structuredClone(p.parts[0])), "parts, row 4 (Brick), id"],
    ["the same printer twice", (p) => p.workshop.printers.push(structuredClone(p.workshop.printers[0])), "printers, row 4"],
    ["a step twice", (p) => p.parts[0].work.push(structuredClone(p.parts[0].work[0])), "parts, row 1 (Brick), work.9.id"],
    [
      "a coat of a paint that is not there",
      (p) => Object.assign(p.parts[0].work[2], { paintId: "gold" }),
      "parts, row 1 (Brick), work.2.paintId",
    ],
    ["a print on no printer", (p) => Object.assign(p.parts[0].work[0], { printerId: "none" }), "parts, row 1 (Brick), work.0.printerId"],
    ["a record of no part", (p) => Object.assign(p.records[0], { partId: "none" }), "records, row 1"],
    ["a dimension in none", (p) => Object.assign(p.scene.dimensions[1], { within: "none" }), "scene, dimensions.1.within"],
    ["an id with a slash", (p) => Object.assign(p.parts[1], { id: "a/b" }), "parts, row 2 (Shed), id"],
    ["no such time zone", (p) => Object.assign(p.workshop.habits, { timeZone: "Nowhere/Atlantis" }), "habits, timeZone"],
    [
      "a part of ten kilometres",
      (p) => Object.assign(p.parts[1], { source: { kind: "typed", sizeMm: [1e7, 10, 10], shell: false } }),
      "parts, row 2 (Shed)",
    ],
    ["a bed that is all margin", (p) => Object.assign(p.workshop.printers[0], { bedMm: [20, 20, 20], marginMm: 10 }), "printers, row 1"],
  ])("%s is refused, with its place", async (_, change, where) => {
    const doc = JSON.parse(strFromU8(files["scene.json"])) as { project: ProjectRows };
    change(doc.project);
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(doc)) }));
    expect(got).toMatchObject({ ok: false, problem: { code: "bundle.shape" } });
    if (!got.ok) expect(got.problem.where).toContain(where);
  });

  it("a file of 2.2 GB gets a sentence before a byte of it is read", async () => {
    const huge = { size: 2.2e9, slice: () => expect.unreachable(), stream: () => expect.unreachable() } as unknown as Blob;
    expect(await readBundle(huge)).toMatchObject({
      ok: false,
      problem: { code: "bundle.too-big", message: expect.stringContaining("2.2 GB") },
    });
  });

  it("what a reader would refuse for its size, the writer refuses too", async () => {
    const heavy = { size: 1.2e9 } as Blob;
    const hash = [...full.parts].flatMap((p) => (p.source.kind === "mesh" ? [p.source.hash] : []))[0];
    expect(await writeBundle({ project: full, meshes: new Map([[hash, heavy]]), pictures: new Map() })).toMatchObject({
      ok: false,
      problem: { code: "bundle.too-big" },
    });
  });

  it.each([0, -1, 1.5, "3", null])("version %j is refused", async (version) => {
    const doc = JSON.parse(strFromU8(files["scene.json"])) as { version: unknown };
    doc.version = version;
    expect(await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(doc)) }))).toMatchObject({
      ok: false,
      problem: { code: "bundle.version" },
    });
  });
});
