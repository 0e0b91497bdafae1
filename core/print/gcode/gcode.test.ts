import { describe, expect, it } from "vitest";
import { moveTimeS } from "../estimate/moves";
import { GcodeReader, readGcode, type GcodeFacts } from "./gcode";

const OPTIONS = { filamentMm: 1.75, accelerationMmS2: 1000, cornerMmS: 8 };
const read = (text: string | string[], options = OPTIONS): GcodeFacts => {
  const done = readGcode(new TextEncoder().encode(Array.isArray(text) ? text.join("\n") : text), options);
  if (!done.ok) throw new Error(done.problem.message);
  return done.value;
};
const codes = (f: GcodeFacts): string[] => f.warnings.map((w) => w.code);

/** A square of 40 mm a side on each of `layers` heights, 2 mm of filament a side. */
const tower = (layers: number): string[] => [
  "G21",
  "G90",
  "M82",
  "G92 E0",
  ...Array.from({ length: layers }, (_, k) => [
    `G1 Z${(0.2 * (k + 1)).toFixed(2)} F3600`,
    "G1 X0 Y0",
    ...[
      [40, 0],
      [40, 40],
      [0, 40],
      [0, 0],
    ].map(([x, y], i) => `G1 X${x} Y${y} E${8 * k + 2 * (i + 1)}`),
  ]).flat(),
];

describe("a file of known length, volume and time", () => {
  it("a square tower, by hand", () => {
    const f = read(tower(10));
    expect(f).toMatchObject({
      layers: 10,
      retractions: 0,
      units: "mm",
      mode: { position: "absolute", extrusion: "absolute" },
      warnings: [],
    });
    expect(f.filamentMm).toBeCloseTo(80, 9);
    // π · 0.875² · 80 mm.
    expect(f.materialMm3).toBeCloseTo(192.4226, 3);
    expect(f.bboxMm).toEqual({ min: [0, 0, 0.2], max: [40, 40, 2], size: [40, 40, 1.8] });
    // 160 mm and 0.2 mm a layer at 60 mm/s.
    expect(f.naiveTimeS).toBeCloseTo((10 * 160.2) / 60, 9);
    // Right angles at 8 mm/s. From the lift a right angle leads into the square, and out of it.
    const first = moveTimeS(0.2, 60, 1000, 0, 8) + moveTimeS(40, 60, 1000, 8, 8) * 4 + moveTimeS(0.2, 60, 1000, 8, 8) * 0;
    const between = moveTimeS(0.2, 60, 1000, 8, 8) + moveTimeS(40, 60, 1000, 8, 8) * 4;
    const end = moveTimeS(40, 60, 1000, 8, 0) - moveTimeS(40, 60, 1000, 8, 8);
    expect(f.timeS).toBeCloseTo(first + 9 * between + end, 6);
  });
  // Trapezoids worked by hand: 50 mm at 100 mm/s and 1000 mm/s² takes 0.6 s from rest to rest.
  it("one move takes its trapezoid", () => {
    const f = read(["G91", "G1 X50 F6000"]);
    expect(f.timeS).toBeCloseTo(0.6, 9);
    expect(f.naiveTimeS).toBeCloseTo(0.5, 9);
    expect(codes(f)).toEqual(["gcode.nothing-laid"]);
  });
  it("a line cut into many pieces takes as long as one, however long the file", () => {
    const n = 5000;
    const f = read(["G91", ...Array.from({ length: n }, () => "G1 X0.1 E0.01 F6000")]);
    expect(f.timeS).toBeCloseTo(moveTimeS(n * 0.1, 100, 1000), 6);
    expect(f.filamentMm).toBeCloseTo(n * 0.01, 6);
  });
  // Metres of the common filament in a kilogram: 335.284 (1.24 g/cm³, 1.75 mm): 12.5 m are 30.066 cm³.
  it("12.5 m of filament are 30.066 cm³", () => expect(read(["G91", "G1 X100 E12500 F600"]).materialMm3 / 1000).toBeCloseTo(30.066, 3));
  it("a circle is as long as its radius says, and its box reaches its quarters", () => {
    const f = read(["G90", "M83", "G0 X20 Y10 F6000", "G2 X20 Y10 I-10 J0 E5"]);
    expect(f.naiveTimeS).toBeCloseTo((Math.hypot(20, 10) + 2 * Math.PI * 10) / 100, 9);
    expect(f.bboxMm!.min.map((v) => Math.round(v * 1e6) / 1e6)).toEqual([0, 0, 0]);
    expect(f.bboxMm!.max.map((v) => Math.round(v * 1e6) / 1e6)).toEqual([20, 20, 0]);
  });
  it.each([
    // A quarter, the three others, each said by centre and by radius. Length in quarters of 2π · 10.
    ["G3 X0 Y10 I-10 J0", 1],
    ["G3 X0 Y10 R10", 1],
    ["G2 X0 Y10 I-10 J0", 3],
    ["G2 X0 Y10 R-10", 3],
    ["G3 X0 Y10 R-10", 3],
  ])("%s from (10, 0) is %d quarters", (arc, quarters) => {
    const f = read(["G90", "M83", "G92 X10 Y0", `${arc} E1 F6000`]);
    expect(f.naiveTimeS * 100).toBeCloseTo((quarters * Math.PI * 10) / 2, 6);
    expect(f.warnings).toEqual([]);
  });
});

describe("the same print said otherwise", () => {
  const plain = read(tower(4));
  const figures = ({ layers, filamentMm, retractions, timeS, naiveTimeS, bboxMm }: GcodeFacts) => ({
    layers,
    retractions,
    numbers: [filamentMm, timeS, naiveTimeS, ...(bboxMm?.size ?? [])].map((v) => Math.round(v * 1e6) / 1e6),
  });
  const rewrite = (each: (line: string, i: number) => string): string[] => tower(4).map(each);
  it.each<[string, string[]]>([
    [
      "with line numbers and checksums",
      rewrite((l, i) => {
        const body = `N${i} ${l}`;
        return `${body}*${[...body].reduce((x, c) => x ^ c.charCodeAt(0), 0)}`;
      }),
    ],
    ["with comments and odd spaces", rewrite((l) => `  ${l.replace(/ /g, "   ")} (G1 X99 E99) ; G1 X500 Y500 E500`)],
    ["in small letters without spaces", rewrite((l) => l.toLowerCase().replace(/ /g, ""))],
    [
      "in inches",
      [
        "G20",
        ...tower(4)
          .filter((l) => l !== "G21")
          .map((l) => l.replace(/([XYZEF])(-?[\d.]+)/g, (_, a: string, n: string) => `${a}${(Number(n) / 25.4).toFixed(9)}`)),
      ],
    ],
    [
      "with the extruder set back at every layer",
      tower(4).flatMap((l) => {
        const e = /E([\d.]+)/.exec(l);
        if (l.startsWith("G1 Z")) return [l, "G92 E0"];
        return e ? [l.replace(/E[\d.]+/, `E${((Number(e[1]) - 1) % 8) + 1}`)] : [l];
      }),
    ],
    [
      "with the extruder relative",
      [
        "G21",
        "G90",
        "M83",
        ...tower(4)
          .slice(4)
          .map((l) => l.replace(/E[\d.]+/, "E2")),
      ],
    ],
    [
      "moved by a set position",
      [
        "G21",
        "G90",
        "M82",
        "G92 X-10 Y-20 E100",
        ...tower(4)
          .slice(4)
          .map((l) =>
            l
              .replace(/X([\d.]+) Y([\d.]+)/, (_, x: string, y: string) => `X${Number(x) - 10} Y${Number(y) - 20}`)
              .replace(/E([\d.]+)/, (_, e: string) => `E${Number(e) + 100}`),
          ),
      ],
    ],
  ])("%s", (_, lines) => expect(figures(read(lines))).toEqual(figures(plain)));
  it("everything relative", () => {
    const lines = ["G91", "M83"];
    let at = [0, 0, 0];
    for (const l of tower(4).slice(4)) {
      const to = ["X", "Y", "Z"].map((a, k) => Number(new RegExp(`${a}([\\d.]+)`).exec(l)?.[1] ?? at[k]));
      lines.push(`G1 ${["X", "Y", "Z"].map((a, k) => `${a}${(to[k] - at[k]).toFixed(3)}`).join(" ")} ${l.includes("E") ? "E2" : ""} F3600`);
      at = to;
    }
    const f = read(lines);
    expect(figures(f)).toEqual(figures(plain));
    expect(f.mode).toEqual({ position: "relative", extrusion: "relative" });
  });
  it.each([1, 7, 64, 1000])("read in chunks of %d bytes, with any ends of lines", (size) => {
    const bytes = new TextEncoder().encode(tower(4).join("\r\n"));
    const reader = new GcodeReader(OPTIONS);
    for (let i = 0; i < bytes.length; i += size) expect(reader.push(bytes.subarray(i, i + size))).toBeNull();
    const done = reader.end();
    expect(done.ok && figures(done.value)).toEqual(figures(plain));
    expect(done.ok && done.value.lines).toBe(tower(4).length);
  });
});

describe("retractions, waits and modes", () => {
  it("counts what is drawn back, once each, and nets it", () => {
    const f = read(["G90", "M83", "G1 F3000 X10 E1", "G1 E-1", "G1 E-1", "G0 X50", "G1 E2", "G1 X60 E1", "G10", "G0 X0", "G11"]);
    expect([f.retractions, f.filamentMm]).toEqual([2, 2]);
  });
  it("a wipe that draws back while it moves lays nothing", () => {
    const f = read(["M83", "G1 X10 E1 F3000", "G1 X90 E-0.5", "G1 X20 E0.5"]);
    expect(f.bboxMm!.max[0]).toBe(90);
    expect(read(["M83", "G1 X10 E1 F3000", "G1 X90 E-0.5"]).bboxMm!.max[0]).toBe(10);
  });
  it("waits by seconds and milliseconds", () => expect(read(["G91", "G1 X50 F6000", "G4 S2", "G4 P500"]).timeS).toBeCloseTo(0.6 + 2.5, 9));
  it("an acceleration that the file says is the one that counts", () =>
    expect(read(["G91", "M83", "M204 P250", "G1 X5 E1 F6000"]).timeS).toBeCloseTo(2 * Math.sqrt(5 / 250), 9));
  it("both ways in one file are said to be mixed", () =>
    expect(read(["G90", "M82", "G1 X1 E1 F600", "M83", "G1 X2 E1", "G91", "G1 X1 E1"]).mode).toEqual({
      position: "mixed",
      extrusion: "mixed",
    }));
  it("a head that hops lays nothing up there", () => {
    const f = read(["M83", "G1 Z0.2 F600", "G1 X10 E1", "G1 Z5", "G1 X0", "G1 Z0.2", "G1 X10 E1"]);
    expect(f.layers).toBe(1);
  });
});

describe("broken files", () => {
  it.each([
    ["nothing", ""],
    ["prose", "Dear all,\nplease find enclosed the print.\n"],
    ["a mesh", "solid box\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\n"],
  ])("%s is no G-code", (_, text) => {
    const done = readGcode(new TextEncoder().encode(text));
    expect(done.ok).toBe(false);
    if (!done.ok) expect(done.problem.code).toMatch(/^gcode\./);
  });
  it("commands without moves say so", () => {
    const done = readGcode(new TextEncoder().encode("M104 S200\nG28\n"));
    expect(!done.ok && done.problem.code).toBe("gcode.no-moves");
  });
  it("bytes that are no text", () => {
    const junk = Uint8Array.from({ length: 20_000 }, (_, i) => (i * 7919) % 251);
    const done = readGcode(junk);
    if (done.ok) expect(codes(done.value).length).toBeGreaterThan(0);
  });
  it("what cannot be read is left out and told, with its line", () => {
    const f = read([
      "M83",
      "G1 X1.2.3 E1 F600",
      "G1 X1e9 E1",
      "G1 X99999999 E1",
      "G1 X10 E1",
      "G1 F0 X20 E1",
      "G2 X40 Y0 I1 J0 E1",
      "G1 Xabc E1",
    ]);
    expect(f.bboxMm!.max[0]).toBe(40);
    expect(Object.fromEntries(f.warnings.map((w) => [w.code, w.line]))).toMatchObject({
      "gcode.number": 2,
      "gcode.far": 4,
      "gcode.feed-zero": 6,
      "gcode.arc": 7,
    });
  });
  it("no feed rate is assumed and told", () => expect(codes(read(["G1 X10 E1"]))).toEqual(["gcode.feed"]));
  it("a checksum that is wrong is told", () => expect(codes(read(["N1 G1 X10 E1 F600*1"]))).toEqual(["gcode.checksum"]));
  it("a line without an end is left out, in as little memory as before", () => {
    const reader = new GcodeReader(OPTIONS);
    const flood = new Uint8Array(1 << 20).fill(65);
    for (let i = 0; i < 20; i++) expect(reader.push(flood)).toBeNull();
    reader.push(new TextEncoder().encode("\nG1 X10 E1 F600\n"));
    const done = reader.end();
    expect(done.ok && codes(done.value)).toEqual(["gcode.long"]);
  });
  it("an offset of a tool is no retraction, and an arc in another plane is told", () => {
    expect(read(["M83", "G10 L2 P1 X0 Y0", "G10 P0", "G1 X10 E1 F600"]).retractions).toBe(0);
    expect(codes(read(["M83", "G18", "G1 X10 E1 F600"]))).toEqual(["gcode.unknown"]);
  });
  it("a message in the file is no command", () =>
    expect(read(["M117 G1 X500 Y500 E500", "M83", "G1 X10 E1 F600"]).bboxMm!.max).toEqual([10, 0, 0]));
});

describe("what firmware does beyond straight lines at one acceleration", () => {
  /** The same circle as `n` chords. */
  const chords = (r: number, n: number, feed: number): string[] =>
    Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * (i + 1)) / n;
      return `G1 X${(r * Math.cos(a)).toFixed(5)} Y${(r * Math.sin(a)).toFixed(5)} E0.05 F${feed}`;
    });
  it("no arc is faster than its acceleration turns it: v² = a r", () => {
    // Ten rounds of 3 mm at a wanted 200 mm/s and 1,000 mm/s²: √3000 = 54.77 mm/s once it runs, as circular motion has it.
    const f = read(["G90", "M83", "G92 X3 Y0", ...Array.from({ length: 10 }, () => "G3 X3 Y0 I-3 J0 E1 F12000")]);
    const v = Math.sqrt(1000 * 3);
    expect(f.timeS).toBeCloseTo((10 * 2 * Math.PI * 3) / v + v / 1000, 6);
    expect(f.naiveTimeS).toBeCloseTo((10 * 2 * Math.PI * 3) / 200, 9);
    // A wide one is not held back.
    const wide = read(["G90", "M83", "G92 X200 Y0", "G3 X200 Y0 I-200 J0 E1 F6000"]);
    expect(wide.timeS).toBeCloseTo((2 * Math.PI * 200) / 100 + 0.1, 6);
  });
  it("an arc takes about what its chords take, each a millimetre or so long", () => {
    for (const [r, n] of [
      [3, 12],
      [10, 40],
    ]) {
      const arc = read(["G90", "M83", `G92 X${r} Y0`, ...Array.from({ length: 6 }, () => `G3 X${r} Y0 I-${r} J0 E1 F12000`)]);
      const lines = read(["G90", "M83", `G92 X${r} Y0`, ...Array.from({ length: 6 }, () => chords(r, n, 12000)).flat()]);
      expect(arc.timeS / lines.timeS).toBeGreaterThan(0.5);
      expect(arc.timeS / lines.timeS).toBeLessThan(1.5);
    }
  });
  it("a spiral of ten rounds is ten layers, whichever way round, in lines or in arcs", () => {
    const round = (sense: 1 | -1, n: number): string[] =>
      Array.from({ length: 10 * n }, (_, i) => {
        const a = (sense * 2 * Math.PI * (i + 1)) / n;
        return `G1 X${(20 * Math.cos(a)).toFixed(4)} Y${(20 * Math.sin(a)).toFixed(4)} Z${((0.2 * (i + 1)) / n).toFixed(5)} E0.1 F3000`;
      });
    const head = ["G90", "M83", "G92 X20 Y0 Z0"];
    expect(read([...head, ...round(1, 72)]).layers).toBe(10);
    expect(read([...head, ...round(-1, 300)]).layers).toBe(10);
    expect(
      read([...head, ...Array.from({ length: 10 }, (_, i) => `G3 X20 Y0 Z${(0.2 * (i + 1)).toFixed(2)} I-20 J0 E5 F3000`)]).layers,
    ).toBe(10);
    // A bottom of three level layers under it.
    const bottom = [0.2, 0.4, 0.6].flatMap((z) => [`G1 X20 Y0 Z${z} F3000`, "G1 X-20 Y0 E2", "G1 X20 Y0 E2"]);
    expect(read([...head, ...bottom, "G92 Z0", ...round(1, 72)]).layers).toBe(13);
    // A seam that rises over a few millimetres is no layer.
    expect(read([...head, "G1 X10 Y0 Z0.2 E1 F3000", "G1 X-20 Y0 E2"]).layers).toBe(1);
  });
  it("M204 tells laying from moving over", () => {
    const there = "G1 X50 E1 F6000",
      over = "G1 X50 F6000";
    const time = (lines: string[]): number => read(["G91", "M83", ...lines]).timeS;
    const at = (a: number): number => moveTimeS(50, 100, a);
    expect(time(["M204 P500 T4000", there])).toBeCloseTo(at(500), 9);
    expect(time(["M204 P500 T4000", over])).toBeCloseTo(at(4000), 9);
    expect(time(["M204 T4000", there])).toBeCloseTo(at(1000), 9);
    expect(time(["M204 S700", over])).toBeCloseTo(at(700), 9);
    expect(time(["M204 S0", over])).toBeCloseTo(at(1000), 9);
  });
  it("M221 changes what is given, M220 how fast it goes", () => {
    const f = (lines: string[]): GcodeFacts => read(["G91", "M83", ...lines, "G1 X50 E10 F3000"]);
    expect(f(["M221 S90"]).filamentMm).toBeCloseTo(9, 9);
    expect(f(["M221 S90", "M221 S100"]).filamentMm).toBeCloseTo(10, 9);
    expect(f(["M220 S200"]).timeS).toBeCloseTo(moveTimeS(50, 100, 1000), 9);
    expect(f(["M221"]).filamentMm).toBeCloseTo(10, 9);
  });
  it("a printer's own named commands are no words", () => {
    for (const name of [
      "START_PRINT BED_TEMP=60 EXTRUDER_TEMP=210",
      "TIMELAPSE_TAKE_FRAME",
      "SET_PRESSURE_ADVANCE ADVANCE=0.04",
      "_HOME_T X=5",
    ]) {
      const f = read(["G91", "M83", name, "G1 X50 E1 F6000"]);
      expect(f.warnings, name).toEqual([]);
      expect(f.bboxMm!.size, name).toEqual([50, 0, 0]);
    }
    expect(codes(read(["G91", "M83", "T1", "G1 X50 E1 F6000"]))).toEqual(["gcode.tool"]);
  });
});
