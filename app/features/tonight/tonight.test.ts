import { beforeAll, describe, expect, it } from "vitest";
import { tonight } from "~core/plan";
import type { Part } from "~core/project";
import { block, coat, HOUR, meshPart, print, projectOf, record, THURSDAY } from "../../../tests/sampleProject";
import { waitingAt } from "~core/look";
import { parseEvening } from "~app/shared/Evenings";
import { lanesOf } from "./Lanes";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print(), coat("p", "primer"), coat("w", "wash", "wash"), coat("v", "can", "spray")]);
});

const lanes = (project: ReturnType<typeof projectOf>, now = THURSDAY) =>
  lanesOf(tonight(project, now, 60), project, now - 3 * HOUR, now + 11 * HOUR);

describe("lanes", () => {
  it("there is one for each machine, one for what sets, one for the person", () => {
    expect(lanes(projectOf([brick])).map((l) => l.name)).toEqual(["Large filament", "Small filament", "Resin", "Setting", "You"]);
  });
  it("a print that is planned is told from one that runs", () => {
    const planned = lanes(projectOf([brick]))[0].bars;
    expect(planned[0]).toMatchObject({ kind: "planned machine", title: "Brick" });
    const running = lanes(
      projectOf([brick], [record("brick", "brick/print/start0", { time: "machine", startedAt: THURSDAY - HOUR, plannedS: 7200 })]),
    )[0].bars;
    expect(running[0]).toMatchObject({ kind: "machine", from: THURSDAY - HOUR, to: THURSDAY + HOUR });
  });
  it("what sets is shown until it may be touched, and things that set together lie in rows", () => {
    const other = { ...brick, id: "other", name: "Other" };
    const wet = (id: string, minutes: number) => [
      record(id, `${id}/print/start0`, { time: "machine", startedAt: 1, finishedAt: 2 }),
      record(id, `${id}/print/clear0`, { startedAt: 3, finishedAt: 4, result: "good", good: 1 }),
      record(id, `${id}/p/0`, { startedAt: THURSDAY - HOUR, finishedAt: THURSDAY - minutes * 60000, waitS: 5000, result: "good" }),
    ];
    const all = lanes(projectOf([brick, other], [...wet("brick", 30), ...wet("other", 20)]));
    const setting = all.filter((l) => l.bars.some((b) => b.kind === "setting"));
    expect(setting.length).toBe(2);
    expect(setting[0].bars[0].to).toBe(THURSDAY - 30 * 60000 + 5000 * 1000);
  });
  it("the person's time never overlaps itself", () => {
    const you = lanes(projectOf([brick, { ...brick, id: "b2", name: "B2" }]))
      .at(-1)!
      .bars.sort((a, b) => a.from - b.from);
    for (let i = 1; i < you.length; i++) expect(you[i].from).toBeGreaterThanOrEqual(you[i - 1].to);
  });
  it("sentences, clocks and lanes agree", () => {
    const project = projectOf(
      [brick],
      [record("brick", "brick/print/start0", { time: "machine", startedAt: THURSDAY - HOUR, plannedS: 7200 })],
    );
    const model = tonight(project, THURSDAY, 60);
    const bar = lanes(project)[0].bars[0];
    expect(model.clocks[0]).toMatchObject({ kind: "running", from: bar.from, until: bar.to });
    expect(model.offers.some((o) => o.step.printerId === "large-filament")).toBe(false);
    expect(waitingAt(project, model).print).toBe("1 running");
  });
});

describe("what waits at each station", () => {
  it("counts pieces, clashes and things to do in words", () => {
    const project = projectOf([{ ...brick, copies: 3 }]);
    const words = waitingAt(project, tonight(project, THURSDAY, 60));
    expect(words).toMatchObject({ scale: "1:56", parts: "0 of 3", paint: "1 clash", tonight: "1 to do", assemble: "", log: "" });
  });
  it("says nothing of an empty scene", () => {
    const project = projectOf([]);
    expect(Object.values(waitingAt(project, tonight(project, THURSDAY, 60))).filter((w) => w && w !== "1:56")).toEqual([]);
  });
});

describe("evenings as people type them", () => {
  it.each([
    ["19 to 22", { from: "19:00", to: "22:00" }],
    ["19:30–22:15", { from: "19:30", to: "22:15" }],
    ["9-12", { from: "09:00", to: "12:00" }],
    ["20 until 24", { from: "20:00", to: "00:00" }],
    ["none", null],
    ["", null],
  ])("reads %j", (text, value) => expect(parseEvening(text)).toEqual({ ok: true, value }));
  it.each(["evening", "25 to 26", "19 to 19", "19:70 to 22"])("asks again about %j", (text) => expect(parseEvening(text).ok).toBe(false));
});
