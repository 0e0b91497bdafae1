import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { shuffled, subdivided, together } from "../../../tests/sameThing";
import { boxMesh, buildTopology, coneMesh, cylinderMesh, MeshBuilder, scaleMesh, turnMesh, TURNS, type Mesh, type Turn } from "../../mesh";
import { anchorOf, findSurfaces, hangsMm2, laySurface, lookAround, matchSurfaces, type Surfaces } from "../index";

const find = (m: Mesh): Surfaces => findSurfaces(m, buildTopology(m));
const names = (m: Mesh): string[] => find(m).list.map((s) => s.name);

/** A wall of bricks: plain faces before a bed, joints all round each. */
function brickWall(
  columns: number,
  rows: number,
  brick: [number, number],
  joint: number,
  depth: number,
  missing: (i: number, j: number) => boolean = () => false,
): Mesh {
  const [w, h] = brick;
  const parts: Mesh[] = [];
  const width = columns * (w + joint) + joint,
    height = rows * (h + joint) + joint;
  const b = new MeshBuilder();
  // The back slab without its front, then the front as bed with bricks standing on it: one closed mesh.
  const y = 0;
  const X = [0],
    Z = [0];
  for (let i = 0; i < columns; i++) X.push(X[X.length - 1] + joint, X[X.length - 1] + joint + w);
  X.push(width);
  for (let j = 0; j < rows; j++) Z.push(Z[Z.length - 1] + joint, Z[Z.length - 1] + joint + h);
  Z.push(height);
  for (let i = 0; i + 1 < X.length; i++)
    for (let j = 0; j + 1 < Z.length; j++) {
      const out = i % 2 === 1 && j % 2 === 1 && !missing((i - 1) / 2, (j - 1) / 2);
      const f = out ? y - depth : y;
      const [x0, x1, z0, z1] = [X[i], X[i + 1], Z[j], Z[j + 1]];
      b.quad([x0, f, z0], [x1, f, z0], [x1, f, z1], [x0, f, z1]);
      if (!out) continue;
      b.quad([x0, y, z0], [x0, f, z0], [x0, f, z1], [x0, y, z1]);
      b.quad([x1, f, z0], [x1, y, z0], [x1, y, z1], [x1, f, z1]);
      b.quad([x0, y, z0], [x1, y, z0], [x1, f, z0], [x0, f, z0]);
      b.quad([x0, f, z1], [x1, f, z1], [x1, y, z1], [x0, y, z1]);
    }
  const D = 6;
  for (let i = 0; i + 1 < X.length; i++) {
    b.quad([X[i], y, 0], [X[i], D, 0], [X[i + 1], D, 0], [X[i + 1], y, 0]);
    b.quad([X[i], y, height], [X[i + 1], y, height], [X[i + 1], D, height], [X[i], D, height]);
    for (let j = 0; j + 1 < Z.length; j++) b.quad([X[i + 1], D, Z[j]], [X[i], D, Z[j]], [X[i], D, Z[j + 1]], [X[i + 1], D, Z[j + 1]]);
  }
  for (let j = 0; j + 1 < Z.length; j++) {
    b.quad([0, D, Z[j]], [0, y, Z[j]], [0, y, Z[j + 1]], [0, D, Z[j + 1]]);
    b.quad([width, y, Z[j]], [width, D, Z[j]], [width, D, Z[j + 1]], [width, y, Z[j + 1]]);
  }
  parts.push(b.build());
  return together(...parts);
}

const house = (): Mesh =>
  new MeshBuilder()
    .prism(
      [
        [0, 0],
        [60, 0],
        [60, 30],
        [30, 48],
        [0, 30],
      ],
      0,
      80,
    )
    .build();

describe("surfaces of solids with known faces", () => {
  it("a box has six, of the areas of its sides", () => {
    const { list } = find(boxMesh(40, 30, 20));
    expect(list.map((s) => s.name).sort()).toEqual(["back wall", "front wall", "left wall", "right wall", "top", "underside"]);
    expect(list.map((s) => Math.round(s.areaMm2)).sort((a, b) => a - b)).toEqual([600, 600, 800, 800, 1200, 1200]);
    for (const s of list) expect(s.lengthMm * s.widthMm).toBeCloseTo(s.areaMm2, 3);
  });
  it("a house has its two roofs beside its walls", () => {
    const { list } = find(house());
    expect(list.map((s) => s.name).sort()).toEqual(
      ["back wall", "front wall", "left slope", "left wall", "right slope", "right wall", "underside"].sort(),
    );
    const roof = list.find((s) => s.name === "left slope")!;
    expect(roof.areaMm2).toBeCloseTo(80 * Math.hypot(30, 18), 1);
    expect([roof.lengthMm, roof.widthMm]).toEqual([expect.closeTo(80, 3), expect.closeTo(Math.hypot(30, 18), 3)]);
  });
  it("a cylinder is its round side and two ends; a cone its slope and its foot", () => {
    expect(names(cylinderMesh(10, 40, 96)).filter((n) => n.startsWith("round")).length).toBe(1);
    const cone = find(coneMesh(20, 20, 64)).list;
    expect(cone.map((s) => s.name)).toEqual(["round top", "underside"]);
    const laid = laySurface(cone[0], { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2 } });
    expect(laid.slopeDeg).toBeCloseTo(45, 0);
    expect(laid.cuspMm).toBeCloseTo(0.2 * Math.SQRT1_2, 3);
  });
  it("the bricks of a wall are one surface with so many faces, and the bed between them is its groove", () => {
    const wall = find(brickWall(6, 5, [8, 3], 0.8, 0.5));
    const front = wall.list.find((s) => s.name === "front wall")!;
    expect(front.faces.count).toBe(30);
    expect([front.faces.longMm, front.faces.shortMm]).toEqual([expect.closeTo(8, 3), expect.closeTo(3, 3)]);
    expect(front.groove!.depthMm).toBeCloseTo(0.5, 3);
    expect(front.groove!.widthMm).toBeCloseTo(0.8, 6);
    // Its sides are relief, no plain area.
    expect(front.reliefMm2).toBeCloseTo(30 * 2 * (8 + 3) * 0.5, 1);
    expect(front.areaMm2).toBeCloseTo((6 * 8.8 + 0.8) * (5 * 3.8 + 0.8), 1);
    // Standing, each brick of 3 mm carries 15 ridges of 0.2 mm; lying on its back the face lies on a layer.
    const standing = laySurface(front, { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2, lineWidthMm: 0.45 } });
    expect(standing.ridges).toBeCloseTo(15, 3);
    expect(laySurface(front, { turn: TURNS["-y"], factor: 1, grain: { layerMm: 0.2, lineWidthMm: 0.45 } }).kind).toBe("level");
  });
  it("joints keep their width where bricks are missing, turned, moved and split", () => {
    const wall = brickWall(12, 9, [8, 3], 0.6, 0.5, (i, j) => (i * 7 + j * 5) % 11 === 0);
    const widthOf = (mesh: Mesh): number =>
      find(mesh)
        .list.flatMap((s) => s.groove ?? [])
        .sort((a, b) => b.lengthMm - a.lengthMm)[0].widthMm;
    for (const same of [wall, turnMesh(wall, TURNS["-y"]), shuffled(wall), subdivided(wall, 1)]) expect(widthOf(same)).toBeCloseTo(0.6, 6);
    expect(widthOf(scaleMesh(wall, 2))).toBeCloseTo(1.2, 6);
  });
  it("a slope of half a degree is a slope", () => {
    const mesh = new MeshBuilder()
      .prism(
        [
          [0, 0],
          [100, 0],
          [100, 5 + 100 * Math.tan(Math.PI / 360)],
          [0, 5],
        ],
        0,
        40,
      )
      .build();
    const laid = find(mesh).list.map((s) => laySurface(s, { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2 } }));
    expect(laid.find((l) => l.kind === "slope" && !l.underside)!.slopeDeg).toBeCloseTo(0.5, 2);
  });
  // Lateral area of a lying cylinder within 45° of straight down: a quarter (exact).
  it("a lying cylinder has a quarter of its side within 45° of straight down", () => {
    const side = find(cylinderMesh(10, 40, 360)).list[0];
    const laid = laySurface(side, { turn: TURNS["+x"], factor: 1, grain: { layerMm: 0.2 } });
    const below = laid.bands.filter((b) => b.down && b.slopeDeg < 45).reduce((sum, b) => sum + b.areaMm2, 0);
    expect(below / laid.areaMm2).toBeCloseTo(0.25, 1);
    expect(Math.abs(below / laid.areaMm2 - 0.25)).toBeLessThan(0.02);
  });
  it("a mesh without area, or with holes, has what surfaces it has", () => {
    expect(find({ positions: new Float32Array(9), indices: Uint32Array.from([0, 1, 2]) }).list).toEqual([]);
    const box = boxMesh(10, 10, 10);
    const open = { ...box, indices: box.indices.slice(0, box.indices.length - 6) };
    expect(find(open).list.length).toBe(5);
  });
});

describe("the same said twice", () => {
  const said = (m: Mesh): string[] =>
    find(m)
      .list.map((s) => `${s.name} ${s.areaMm2.toFixed(1)} ${s.faces.count} ${s.flat}`)
      .sort();
  const wall = brickWall(4, 3, [8, 3], 0.8, 0.5);
  it.each([
    ["a house", house()],
    ["bricks", wall],
    ["a cone", coneMesh(20, 9, 48)],
  ])("%s: facets in another order, divided, or numbered otherwise", (_, mesh) => {
    expect(said(shuffled(mesh))).toEqual(said(mesh));
    expect(said(subdivided(mesh, 2))).toEqual(said(mesh));
  });
  it("numbers surfaces that are as large as each other alike, in whatever order the facets come", () => {
    const cube = boxMesh(20, 20, 20);
    const backwards = { positions: cube.positions, indices: cube.indices.slice() };
    const n = cube.indices.length;
    for (let t = 0; t < n; t += 3) backwards.indices.set(cube.indices.subarray(t, t + 3), n - 3 - t);
    expect(names(backwards)).toEqual(names(cube));
    expect(names(shuffled(cube))).toEqual(names(cube));
  });
  it("larger by any factor: the same surfaces, lengths by it, areas by its square", () => {
    const one = find(wall).list,
      large = find(scaleMesh(wall, 3)).list;
    expect(large.map((s) => s.name)).toEqual(one.map((s) => s.name));
    for (const [i, s] of one.entries()) {
      expect(large[i].areaMm2 / s.areaMm2).toBeCloseTo(9, 3);
      expect(large[i].faces.longMm / s.faces.longMm).toBeCloseTo(3, 3);
    }
  });
  it("turned in the file or turned on the plate: the same steps", () => {
    const grain = { layerMm: 0.2, lineWidthMm: 0.45 };
    const steps = (m: Mesh, turn: Turn): number[] =>
      find(m)
        .list.map((s) => Math.round(laySurface(s, { turn, factor: 1, grain }).cuspMm * 1e5))
        .sort((a, b) => a - b);
    for (const turn of Object.values(TURNS)) expect(steps(turnMesh(house(), turn), TURNS["+z"])).toEqual(steps(house(), turn));
  });
});

describe("found again", () => {
  const before = find(house());
  const said = before.list.map((s) => ({ id: s.name, anchor: anchorOf(s, before) }));
  const foundIn = (m: Mesh): Record<string, string> => {
    const after = find(m);
    return Object.fromEntries([...matchSurfaces(said, after)].map(([id, n]) => [id, after.list[n].name]));
  };
  const all = Object.fromEntries(said.map((s) => [s.id, s.id]));
  it("in the same file, at another size, in another place, divided otherwise", () => {
    expect(foundIn(house())).toEqual(all);
    expect(foundIn(scaleMesh(house(), 25.4))).toEqual(all);
    expect(foundIn(subdivided(house(), 2))).toEqual(all);
    const moved = { ...house(), positions: house().positions.map((v) => v + 500) };
    expect(foundIn(moved)).toEqual(all);
  });
  it("in a file that was turned by quarters: under their new names", () => {
    const turned = foundIn(turnMesh(house(), TURNS["+y"]));
    expect(Object.keys(turned).length).toBe(said.length);
    // What looked up the file's slopes still does: two surfaces of the roof's area.
    const after = find(turnMesh(house(), TURNS["+y"]));
    const match = matchSurfaces(said, after);
    expect(after.list[match.get("left slope")!].areaMm2).toBeCloseTo(before.list.find((s) => s.name === "left slope")!.areaMm2, 1);
  });
  it("with a chimney on the roof; and what is not there any more is not taken for another", () => {
    const chimney = { ...boxMesh(6, 6, 20) };
    const placed = { ...chimney, positions: chimney.positions.map((v, i) => v + [40, 30, 36][i % 3]) };
    const now = foundIn(together(house(), placed));
    for (const name of ["left slope", "right slope", "front wall", "left wall"]) expect(now[name]).toBe(name);
    const flat = foundIn(boxMesh(60, 80, 30));
    expect(flat["left slope"]).toBeUndefined();
    expect(flat["right wall"]).toBe("right wall");
  });
  it("nothing said, or nothing there: nothing found", () => {
    expect(matchSurfaces([], before).size).toBe(0);
    expect(matchSurfaces([{ id: "x", anchor: null }], before).size).toBe(0);
    expect(matchSurfaces(said, find({ positions: new Float32Array(9), indices: Uint32Array.from([0, 1, 2]) })).size).toBe(0);
  });
  it("an anchor of any figures finds at most one surface each, and never throws", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            id: fc.string({ minLength: 1, maxLength: 4 }),
            anchor: fc.record({
              at: fc.tuple(
                fc.double({ min: -1, max: 2, noNaN: true }),
                fc.double({ min: -1, max: 2, noNaN: true }),
                fc.double({ min: -1, max: 2, noNaN: true }),
              ),
              normal: fc.tuple(
                fc.double({ min: -1, max: 1, noNaN: true }),
                fc.double({ min: -1, max: 1, noNaN: true }),
                fc.double({ min: -1, max: 1, noNaN: true }),
              ),
              share: fc.double({ min: 0, max: 1, noNaN: true }),
            }),
          }),
          { maxLength: 12 },
        ),
        (list) => {
          const found = [...matchSurfaces(list, before).values()];
          expect(new Set(found).size).toBe(found.length);
        },
      ),
    ));
});

describe("gentle slopes stay apart from what is level", () => {
  /** A profile in x and z as it is drawn from the front, 40 mm deep. */
  const profile = (points: [number, number][]): Mesh => new MeshBuilder().prism(points, 0, 40).build();
  const slopes = (m: Mesh, least = 300): number[] =>
    find(m)
      .list.filter((s) => s.areaMm2 > least)
      .map((s) => laySurface(s, { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2 } }))
      .filter((l) => l.kind !== "wall" && !l.underside)
      .map((l) => Math.round(l.slopeDeg * 10) / 10)
      .sort((a, b) => a - b);
  const rise = (deg: number, run: number): number => run * Math.tan((deg * Math.PI) / 180);
  it.each([2, 3, 5, 10, 11.5])("a ramp of %d° beside level ground is a surface of its own", (deg) => {
    const h = rise(deg, 40);
    expect(
      slopes(
        profile([
          [0, 0],
          [80, 0],
          [80, 5 + h],
          [40, 5],
          [0, 5],
        ]),
      ),
    ).toEqual([0, deg]);
  });
  it.each([2, 5, 8])("a roof of %d° has two sides", (deg) => {
    const h = rise(deg, 35);
    expect(
      slopes(
        profile([
          [0, 0],
          [70, 0],
          [70, 20],
          [35, 20 + h],
          [0, 20],
        ]),
      ),
    ).toEqual([deg, deg]);
  });
  it("a hill that bends from facet to facet stays one, and so does a barrel", () => {
    const arc = (n: number): [number, number][] =>
      Array.from({ length: n + 1 }, (_, i) => {
        const a = Math.PI / 6 + (i / n) * ((2 * Math.PI) / 3);
        return [40 + 45 * Math.cos(a), 45 * Math.sin(a)];
      });
    for (const n of [20, 60]) {
      const tops = find(profile([...arc(n), [0, 0], [80, 0]])).list.filter((s) => s.facing === "up" && s.areaMm2 > 300);
      expect(tops).toHaveLength(1);
    }
    expect(names(cylinderMesh(20, 60, 64)).filter((x) => /round/.test(x))).toHaveLength(1);
  });
  it("is the same of facets in another order, cut finer, and at another size", () => {
    const h = rise(10, 40);
    const ramp = profile([
      [0, 0],
      [80, 0],
      [80, 5 + h],
      [40, 5],
      [0, 5],
    ]);
    for (const other of [shuffled(ramp), subdivided(ramp, 1)]) expect(slopes(other)).toEqual([0, 10]);
    expect(slopes(scaleMesh(ramp, 0.1), 3)).toEqual([0, 10]);
  });
});

describe("what of a surface hangs over", () => {
  const hangs = (m: Mesh): number =>
    find(m).list.reduce((sum, s) => sum + hangsMm2(laySurface(s, { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2 } }), 50), 0);
  // As seen from above: a cone on its tip its whole circle, a box its underside. Exact.
  it("counts with its run, as supports do", () => {
    const cone = turnMesh(coneMesh(15, 8, 96), TURNS["-z"]);
    expect(hangs({ ...cone, indices: coneMesh(15, 8, 96).indices }) / (Math.PI * 225)).toBeCloseTo(1, 1);
    expect(hangs(boxMesh(30, 20, 10))).toBeCloseTo(600, 3);
    // As steep as 62° from level: it prints on itself.
    const steep = coneMesh(8, 15, 96);
    expect(hangs({ ...turnMesh(steep, TURNS["-z"]), indices: steep.indices })).toBeLessThan(1);
  });
});

describe("behind and before a surface", () => {
  const around = (m: Mesh) => {
    const topology = buildTopology(m);
    const found = findSurfaces(m, topology);
    return new Map(lookAround(m, topology, found).map((a, i) => [found.list[i].name, a]));
  };
  it("a block is as thick as it is, and open all round but below", () => {
    const box = around(boxMesh(40, 30, 20));
    expect(box.get("front wall")!.wall!.leastMm).toBeCloseTo(30, 2);
    expect(box.get("top")!.wall!.usualMm).toBeCloseTo(20, 2);
    expect(box.get("top")!.open).toBe(1);
    expect(box.get("front wall")!.open).toBe(1);
    expect(box.get("underside")!.open).toBe(0);
  });
  it("says the same of a file in another size, or with its facets in another order", () => {
    const walls = brickWall(4, 6, [12, 5], 1, 0.8);
    const before = around(walls);
    // In another order the sixty points of a surface lie elsewhere on it: its share of open ways moves by what they sample.
    for (const [other, by, within] of [
      [scaleMesh(walls, 1e-3), 1e-3, 1e-6],
      [scaleMesh(walls, 25.4), 25.4, 1e-6],
      [shuffled(walls), 1, 0.06],
    ] as const) {
      const now = around(other);
      expect([...now.keys()].sort()).toEqual([...before.keys()].sort());
      for (const [name, { open, wall }] of before) {
        expect(Math.abs(now.get(name)!.open - open)).toBeLessThan(within);
        expect((now.get(name)!.wall?.usualMm ?? 0) / by).toBeCloseTo(wall?.usualMm ?? 0, 3);
      }
    }
  });
});
