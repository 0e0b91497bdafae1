/** An evening in a line: every entry by itself, what cannot be read with its place. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readEvening, slipOf, slipSheet, type OnShelf, type SlipGo } from ".";

const go = (letter: string, title: string, n: number): SlipGo => ({
  letter,
  title,
  pieces: Array.from({ length: n }, (_, i) => ({ key: `${letter}${i + 1}`, name: `Crate ${i + 1}` })),
});
const SLIP = [go("a", "Grey primer, brushed", 9), go("b", "Dry fit", 1)];
const SHELF: OnShelf[] = [
  { id: "primer", name: "Harbour grey primer", unit: "ml", level: 200, whole: 250 },
  { id: "can", name: "Filler primer, can", unit: "ml", level: 300, whole: 400 },
  { id: "tar", name: "Tar wash", unit: "ml", level: 30, whole: null },
];
const read = (text: string) => readEvening(text, SLIP, SHELF);

describe("an evening in a line", () => {
  it("is read entry by entry, and says what it will do", () => {
    const { readings, faults } = read("a1-7 38m, a8 again, b 25, grey primer low, !thin the second coat, it runs");
    expect(faults).toEqual([]);
    expect(readings.map((r) => r.words)).toEqual([
      "Grey primer, brushed, Crate 1, Crate 2 and 5 more: done, 38 min, shared out",
      "Grey primer, brushed, Crate 8: to be done again, no time said",
      "Dry fit, Crate 1: done, 25 min",
      "Harbour grey primer: low, taken as 25 ml left",
      "Lesson for Dry fit: thin the second coat, it runs",
    ]);
    expect(readings[0]).toMatchObject({ kind: "done", keys: ["a1", "a2", "a3", "a4", "a5", "a6", "a7"], tookS: 38 * 60 });
    expect(readings[3]).toMatchObject({ itemId: "primer", level: 25 });
  });
  it("takes a go as a whole as what is left of it, clocks, several pieces, and lines as well as commas", () => {
    expect(read("a1+3-4 0:40; a 1h20\nb").readings).toMatchObject([
      { keys: ["a1", "a3", "a4"], tookS: 2400 },
      { keys: ["a2", "a5", "a6", "a7", "a8", "a9"], tookS: 4800 },
      { keys: ["b1"], tookS: null },
    ]);
    expect(read("a1,3 20").readings).toMatchObject([{ keys: ["a1", "a3"] }]);
    expect(read("tar empty, tar wash 12,5 ml").readings).toMatchObject([{ level: 0 }, { level: 12.5 }]);
  });
  it("refuses with the place what it cannot read, and reads the rest", () => {
    for (const [text, place, word] of [
      ["b 25, x 3", 7, "no letter “x”"],
      ["a12", 1, "9 pieces"],
      ["a1, a1-2 20", 5, "said twice"],
      ["a7-3", 1, "no number of a piece"],
      ["b soon", 1, "not a time"],
      ["primer low", 1, "may be Harbour grey primer, Filler primer, can"],
      ["glue low", 1, "nothing on the shelf"],
      ["tar 12 g", 1, "counted in ml"],
      ["went well", 1, "neither a letter"],
      ["b, !", 4, "write the lesson"],
      ["a, a", 4, "said already"],
    ] as const) {
      const { faults } = read(text);
      expect(faults, text).toHaveLength(1);
      expect(faults[0].message, text).toContain(word);
      expect(faults[0].message, text).toMatch(new RegExp(`^Place ${place}:`));
      expect(text.slice(faults[0].from, faults[0].to).trim().length, text).toBeGreaterThan(0);
    }
    expect(read("b 25, x 3, tar low").readings).toHaveLength(2);
    expect(read("").readings).toEqual([]);
  });
  it("never crashes, never says a piece twice, and every entry is a reading or a fault, whatever is typed", () => {
    const token = fc.oneof(
      fc.constantFrom("a", "b", "a1-3", "a2", "b 25", "a again", "tar low", "!x", "x9", "", " 38m", "a1+"),
      fc.string({ maxLength: 8 }),
    );
    fc.assert(
      fc.property(fc.array(token, { maxLength: 8 }), (parts) => {
        const text = parts.join(", ");
        const { readings, faults } = read(text);
        const keys = readings.flatMap((r) => ("keys" in r ? r.keys : []));
        expect(new Set(keys).size).toBe(keys.length);
        for (const f of faults) expect(f.from >= 0 && f.to <= text.length && f.to > f.from).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
  it("the slip has the same letters on paper, and keeps within its sheet", () => {
    const slip = slipOf(
      Array.from({ length: 30 }, (_, i) => ({ title: `Go ${i}`, keys: Array.from({ length: 40 }, (_, k) => `${i}/${k}`) })),
      (key) => `Piece ${key}`,
    );
    expect(slip.map((g) => g.letter).join("")).not.toMatch(/[iloI]/);
    const sheet = slipSheet(slip, { title: "Slip", date: "today", paper: "A4" });
    for (const l of sheet.labels) expect(l.x >= 0 && l.y >= 0 && l.y <= sheet.heightMm).toBe(true);
    expect(slipOf([{ title: "x", keys: ["gone"] }], () => undefined)[0].pieces[0].name).toBe("a deleted piece");
  });
});
