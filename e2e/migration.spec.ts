/** Databases of earlier versions, stored in a real browser and opened by this program: its own upgrade, not a stand-in's. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { boxMesh, writeStl } from "../core/mesh";
import { STORED_VERSION } from "../store/migrations";
import { expect, openStation, station, test } from "./bench";

interface Fixture {
  project: {
    scene: { id: string; name: string };
    parts: { name: string; source: { hash?: string } }[];
  } & Record<"paints" | "procedures" | "records", object[]>;
}
const fixture = (version: number): Fixture =>
  JSON.parse(readFileSync(new URL(`../store/version${version}.fixture.json`, import.meta.url), "utf8")) as Fixture;

/** Key and indexes of the tables, as each version had them. */
const TABLES: Record<number, Record<string, [key: string | string[] | null, ...indexes: (string | string[])[]]>> = {
  1: {
    scenes: ["id"],
    parts: [["sceneId", "id"], "sceneId"],
    paints: [["sceneId", "id"], "sceneId"],
    procedures: [["sceneId", "id"], "sceneId"],
    records: [["sceneId", "id"], "sceneId"],
    meshes: ["hash"],
    sheets: ["key"],
    history: [null, ["sceneId", "undone"]],
  },
  3: {
    scenes: ["id"],
    parts: [["sceneId", "id"], "sceneId"],
    paints: [["sceneId", "id"], "sceneId"],
    procedures: [["sceneId", "id"], "sceneId"],
    records: [["sceneId", "id"], "sceneId"],
    meshes: ["hash"],
    sheets: ["key"],
    history: [null, ["sceneId", "undone"], "editId"],
    pictures: ["hash"],
    trash: ["sceneId"],
    aside: [null, "sceneId"],
  },
};

/** Stores a scene as a program of that version did. */
async function storeAs(page: Page, version: number): Promise<void> {
  const { project } = fixture(version);
  const mesh = [...writeStl(boxMesh(12, 12, 12))];
  // A page of the same origin that is not the program: it must not open the database first.
  await page.route("**/blank", (r) => r.fulfill({ contentType: "text/html", body: '<!doctype html><link rel="icon" href="/icon.svg">' }));
  await page.goto("/blank");
  await page.evaluate(
    async ({ version, tables, project, mesh }) => {
      await new Promise((done) => (indexedDB.deleteDatabase("inch-hollow").onsuccess = done));
      const db = await new Promise<IDBDatabase>((done, refuse) => {
        const request = indexedDB.open("inch-hollow", version * 10);
        request.onupgradeneeded = () => {
          for (const [name, [key, ...indexes]] of Object.entries(tables)) {
            const table = request.result.createObjectStore(name, key === null ? { keyPath: "seq", autoIncrement: true } : { keyPath: key });
            for (const index of indexes) table.createIndex(Array.isArray(index) ? `[${index.join("+")}]` : index, index);
          }
        };
        request.onsuccess = () => done(request.result);
        request.onerror = () => refuse(request.error ?? new Error("open failed"));
      });
      const tx = db.transaction(Object.keys(tables), "readwrite");
      tx.objectStore("scenes").put(project.scene);
      for (const name of ["parts", "paints", "procedures", "records"] as const)
        for (const row of project[name]) tx.objectStore(name).put(row);
      const bytes = new Uint8Array(mesh);
      for (const { source } of project.parts)
        if (source.hash)
          tx.objectStore("meshes").put(version === 1 ? { hash: source.hash, bytes } : { hash: source.hash, file: new Blob([bytes]) });
      await new Promise((done, refuse) => {
        tx.oncomplete = done;
        tx.onerror = () => refuse(tx.error ?? new Error("write failed"));
      });
      db.close();
    },
    { version, tables: TABLES[version], project, mesh },
  );
}

for (const version of [1, 3])
  test(`what version ${version} stored opens with everything it held`, async ({ page }) => {
    const { scene, parts } = fixture(version).project;
    await storeAs(page, version);
    await page.goto(`/s/${scene.id}/parts`);
    await expect(page.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
    for (const { name } of parts) await expect(page.getByRole("link", { name, exact: true })).toBeVisible();
    const versionNow = await page.evaluate(async () => (await indexedDB.databases()).find((d) => d.name === "inch-hollow")?.version);
    // The database library counts in tens.
    expect(versionNow).toBe(STORED_VERSION * 10);
    for (const name of ["Tonight", "Print", "Paint", "Workshop"]) {
      await openStation(page, name);
      await expect(station(page, name)).toHaveAttribute("aria-current", "page");
      await expect(page.getByText(/could not be shown|could not be planned/)).toHaveCount(0);
    }
    await page.reload();
    await expect(page.getByRole("heading", { name: "Workshop", level: 1 })).toBeVisible();
    await page.goto("/bench");
    await expect(page.locator(`input[value="${scene.name}"]`)).toBeVisible();
  });
