/** Keys faster than the page follows: nothing that was pressed or typed is lost. */
import { expect, openLeaf, openStation, test } from "./bench";

test("ten presses move ten millimetres, four turn by sixty degrees", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Plates");
  await bench.getByRole("button", { name: /^Plate 1 of Small filament/ }).click();
  const plate = bench.getByRole("region", { name: "Plate of Small filament" });
  await bench.keyboard.press("c");
  const place = plate.locator("label:has(input:checked)").locator("span");
  const read = async (): Promise<[x: number, y: number, deg: number]> => {
    const [, x, y, deg] = /(-?[\d.]+), (-?[\d.]+) mm(?:, (\d+)°)?/.exec((await place.textContent())!)!;
    return [Number(x), Number(y), Number(deg ?? 0)];
  };
  const [x, y, deg] = await read();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowRight");
  for (let i = 0; i < 3; i++) await bench.keyboard.press("ArrowUp");
  for (let i = 0; i < 4; i++) await bench.keyboard.press("r");
  await expect.poll(read).toEqual([Math.round((x + 10) * 10) / 10, Math.round((y + 3) * 10) / 10, (deg + 60) % 360]);
});

test("temperature and humidity typed right after each other both hold", async ({ bench }) => {
  await openStation(bench, "Workshop");
  await bench.getByLabel("Room, °C").fill("17");
  await bench.keyboard.press("Tab");
  await bench.getByLabel("Humidity, %").fill("63");
  await bench.keyboard.press("Tab");
  // Both edits have said that they are stored.
  await expect(bench.locator("[data-sonner-toast]", { hasText: "Habits" })).toHaveCount(2);
  await bench.reload();
  await expect(bench.getByLabel("Room, °C")).toHaveValue("17");
  await expect(bench.getByLabel("Humidity, %")).toHaveValue("63");
});
