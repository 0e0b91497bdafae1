/** Recipes on pieces, stored: laid on many at once, changed once for all, and never left without what they name. */
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { bare, namedOnly, read, tampered, unpacked, withBytes } from "../tests/bundleKit";
import { block, coat, meshPart, print, projectOf, sizePart } from "../tests/sampleProject";
import { leavable, pottedCoats, stepsOfPart, stepsOfProject } from "../core/plan";
import { levelOf } from "../core/ledger";
import type { PartRow, ProjectRows, WorkItem } from "../core/project";
import { STARTERS, type Recipe } from "../core/recipe";
import { joinProject } from "../core/results";
import type { CommandName, Commands } from "../core/stations";
import { recipesIn, stepsOnPiece } from "../core/stations/kinds";
import { InchHollowDatabase } from "./database";
import { redo, undo } from "./edit";
import { loadProject, storeImported, storeOwn } from "./projects";
import { runCommand } from "./run";

const NOW = 1_767_900_000_000;
const MESH = await meshPart("brick", "Brick", block(), [print()]);
const timber: Recipe = {
  ...STARTERS.find((r) => r.id === "starter-timber")!,
  id: "timber",
  steps: STARTERS.find((r) => r.id === "starter-timber")!.steps.map((s) => ({ ...s, paintId: s.id === "s2" ? "brown" : null })),
};
/** Nine of typed size, in foam and filament: no mesh is needed. */
const nine = Array.from({ length: 9 }, (_, i) =>
  sizePart(`c${i}`, { kind: "scratch", sizeMm: [20, 20, 20 + i], material: i % 2 ? "foam" : "wood" }),
);

let db: InchHollowDatabase;
let count = 0;
beforeEach(async () => {
  db = new InchHollowDatabase(`recipes-${count++}`);
  await storeOwn(db, bare(projectOf([MESH, ...nine])));
  return () => db.close();
});
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, "s"))!;
const run = <N extends CommandName>(name: N, payload: Commands[N]) => runCommand(db, "s", name, payload, NOW);
const code = async <N extends CommandName>(name: N, payload: Commands[N]): Promise<string> => {
  const done = await run(name, payload);
  return done.ok ? "ok" : done.problem.code;
};
const lay = (partIds: string[], more: Partial<Commands["recipe.lay"]> = {}) =>
  run("recipe.lay", {
    recipe: timber,
    recipeId: "timber",
    lays: partIds.map((partId) => ({ partId, itemId: `r-${partId}` })),
    ownCoats: "stay",
    ...more,
  });
const workOf = async (id: string): Promise<PartRow["work"]> => (await loaded()).parts.find((p) => p.id === id)!.work;
const titles = async (id: string): Promise<string[]> => {
  const project = joinProject(await loaded(), () => undefined);
  return stepsOfPart(
    project.parts.find((p) => p.id === id)!,
    project,
  ).map((s) => s.title);
};
const ids = nine.map((p) => p.id);

/** What is left in a pot. */
const left = async (id: string): Promise<number | undefined> => {
  const { paints, lines } = (await loaded()).workshop;
  const pot = paints.find((p) => p.id === id);
  return pot && levelOf(id, pot.stockMl, lines);
};

describe("a recipe on nine pieces", () => {
  it("is laid in one edit, changed once for all nine, and taken back in one", async () => {
    expect((await lay(ids)).ok).toBe(true);
    for (const id of ids) expect((await titles(id))[1]).toBe("Brown, brushed");
    await run("list.set", { list: "recipe.steps", of: "timber", key: "s2", change: { method: "sponge" } });
    for (const id of ids) expect((await titles(id))[1]).toBe("Brown, sponged");
    await undo(db, "s");
    await undo(db, "s");
    const rows = await loaded();
    expect(rows.parts.filter((p) => recipesIn(p.work).length > 0)).toEqual([]);
    expect(rows.workshop.recipes).toEqual([]);
    await redo(db, "s");
    expect(recipesIn(await workOf("c8"))).toHaveLength(1);
  });

  it("laid twice is laid once, and another takes its place where it stands", async () => {
    await lay(ids);
    await lay(ids);
    expect((await workOf("c0")).filter((w) => recipesIn([w]).length > 0)).toHaveLength(1);
    const bone = { ...STARTERS.find((r) => r.id === "starter-bone")!, id: "bone" };
    await lay(["c0"], { recipe: bone, recipeId: "bone" });
    expect(recipesIn(await workOf("c0"))).toMatchObject([{ id: "r-c0", recipeId: "bone" }]);
    expect(recipesIn(await workOf("c1"))).toMatchObject([{ recipeId: "timber" }]);
  });

  it("is refused whole where one of the parts is gone", async () => {
    expect(
      await code("recipe.lay", {
        recipe: timber,
        recipeId: "timber",
        lays: [
          { partId: "c0", itemId: "x" },
          { partId: "none", itemId: "y" },
        ],
        ownCoats: "stay",
      }),
    ).toBe("part.gone");
    expect(await workOf("c0")).toEqual([]);
    expect(await code("recipe.lay", { recipeId: "none", lays: [{ partId: "c0", itemId: "x" }], ownCoats: "stay" })).toBe("recipe.gone");
  });
});

describe("its place in the order of work", () => {
  const place = async (work: WorkItem[], more: Partial<Commands["recipe.lay"]> = {}): Promise<string[]> => {
    await run("list.drop", { list: "part.work", of: "brick", keys: (await workOf("brick")).map((w) => w.id) });
    if (work.length > 0) await run("work.add", { partId: "brick", at: 0, items: work });
    await lay(["brick"], more);
    return (await workOf("brick")).map((w) => w.id);
  };
  const rim: WorkItem = { id: "rim", kind: "bench", task: "rim", rounds: 1, mostAnEvening: null };
  const dryFit: WorkItem = { id: "fit", kind: "bench", task: "dry-fit", rounds: 1, mostAnEvening: null };

  it("is never behind a varnish, and always behind other paint", async () => {
    expect(await place([print(), coat("p", "primer"), coat("v", "matt")])).toEqual(["print", "p", "r-brick", "v"]);
    expect(await place([print(), dryFit, coat("p", "primer"), coat("v", "can"), rim])).toEqual([
      "print",
      "fit",
      "p",
      "r-brick",
      "v",
      "rim",
    ]);
    // A varnish between coats closes nothing.
    expect(await place([coat("p", "primer"), coat("v", "matt"), coat("w", "wash"), coat("v2", "matt")])).toEqual([
      "p",
      "v",
      "w",
      "r-brick",
      "v2",
    ]);
    expect(await place([])).toEqual(["r-brick"]);
    expect(await place([rim])).toEqual(["r-brick", "rim"]);
  });

  it("takes the place of coats that are not begun, where that is said; what is begun stays", async () => {
    const own = [print(), coat("p", "primer"), dryFit, coat("b", "brown"), coat("w", "wash")];
    expect(await place(own, { ownCoats: "go" })).toEqual(["print", "r-brick", "fit"]);
    await run("list.drop", { list: "part.work", of: "brick", keys: ["r-brick", "print", "fit"] });
    await run("work.add", { partId: "brick", at: 0, items: own });
    await run("step.start", {
      recordId: "x",
      partId: "brick",
      stepKey: "brick/p/0",
      title: "Primer",
      time: "hands",
      plannedS: 60,
      waitS: 0,
    });
    await lay(["brick"], { ownCoats: "go" });
    expect((await workOf("brick")).map((w) => w.id)).toEqual(["print", "p", "fit", "r-brick"]);
  });

  it("leaves its primer out where the part is primed by itself", async () => {
    await place([print(), coat("p", "primer")]);
    expect(recipesIn(await workOf("brick"))[0].differs).toEqual([{ stepId: "s1", skip: true }]);
    await place([print()]);
    expect(recipesIn(await workOf("brick"))[0].differs).toEqual([]);
  });
});

describe("what is left out for the date", () => {
  it("goes in one press from recipes and from coats alike, and comes back with one undo", async () => {
    await lay(["c0", "c1"]);
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: "stone" });
    await run("work.add", { partId: "c2", at: 0, items: [coat("under", "brown"), coat("dry", "stone", "dry brush")] });
    const read = () => loaded().then((rows) => joinProject(rows, () => undefined));
    const steps = stepsOfProject(await read());
    const accents = leavable(steps, () => true);
    const keys = accents.flatMap((l) => l.keys);
    expect(keys).toContain("c2/dry/0");
    const left = steps.map((s) => s.key).filter((k) => !keys.includes(k));
    const before = await loaded();
    expect(await code("work.leaveOut", { stepKeys: keys })).toBe("ok");
    // Nothing else went: what is planned now is what was planned, less those steps.
    expect(stepsOfProject(await read()).map((s) => s.key)).toEqual(left);
    expect(leavable(stepsOfProject(await read()), () => true)).toEqual([]);
    // Another pot on the part stays said, for when the step comes back.
    expect(recipesIn(await workOf("c0"))[0].differs.find((d) => d.stepId === "s2")).toMatchObject({ paintId: "stone" });
    await undo(db, "s");
    expect((await loaded()).parts).toEqual(before.parts);
  });
  it("nothing goes where one of them was begun in another window meanwhile; what failed is open again", async () => {
    await run("work.add", { partId: "c2", at: 0, items: [coat("under", "brown"), coat("dry", "stone", "dry brush")] });
    const before = await workOf("c2");
    const begin = { partId: "c2", recordId: "x", stepKey: "c2/dry/0", title: "Dry brush", time: "hands" as const, plannedS: 60, waitS: 0 };
    await run("step.start", begin);
    expect(await code("work.leaveOut", { stepKeys: ["c2/dry/0"] })).toBe("work.begun");
    expect(await workOf("c2")).toEqual(before);
    await run("step.finish", { recordId: "x", result: "failed", good: 0, failed: 0, wentWrong: "" });
    expect(await code("work.leaveOut", { stepKeys: ["c2/dry/0"] })).toBe("ok");
    expect((await workOf("c2")).map((w) => w.id)).not.toContain("dry");
  });
  it("what is not there any more changes nothing, and is no fault", async () => {
    await lay(["c0"]);
    const before = await workOf("c0");
    expect(await code("work.leaveOut", { stepKeys: ["c0/gone/0"] })).toBe("ok");
    expect(await workOf("c0")).toEqual(before);
    expect(await code("work.leaveOut", { stepKeys: ["gone/x/0"] })).not.toBe("ok");
  });
});

describe("what a piece does otherwise", () => {
  it("a step left out, another pot, and back again", async () => {
    await lay(ids);
    await run("recipe.differ", { partIds: ["c0", "c1"], stepId: "s3", skip: true });
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: "stone" });
    expect((await titles("c0")).slice(0, 3)).toEqual(["Grey primer, sprayed", "Stone, brushed", "Brown-black wash, recesses, as a wash"]);
    expect((await titles("c1"))[1]).toBe("Brown, brushed");
    expect((await titles("c2"))[2]).toBe("Mid earth, raised, dry-brushed");
    // The one does not undo the other.
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", skip: true });
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", skip: false });
    expect((await titles("c0"))[1]).toBe("Stone, brushed");
    await run("recipe.differ", { partIds: ["c0", "c1"], stepId: "s3", skip: false });
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: null });
    expect(recipesIn(await workOf("c0"))[0].differs).toEqual([]);
    expect(await code("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: "none" })).toBe("paint.gone");
    // Meant to crack on one prop, beside another pot; each is taken back alone.
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", crackle: true });
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: "stone" });
    expect(recipesIn(await workOf("c0"))[0].differs).toEqual([{ stepId: "s2", paintId: "stone", crackle: true }]);
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", paintId: null });
    await run("recipe.differ", { partIds: ["c0"], stepId: "s2", crackle: false });
    expect(recipesIn(await workOf("c0"))[0].differs).toEqual([]);
  });
});

describe("what a recipe names", () => {
  it("a pot that goes off the rack is remembered by what it was; undo brings both back", async () => {
    await lay(ids);
    expect(await code("list.drop", { list: "paints", keys: ["brown"] })).toBe("ok");
    const [recipe] = (await loaded()).workshop.recipes;
    expect(recipe.steps[1]).toMatchObject({ paintId: null, wants: { name: "Brown", family: "water acrylic" } });
    expect((await titles("c0"))[1]).toBe("Brown, brushed");
    await undo(db, "s");
    expect((await loaded()).workshop.recipes[0].steps[1].paintId).toBe("brown");
  });

  it("a pot that one piece takes instead stays, and so does a recipe that is in use", async () => {
    await lay(ids);
    await run("recipe.differ", { partIds: ["c3"], stepId: "s2", paintId: "stone" });
    expect(await code("list.drop", { list: "paints", keys: ["stone"] })).toBe("paint.used");
    expect(await code("list.drop", { list: "recipes", keys: ["timber"] })).toBe("recipe.used");
    await run("recipe.lift", { partIds: ids });
    expect(await code("list.drop", { list: "recipes", keys: ["timber"] })).toBe("ok");
  });

  it("undo does not bring back a recipe whose pot has gone since, nor take a pot from one", async () => {
    await run("list.add", { list: "recipes", items: [timber] });
    await run("list.drop", { list: "recipes", keys: ["timber"] });
    // In another scene, whose edits are not this one's.
    await storeOwn(db, bare({ ...projectOf([]), scene: { ...projectOf([]).scene, id: "t" } }));
    await runCommand(db, "t", "list.drop", { list: "paints", keys: ["brown"] }, NOW);
    expect(await undo(db, "s")).toMatchObject({ kind: "needed", why: expect.stringContaining("Timber") as string });
    await runCommand(
      db,
      "t",
      "list.add",
      { list: "paints", items: [{ id: "new", name: "New", hex: "#123456", family: "water acrylic", sheen: "matt", stockMl: 5 }] },
      NOW,
    );
    await run("list.add", { list: "recipes", items: [{ ...timber, steps: [{ ...timber.steps[0], paintId: "new" }] }] });
    expect(await undo(db, "t")).toMatchObject({ kind: "needed" });
  });

  it("steps are refused with a pot that is not there, and a list that is full", async () => {
    await lay(ids);
    expect(await code("list.set", { list: "recipe.steps", of: "timber", key: "s1", change: { paintId: "none" } })).toBe("paint.gone");
    expect(
      await code("list.add", { list: "recipes", items: [{ ...timber, id: "t2", steps: [{ ...timber.steps[0], paintId: "none" }] }] }),
    ).toBe("paint.gone");
    const more = Array.from({ length: 40 }, (_, i) => ({ ...timber.steps[0], id: `m${i}` }));
    expect(await code("list.add", { list: "recipe.steps", of: "timber", items: more })).toBe("list.full");
    expect(await code("list.set", { list: "recipe.steps", of: "timber", key: "s1", change: { coats: 0 } })).not.toBe("ok");
    expect(await code("field.set", { of: "recipe", id: "timber", change: { steps: [] } } as never)).not.toBe("ok");
  });
});

describe("in a scene's file", () => {
  it("goes with the pots that it names, and is refused with its place named where one is missing", async () => {
    await lay(["c0"]);
    const rows = await loaded();
    const carried = namedOnly(rows).workshop;
    expect([carried.recipes.map((r) => r.id), carried.paints.map((p) => p.id)]).toEqual([["timber"], ["brown"]]);
    const bundle = withBytes(rows, new Map());
    const bare2 = { ...bundle, project: { ...rows, parts: rows.parts.filter((p) => p.source.kind !== "mesh") } };
    const got = await read(await tampered(bare2, (doc) => ((doc.project.workshop as { paints: unknown[] }).paints = [])));
    expect(got.ok ? "" : got.problem.message).toMatch(/recipes, row 1 \(Timber, weathered\), steps\.1\.paintId: there is no paint "brown"/);
    expect(Object.keys(await unpacked(bare2))).toContain("scene.json");
  });

  it("a pot that is otherwise here is taken twice: the recipe names its own", async () => {
    await lay(["c0"]);
    const rows = await loaded();
    const theirs = {
      ...rows,
      parts: rows.parts.filter((p) => p.source.kind !== "mesh"),
      workshop: {
        ...rows.workshop,
        paints: rows.workshop.paints.map((p) => (p.id === "brown" ? { ...p, hex: "#010203" } : p)),
        recipes: rows.workshop.recipes.map((r) => ({ ...r, id: "theirs" })),
      },
    };
    theirs.parts = theirs.parts.map((p) => ({
      ...p,
      work: p.work.map((w) => (recipesIn([w]).length > 0 ? { ...w, recipeId: "theirs" } : w)) as WorkItem[],
    }));
    const id = await storeImported(db, bare(theirs), "fresh", "demo", new Map([["paints brown", "both"]]));
    const now = (await loadProject(db, id))!;
    const recipe = now.workshop.recipes.find((r) => r.id === "theirs")!;
    expect(now.workshop.paints.find((p) => p.id === recipe.steps[1].paintId)?.hex).toBe("#010203");
    expect(now.workshop.recipes.find((r) => r.id === "timber")!.steps[1].paintId).toBe("brown");
  });
});

describe("pieces that are done", () => {
  const at = async (id: string) => {
    const project = joinProject(await loaded(), () => undefined);
    const part = project.parts.find((p) => p.id === id)!;
    return { project, part };
  };
  const finish = async (part: string, step: string, rests: Record<string, string | number>, n: number): Promise<void> => {
    const recordId = `${part}-${step.replace(".", "-")}`;
    await runCommand(
      db,
      "s",
      "step.start",
      { recordId, partId: part, stepKey: `${part}/r-${part}/${step}`, title: step, time: "hands", plannedS: 60, waitS: 0, rests },
      NOW + n * 3_600_000,
    );
    await runCommand(db, "s", "step.finish", { recordId, result: "good", good: 0, failed: 0, wentWrong: "" }, NOW + n * 3_600_000 + 60_000);
  };

  it("keep what they got: another pot later is another colour for what is still to come", async () => {
    await lay(["c0", "c1"]);
    const { project, part } = await at("c0");
    const brown = stepsOfPart(part, project).find((s) => s.key.endsWith("/s2.0"))!;
    await finish("c0", "s1.0", {}, 0);
    await finish("c0", "s2.0", brown.rests, 1);
    await run("list.set", { list: "recipe.steps", of: "timber", key: "s2", change: { paintId: "stone" } });
    expect((await titles("c0"))[1]).toBe("Brown, brushed");
    expect((await titles("c1"))[1]).toBe("Stone, brushed");
  });

  it("a step that comes in behind the work is not asked of them, one at the end is", async () => {
    await lay(["c0", "c1"]);
    for (const [i, s] of ["s1", "s2", "s3"].entries())
      await finish("c0", `${s}.0`, { paint: "x", family: "water acrylic", method: "brush", coat: 1 }, i);
    await run("list.add", { list: "recipe.steps", of: "timber", items: [{ ...timber.steps[2], id: "new" }], at: 1 });
    await run("list.add", { list: "recipe.steps", of: "timber", items: [{ ...timber.steps[2], id: "end" }] });
    const steps = async (id: string): Promise<string[]> => {
      const { project, part } = await at(id);
      return stepsOfPart(part, project).map((s) => s.key.split("/")[2]);
    };
    expect(await steps("c1")).toContain("new.0");
    expect(await steps("c0")).not.toContain("new.0");
    expect(await steps("c0")).toContain("end.0");
  });
});

describe("a step that leads nowhere", () => {
  it("what a piece leaves out and the recipe has no more is nothing", () => {
    const recipe = { ...timber, steps: timber.steps.slice(0, 1) };
    const found = stepsOnPiece(
      { id: "r", kind: "recipe", recipeId: "timber", differs: [{ stepId: "gone", skip: true }] },
      { recipe: () => recipe, paint: () => undefined },
    );
    expect(found.map((s) => s.step.id)).toEqual(["s1"]);
    expect(
      stepsOnPiece({ id: "r", kind: "recipe", recipeId: "none", differs: [] }, { recipe: () => undefined, paint: () => undefined }),
    ).toEqual([]);
  });
});

describe("what a coat takes out of its pot", () => {
  const stock = (): Promise<number | undefined> => left("brown");
  const rests = { paint: "Brown", paintId: "brown", ml: 1.5, family: "water acrylic", method: "brush", coat: 1 };
  const begin = (recordId: string, partId: string, more: Record<string, string | number> = {}) =>
    run("step.start", {
      recordId,
      partId,
      stepKey: `${partId}/x/${recordId}`,
      title: "Brown",
      time: "hands",
      plannedS: 60,
      waitS: 0,
      rests: { ...rests, ...more },
    });
  const end = (recordId: string, result: "good" | "failed" = "good") =>
    run("step.finish", { recordId, result, good: 0, failed: 0, wentWrong: "" });

  it("is taken when the step ends, once, also where it failed; undo gives it back", async () => {
    await begin("a", "c0");
    expect(await stock()).toBe(50);
    await end("a");
    expect(await stock()).toBe(48.5);
    // Said otherwise afterwards, it was still laid once.
    await end("a", "failed");
    expect(await stock()).toBe(48.5);
    await begin("b", "c1");
    await end("b", "failed");
    expect(await stock()).toBe(47);
    await undo(db, "s");
    expect(await stock()).toBe(48.5);
  });

  it("of all that was ticked in a session, and never below nothing", async () => {
    await begin("a", "c0");
    await begin("b", "c1");
    await begin("c", "c2", { ml: 500 });
    await run("session.end", {
      title: "Brown",
      done: [
        { recordId: "a", saidS: 60 },
        { recordId: "b", saidS: 60 },
      ],
      undone: [],
    });
    expect(await stock()).toBe(47);
    await end("c");
    expect(await stock()).toBe(0);
    await undo(db, "s");
    expect(await stock()).toBe(47);
  });

  it("a pot that is kept comes out of those that went into it, in one edit", async () => {
    const paint = { id: "mix", name: "Mix", hex: "#808080", family: "water acrylic" as const, sheen: "matt" as const, stockMl: 3 };
    await run("pot.keep", {
      paint,
      took: [
        { paintId: "brown", ml: 2 },
        { paintId: "gone", ml: 1 },
      ],
    });
    expect(await stock()).toBe(48);
    expect((await loaded()).workshop.paints.map((p) => p.id)).toContain("mix");
    expect(await code("pot.keep", { paint, took: [] })).toBe("paint.there");
    await undo(db, "s");
    expect(await stock()).toBe(50);
  });

  it("a pot that is gone, and records that do not say, take nothing", async () => {
    await begin("a", "c0", { paintId: "none" });
    await begin("b", "c1", { ml: "much" });
    expect((await end("a")).ok && (await end("b")).ok).toBe(true);
    expect(await stock()).toBe(50);
  });

  it("what a step says that it takes is what the pages say", async () => {
    await lay(["c0"]);
    const project = joinProject(await loaded(), () => undefined);
    const part = project.parts.find((p) => p.id === "c0")!;
    const said = stepsOfPart(part, project).find((s) => s.key.endsWith("/s2.0"))!.rests.ml as number;
    expect(said).toBeCloseTo(pottedCoats(part, project).find((c) => c.stepId === "s2")!.ml.potMl, 3);
    expect(said).toBeGreaterThan(0.1);
  });
});

describe("a pot that is kept", () => {
  const kept = {
    id: "cream",
    name: "Cream",
    hex: "#cdbf9f",
    family: "water acrylic" as const,
    sheen: "matt" as const,
    stockMl: 3,
    mix: { parts: [{ paintId: "brown", name: "Brown", hex: "#705030", drops: 6 }], thinning: 0, at: NOW, came: "" },
  };
  const stock = left;
  it("is laid on what it was mixed for, in one edit that undo takes back whole", async () => {
    await lay(ids.slice(0, 2));
    const before = (await stock("brown"))!;
    const lays = ids.slice(0, 2).map((partId) => ({ partId, itemId: `r-${partId}`, stepId: "s2" }));
    expect(await code("pot.keep", { paint: kept, took: [{ paintId: "brown", ml: 2 }], lays })).toBe("ok");
    for (const id of ids.slice(0, 2)) expect(recipesIn(await workOf(id))[0].differs).toContainEqual({ stepId: "s2", paintId: "cream" });
    expect(await stock("brown")).toBeCloseTo(before - 2, 6);
    await undo(db, "s");
    expect(await stock("brown")).toBeCloseTo(before, 6);
    expect(await stock("cream")).toBeUndefined();
    expect(recipesIn(await workOf(ids[0]))[0].differs).not.toContainEqual({ stepId: "s2", paintId: "cream" });
  });
  it("takes the place of a coat's own pot; work that is gone or takes no paint stays as it is", async () => {
    const work = await workOf("brick");
    const item = (id: string): string => work.find((w) => w.kind === id)!.id;
    const lays = [{ partId: "brick", itemId: item("print"), stepId: null }];
    expect(await code("pot.keep", { paint: kept, took: [], lays })).toBe("ok");
    expect(await workOf("brick")).toEqual(work);
  });
});
