/** The demo scene's meshes, built by code: millimetres at 1:56, z up, front towards −y. */
import type { Manifold, Mat4 } from "manifold-3d";
import type { Mesh } from "../core/mesh";
import type { Solids } from "../core/slice";

type Vec3 = [number, number, number];

/** Small helpers over the solids library. */
function kit({ Manifold, CrossSection }: Solids) {
  const box = (min: Vec3, max: Vec3): Manifold => Manifold.cube([max[0] - min[0], max[1] - min[1], max[2] - min[2]]).translate(min);
  /** An outline in the x–z plane drawn out along y. */
  const along = (outline: [number, number][], y0: number, y1: number): Manifold =>
    // x stays, the outline's second axis becomes z, the extrusion runs along −y.
    new CrossSection([outline], "EvenOdd")
      .extrude(y1 - y0)
      .transform([1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0, 0, y1, 0, 1] as unknown as Mat4);
  const rodX = (r: number, x0: number, x1: number, y: number, z: number): Manifold =>
    Manifold.cylinder(x1 - x0, r, r, 32)
      .rotate([0, 90, 0])
      .translate([x0, y, z]);
  return { box, along, rodX, union: (list: Manifold[]): Manifold => Manifold.union(list) };
}

const toMesh = (solid: Manifold): Mesh => {
  const m = solid.getMesh();
  const stride = m.numProp;
  const positions = new Float32Array((m.vertProperties.length / stride) * 3);
  for (let i = 0; i < positions.length / 3; i++) for (let c = 0; c < 3; c++) positions[i * 3 + c] = m.vertProperties[i * stride + c];
  return { positions, indices: new Uint32Array(m.triVerts) };
};

/** A barrel for the quay: staves by its bulge, hoops, a bung. */
export function barrel(solids: Solids): Mesh {
  const { union } = kit(solids);
  const { Manifold, CrossSection } = solids;
  const side: [number, number][] = [
    [0, 0],
    [4.6, 0],
    [5.6, 4],
    [5.9, 7],
    [5.6, 10],
    [4.6, 14],
    [0, 14],
  ];
  const body = new CrossSection([side], "EvenOdd").revolve(40);
  const hoop = (z: number, r: number): Manifold => Manifold.cylinder(1, r, r, 40).translate([0, 0, z]);
  return toMesh(union([body, hoop(2.2, 5.6), hoop(10.8, 5.6)]));
}

/** A clip that joins two quay walls: goes into the slots of both. */
export function quayClip(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  return toMesh(union([box([0.2, 0.2, 0], [15.8, 3.8, 3.8]), box([0.2, 0.2, 0], [3.8, 8.8, 3.8]), box([12.2, 0.2, 0], [15.8, 8.8, 3.8])]));
}

/** The post of the crane: tall on a small foot, with a bracket. */
export function cranePost(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  return toMesh(union([box([0, 0, 0], [9, 9, 118]), box([-3, -3, 0], [12, 12, 3]), box([9 - 0.5, 3, 84], [26, 6, 90])]));
}

/** A tide mill: gable to the front, roof 216 mm over the eaves, slate courses, a stack, an axle hole for the wheel. */
export function millHouse(solids: Solids): Mesh {
  const { box, along, rodX, union } = kit(solids);
  const W = 92,
    D = 196,
    eaves = 70,
    wall = 2,
    pitch = Math.tan((30 * Math.PI) / 180),
    ridge = eaves + (W / 2) * pitch;
  const outer = along(
    [
      [0, 0],
      [W, 0],
      [W, eaves],
      [W / 2, ridge],
      [0, eaves],
    ],
    0,
    D,
  );
  // The inside closes like a tent, steeper than the roof, so that it prints without support.
  const inner = along(
    [
      [wall, -1],
      [W - wall, -1],
      [W - wall, 44],
      [W / 2, ridge - wall],
      [wall, 44],
    ],
    wall,
    D - wall,
  );
  const cuts: Manifold[] = [inner, box([36, -1, -1], [56, wall + 1, 36.5])];
  const bars: Manifold[] = [];
  const window = (x: number, z: number): void => {
    cuts.push(box([x, -1, z], [x + 17, wall + 1, z + 22]));
    bars.push(box([x + 8.1, 0.4, z - 0.5], [x + 8.9, 1.2, z + 22.5]), box([x - 0.5, 0.4, z + 10.6], [x + 17.5, 1.2, z + 11.4]));
  };
  window(9, 34);
  window(66, 34);
  cuts.push(box([38, -1, 56], [54, wall + 1, 74]));
  for (const y of [22, 82]) {
    cuts.push(box([W - wall - 1, y, 36], [W + 1, y + 22, 58]));
    bars.push(box([W - 1.2, y + 10.6, 35.5], [W - 0.4, y + 11.4, 58.5]), box([W - 1.2, y - 0.5, 46.6], [W - 0.4, y + 22.5, 47.4]));
  }
  cuts.push(rodX(3, W - wall - 1, W + 1, 168, 30));
  // The roof: two leaves of 3 mm that reach over walls and gables, in slate courses of 0.5 mm.
  const over = 10,
    t = 3;
  const leaf = (side: 1 | -1): Manifold => {
    const outline: [number, number][] = [
      [0, ridge],
      [0, ridge + t],
    ];
    const reach = W / 2 + over,
      courses = 9;
    for (let i = 1; i <= courses; i++) {
      const x = (reach * i) / courses,
        z = ridge + t - x * pitch;
      outline.push([x, z + 0.5], [x, z]);
    }
    outline.push([reach, ridge - reach * pitch]);
    const placed = outline.map(([x, z]): [number, number] => [W / 2 + side * x, z]);
    return along(side > 0 ? placed.reverse() : placed, -over, D + over);
  };
  const stack = box([W / 2 + 6, 132, ridge - 12], [W / 2 + 18, 146, 118]);
  const plinth = box([-1.2, -1.2, 0], [W + 1.2, D + 1.2, 5])
    .subtract(box([wall, wall, -1], [W - wall, D - wall, 6]))
    .subtract(box([36, -3, -1], [56, wall + 1, 6]));
  return toMesh(union([outer.subtract(union(cuts)), ...bars, leaf(1), leaf(-1), stack, plinth]));
}

/** Posts, sill and head with a groove in which the paddle slides. */
export function sluiceFrame(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  const solid = union([
    box([0, 0, 0], [7, 9, 62]),
    box([51, 0, 0], [58, 9, 62]),
    box([0, 0, 0], [58, 9, 6]),
    box([-4, 0, 56], [62, 9, 62]),
    box([-9, -6, 0], [9, 15, 3]),
    box([49, -6, 0], [67, 15, 3]),
  ]);
  return toMesh(solid.subtract(union([box([4.2, 3, 6], [7.1, 6, 63]), box([50.9, 3, 6], [53.8, 6, 63]), box([7, 3, 55], [51, 6, 63])])));
}

/** The paddle: planks on a plate, with a rack to lift it by. */
export function sluicePaddle(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  const gaps = [1, 2, 3, 4, 5].map((i) => box([i * 8 - 0.35, -1, -1], [i * 8 + 0.35, 0.5, 35]));
  return toMesh(
    union([
      box([0, 0, 0], [48.6, 2.6, 34]).subtract(union(gaps)),
      box([21.3, 0, 30], [27.3, 2.6, 58]),
      // Shorter than the way between the posts, with room on both sides.
      box([3.3, -0.8, 5], [45.3, 0.2, 9]),
      box([3.3, -0.8, 25], [45.3, 0.2, 29]),
    ]),
  );
}

/** A cargo crate of 12 mm with battens and a lid that slopes a little, so that rain runs off. */
export function crate(solids: Solids): Mesh {
  const { box, along, union } = kit(solids);
  const s = 12,
    b = 1.6,
    d = 0.6;
  const body = along(
    [
      [d, 0],
      [s - d, 0],
      [s - d, s - 1.4],
      [d, s - 0.4],
    ],
    d,
    s - d,
  );
  const battens: Manifold[] = [];
  for (const [x, y] of [
    [0, 0],
    [s - b, 0],
    [0, s - b],
    [s - b, s - b],
  ] as const)
    battens.push(box([x, y, 0], [x + b, y + b, s - 1.4]));
  for (const z of [0, s - b - 1.4])
    battens.push(
      box([0, 0, z], [s, b, z + b]),
      box([0, s - b, z], [s, s, z + b]),
      box([0, 0, z], [b, s, z + b]),
      box([s - b, 0, z], [s, s, z + b]),
    );
  return toMesh(union([body, ...battens]));
}

/** A rowing boat from somewhere else, made for a larger scale: 96 mm long with thwarts 6.2 mm above the boards. */
export function rowingBoat(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  const { Manifold } = solids;
  const shell = (x: number, y: number, z: number): Manifold => Manifold.sphere(1, 72).scale([x, y, z]);
  const depth = 13,
    board = 2.4;
  const outer = shell(48, 16.5, 15);
  const inner = shell(46.8, 15.4, 14);
  const open = box([-60, -30, 0], [60, 30, 30]);
  const keel = box([-60, -30, -30], [60, 30, -depth]);
  const hull = outer.subtract(union([inner, open, keel]));
  const inside = outer.subtract(union([open, keel]));
  const boards = box([-60, -30, -depth], [60, 30, -depth + board]).intersect(inside);
  const thwart = (x: number): Manifold => box([x - 3, -30, -depth + board + 4.6], [x + 3, 30, -depth + board + 6.2]).intersect(inside);
  return toMesh(union([hull, boards, thwart(-20), thwart(4), thwart(26)]).translate([48, 16.5, depth]));
}

/** A module of quay wall on a one-inch grid: courses of stone, a base of 5 mm, a clip slot of 4.2 mm in each end, an iron ladder. */
export function quayWall(solids: Solids): Mesh {
  const { box, union } = kit(solids);
  const w = 50.8,
    d = 25.4,
    h = 40;
  const courses = [1, 2, 3, 4].map((i) => box([-1, -1, 5 + i * 7 - 0.35], [w + 1, 0.5, 5 + i * 7 + 0.35]));
  const joints = [0, 1, 2, 3, 4].flatMap((row) =>
    [9, 21, 33, 45].map((x) => box([x + (row % 2) * 5 - 0.35, -1, 5 + row * 7], [x + (row % 2) * 5 + 0.35, 0.5, 12 + row * 7])),
  );
  // Half a clip and 0.1 mm of room all round, at an end: its bar, and the leg that holds it.
  const slot = (x: number, into: 1 | -1): Manifold => {
    const from = (a: number, b: number): [number, number] => [Math.min(x + into * a, x + into * b), Math.max(x + into * a, x + into * b)];
    const [bar, leg] = [from(-1, 8.1), from(3.9, 8.1)];
    return union([box([bar[0], d / 2 - 2.1, -1], [bar[1], d / 2 + 2.1, 4.1]), box([leg[0], d / 2 - 2.1, -1], [leg[1], d / 2 + 7.1, 4.1])]);
  };
  // The ladder stands in a niche, so that the module stays on its grid.
  const niche = box([18, -1, 5], [30, 2.2, h + 1]);
  const rungs = [10, 15, 20, 25, 30, 35].map((z) => box([18, 0.3, z], [30, 1, z + 0.7]));
  return toMesh(union([box([0, 0, 0], [w, d, h]).subtract(union([...courses, ...joints, niche, slot(0, 1), slot(w, -1)])), ...rungs]));
}
