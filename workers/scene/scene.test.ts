import { describe, expect, it, vi } from "vitest";
import { Receiver, Sender } from "../../core/derive";
import { waitingAt } from "../../core/look";
import { readMesh } from "../../core/mesh";
import { chanceOf, finishChance, tonight } from "../../core/plan";
import { findPrint, GENERIC_PRINTERS, Shape } from "../../core/print";
import type { ProjectRows, WorkItem } from "../../core/project";
import { joinProject, rowsOf, type KnownValue } from "../../core/results";
import { loadSolids } from "../../core/slice";
import { manyParts } from "../../tests/manyParts";
import { HOUR, record, THURSDAY } from "../../tests/sampleProject";
import { AT_HAND, sceneInput } from "../../tests/sceneInput";
import { scenePlanner, type ScenePlanned } from "./plan";
import { SCENE_INPUT, type SceneInput, type SceneView, type ShownChance } from "./protocol";
import { serveScene, type FromScene } from "./serve";

const LOOK: WorkItem = { id: "look", kind: "own", title: "A look at it", handsOnS: 60, waitS: 0, family: null, procedureId: null };

/** A page and a worker, with a structured clone between them; what was put off runs when the test says so. */
function bench(plan?: (input: SceneInput) => ScenePlanned) {
  const said: FromScene[] = [];
  const later: (() => void)[] = [];
  const hear = serveScene(
    (message) => said.push(structuredClone(message)),
    (act) => later.push(act),
    plan,
  );
  const sender = new Sender(SCENE_INPUT);
  const receiver = new Receiver<SceneView>();
  let view: SceneView | undefined;
  return {
    tell: (input: SceneInput, asked: number): number => {
      const parts = structuredClone(sender.tell(input));
      for (const part of parts) hear({ part, asked });
      return parts.reduce((n, p) => n + p.nodes.length, 0);
    },
    answer: (): { view: SceneView; answers: number[]; nodes: number } => {
      said.length = 0;
      for (const act of later.splice(0)) act();
      for (const { part } of said) view = (part && receiver.hear(part)?.value) ?? view;
      return { view: view!, answers: said.map((s) => s.answers), nodes: said.reduce((n, s) => n + (s.part?.nodes.length ?? 0), 0) };
    },
  };
}

describe("the plan of a scene on another thread", () => {
  it("says what the plan says that is made here", () => {
    const { tell, answer } = bench();
    const project = { ...manyParts(12), records: [record("p0", "p0/c0/0", { startedAt: THURSDAY - HOUR / 4 })] };
    tell(sceneInput(project), 1);
    const { view } = answer();
    const joined = joinProject(rowsOf(project), () => undefined);
    const model = tonight(joined, THURSDAY, AT_HAND);
    expect(view.model).toEqual(model);
    expect(view.waiting).toEqual(waitingAt(joined, model));
    expect(view.problem).toBeNull();
    // What stands in several lists is one object, as it is here.
    for (const slot of view.model.schedule.slots) expect(view.model.steps).toContain(slot.step);
  });

  it("tells little of an edit: one part goes there, and what became of it comes back", () => {
    const { tell, answer } = bench();
    const project = manyParts(60);
    const rows = rowsOf(project);
    const all = tell(sceneInput(project, { rows }), 1);
    const first = answer();
    expect(all).toBeGreaterThan(60);
    const parts = rows.parts.map((p) => (p.id === "p59" ? { ...p, work: [...p.work, LOOK] } : p));
    // The part, the list that it stands in, the rows, and all of it.
    expect(tell(sceneInput(project, { rows: { ...rows, parts } }), 2)).toBe(4);
    const { view, nodes } = answer();
    expect(view.model.steps).toHaveLength(first.view.model.steps.length + 1);
    expect(nodes).toBeLessThan(first.nodes / 4);
    expect(view.model.steps[0]).toBe(first.view.model.steps[0]);
  });

  it("plans several edits as one, and answers the last", () => {
    const plan = vi.fn(scenePlanner());
    const { tell, answer } = bench(plan);
    const project = manyParts(3);
    for (const [i, name] of ["a", "ab", "abc"].entries()) tell(sceneInput({ ...project, scene: { ...project.scene, name } }), i + 1);
    expect(answer().answers).toEqual([3]);
    expect(plan).toHaveBeenCalledTimes(1);
  });

  it("has an edition: an edit makes another, the hour does not", () => {
    const plan = scenePlanner();
    const input = sceneInput(manyParts(2));
    const editions = [
      input,
      { ...input, now: THURSDAY + 60_000 },
      { ...input, atHand: { ...AT_HAND, minutes: 5 } },
      { ...input, rows: { ...input.rows, parts: [] } },
    ].map((i) => plan(i).view.edition);
    expect(editions).toEqual([1, 1, 1, 2]);
  });

  it("answers with nothing where nothing follows", () => {
    const planner = scenePlanner();
    const { tell, answer } = bench((input) => {
      const planned = planner(input);
      return { ...planned, view: { ...planned.view, tookMs: 0 } };
    });
    const project = manyParts(3);
    tell(sceneInput(project), 1);
    answer();
    tell(sceneInput(project, { atHand: { ...AT_HAND, minutes: 61 } }), 2);
    expect(answer()).toMatchObject({ answers: [2], nodes: 0 });
  });

  it("says where it cannot plan, and leaves another scene out that cannot be planned", () => {
    const silent = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const plan = scenePlanner();
    const good = manyParts(2);
    const broken = { ...rowsOf(manyParts(2)), records: [null] as never };
    broken.scene = { ...broken.scene, id: "other" };
    const beside = plan(sceneInput(good, { others: [broken] })).view;
    expect(beside.problem).toMatch(/Another scene could not be planned, so/);
    expect(beside.model.offers.length).toBeGreaterThan(0);
    const alone = plan({ ...sceneInput(good), rows: broken }).view;
    expect(alone.problem).toMatch(/could not be planned/);
    expect(alone.model.steps).toEqual([]);
    silent.mockRestore();
  });
});

describe("the chance to be ready", () => {
  const project = manyParts(4);
  const inOneGo = (rows: ProjectRows): ShownChance => {
    const joined = joinProject(rows, () => undefined);
    const of = chanceOf(joined, [], tonight(joined, THURSDAY, AT_HAND));
    return { ...finishChance(of), person: of.person!, stale: false, cuts: null, latest: null };
  };

  it("is reckoned in slices while somebody looks, the same as in one go", () => {
    const { tell, answer } = bench();
    tell(sceneInput(project, { chanceWanted: true }), 1);
    let seen = answer();
    expect(seen.view.chance).toBeNull();
    for (let n = 0; n < 200 && !seen.view.chance; n++) seen = answer();
    expect(seen.view.chance).toEqual(inOneGo(rowsOf(project)));
    // Nobody has changed anything: nothing more is done.
    expect(answer().answers).toEqual([]);
  });

  it("is said to be that of before while another is reckoned; a name and a minute make no other", () => {
    const { tell, answer } = bench();
    const wanted = sceneInput(project, { chanceWanted: true });
    tell(wanted, 1);
    let seen = answer();
    for (let n = 0; n < 200 && !seen.view.chance; n++) seen = answer();
    const renamed = { ...wanted, rows: { ...wanted.rows, scene: { ...wanted.rows.scene, name: "Another" } }, now: THURSDAY + 60_000 };
    tell(renamed, 2);
    expect(answer().view.chance).toMatchObject({ stale: false });
    const fewer = { ...renamed, rows: { ...renamed.rows, parts: renamed.rows.parts.slice(1) } };
    tell(fewer, 3);
    seen = answer();
    expect(seen.view.chance).toMatchObject({ stale: true });
    for (let n = 0; n < 200 && seen.view.chance?.stale; n++) seen = answer();
    expect(seen.view.chance).toMatchObject({ stale: false });
    tell({ ...fewer, chanceWanted: false }, 4);
    expect(answer().view.chance).toBeNull();
  });

  it("is another once a step is done, though the steps are the same", () => {
    const { tell, answer } = bench();
    const wanted = sceneInput(project, { chanceWanted: true });
    tell(wanted, 1);
    let seen = answer();
    for (let n = 0; n < 200 && !seen.view.chance; n++) seen = answer();
    const records = ["p0/c0/0", "p1/c0/0"].map((key) =>
      record(key.slice(0, 2), key, { startedAt: THURSDAY - HOUR, finishedAt: THURSDAY - HOUR / 2, result: "good" }),
    );
    const rows = { ...wanted.rows, records };
    tell({ ...wanted, rows }, 2);
    seen = answer();
    expect(seen.view.chance).toMatchObject({ stale: true });
    for (let n = 0; n < 200 && seen.view.chance?.stale; n++) seen = answer();
    expect(seen.view.chance).toEqual(inOneGo(rows));
  });

  it("that cannot be reckoned takes nothing else along", () => {
    const silent = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const plan = scenePlanner();
    let broken = true;
    const { tell, answer } = bench((input) => {
      const planned = plan(input);
      const chance = planned.chanceOf();
      return { ...planned, chanceOf: () => (broken ? { ...chance, evenings: null as never } : chance) };
    });
    const wanted = sceneInput(project, { chanceWanted: true });
    tell(wanted, 1);
    expect(answer().view.model.steps.length).toBeGreaterThan(0);
    expect(answer().view.chance).toBeNull();
    broken = false;
    tell({ ...wanted, now: THURSDAY + 60_000 }, 2);
    let seen = answer();
    for (let n = 0; n < 200 && !seen.view.chance; n++) seen = answer();
    expect(seen.view.chance).toMatchObject({ stale: false });
    silent.mockRestore();
  });
});

describe("what is computed anew", () => {
  it("stands as it was in the plan until it is there", async () => {
    const { realParts } = await import("../../tests/realParts");
    const { wantedOfPart, resultKey } = await import("../../core/results");
    const { project, meshes } = await realParts(1);
    const file = readMesh([...meshes.values()][0]);
    if (!file.ok) throw new Error(file.problem.message);
    const { mesh, topology, report } = file.value;
    const print = findPrint(new Shape(await loadSolids(), mesh, topology, report.volumeMm3), GENERIC_PRINTERS[0], 1);
    const rows = rowsOf(project);
    const found = project.parts[0];
    const known = wantedOfPart(rows.parts[0], rows.workshop.printers).flatMap(({ request }): KnownValue[] => {
      const key = resultKey(request);
      if (request.kind === "mesh" && found.source.kind === "mesh")
        return [{ key, value: { report: found.source.report, outsideMm2: found.source.outsideMm2 } as KnownValue["value"] }];
      if (request.kind === "print") return [{ key, value: print }];
      return [];
    });
    const plan = scenePlanner();
    const machineS = ({ view }: ScenePlanned): number => view.model.machineS;
    const before = machineS(plan(sceneInput(project, { rows, known })));
    expect(before).toBeGreaterThan(0);
    // Thinner layers: of the printer that is chosen nothing is known yet.
    const printers = rows.workshop.printers.map((p) => ({ ...p, layerMm: p.layerMm / 2 }));
    const changed = { ...rows, workshop: { ...rows.workshop, printers } };
    expect(machineS(plan(sceneInput(project, { rows: changed, known })))).toBe(before);
    // A planner that never saw the scene has nothing to go by.
    expect(machineS(scenePlanner()(sceneInput(project, { rows: changed, known })))).toBe(0);
  });
});
