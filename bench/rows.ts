/** The rows of `npm run bench`. Meshes are made here; ratios say how we stand against a general-purpose library. */
import { Color, mix } from "spectral.js";
import toposort from "toposort";
import { OBJLoader } from "three/examples/jsm/loaders/OBJLoader.js";
import { STLLoader } from "three/examples/jsm/loaders/STLLoader.js";
import { mergeVertices } from "three/examples/jsm/utils/BufferGeometryUtils.js";
import { BackSide, FrontSide, Ray, Vector3, type Side, type Mesh as ThreeMesh } from "three";
import {
  boundsOf,
  buildTopology,
  castAcross,
  facetsOf,
  measureWalls,
  opennessOf,
  readObj,
  readStl,
  reportMesh,
  surfacePoints,
  treeOf,
  turnMesh,
  TURNS,
  vertexFields,
  WALL_POINTS,
  weld,
  writeStl,
  writeThreeMf,
  type Mesh,
  type MeshTree,
} from "../core/mesh";
import type { Project } from "../core/project";
import { changesBetween, eveningsFrom, finishChance, queueOf, schedule, searched, snapshotOf, tonight, type Shop } from "../core/plan";
import { drawOutlines } from "../core/drawing";
import { bestDirections, facetCost, spread, type DirectionCost } from "../core/print/orient/directions";
import {
  bedOf,
  columnsUnder,
  estimateFdm,
  GENERIC_PRINTERS,
  hollowing,
  layOut,
  printFacts,
  Shape,
  type FilamentPrinter,
} from "../core/print";
import { checkPlan, rectangle, type Board, type FootShape, type GroundZone, type Standing } from "../core/ground";
import { orderOf, type OrderEdge } from "../core/joint";
import { boxesMeet, boxOfRings, regionOf, ringsAt, type Ring } from "../core/lay";
import { loadSolids, scoped, sliceMesh, type Solids } from "../core/slice";
import { coprime, mixesFor } from "../core/paint";
import { findSurfaces, laySurface } from "../core/surface";
import { seededRandom } from "../core/units";
import { EVERY_EVENING, manyParts } from "../tests/manyParts";
import { boxesPacked, manyPieces, manyPlates } from "../tests/manyPlates";
import { record, THURSDAY } from "../tests/sampleProject";
import { logIndex } from "../core/look";
import { ball } from "../tests/ball";
import { relief } from "../tests/relief";
import type { PageRow } from "./afterEdit";
import type { BookRow } from "./book";
import type { BrowserRow } from "./browser";
import type { Row } from "./side";

/** A mesh as OBJ text, six decimals a coordinate. */
function objText({ positions, indices }: Mesh): string {
  const lines: string[] = ["o ball"];
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${positions[i].toFixed(6)} ${positions[i + 1].toFixed(6)} ${positions[i + 2].toFixed(6)}`);
  for (let i = 0; i < indices.length; i += 3) lines.push(`f ${indices[i] + 1} ${indices[i + 1] + 1} ${indices[i + 2] + 1}`);
  return `${lines.join("\n")}\n`;
}

/** Reads and welds a binary STL. */
function welded(file: Uint8Array): Mesh {
  const stl = readStl(file);
  if (!stl.ok) throw new Error(stl.problem.message);
  return weld(stl.value.corners);
}

/** How near the nearest mix comes, by a library that mixes paints. */
function nearestBySpectral(target: string, paints: readonly { hex: string }[]): number {
  const [r, g, b] = new Color(target).lRGB;
  const known = paints.map((p) => new Color(p.hex));
  let nearest = Infinity;
  const look = (...parts: [Color, number][]): void => {
    const [x, y, z] = mix(...parts).lRGB;
    nearest = Math.min(nearest, Math.hypot(x - r, y - g, z - b));
  };
  const pairs = coprime(2, 8),
    triples = coprime(3, 8);
  for (let i = 0; i < known.length; i++)
    for (let j = i + 1; j < known.length; j++) {
      for (const d of pairs) look([known[i], d[0]], [known[j], d[1]]);
      for (let k = j + 1; k < known.length; k++) for (const d of triples) look([known[i], d[0]], [known[j], d[1]], [known[k], d[2]]);
    }
  return nearest;
}

/** A ray from each point straight into the solid: origin and direction, six numbers a ray. */
const inwardRays = (points: Float64Array): Float64Array => points.map((v, i) => (i % 6 < 3 ? v : -v));

/** So many rays out of each vertex, anywhere over its surface. */
function raysOver({ positions }: Mesh, normals: Float32Array, each: number): Float64Array {
  const random = seededRandom(each);
  const rays = new Float64Array((positions.length / 3) * each * 6);
  for (let i = 0; i < rays.length / 6; i++) {
    const v = Math.floor(i / each) * 3;
    const z = 2 * random() - 1,
      turn = 2 * Math.PI * random(),
      r = Math.sqrt(1 - z * z);
    const d = [r * Math.cos(turn), r * Math.sin(turn), z];
    const out = d[0] * normals[v] + d[1] * normals[v + 1] + d[2] * normals[v + 2] < 0 ? -1 : 1;
    for (let k = 0; k < 3; k++) {
      rays[i * 6 + k] = positions[v + k];
      rays[i * 6 + 3 + k] = out * d[k];
    }
  }
  return rays;
}

function castBare(tree: MeshTree, rays: Float64Array, side: Side): number {
  const ray = new Ray(new Vector3(), new Vector3());
  let sum = 0;
  for (let i = 0; i < rays.length; i += 6) {
    ray.origin.set(rays[i], rays[i + 1], rays[i + 2]);
    ray.direction.set(rays[i + 3], rays[i + 4], rays[i + 5]);
    sum += tree.bvh.raycastFirst(ray, side, 1e-4)?.distance ?? 0;
  }
  return sum;
}

/** Manifold's own slice with two offsets a layer of 0.2 mm. */
function slicedTwice(solids: Solids, mesh: Mesh): number {
  const solid = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
  const { min, max } = solid.boundingBox();
  let sum = 0;
  for (let k = 0; min[2] + (k + 0.5) * 0.2 < max[2]; k++) {
    const section = solid.slice(min[2] + (k + 0.5) * 0.2);
    const outer = section.offset(-0.45, "Miter"),
      inner = outer.offset(-0.9, "Miter");
    sum += section.area() + inner.area();
    for (const c of [section, outer, inner]) c.delete();
  }
  solid.delete();
  return sum;
}

/** What hangs over, by Manifold alone: a slice, an offset and a difference for each layer. */
function overhangByOffsets(solids: Solids, mesh: Mesh, { layerMm }: FilamentPrinter): number {
  const solid = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
  const { min, max } = solid.boundingBox();
  const reachMm = layerMm * Math.tan((50 * Math.PI) / 180);
  let below = solid.slice(min[2] + layerMm / 2);
  let sum = 0;
  for (let k = 1; min[2] + (k + 0.5) * layerMm < max[2]; k++) {
    const section = solid.slice(min[2] + (k + 0.5) * layerMm);
    const grown = below.offset(reachMm, "Miter"),
      over = section.subtract(grown);
    sum += over.area();
    for (const c of [below, grown, over]) c.delete();
    below = section;
  }
  below.delete();
  solid.delete();
  return sum;
}

export const BROWSER_ROWS: BrowserRow[] = [
  {
    name: "3mf",
    work: "read and weld a 3MF of 1,000,000 triangles, in a browser",
    peer: "three's 3MFLoader with mergeVertices, on the browser's own parser",
    goal: 0.15,
    page: "./threemf.page.ts",
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    file: (size) => writeThreeMf([{ name: "ball", mesh: ball(size), copies: 1 }]),
  },
];

export const ROWS: Row[] = [
  {
    name: "stl",
    work: "read, weld and measure a binary STL of 1,000,000 triangles",
    peer: "three's STLLoader with mergeVertices",
    goal: 0.18,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      const file = writeStl(ball(size));
      const buffer = file.buffer as ArrayBuffer;
      return {
        ours: () => {
          return reportMesh(welded(file)).report;
        },
        peer: () => mergeVertices(new STLLoader().parse(buffer).deleteAttribute("normal")),
      };
    },
  },
  {
    name: "obj",
    work: "read and weld an OBJ of 1,000,000 triangles",
    peer: "three's OBJLoader with mergeVertices",
    goal: 0.12,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      const text = objText(ball(size));
      const file = new TextEncoder().encode(text);
      return {
        ours: () => {
          const obj = readObj(file);
          if (!obj.ok) throw new Error(obj.problem.message);
          return weld(obj.value.corners);
        },
        peer: () => {
          const { geometry } = new OBJLoader().parse(new TextDecoder().decode(file)).children[0] as ThreeMesh;
          return mergeVertices(geometry.deleteAttribute("normal"));
        },
      };
    },
  },
  {
    name: "report",
    work: "the whole report of 1,000,000 triangles but for crossings: edges, shells, cavities, faults with their places, volume",
    peer: "our own reading and welding of the same file",
    goal: 1.2,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      const file = writeStl(ball(size));
      const parse = (): Mesh => welded(file);
      const mesh = parse();
      return { ours: () => reportMesh(mesh).report, peer: parse };
    },
  },
  {
    name: "surface",
    work: "surfaces of 1,000,000 triangles found and named, and their steps at one turn and layer",
    peer: "the whole report of the same mesh, as the report row has it",
    goal: 4,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      // A relief of stones: many faces with joints between them, which is what surfaces are made of.
      const mesh = relief(size);
      const topology = buildTopology(mesh);
      const laying = { turn: TURNS["+z"], factor: 1, grain: { layerMm: 0.2, lineWidthMm: 0.45 } };
      return {
        ours: () => findSurfaces(mesh, topology).list.map((s) => laySurface(s, laying)),
        peer: () => reportMesh(mesh).report,
      };
    },
  },
  {
    name: "thickness",
    work: "wall thickness at 100,000 points of 200,000 triangles, each with the faces that stand opposite judged",
    peer: "the same 100,000 rays cast bare by three-mesh-bvh",
    goal: 1.3,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = ball(size);
      const topology = buildTopology(mesh);
      const tree = treeOf(mesh);
      const points = surfacePoints(mesh, topology, 100_000);
      const rays = inwardRays(points.at);
      return { ours: () => castAcross(tree, mesh, points, -1, false), peer: () => castBare(tree, rays, BackSide) };
    },
  },
  {
    name: "walls",
    work: "the whole analysis of walls and gaps of 200,000 triangles: patches, points, tree, rays both ways, quantiles, places",
    peer: "the bare rays of both ways, cast by three-mesh-bvh on a tree that is there",
    goal: 3,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = ball(size);
      const topology = buildTopology(mesh);
      const tree = treeOf(mesh);
      const { at } = surfacePoints(mesh, topology, WALL_POINTS);
      const inward = inwardRays(at);
      return {
        ours: () => measureWalls(mesh, topology),
        peer: () => castBare(tree, inward, BackSide) + castBare(tree, at, FrontSide),
      };
    },
  },
  {
    name: "fields",
    work: "openness in 128 directions and mean curvature of 300,000 vertices; sizes are triangles",
    peer: "4 of 64 rays a vertex, cast bare by three-mesh-bvh on a tree that is there (0.2 of all 64 is 3.2)",
    goal: 3.2,
    sizes: [150_000, 300_000, 600_000],
    prepare: (size) => {
      const mesh = ball(size);
      const { normals } = vertexFields(mesh);
      const tree = treeOf(mesh);
      const rays = raysOver(mesh, normals, 64 / 16);
      return Promise.resolve({
        ours: () => opennessOf(mesh, vertexFields(mesh).normals),
        peer: () => castBare(tree, rays, FrontSide),
      });
    },
  },
  {
    name: "slice",
    work: "200,000 triangles in 1,000 layers: closed contours with areas and perimeters",
    peer: "Manifold's slice in a loop, with its areas",
    goal: 0.15,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = ball(size);
      const topology = buildTopology(mesh);
      const solids = await loadSolids();
      const peer = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
      const box = peer.boundingBox();
      const layer = (box.max[2] - box.min[2]) / 1000;
      return {
        ours: () => {
          const kept: Float64Array[] = [];
          const slicing = sliceMesh(mesh, topology, layer, { onLayer: (_, c) => kept.push(c.points.slice()) });
          return { slicing, kept };
        },
        peer: () => {
          let area = 0;
          for (let k = 0; k < 1000; k++) {
            const section = peer.slice(box.min[2] + (k + 0.5) * layer);
            area += section.area();
            section.delete();
          }
          return area;
        },
      };
    },
  },
  {
    name: "estimate",
    work: "the whole filament estimate of a relief of 200,000 triangles in 79 layers",
    peer: "Manifold's slice with two offsets a layer of the same mesh",
    goal: 1.5,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = relief(size);
      const topology = buildTopology(mesh);
      const solids = await loadSolids();
      const printer = GENERIC_PRINTERS[0] as FilamentPrinter;
      return { ours: () => estimateFdm(solids, mesh, topology, printer), peer: () => slicedTwice(solids, mesh) };
    },
  },
  {
    name: "verdict",
    work: "which way up, hours, material and cost of the same relief on all three printers of the first look",
    peer: "Manifold's slice with two offsets a layer of the same mesh",
    goal: 3,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = relief(size);
      const topology = buildTopology(mesh);
      const solids = await loadSolids();
      return {
        ours: () => {
          const shape = new Shape(solids, mesh, topology, 90_000);
          return GENERIC_PRINTERS.map((printer) => printFacts(shape, printer, 1));
        },
        peer: () => slicedTwice(solids, mesh),
      };
    },
  },
  {
    name: "supports",
    work: "what hangs over of the same relief printed face down, bridges told apart, and the columns below it",
    peer: "Manifold's slice, one offset and one difference a layer of the same mesh",
    goal: 1.5,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = turnMesh(relief(size), TURNS["-z"]);
      const topology = buildTopology(mesh);
      const solids = await loadSolids();
      const printer = GENERIC_PRINTERS[0] as FilamentPrinter;
      const heightMm = boundsOf(mesh.positions).size[2];
      return {
        ours: () => columnsUnder({ solids, topology }, printer, mesh, heightMm),
        peer: () => overhangByOffsets(solids, mesh, printer),
      };
    },
  },
  {
    name: "orient",
    work: "the best ten of 1,000 directions for a relief of 200,000 triangles: what hangs over, and steps on what is seen",
    peer: "the same sums over all facets for every direction",
    goal: 0.05,
    sizes: [50_000, 100_000, 200_000],
    prepare: (size) => {
      const facets = facetsOf(relief(size));
      const directions = spread(1000);
      const over = Math.sin((50 * Math.PI) / 180);
      const weigh = (c: DirectionCost): number => 2 * c.overMm2 + c.steppedMm2;
      return Promise.resolve({
        ours: () => bestDirections(facets, directions, 10, over, weigh),
        peer: () => directions.map((d) => weigh(facetCost(facets, d, over))).sort((a, b) => a - b),
      });
    },
  },
  {
    name: "hollow",
    work: "depth of 200,000 triangles on voxels of 0.25 mm, pockets, drains and what is saved; sizes are voxels along 60 mm",
    peer: "three-mesh-bvh's nearest point for every 64th voxel that lies inside",
    goal: 1,
    sizes: [60, 120, 240],
    prepare: (size) => {
      const mesh = ball(200_000);
      const voxelMm = 60 / size;
      const tree = treeOf(mesh);
      return Promise.resolve({
        ours: () => hollowing(mesh, 2, TURNS["+z"], voxelMm),
        peer: () => {
          const point = new Vector3();
          let sum = 0,
            n = 0;
          for (let z = -30; z < 30; z += voxelMm)
            for (let y = -30; y < 30; y += voxelMm)
              for (let x = -30; x < 30; x += voxelMm)
                if (x * x + y * y + z * z < 880 && n++ % 64 === 0) sum += tree.bvh.closestPointToPoint(point.set(x, y, z))!.distance;
          return sum;
        },
      });
    },
  },
  {
    name: "mixes",
    work: "all mixes of one, two or three of sixty paints in up to eight whole drops, the best for a colour",
    peer: "spectral.js in the same loop, the nearest by plain distance",
    goal: 0.2,
    sizes: [15, 30, 60],
    prepare: (size) => {
      const random = seededRandom(size);
      const hex = (): string =>
        `#${Math.floor(random() * 0x1000000)
          .toString(16)
          .padStart(6, "0")}`;
      const paints = Array.from({ length: size }, (_, i) => ({ name: `p${i}`, hex: hex(), dropMl: 0.05 }));
      return Promise.resolve({ ours: () => mixesFor("#8b3a2b", paints), peer: () => nearestBySpectral("#8b3a2b", paints) });
    },
  },
  {
    name: "picture",
    work: "from the welded mesh of 2,000,000 triangles to its three silhouettes",
    peer: "our own reading and welding of the same file",
    goal: 1,
    sizes: [250_000, 500_000, 1_000_000, 2_000_000],
    prepare: (size) => {
      const file = writeStl(ball(size));
      const parse = (): Mesh => welded(file);
      const mesh = parse();
      return Promise.resolve({ ours: () => drawOutlines(mesh), peer: parse });
    },
  },
  {
    name: "plan",
    work: "steps, states, schedule and goes of a scene of 100 parts and 700 steps",
    peer: "the structured clone of the same scene, as it goes to a worker",
    goal: 30,
    sizes: [25, 50, 100],
    prepare: (size) => {
      const project = manyParts(size);
      // Other objects each time: steps of parts that were unfolded before are kept.
      const fresh = (): Project => ({ ...project, parts: project.parts.map((p) => ({ ...p })) });
      return Promise.resolve({ ours: () => tonight(fresh(), THURSDAY, 60), peer: () => structuredClone(project) });
    },
  },
  {
    name: "plan-check",
    work: "a board of 100 copies with true outlines of 24 corners and 20 zones: overlaps, rim, water, what must stay clear, in every move of a drag",
    peer: "Manifold: cross-sections of the same outlines, intersected where their boxes meet, with their areas",
    goal: 1,
    sizes: [25, 50, 100],
    prepare: async (size) => {
      const solids = await loadSolids();
      const random = seededRandom(26);
      const board: Board = {
        id: "b",
        name: "Board",
        outlineMm: rectangle(1200, 800),
        layers: [{ id: "l", material: "foam", thicknessMm: 30, eMPa: null }],
        rimMm: 0,
        liftMm: 0,
        handsMm: null,
        partId: null,
      };
      const outline = (r: number): number[] =>
        Array.from({ length: 24 }, (_, i) => {
          const far = r * (0.75 + 0.25 * Math.cos(3 * i));
          return [far * Math.cos((i * Math.PI) / 12), far * Math.sin((i * Math.PI) / 12)];
        }).flat();
      const shapes = Array.from({ length: 12 }, (_, k): FootShape => ({
        foot: [outline(20 + k)],
        shadow: [outline(30 + 2 * k)],
        widthMm: 60 + 4 * k,
        depthMm: 60 + 4 * k,
        heightMm: 40,
      }));
      const standings = Array.from({ length: size }, (_, i): Standing => ({
        id: `s${i}`,
        partId: String(i % 12),
        on: { kind: "board", boardId: board.id },
        xMm: 60 + random() * 1080,
        yMm: 60 + random() * 680,
        turnDeg: random() * 360,
        liftMm: 0,
        leanDeg: 0,
      }));
      const zones = Array.from({ length: 20 }, (_, i): GroundZone => ({
        id: `z${i}`,
        boardId: board.id,
        name: `z${i}`,
        is: i % 2 === 0 ? "water" : "hands",
        outlineMm: rectangle(180, 150, random() * 1000, random() * 640),
        levelMm: -5,
        slopeDeg: 35,
        ballMm: 0,
      }));
      const shapeOf = (s: Standing): FootShape => shapes[Number(s.partId)];
      const peer = (): number =>
        scoped((keep) => {
          const laid = standings.map((s) => {
            const at = (rings: readonly Ring[]) => {
              const own = ringsAt({ rings }, s);
              return { box: boxOfRings(own), region: keep(regionOf(solids, own)) };
            };
            return { foot: at(shapeOf(s).foot), shadow: at(shapeOf(s).shadow) };
          });
          const areas = zones.map((z) => ({ zone: z, box: boxOfRings([z.outlineMm]), region: keep(regionOf(solids, [z.outlineMm])) }));
          const rim = keep(regionOf(solids, [board.outlineMm]));
          let found = 0;
          laid.forEach((a, i) => {
            if (keep(a.foot.region.subtract(rim)).area() > 0.1) found++;
            if (keep(a.shadow.region.subtract(rim)).area() > 0.1) found++;
            for (const b of laid.slice(i + 1)) {
              if (!boxesMeet(a.shadow.box, b.shadow.box)) continue;
              if (keep(a.foot.region.intersect(b.foot.region)).area() > 0.1) found++;
              else if (keep(a.shadow.region.intersect(b.shadow.region)).area() > 0.1) found++;
            }
            for (const z of areas) {
              const own = z.zone.is === "water" ? a.foot : a.shadow;
              if (boxesMeet(own.box, z.box) && keep(own.region.intersect(z.region)).area() > 0.1) found++;
            }
          });
          return found;
        });
      return { ours: () => checkPlan(board, standings, zones, shapeOf), peer };
    },
  },
  {
    name: "order",
    work: "500 joints with 2,000 demands and 20 contradictions among them: an order that keeps the rest, each contradiction as a circle",
    peer: "toposort: an order of the same demands without the contradictions",
    goal: 5,
    sizes: [125, 250, 500],
    prepare: (size) => {
      const random = seededRandom(7);
      const nodes = Array.from({ length: size }, (_, i) => `joint-${i}`);
      const before = (a: number, b: number): OrderEdge => ({ from: nodes[a], to: nodes[b], rule: "x", cost: 1 + Math.floor(random() * 9) });
      const sound = Array.from({ length: size * 4 }, () => {
        const a = Math.floor(random() * (size - 1));
        return before(a, a + 1 + Math.floor(random() * Math.min(40, size - 1 - a)));
      });
      // Back over a few steps, so that there is a way round.
      const against = sound
        .filter((_, i) => i % Math.ceil(sound.length / 20) === 0)
        .map((e) => ({ ...e, from: e.to, to: e.from, cost: 0 }));
      const demands = [...sound, ...against];
      const pairs = sound.map((e): [string, string] => [e.from, e.to]);
      return Promise.resolve({ ours: () => orderOf(nodes, demands), peer: () => toposort.array(nodes, pairs) });
    },
  },
  {
    name: "plates",
    work: "200 pieces by their true outlines on three kinds of plates, at most 31 orders a printer: fewer where none could do with fewer plates",
    peer: "maxrects-packer: the boxes of the same pieces on the same plates, in as many orders",
    goal: 4,
    sizes: [50, 100, 200],
    prepare: async (size) => {
      const solids = await loadSolids();
      const wanted = manyPieces(size);
      const printers = GENERIC_PRINTERS.map((p) => ({ id: p.id, process: p.process, bed: bedOf(p) }));
      let n = 0;
      return {
        ours: () => layOut(solids, printers, wanted, () => `n${++n}`, { effort: 30 }),
        peer: () => printers.map((p) => boxesPacked(p, wanted, 31)),
      };
    },
  },
  {
    name: "queue",
    work: "the queue of 200 plates on three printers with stock, risk and what changed, from the plan as it stands",
    peer: "the structured clone of the same scene, as it goes to a worker",
    goal: 15,
    sizes: [50, 100, 200],
    prepare: async (size) => {
      const project = await manyPlates(size);
      const model = tonight(project, THURSDAY, 60);
      const then = snapshotOf(queueOf(project, model));
      return {
        ours: () => changesBetween(then, snapshotOf(queueOf(project, model)), String, model.now),
        peer: () => structuredClone(project),
      };
    },
  },
  {
    name: "search",
    work: "50 searches of two words over 5,000 entries of the log, put in before",
    peer: "the same texts gone through for both words as they are typed, 50 times: no beginnings of words, no letter wrong, no order",
    goal: 10,
    sizes: [1250, 2500, 5000],
    prepare: (size) => {
      const random = seededRandom(5);
      const words = Array.from(
        { length: 400 },
        (_, i) => `${"primer wash hinge corner brim lift grey wall seam varnish".split(" ")[i % 10]}${Math.floor(i / 10)}`,
      );
      const text = (n: number): string => Array.from({ length: n }, () => words[Math.floor(random() * words.length)]).join(" ");
      const records = Array.from({ length: size }, (_, i) =>
        record("p", `p/x/${i}`, { id: `r${i}`, title: text(4), wentWrong: text(12), startedAt: i, finishedAt: i + 1, result: "good" }),
      );
      const index = logIndex({ records, parts: [], paints: [], lessons: [] });
      const asked = Array.from({ length: 50 }, () => text(2));
      const texts = records.map((r) => `${r.title} ${r.wentWrong}`);
      return Promise.resolve({
        ours: () => asked.map((q) => index.find(q).length),
        peer: () =>
          asked.map((q) => {
            const [a, b] = q.toLowerCase().split(" ");
            return texts.filter((t) => t.toLowerCase().includes(a) && t.toLowerCase().includes(b)).length;
          }),
      });
    },
  },
  {
    name: "plan-search",
    work: "1,000 schedules of 100 steps in 20 evenings, as the search for a plan looks at them",
    peer: "toposort: an order of the same steps, 1,000 times",
    goal: 1,
    sizes: [25, 50, 100],
    prepare: (size) => {
      const random = seededRandom(27);
      const steps = Array.from({ length: size }, (_, i) => ({
        durMs: Math.round(5 + random() * 20) * 60_000,
        lagMs: [0, 0, 1, 12][Math.floor(random() * 4)] * 3_600_000,
        after: i % 5 === 0 ? [] : [i - 1],
        resource: 0,
      }));
      const evenings = Array.from({ length: 20 }, (_, d) => ({ from: d * 86_400_000, to: d * 86_400_000 + 4 * 3_600_000 }));
      const shop: Shop = { steps, calendars: [evenings], now: 0 };
      const nodes = steps.map((_, i) => String(i));
      const pairs = steps.flatMap((s, i) => s.after.map((a): [string, string] => [String(a), String(i)]));
      return Promise.resolve({
        ours: () => searched(shop, { most: 1000 }),
        peer: () => {
          for (let i = 0; i < 1000; i++) toposort.array(nodes, pairs);
        },
      });
    },
  },
  {
    name: "chance",
    work: "1,000 runs of the schedule of 100 parts and 700 steps, with times that vary",
    peer: "the same schedule 1,000 times with the times as planned",
    goal: 1.6,
    sizes: [25, 50, 100],
    prepare: (size) => {
      const { steps, states, now } = tonight(manyParts(size), THURSDAY, 60);
      const evenings = eveningsFrom(now, EVERY_EVENING, "Europe/Berlin", 240);
      return Promise.resolve({
        ours: () => finishChance({ steps, states, evenings, now }, 1000),
        peer: () => {
          for (let i = 0; i < 1000; i++) schedule(steps, states, evenings, now);
        },
      });
    },
  },
];

/** Rows that open the built program in a browser. */
export const PAGE_ROWS: PageRow[] = [
  {
    name: "edit",
    work: "longest task of the page's thread after an edit in a scene of 200 printed and painted parts",
    peer: "the 50 ms from which a task is long",
    goal: 1,
    taken: "longest task",
    boundMs: 50,
    parts: [50, 200],
  },
  {
    name: "edit-scripts",
    work: "what the page's scripts take for a coat that is added, in the same scene",
    peer: "60 ms",
    goal: 1,
    taken: "scripts of a coat",
    boundMs: 60,
    parts: [50, 200],
  },
  {
    name: "rest",
    work: "what the page's scripts take in six seconds in which nothing happens, in the same scene",
    peer: "a hundredth of the time",
    goal: 1,
    taken: "rest",
    boundMs: 60,
    parts: [200],
  },
];

export const BOOK_ROWS: BookRow[] = [
  {
    name: "book",
    work: "the first page of a log of 50,000 records, from its address to its first row",
    peer: "the same rows read bare from the database",
    goal: 3,
    records: [5_000, 50_000],
  },
];
