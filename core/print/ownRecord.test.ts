import { describe, expect, it } from "vitest";
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
  it("eight in ten of what a machine does fall into what it learned", () => {
    // Ratios of a machine whose logarithm is normal with mean 0.1 and spread 0.12, by equal shares of probability.
    const share = (i: number, n: number): number => {
      const p = (i + 0.5) / n;
      return Math.sqrt(2) * erfInverse(2 * p - 1);
    };
    const ratios = Array.from({ length: 200 }, (_, i) => Math.exp(0.1 + 0.12 * share(i, 200)));
    const got = ownRange(model, ratios);
    const held = ratios.filter((r) => r >= got.low && r <= got.high).length / ratios.length;
    expect(held).toBeGreaterThan(0.75);
    expect(held).toBeLessThan(0.86);
  });
});

/** Winitzki's approximation of the inverse error function, good to 0.002. */
function erfInverse(x: number): number {
  const a = 0.147,
    l = Math.log(1 - x * x),
    b = 2 / (Math.PI * a) + l / 2;
  return Math.sign(x) * Math.sqrt(Math.sqrt(b * b - l / a) - b);
}
