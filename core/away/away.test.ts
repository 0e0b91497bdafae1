import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Step } from "../work";
import { mergeArrived, type Arrived, type StepRecord } from "../project";
import { tonight } from "../plan";
import { coat, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import {
  answerOf,
  clockShiftMs,
  endPieces,
  HandoverDesk,
  handOut,
  newAnswer,
  newList,
  packed,
  piecesInHand,
  readAnswer,
  readList,
  readingsOf,
  readyAt,
  type AwayGo,
  type AwayPiece,
  type Handed,
  type StandsHere,
} from "./index";

const piece = (n: number, more: Partial<AwayPiece> = {}): AwayPiece => ({
  n,
  name: `Crate ${n}`,
  handsS: 600,
  waitS: 1800,
  after: [],
  plate: [],
  ...more,
});
const go = (...pieces: AwayPiece[]): AwayGo => ({ title: "Base coat, brushed", care: [], learned: [], pieces });
const AT = THURSDAY;
const list = newList({ id: "list-1", at: AT, scene: "Scene", goes: [go(piece(1), piece(2)), go(piece(3, { after: [1] }))] });

describe("a list as text", () => {
  it("comes back as it went, from a file and from a code, whatever white space a message put into it", async () => {
    const code = await packed(list);
    for (const text of [JSON.stringify(list), ` ${JSON.stringify(list, null, 2)}\n`, code, code.replace(/(.{40})/g, "$1\r\n ")])
      expect(await readList(text)).toEqual({ ok: true, value: list });
  });
  it("a code with any sign changed, dropped or doubled is refused, and never read as something else", async () => {
    const code = await packed(list);
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 0, max: code.length - 1 }), fc.constantFrom("change", "drop", "double"), async (i, how) => {
        const sign = code[i] === "A" ? "B" : "A";
        const text = code.slice(0, i) + (how === "change" ? sign : how === "double" ? code[i] + code[i] : "") + code.slice(i + 1);
        const got = await readList(text);
        // What the sum does not notice must be what was sent.
        if (got.ok) expect(got.value).toEqual(list);
        else expect(got.problem.message).toMatch(/missing|not a list|longer/);
      }),
      { numRuns: 300 },
    );
  });
  it("says what something is that is not what is wanted", async () => {
    const answer = answerOf(list, AT, [], [], AT);
    const said = async (text: string) => {
      const got = await readList(text);
      return got.ok ? "" : got.problem.message;
    };
    expect(await said(JSON.stringify(answer))).toBe("This is not a list of the evening, but an answer to a list.");
    expect(await said("shopping: glue")).toMatch(/neither a file nor a code/);
    expect(await said(JSON.stringify({ ...list, version: 2 }))).toMatch(/newer version/);
    expect(await said(JSON.stringify({ ...list, goes: [{ ...list.goes[0], pieces: [] }] }))).toMatch(/cannot be used/);
    expect(await said("[]")).toMatch(/not a list/);
    expect(await said("null")).toMatch(/not a list/);
    expect(await said("IH1.")).toMatch(/missing/);
    expect((await readAnswer(JSON.stringify({ ...answer, steps: [{ n: 1 }] }))).ok).toBe(false);
  });
});

describe("the list where it is carried", () => {
  it("what dries is ready when it has dried, and what waits for something undone has no time", () => {
    const third = list.goes[1].pieces[0];
    expect(readyAt(third, list, [])).toBeNull();
    const said = endPieces([], [piece(1)], { from: AT, until: AT + 600_000 });
    expect(readyAt(third, list, said)).toBe(AT + 600_000 + 1_800_000);
    expect(readyAt(piece(9, { notBefore: AT + 5 }), list, [])).toBe(AT + 5);
    const failed = endPieces([], [piece(1)], { from: AT, until: AT + 600_000 }, () => ({ result: "failed" }));
    expect(readyAt(third, list, failed)).toBeNull();
  });
  it("a go begins with the pieces that are ready", () => {
    const both = go(piece(4, { after: [1] }), piece(5));
    const all = { ...list, goes: [...list.goes, both] };
    expect(piecesInHand(both, all, [], AT).map((p) => p.n)).toEqual([5]);
    expect(piecesInHand(list.goes[1], all, [], AT).map((p) => p.n)).toEqual([3]);
  });
  it("a piece that failed is out of the go that is in hand, and finishing the others does not make it good", () => {
    const two = list.goes[0];
    const failed = endPieces([], [two.pieces[0]], { from: AT, until: AT + 60_000 }, () => ({ result: "failed" }));
    expect(piecesInHand(two, list, failed, AT).map((p) => p.n)).toEqual([2]);
    const all = endPieces(failed, piecesInHand(two, list, failed, AT), { from: AT, until: AT + 120_000 });
    expect(all.map((s) => s.result)).toEqual(["failed", "good"]);
    expect(piecesInHand(two, list, all, AT)).toEqual([]);
    // Begun again it is there again.
    expect(piecesInHand(two, list, all, AT + 200_000).map((p) => p.n)).toEqual([1]);
  });
  it("shares of the time add up to it, in whatever parts a go is ended", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 0, max: 20_000 }),
        (hands, tookS) => {
          const pieces = hands.map((handsS, i) => piece(i + 1, { handsS }));
          const said = endPieces([], pieces, { from: AT, until: AT + tookS * 1000 });
          const sum = said.reduce((n, s) => n + s.tookS!, 0);
          expect(Math.abs(sum - tookS)).toBeLessThanOrEqual(pieces.length / 2);
          const [first, ...rest] = pieces;
          const half = endPieces([], [first], { from: AT, until: AT + tookS * 500 });
          const whole = endPieces(half, rest, { from: AT, until: AT + tookS * 1000 });
          if (rest.length > 0) expect(Math.abs(whole.reduce((n, s) => n + s.tookS!, 0) - tookS)).toBeLessThanOrEqual(pieces.length / 2 + 1);
        },
      ),
    );
  });
  it("a clock that was set back says no time, and no end before its beginning", () => {
    expect(endPieces([], [piece(1)], { from: AT, until: AT - 5 })).toMatchObject([{ from: AT, until: AT, tookS: null }]);
  });
});

const arrived = (more: Partial<Arrived> = {}): Arrived => ({
  at: AT + 100,
  result: "good",
  good: 0,
  failed: 0,
  wentWrong: "",
  finishedAt: AT,
  photos: [],
  ...more,
});

describe("what comes again", () => {
  const came = (r: StepRecord, a: Arrived): StepRecord => ({ ...r, ...mergeArrived(r, a).change });
  const fresh = (): StepRecord => came(record("brick", "brick/a/x", { finishedAt: AT, result: "good" }), arrived({ saidS: 600 }));
  it("the same twice changes nothing", () => {
    const once = fresh();
    expect(mergeArrived(once, once.arrived!)).toEqual({ change: {}, kept: [] });
    expect(came(came(once, arrived({ saidS: 600 })), arrived({ saidS: 600 }))).toEqual(once);
  });
  it("an older one that comes late changes nothing", () => {
    const newer = came(fresh(), arrived({ at: AT + 200, wentWrong: "a drip", saidS: 700 }));
    expect(newer).toMatchObject({ wentWrong: "a drip", saidS: 700 });
    expect(came(newer, arrived({ at: AT + 150, wentWrong: "" }))).toEqual(newer);
  });
  it("a field that was changed here stays, and the others follow the phone", () => {
    const here = { ...fresh(), saidS: 900 };
    const { change, kept } = mergeArrived(here, arrived({ at: AT + 200, saidS: 700, note: "thin it" }));
    expect(change).toMatchObject({ note: "thin it" });
    expect("saidS" in change).toBe(false);
    expect(kept).toEqual(["the time taken"]);
    // What agrees is no quarrel.
    expect(mergeArrived(here, arrived({ at: AT + 200, saidS: 900 })).kept).toEqual([]);
  });
  it("a picture that was taken down here does not come back; a new one does", () => {
    const [a, b] = ["a".repeat(64), "b".repeat(64)];
    const once = came(fresh(), arrived({ at: AT + 150, photos: [a] }));
    expect(once.photos).toEqual([a]);
    expect(came({ ...once, photos: [] }, arrived({ at: AT + 200, photos: [a, b] })).photos).toEqual([b]);
  });
  it("in any order and any number of times, the last that was said holds where nothing was changed here", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([1, 2, 3, 4, 5], { minLength: 1 }), fc.array(fc.integer({ min: 0, max: 4 })), (turns, repeats) => {
        const sent = turns.map((t) => arrived({ at: AT + t, wentWrong: `said ${t}` }));
        const all = [...sent, ...repeats.map((i) => sent[i % sent.length])];
        const born = record("brick", "brick/a/x", { finishedAt: AT, result: "good", wentWrong: sent[0].wentWrong });
        const end = all.reduce(came, born);
        expect(end.wentWrong).toBe(`said ${Math.max(...turns)}`);
      }),
    );
  });
});

describe("an answer against what stands here", () => {
  const counts: Pick<Step, "clears" | "onPlate" | "counts"> = { clears: 0, onPlate: 0, counts: 0 };
  const start = (n: number, title: string) => ({
    recordId: `list-1-${n}`,
    partId: "brick",
    stepKey: `brick/i/${n}`,
    title,
    time: "hands" as const,
    plannedS: 600,
    waitS: 0,
    rests: {},
    takes: [],
  });
  const handed: Handed = {
    id: "list-1",
    at: AT,
    steps: [
      { n: 1, sceneId: "s", name: "Brick", key: "brick/i/1", start: start(1, "Primer"), counts, plate: [] },
      {
        n: 2,
        sceneId: "s",
        name: "Bricks",
        key: "plate/p/clear",
        start: start(2, "Clear"),
        counts: { clears: 6, onPlate: 6, counts: 6 },
        plate: [
          { partId: "brick", pieces: 4 },
          { partId: "tile", pieces: 2 },
        ],
      },
    ],
  };
  const nothing: StandsHere = { record: undefined, other: null, gone: false };
  const step = (n: number, more = {}) => ({
    n,
    from: AT + 60_000,
    until: AT + 660_000,
    tookS: 600,
    result: "good" as const,
    failed: [],
    wentWrong: "",
    note: "",
    ...more,
  });
  const answer = (...steps: ReturnType<typeof step>[]) =>
    newAnswer({ list: "list-1", openedAt: AT + 1000, at: AT + 700_000, steps, pictures: [] });
  const read = (a: ReturnType<typeof answer>, here: StandsHere = nothing) => readingsOf(handed, a, () => here, AT + 800_000);
  it("a plate is counted part by part, and more failed pieces than there are count as all", () => {
    const [one] = read(answer(step(2, { failed: [1, 7] })));
    expect(one).toMatchObject({ state: "new", taken: { arrived: { result: "partly", good: 3, failed: 3 } } });
    expect(one.taken!.arrived.came).toEqual([
      { partId: "brick", good: 3, failed: 1 },
      { partId: "tile", good: 0, failed: 2 },
    ]);
    expect(read(answer(step(2, { result: "failed" })))[0].taken!.arrived).toMatchObject({ result: "failed", good: 0, failed: 6 });
  });
  it("what was done, begun or deleted here meanwhile stays out and says so", () => {
    const words = (here: Partial<StandsHere>) => read(answer(step(1)), { ...nothing, ...here })[0];
    expect(words({ other: "done" })).toMatchObject({ state: "stays out", taken: null });
    expect(words({ other: "in hand" }).words).toMatch(/in hand here/);
    expect(words({ gone: true }).words).toMatch(/deleted/);
  });
  it("numbers that are not on the list are passed over", () => {
    expect(read(answer(step(9)))).toEqual([]);
  });
  it("a clock that goes wrong is set right as far as it can be known", () => {
    const hour = 3_600_000;
    // Opened before it was made: the clock is behind. Sent after it came: it is ahead. Otherwise it is believed.
    expect(clockShiftMs(AT, { openedAt: AT - hour, at: AT }, AT + 2 * hour)).toBe(hour);
    expect(clockShiftMs(AT, { openedAt: AT + hour, at: AT + 3 * hour }, AT + 2 * hour)).toBe(-hour);
    expect(clockShiftMs(AT, { openedAt: AT, at: AT + hour }, AT + 2 * hour)).toBe(0);
    const late = { ...answer(step(1)), openedAt: AT - hour };
    expect(read(late)[0].taken).toMatchObject({ startedAt: AT + 60_000 + hour, arrived: { finishedAt: AT + 660_000 + hour } });
  });
});

describe("the desk between two browsers", () => {
  const desk = () => {
    let n = 1;
    return new HandoverDesk((under) => (n = (n * 48271) % 2147483647) % under);
  };
  it("hands a list to whoever has the code, however it is written, and each answer once", () => {
    const d = desk();
    const code = d.open("a list", 0);
    if (!code.ok) throw new Error();
    const typed = ` ${code.value.slice(0, 4).toLowerCase()}-${code.value.slice(4)} `;
    expect(d.list(typed, 1)).toEqual({ ok: true, value: "a list" });
    expect(d.answer(code.value, 0, 2)).toEqual({ ok: true, value: null });
    d.put(code.value, "first", 3);
    d.put(code.value, "second", 4);
    expect(d.answer(code.value, 0, 5)).toEqual({ ok: true, value: { turn: 2, answer: "second" } });
    expect(d.answer(code.value, 2, 6)).toEqual({ ok: true, value: null });
  });
  it("forgets after a day, and makes guessing slow", () => {
    const d = desk();
    const code = d.open("a list", 0);
    if (!code.ok) throw new Error();
    for (let i = 0; i < 30; i++) expect(d.list("WRONGONE", 10)).toMatchObject({ problem: { code: "handover.none" } });
    expect(d.list(code.value, 11)).toMatchObject({ problem: { code: "handover.wait" } });
    expect(d.list(code.value, 70_000)).toMatchObject({ ok: true });
    expect(d.list(code.value, 70_000 + 24 * 3_600_000 + 1)).toMatchObject({ problem: { code: "handover.none" } });
  });
  it("never holds more than so much, and lets the oldest go", () => {
    const d = desk();
    const codes = Array.from({ length: 25 }, (_, i) => d.open(`list ${i}`, i)).map((c) => (c.ok ? c.value : ""));
    expect(new Set(codes).size).toBe(25);
    expect(d.list(codes[0], 30).ok).toBe(false);
    expect(d.list(codes[24], 30).ok).toBe(true);
    expect(d.put(codes[24], "x".repeat(130_000_000), 31)).toMatchObject({ problem: { code: "handover.full" } });
  });
});

describe("the list made from the plan", () => {
  const project = projectOf([
    sizePart("brick", { kind: "scratch", sizeMm: [40, 30, 20], material: "wood" }, [coat("base", "stone"), coat("wash", "stone")]),
  ]);
  it("has what hands can do this evening, in an order that works, and what is needed when it comes back", () => {
    const model = tonight(project, THURSDAY, 240);
    const made = handOut(model, THURSDAY + 6 * 3_600_000, project, [], "l")!;
    const pieces = made.list.goes.flatMap((g) => g.pieces);
    expect(pieces.map((p) => p.n)).toEqual(pieces.map((_, i) => i + 1));
    for (const p of pieces) for (const n of p.after) expect(n).toBeLessThan(p.n);
    expect(made.handed.steps.map((s) => s.start.recordId)).toEqual(pieces.map((p) => `l-${p.n}`));
    expect(made.handed.steps.every((s) => s.start.time === "hands")).toBe(true);
  });
  it("can be read on the other device, however long names are", async () => {
    const whole = tonight(project, THURSDAY, 240);
    const slots = whole.schedule.slots.map((s) => ({ ...s, step: { ...s.step, partName: "Brick ".repeat(60) } }));
    const renamed = { ...whole, schedule: { ...whole.schedule, slots } };
    for (const model of [whole, renamed]) {
      const { list } = handOut(model, THURSDAY + 6 * 3_600_000, project, [], "l")!;
      expect(await readList(JSON.stringify(list))).toEqual({ ok: true, value: list });
      expect(await readList(await packed(list))).toEqual({ ok: true, value: list });
    }
  });
});
