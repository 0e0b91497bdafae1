import { expect, test } from "./bench";

test("the main path works with the keyboard alone", async ({ bench }) => {
  // A file chooser cannot be typed into; a size can.
  await bench.keyboard.press("n");
  await expect(bench.getByRole("dialog", { name: "New part" })).toBeVisible();
  for (let i = 0; i < 12 && !(await bench.getByLabel("Size: width × depth × height").evaluate((e) => e === document.activeElement)); i++)
    await bench.keyboard.press("Tab");
  await bench.keyboard.type("60 x 90 x 52 mm");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("heading", { name: "Building", level: 1 })).toBeVisible();
  for (
    let i = 0;
    i < 30 && !(await bench.getByRole("button", { name: "A 28 mm figure" }).evaluate((e) => e === document.activeElement));
    i++
  )
    await bench.keyboard.press("Tab");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Who stands beside it?")).toBeHidden();
  await expect(bench.getByRole("button", { name: /Plan this part/ })).toBeEnabled();
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("dialog", { name: "When do you have time for this?" })).toBeVisible();
  await bench.keyboard.press("Escape");
  await expect(bench.getByRole("region", { name: "Order of work" }).getByRole("listitem")).not.toHaveCount(0);
  await bench.keyboard.press("t");
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  // What Enter starts is the first of the list, which stands once the print's hours are reckoned.
  await expect(
    bench
      .getByRole("region", { name: "What to do" })
      .getByRole("button", { name: /^Start: / })
      .first(),
  ).toHaveAccessibleName(/Building, Start the print/);
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("region", { name: "Leave alone" })).toContainText("Building");
  for (const [key, title] of [
    ["1", /1:56/],
    ["2", "Parts"],
    ["3", "Print"],
    ["4", /^Surface/],
    ["5", "Paint"],
    ["6", "Assemble"],
    ["7", /^Ground/],
    ["8", "Log"],
  ] as const) {
    await bench.keyboard.press(key);
    await expect(bench.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  }
  await bench.keyboard.press("?");
  await expect(bench.getByRole("dialog", { name: "Keys" })).toContainText("Undo the last change");
});
