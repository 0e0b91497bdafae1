import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, coneMesh, cylinderMesh, MeshBuilder, writeStl, writeThreeMf } from "../core/mesh";
import { run } from "./verbs";

const folder = mkdtempSync(path.join(tmpdir(), "inch-"));
const file = (name: string, data: Uint8Array | string): string => {
  const at = path.join(folder, name);
  writeFileSync(at, data);
  return at;
};
const box = file("box.stl", writeStl(boxMesh(10, 20, 30)));
const value = async (...args: Parameters<typeof run>): Promise<Record<string, unknown>> => {
  const r = await run(...args);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value as Record<string, unknown>;
};

describe("inch convert", () => {
  it("reads a length and turns it both ways", async () => {
    expect(await value("convert", "6 ft", { scale: "1:72" })).toEqual({
      mm: 1828.8,
      readAs: "1 828.8 mm",
      modelMm: 25.4,
      realMm: 131673.6,
    });
    expect(await value("convert", "1 m 75", {})).toEqual({ mm: 1750, readAs: "1 750 mm", modelMm: null, realMm: null });
  });
  it.each([
    ["1,000 mm", {}, "length.ambiguous"],
    ["1.5.2 mm", {}, "length.unread"],
    ["1 m", { scale: "1:1,200" }, "scale.ambiguous"],
    ["1 m", { scale: "wide" }, "usage.scale"],
  ])("asks again about %s %j", async (text, options, code) =>
    expect(await run("convert", text, options)).toMatchObject({ ok: false, problem: { code } }),
  );
});

describe("inch coats with dates and air", () => {
  const stack = (days: number, airC = 20) =>
    file(
      `stack-${days}-${airC}.json`,
      JSON.stringify({
        layers: [
          { family: "solvent primer", method: "spray", atH: 0, airC, rh: 50 },
          { family: "enamel", atH: 24, airC, rh: 50 },
          { family: "solvent varnish", method: "spray", atH: 24 + days * 24, airC, rh: 50 },
        ],
      }),
    );
  it("clears a stop by a planned wait, which cold lengthens", async () => {
    expect((await value("coats", stack(3), {})).ok).toBe(false);
    expect((await value("coats", stack(12), {})).ok).toBe(true);
    expect((await value("coats", stack(12, 5), {})).ok).toBe(false);
  });
  it("refuses a layer that is laid before one below it", async () => {
    const back = file(
      "back.json",
      JSON.stringify({
        layers: [{ family: "enamel", atH: 9 }, { family: "enamel" }, { family: "enamel", atH: 3 }],
      }),
    );
    expect(await run("coats", back, {})).toMatchObject({ ok: false, problem: { code: "coats.order", where: "layers.2.atH" } });
  });
});

describe("inch inspect", () => {
  it("measures a box of 10 × 20 × 30", async () => {
    const r = await value("inspect", box, { scale: "1:64" });
    expect(r).toMatchObject({
      format: "stl-binary",
      unit: { name: "mm", guessed: true },
      total: { triangles: 12, volumeMm3: 6000, areaMm2: 2200 },
    });
    expect((r.parts as Record<string, unknown>[])[0]).toMatchObject({
      vertices: 8,
      shells: 1,
      watertight: true,
      realSizeM: [0.64, 1.28, 1.92],
    });
  });
  it("takes inches when told", async () =>
    expect((await value("inspect", box, { unit: "in" })).total).toMatchObject({ bboxMm: { size: [254, 508, 762] } }));
  it.each([
    [{ unit: "furlong" }, "usage.choice"],
    [{ scale: "64" }, "usage.scale"],
  ])("refuses %j", async (options, code) => expect(await run("inspect", box, options)).toMatchObject({ ok: false, problem: { code } }));
});

describe("inch inspect, several bodies and walls", () => {
  it("every item of a 3MF's build is a part, copies too, in the file's own unit", async () => {
    const cargo = file(
      "cargo.3mf",
      writeThreeMf([
        { name: "Crate", mesh: boxMesh(10, 20, 30), copies: 2 },
        { name: "Drum", mesh: cylinderMesh(5, 10, 64), copies: 1 },
      ]),
    );
    const r = await value("inspect", cargo, {});
    expect(r).toMatchObject({ format: "3mf", unit: { name: "mm", guessed: false }, total: { triangles: 12 + 12 + 256 } });
    const parts = r.parts as { name: string; volumeMm3: number; watertight: boolean; shells: number }[];
    expect(parts.map((p) => p.name)).toEqual(["Crate", "Crate", "Drum"]);
    expect(parts.every((p) => p.watertight && p.shells === 1)).toBe(true);
    // Volume of a 64-gon prism: 0.998394 of the cylinder's (inscribed polygon).
    expect(parts[2].volumeMm3 / (Math.PI * 250)).toBeCloseTo(0.998394, 4);
    expect((r.total as { volumeMm3: number }).volumeMm3).toBeCloseTo(12000 + parts[2].volumeMm3, 1);
  });
  it("closed groups of an OBJ are parts; the thinnest wall of each is what it was built as", async () => {
    const plates = [1.2, 3]
      .map((wall, i) => {
        const b = new MeshBuilder().box([i * 100, 0, 0], [i * 100 + 60, 40, wall]).build();
        const v = Array.from({ length: b.positions.length / 3 }, (_, k) => `v ${b.positions.slice(k * 3, k * 3 + 3).join(" ")}`);
        const f = Array.from(
          { length: b.indices.length / 3 },
          (_, k) => `f ${[0, 1, 2].map((c) => b.indices[k * 3 + c] + 1 + i * 8).join(" ")}`,
        );
        return [`o plate${i}`, ...v, ...f].join("\n");
      })
      .join("\n");
    const r = await value("inspect", file("plates.obj", plates), {});
    const parts = r.parts as { name: string; thinnestWallMm: number }[];
    expect(parts.map((p) => p.name)).toEqual(["plate0", "plate1"]);
    expect(parts[0].thinnestWallMm).toBeCloseTo(1.2, 4);
    expect(parts[1].thinnestWallMm).toBeCloseTo(3, 4);
  });
  it("an open sheet has no wall to speak of", async () => {
    const sheet = new MeshBuilder().quad([0, 0, 0], [50, 0, 0], [50, 50, 0], [0, 50, 0]).build();
    const r = await value("inspect", file("sheet.stl", writeStl(sheet)), {});
    expect((r.parts as Record<string, unknown>[])[0]).toMatchObject({
      thinnestWallMm: null,
      watertight: false,
      boundaryEdges: 4,
      holes: 1,
    });
  });
  it("a package that is cut short is a problem with its place", async () => {
    const cut = file("cut.3mf", writeThreeMf([{ name: "x", mesh: boxMesh(9, 9, 9), copies: 1 }]).slice(0, 150));
    expect(await run("inspect", cut, {})).toMatchObject({ ok: false, problem: { code: "3mf.zip" } });
  });
});

describe("inch estimate", () => {
  it("counts layers and copies", async () => {
    const one = await value("estimate", box, { process: "fdm" }),
      ten = await value("estimate", box, { process: "fdm", copies: "10" });
    expect(one).toMatchObject({ layers: 150, plates: 1, fits: true });
    expect((ten.massG as number) / (one.massG as number)).toBeCloseTo(10, 6);
    expect((one.assumptions as unknown[]).length).toBeGreaterThan(2);
  });
  it("takes resin by height", async () =>
    expect(await value("estimate", box, { process: "resin", layer: "0.05" })).toMatchObject({ layers: 700 }));
  it("reads a profile of one's own, and says what is wrong with it", async () => {
    const bad = file("bad.json", '{"process":"fdm"}');
    expect(await run("estimate", box, { process: "fdm", "printer-file": bad })).toMatchObject({
      ok: false,
      problem: { code: "printer.profile" },
    });
    expect(await run("estimate", box, {})).toMatchObject({ ok: false, problem: { code: "usage.process" } });
    expect(await run("estimate", box, { process: "fdm", layer: "-1" })).toMatchObject({ ok: false, problem: { code: "usage.number" } });
  });
});

describe("inch surface", () => {
  let cone: string;
  beforeAll(() => {
    cone = file("hill.stl", writeStl(coneMesh(20, 40, 48)));
  });
  it("names the surfaces of a roof, with steps as they are (Dolenc & Mäkelä 1994), and what to do", async () => {
    const r = (await value("surface", cone, { layer: "0.2", distance: "0.6" })) as {
      surfaces: {
        name: string;
        areaMm2: number;
        slopeDeg: number;
        stepMm: number;
        pitchMm: number;
        seen: string;
        school: string;
        why: string;
      }[];
    };
    const top = r.surfaces.find((s) => s.name === "round top")!;
    const phi = (top.slopeDeg * Math.PI) / 180;
    expect(top.stepMm).toBeCloseTo(Math.max(0.1, 0.2 * Math.cos(phi)), 3);
    expect(top.why.length).toBeGreaterThan(10);
    const halved = (await value("surface", cone, { layer: "0.1", distance: "0.6" })) as typeof r;
    expect(halved.surfaces.find((s) => s.name === "round top")!.pitchMm / top.pitchMm).toBeCloseTo(0.5, 3);
  });
  it("printed upside down, it is still looked at as it stands", async () => {
    const r = (await value("surface", cone, { layer: "0.2", distance: "0.6", turn: "1,0,0,0" })) as {
      surfaces: { name: string; school: string }[];
    };
    expect(r.surfaces.find((s) => s.name === "round top")!.school).not.toBe("leave");
    expect(r.surfaces.find((s) => s.name === "underside")!.school).toBe("leave");
  });
  it.each([
    [{ distance: "1" }, "usage.layer"],
    [{ layer: "0.2" }, "usage.distance"],
    [{ layer: "thin", distance: "1" }, "usage.number"],
    [{ layer: "0.2", distance: "1", turn: "1,2" }, "usage.turn"],
    [{ layer: "0.2", distance: "1", process: "clay" }, "usage.choice"],
  ])("%o is refused with %s", async (options, code) => {
    expect(await run("surface", cone, options as never)).toMatchObject({ ok: false, problem: { code } });
  });
});

describe("inch orient", () => {
  it("gives ways that nobody dominates, each with its rotation and why", async () => {
    const cone = file("cone.stl", writeStl(coneMesh(20, 40, 48)));
    const r = await value("orient", cone, { process: "fdm" });
    const [best] = r.candidates as { rotation: number[]; fits: boolean; why: string[]; supportMm3: number; maxStepMm: number }[];
    expect(best).toMatchObject({ rotation: [0, 0, 0, 1], fits: true, supportMm3: 0, islands: 0, heightMm: expect.closeTo(40, 4) });
    // The side of a cone of 20 × 40 leans by atan(2) from level: 0.2 × cos.
    expect(best.maxStepMm).toBeCloseTo(0.2 / Math.sqrt(5), 3);
    expect(best.why).toContain("most reliable");
  });
  it("looks at a turn that is asked for, and refuses what is none", async () => {
    const h = Math.SQRT1_2;
    const r = await value("estimate", box, { process: "resin", turn: `${h},0,0,${h}` });
    expect(r.rotation).toEqual([h, 0, 0, h]);
    for (const turn of ["1,1,1,1", "up", "0,0,1", "0,0,0,0", "NaN,0,0,1"])
      expect(await run("orient", box, { process: "fdm", turn })).toMatchObject({ ok: false, problem: { code: "usage.turn" } });
  });
});

describe("inch gcode", () => {
  it("reads a file of moves", async () => {
    const r = await value("gcode", file("a.gcode", "G21\nG90\nM83\nG1 Z0.2 F600\nG1 X50 E2.5 F6000\nG1 E-1\n"), {});
    expect(r).toMatchObject({
      layers: 1,
      filamentMm: 1.5,
      retractions: 1,
      units: "mm",
      mode: "absolute, extrusion relative",
      warnings: [],
    });
    expect(r.bboxMm).toEqual({ min: [0, 0, 0.2], max: [50, 0, 0.2], size: [50, 0, 0] });
  });
  it("says what is wrong with what is none", async () => {
    expect(await run("gcode", box, {})).toMatchObject({ ok: false, problem: { code: expect.stringMatching(/^gcode\./) } });
    expect(await run("gcode", "/nowhere.gcode", {})).toMatchObject({ ok: false, problem: { code: "file.unreadable" } });
  });
});

describe("inch fit and inch hold", () => {
  const ask = (verb: string, given: unknown) => run(verb, file(`${verb}.json`, JSON.stringify(given)), {});
  const asked = { nominalMm: 0.25, biasMm: 0.04, biasSpreadMm: 0.03, spreadMm: 0.06, filmsMm: [0.06, 0.05], needMm: 0.04, count: 5 };
  it("give the worked values, and say what is wrong with a file and where", async () => {
    const fit = await ask("fit", asked);
    expect(fit.ok && fit.value).toMatchObject({ roomMm: expect.closeTo(0.1, 9), chance: expect.closeTo(0.814, 3) });
    expect(await ask("hold", { kind: "tip", massG: 40, centreMm: 50, edgeMm: 15 })).toMatchObject({
      ok: true,
      value: { tipDeg: expect.closeTo(16.7, 1) },
    });
    expect(await ask("hold", { kind: "leg", eMPa: 2000, dMm: 1.8, lengthMm: 25 })).toMatchObject({
      value: { buckleN: expect.closeTo(4.07, 2) },
    });
    expect(await ask("hold", { kind: "butt", widthMm: 10, thickMm: 2, forceN: 0.6, leverMm: 60 })).toMatchObject({
      value: { stressMPa: expect.closeTo(5.4, 6) },
    });
    const pin = { kind: "pin", massG: 40, offsetMm: 10, heightMm: 55, wire: { material: "brass", dMm: 1 }, holeMm: 6, coverMm: 0.7 };
    expect(await ask("hold", pin)).toMatchObject({ value: { droopDeg: expect.closeTo(2.4, 2), holds: false } });
    for (const [verb, given, where] of [
      ["fit", { ...asked, count: 0 }, "count"],
      ["fit", { ...asked, filmsMm: [0.1, -1] }, "filmsMm.1"],
      ["hold", { ...pin, wire: { material: "string", dMm: 1 } }, "wire.material"],
      ["hold", { kind: "leg", dMm: 1, lengthMm: 2 }, "eMPa"],
      ["hold", { kind: "nail" }, "kind"],
    ] as const)
      expect(await ask(verb, given)).toMatchObject({ ok: false, problem: { code: `${verb}.shape`, where } });
  });
});

describe("inch board and inch bank", () => {
  const ask = (verb: string, given: unknown) => run(verb, file(`${verb}.json`, JSON.stringify(given)), {});
  const foam = { material: "foam", thicknessMm: 30, eMPa: 12, densityKgM3: 0 };
  const asked = { widthMm: 800, lengthMm: 500, layers: [foam], loadKg: 5 };
  // Beam formulas; Steiner's formula for the bank.
  it("give the worked values, either side first, and say what is wrong with a file and where", async () => {
    const found = {
      massKg: 5,
      sagMm: { ends: expect.closeTo(24.2, 1), quarter: expect.closeTo(1.14, 2), bessel: expect.closeTo(0.5, 2) },
      people: 1,
    };
    expect(await ask("board", asked)).toMatchObject({ value: found });
    expect(await ask("board", { ...asked, widthMm: 500, lengthMm: 800 })).toMatchObject({ value: found });
    expect(await ask("board", asked)).toMatchObject({
      value: { why: "5 kg dry. Lifted by its ends it bends 24 mm; on two battens, 0.5 mm." },
    });
    const grout = await ask("board", { ...asked, loadKg: 0, ground: { recipe: "grout", depthMm: 4 } });
    // 1.6 l of absolute volumes are 2.5 kg of powder; a tenth of that stays as water.
    expect(grout).toMatchObject({ value: { massKg: expect.closeTo(2.76, 1), people: 1 } });
    const bank = {
      outlineMm: [
        [0, 0],
        [100, 0],
        [100, 80],
        [0, 80],
      ],
      heightMm: 8,
      slopeDeg: 35,
    };
    expect(await ask("bank", bank)).toMatchObject({
      value: { volumeMl: expect.closeTo(81.5, 1), footMm: [expect.closeTo(122.85, 1), expect.closeTo(102.85, 1)] },
    });
    for (const [verb, given, where] of [
      ["board", { ...asked, layers: [] }, "layers"],
      ["board", { ...asked, layers: [{ ...foam, material: "cheese" }] }, "layers.0.material"],
      ["board", { ...asked, widthMm: 0 }, "widthMm"],
      ["board", { ...asked, ground: { recipe: "cheese", depthMm: 2 } }, "ground.recipe"],
      ["bank", { ...bank, slopeDeg: 0 }, "slopeDeg"],
      [
        "bank",
        {
          ...bank,
          outlineMm: [
            [0, 0],
            [9, 9],
            [9, 0],
            [0, 9],
          ],
        },
        "outlineMm",
      ],
    ] as const)
      expect(await ask(verb, given)).toMatchObject({ ok: false, problem: { where } });
  });
});

describe("inch coats", () => {
  it("finds the wrinkle under a dry brush", async () => {
    const stack = file(
      "stack.json",
      JSON.stringify({
        layers: [
          { family: "water primer" },
          { name: "wash", family: "enamel wash", method: "wash" },
          { family: "water acrylic", method: "dry brush" },
          { name: "can", family: "solvent varnish", method: "spray" },
        ],
      }),
    );
    const r = await value("coats", stack, {});
    expect(r.ok).toBe(false);
    expect(r.verdicts).toContainEqual(expect.objectContaining({ under: "wash", over: "can", verdict: "never" }));
  });
  it("takes sheen, thinning, films and wet in wet, and sums up what one piece waits", async () => {
    const base = [{ family: "bare resin" }, { family: "solvent primer", method: "spray" }];
    const stack = (...layers: object[]) => file("sheen.json", JSON.stringify({ layers: [...base, ...layers] }));
    const matt = { family: "lacquer", method: "airbrush", sheen: "matt" };
    const powder = { family: "pigment", method: "dust" };
    expect((await value("coats", stack(matt, powder), {})).ok).toBe(true);
    expect((await value("coats", stack({ ...matt, sheen: "gloss" }, powder), {})).ok).toBe(false);
    const acrylic = { family: "water acrylic" };
    const sum = async (more: object): Promise<number> =>
      (await value("coats", stack({ ...acrylic, ...more }, acrylic), {})).waitsS as number;
    const plain = await sum({});
    expect(await sum({ thinning: 1 })).toBeLessThan(plain);
    expect(await sum({ filmMm: 0.05 })).toBeGreaterThan(plain);
    expect(await run("coats", stack({ ...acrylic, sheen: "shiny" }), {})).toMatchObject({
      ok: false,
      problem: { where: "layers.2.sheen" },
    });
    const washes = (wet: boolean) => stack({ family: "water wash", method: "wash" }, { family: "water wash", method: "wash", wet });
    const [wet, dry] = [await value("coats", washes(true), {}), await value("coats", washes(false), {})];
    expect((dry.waitsS as number) - (wet.waitsS as number)).toBe(90 * 60);
  });
  it("says where the file is wrong", async () => {
    expect(await run("coats", file("x.json", '{"layers":[{"family":"jam"}]}'), {})).toMatchObject({
      ok: false,
      problem: { code: "coats.shape", where: "layers.0.family" },
    });
    expect(await run("coats", file("y.json", "nope"), {})).toMatchObject({ ok: false, problem: { code: "file.json" } });
  });
});

describe("whatever is wrong", () => {
  it("comes back as a problem, never as an exception", async () => {
    expect(await run("dance", box, {})).toMatchObject({ ok: false, problem: { code: "usage.verb" } });
    expect(await run("constructor", box, {})).toMatchObject({ ok: false, problem: { code: "usage.verb" } });
    expect(await run("inspect", undefined, {})).toMatchObject({ ok: false, problem: { code: "usage.file" } });
    expect(await run("inspect", "/nowhere.stl", {})).toMatchObject({ ok: false, problem: { code: "file.unreadable" } });
    expect(await run("plan", box, {})).toMatchObject({ ok: false, problem: { code: "bundle.not-zip" } });
  });
});

describe("inch mix and inch pot", () => {
  const SHELF = [
    { name: "white", color: "#ebebeb" },
    { name: "tar", color: "#222222" },
    { name: "rust", color: "#8b3a2b", ml: 12, dropMl: 0.04 },
    { name: "sand", color: "#c2b280", ml: 0 },
  ];
  const shelf = (): string => file("paints.json", JSON.stringify(SHELF));
  it("mixes what there is, the closest first, and no pot that is empty", async () => {
    const r = await value("mix", undefined, { target: "#c2b280", paints: shelf() });
    const mixes = r.mixes as { parts: { paint: string; drops: number }[]; result: string; deltaE00: number }[];
    expect(mixes.length).toBeGreaterThan(3);
    for (const m of mixes) {
      expect(m.parts.map((p) => p.paint)).not.toContain("sand");
      expect(m.parts.reduce((n, p) => n + p.drops, 0)).toBeLessThanOrEqual(8);
      expect(m.result).toMatch(/^#[0-9a-f]{6}$/);
    }
    expect((r.closest as { deltaE00: number }).deltaE00).toBeLessThanOrEqual(Math.min(...mixes.map((m) => m.deltaE00)) + 1e-9);
  });
  it("says what is wrong with what it is given", async () => {
    const problem = async (verb: string, f: string | undefined, options: object): Promise<string | undefined> => {
      const r = await run(verb, f, options);
      return r.ok ? undefined : r.problem.code;
    };
    expect(await problem("mix", undefined, { target: "red", paints: shelf() })).toBe("usage.target");
    expect(await problem("mix", undefined, { target: "#ff0000" })).toBe("usage.paints");
    expect(await problem("mix", undefined, { target: "#ff0000", paints: shelf(), "max-drops": "-3" })).toBe("usage.drops");
    expect(await problem("mix", undefined, { target: "#ff0000", paints: file("p.json", "[]") })).toBe("mix.shape");
    const parts = [
      { name: "a", color: "#ebebeb", parts: 2 },
      { name: "b", color: "#222222", parts: 0 },
    ];
    const pot = (more: object): string => file("pot.json", JSON.stringify({ parts, ml: 3, ...more }));
    expect(await problem("pot", pot({}), {})).toBeUndefined();
    expect(await problem("pot", pot({ ml: -1 }), {})).toBe("pot.shape");
    expect(await problem("pot", pot({ parts: [{ name: "a", color: "#ebebeb", parts: -1 }] }), {})).toBe("pot.shape");
    expect(await problem("pot", pot({ parts: [{ name: "a", color: "#ebebeb", parts: 0 }] }), {})).toBe("pot.nothing");
    expect(await problem("pot", pot({ pot: [1] }), {})).toBe("pot.order");
    expect(await problem("pot", pot({ pot: [1, 1] }), {})).toBe("pot.stranger");
    expect(await problem("pot", pot({ areaCm2: 10 }), {})).toBe("pot.shape");
  });
  it("answers amounts, drops, what to add and the marks of a cup", async () => {
    const asked = {
      parts: [
        { name: "sand", color: "#c2b280", parts: 70, dropMl: 0.045 },
        { name: "tar", color: "#222222", parts: 30, dropMl: 0.06 },
      ],
      ml: 3,
      thinning: 0.5,
      pot: [40, 30],
      cup: { bottomMm: 20, topMm: 26, heightMm: 30 },
      marksMl: [2, 5, 10],
    };
    const r = await value("pot", file("pot.json", JSON.stringify(asked)), {});
    expect(r).toMatchObject({
      ml: 3,
      thinnerMl: 1.5,
      of: [
        { name: "sand", drops: 47 },
        { name: "tar", drops: 15 },
      ],
      add: [30, 0],
      warnings: [],
    });
    expect((r.gauge as { mm: number }[]).map((g) => Math.round(g.mm * 10) / 10)).toEqual([6, 13.9, 25]);
  });
});

describe("inch ledger", () => {
  const ask = (given: unknown) => run("ledger", file("ledger.json", JSON.stringify(given)), {});
  const lines = [
    { kind: "bought", item: "grey filament", amount: 1, unit: "kg", price: 20, currency: "EUR" },
    { kind: "took", item: "grey filament", amount: 300, unit: "g" },
    { kind: "took", item: "grey filament", amount: 44, unit: "g", outcome: "failed" },
    { kind: "took", item: "grey filament", amount: 10, unit: "g", outcome: "trial" },
    { kind: "counted", item: "grey filament", amount: -6, unit: "g" },
    { kind: "bought", item: "matt", amount: 3, unit: "ml", price: 10, currency: "GBP" },
    ...[1, 2, 3].map(() => ({ kind: "took", item: "matt", amount: 1, unit: "ml" })),
    { kind: "took", item: "matt", amount: 7, unit: "ml", struck: true },
  ];
  const money = {
    EUR: { good: 6, failed: 0.88, trial: 0.2, unexplained: 0.12, left: 12.8, total: 20 },
    GBP: { good: 10, failed: 0, left: 0, total: 10 },
  };
  it("sums lines in any order; what is struck out was never there", async () => {
    const asked = await ask({ lines });
    expect(asked).toMatchObject({ value: { money } });
    const levels = (got: unknown) => (got as { value: { items: { item: string; level: number; unexplained: number }[] } }).value.items;
    expect(levels(asked).map((i) => [i.item, i.level, i.unexplained])).toEqual([
      ["grey filament", 0.64, 0.006],
      ["matt", 0, 0],
    ]);
    const turned = levels(await ask({ lines: [...lines].reverse() }));
    expect(turned.map((i) => [i.item, i.level])).toEqual([
      ["matt", 0],
      ["grey filament", 640],
    ]);
  });
  it("goes by what was seen on a day, and keeps what was used beyond what was there as a correction, with a sentence", async () => {
    const at = (day: number) => `2026-11-0${day}`;
    const dated = [
      { kind: "bought", item: "x", amount: 100, at: at(1) },
      { kind: "took", item: "x", amount: 20, at: at(2) },
      { kind: "counted", item: "x", level: 70, at: at(3) },
      { kind: "took", item: "x", amount: 90, at: at(4) },
    ];
    expect(await ask({ lines: dated })).toMatchObject({
      value: {
        items: [{ level: 0, unexplained: -10, overdrawn: 20, why: "20 more was used than was known to be there: kept as a correction." }],
      },
    });
  });
  it("says what is wrong and where", async () => {
    for (const [bad, where] of [
      [{ kind: "lost", item: "x", amount: 1 }, "lines.0.kind"],
      [{ kind: "took", item: "x", amount: -1 }, "lines.0.amount"],
      [{ kind: "took", item: "x" }, "lines.0.amount"],
      [{ kind: "took", item: "x", amount: 1, price: 3 }, "lines.0.price"],
      [{ kind: "bought", item: "x", amount: 1, price: 3 }, "lines.0.currency"],
      [{ kind: "counted", item: "x", level: 3 }, "lines.0.at"],
    ] as const)
      expect(await ask({ lines: [bad] })).toMatchObject({ ok: false, problem: { where } });
    const mixed = [
      { kind: "bought", item: "x", amount: 1, unit: "g" },
      { kind: "took", item: "x", amount: 1, unit: "ml" },
    ];
    expect(await ask({ lines: mixed })).toMatchObject({ problem: { code: "ledger.unit", where: "lines.1.unit" } });
  });
});

describe("inch schedule", () => {
  const ask = (given: unknown) => run("schedule", file("schedule.json", JSON.stringify(given)), {});
  const day = (n: number, time: string) => `2026-11-${String(n).padStart(2, "0")}T${time}:00Z`;
  const evenings = Array.from({ length: 20 }, (_, i) => ({ from: day(i + 1, "19:00"), to: day(i + 1, "21:00") }));
  const step = (id: string, handsS: number, waitS: number, after: string[] = [], more = {}) => ({ id, handsS, waitS, after, ...more });
  // Worked by hand: the coat that dries a night goes first, or a day is lost.
  it("does first what dries over night, and says when it is ready and what no plan beats", async () => {
    const steps = [step("short", 3600, 0), step("coat", 3600, 20 * 3600), step("after", 3600, 0, ["coat"])];
    const found = await ask({ from: day(1, "12:00"), evenings, steps });
    expect(found).toMatchObject({
      ok: true,
      value: { finish: "2026-11-02T20:00:00.000Z", bound: "2026-11-02T20:00:00.000Z", unplaced: [] },
    });
    const again = await ask({ from: day(1, "12:00"), evenings: [...evenings].reverse(), steps: [...steps].reverse() });
    expect(again).toMatchObject({ value: { finish: "2026-11-02T20:00:00.000Z" } });
  });
  it("says which cuts buy days, the smallest sets first: many buy none", async () => {
    // Two hours an evening: a chain of three nights, and work beside it that fits its gaps.
    const steps = [
      step("prime", 3600, 16 * 3600),
      step("base", 3600, 16 * 3600, ["prime"]),
      step("wash", 1800, 24 * 3600, ["base"], { optional: true }),
      step("varnish", 1800, 0, ["wash"]),
      step("crates", 3600, 0, [], { optional: true }),
    ];
    const found = await ask({ from: day(1, "12:00"), evenings, steps, deadline: day(3, "22:00") });
    expect(found).toMatchObject({
      value: {
        finish: "2026-11-04T20:00:00.000Z",
        kept: false,
        cuts: [{ drop: ["wash"], finish: expect.stringContaining("2026-11-03"), handsSavedS: 1800 }],
      },
    });
    const { cuts } = (found as { value: { cuts: { drop: string[] }[] } }).value;
    expect(cuts.flatMap((c) => c.drop)).not.toContain("crates");
  });
  it("leaves out what finds no evening, and refuses what cannot be in a sentence with its place", async () => {
    const one = { from: day(1, "12:00"), evenings: evenings.slice(0, 1) };
    expect(await ask({ ...one, steps: [step("a", 7200, 0), step("b", 3600, 0)] })).toMatchObject({
      value: { finish: null, unplaced: [expect.any(String)] },
    });
    for (const [given, where] of [
      [{ ...one, steps: [step("a", 1, 0, ["b"]), step("b", 1, 0, ["a"])] }, "steps.0.after"],
      [{ ...one, steps: [step("a", 1, 0, ["x"])] }, "steps.0.after.0"],
      [{ ...one, steps: [step("a", 1, 0), step("a", 1, 0)] }, "steps.1.id"],
      [{ ...one, steps: [step("a", -1, 0)] }, "steps.0.handsS"],
      [{ from: day(1, "12:00"), evenings: [{ from: day(2, "21:00"), to: day(2, "19:00") }], steps: [] }, "evenings.0.to"],
      [{ from: "soon", evenings, steps: [] }, "from"],
    ] as const)
      expect(await ask(given)).toMatchObject({ ok: false, problem: { where } });
  });
});
