/** Levels, shares and money: worked values of the handbook kind, and properties over many books. */
import { describe, expect, it } from "vitest";
import { seededRandom, upperTail } from "../units";
import { bookOfItem, chanceToLast, countsTell, FATES, machineHour, orderBy, sharesOf, spentOn, summed, type StockLine } from ".";

const line = (kind: StockLine["kind"], amount: number, more: Partial<StockLine> = {}): StockLine => ({
  id: `${kind}${amount}${more.at ?? 0}`,
  kind,
  amount,
  at: 0,
  itemId: "x",
  ...more,
});

describe("the book of a thing", () => {
  it("is a sum: what is struck out gives its material back by itself", () => {
    const lines = [line("took", 44, { at: 1 }), line("took", 6, { at: 2, outcome: "trial" })];
    expect(bookOfItem(700, lines)).toMatchObject({ level: 650, used: { good: 44, failed: 0, trial: 6 }, unexplained: 0 });
    expect(bookOfItem(700, lines.slice(1)).level).toBe(694);
    expect(bookOfItem(700, []).level).toBe(700);
  });

  it("goes by the last count, and says what that found missing; a count before what is said later stays right", () => {
    const counted = [line("took", 44, { at: 1 }), line("counted", 640, { at: 2 })];
    expect(bookOfItem(700, counted)).toMatchObject({ level: 640, unexplained: 16 });
    // Said later of the time before the count: the level was seen, what is unexplained is less.
    expect(bookOfItem(700, [...counted, line("took", 10, { at: 1.5 })])).toMatchObject({ level: 640, unexplained: 6 });
    expect(bookOfItem(700, [...counted, line("took", 10, { at: 3 })])).toMatchObject({ level: 630, unexplained: 16 });
  });

  it("keeps what was used beyond what was there as a correction: nothing holds less than nothing", () => {
    const over = [line("took", 30, { at: 1 }), line("bought", 50, { at: 2 })];
    expect(bookOfItem(20, over)).toMatchObject({ level: 50, overdrawn: 10, unexplained: -10 });
  });

  it("closes and does not depend on the order of lines, over 2,000 books", () => {
    const random = seededRandom(3);
    const kinds = ["bought", "took", "counted", "thrown", "corrected"] as const;
    for (let n = 0; n < 2000; n++) {
      const lines = Array.from({ length: 1 + Math.floor(random() * 12) }, (_, i) =>
        line(kinds[Math.floor(random() * kinds.length)], Math.round(random() * 1000) / 10, {
          id: `l${i}`,
          at: i,
          outcome: (["good", "failed", "trial"] as const)[Math.floor(random() * 3)],
        }),
      );
      const book = bookOfItem(50, lines);
      const { used, thrown, unexplained, level, came } = book;
      expect(used.good + used.failed + used.trial + thrown + unexplained + level).toBeCloseTo(came, 4);
      expect(level).toBeGreaterThanOrEqual(0);
      const shuffled = lines.map((l) => ({ l, r: random() })).sort((a, b) => a.r - b.r);
      expect(
        bookOfItem(
          50,
          shuffled.map((s) => s.l),
        ),
      ).toEqual(book);
    }
  });
});

describe("shares by largest remainder", () => {
  // Worked value: 10.00 over three.
  it("10.00 over three is 3.34, 3.33, 3.33", () => expect(sharesOf(1000, [1, 1, 1])).toEqual([334, 333, 333]));
  // Hamilton's apportionment, the textbook's example of the Alabama paradox: 10 seats and 11 over 6, 6, 2 [from memory].
  it("gives the seats of the textbook, with its paradox", () => {
    expect(sharesOf(10, [6, 6, 2])).toEqual([4, 4, 2]);
    expect(sharesOf(11, [6, 6, 2])).toEqual([5, 5, 1]);
  });
  it("adds up to the total and is never a whole unit from its exact share, over 10,000 splits", () => {
    const random = seededRandom(11);
    for (let n = 0; n < 10_000; n++) {
      const weights = Array.from({ length: 1 + Math.floor(random() * 30) }, () => (random() < 0.2 ? 0 : random() * 10 ** (random() * 8)));
      const total = Math.floor(random() * 1e7);
      const shares = sharesOf(total, weights);
      const sum = weights.reduce((a, b) => a + b, 0);
      if (sum === 0) expect(shares.every((s) => s === 0)).toBe(true);
      else {
        expect(shares.reduce((a, b) => a + b, 0)).toBe(total);
        shares.forEach((s, i) => expect(Math.abs(s - (total * weights[i]) / sum)).toBeLessThan(1 + 1e-6));
      }
    }
  });
});

describe("money", () => {
  const eur = (minor: number) => ({ minor, currency: "EUR" });
  it("goes where the material went, adds up to the receipts, and never mixes currencies", () => {
    const lines = [
      line("bought", 1000, { at: 1, price: eur(2000) }),
      line("bought", 500, { at: 2, price: { minor: 900, currency: "GBP" } }),
      line("took", 300, { at: 3, sceneId: "a" }),
      line("took", 150, { at: 4, sceneId: "b", outcome: "failed" }),
      line("thrown", 50, { at: 5 }),
      line("counted", 900, { at: 6 }),
    ];
    const spent = spentOn({ itemId: "x", opening: 0, openingPrice: null, lines });
    const by = (currency: string) =>
      Object.fromEntries(summed(spent, (s) => (s.currency === currency ? s.fate : null)).map((f) => [f.name, f.minor]));
    // Of 1,500 g: 300 good, 150 failed, 50 thrown away, 100 missing, 900 left.
    expect(by("EUR")).toEqual({ good: 400, failed: 200, thrown: 67, unexplained: 133, left: 1200 });
    expect(by("GBP")).toEqual({ good: 180, failed: 90, thrown: 30, unexplained: 60, left: 540 });
    expect(summed(spent, (s) => (s.currency === "EUR" ? (s.line?.sceneId ?? null) : null))).toEqual([
      { name: "a", minor: 400 },
      { name: "b", minor: 200 },
    ]);
  });
  it("closes to the cent over 2,000 books, whatever was counted", () => {
    const random = seededRandom(5);
    for (let n = 0; n < 2000; n++) {
      const lines = Array.from({ length: Math.floor(random() * 15) }, (_, i) => {
        const kind = (["bought", "took", "counted", "thrown"] as const)[Math.floor(random() * 4)];
        return line(kind, random() * 100, {
          id: `l${i}`,
          at: i,
          ...(kind === "bought" && random() < 0.8 ? { price: eur(Math.floor(random() * 5000)) } : {}),
        });
      });
      const paid = 500 + lines.reduce((sum, l) => sum + (l.price?.minor ?? 0), 0);
      const spent = spentOn({ itemId: "x", opening: 20, openingPrice: eur(500), lines });
      expect(spent.reduce((sum, s) => sum + s.minor, 0)).toBe(paid);
      for (const s of spent) expect(Object.keys(FATES)).toContain(s.fate);
    }
  });
  // Worked value: (280 − 40)/3000 + 0.15 × 0.30 + 18/600.
  it("an hour of a machine is 0.155", () =>
    expect(machineHour({ price: 280, residual: 40, lifeH: 3000, kW: 0.15, perKWh: 0.3, parts: [{ price: 18, lifeH: 600 }] })).toBeCloseTo(
      0.155,
      9,
    ));
});

describe("will the pot do", () => {
  // Tables of the standard normal distribution: Φ(1) 0.8413, Φ(1.96) 0.9750, Φ(−1.2816) 0.1.
  it("knows the table of the normal distribution", () => {
    for (const [z, p] of [
      [0, 0.5],
      [1, 0.841345],
      [1.96, 0.975002],
      [-1.2815516, 0.1],
      [3, 0.99865],
    ])
      expect(1 - upperTail(z)).toBeCloseTo(p, 6);
  });
  it("is even where there is just what is needed, and learns from the first coat", () => {
    expect(chanceToLast(10, [5, 5])).toBeCloseTo(0.5, 6);
    expect(chanceToLast(0, [1])).toBe(0);
    expect(chanceToLast(3, [])).toBe(1);
    const before = chanceToLast(14, [5, 5]);
    expect(before).toBeGreaterThan(0.75);
    // The first coat took half as much again: now it is rather not.
    expect(chanceToLast(14, [5, 5], [{ took: 7.5, estimate: 5 }])).toBeLessThan(0.55);
    expect(chanceToLast(14, [5, 5], [{ took: 5, estimate: 5 }])).toBeGreaterThan(before);
  });
  it("learns the same from counts in whatever order the lines came", () => {
    const lines = [
      line("took", 5, { at: 1 }),
      line("counted", 42, { at: 1 }),
      line("bought", 10, { at: 2 }),
      line("took", 4, { at: 3 }),
      line("counted", 47, { at: 4 }),
    ];
    const told = [
      { took: 8, estimate: 5 },
      { took: 5, estimate: 4 },
    ];
    expect(countsTell(50, lines)).toEqual(told);
    expect(countsTell(50, [...lines].reverse())).toEqual(told);
  });
  it("agrees with 40,000 coats that are drawn", () => {
    const random = seededRandom(9);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    for (const coats of [[6], [3, 3], [1, 2, 5]]) {
      let lasts = 0;
      for (let n = 0; n < 40_000; n++) {
        const shared = Math.exp(0.35 * normal());
        if (coats.reduce((sum, c) => sum + c * shared * Math.exp(0.15 * normal()), 0) <= 9) lasts++;
      }
      expect(chanceToLast(9, coats)).toBeCloseTo(lasts / 40_000, 1.5);
    }
  });
  it("orders so early that it is there, on a day on which the shop sends", () => {
    const saturday = new Date(2026, 11, 12, 18).getTime();
    expect(new Date(orderBy(saturday, 4)).getDate()).toBe(8);
    // Six days before is a Sunday: the shop sends on Friday.
    expect(new Date(orderBy(saturday, 6, [1, 2, 3, 4, 5])).getDate()).toBe(4);
  });
});
