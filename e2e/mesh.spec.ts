/** Meshes in every format and state: several bodies, folders, faults, mending, walls, files out again. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { boxMesh, cylinderMesh, readParts, writeStl, writeThreeMf, type Mesh } from "../core/mesh";
import { ball } from "../tests/ball";
import { expect, test, upload } from "./bench";

const cargo = (): Buffer =>
  Buffer.from(
    writeThreeMf([
      { name: "Barrel", mesh: cylinderMesh(5, 11, 32), copies: 4 },
      { name: "Chest", mesh: boxMesh(14, 9, 8), copies: 2 },
    ]),
  );

/** A ball with a small hole at the top and a patch of facets turned inwards. */
function torn(): Buffer {
  const whole = ball(4000);
  const indices: number[] = [];
  for (let t = 0; t < whole.indices.length / 3; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => whole.indices[t * 3 + k]);
    const z = (whole.positions[a * 3 + 2] + whole.positions[b * 3 + 2] + whole.positions[c * 3 + 2]) / 3;
    // Vertex 0 is the pole: without the facets round it there is one small hole.
    if (a === 0 || b === 0 || c === 0) continue;
    if (t % 3 === 0 && Math.abs(z) < 3) indices.push(b, a, c);
    else indices.push(a, b, c);
  }
  const mesh: Mesh = { positions: whole.positions, indices: Uint32Array.from(indices) };
  return Buffer.from(writeStl(mesh));
}

test("a 3MF brings its parts with names and copies, and goes out again as it came", async ({ bench }) => {
  await upload(bench, "cargo.3mf", cargo());
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  const table = bench.getByTestId("parts-table");
  await expect(table.getByRole("row", { name: /Barrel Cargo .* 4 0/ })).toBeVisible();
  await expect(table.getByRole("row", { name: /Chest Cargo .* 2 0/ })).toBeVisible();
  const download = bench.waitForEvent("download");
  await bench.getByRole("button", { name: "The whole scene as 3MF" }).click();
  const bytes = new Uint8Array(readFileSync(await (await download).path()));
  const back = readParts(bytes, undefined, true);
  expect(back.ok && back.value.bodies.map((b) => [b.name, b.copies])).toEqual([
    ["Barrel", 4],
    ["Chest", 2],
  ]);
});

test("a whole folder becomes a group; what is no mesh in it is passed over", async ({ bench }) => {
  const folder = mkdtempSync(join(tmpdir(), "harbour-"));
  writeFileSync(join(folder, "bollard.stl"), writeStl(cylinderMesh(4, 12, 24)));
  writeFileSync(join(folder, "kerb.stl"), writeStl(boxMesh(40, 6, 4)));
  writeFileSync(join(folder, "read me.txt"), "not a mesh");
  await bench.keyboard.press("n");
  await bench.locator("#mesh-folder").setInputFiles(folder);
  // They begin a scene of the user's own, and the page turns to it: a key that came before would stay in the demo.
  await expect(bench).not.toHaveURL(/saltmarsh-sluice/);
  await expect(bench.getByRole("region", { name: "Files being read" })).toBeHidden();
  await bench.keyboard.press("2");
  const table = bench.getByTestId("parts-table");
  await expect(table.getByRole("row", { name: /Bollard harbour-/ })).toBeVisible();
  await expect(table.getByRole("row", { name: /Kerb harbour-/ })).toBeVisible();
  await expect(table.getByRole("row")).toHaveCount(3);
  rmSync(folder, { recursive: true });
});

test("faults are named at their places, one press mends what is safe, and the old mesh can be brought back", async ({ bench }) => {
  await upload(bench, "buoy.stl", torn());
  await expect(bench.getByRole("heading", { name: "Buoy", level: 1 })).toBeVisible();
  await bench.getByRole("link", { name: /^Mesh and walls/ }).click();
  const notes = bench.getByTestId("notes");
  await expect(notes).toContainText(/1 hole, \d+ open edges/);
  await expect(notes).toContainText(/\d+ facets facing inwards/);
  await bench.keyboard.press("m");
  // What was mended is said as soon as it is stored, for a few seconds; what the new mesh is like once it is measured.
  await expect(bench.getByText(/Repaired: 1 hole closed, \d+ facets flipped/)).toBeVisible();
  await expect(notes).toContainText("Mesh is sound");
  await bench.getByRole("link", { name: /^Record/ }).click();
  await expect(bench.getByText("buoy.stl, until 26 November 2026")).toBeVisible();
  await bench.getByRole("button", { name: "Restore" }).click();
  await bench.getByRole("link", { name: /^Mesh and walls/ }).click();
  await expect(notes).toContainText(/1 hole/);
  await bench.keyboard.press("Control+z");
  await expect(notes).toContainText("Mesh is sound");
});

test("walls are judged for each process, and again at another size without a new measurement", async ({ bench }) => {
  await bench.getByRole("link", { name: /^Mesh and walls/ }).click();
  await expect(bench.getByRole("img", { name: /^Walls from/ })).toBeVisible();
  await bench.keyboard.press("2");
  await bench.getByRole("link", { name: "Sluice paddle" }).click();
  await bench.getByRole("link", { name: /^Mesh and walls/ }).click();
  await expect(bench.getByTestId("notes")).toContainText("Resin: every wall holds 0.96 mm");
  await bench.getByRole("link", { name: "Sheet", exact: true }).click();
  await bench.getByLabel("Target size").fill("60 %");
  await bench.keyboard.press("Enter");
  await bench.getByRole("link", { name: /^Mesh and walls/ }).click();
  await expect(bench.getByTestId("notes")).toContainText(/Resin: .* of the surface is under 0.96 mm/);
});

test("damaged and hostile files get a sentence each, and the good one beside them is read", async ({ bench }) => {
  await bench.keyboard.press("n");
  const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from("solid x", "utf16le")]);
  await bench.locator("#mesh-file").setInputFiles([
    { name: "cut.3mf", mimeType: "", buffer: cargo().subarray(0, 300) },
    { name: "range.obj", mimeType: "", buffer: Buffer.from("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n") },
    { name: "wide.stl", mimeType: "", buffer: utf16 },
    // A good 3MF under a wrong name: the content counts.
    { name: "really.stl", mimeType: "", buffer: cargo() },
  ]);
  const queue = bench.getByRole("region", { name: "Files being read" });
  await expect(queue.getByRole("alert")).toHaveCount(3);
  await expect(queue).toContainText("damaged package");
  await expect(queue).toContainText("range.obj, line 4");
  await expect(queue).toContainText("UTF-16");
  // Nobody types: the page turns to what was read.
  await expect(bench.getByTestId("parts-table").getByRole("row")).toHaveCount(3);
});
