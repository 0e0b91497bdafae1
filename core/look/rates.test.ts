import { describe, expect, it } from "vitest";
import { inOwnCurrency, rateOf, withRate } from "./rates";

const AT = Date.UTC(2026, 10, 1);
const usd = { from: "USD", to: "EUR", rate: 0.92, at: AT };
const sums = [
  { currency: "EUR", total: 1050 },
  { currency: "GBP", total: 300 },
  { currency: "USD", total: 999 },
];

describe("rates that somebody typed", () => {
  it("are used for their own two currencies, one way only, and what has none is named and not counted", () => {
    // 10.50 and 9.99 × 0.92 = 9.1908.
    expect(inOwnCurrency(sums, { currency: "EUR", rates: [usd] })).toMatchObject({ minor: 1050 + 919, missing: ["GBP"] });
    expect(inOwnCurrency(sums, { currency: "USD", rates: [usd] })).toMatchObject({ minor: 999, missing: ["EUR", "GBP"] });
    expect(inOwnCurrency(sums.slice(0, 1), { currency: "EUR" })).toBeNull();
    expect(inOwnCurrency([], { currency: "EUR" })).toBeNull();
  });
  it("one takes the place of the one before and keeps its day; none takes it away", () => {
    const rates = withRate([usd], { from: "GBP", to: "EUR", rate: 1.15, at: AT + 1 });
    expect(rateOf("GBP", { currency: "EUR", rates })).toMatchObject({ rate: 1.15, at: AT + 1 });
    expect(withRate(rates, { ...usd, rate: 0.95 })).toHaveLength(2);
    expect(withRate(rates, { ...usd, rate: null })).toEqual([rates[1]]);
    expect(rateOf("USD", { currency: "CHF", rates })).toBeUndefined();
  });
});
