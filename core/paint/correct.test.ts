import { describe, expect, it } from "vitest";
import {
  absorptionOfSwatch,
  correctionOf,
  differenceOf,
  labOf,
  ladderOf,
  lighterBy,
  mixedColour,
  type Dropped,
  type MixPaint,
} from "./index";

const paint = (name: string, hex: string, dropMl = 0.05): MixPaint => ({ name, hex, dropMl });
const WHITE = paint("white", "#ebe8dc"),
  TAR = paint("tar", "#25201d"),
  SAND = paint("sand", "#bda273"),
  BLUE = paint("blue", "#4d5a63"),
  GREEN = paint("green", "#5c6b3c");
const SHELF = [WHITE, TAR, SAND, BLUE, GREEN];
const of = (...dropped: Dropped[]): string =>
  mixedColour(dropped.map((d) => ({ absorption: absorptionOfSwatch(d.paint.hex), volume: d.drops * d.paint.dropMl })));
const byName = (name: string): MixPaint => SHELF.find((p) => p.name === name)!;

describe("a pot that came out otherwise", () => {
  const pot: Dropped[] = [
    { paint: WHITE, drops: 6 },
    { paint: SAND, drops: 3 },
  ];
  it("is left alone where its dab is what was wanted", () => {
    expect(correctionOf(pot, SHELF, "#c9b999", "#c9b999")).toEqual({ add: [], left: 0 });
    expect(correctionOf([{ paint: WHITE, drops: 0 }], SHELF, "#c9b999", "#000000")).toBeNull();
  });
  // What is really in the pot is another thing than what was counted: somebody slipped.
  const after = (slip: Dropped): { before: number; mended: number } => {
    const wanted = of(...pot);
    const seen = of(...pot, slip);
    const { add } = correctionOf(pot, SHELF, seen, wanted)!;
    const more = add.map((a) => ({ paint: byName(a.paint), drops: a.drops }));
    return { before: differenceOf(seen, wanted), mended: differenceOf(of(...pot, slip, ...more), wanted) };
  };
  it.each([1, 3])("with %i drops too much of what belongs in it, adding mends it", (drops) => {
    const { before, mended } = after({ paint: SAND, drops });
    expect(before).toBeGreaterThan(1);
    expect(mended).toBeLessThan(0.5);
  });
  it.each<[string, MixPaint, number]>([
    ["tar", TAR, 0.1],
    ["tar", TAR, 0.4],
    ["green", GREEN, 0.3],
    ["green", GREEN, 1],
    ["blue", BLUE, 0.5],
  ])("with %s in it, which nothing takes out, adding makes it nearer and never worse", (_, paint, drops) => {
    const { before, mended } = after({ paint, drops });
    expect(mended).toBeLessThan(before * 0.9);
  });
  it("asks the same of a ratio and of a hundred times the drops, but finer; and in whatever order the rack is listed", () => {
    const seen = of(...pot, { paint: TAR, drops: 0.4 });
    const wanted = of(...pot);
    const few = correctionOf(pot, SHELF, seen, wanted)!;
    const many = correctionOf(
      pot.map((p) => ({ ...p, drops: p.drops * 100 })),
      SHELF,
      seen,
      wanted,
    )!;
    const most = ({ add }: typeof few): { paint: string; drops: number } => add.reduce((a, b) => (b.drops > a.drops ? b : a));
    expect(most(many).paint).toBe(most(few).paint);
    expect(most(many).drops / 100 / most(few).drops).toBeGreaterThan(0.75);
    expect(most(many).drops / 100 / most(few).drops).toBeLessThan(1.33);
    expect(Math.abs(many.left - few.left)).toBeLessThan(0.5);
    expect(correctionOf(pot, [...SHELF].reverse(), seen, wanted)).toEqual(few);
  });
});

describe("lighter tones of a pot", () => {
  const pot: Dropped[] = [{ paint: SAND, drops: 4 }];
  it("take as many drops as are needed, and not one more", () => {
    for (const byL of [3, 6, 10]) {
      const { drops, result } = lighterBy(pot, WHITE, byL)!;
      const from = labOf(of(...pot)).l;
      expect(result).toBe(of(...pot, { paint: WHITE, drops }));
      expect(labOf(result).l).toBeGreaterThanOrEqual(from + byL);
      expect(labOf(of(...pot, { paint: WHITE, drops: drops - 1 })).l).toBeLessThan(from + byL);
    }
  });
  it("say so where it would take too much, or the paint is no lighter", () => {
    expect(lighterBy(pot, WHITE, 40)).toBeNull();
    expect(lighterBy(pot, TAR, 5)).toBeNull();
    expect(lighterBy([], WHITE, 5)).toBeNull();
  });
});

describe("the let-down ladder", () => {
  const base: Dropped[] = [
    { paint: SAND, drops: 4 },
    { paint: TAR, drops: 1 },
  ];
  it("each glass is poured from the one before, lighter by what was asked and not much more", () => {
    const rungs = ladderOf(base, WHITE, [8, 8]);
    expect(rungs).toHaveLength(2);
    let was = of(...base);
    for (const rung of rungs) {
      const by = labOf(rung.result).l - labOf(was).l;
      expect(by).toBeGreaterThanOrEqual(8);
      expect(by).toBeLessThan(12);
      was = rung.result;
    }
  });
  it("poured by hand it is the same colour: six of the glass before and the white", () => {
    const [first, second] = ladderOf(base, WHITE, [8, 8]);
    // A drop of the glass before is a drop of what is in it.
    const drop = (mix: Dropped[], n: number): Dropped[] => {
      const all = mix.reduce((sum, p) => sum + p.drops, 0);
      return mix.map((p) => ({ ...p, drops: (p.drops * n) / all }));
    };
    const light = [...drop(base, first.of), { paint: WHITE, drops: first.white }];
    expect(differenceOf(of(...light), first.result)).toBeLessThan(0.2);
    const edges = [...drop(light, second.of), { paint: WHITE, drops: second.white }];
    expect(differenceOf(of(...edges), second.result)).toBeLessThan(0.2);
  });
  it("the same pot in other drops has the same ladder, and an empty one none", () => {
    const tenfold = base.map((p) => ({ ...p, drops: p.drops * 10 }));
    expect(ladderOf(tenfold, WHITE, [8, 8]).map((r) => [r.of, r.white])).toEqual(ladderOf(base, WHITE, [8, 8]).map((r) => [r.of, r.white]));
    expect(ladderOf([{ paint: SAND, drops: 0 }], WHITE, [8])).toEqual([]);
    // Nothing gets lighter than white with white.
    expect(ladderOf([{ paint: WHITE, drops: 5 }], WHITE, [8])).toEqual([]);
  });
});
