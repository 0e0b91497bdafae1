import { describe, expect, it } from "vitest";
import { parseTypedEstimate } from "./typedEstimate";

describe("the user's own estimate", () => {
  it.each([
    ["mine says 17 h, 210 g", 61200, 210],
    ["17 h, 210 g", 61200, 210],
    ["17 h; 0.2 kg", 61200, 200],
    ["2 h 30", 9000, 0],
    ["90 min", 5400, 0],
  ])("reads %j", (text, timeS, massG) => expect(parseTypedEstimate(text)).toMatchObject({ ok: true, value: { timeS, massG } }));
  it.each([
    ["17 h 20, 210 g, 3.40", 62400, 210, 340],
    ["17:20; 210 g; 3.40", 62400, 210, 340],
    ["2 h, 30 g, EUR 0.90", 7200, 30, 90],
    ["2 h, 0.90 €", 7200, 0, 90],
  ])("reads %j", (text, timeS, massG, costMinor) =>
    expect(parseTypedEstimate(text)).toMatchObject({ ok: true, value: { timeS, massG, costMinor } }),
  );
  it.each(["2 h, 30 g, 3 USD", "2 h, 30 g, dear", "2 h, 3 EUR, 30 g", "2 h, 1 g, 2, 3"])("asks again about %j", (text) =>
    expect(parseTypedEstimate(text).ok).toBe(false),
  );
  it("is taken away by emptying the field", () => expect(parseTypedEstimate("  ")).toEqual({ ok: true, value: null }));
  it.each(["long", "0 h", "2 h, heavy", "-3 h"])("asks again about %j", (text) => expect(parseTypedEstimate(text).ok).toBe(false));
});
