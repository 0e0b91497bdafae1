import { beforeAll, describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, print, printRecord, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { newJoint, type Part, type Project } from "../project";
import { mixedPlan, type SchoolId } from "../surface";
import { coatHandTime } from "../work";
import { hidesIn } from "../stations/kinds";
import { checkedCoats, goesOn, sharesOf, stepsOfProject, stepsOfScenes, surroundingsOfPart, tonight, trackOf } from "./index";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [coat("p", "primer"), coat("b", "brown")]);
});
const parts = (n: number): Part[] => Array.from({ length: n }, (_, i) => ({ ...brick, id: `p${i}`, name: `Piece ${i}`, order: i }));
const other = (of: Part[], more: Partial<Project["scene"]> = {}): Project => {
  const p = projectOf(of, [], { id: "other", name: "Other creek", ...more });
  return p;
};

describe("a go at the bench", () => {
  it("is one stage through all pieces with one set-up: by hand, nine pieces of the same coat", () => {
    const { sessions } = tonight(projectOf(parts(9)), THURSDAY, 600);
    const [go] = sessions;
    expect([go.offers.length, go.pieces, go.title]).toEqual([9, 9, "Grey primer, brushed"]);
    const { setUpS, workS } = coatHandTime("brush", (brick.source.kind === "mesh" ? brick.source.outsideMm2 : 0) / 100, 1);
    expect(go.handsOnS).toBeCloseTo(setUpS + 9 * workS, 6);
  });
  it("is a kept step on many parts too, with its time as it was said for each", () => {
    const usual = { id: "u", kind: "own" as const, title: "My usual", handsOnS: 600, waitS: 0, family: null, procedureId: "kept" };
    const { sessions } = tonight(projectOf(parts(3).map((p) => ({ ...p, work: [usual] }))), THURSDAY, 600);
    expect(sessions.map((g) => [g.title, g.offers.length, g.handsOnS])).toEqual([["My usual", 3, 1800]]);
  });
  it("shares one setting up only among the same stages: sanding is not filling", () => {
    // On resin the steps are low enough for filler at once.
    const hide = (id: string, printerId: string): Part => ({ ...hiding({ ...brick, work: [print(printerId)] }, "fill-and-sand", 3), id });
    const first = (parts: Part[], id: string) => stepsOfProject(projectOf(parts)).find((s) => s.partId === id && s.itemId === "h")!;
    const rough = hide("rough", "large-filament"),
      fine = hide("fine", "resin");
    expect(first([rough, fine], "rough").title).toMatch(/^Sand/);
    expect(first([rough, fine], "fine").title).toMatch(/^Filler/);
    expect(first([rough, fine], "rough").handsOnS).toBe(first([rough], "rough").handsOnS);
  });
  it("takes several surfaces of one piece in the same rounds, as their plan as one says", () => {
    const one = hiding({ ...brick, work: [print("large-filament")] }, "fill-and-sand", 0);
    const two = hiding({ ...brick, work: [print("large-filament")] }, "fill-and-sand", 1);
    const [ofTwo] = two.surfaces;
    const [, hide] = two.work;
    const both: Part = {
      ...one,
      surfaces: [...one.surfaces, { ...ofTwo, id: "s2" }],
      work: [...one.work, { ...hide, id: "h2", surfaceId: "s2" } as Part["work"][number], coat("p", "primer")],
    };
    const project = projectOf([both]);
    const steps = stepsOfProject(project);
    const of = (id: string) => steps.filter((s) => s.itemId === id);
    expect(of("h").length).toBeGreaterThan(2);
    // Both begin when the print is off its plate; the primer waits for the last of each.
    expect(of("h2")[0].after).toEqual(of("h")[0].after);
    expect([...of("p")[0].after].sort()).toEqual([of("h").at(-1)!.key, of("h2").at(-1)!.key].sort());
    const at = surroundingsOfPart(both, project);
    const plans = hidesIn(both.work).map((item) => at.hidden!(item)!.plan);
    const hands = [...of("h"), ...of("h2")].reduce((sum, s) => sum + s.handsOnS, 0);
    expect(hands).toBeCloseTo(mixedPlan(plans).handsOnS, 6);
    // One go with one can out.
    const { sessions } = tonight(projectOf([{ ...both, goodBefore: both.copies }]), THURSDAY, 600);
    expect(sessions[0].offers.map((o) => o.step.itemId).sort()).toEqual(["h", "h2"]);
  });
  it("coats of two surfaces do not touch: each waits for what comes over it as if it were alone, and no check compares them", () => {
    const hidden = (number: number, school: SchoolId, id: string) => {
      const part = hiding({ ...brick, work: [] }, school, number);
      return { surface: { ...part.surfaces[0], id: `s${id}` }, item: { ...part.work[0], id, surfaceId: `s${id}` } as Part["work"][number] };
    };
    // Wet filler on one, sprayed filler primer on another: their coats fall between each other.
    const [one, two] = [hidden(0, "thick-coat", "h1"), hidden(1, "fill-and-sand", "h2")];
    const part = (of: (typeof one)[]): Part => ({
      ...brick,
      surfaces: of.map((h) => h.surface),
      work: [print("large-filament"), ...of.map((h) => h.item), coat("p", "primer"), coat("b", "brown")],
      goodBefore: brick.copies,
    });
    const waits = (of: (typeof one)[], id: string) =>
      stepsOfProject(projectOf([part(of)])).flatMap((s) => (s.itemId === id ? [s.waitS] : []));
    for (const h of [one, two]) {
      expect(waits([one, two], h.item.id)).toEqual(waits([h], h.item.id));
      expect(waits([two, one], h.item.id)).toEqual(waits([h], h.item.id));
    }
    for (const order of [
      [one, two],
      [two, one],
    ]) {
      const both = projectOf([part(order)]);
      const { verdicts } = checkedCoats(both.parts[0], both, tonight(both, THURSDAY, 600)).check;
      expect(
        verdicts.filter((v) => v.underId.startsWith("h") && v.overId.startsWith("h") && v.underId.slice(0, 2) !== v.overId.slice(0, 2)),
      ).toEqual([]);
      expect(verdicts.filter((v) => v.shortS > 1)).toEqual([]);
    }
  });
  it("works one surface twice one after the other", () => {
    const part = hiding({ ...brick, work: [print("large-filament")] }, "sand", 0);
    const again = { ...part.work[1], id: "h2" } as Part["work"][number];
    const steps = stepsOfProject(projectOf([{ ...part, work: [...part.work, again] }]));
    expect(steps.find((s) => s.itemId === "h2")!.after).toEqual([steps.findLast((s) => s.itemId === "h")!.key]);
  });
  it("says the same whatever the order of the parts", () => {
    const of = (list: Part[]) =>
      tonight(projectOf(list), THURSDAY, 600).sessions.map((g) => [
        g.key,
        g.pieces,
        Math.round(g.handsOnS * 1e6),
        g.offers.map((o) => o.step.key).sort(),
      ]);
    expect(of(parts(5).reverse())).toEqual(of(parts(5)));
  });
  it("takes a second coat of one piece along with the first of another", () => {
    const twice = { ...brick, id: "t", name: "Twice", work: [coat("p", "primer", "brush", 2)] };
    const done = record("t", "t/p/0", { startedAt: 1, finishedAt: 2, result: "good" });
    const { sessions } = tonight(projectOf([twice, brick], [done]), THURSDAY, 600);
    expect(sessions[0].offers.map((o) => o.step.key).sort()).toEqual(["brick/p/0", "t/p/1"]);
  });
  it("takes as many pieces as fit the minutes, with the set-up in full, and leaves the others for later", () => {
    const all = tonight(projectOf(parts(9)), THURSDAY, 600).sessions[0].handsOnS / 60;
    const go = (minutes: number) => tonight(projectOf(parts(9)), THURSDAY, minutes).sessions[0];
    expect([go(Math.ceil(all)).pieces, go(Math.ceil(all)).later]).toEqual([9, 0]);
    const { setUpS, workS } = coatHandTime("brush", (brick.source.kind === "mesh" ? brick.source.outsideMm2 : 0) / 100, 1);
    for (const minutes of [Math.floor(all) - 1, Math.ceil(all / 2)]) {
      const cut = go(minutes);
      expect(cut.pieces).toBe(Math.floor((minutes * 60 - setUpS) / workS));
      expect([cut.fits, cut.pieces + cut.later]).toEqual([true, 9]);
      expect(cut.handsOnS).toBeCloseTo(setUpS + cut.pieces * workS, 6);
    }
    const none = go(Math.floor((setUpS + workS) / 60) - 1);
    expect([none.fits, none.pieces, none.later]).toEqual([false, 9, 0]);
  });
  it("shares its time by what was planned for each, and the shares are all of it", () => {
    const steps = stepsOfProject(
      projectOf([
        { ...brick, copies: 3 },
        { ...brick, id: "q" },
      ]),
    );
    const first = steps.filter((s) => s.itemId === "p");
    const shares = sharesOf(first, 1000);
    expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1000, 9);
    expect(shares[0]).toBeGreaterThan(shares[1]);
  });
  it("is left out where what it needs is not at hand", () => {
    const sprayed = { ...brick, work: [coat("p", "primer", "spray")] };
    const aired = { ...brick, id: "q", work: [coat("p", "primer", "airbrush")] };
    const offers = (spray: boolean, airbrush: boolean) =>
      tonight(projectOf([sprayed, aired]), THURSDAY, { minutes: 600, spray, airbrush, warm: true, helper: false }).offers.map(
        (o) => o.step.partId,
      );
    expect(offers(true, true).sort()).toEqual(["brick", "q"]);
    expect(offers(false, true)).toEqual(["q"]);
    expect(offers(true, false)).toEqual(["brick"]);
  });
});

describe("several scenes", () => {
  it("share one pair of hands: no two of their stretches overlap, and no key stands twice", () => {
    const model = tonight(projectOf(parts(4)), THURSDAY, 60, false, [other(parts(4))]);
    const hands = model.schedule.slots.flatMap((s) => s.hands).sort((a, b) => a.from - b.from);
    for (let i = 1; i < hands.length; i++) expect(hands[i].from).toBeGreaterThanOrEqual(hands[i - 1].to);
    expect(new Set(model.all.map((s) => s.key)).size).toBe(model.all.length);
    expect(model.steps.length * 2).toBe(model.all.length);
  });
  it("share the printers: one plate at a time", async () => {
    const printed = await meshPart("m", "M", block(), [print()]);
    const model = tonight(projectOf([printed]), THURSDAY, 60, false, [other([printed])]);
    const runs = model.schedule.slots.flatMap((s) => (s.machine ? [s.machine] : [])).sort((a, b) => a.from - b.from);
    expect(runs.length).toBe(2);
    expect(runs[1].from).toBeGreaterThanOrEqual(runs[0].to);
  });
  it("a go runs through pieces of both", () => {
    const [go] = tonight(projectOf(parts(2)), THURSDAY, 600, false, [other(parts(3))]).sessions;
    expect(go.offers.map((o) => o.step.scene?.name ?? "here").sort()).toEqual([
      "Other creek",
      "Other creek",
      "Other creek",
      "here",
      "here",
    ]);
  });
  it("sums and date are those of the open scene; the other only takes evenings", () => {
    const alone = tonight(projectOf(parts(2)), THURSDAY, 60);
    const beside = tonight(projectOf(parts(2)), THURSDAY, 60, false, [other(parts(30), { rank: 5 })]);
    expect(beside.steps.length).toBe(alone.steps.length);
    expect(beside.handsOnS).toBeLessThanOrEqual(alone.handsOnS + 1e-6);
    expect(beside.finish).not.toBeNull();
  });
  it("the first in rank goes first; a date that presses goes before it", () => {
    const first = (open: Partial<Project["scene"]>, beside: Partial<Project["scene"]>) =>
      stepsOfScenes(projectOf(parts(1), [], open), [other(parts(1), beside)], THURSDAY).sort(
        (a, b) => (b.urgencyS ?? 0) - (a.urgencyS ?? 0),
      )[0].scene?.name ?? "here";
    expect(first({ rank: 0 }, { rank: 1 })).toBe("here");
    expect(first({ rank: 1 }, { rank: 0 })).toBe("Other creek");
    expect(first({ rank: 0 }, { rank: 1, readyBy: "2026-01-10" })).toBe("Other creek");
    expect(first({ rank: 0 }, { rank: 1, readyBy: "2026-05-01" })).toBe("here");
  });
  it("one that rests offers and plans nothing, but a plate of it that was started is still to be cleared", async () => {
    const resting = tonight(projectOf(parts(3), [], { rests: true }), THURSDAY, 600, false, [other(parts(2))]);
    expect(new Set(resting.offers.map((o) => o.step.scene?.id))).toEqual(new Set(["other"]));
    expect(resting.schedule.slots.every((s) => s.step.scene)).toBe(true);
    expect([resting.finish, resting.steps.length]).toEqual([null, 6]);
    const printed = await meshPart("m", "M", block(), [print(), coat("p", "primer")]);
    const started = record("m", "m/print/start0", {
      time: "machine",
      startedAt: THURSDAY - 9e6,
      finishedAt: THURSDAY - 1e6,
      result: "good",
    });
    const model = tonight(projectOf([printed], [started], { rests: true }), THURSDAY, 600);
    expect(model.offers.map((o) => o.step.key)).toEqual(["m/print/clear0"]);
  });
  it("what runs of a scene at rest holds its printer in every other scene, and nothing else of it is planned", async () => {
    const printed = await meshPart("m", "M", block(), [print(), coat("p", "primer")]);
    const run = record("m", "m/print/start0", {
      time: "machine",
      startedAt: THURSDAY - 6e5,
      finishedAt: null,
      print: printRecord({ partId: "m", name: "M", pieces: 1 }),
    });
    const beside = { ...other([printed, ...parts(2)], { rests: true }), records: [run] };
    const mine = await meshPart("mine", "Mine", block(), [print()]);
    const model = tonight(projectOf([mine]), THURSDAY, 600, false, [beside]);
    expect(model.all.filter((s) => s.scene).map((s) => s.key)).toEqual(["other:m/print/start0", "other:m/print/clear0"]);
    expect(model.offers.some((o) => o.step.machineS > 0)).toBe(false);
    expect(goesOn([run])).toBe(true);
    const ended = { ...run, finishedAt: THURSDAY };
    expect(goesOn([ended])).toBe(true);
    expect(goesOn([ended, record("m", "m/print/clear0", { startedAt: THURSDAY, finishedAt: THURSDAY })])).toBe(false);
    expect(goesOn([record("m", "m/p/0", { startedAt: 1, finishedAt: 2 })])).toBe(false);
  });
  it("where pieces are is the same from the plan at hand as reckoned by itself", () => {
    const project = projectOf(parts(3), [record("p0", "p0/p/0", { startedAt: 1, finishedAt: 2, result: "good" })]);
    const model = tonight(project, THURSDAY, 60, false, [other(parts(3))]);
    for (const part of project.parts) expect(trackOf(part, project, THURSDAY, model)).toEqual(trackOf(part, project, THURSDAY));
  });
  it("parts of the same id in two scenes are two parts", () => {
    const base = sizePart("brick", { kind: "scratch", sizeMm: [10, 10, 10], material: "foam" }, [coat("p", "primer")]);
    const done = record("brick", "brick/p/0", { startedAt: THURSDAY - 1000, finishedAt: THURSDAY - 500, result: "good", waitS: 0 });
    const model = tonight(projectOf([base], [done]), THURSDAY, 60, false, [other([base])]);
    expect(model.states.get("brick/p/0")?.kind).toBe("done");
    expect(model.states.get("other:brick/p/0")?.kind).toBe("open");
  });
});

describe("steps that are kept from before", () => {
  const steps = (project: Project) => stepsOfScenes(project, [], THURSDAY);
  const glued: Part["work"][0] = { id: "g", kind: "glue", jointId: "j" };
  it("are those that would be unfolded now, whatever was changed meanwhile", async () => {
    const printed = { ...(await meshPart("m", "M", block(), [print(), coat("p", "primer")])), work: [print(), coat("p", "primer")] };
    const first = projectOf([...parts(3), printed, { ...brick, id: "on", work: [glued] }], [], {
      joints: [newJoint("j", "on", { kind: "part", partId: "p1" })],
    });
    steps(first);
    const paint = first.paints.find((p) => p.id === "primer")!;
    const changed: Project[] = [
      { ...first, parts: first.parts.map((p) => (p.id === "p1" ? { ...p, name: "Renamed", copies: 4 } : p)) },
      { ...first, paints: first.paints.map((p) => (p === paint ? { ...p, family: "enamel" } : p)) },
      { ...first, scene: { ...first.scene, printers: first.scene.printers.slice(1) } },
      { ...first, records: [record("p0", "p0/p/0", { finishedAt: 2, result: "good", good: 2 })] },
      {
        ...first,
        records: [record("m", "m/print/clear0", { startedAt: 1, finishedAt: 2, result: "failed", failed: 1 })],
      },
      { ...first, parts: first.parts.filter((p) => p.id !== "p1") },
    ];
    for (const project of changed) expect(steps(project)).toEqual(steps(structuredClone(project)));
    expect(steps(first)).toEqual(steps(structuredClone(first)));
  });
  it("do not carry over what one scene made of them", () => {
    const project = projectOf(parts(3));
    const alone = steps(projectOf([project.parts[0]]))[0].handsOnS;
    expect(steps(project)[0].handsOnS).toBeLessThan(alone);
    expect(steps(projectOf([project.parts[0]]))[0].handsOnS).toBe(alone);
  });
});
