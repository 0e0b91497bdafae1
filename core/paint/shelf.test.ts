/** The rack: how pots stand, what their names say, and caps in rows. Groups and words: common practice, no source. */
import { describe, expect, it } from "vitest";
import {
  capColours,
  capSpots,
  differenceOf,
  fillOf,
  namedPot,
  namedPots,
  onShelves,
  shakeOf,
  shelfOf,
  SHELVES,
  type Pixels,
} from "./index";

const paint = (name: string, hex: string, family: Parameters<typeof shelfOf>[0]["family"] = "water acrylic") => ({ name, hex, family });

describe("the shelf", () => {
  it.each([
    ["#1e1e20", "greys, black and white"],
    ["#ecebe6", "greys, black and white"],
    ["#6a4c33", "earths"],
    ["#bfa878", "earths"],
    ["#9b2f2c", "reds"],
    ["#d07a2c", "oranges and yellows"],
    ["#e3c52b", "oranges and yellows"],
    ["#55693b", "greens"],
    ["#355f8f", "blues"],
    ["#5f4371", "violets"],
  ] as const)("%s stands with the %s", (hex, shelf) => expect(shelfOf(paint("x", hex))).toBe(shelf));
  it("kinds come before colours, and every colour has one place", () => {
    expect(shelfOf(paint("x", "#9b2f2c", "water wash"))).toBe("washes and inks");
    expect(shelfOf(paint("x", "#ecebe6", "solvent varnish"))).toBe("varnishes and effects");
    for (let h = 0; h < 4096; h += 7) {
      const hex = `#${[h & 15, (h >> 4) & 15, h >> 8].map((v) => (v * 17).toString(16).padStart(2, "0")).join("")}`;
      expect(SHELVES).toContain(shelfOf(paint("x", hex)));
    }
  });
  it("each group goes from dark to light, in whatever order the rack comes; no pot is lost", () => {
    const rack = ["#222222", "#dddddd", "#777777", "#9b2f2c", "#5a1f1c", "#d05a50"].map((hex, i) => paint(`p${i}`, hex));
    const stood = onShelves(rack);
    expect(onShelves([...rack].reverse())).toEqual(stood);
    expect(stood.map((g) => g.pots.map((p) => p.hex))).toEqual([
      ["#222222", "#777777", "#dddddd"],
      ["#5a1f1c", "#9b2f2c", "#d05a50"],
    ]);
  });
  it("how full: by its size, by the next usual size where nobody said it, never more than full", () => {
    expect(fillOf({ stockMl: 10, wholeMl: 20 }, 5)).toEqual({ now: 0.5, then: 0.25, guessed: false });
    expect(fillOf({ stockMl: 18 }, 0)).toMatchObject({ now: 0.9, guessed: true });
    expect(fillOf({ stockMl: 30, wholeMl: 20 }, 0).now).toBe(1);
    expect(fillOf({ stockMl: 2, wholeMl: 20 }, 9).then).toBe(0);
    expect(fillOf({ stockMl: 0 }, 0)).toMatchObject({ now: 0, then: 0 });
    expect(fillOf({ stockMl: 200, can: { cm2: 1, fullG: null, emptyG: null } }, 0).now).toBe(0.5);
  });
  it("what settles is shaken", () => {
    expect(shakeOf({ family: "water wash", sheen: "matt" })).toContain("Shake");
    expect(shakeOf({ family: "water varnish", sheen: "matt" })).toContain("matt");
    expect(shakeOf({ family: "water varnish", sheen: "gloss" })).toBeNull();
    expect(shakeOf({ family: "water acrylic", sheen: "matt" })).toBeNull();
  });
});

describe("names, one a line", () => {
  it.each([
    ["Lime white, 17 ml", { name: "Lime white", family: "water acrylic", stockMl: 17 }],
    ["Lime white 17,5ml", { name: "Lime white", stockMl: 17.5 }],
    ["  3. Red-brown wash", { name: "Red-brown wash", family: "water wash" }],
    ["Grey primer can, 400 ml", { family: "solvent primer", can: true, stockMl: 400 }],
    ["Grey primer", { family: "water primer", can: false }],
    ["Matt varnish spray", { family: "solvent varnish", can: true }],
    ["Gloss varnish", { family: "water varnish", sheen: "gloss" }],
    ["Tide green spirit ink", { family: "alcohol ink" }],
    ["White ink (1 fl oz)", { family: "acrylic ink", stockMl: 29.6 }],
    ["Umber oil", { family: "oil paint" }],
    ["Boat blue enamel", { family: "enamel" }],
    ["Mirror tin", { family: "mirror metal" }],
    ["Rust pigment", { family: "pigment" }],
    ["2 cl Tar", { name: "Tar", stockMl: 20 }],
  ] as const)("%s", (line, found) => expect(namedPot(line)).toMatchObject(found));
  it("numbers that belong to a name stay with it, so that two pots stay two", () => {
    expect(namedPots("70.9 Black\n71.0 Black\n3) Tar\n- Lime\n12 Green").map((p) => p.name)).toEqual([
      "70.9 Black",
      "71.0 Black",
      "Tar",
      "Lime",
      "12 Green",
    ]);
  });
  it("nothing is guessed of what has no word: it is paint, grey, and says that it was guessed", () => {
    expect(namedPot("Zephyr 77")).toMatchObject({
      family: "water acrylic",
      hex: "#808080",
      guessed: { family: true, hex: true },
      stockMl: null,
    });
    expect(namedPot("   ")).toBeNull();
    expect(namedPot("- , ;")).toBeNull();
  });
  it("empty lines are left out, a name twice is one pot, order stays; also with the line ends of other machines", () => {
    expect(namedPots("Tar\r\n\r\nLime white\r\ntar\r\n").map((p) => p.name)).toEqual(["Tar", "Lime white"]);
  });
});

describe("caps in rows", () => {
  // Six rows of seven caps under one light, the sheet in the corner.
  const [perRow, rows, cell] = [7, 6, 20];
  const hexes = Array.from(
    { length: perRow * rows },
    (_, i) => `#${[(i * 37) % 200, (i * 61) % 200, (i * 97) % 200].map((v) => (v + 30).toString(16).padStart(2, "0")).join("")}`,
  );
  const pixels = ((): Pixels => {
    const [width, height] = [perRow * cell, (rows + 1) * cell];
    const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
    const linear = (v: number): number => (v <= 10 ? v / 3294.6 : ((v / 255 + 0.055) / 1.055) ** 2.4);
    const byte = (v: number): number => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
    for (let i = 0; i < width * height; i++) {
      const [row, col] = [Math.floor(i / width / cell) - 1, Math.floor((i % width) / cell)];
      const hex = row < 0 ? "#ededed" : hexes[row * perRow + col];
      // Three quarters of the light, a little blue.
      [0.75, 0.76, 0.8].forEach((lamp, k) => (rgba[i * 4 + k] = byte(lamp * linear(parseInt(hex.slice(1 + 2 * k, 3 + 2 * k), 16)))));
    }
    return { rgba, width, height };
  })();
  const middle = (row: number, col: number) => ({ x: (col + 0.5) * cell, y: (row + 1.5) * cell });
  const at = { first: middle(0, 0), rowEnd: middle(0, perRow - 1), last: middle(rows - 1, perRow - 1), perRow, rows };
  it("forty-two caps get their own colours, in the order of the rows", () => {
    const read = capColours(pixels, { x: 10, y: 10 }, at, 3);
    expect(read).toHaveLength(42);
    // "#ededed" reflects 0.85.
    read.forEach((r, i) => expect(r.ok && differenceOf(r.value.hex, hexes[i]), `cap ${i}`).toBeLessThan(3));
  });
  it("rows at an angle, one row and one cap", () => {
    const turned = capSpots({ first: { x: 0, y: 0 }, rowEnd: { x: 60, y: 20 }, last: { x: 40, y: 80 }, perRow: 3, rows: 2 });
    expect(turned[4]).toEqual({ x: 10, y: 70 });
    expect(capSpots({ ...at, rows: 1 })).toHaveLength(perRow);
    expect(capSpots({ ...at, rows: 1, perRow: 1 })).toEqual([at.first]);
  });
});
