import { beforeAll, describe, expect, it } from "vitest";
import { printOptions, type Part } from "~core/project";
import { block, meshPart, projectOf } from "../../../tests/sampleProject";
import { copyJob } from "~core/look";
import { decide, parseTypedEstimate } from "~app/shared/PrinterBars";

describe("the user's own estimate", () => {
  it.each([
    ["mine says 17 h, 210 g", 61200, 210],
    ["17 h, 210 g", 61200, 210],
    ["17 h; 0.2 kg", 61200, 200],
    ["2 h 30", 9000, 0],
    ["90 min", 5400, 0],
  ])("reads %j", (text, timeS, massG) => expect(parseTypedEstimate(text)).toMatchObject({ ok: true, value: { timeS, massG } }));
  it("is taken away by emptying the field", () => expect(parseTypedEstimate("  ")).toEqual({ ok: true, value: null }));
  it.each(["long", "0 h", "2 h, heavy", "-3 h"])("asks again about %j", (text) => expect(parseTypedEstimate(text).ok).toBe(false));
});

describe("the sentence that decides", () => {
  let part: Part;
  beforeAll(async () => {
    part = await meshPart("brick", "Brick", block());
  });
  it("names the best printer and what it saves", () => {
    const options = printOptions(part, projectOf([part]).scene);
    expect(decide(options)).toMatch(new RegExp(`^${options[0].printer.name}, one piece: `));
    expect(copyJob(options[0])).toMatch(/^1 plate, \d+ min yours$/);
  });
  it("prefers one piece over cutting", () => {
    const cut = { ...part, prints: part.prints.map((f) => (f.printerId === "large-filament" ? f : { ...f, fits: false, pieces: 2 })) };
    const options = printOptions(cut, projectOf([cut]).scene);
    expect(options[0].printer.id).toBe("large-filament");
    expect(decide(options)).toBe("Large filament, one piece: the others would have to cut it.");
    expect(copyJob(options[1])).toMatch(/^2 pieces/);
  });
  it("says nothing without facts", () => expect(decide([])).toBe(""));
});
