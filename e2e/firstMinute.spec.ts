import { expect, moundStl, openStation, shedStl, test, upload } from "./bench";

test("opens on the demo with a verdict in sight, and the length field answers at once", async ({ bench }) => {
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  await expect(bench.getByTestId("notes")).toContainText("6.61 m tall in real life");
  await expect(bench.getByTestId("notes")).toContainText("too long by 46 mm");
  await expect(bench.getByTestId("length-answer")).toHaveText("35.7 mm");
  await bench.keyboard.press("/");
  await bench.keyboard.type("6' 2\"");
  await expect(bench.getByTestId("length-answer")).toHaveText("33.5 mm");
});

test("a dropped mesh, one question, five sentences", async ({ bench }) => {
  await upload(bench, "grass-mound.stl", moundStl());
  await expect(bench.getByRole("heading", { name: "Grass mound", level: 1 })).toBeVisible();
  await bench.getByRole("button", { name: "Another figure, a ratio, a railway scale" }).click();
  await bench.getByLabel("A figure's height, a ratio, or a railway scale").fill("1:50");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Who stands beside it?")).toBeHidden();
  const notes = bench.getByTestId("notes");
  // 22 mm × 50 = 1.1 m; a door leaf of 1.98 m is 39.6 mm at 1:50.
  await expect(notes).toContainText("1.1 m tall in real life");
  await expect(notes).toContainText("lower than a door, which is 39.6 mm at this scale");
  await expect(notes).toContainText(/(filament|Resin), as it stands/);
  await expect(notes).toContainText(/\d+ (h|min).* on (filament|resin), \d+ min hands-on/);
  // 0.2 mm ÷ tan 20° = 0.55 mm, 1.9 minutes of arc at a metre.
  await expect(notes).toContainText("Lines every 0.55 mm on the round top");
  await expect(notes).toContainText("First tonight: plan this part");
});

test("a size from a shop page gives the same answers", async ({ bench }) => {
  await bench.keyboard.press("n");
  await bench.getByLabel("Size: width × depth × height").fill("192 × 148 km");
  await bench.getByRole("button", { name: "Add part" }).click();
  await expect(bench.getByRole("alert")).toContainText("three lengths");
  await bench.getByLabel("Size: width × depth × height").fill("1 × 1 × 2 km");
  await bench.getByRole("button", { name: "Add part" }).click();
  await expect(bench.getByRole("alert")).toContainText("Which unit was meant");
  await bench.getByLabel("Size: width × depth × height").fill("192 × 148 × 118 mm");
  await bench.getByRole("dialog").getByLabel("Name").fill("<b>Shop</b> mill");
  await bench.getByRole("button", { name: "Add part" }).click();
  await expect(bench.getByRole("heading", { name: "<b>Shop</b> mill", level: 1 })).toBeVisible();
  await bench.getByRole("button", { name: "A 28 mm figure" }).click();
  await expect(bench.getByTestId("notes")).toContainText("6.61 m tall in real life");
  await expect(bench.getByText(/too long by \d+ mm/)).toBeVisible();
});

test("an OBJ is read as well as an STL, and is kept", async ({ bench }) => {
  const v = [0, 1].flatMap((z) =>
    [
      [0, 0],
      [60, 0],
      [60, 90],
      [0, 90],
    ].map(([x, y]) => `v ${x} ${y} ${z * 52}`),
  );
  const obj = `o shed\n${v.join("\n")}\nf 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n`;
  await upload(bench, "boat_shed.obj", Buffer.from(obj));
  await expect(bench.getByRole("heading", { name: "Boat shed", level: 1 })).toBeVisible();
  await bench.getByRole("button", { name: "A 28 mm figure" }).click();
  await expect(bench.getByTestId("notes")).toContainText("2.91 m tall in real life");
  await bench.reload();
  await expect(bench.getByText("12 triangles, 1 body, watertight")).toBeVisible();
});

test("a file whose size cannot be asks for its unit, and takes the answer", async ({ bench }) => {
  // Millimetres times a thousand: the guess is mm, and a part of 90 m is none.
  await upload(bench, "microns.stl", shedStl(1000));
  const queue = bench.getByRole("region", { name: "Files being read" });
  await expect(queue).toContainText("Which unit was meant");
  await queue.getByRole("button", { name: "cm", exact: true }).click();
  await expect(queue).toContainText("Which unit was meant");
  await queue.getByRole("button", { name: "µm", exact: true }).click();
  await expect(bench.getByRole("heading", { name: "Microns", level: 1 })).toBeVisible();
  await expect(bench.getByLabel("Unit of the file")).toHaveValue("um");
  await expect(bench.getByText("60 mm × 90 mm × 50.9 mm")).toBeVisible();
});

test("bad files get a sentence, the others go on, and nothing is stored", async ({ bench }) => {
  const huge = shedStl();
  huge.writeUInt32LE(0xffffffff, 80);
  await bench.keyboard.press("n");
  await bench.locator("#mesh-file").setInputFiles([
    {
      name: "list.stl",
      mimeType: "model/stl",
      buffer: Buffer.from("eggs, flour and a long list of other things to buy for the weekend, all of it text and none of it a mesh"),
    },
    { name: "cut.stl", mimeType: "model/stl", buffer: huge },
    { name: "<img src=x>.stl", mimeType: "model/stl", buffer: Buffer.alloc(0) },
    { name: "good.stl", mimeType: "model/stl", buffer: shedStl() },
  ]);
  await expect(bench.getByRole("heading", { name: "Good", level: 1 })).toBeVisible();
  const queue = bench.getByRole("region", { name: "Files being read" });
  await expect(queue).toContainText("not a mesh that can be read");
  await expect(queue).toContainText("says it has 4,294,967,295 triangles");
  await expect(queue).toContainText("<img src=x>.stl");
  await expect(queue).toContainText("The file is empty");
  for (let i = 0; i < 3; i++) await queue.getByRole("button", { name: "Dismiss", exact: true }).first().click();
  await expect(queue).toBeHidden();
  await openStation(bench, "Parts");
  await expect(bench.getByRole("row")).toHaveCount(2);
});

test("two hundred small files: one quiet list that hides, and all of them are parts in a moment", async ({ bench }) => {
  await bench.keyboard.press("n");
  await bench
    .locator("#mesh-file")
    .setInputFiles(
      Array.from({ length: 200 }, (_, i) => ({ name: `piece ${i}.stl`, mimeType: "model/stl", buffer: shedStl(0.2 + i * 0.001) })),
    );
  const queue = bench.getByRole("region", { name: "Files being read" });
  await queue.getByRole("button", { name: "hide" }).click();
  await expect(queue.getByRole("listitem")).toHaveCount(0);
  await expect(queue).toBeHidden();
  await expect(bench.getByText(/Read: \d+ parts from \d+ files/)).toBeVisible();
  await openStation(bench, "Parts");
  await expect(bench.getByText("200 kinds, 200 pieces")).toBeVisible();
});

test("of many files the rest is cancelled, and what was read stays", async ({ bench }) => {
  const facet =
    "facet normal 0 0 1\nouter loop\nvertex 0.12345 0.5 0.25\nvertex 10.125 0.25 0.75\nvertex 0.5 10.75 0.125\nendloop\nendfacet\n";
  const slow = Buffer.from(`solid big\n${facet.repeat(40_000)}endsolid big\n`);
  await bench.keyboard.press("n");
  await bench
    .locator("#mesh-file")
    .setInputFiles([
      { name: "first.stl", mimeType: "model/stl", buffer: shedStl() },
      ...[1, 2, 3, 4, 5, 6].map((i) => ({ name: `slow ${i}.stl`, mimeType: "model/stl", buffer: slow })),
    ]);
  await expect(bench.getByRole("heading", { name: "First", level: 1 })).toBeVisible();
  const queue = bench.getByRole("region", { name: "Files being read" });
  await queue.getByRole("button", { name: "Cancel all" }).click();
  await expect(queue).toBeHidden();
  await openStation(bench, "Parts");
  await expect(bench.getByRole("row", { name: /First/ })).toBeVisible();
  await expect(bench.getByRole("row", { name: /Slow 6/ })).toHaveCount(0);
});
