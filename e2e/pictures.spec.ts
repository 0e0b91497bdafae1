/** Pictures far larger than any page: measured first, made smaller off the page, stopped when somebody says so, refused in a sentence. */
import { crc32, deflateSync } from "node:zlib";
import { expect, openLeaf, openStation, test } from "./bench";

/**
 * A PNG of this size (PNG specification, third edition): stripes, so that there is something on it. In grey it is opened in no time; with
 * four channels, each row told by the Paeth filter from the one above, it takes any machine a while.
 */
function png(width: number, height: number, channels: 1 | 4 = 1): Buffer {
  const row = Buffer.alloc(width * channels + 1, 200);
  row[0] = 0;
  for (let x = 0; x < width; x += 40) row.fill(120, 1 + x * channels, 1 + Math.min(width, x + 20) * channels);
  const pixels = Buffer.alloc(row.length * height);
  for (let y = 0; y < height; y++) {
    if (y === 0 || channels === 1) row.copy(pixels, y * row.length);
    // The same as the row above: nothing but the number of the filter.
    else pixels[y * row.length] = 4;
  }
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
    const ends = Buffer.alloc(8);
    ends.writeUInt32BE(data.length, 0);
    ends.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, channels === 4 ? 6 : 0, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk("IHDR", head), chunk("IDAT", deflateSync(pixels, { level: 1 })), chunk("IEND", Buffer.alloc(0))]);
}
const file = (name: string, buffer: Buffer) => ({ name, mimeType: "image/png", buffer });

test("a photograph of a hundred megapixels in the line meter: progress, stop, and it is read after all; lines of pixels are refused", async ({
  bench,
}) => {
  await openStation(bench, "Surface");
  await openLeaf(bench, "Lamp and phone");
  const before = bench.getByRole("region", { name: "Before the coat" });
  const input = bench.locator("#lamp-before");
  const opening = bench.getByRole("group", { name: "Opening pictures" });

  await input.setInputFiles(file("line.png", png(100_000, 1)));
  await expect(bench.getByText(/The picture is 100,000 × 1 pixels, which is too small/)).toBeVisible();
  await input.setInputFiles(file("wall.png", png(100_000, 20)));
  await expect(bench.getByText(/The longer side can be at most 20,000/)).toBeVisible();
  await expect(before.getByRole("button", { name: "Choose a photo" })).toBeVisible();

  const large = file("large.png", png(11_600, 8_700, 4));
  // Pressed from within the page, the moment that it is there: how long each step takes is the machine's own affair.
  const stopped = bench.evaluate(
    (name) =>
      new Promise<string>((resolve) => {
        const watch = new MutationObserver(() => {
          const group = document.querySelector(`[role="group"][aria-label="${name}"]`);
          const stop = group?.querySelector("button");
          if (!group || !stop) return;
          watch.disconnect();
          const words = group.querySelector("span")?.textContent ?? "";
          stop.click();
          resolve(words);
        });
        watch.observe(document.body, { childList: true, subtree: true });
      }),
    "Opening pictures",
  );
  await input.setInputFiles(large);
  expect(await stopped).toMatch(/^large\.png: (opening 11,600 × 8,700 pixels|making it smaller|saving it)$/);
  await expect(opening).toBeHidden();
  await expect(before.getByRole("button", { name: "Choose a photo" })).toBeVisible();

  await input.setInputFiles(large);
  await expect(before.getByRole("button", { name: "Read the lines" })).toBeVisible();
  // Marks stand on the picture as it came, whatever is shown of it.
  await expect(before.locator("svg").first()).toHaveAttribute("viewBox", "0 0 11600 8700");
  await before.getByRole("button", { name: "Read the lines" }).click();
  await expect(before.getByTestId("verdict")).toBeVisible();
});

test("a photograph that is chosen while another is opened waits for it: neither is lost", async ({ bench }) => {
  await openStation(bench, "Surface");
  await openLeaf(bench, "Lamp and phone");
  await bench.locator("#lamp-after").waitFor({ state: "attached" });
  // Both in one task: no answer to the first can come between.
  await bench.evaluate((base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    for (const id of ["lamp-before", "lamp-after"]) {
      const input = document.getElementById(id) as HTMLInputElement;
      const chosen = new DataTransfer();
      chosen.items.add(new File([bytes], `${id}.png`, { type: "image/png" }));
      input.files = chosen.files;
      input.dispatchEvent(new Event("change", { bubbles: true }));
    }
  }, png(1200, 900).toString("base64"));
  for (const name of ["Before the coat", "After the coat"])
    await expect(bench.getByRole("region", { name }).getByRole("button", { name: "Read the lines" })).toBeVisible();
});

test("a drawing far too large for the board is refused by its figures, and the one beside it is kept", async ({ bench }) => {
  await openStation(bench, "Scale");
  await openLeaf(bench, "References");
  await bench.locator("#picture-file").setInputFiles([file("map.png", png(20_001, 40)), file("front.png", png(400, 300))]);
  await expect(bench.getByText(/map\.png: The picture is 20,001 × 40 pixels/)).toBeVisible();
  await expect(bench.getByText(/1 picture added/)).toBeVisible();
});
