import { describe, expect, it } from "vitest";
import { boundsOf, boxMesh, MeshBuilder, TURNS, type Mesh } from "../../mesh";
import { paintedShare, ROLE_IDS, type Role } from "../../recipe";
import { seededRandom } from "../../units";
import { looksAfter, type DrawnCoat } from "../states";
import {
  CREST_SHARE,
  crestShare,
  lookAt,
  measureFields,
  NOT_DRAWN,
  paintMesh,
  reachOf,
  Replay,
  workMesh,
  type Look,
  type PaintMesh,
  type PreviewCoat,
  type PreviewView,
  type PrintedLayers,
} from "./index";

const GREY = "#8f9294";
const FRONT: PreviewView = { widthPx: 120, heightPx: 120, turnDeg: 0, tiltDeg: 0, zoom: 1, centre: [0.5, 0.5] };
const BELOW_FRONT = { ...FRONT, turnDeg: 30, tiltDeg: 30 };

function painted(mesh: Mesh): PaintMesh {
  const work = workMesh(mesh, () => new Int8Array(mesh.indices.length / 3), 60);
  return paintMesh(work, measureFields(work), 1)!;
}
const printed = (layerMm: number, left: readonly number[] = []): PrintedLayers => ({
  turn: TURNS["+z"],
  grain: { layerMm, lineWidthMm: 0.4 },
  left,
});
const coat = (role: Role, method: DrawnCoat["method"], hex: string, more: Partial<PreviewCoat> = {}): PreviewCoat => ({
  family: "water acrylic",
  coats: 1,
  share: null,
  named: null,
  role,
  method,
  hex,
  ...more,
});
/** A wall with bars on it and a slot in its foot: edges, recesses, a roof. */
const shed = (): Mesh => {
  const b = new MeshBuilder().prism(
    [
      [0, 0],
      [40, 0],
      [40, 30],
      [20, 44],
      [0, 30],
    ],
    0,
    60,
  );
  for (let i = 0; i < 4; i++) b.box([-2, 5 + i * 14, 4], [0, 11 + i * 14, 26]);
  return b.build();
};
const at = (picture: Uint8ClampedArray, { widthPx }: Look, x: number, y: number): number[] => [
  ...picture.slice((y * widthPx + x) * 4, (y * widthPx + x) * 4 + 4),
];
const brightness = (rgb: readonly number[]): number => rgb[0] + rgb[1] + rgb[2];

describe("where a step lies on a mesh", () => {
  const piece = painted(shed());
  const { whole } = lookAt(piece, FRONT, printed(0.2));
  const mean = (reach: { crest: Float32Array; between: Float32Array }): number => {
    let sum = 0,
      area = 0;
    whole.areas.forEach((a, i) => {
      sum += a * (CREST_SHARE * reach.crest[i] + (1 - CREST_SHARE) * reach.between[i]);
      area += a;
    });
    return sum / area;
  };
  it("is its share of the area, for every role, method and share: the picture takes what the millilitres say", () => {
    const random = seededRandom(24);
    for (const role of ROLE_IDS)
      for (const method of ["brush", "dry brush", "wash", "spray", "sponge", "from above", "dust"] as const) {
        const step = { role, method, share: random() < 0.3 ? null : Math.round(random() * 100) / 100 };
        const reach = reachOf(step, whole, { surface: 0 });
        if (NOT_DRAWN.includes(role)) {
          expect(reach).toBeNull();
          continue;
        }
        // A surface that is named is what it is, whatever share was thought of.
        if (role === "surface") continue;
        expect(Math.abs(mean(reach!(whole)) - paintedShare(step)), JSON.stringify(step)).toBeLessThan(0.012);
      }
  });
  it("nobody is told where a surface is that the piece does not have", () => {
    expect(reachOf({ role: "surface", method: "brush", share: null }, whole, null)).toBeNull();
  });
  it("a foot is everything below one height: of a box 40 × 40 × 100, 15 % of all its faces end at 8 mm", () => {
    // Underside 1600, four sides of 40 a millimetre, all faces 19 200: 0.15 × 19 200 = 1600 + 160 h.
    const look = lookAt(painted(boxMesh(40, 40, 100)), { ...FRONT, widthPx: 206, heightPx: 206 }, null);
    const replay = new Replay(look, GREY);
    replay.lay([coat("foot", "brush", "#101010")]);
    const picture = replay.picture(1);
    const column = Array.from({ length: 200 }, (_, y) => at(picture, look, 103, y + 3)[0]);
    const dark = column.filter((r) => r < 60).length;
    expect(Math.abs(dark - 16)).toBeLessThanOrEqual(2);
    expect(column.slice(-dark).every((r) => r < 60)).toBe(true);
  });
});

describe("an area of colour", () => {
  it("is drawn where it lies, to the pixel, by a step that names it; another one names a surface", () => {
    const look = lookAt(painted(boxMesh(40, 40, 100)), { ...FRONT, widthPx: 206, heightPx: 206 }, null, [{ by: "above", mm: 75 }]);
    const replay = new Replay(look, GREY);
    replay.lay([coat("surface", "brush", "#101010", { named: { area: 0 } })]);
    const dark = Array.from({ length: 200 }, (_, y) => at(replay.picture(1), look, 103, y + 3)[0]).filter((r) => r < 60).length;
    expect(Math.abs(dark - 50)).toBeLessThanOrEqual(2);
    replay.lay([coat("surface", "brush", "#101010", { named: { area: 1 } })]);
    expect(replay.picture(1)).toEqual(replay.picture(0));
  });
});

describe("the layers of a print", () => {
  it("a stretch of them holds as much ridge as counting says, however many there are", () => {
    const random = seededRandom(7);
    for (let k = 0; k < 200; k++) {
      const middle = random() * 50,
        across = 10 ** (random() * 4 - 2);
      const N = 20_000;
      let on = 0;
      for (let i = 0; i < N; i++) {
        const h = middle + across * ((i + 0.5) / N - 0.5);
        if (h - Math.floor(h) > 1 - CREST_SHARE) on++;
      }
      expect(crestShare(middle, across)).toBeCloseTo(on / N, 2);
    }
  });
  /** Of a wall 20 mm high, seen from the front: how bright its middle is, row by row. */
  const rowsOf = (layers: PrintedLayers | null, method: DrawnCoat["method"] = "dry brush"): number[] => {
    const look = lookAt(painted(boxMesh(20, 20, 20)), { ...FRONT, widthPx: 206, heightPx: 206, zoom: 4 }, layers);
    const replay = new Replay(look, "#303030");
    replay.lay([
      coat("all over", method, method === "wash" ? "#000000" : "#ffffff", { family: method === "wash" ? "water wash" : "water acrylic" }),
    ]);
    const picture = replay.picture(1);
    return Array.from({ length: 206 }, (_, y) => brightness(at(picture, look, 103, y)));
  };
  /** How often a row passes from below its middle to above. */
  const bands = (rows: readonly number[]): number => {
    const middle = (Math.max(...rows) + Math.min(...rows)) / 2;
    return rows.filter((v, i) => i > 0 && rows[i - 1] <= middle && v > middle).length;
  };
  it("a dry brush catches one line a layer: 5.15 mm of a wall in layers of 0.5 mm show ten", () => {
    // 200 pixels over 20 mm, four times nearer: 40 a millimetre, 206 in all.
    const n = bands(rowsOf(printed(0.5)));
    expect(n).toBeGreaterThanOrEqual(9);
    expect(n).toBeLessThanOrEqual(11);
  });
  it("finds none where layers are too fine, where they are filled, or where nothing is known of them", () => {
    for (const layers of [printed(0.08), printed(0.5, [0]), null]) {
      const rows = rowsOf(layers);
      expect(Math.max(...rows) - Math.min(...rows)).toBeLessThan(12);
    }
  });
  it("a wash runs into the lines, a loaded brush covers both alike", () => {
    expect(bands(rowsOf(printed(0.5), "wash"))).toBeGreaterThanOrEqual(9);
    const brushed = rowsOf(printed(0.5), "brush");
    expect(Math.max(...brushed) - Math.min(...brushed)).toBeLessThan(6);
  });
  it("from so far that a pixel holds many, they are one tone: the mean light of the lines that are seen from near", () => {
    const linear = (rgb: number): number => (rgb / 3 / 255) ** 2.2;
    const near = rowsOf(printed(0.2));
    const mean = near.reduce((sum, v) => sum + linear(v), 0) / near.length;
    const look = lookAt(painted(boxMesh(20, 20, 20)), { ...FRONT, widthPx: 46, heightPx: 46 }, printed(0.2));
    const replay = new Replay(look, "#303030");
    replay.lay([coat("all over", "dry brush", "#ffffff")]);
    const far = linear(brightness(at(replay.picture(1), look, 23, 23)));
    expect(Math.abs(far / mean - 1)).toBeLessThan(0.1);
    expect(far).toBeGreaterThan(linear(Math.min(...near)) * 1.1);
    expect(far).toBeLessThan(linear(Math.max(...near)) * 0.9);
  });
});

describe("films one over the other", () => {
  const piece = painted(shed());
  const look = lookAt(piece, BELOW_FRONT, printed(0.2));
  const coats = [
    coat("all over", "brush", "#4a3a2c"),
    coat("all over", "brush", "#8a6b48", { thinning: 2 }),
    coat("recesses", "wash", "#2b211a", { family: "water wash" }),
    coat("raised", "dry brush", "#d9c9a3"),
    coat("all over", "spray", "#e6e6df", { family: "water varnish" }),
  ];
  it("what is laid all over is the colour that the scheme shows", () => {
    const lit: Look = { ...look, light: look.light.map(() => 200) };
    const replay = new Replay(lit, GREY);
    replay.lay(coats.slice(0, 2));
    const flat = looksAfter(GREY, coats.slice(0, 2)).map((z) => z.flat);
    [1, 2].forEach((n) => {
      const [r, g, b] = at(replay.picture(n), lit, 60, 60);
      const hex = `#${[r, g, b].map((v) => v.toString(16).padStart(2, "0")).join("")}`;
      expect(Math.abs(parseInt(hex.slice(1, 3), 16) - parseInt(flat[n - 1].slice(1, 3), 16))).toBeLessThanOrEqual(1);
      expect(Math.abs(parseInt(hex.slice(5), 16) - parseInt(flat[n - 1].slice(5), 16))).toBeLessThanOrEqual(1);
    });
  });
  it("only what follows a change is laid again, and the outcome is that of laying all of it", () => {
    const replay = new Replay(look, GREY);
    expect(replay.lay(coats)).toBe(5);
    expect(replay.lay(coats)).toBe(0);
    const other = coats.map((c, i) => (i === 3 ? { ...c, hex: "#ff0000" } : c));
    expect(replay.lay(other)).toBe(2);
    const anew = new Replay(look, GREY);
    anew.lay(other);
    expect(replay.picture(5)).toEqual(anew.picture(5));
    expect(replay.lay(coats.slice(0, 2))).toBe(0);
  });
  it("clear coats change nothing, and nothing is drawn outside of the piece", () => {
    const replay = new Replay(look, GREY);
    replay.lay(coats);
    expect(replay.picture(5)).toEqual(replay.picture(4));
    const drawn = new Set(look.pixels);
    const picture = replay.picture(5);
    for (let i = 0; i < 120 * 120; i++) expect(picture[i * 4 + 3]).toBe(drawn.has(i) ? 255 : 0);
  });
  it("a spray leaves less at the bottom of a deep slot than on the face", () => {
    // A slot 2 wide and 12 deep between two blocks on a plate.
    const slot = painted(new MeshBuilder().box([0, 0, 0], [42, 40, 4]).box([0, 0, 4], [20, 40, 16]).box([22, 0, 4], [42, 40, 16]).build());
    const above = lookAt(slot, { ...FRONT, tiltDeg: 90 }, null);
    const replay = new Replay({ ...above, light: above.light.map(() => 200) }, "#202020");
    replay.lay([coat("all over", "spray", "#f0f0f0", { family: "water wash" })]);
    const picture = replay.picture(1);
    expect(brightness(at(picture, above, 60, 60))).toBeLessThan(brightness(at(picture, above, 30, 60)) - 20);
  });
});

describe("the view", () => {
  it("is the same of a piece that is turned, from an eye that goes round with it; and of one moved", () => {
    const box = new MeshBuilder().box([0, 0, 0], [40, 20, 10]).box([0, 0, 10], [10, 20, 30]).build();
    const turned = { positions: box.positions.slice(), indices: box.indices };
    for (let i = 0; i < box.positions.length; i += 3) {
      turned.positions[i] = -box.positions[i + 1];
      turned.positions[i + 1] = box.positions[i];
    }
    const moved = { positions: box.positions.map((v) => v + 500), indices: box.indices };
    const seen = (mesh: Mesh, turnDeg: number): Look => lookAt(painted(mesh), { ...BELOW_FRONT, turnDeg }, printed(0.3));
    const a = seen(box, 30);
    for (const b of [seen(turned, 120), seen(moved, 30)]) {
      const there = new Set(b.pixels);
      const off = [...a.pixels].filter((p) => !there.has(p)).length;
      expect(off).toBeLessThan(a.pixels.length * 0.02);
      expect(Math.abs(a.pixels.length - b.pixels.length)).toBeLessThan(a.pixels.length * 0.02);
      const mean = (l: Look): number => l.light.reduce((s, v) => s + v, 0) / l.light.length;
      expect(Math.abs(mean(a) - mean(b))).toBeLessThan(3);
    }
  });
  it("fits the picture, and the front is before −y: what is to the right of it lies to the right", () => {
    const look = lookAt(painted(new MeshBuilder().box([0, 0, 0], [40, 20, 10]).box([30, 0, 10], [40, 20, 40]).build()), FRONT, null);
    const xs = [...look.pixels].map((p) => p % 120),
      ys = [...look.pixels].map((p) => Math.floor(p / 120));
    expect([Math.min(...xs), Math.min(...ys)].every((v) => v >= 1 && v <= 5)).toBe(true);
    expect([Math.max(...xs), Math.max(...ys)].every((v) => v >= 114 && v <= 118)).toBe(true);
    // The tower.
    const top = [...look.pixels].filter((p) => Math.floor(p / 120) < 40).map((p) => p % 120);
    expect(Math.min(...top)).toBeGreaterThan(80);
  });
  it("fields of another mesh are not drawn", () => {
    const work = workMesh(boxMesh(10, 10, 10), () => [], 20);
    const found = measureFields(work);
    expect(paintMesh(work, { ...found, open: found.open.slice(1) }, 1)).toBeNull();
    expect(boundsOf(paintMesh(work, found, 2)!.mesh.positions).size).toEqual([20, 20, 20]);
  });
  it("nothing at all is nothing to be seen, not a fault", () => {
    const none: Mesh = { positions: new Float32Array(), indices: new Uint32Array() };
    const look = lookAt(painted(none), FRONT, printed(0.2));
    expect(look.pixels).toHaveLength(0);
    const replay = new Replay(look, GREY);
    replay.lay([coat("raised", "dry brush", "#ffffff"), coat("all over", "spray", "#000000")]);
    expect(replay.picture(2).every((v) => v === 0)).toBe(true);
  });
});
