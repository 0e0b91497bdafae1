/** Ground: the board asked for first, what stands where and is checked while it moves, layers as work, carrying and the camera. */
import { expect, openLeaf, openStation, shedStl, test, upload } from "./bench";
import { storedRow } from "./rows";
import type { Locator, Page } from "@playwright/test";

interface Stored {
  boards?: { id: string; handsMm: [number, number] | null; layers: { eMPa: number | null }[] }[];
  standings?: { id: string; xMm: number; yMm: number; turnDeg: number }[];
  zones?: { id: string; levelMm: number; slopeDeg: number; outlineMm: number[] }[];
  layers?: { id: string; methodId: string; depthMm: number }[];
  camera?: { focalMm: number };
}
const DEMO = "saltmarsh-sluice";
const scene = (bench: Page, id = DEMO) => storedRow<Stored>(bench, "scenes", id);
const standing = async (bench: Page, id: string) => (await scene(bench)).standings!.find((s) => s.id === id)!;
const open = (bench: Page, path = ""): Promise<unknown> => bench.goto(`/s/${DEMO}/ground${path}`);
const set = async (bench: Page, label: string, text: string): Promise<void> => {
  await bench.getByLabel(label, { exact: true }).fill(text);
  await bench.keyboard.press("Enter");
};

test("a newcomer types a size and 4 mm of grout, and is told in one sentence what it weighs and how it is lifted", async ({ bench }) => {
  await upload(bench, "shed.stl", shedStl());
  await expect(bench.getByRole("heading", { name: "Shed", level: 1 })).toBeVisible();
  await openStation(bench, "Ground");
  await expect(bench.getByRole("heading", { name: "What does it stand on?" })).toBeVisible();
  await set(bench, "Size of the board, mm", "800 x 500");
  await set(bench, "Depth and what it is of", "4 mm of grout");
  // 1.6 l of absolute volumes (ACI 211) are 2.5 kg of powder, and a tenth of that in bound water; the foam is 0.4 kg.
  await expect(bench.getByTestId("board-sentence")).toContainText(
    /3\.\d kg dry\. Lifted by its ends it bends 1\d mm; on two battens, 0\.\d mm\./,
  );
  await expect(bench.getByText("alkaline: gloves, dust mask")).toBeVisible();
  await bench.getByRole("button", { name: "Use this board" }).click();
  await expect(bench.getByText("Board, 800 × 500 mm, 30 mm thick")).toBeVisible();
  await openLeaf(bench, "Layers");
  await expect(bench.getByLabel("Layer 1, from below")).toHaveValue("cement");
});

test("a piece is chosen and moved by keys, ten fast presses are ten millimetres, and one that is dragged onto another is said", async ({
  bench,
}) => {
  await open(bench);
  await expect(bench.locator("[data-piece=crane]")).toBeVisible();
  await bench.getByRole("checkbox", { name: /^Crane post/ }).click();
  await expect(bench.getByText("Covers 3 cm², stands on 2.3 cm²")).toBeVisible();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowLeft");
  await expect.poll(async () => (await standing(bench, "crane")).xMm).toBe(286);
  await bench.keyboard.press("r");
  await expect.poll(async () => (await standing(bench, "crane")).turnDeg).toBe(15);
  await bench.keyboard.press("Control+z");
  await expect.poll(async () => (await standing(bench, "crane")).turnDeg).toBe(0);
  const notes = bench.getByRole("list", { name: "Notes on the plan" });
  await expect(notes).not.toContainText("stand in each other");
  const box = (await bench.locator("[data-piece=crane]").boundingBox())!;
  const mill = (await bench.locator("[data-piece=quay-2]").boundingBox())!;
  await bench.mouse.move(box.x + 8, box.y + box.height / 2);
  await bench.mouse.down();
  await bench.mouse.move(mill.x + mill.width / 2, mill.y + mill.height / 2, { steps: 6 });
  // Before the button is let go.
  await expect(notes).toContainText("Crane post");
  await expect(notes).toContainText("stand in each other. Move one of them.");
  await bench.mouse.up();
  await expect.poll(async () => (await standing(bench, "crane")).xMm).toBeLessThan(270);
});

test("levels, corners and what must stay clear are said by field, and what cannot be is told where it is", async ({ bench }) => {
  await open(bench);
  await bench.getByRole("region", { name: "Zones" }).getByRole("button", { name: "Creek" }).click();
  await expect(bench.getByRole("region", { name: "Zone", exact: true })).toContainText("are cut out");
  await set(bench, "Level against the board", "-30 mm");
  const notes = bench.getByRole("list", { name: "Notes on the plan" });
  await expect(notes).toContainText("Creek is cut through the board: 5 mm deeper than it is thick.");
  await set(bench, "Level against the board", "-12 mm");
  await set(bench, "Corners, mm from the left and the front", "0, 0; 100, 100; 100, 0; 0, 100");
  await expect(notes).toContainText("The outline of Creek crosses itself here.");
  // Away from the field, where it is the field's own.
  await bench.locator("main h1").click();
  await bench.keyboard.press("Control+z");
  await expect(notes).not.toContainText("crosses itself");
  await bench.getByLabel("Corners, mm from the left and the front").fill("0, 0; 10");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText('Corner 2, "10", needs two numbers')).toBeVisible();
});

test("a layer is work on its board: it is planned in pours, weighs, and goes with one undo", async ({ bench }) => {
  await open(bench, "/layers?zone=creek");
  await expect(bench.getByRole("heading", { name: "Creek" })).toBeVisible();
  await expect(bench.getByText(/dry, in 2 pours/)).toBeVisible();
  await bench.goto(`/s/${DEMO}/parts/base`);
  await expect(bench.getByRole("region", { name: "Order of work" })).toContainText("Creek: two-part resin, poured");
  await open(bench, "/layers?zone=marsh");
  await bench.getByLabel("Next layer, best first").selectOption("leaves");
  await bench.getByRole("button", { name: "Add it" }).click();
  await expect(bench.getByLabel("Layer 2, from below")).toHaveValue("leaves");
  await set(bench, "Height", "4 mm").catch(() => undefined);
  await bench.goto(`/s/${DEMO}/parts/base`);
  await expect(bench.getByRole("region", { name: "Order of work" })).toContainText("Marsh grass: leaves and flock");
  await open(bench, "/layers?zone=marsh");
  await bench.getByRole("button", { name: "Remove layer 2: Leaves and flock" }).click();
  await expect(bench.getByLabel("Layer 2, from below")).toHaveCount(0);
  await expect.poll(async () => (await scene(bench)).layers!.length).toBe(6);
  await bench.keyboard.press("Control+z");
  await expect(bench.getByLabel("Layer 2, from below")).toBeVisible();
});

test("growth has its real height, water its pours from the bottom, each smaller than the one above", async ({ bench }) => {
  await open(bench, "/growth");
  // 4 mm at 1:56.
  await expect(bench.getByRole("table").first()).toContainText("22 cm");
  const pours = bench.getByRole("region", { name: "Water and slime" }).getByRole("row");
  await expect(pours).toHaveCount(3);
  const ml = async (n: number): Promise<number> => parseFloat((await pours.nth(n).getByRole("cell").nth(3).innerText()).replace(",", "."));
  expect(await ml(1)).toBeLessThan(await ml(2));
  await expect(bench.getByText("Sluice frame, Rowing boat stand in it")).toBeVisible();
});

test("hands are moved and the board answers; a strip tells its stiffness", async ({ bench }) => {
  await open(bench, "/carry");
  await expect(bench.getByTestId("sag")).toContainText("Held there it bends");
  await bench.getByRole("button", { name: "By its ends" }).click();
  await expect.poll(async () => (await scene(bench)).boards![0].handsMm).toEqual([0, 320]);
  const ends = await bench.getByTestId("sag").innerText();
  await set(bench, "Left hand or batten", "70");
  await set(bench, "Right hand or batten", "250");
  await expect(bench.getByTestId("sag")).not.toHaveText(ends);
  // 40 × 20 across 300, 2 N in the middle, 3.5 mm: 12 MPa.
  await expect(bench.getByText("Its stiffness is 11.8 MPa.")).toBeVisible();
  await bench.getByRole("button", { name: /^Use it for foam/ }).click();
  await expect.poll(async () => (await scene(bench)).boards![0].layers[0].eMPa).toBeGreaterThan(11);
});

test("panels lie on the stock with cuts right through; the camera says what it takes in", async ({ bench }) => {
  await open(bench, "/cut");
  await expect(bench.getByRole("img", { name: "Sheet 1" })).toBeVisible();
  await set(bench, "Width of a sheet", "100 mm");
  await expect(bench.getByText(/Boathouse, roof slopes is larger than a sheet|No room for/)).toBeVisible();
  await bench.getByRole("button", { name: "Add these panels" }).click();
  await expect(bench.getByRole("listitem", { name: "Front and back" })).toBeVisible();
  await openLeaf(bench, "View");
  await set(bench, "Focal length", "35 mm");
  await set(bench, "To the middle of the board", "800 mm");
  // 36 × (800 − 35)/35.
  await expect(bench.getByText("It takes in 787 × 525 mm")).toBeVisible();
});

test("a panel is scored as bricks of the scene's scale, its courses come out even with one press, and siding adds its strips", async ({
  bench,
}) => {
  await open(bench, "/cut");
  const wall = bench.getByRole("listitem", { name: "Boathouse, long walls" });
  await wall.getByLabel("Scored as").selectOption("bricks, each course half a brick on");
  // 75 mm at 1:56 is 1.34 mm.
  await expect(wall.getByLabel("One, high")).toHaveValue("1.34 mm");
  await wall.getByRole("button", { name: "Make courses even" }).click();
  // 42 mm in 31 courses.
  await expect(wall.getByLabel("One, high")).toHaveValue("1.35 mm");
  await wall.getByLabel("Scored as").selectOption("nothing");
  await expect(wall.getByLabel("One, high")).toHaveCount(0);
  await bench.getByRole("button", { name: "Add these strips" }).click();
  await expect(bench.getByRole("listitem", { name: "Siding strip" }).getByLabel("How many")).toHaveValue("22");
});

test("a zone gets another corner by a drag, its bank is pulled in the section, and a round way is kept clear", async ({ bench }) => {
  await open(bench);
  await expect(bench.locator("[data-piece=crane]")).toBeVisible();
  const plan = bench.getByRole("img", { name: /from above/ });
  const box = (await plan.boundingBox())!;
  await bench.mouse.click(box.x + 60, box.y + 130);
  const fields = bench.getByRole("region", { name: "Zone" });
  await expect(fields.getByRole("heading").first()).toHaveText("Marsh grass");
  const marsh = async () => (await scene(bench)).zones!.find((z) => z.id === "marsh")!;
  const pull = async (at: { x: number; y: number }, dx: number, dy: number): Promise<void> => {
    await bench.mouse.move(at.x, at.y);
    await bench.mouse.down();
    await bench.mouse.move(at.x + dx / 2, at.y + dy / 2);
    await bench.mouse.move(at.x + dx, at.y + dy);
    await bench.mouse.up();
  };
  const middle = async (of: Locator): Promise<{ x: number; y: number }> => {
    const b = (await of.boundingBox())!;
    return { x: b.x + b.width / 2, y: b.y + b.height / 2 };
  };
  const before = (await marsh()).outlineMm.length;
  await pull(await middle(plan.getByText("Drag for another corner").locator("..").first()), 0, 12);
  await expect.poll(async () => (await marsh()).outlineMm.length).toBe(before + 2);
  await bench.getByLabel("Place of the section line").fill("200");
  const section = bench.getByRole("img", { name: /^Section at/ });
  const slope = (await marsh()).slopeDeg;
  // Its left side is the board's rim: the bank is on its right, and runs gentler where it is pulled in.
  await pull(await middle(section.locator("circle").nth(-2)), -20, 0);
  await expect.poll(async () => (await marsh()).slopeDeg).toBeLessThan(slope);
  await fields.getByLabel("What it is").selectOption("keep clear: a cylinder that turns");
  await fields.getByRole("button", { name: "Make it round" }).click();
  await expect.poll(async () => (await marsh()).outlineMm.length).toBe(64);
});

test("weathering is shown on the assembled board, and names what is marked most", async ({ bench }) => {
  await bench.goto(`/s/${DEMO}/paint/weather`);
  await expect(bench.getByRole("img", { name: /with what stands on it on a turntable/ })).toBeVisible();
  const most = bench.getByRole("note", { name: "Marked most" });
  await expect(most).toContainText("Mill house");
  const low = await most.textContent();
  await bench.getByRole("button", { name: "in the lee" }).click();
  await expect(most).not.toHaveText(low!);
  await bench.getByLabel("Show", { exact: true }).selectOption("one part");
  await expect(bench.getByText("what stands beside it is not counted")).toBeVisible();
});
