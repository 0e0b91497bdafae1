import { beforeAll, describe, expect, it } from "vitest";
import { defaultWork, stepsOfProject, tonight } from "../plan";
import type { Joint, JointHow } from "../joint";
import { linedSurfaces, newJoint, surfacesOf, type Part, type Project, type WorkItem } from "../project";
import { layoutViews } from "../drawing";
import { ratioScale } from "../scale";
import { block, coat, hiding, HOUR, meshPart, mound, print, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { firstLook, type Note } from "./firstLook";

let hill: Part;
let brick: Part;
beforeAll(async () => {
  hill = await meshPart("hill", "Hill", mound());
  brick = await meshPart("brick", "Brick", block());
});

const look = (part: Part, project: Project): Map<string, Note> =>
  new Map(firstLook(part, project, tonight(project, THURSDAY, 60)).map((n) => [n.id, n]));

describe("what a part is held to and does not keep", () => {
  const none = { clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null };
  const told = async (more: Partial<Part>, scene: Partial<Project["scene"]> = {}): Promise<Map<string, Note>> => {
    const part = { ...brick, ...more };
    return look({ ...part, surfaceMap: null }, projectOf([part], [], scene));
  };
  it("nothing is said while everything is kept", async () => {
    const notes = await told({});
    for (const id of ["own-scale", "thin", "home"]) expect(notes.has(id), id).toBe(false);
  });
  it("another scale of its own, with the per cent to type", async () => {
    const sightings = [{ id: "d", thing: "a door", lowRealMm: 2032, highRealMm: 2032, fileMm: 2032 / 72, how: "picked" as const }];
    const note = (await told({ sightings })).get("own-scale")!;
    expect(note.bold).toBe("Looks like 1:72: 22 % too small here");
    expect(note.plain).toBe("print it at 128.5 % (126 to 131)");
  });
  it("thin walls for the printer that is best, by how it is handled", async () => {
    const source = brick.source.kind === "mesh" ? brick.source : undefined;
    const walls = {
      version: 1,
      points: 100,
      wallMm: Array.from({ length: 100 }, () => 1),
      gapMm: [],
      thin: [{ mm: 1, at: [0, 0, 0] as [number, number, number] }],
      narrow: [],
    };
    const handled = await told({ source: { ...source!, walls }, differs: { handling: "weekly" } });
    expect(handled.get("thin")!.bold).toBe("Walls down to 1 mm");
    expect(handled.get("thin")!.plain).toMatch(/needs 1\.(2|35) mm; 100 % of the surface is thinner/);
    expect((await told({ source: { ...source!, walls }, differs: { handling: "shelf" } })).has("thin")).toBe(false);
  });
  it("house standards and where it is to live", async () => {
    const house = { gridMm: null, clipSlotMm: 4.2, wallHeightMm: null, baseMm: null, groundHex: null };
    const homes = [
      { id: "low", name: "the low shelf", kind: "shelf" as const, sizeMm: [300, 200, 25] as [number, number, number] },
      { id: "slot", name: "the slot", kind: "box" as const, sizeMm: [30, 30, 30] as [number, number, number] },
    ];
    const notes = await told({ measures: { ...none, clipSlotMm: 3.5 } }, { house, homes });
    expect([...notes.values()].find((n) => n.bold === "Off the house standard")!.plain).toMatch(
      /clip 3.5 mm is 0.7 mm under the standard 4.2 mm/,
    );
    expect(notes.get("home")!.bold).toMatch(/does not fit the low shelf: 5 mm too long/);
    expect(notes.get("home")!.plain).toMatch(/and 1 more/);
  });
  it("what its surface is in real life decides what is done about lines", () => {
    const filament = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
    const of = (material: string): Part => {
      const known = hiding(filament, "leave");
      return { ...filament, surfaces: known.surfaces.map((s) => ({ ...s, name: "", material })) };
    };
    const thatched = of("thatch");
    const note = look(thatched, projectOf([thatched], [], { viewingDistanceMm: 250 })).get("lines")!;
    expect(note).toMatchObject({ act: false, plain: "thatch: leave: the relief hides the lines" });
    const iron = of("metal");
    expect(look(iron, projectOf([iron], [], { viewingDistanceMm: 250 })).get("lines")!.act).toBe(true);
  });
});

describe("the five sentences", () => {
  it("say what it is, which printer, hours, lines, and what to do tonight", () => {
    const notes = look(hill, projectOf([hill], [], { scale: ratioScale(50) }));
    expect([...notes.keys()]).toEqual(["size", "printer", "hours", "lines", "tonight"]);
    expect(notes.get("size")).toMatchObject({
      bold: "1.1 m tall in real life",
      plain: "lower than a door, which is 39.6 mm at this scale",
    });
    expect(notes.get("printer")!.bold).toMatch(/, as it stands$/);
    expect(notes.get("hours")!.bold).toMatch(/^\d+ (h|min).* on (filament|resin), \d+ min hands-on$/);
    expect(notes.get("tonight")).toMatchObject({ act: false, bold: "First tonight: plan this part" });
  });

  it("every computed sentence can say why", () => {
    const notes = look(hill, projectOf([hill]));
    for (const id of ["size", "printer", "hours"]) {
      const reasons = notes.get(id)!.reasons!;
      expect(reasons.formula.length, id).toBeGreaterThan(10);
      expect(reasons.inputs.length, id).toBeGreaterThan(0);
      expect(reasons.assumptions.length, id).toBeGreaterThan(0);
    }
  });

  it("name the surface whose lines show, more so in the hand than across a table", () => {
    const filament = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
    const far = look(filament, projectOf([filament])).get("lines")!;
    const near = look(filament, projectOf([filament], [], { viewingDistanceMm: 250 })).get("lines")!;
    expect(far.bold).toMatch(/^Lines every 0\.55 mm on the round top/);
    expect(far).toMatchObject({ act: false, plain: "hardly visible; a dry brush will catch them, from 1 m" });
    expect(near).toMatchObject({ act: true, plain: "plain to see, from 250 mm" });
  });

  it("say that a block's walls show lines on filament, and nothing does on resin", () => {
    const only = (process: "fdm" | "resin") => ({
      ...brick,
      prints: brick.prints.filter((f) => (f.one.process === "fdm") === (process === "fdm")),
    });
    expect(look(only("fdm"), projectOf([only("fdm")])).get("lines")!.bold).toMatch(
      /^Lines every 0\.2 mm on the (front|back|left|right) wall/,
    );
    expect(look(only("resin"), projectOf([only("resin")])).get("lines")!.bold).toBe("No lines will show");
  });

  it("say what speaks for and against buying it, with the price a piece, until it is planned", () => {
    const priced = { ...brick, copies: 2, fileCost: { minor: 450, currency: "EUR" } };
    const note = look(priced, projectOf([priced])).get("buy")!;
    expect(note.bold).toBe("Nothing against buying it");
    expect(note.plain).toMatch(/^4\.50 EUR for the file, about \d+\.\d\d EUR to print: \d+\.\d\d EUR per piece/);
    expect(look(brick, projectOf([brick])).has("buy")).toBe(false);
  });

  it("say which printer a part is too long for", () => {
    const long = {
      ...brick,
      prints: brick.prints.map((f) =>
        f.printerId === "small-filament" ? { ...f, fits: false, pieces: 2, overMm: [46, 0, 0] as [number, number, number] } : f,
      ),
    };
    expect(look(long, projectOf([long])).get("printer")!.plain).toBe("Small filament: too long by 46 mm, 2 pieces");
  });

  it("act when it fits no printer", () => {
    const huge = {
      ...brick,
      prints: brick.prints.map((f) => ({ ...f, fits: false, pieces: 3, overMm: [90, 0, 0] as [number, number, number] })),
    };
    expect(look(huge, projectOf([huge])).get("printer")).toMatchObject({ act: true });
  });

  it("wait for the slicing without pretending", () => {
    const fresh = { ...brick, prints: [] };
    expect(look(fresh, projectOf([fresh])).get("printer")!.bold).toBe("Calculating printers and hours");
  });

  it("need no printer for what is made by hand", () => {
    const base = sizePart("Base", { kind: "scratch", sizeMm: [320, 240, 25], material: "foam" });
    const notes = look(base, projectOf([base]));
    expect(notes.get("hand")!.bold).toBe("Made by hand, of foam");
    expect(notes.has("lines")).toBe(false);
  });

  it("name what is wrong with the mesh, with its count", () => {
    const source = brick.source.kind === "mesh" ? brick.source : null;
    const warnings = [{ code: "mesh.open", message: "The surface has holes: size and area hold, volume is only a guide.", count: 1200 }];
    const open = { ...brick, source: { ...source!, noted: warnings } };
    expect(look(open, projectOf([open])).get("mesh.open")).toMatchObject({ act: true, bold: "The surface has holes (1,200)" });
  });
});

describe("what tonight says of a part", () => {
  it("offers its next step, tells a running print, and rests when all is done", () => {
    const planned = { ...brick, work: [print()] };
    expect(look(planned, projectOf([planned])).get("tonight")!.bold).toBe("Tonight: start the print");
    const running = projectOf(
      [planned],
      [record("brick", "brick/print/start0", { time: "machine", startedAt: THURSDAY - 60000, plannedS: 7200 })],
    );
    expect(look(planned, running).get("tonight")!.bold).toBe("Printing, 1 h 59 to go");
    const done = projectOf(
      [planned],
      [
        record("brick", "brick/print/start0", { time: "machine", startedAt: THURSDAY - 9 * HOUR, finishedAt: THURSDAY - 5 * HOUR }),
        record("brick", "brick/print/clear0", { startedAt: THURSDAY - 4 * HOUR, finishedAt: THURSDAY - 3 * HOUR, result: "good", good: 1 }),
      ],
    );
    expect(look(planned, done).get("tonight")!.bold).toBe("All its steps are done");
  });
});

describe("what is printed already", () => {
  const good = (n: number): Part => ({ ...brick, copies: 12, goodBefore: n });
  const hours = (part: Part): string => look(part, projectOf([part])).get("hours")!.bold;
  it("takes no more hours; what is left says so", () => {
    expect(hours(good(0))).not.toMatch(/still to print/);
    expect(hours(good(9))).toMatch(/^3 still to print: /);
    expect(hours(good(12))).toBe("All 12 are printed");
  });
  it("hours of before a change say so, those of what is printed need not", () => {
    const old = (part: Part): Part => ({ ...part, prints: part.prints.map((f) => ({ ...f, stale: true as const })) });
    const plain = (part: Part): string => look(part, projectOf([part])).get("hours")!.plain;
    expect(plain(old(good(0)))).toMatch(/before the last change/);
    expect(plain(good(0))).not.toMatch(/before the last change/);
    expect(plain(old(good(12)))).toBe("");
  });
  it("a plan without a print of what is missing is not done", () => {
    const painted: Part = { ...good(0), work: [coat("c", "primer")] };
    const [step] = stepsOfProject(projectOf([painted]));
    const done = projectOf([painted], [record(painted.id, step.key, { finishedAt: 1, result: "good" })]);
    expect(look(painted, done).get("tonight")!.bold).toBe("0 of 12 printed: no print planned for the rest");
    const whole = { ...painted, goodBefore: 12 };
    expect(look(whole, { ...done, parts: [whole] }).get("tonight")!.bold).toBe("All its steps are done");
  });
});

describe("the plan that is proposed", () => {
  let n = 0;
  const id = (): string => `w${n++}`;
  it("prints, fits dry, files, washes, primes, inspects, paints, hides what shows and seals, in that order", () => {
    const filament = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
    const near = defaultWork(filament, projectOf([filament], [], { viewingDistanceMm: 250 }), id).items;
    const of = (work: readonly WorkItem[]) => work.map((w) => ("paintId" in w ? w.paintId : "task" in w ? w.task : w.kind));
    // Stippling is paint: over the base coat, and the second tone is dabbed, since a brush would bring the lines back.
    expect(of(near)).toEqual(["print", "dry-fit", "file", "wash", "primer", "inspect", "brown", "hide", "stone", "matt"]);
    expect(near[7]).toMatchObject({ kind: "hide", school: "stipple" });
    expect(near[8]).toMatchObject({ method: "sponge" });
    // From a metre only a brush would find them, and none is planned: nothing is to hide.
    const far = defaultWork(filament, projectOf([filament]), id).items;
    expect(of(far)).toEqual(["print", "dry-fit", "file", "wash", "primer", "inspect", "brown", "stone", "matt"]);
    expect(far.filter((w) => w.kind === "coat").map((w) => w.method)).toEqual(["brush", "brush", "sponge", "brush"]);
  });
  const joined = (how: JointHow): Joint => ({ ...newJoint("j", hill.id, { kind: "words", words: "another" }), how });
  it("puts what snaps or moves together last, when it is painted", () => {
    for (const how of ["clipped", "slides"] as const) {
      const kit = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
      const work = defaultWork(kit, projectOf([kit], [], { joints: [joined(how)] }), id).items;
      expect(work.at(-1)).toMatchObject({ kind: "bench", task: "join" });
      expect(work.findIndex((w) => w.kind === "coat")).toBeLessThan(work.length - 1);
    }
  });
  it("fills the seams of what is glued from several pieces before paint comes", () => {
    const prints = hill.prints.filter((f) => f.printerId !== "resin").map((f) => ({ ...f, pieces: 3, perPlate: 1 }));
    const said = (how: JointHow): string[] =>
      defaultWork({ ...hill, prints }, projectOf([hill], [], { joints: [joined(how)] }), id).items.map((w) =>
        "task" in w ? w.task : w.kind,
      );
    expect(said("glued").slice(0, 6)).toEqual(["print", "dry-fit", "file", "wash", "seams", "coat"]);
    expect(said("clipped")).not.toContain("seams");
  });
  it("leaves printing out of what is made by hand, and coats out when the rack is empty", () => {
    const base = sizePart("Base", { kind: "scratch", sizeMm: [320, 240, 25], material: "foam" });
    expect(defaultWork(base, projectOf([base]), id).items.every((w) => w.kind === "coat")).toBe(true);
    expect(defaultWork(base, { ...projectOf([base]), paints: [] }, id).items).toEqual([]);
  });
  it("hides nothing that a resin layer does not show", () => {
    const resin = { ...hill, prints: hill.prints.filter((f) => f.printerId === "resin") };
    expect(linedSurfaces(surfacesOf(resin, projectOf([resin]).scene))).toEqual([]);
    expect(defaultWork(resin, projectOf([resin]), id).items.some((w) => w.kind === "hide")).toBe(false);
  });
  it("says of which surface, so that it is found again", () => {
    const filament = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
    const { items, surfaces } = defaultWork(filament, projectOf([filament], [], { viewingDistanceMm: 250 }), id);
    const hide = items.find((w) => w.kind === "hide")!;
    const planned = { ...filament, work: items, surfaces };
    expect(surfacesOf(planned, projectOf([planned]).scene).find((k) => k.said?.id === hide.surfaceId)!.name).toBe("round top");
  });
});

describe("where the views stand", () => {
  const overlap = (a: { x: number; y: number; w: number; h: number }, b: typeof a): boolean =>
    a.x < b.x + b.w && b.x < a.x + a.w && a.y - a.h < b.y && b.y - b.h < a.y;
  it.each([
    [120, 120, 22],
    [112, 216, 118],
    [320, 240, 25],
    [12, 12, 12],
    [3, 90, 300],
  ])("%d × %d × %d mm: one scale, no overlap, inside the width", (x, y, z) => {
    const view = (name: "front" | "side" | "plan", widthMm: number, heightMm: number) => ({
      name,
      widthMm,
      heightMm,
      outline: [],
      features: [],
      hidden: [],
    });
    for (const width of [330, 540, 720, 1100]) {
      const l = layoutViews([view("front", x, z), view("side", y, z), view("plan", x, y)], width, 340, 31);
      const boxes = l.views.map((v) => ({ x: v.x, y: v.y, w: v.view.widthMm * l.pxPerMm, h: v.view.heightMm * l.pxPerMm }));
      expect(l.pxPerMm).toBeGreaterThan(0);
      expect(l.width).toBeLessThanOrEqual(width + 1);
      for (let i = 0; i < 3; i++) {
        expect(boxes[i].y - boxes[i].h).toBeGreaterThanOrEqual(0);
        for (let j = i + 1; j < 3; j++) expect(overlap(boxes[i], boxes[j])).toBe(false);
      }
    }
  });
});
