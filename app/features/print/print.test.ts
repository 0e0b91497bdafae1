import { beforeAll, describe, expect, it } from "vitest";
import { printOptions, type Part } from "~core/project";
import { block, meshPart, projectOf } from "../../../tests/sampleProject";
import { copyJob } from "~core/look";
import { decide } from "~app/shared/PrinterBars";

describe("the sentence that decides", () => {
  let part: Part;
  beforeAll(async () => {
    part = await meshPart("brick", "Brick", block());
  });
  it("names the best printer and what it saves", () => {
    const options = printOptions(part, projectOf([part]).scene);
    expect(decide(options)).toMatch(new RegExp(`^${options[0].printer.name}, one piece: `));
    expect(copyJob(options[0])).toMatch(/^1 plate, \d+ min hands-on$/);
  });
  it("prefers one piece over cutting", () => {
    const cut = { ...part, prints: part.prints.map((f) => (f.printerId === "large-filament" ? f : { ...f, fits: false, pieces: 2 })) };
    const options = printOptions(cut, projectOf([cut]).scene);
    expect(options[0].printer.id).toBe("large-filament");
    expect(decide(options)).toBe("Large filament, one piece: the only one that needs no cutting.");
    expect(copyJob(options[1])).toMatch(/^2 pieces/);
  });
  it("says nothing without facts", () => expect(decide([])).toBe(""));
});
