/** Assemble: joints said once, the parts pulled apart, the order over all parts, what stays bare, what holds. */
import { expect, openLeaf, openStation, test } from "./bench";
import { storedRow } from "./rows";
import type { Page } from "@playwright/test";

interface Stored {
  joints: {
    id: string;
    a: string;
    b: { kind: string; partId?: string };
    place?: { atMm: number[] };
    widthMm: number;
    how: string;
    count: number | null;
  }[];
}
const joints = async (bench: Page) => (await storedRow<Stored>(bench, "scenes", "saltmarsh-sluice")).joints;
const open = (bench: Page, path: string): Promise<unknown> => bench.goto(`/s/saltmarsh-sluice/assemble${path}`);

test("what is next is said first, with what waits for it; a digit opens a joint of the drawing", async ({ bench }) => {
  await openStation(bench, "Assemble");
  await expect(bench.getByTestId("next-joint")).toContainText("Next: Sluice frame on Base, before creek: paste");
  const drawing = bench.getByRole("group", { name: "Parts pulled apart, front view" });
  await expect(drawing.getByRole("link")).toHaveCount(2);
  await expect(bench.getByRole("group", { name: "Order of the steps" })).toContainText("Glue to Base");
  await bench.keyboard.press("2");
  await expect(bench.getByRole("heading", { name: "Sluice frame and Base", exact: true })).toBeVisible();
});

test("two copies of one wall module meet: joints and open sides are counted; a ring of two is refused in a sentence", async ({ bench }) => {
  await open(bench, "/joint?joint=quay-in-row");
  await expect(bench.getByText("6 copies in a row: 5 joints, 2 sides stay open")).toBeVisible();
  await bench.getByLabel("Copies are arranged").selectOption("grid");
  await bench.getByLabel("Copies in a row").fill("3");
  await bench.keyboard.press("Enter");
  // 2 × 3: 2mn − m − n.
  await expect(bench.getByText("6 copies in a grid: 7 joints, 10 sides stay open")).toBeVisible();
  await bench.getByLabel("Copies are arranged").selectOption("ring");
  await bench.goto("/s/saltmarsh-sluice/parts/quay-wall");
  await bench.getByLabel("Copies needed").fill("2");
  await bench.keyboard.press("Enter");
  await open(bench, "/joint?joint=quay-in-row");
  await expect(bench.getByText(/A ring takes three copies/)).toBeVisible();
});

test("a joint is said once, by keyboard: it brings its step, stands at Surface too, and goes with one undo", async ({ bench }) => {
  await open(bench, "?part=crane-post");
  await bench.getByLabel("Crane post is joined to").focus();
  await bench.getByLabel("Crane post is joined to").selectOption("the board");
  await expect(bench.getByRole("heading", { name: "Crane post and the board" })).toBeVisible();
  await expect(bench.getByTestId("glue-chosen")).toBeVisible();
  await bench.goto("/s/saltmarsh-sluice/surface/seams?part=crane-post");
  await expect(bench.getByRole("heading", { name: "Crane post and the board" })).toBeVisible();
  await bench.goto("/s/saltmarsh-sluice/parts/crane-post");
  await expect(bench.getByRole("region", { name: "Order of work" })).toContainText("Glue to the board");
  await bench.keyboard.press("Control+z");
  await expect(bench.getByRole("region", { name: "Order of work" })).not.toContainText("Glue to the board");
  await expect.poll(async () => (await joints(bench)).length).toBe(6);
});

test("what contradicts itself is named with the reason, and put in order with one press", async ({ bench }) => {
  // The paddle is glued to its frame as one piece, after its paint: that is a contradiction.
  await open(bench, "/joint?joint=paddle-in-frame");
  await bench.getByLabel("How they are joined").selectOption("glued");
  await bench.getByLabel("Painted").selectOption("after");
  await open(bench, "");
  await bench.getByText("Sluice paddle and Sluice frame: not in the plan yet.").getByRole("button", { name: "Add to plan" }).click();
  await expect(bench.getByText(/not in the plan yet/)).toHaveCount(1);
  await bench.goto("/s/saltmarsh-sluice/parts/sluice-paddle");
  const order = bench.getByRole("region", { name: "Order of work" });
  await order.getByRole("button", { name: /^Move Glue to Sluice frame down/ }).click();
  await open(bench, "");
  await expect(bench.getByText(/painted as one piece once they are joined. The current order is the opposite/)).toBeVisible();
  await bench.getByRole("button", { name: "Move it there" }).click();
  await expect(bench.getByText(/The current order is the opposite/)).toHaveCount(0);
});

test("where two stand, gap and bite are checked along the way; ten fast arrows move ten steps", async ({ bench }) => {
  await open(bench, "/joint?joint=paddle-in-frame");
  const verdict = bench.getByTestId("pair-verdict");
  await expect(verdict).toContainText("0.2 mm between them at the tightest point, all along its path");
  const drawing = bench.getByRole("application", { name: /from the front/ });
  await drawing.focus();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowRight");
  await expect.poll(async () => (await joints(bench)).find((j) => j.id === "paddle-in-frame")?.place?.atMm[0]).toBeCloseTo(9.7, 6);
  await expect(verdict).toContainText("They overlap");
  await bench.keyboard.press("Control+z");
  await expect.poll(async () => (await joints(bench)).find((j) => j.id === "paddle-in-frame")?.place?.atMm[0]).toBeCloseTo(9.2, 6);
});

test("what stays bare is one list with spray day; what is tall on a small foot is told what mends it", async ({ bench }) => {
  await open(bench, "");
  await openLeaf(bench, "Keep bare");
  await expect(bench.getByRole("region", { name: "Sluice paddle" })).toContainText("where it rubs on Sluice frame: plug it");
  await openLeaf(bench, "Holds");
  const post = bench.getByRole("row", { name: /Crane post/ });
  await expect(post).toContainText(/▲ \d°/);
  await expect(post).toContainText(/a washer of \d+ g under it/);
  await open(bench, "/joint?joint=post-on-quay");
  await bench.getByLabel("How they are joined").selectOption("pinned");
  await openLeaf(bench, "Holds");
  await expect(bench.getByTestId("pin-verdict")).toContainText(/drilled .* carries Crane post/);
  // Half a millimetre of hole does not hold what hangs far out.
  for (const [label, text] of [
    ["Centre of mass, sideways", "300 mm"],
    ["Depth of the hole", "0.5 mm"],
  ]) {
    await bench.getByLabel(label).fill(text);
    await bench.keyboard.press("Enter");
  }
  await expect(bench.getByTestId("pin-verdict")).toContainText("No stock wire holds it");
});

test("clips and spares are counted, what is packed is on paper, and a light says its hours and its cavity", async ({ bench }) => {
  await open(bench, "/modules");
  await expect(bench.getByRole("row", { name: /Quay clip and Quay wall/ })).toContainText("5 in use, each in two slots, and 7 spare");
  const [list] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "On paper" }).click()]);
  expect(list.suggestedFilename()).toBe("saltmarsh-sluice-packing-list.pdf");
  await openLeaf(bench, "Light");
  const runs = bench.getByTestId("light-runs");
  await expect(runs).toContainText("About 33 h from a cell");
  await bench.getByLabel("Power source").selectOption("ready-made 5 V supply");
  await expect(runs).toContainText("A resistor of 510 Ω in series");
  await expect(bench.getByText(/only a ready-made approved adapter/)).toBeVisible();
  await bench.keyboard.press("Control+z");
  await expect(runs).toContainText("About 33 h from a cell");
  await open(bench, "");
  await expect(bench.getByRole("group", { name: "Order of the steps" })).toBeVisible();
  const [sheet] = await Promise.all([bench.waitForEvent("download"), bench.keyboard.press("p")]);
  expect(sheet.suggestedFilename()).toBe("saltmarsh-sluice-together.pdf");
});

test("something that snapped is a joint with one press in the log", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/log/entries");
  await bench
    .getByRole("button", { name: /^Something snapped off / })
    .first()
    .click();
  await expect.poll(async () => (await joints(bench)).length).toBe(7);
  await open(bench, "");
  await expect(bench.getByRole("link", { name: /and the piece that snapped off$/ }).first()).toBeVisible();
});

test("a face of one is pressed, then a face of the other: they meet; what is never cut stands at the drawing", async ({ bench }) => {
  await open(bench, "/joint?joint=paddle-in-frame");
  await bench.getByText("Put face to face").click();
  const before = (await joints(bench)).find((j) => j.id === "paddle-in-frame")!.place!.atMm;
  await bench
    .getByRole("img", { name: /^Sluice paddle on a turntable/ })
    .locator("canvas")
    .click();
  await expect(bench.getByText("Sluice paddle: a face is pressed")).toBeVisible();
  // A frame is open in its middle: somewhere along a line there is a post.
  const frame = bench.getByRole("img", { name: /^Sluice frame on a turntable/ });
  await frame.scrollIntoViewIfNeeded();
  const box = (await frame.boundingBox())!;
  for (let k = 1; k < 12 && !(await bench.getByText("Sluice frame: a face is pressed").isVisible()); k++)
    await bench.mouse.click(box.x + box.width * (0.35 + k * 0.025), box.y + box.height / 2);
  await expect(bench.getByText("Sluice frame: a face is pressed")).toBeVisible();
  await expect
    .poll(async () => {
      const now = (await joints(bench)).find((j) => j.id === "paddle-in-frame")!.place!.atMm;
      return now.some((v, k) => v !== before[k]);
    })
    .toBe(true);
  await bench.getByRole("button", { name: "Remove position" }).click();
  await expect(bench.getByText("Position not set, and not required.")).toBeVisible();
  await open(bench, "?part=sluice-frame");
  await bench.getByLabel("Never cut on Sluice frame").fill("the nib under the sill");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("▲ Never cut on Sluice frame: the nib under the sill")).toBeVisible();
});

test("parts that are glued before paint are one silhouette in Paint, and two again when they are not", async ({ bench }) => {
  await open(bench, "/joint?joint=paddle-in-frame");
  await bench.getByLabel("How they are joined").selectOption("glued");
  await bench.getByLabel("Painted").selectOption("after they are joined");
  await expect.poll(async () => (await joints(bench)).find((j) => j.id === "paddle-in-frame")!.how).toBe("glued");
  const unit = bench.getByTestId("paint-tray").getByRole("button", { name: /^Sluice frame and Sluice paddle, one piece/ });
  await bench.goto("/s/saltmarsh-sluice/paint");
  await unit.click();
  await expect(bench.getByRole("button", { name: /^Lay a recipe on 2 parts/ })).toBeVisible();
  await open(bench, "/joint?joint=paddle-in-frame");
  await bench.getByLabel("Painted").selectOption("before they are joined");
  await bench.goto("/s/saltmarsh-sluice/paint");
  await expect(bench.getByTestId("paint-tray").getByRole("button", { name: /^Sluice frame:/ })).toBeVisible();
  await expect(unit).toHaveCount(0);
});
