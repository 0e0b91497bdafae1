/** The Surface station: map and ways, what printing left, seams, own figures, the line meter. */
import { expect, test, type Page } from "@playwright/test";

const open = async (page: Page, path: string): Promise<void> => {
  await page.goto("/");
  await page.getByTestId("notes").waitFor();
  const scene = new URL(page.url()).pathname.split("/")[2];
  await page.goto(`/s/${scene}${path}`);
};

test("a surface is named, its way chosen, and the plan follows; undo takes it back", async ({ page }) => {
  await open(page, "/surface?part=quay-wall");
  const option = await page
    .getByLabel("Surface", { exact: true })
    .locator("option", { hasText: /^front wall, / })
    .getAttribute("value");
  await page.getByLabel("Surface", { exact: true }).selectOption(option!);
  await expect(page.getByRole("heading", { name: "Front wall in low light" })).toBeVisible();
  await expect(page.getByText(/19, typically/)).toBeVisible();
  const name = page.getByLabel("Name");
  await name.fill("face of stones");
  await name.press("Enter");
  await expect(page.getByRole("heading", { name: "Face of stones in low light" })).toBeVisible();
  await page.getByLabel("Dry brushing").selectOption("dry");
  const ways = page.getByTestId("ways");
  await ways.getByRole("listitem").filter({ hasText: "Thick paint, face by face" }).getByRole("button", { name: "use this" }).click();
  await expect(ways.getByRole("button", { name: "in the plan" })).toBeVisible();
  await expect(page.getByLabel("At this stage")).toContainText("Thick paint on each of 114 faces");
  await page.keyboard.press("Control+z");
  await expect(ways.getByRole("button", { name: "in the plan" })).toHaveCount(0);
});

test("the strip answers to keys: a coat on, a coat off; thinner layers tried; the part in low light", async ({ page }) => {
  await open(page, "/surface?part=mill-house");
  const strip = page.getByTestId("strip");
  await expect(strip).toBeVisible();
  const rows = async (): Promise<number> => ((await strip.getAttribute("aria-label")) ?? "").split(",").length;
  const before = await rows();
  await page.keyboard.press("+");
  await expect.poll(rows).toBe(before + 1);
  await page.keyboard.press("-");
  await expect.poll(rows).toBe(before);
  const layer = page.getByLabel("Layer height to try");
  await layer.fill("0.1 mm");
  await layer.press("Enter");
  await expect(page.getByText("Shown with layers of 0.1 mm")).toBeVisible();
  await page.getByRole("button", { name: "use the printer’s layers" }).click();
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("r");
  await expect(page.getByRole("img", { name: /on a turntable/ })).toBeVisible();
  await page.keyboard.press("j");
  await expect(page).toHaveURL(/at=/);
});

test("everything that printing left has a remedy; many copies are spread over evenings", async ({ page }) => {
  await open(page, "/surface/left?part=quay-clip");
  await expect(page.getByRole("row", { name: /^First-layer flare/ })).toContainText("Chamfer");
  await page.getByLabel("Most per evening").fill("5");
  await page.getByLabel("Most per evening").press("Enter");
  await expect(page.getByText(/^3 evenings of/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Most per evening")).toHaveValue("5");
});

test("who meets whom is said once: filler, order, dry fits; wrong widths are told", async ({ page }) => {
  await open(page, "/surface/seams?part=crane-post");
  await expect(page.getByRole("heading", { name: "Crane post and Quay wall" })).toBeVisible();
  await expect(page.getByText("It comes apart, so do not fill it.")).toBeVisible();
  await page.getByLabel("They are").first().selectOption("glued");
  await page.getByLabel("Painted").first().selectOption("after");
  const wide = page.getByLabel("Seam width").first();
  await wide.fill("three");
  await wide.press("Enter");
  await expect(page.getByRole("alert")).toBeVisible();
  await wide.fill("0.05 mm");
  await wide.press("Enter");
  await expect(page.getByText(/^Filler primer, /)).toBeVisible();
  await page.getByLabel("Result", { exact: true }).selectOption("file");
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByText("filed, 0.2 mm taken off: the print")).toBeVisible();
  await expect(page.getByText(/^Joints need/)).toBeVisible();
});

test("a strip of the fan becomes an own figure, and can be struck out", async ({ page }) => {
  await open(page, "/surface/own?part=mill-house");
  await page.getByLabel("Treated with").selectOption("uv-resin");
  await page.getByLabel("Lines gone from").selectOption("30");
  await expect(page.getByText(/Your figure goes from 1\.00 to/)).toBeVisible();
  await page.getByRole("button", { name: "Save as my own figure" }).click();
  await expect(page.getByText(/^UV resin skin: fills/).or(page.getByText(/fills .* times the common figure/).nth(2))).toBeVisible();
  await page.getByRole("button", { name: "Delete: slope fan, gone from 30°" }).click();
  await expect(page.getByText("gone from 30°")).toHaveCount(0);
});

test("the line meter reads a made-up pair, says what is left, and keeps it", async ({ page }) => {
  await open(page, "/surface/lamp?part=mill-house");
  await page.getByRole("button", { name: "Try with sample photos" }).click();
  const before = page.getByLabel("Before the coat"),
    after = page.getByLabel("After the coat");
  await before.getByRole("button", { name: "Read the lines" }).click();
  await expect(before.getByTestId("verdict")).toContainText("Lines found");
  await after.getByRole("button", { name: "Read the lines" }).click();
  await expect(page.getByTestId("left")).toContainText(/^(3|4|5)\d % of the lines are left/);
  // A mark is moved by the keyboard: what was read is read anew.
  await after.getByLabel("After: corner 1 of the surface").focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByTestId("left")).toHaveCount(0);
  await after.getByRole("button", { name: "Read the lines" }).click();
  await expect(page.getByTestId("left")).toBeVisible();
  await page.getByRole("button", { name: "Save as my own figure" }).click();
  await expect(page.getByText("Saved to your own figures.")).toBeVisible();
  await page.getByRole("button", { name: "Save both photos with the surface" }).click();
  await expect(page.getByText(/^Saved with the/)).toBeVisible();
  await page.getByRole("link", { name: /^Own figures/ }).click();
  await expect(page.getByText(/Mill house, .*with the line meter/)).toBeVisible();
  await page.getByRole("link", { name: "Map and methods" }).click();
  await expect(page.getByRole("region", { name: "Before treatment" }).getByRole("img")).toHaveCount(1);
  await expect(page.getByRole("region", { name: "After treatment" }).getByRole("img")).toHaveCount(1);
});

test("what is no photograph is said to be none, and nothing is lost", async ({ page }) => {
  await open(page, "/surface/lamp?part=mill-house");
  await page
    .getByLabel("Photograph before the coat")
    .setInputFiles({ name: "x.jpg", mimeType: "image/jpeg", buffer: Buffer.from("no picture") });
  await expect(page.getByText(/This picture format cannot be read/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Choose a photo" })).toHaveCount(2);
});

test("a seam goes into the plan, and sanding after paint is put before it with one press", async ({ page }) => {
  await open(page, "/surface/seams?part=mill-house");
  await page
    .getByRole("row", { name: /^Mill house and Quay wall/ })
    .getByRole("button", { name: "Add to plan" })
    .click();
  await expect(page.getByRole("row", { name: /^Mill house and Quay wall/ })).toContainText("in the plan");
  await page.getByRole("link", { name: "Map and methods" }).click();
  await expect(page.getByLabel("At this stage")).toContainText("Mill house");
  // Its hiding is moved behind a coat: that is told, and one press puts it back.
  await page.goto(page.url().replace(/\/surface.*$/, "/parts/mill-house"));
  const row = page.getByRole("listitem").filter({ hasText: "Filler primer and sanding" }).first();
  for (const place of ["3", "4"]) {
    await row.getByRole("button", { name: "Move Filler primer and sanding down" }).click();
    await expect(row.getByText(place, { exact: true })).toBeVisible();
  }
  await page.goto(page.url().replace(/\/parts.*$/, "/surface?part=mill-house"));
  await expect(page.getByText(/comes after paint/)).toBeVisible();
  await page.getByRole("button", { name: "Move it there" }).click();
  await expect(page.getByText(/comes after paint/)).toHaveCount(0);
});

test("the dry brush is warned of at Paint, before it is done", async ({ page }) => {
  await open(page, "/paint/coats?part=mill-house");
  await expect(page.getByText("Dry brushing will pick out the lines")).toBeVisible();
  await page.getByRole("link", { name: /Hide them first/ }).click();
  await expect(page.getByRole("heading", { name: "Surface of Mill house" })).toBeVisible();
});

test("two windows: what is said of one surface in each is there in both", async ({ page, context }) => {
  await open(page, "/surface?part=quay-wall&at=0");
  const other = await context.newPage();
  await other.goto(page.url());
  await page.getByLabel("Visibility").selectOption("hidden");
  await expect(other.getByLabel("Visibility")).toHaveValue("hidden");
  await other.getByLabel("Real material").selectOption("stone");
  await expect(page.getByLabel("Real material")).toHaveValue("stone");
  await expect(page.getByLabel("Visibility")).toHaveValue("hidden");
});

test("two windows: what is stored while the other is being opened is there too, at whatever moment", async ({ page, context }) => {
  await open(page, "/surface?part=quay-wall&at=0");
  const other = await context.newPage();
  await other.goto(page.url());
  const said = ["hidden", "seen", "mating", "covered", "hidden", "seen", "mating", "covered"];
  for (const [i, value] of said.entries()) {
    const opening = other.reload();
    await page.waitForTimeout(i * 120);
    await page.getByLabel("Visibility").selectOption(value);
    await opening;
    await expect(other.getByLabel("Visibility")).toHaveValue(value);
  }
});
