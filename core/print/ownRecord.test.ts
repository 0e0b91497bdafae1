import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { ownRange } from "./index";

const model = { low: 0.75, high: 1.25 };
const width = ({ low, high }: { low: number; high: number }): number => Math.log(high / low);

describe("the range of hours by one's own prints", () => {
  it("is the model's until there is one", () => expect(ownRange(model, [])).toEqual({ value: 1, ...model, prints: 0 }));
  it("three prints narrow it a little, thirty a lot", () => {
    const exact = (n: number): number =>
      width(
        ownRange(
          model,
          Array.from({ length: n }, () => 1),
        ),
      );
    expect(exact(3)).toBeLessThan(width(model));
    expect(exact(3)).toBeGreaterThan(width(model) * 0.7);
    expect(exact(30)).toBeLessThan(width(model) * 0.5);
  });
  it("a machine that always takes a fifth longer is believed in the end", () => {
    const many = ownRange(
      model,
      Array.from({ length: 60 }, () => 1.2),
    );
    expect(many.low).toBeLessThan(1.2);
    expect(many.high).toBeGreaterThan(1.2);
    expect(many.low).toBeGreaterThan(1);
  });
  it("prints that scatter more than the model says widen it", () =>
    expect(
      width(
        ownRange(
          model,
          Array.from({ length: 20 }, (_, i) => (i % 2 ? 0.5 : 2)),
        ),
      ),
    ).toBeGreaterThan(width(model)));
  it.each([
    ["as it always did", 0],
    ["a hundredth slower with every print", 0.01],
    ["a hundredth quicker with every print", -0.01],
    ["half slower from one day on", "jump"],
  ] as const)("eight in ten of what comes next fall into what it learned, on a machine that goes %s", (_, drift) => {
    // Simulated machines: the logarithm of the ratio scatters by 0.08 around a level; each next print is held against the range before it.
    const random = seededRandom(7);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let held = 0,
      all = 0;
    for (let machine = 0; machine < 60; machine++) {
      const ratios: number[] = [];
      for (let i = 0; i < 60; i++) {
        const level = drift === "jump" ? (i < 20 ? 0 : 0.4) : 0.1 + drift * i;
        const next = Math.exp(level + 0.08 * normal());
        const { low, high } = ownRange(model, ratios);
        if (i >= 10) {
          all++;
          if (next >= low && next <= high) held++;
        }
        ratios.push(next);
      }
    }
    expect(held / all).toBeGreaterThan(0.75);
    expect(held / all).toBeLessThan(0.95);
  });
  it("what was long ago weighs less than what was last", () => {
    const then = Array.from({ length: 15 }, () => 1.5),
      now = Array.from({ length: 15 }, () => 0.9);
    expect(ownRange(model, [...then, ...now]).value).toBeLessThan(1);
    expect(ownRange(model, [...now, ...then]).value).toBeGreaterThan(1.3);
  });
});
