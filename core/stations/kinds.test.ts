import Joi from "joi";
import { rectangle } from "../ground";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { block, hiding, meshPart, print as printWork, projectOf } from "../../tests/sampleProject";
import { FAMILIES, METHODS } from "../coat";
import { CAUTIONS } from "../care";
import { stackOfPart, stepsOfPart, stepsOfProject, surroundingsOf, surroundingsOfPart } from "../plan";
import { schemasOf, type Field } from "../field";
import { newJoint, type Part } from "../project";
import { STARTERS } from "../recipe";
import { naming, NEEDS, type Beginning } from "../work";
import { kindOf, WORK_KINDS, gluesIn, type WorkItem } from "./kinds";

const brick = await meshPart("brick", "Brick", block(), [printWork()]);
const other = { ...brick, id: "wall", name: "Wall" };
const project = projectOf([brick, other], [], {
  recipes: [{ ...STARTERS.find((r) => r.id === "starter-timber")!, id: "timber" }],
  joints: [{ ...newJoint("m", "brick", { kind: "part", partId: "wall" }), widthMm: 0.3 }],
  zones: [
    {
      id: "z",
      boardId: "b",
      name: "Creek",
      is: "water",
      outlineMm: rectangle(100, 50),
      levelMm: -9,
      slopeDeg: 35,
      ballMm: 0,
    },
  ],
  layers: [{ id: "mud", zoneId: "z", methodId: "two-part", depthMm: 20, by: "volume" }],
});
const around = surroundingsOf(project);
const beginning: Beginning = {
  ...around,
  partId: "brick",
  sizeMm: [40, 30, 20],
  material: "filament print",
  printed: true,
  paints: project.paints,
  printers: project.scene.printers,
  joints: ["m"],
  hasJoint: () => false,
  has: () => false,
  facts: () => brick.prints[0],
};

/** One of each kind, as somebody might have it. */
const EXAMPLES: WorkItem[] = [
  printWork(),
  { id: "h", kind: "hide", school: "fill-and-sand", surfaceId: "s" },
  { id: "s", kind: "seam", jointId: "m", filler: "putty" },
  { id: "c", kind: "coat", paintId: "primer", method: "spray", coats: 2 },
  {
    id: "re",
    kind: "recipe",
    recipeId: "timber",
    differs: [
      { stepId: "s2", paintId: "stone" },
      { stepId: "s3", skip: true },
    ],
  },
  { id: "m1", kind: "mask", what: "tape", places: 3 },
  { id: "g", kind: "glue", jointId: "m" },
  { id: "gr", kind: "ground", recipeId: "sand-and-grit", areaMm2: 1000, depthMm: 2 },
  { id: "la", kind: "layer", layerId: "mud" },
  { id: "b", kind: "bench", task: "inspect", rounds: 2, mostAnEvening: null },
  { id: "o", kind: "own", title: "My usual base", handsOnS: 600, waitS: 43200, family: "water acrylic", procedureId: null },
];

const root = path.resolve(import.meta.dirname, "../..");
const sources = (dir: string): string[] =>
  readdirSync(path.join(root, dir), { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() ? sources(`${dir}/${e.name}`) : /\.tsx?$/.test(e.name) && !/\.test\.tsx?$/.test(e.name) ? [`${dir}/${e.name}`] : [],
  );

describe("kinds of work", () => {
  it("nothing outside their files switches on them", () => {
    const names = WORK_KINDS.map((k) => k.kind).join("|");
    const switches = new RegExp(`\\bonly<|kind\\s*[!=]==?\\s*"(${names})"|case "(${names})":|kind: "(${names})" \\}>`);
    const found = ["app", "core", "store", "cli", "workers", "demo"]
      .flatMap(sources)
      // Migrations are frozen: they know the kinds of their day.
      .filter((file) => !/^core\/stations\/[a-z]+\/kinds\/|^store\/migrations\//.test(file))
      .flatMap((file) =>
        readFileSync(path.join(root, file), "utf8")
          .split("\n")
          .flatMap((line, i) => (switches.test(line) ? [`${file}:${i + 1}: ${line.trim()}`] : [])),
      );
    // A request for a print's figures is a kind of result, not of work.
    expect(found.filter((line) => !/\br\.kind|request\.kind/.test(line))).toEqual([]);
  });

  it("have an example of each here", () => {
    expect(new Set(EXAMPLES.map((e) => e.kind))).toEqual(new Set(WORK_KINDS.map((k) => k.kind)));
  });

  it.each(EXAMPLES.map((e) => [e.kind, e] as const))("%s: its fields are those of its item, and no others", (_, item) => {
    const kind = kindOf(item);
    const schema = Joi.object({ id: Joi.string(), kind: Joi.valid(item.kind), ...schemasOf(kind.fields) }).options({
      presence: "required",
    });
    expect(schema.validate(item).error).toBeUndefined();
    expect(schema.validate({ ...item, gossip: 1 }).error).toBeDefined();
    for (const [field, { schema: own }] of Object.entries<Field>(kind.fields)) {
      if (own.describe().flags && (own.describe().flags as { presence?: string }).presence === "optional") continue;
      const without: Record<string, unknown> = { ...item };
      delete without[field];
      expect(schema.validate(without).error, field).toBeDefined();
    }
    expect(kind.words(item, around).title.length).toBeGreaterThan(3);
    for (const r of kind.refers(item)) {
      expect(r.field.split(".").reduce((x: unknown, key) => (x as Record<string, unknown>)[key], item)).toBe(r.id);
      expect(kind.refers(naming(item, r.field, "another")).some((x) => x.field === r.field && x.id === "another")).toBe(true);
    }
  });

  it.each(EXAMPLES.map((e) => [e.kind, e] as const))("%s: stands with a station, and can be changed on screen", (_, item) => {
    const kind = kindOf(item);
    const homes = readdirSync(path.join(root, "core/stations")).filter((s) =>
      existsSync(path.join(root, "core/stations", s, "kinds", `${item.kind}.ts`)),
    );
    expect(homes).toHaveLength(1);
    if (typeof kind.station === "string") expect(homes).toEqual([kind.station]);
    for (const [name, { label, form }] of Object.entries<Field>(kind.fields)) expect(form === null || label.length > 1, name).toBe(true);
    for (const s of stepsOfPart({ ...brick, work: [item] }, project)) for (const need of s.needs) expect(NEEDS[need], need).toBeDefined();
  });

  it.each(EXAMPLES.map((e) => [e.kind, e] as const))("%s: notes and licence of another part are nothing to its steps", (_, item) => {
    const steps = (name: string): object[] =>
      stepsOfPart(
        { ...brick, work: [item] },
        projectOf([brick, { ...other, notes: name, licence: name }], [], { joints: project.scene.joints }),
      );
    expect(steps("a")).toEqual(steps("b"));
  });

  it("another printer has no hours of the old one", () => {
    const fields = (kind: WorkItem["kind"]) => WORK_KINDS.find((k) => k.kind === kind)!.fields as Record<string, Field>;
    expect(fields("print").printerId.brings!("resin", "Resin")).toEqual({ printerId: "resin", turn: null, typed: null, sliced: null });
  });

  it.each(WORK_KINDS.filter((k) => k.begin).map((k) => [k.kind, k] as const))("%s: what it begins as can be stored", (_, kind) => {
    const item = kind.begin!.make("new", beginning)!;
    const schema = Joi.object({ id: Joi.string(), kind: Joi.valid(kind.kind), ...schemasOf(kind.fields) }).options({
      presence: "required",
    });
    expect(schema.validate(item).error).toBeUndefined();
  });

  it.each(EXAMPLES.map((e) => [e.kind, e] as const))(
    "%s: its steps have names of their own, finite times and known cautions",
    (_, item) => {
      const steps = stepsOfPart({ ...brick, work: [item] }, project);
      expect(steps.length).toBeGreaterThan(0);
      expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
      for (const s of steps) {
        expect(Number.isFinite(s.handsOnS + s.waitS + s.machineS)).toBe(true);
        expect(Math.min(s.handsOnS, s.waitS, s.machineS)).toBeGreaterThanOrEqual(0);
        for (const c of s.cautions) expect(CAUTIONS[c]).toBeDefined();
        expect(s.rests.kind).toBe(item.kind);
      }
      for (const film of [kindOf(item).film(item, around) ?? []].flat())
        expect([film.family in FAMILIES, film.method in METHODS]).toEqual([true, true]);
    },
  );

  it.each(["thick-coat", "fill-and-sand", "uv-resin", "leave"] as const)(
    "%s: plan and core sample lay down the same number of coats",
    (school) => {
      const part = hiding(brick, school, 3);
      const found = surroundingsOfPart(part, project).hidden!({ school, surfaceId: "s" })!;
      const laid = found.plan.stages.filter((s) => s.product !== null && s.round === 1).length;
      const layers = stackOfPart(part, project).filter((l) => l.itemId === "h");
      expect(layers.reduce((n, l) => n + l.coats, 0)).toBe(laid);
      const steps = stepsOfPart(part, project).filter((s) => s.itemId === "h");
      expect(steps.map((s) => s.handsOnS)).toEqual(found.plan.stages.map((s) => s.handsOnS));
    },
  );

  it("hiding a surface that is not in the mesh says so, and is still to be done", () => {
    const part: Part = { ...brick, work: [{ id: "h", kind: "hide", school: "sand", surfaceId: "nowhere" }] };
    const [step] = stepsOfPart(part, project);
    expect(step.title).toMatch(/not found in the mesh yet/);
    expect(step.handsOnS).toBeGreaterThan(0);
  });

  it("a part that grows takes along what is planned by area, and nothing else", () => {
    for (const item of EXAMPLES) {
      const area = (x: object): unknown => (x as { areaMm2?: number }).areaMm2;
      const grown = kindOf(item).resized?.(item, 2) ?? item;
      expect(area(grown), item.kind).toBe(area(item) === undefined ? undefined : (area(item) as number) * 4);
    }
  });
});

describe("what depends on another part", () => {
  const joint: WorkItem = { id: "g", kind: "glue", jointId: "m" };
  const { joints } = project.scene;
  it("follows its id: a new name changes the words, not the order", () => {
    const with_ = (name: string) =>
      projectOf(
        [
          { ...brick, work: [...brick.work, joint] },
          { ...other, name },
        ],
        [],
        { joints },
      );
    for (const name of ["Wall", "Garden wall", "Brick"]) {
      const step = stepsOfProject(with_(name)).find((s) => s.itemId === "g")!;
      expect(step.after).toEqual(["brick/print/clear0", "wall/print/clear0"]);
      expect(step.title).toContain(name);
    }
  });
  it("holds whatever the order of the parts", () => {
    const parts = [{ ...brick, work: [...brick.work, joint] }, other];
    const after = (list: typeof parts) => stepsOfProject(projectOf(list, [], { joints })).find((s) => s.itemId === "g")!.after;
    expect(after([...parts].reverse())).toEqual(after(parts));
    expect(gluesIn(parts[0].work)).toEqual([joint]);
  });
});
