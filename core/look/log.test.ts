/** The log as a drawing, what is found in it, how well figures were known, and the card after a pause. */
import { describe, expect, it } from "vitest";
import { projectOf, record, sizePart } from "../../tests/sampleProject";
import type { StepRecord } from "../project";
import { seededRandom } from "../units";
import { knewOf, laidThen, logIndex, resumeOf, stripOf } from ".";

const at = (day: number, hour: number): number => new Date(2026, 10, day, Math.floor(hour), (hour % 1) * 60).getTime();
const work = (id: string, partId: string, day: number, hour: number, hours: number, more: Partial<StepRecord> = {}): StepRecord =>
  record(partId, `${partId}/x/${id}`, { id, startedAt: at(day, hour), finishedAt: at(day, hour + hours), result: "good", ...more });
const PARTS = [
  { id: "mill", name: "Mill house" },
  { id: "crate", name: "Cargo crate" },
];

describe("the strip", () => {
  const records = [
    work("a", "mill", 2, 19, 1),
    work("b", "mill", 2, 21, 0.5, { waitS: 12 * 3600 }),
    work("c", "crate", 3, 20, 1, { result: "partly", wentWrong: "the hinge side was underexposed" }),
    work("d", "mill", 12, 19, 2),
  ];
  const strip = stripOf(records, PARTS, at(12, 22));
  it("has a place for each day of work in order, and folds those without", () => {
    expect(strip.days.map((d) => [new Date(d.at).getDate(), d.folded])).toEqual([
      [2, 0],
      [3, 0],
      [4, 8],
      [12, 0],
    ]);
    strip.days.slice(1).forEach((d, i) => expect(d.x).toBeCloseTo(strip.days[i].x + strip.days[i].width, 9));
    expect(strip.now).toBeLessThanOrEqual(strip.width);
  });
  it("has a lane for each part with work, marks in the order of time, setting behind them, red where it went wrong", () => {
    expect(strip.lanes.map((l) => [l.name, l.handsS / 3600, l.marks.map((m) => m.record.id)])).toEqual([
      ["Mill house", 3.5, ["a", "b", "d"]],
      ["Cargo crate", 1, ["c"]],
    ]);
    const [a, b] = strip.lanes[0].marks;
    expect(a.x1).toBeLessThanOrEqual(b.x0);
    expect([a.sets, b.sets! > b.x1]).toEqual([null, true]);
    expect(strip.lanes[1].marks[0].wrong).toBe(true);
  });
  it("says the same whatever the order of records, and never draws outside itself", () => {
    expect(stripOf([...records].reverse(), PARTS, at(12, 22))).toEqual(strip);
    const random = seededRandom(6);
    for (let n = 0; n < 50; n++) {
      const many = Array.from({ length: 30 }, (_, i) =>
        work(`r${i}`, PARTS[i % 2].id, 1 + Math.floor(random() * 60), random() * 23, random() * 30, {
          time: random() < 0.3 ? "machine" : "hands",
          waitS: random() < 0.5 ? random() * 2e5 : 0,
          ...(random() < 0.1 && { finishedAt: null, result: null }),
        }),
      );
      const drawn = stripOf(many, PARTS, at(62, 12));
      for (const m of drawn.lanes.flatMap((l) => l.marks)) {
        expect(m.x0).toBeGreaterThanOrEqual(0);
        expect(m.x1).toBeGreaterThan(m.x0);
        expect(Math.max(m.x1, m.sets ?? 0)).toBeLessThanOrEqual(drawn.width + 0.07);
      }
    }
    expect(stripOf([], PARTS, at(1, 1))).toMatchObject({ days: [], lanes: [] });
  });
  it("the core sample is as it was that day", () => {
    const coat = (id: string, day: number, paint: string, more: Partial<StepRecord> = {}) =>
      work(id, "mill", day, 19, 1, { rests: { kind: "coat", paint, paintId: "brown" }, ...more });
    const project = {
      ...projectOf([]),
      records: [coat("1", 2, "Primer"), coat("2", 4, "Brown"), coat("3", 3, "Spoiled", { result: "failed" }), coat("4", 9, "Varnish")],
    };
    const then = (day: number) => laidThen(project, "mill", String(at(day, 23))).map((l) => l.name);
    expect([then(1), then(3), then(5), then(9)]).toEqual([[], ["Primer"], ["Primer", "Brown"], ["Primer", "Brown", "Varnish"]]);
  });
});

describe("search over all that is kept", () => {
  const project = {
    ...projectOf([
      { ...sizePart("mill", { kind: "scratch", sizeMm: [1, 1, 1], material: "wood" }), name: "Mill house", notes: "roof comes off" },
    ]),
    records: [
      work("a", "mill", 2, 19, 1, { title: "Grey primer", wentWrong: "the hinge side was underexposed" }),
      work("b", "mill", 3, 19, 1, { title: "Brim", note: "shaken twice", rests: { kind: "print", care: "solvent-spray" } }),
    ],
    lessons: [{ id: "l", title: "Fill twice, a night apart", about: null, at: 5 }],
  };
  project.paints[1].mix = { parts: [{ paintId: "x", name: "Lime white", hex: "#ffffff", drops: 6 }], thinning: 0, at: 3, came: "darker" };
  const index = logIndex(project);
  const found = (words: string) => index.find(words).map((h) => `${h.kind} ${h.id}`);
  it("finds entries, mixes, lessons and notes, by the beginning of words and with a letter wrong", () => {
    expect(found("underexp")).toEqual(["entry a"]);
    expect(found("underxposed")).toEqual(["entry a"]);
    expect(found("lime")).toEqual(["mix brown"]);
    expect(found("fill night")).toEqual(["lesson l"]);
    expect(found("shaken")).toEqual(["entry b"]);
    // Nobody wrote the name of a caution.
    expect(found("solvent")).toEqual([]);
    expect(found("roof")).toEqual(["part mill"]);
    expect(found("mill").length).toBeGreaterThan(1);
    expect([found("zebra"), found("  ")]).toEqual([[], []]);
  });
});

describe("how well it knew", () => {
  it("is better as learned than by the tables for hands that are slower than those, and says where nothing is learned", () => {
    const random = seededRandom(14);
    const records = Array.from({ length: 60 }, (_, i) =>
      work(`r${i}`, "mill", 1 + (i % 28), 19, (0.25 + random() * 0.5) * 1.7, {
        plannedS: 0.5 * 3600,
        rests: { kind: "coat", method: "brush" },
      }),
    ).map((r) => ({ ...r, plannedS: (r.finishedAt! - r.startedAt) / 1000 / (1.7 * Math.exp(0.1 * (random() - 0.5))) }));
    const [hands, filament, , again, drying] = knewOf({ records });
    expect(hands.then!.factor).toBeGreaterThan(1.5);
    expect(hands.now!.factor).toBeLessThan(1.15);
    expect(hands.words).toMatch(/^×1\.\d by the tables, ±\d+ % as learned$/);
    expect(again.words).toMatch(/^(9\d|100) % at each doubling, brush$/);
    expect([filament.words, drying.words]).toEqual(["still the table’s", "still the table’s"]);
  });
});

describe("after a pause", () => {
  const model = { sessions: [], finish: null };
  const project = {
    ...projectOf([{ ...sizePart("mill", { kind: "scratch", sizeMm: [1, 1, 1], material: "wood" }), name: "Mill house" }]),
    records: [work("a", "mill", 2, 19, 1, { title: "Grey primer" })],
    supplies: [{ id: "bath", kind: "bath" as const, name: "First bath", what: "first", stock: 3, price: null, since: at(1, 0) }],
    lines: [{ id: "l", at: at(30, 1), kind: "took" as const, itemId: "brown", amount: 12, sceneId: "other" }],
    lessons: [{ id: "l", title: "Fill twice", about: null, at: at(20, 1) }],
  };
  it("says where it was left, what is first, what is old, used elsewhere and learned", () => {
    const card = resumeOf(project, model, at(2, 20) + 330 * 86_400_000)!;
    expect(card.days).toBeGreaterThanOrEqual(329);
    const text = card.lines.map((l) => `${l.label}: ${l.text}`).join("\n");
    expect(text).toContain("Left off: Mill house: Grey primer");
    expect(text).toContain("First bath");
    expect(text).toContain("12 ml Brown");
    expect(text).toContain("Fill twice");
    expect(text).toContain("First thing:");
  });
  it("is none the next evening, nor where nothing was done", () => {
    expect(resumeOf(project, model, at(3, 20))).toBeNull();
    expect(resumeOf({ ...project, records: [] }, model, at(30, 1))).toBeNull();
  });
});
