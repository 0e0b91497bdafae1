/** What leaving things out buys: against every order of every set, and what may be left out at all. */
import { describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, projectOf } from "../../tests/sampleProject";
import { planStep } from "../../tests/planStep";
import { seededRandom } from "../units";
import { finishChance, type ChanceOf } from "./chance";
import { eveningsFrom } from "./evenings";
import { cutsForDate, leavable, type ShownCuts } from "./leaveOut";
import { cutsOf, type Shop } from "./search";
import { stepStates } from "./status";
import { stepsOfProject, type Step } from "./steps";

const HOUR = 3600;
const DAY_MS = 86_400_000;
const ZONE = "Europe/Berlin";
const NOW = Date.parse("2026-06-01T12:00:00Z");
const EVENINGS = eveningsFrom(
  NOW,
  Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "19:00", to: "21:00" })),
  ZONE,
  60,
);

function told(steps: Step[], readyBy: string | null): ShownCuts | null {
  const of: ChanceOf = {
    steps,
    states: stepStates(steps, [], NOW),
    evenings: EVENINGS,
    now: NOW,
    person: { eveningsOfTen: 10, hoursTake: 1 },
    ...(readyBy !== null && { date: { at: Date.parse(`${readyBy}T21:59:00Z`), timeZone: ZONE } }),
  };
  const going = cutsForDate(of, finishChance(of));
  for (;;) {
    const step = going.next();
    if (step.done) return step.value;
  }
}

describe("ready too late", () => {
  // Two hours an evening: base, wash, then the rust, which takes no evening of its own.
  const accent = { leave: { words: "Wash", together: true as const } };
  const steps = [
    planStep("base", 1.9 * HOUR, 12 * HOUR),
    planStep("wash", 1.8 * HOUR, 12 * HOUR, ["base"], accent),
    planStep("rust", 0.1 * HOUR, 0, ["wash"], { leave: { words: "Rust", together: true } }),
    planStep("varnish", 1.5 * HOUR, 0, ["rust"]),
  ];
  it("says what buys days, and what buys none", () => {
    const cuts = told(steps, "2026-06-02")!;
    expect(cuts.choices.map((c) => [c.drop.map((d) => d.words), c.days])).toEqual([[["Wash, on P"], 1]]);
    expect(cuts.choices[0].keeps).toBe(true);
    expect(cuts.none.map((d) => d.words)).toEqual(["Rust, on P"]);
    expect(cuts.lateDays).toBeGreaterThan(0);
  });
  it("says nothing where the date is likely, or there is none", () => {
    expect(told(steps, "2026-07-20")).toBeNull();
    expect(told(steps, null)).toBeNull();
  });
  it("says so where nothing may be left out", () => {
    expect(told([steps[0], { ...steps[3], after: ["base"] }, planStep("more", 1.9 * HOUR, 0, ["base"])], "2026-06-01")).toMatchObject({
      choices: [],
      none: [],
      untried: 0,
    });
  });
});

describe("cuts against every order of every set", () => {
  /** The least finish of a shop of one pair of hands, by trying all orders; nothing of the search. */
  function least(shop: Shop): number {
    const { steps, calendars, now } = shop;
    const windows = calendars[0]!;
    let best = Infinity;
    const place = (end: readonly number[], free: number, left: readonly number[]): void => {
      if (left.length === 0) best = Math.min(best, Math.max(now, ...steps.map((s, i) => (Number.isNaN(end[i]) ? 0 : end[i] + s.lagMs))));
      for (const i of left) {
        if (steps[i].after.some((a) => left.includes(a))) continue;
        const from = Math.max(free, ...steps[i].after.map((a) => end[a] + steps[a].lagMs));
        const w = windows.find((x) => Math.max(x.from, from) + steps[i].durMs <= x.to);
        if (!w) continue;
        const done = Math.max(w.from, from) + steps[i].durMs;
        place(
          end.map((e, k) => (k === i ? done : e)),
          done,
          left.filter((k) => k !== i),
        );
      }
    };
    place(
      steps.map(() => NaN),
      now,
      steps.map((_, i) => i),
    );
    return best;
  }
  it("no cut is told that buys no day, and none that does is missed, in 60 scenes", () => {
    const random = seededRandom(7);
    for (let n = 0; n < 60; n++) {
      const count = 4 + Math.floor(random() * 2);
      const shop: Shop = {
        now: 0,
        calendars: [Array.from({ length: 30 }, (_, d) => ({ from: d * DAY_MS, to: d * DAY_MS + 2 * 3_600_000 }))],
        steps: Array.from({ length: count }, (_, i) => ({
          durMs: (0.2 + random() * 1.7) * 3_600_000,
          lagMs: random() < 0.4 ? 20 * 3_600_000 : 0,
          resource: 0,
          after: i > 0 && random() < 0.7 ? [i - 1] : [],
        })),
      };
      const optional = [[1], [2, count - 1]];
      const dayOf = (ms: number): number => Math.floor(ms / DAY_MS);
      const finishOf = (drop: readonly number[]): number => {
        const kept = shop.steps.map((_, i) => i).filter((i) => !drop.includes(i));
        const bridged = (i: number): number[] => shop.steps[i].after.flatMap((a) => (drop.includes(a) ? bridged(a) : [kept.indexOf(a)]));
        return least({ ...shop, steps: kept.map((i) => ({ ...shop.steps[i], after: bridged(i) })) });
      };
      const [whole, a, b, both] = [[], optional[0], optional[1], optional.flat()].map((d) => dayOf(finishOf(d)));
      const wanted = [...(a < whole ? ["0"] : []), ...(b < whole ? ["1"] : []), ...(both < Math.min(a, b, whole) ? ["0,1"] : [])].sort();
      expect(
        cutsOf(shop, optional, null, { looks: 200 })
          .map((c) => c.drop.join())
          .sort(),
        `scene ${n}`,
      ).toEqual(wanted);
    }
  });
});

describe("what may be left out", () => {
  it("are accents and the hiding of lines, not what covers; coats of one go together, and nothing that is half done", async () => {
    const bare = await meshPart("m", "Wall", block(), [coat("base", "brown"), coat("dry", "brown", "dry brush")]);
    const steps = stepsOfProject(projectOf([hiding(bare, "fill-and-sand"), { ...bare, id: "n", name: "Gate" }]));
    const words = leavable(steps, () => true).map((l) => l.words);
    expect(words).toHaveLength(2);
    expect(words).toContain("Hiding the lines, on Wall");
    expect(words.find((w) => w.includes("dry-brushed, on "))).toMatch(/Wall and Gate|Gate and Wall/);
    const first = steps.find((s) => s.itemId === "h")!;
    const wallDry = steps.find((s) => s.partId === "m" && s.itemId === "dry")!;
    expect(leavable(steps, (key) => key !== wallDry.key).map((l) => l.words)).toContainEqual(
      expect.stringMatching(/dry-brushed, on Gate$/),
    );
    for (const { keys } of leavable(steps, () => true)) for (const key of keys) expect(steps.filter((s) => s.key === key)).toHaveLength(1);
    expect(leavable(steps, (key) => key !== first.key).map((l) => l.words)).toEqual(words.filter((w) => !w.startsWith("Hiding")));
  });
});
