import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { frameOf, meanSightMm, poseOf, projected, rectangle, seesOver, type Pixel } from "./index";

describe("the camera", () => {
  const full = { sensorMm: [36, 24] as [number, number] };
  // Pinhole camera and thin lens: W = s(d − f)/f.
  it("35 mm on 36 × 24 at 0.8 m takes in 787 × 525", () => {
    const f = frameOf({ ...full, focalMm: 35, stop: 8, distanceMm: 800 });
    expect(f.wideMm).toBeCloseTo(787, 0);
    expect(f.highMm).toBeCloseTo(525, 0);
  });
  // Hyperfocal distance f²/(N·c) + f, c 0.03.
  it("50 mm, f/11 at 0.7 m is sharp from 645 to 766; beyond the hyperfocal distance to infinity", () => {
    const f = frameOf({ ...full, focalMm: 50, stop: 11, distanceMm: 700 });
    expect(f.nearMm).toBeCloseTo(645, 0);
    expect(f.farMm).toBeCloseTo(766, 0);
    expect(frameOf({ ...full, focalMm: 50, stop: 11, distanceMm: 9000 }).farMm).toBe(Infinity);
  });

  /** A photograph made by a camera that looks at a place: knows nothing of homographies. */
  const photo = (eye: readonly number[], at: readonly number[], focalPx: number, size: readonly [number, number]) => {
    const unit = (v: readonly number[]): number[] => v.map((x) => x / Math.hypot(...v));
    const cross = (a: readonly number[], b: readonly number[]): number[] => [
      a[1] * b[2] - a[2] * b[1],
      a[2] * b[0] - a[0] * b[2],
      a[0] * b[1] - a[1] * b[0],
    ];
    const ahead = unit(at.map((v, i) => v - eye[i]));
    const right = unit(cross(ahead, [0, 0, 1]));
    const down = cross(ahead, right);
    return (p: readonly number[]): Pixel => {
      const q = p.map((v, i) => v - eye[i]);
      const along = (axis: readonly number[]): number => axis[0] * q[0] + axis[1] * q[1] + axis[2] * q[2];
      return [size[0] / 2 + (focalPx * along(right)) / along(ahead), size[1] / 2 + (focalPx * along(down)) / along(ahead)];
    };
  };
  const sheet: [number, number] = [297, 210];
  const corners = [
    [0, 0, 0],
    [297, 0, 0],
    [297, 210, 0],
    [0, 210, 0],
  ];
  it("stands where the photograph was taken from, with its lens, whatever the place; and draws what stands there at its size", () => {
    const random = seededRandom(11);
    for (let k = 0; k < 40; k++) {
      const eye = [150 + 500 * (random() - 0.5), -300 - 500 * random(), 250 + 500 * random()];
      const size: [number, number] = [4000, 3000];
      const see = photo(eye, [148 + 60 * (random() - 0.5), 105, 0], 3200 + 2000 * random(), size);
      const pose = poseOf(corners.map(see), sheet, size);
      // The two axes of the photograph's camera are its own; only the place counts here.
      expect(pose).not.toBeNull();
      expect(Math.abs(pose!.eyeMm[0] - eye[0])).toBeLessThan(1);
      expect(Math.abs(pose!.eyeMm[1] - eye[1])).toBeLessThan(1);
      expect(Math.abs(Math.abs(pose!.eyeMm[2]) - eye[2])).toBeLessThan(1);
      for (const p of [
        [100, 50, 0],
        [100, 50, 80],
        [250, 180, 40],
      ]) {
        const [u, v] = projected(pose!, size, p);
        const [tu, tv] = see(p);
        expect(Math.hypot(u - tu, v - tv)).toBeLessThan(2);
      }
    }
  });
  it("says nothing of a sheet seen from straight above, nor of corners on a line", () => {
    const above = [
      [1000, 1000],
      [2000, 1000],
      [2000, 1707],
      [1000, 1707],
    ] as Pixel[];
    expect(poseOf(above, sheet, [3000, 2700])).toBeNull();
    expect(
      poseOf(
        [
          [0, 0],
          [1, 1],
          [2, 2],
          [3, 3],
        ],
        sheet,
        [100, 100],
      ),
    ).toBeNull();
  });
});

describe("free sight", () => {
  it("a wall between hides, a wall beside does not, and both eyes see alike", () => {
    const wall = [rectangle(10, 60, 100, 20)];
    expect(seesOver([50, 50], [200, 50], [wall])).toBe(false);
    expect(seesOver([200, 50], [50, 50], [wall])).toBe(false);
    expect(seesOver([50, 10], [200, 10], [wall])).toBe(true);
  });
  // Cauchy: a convex outline is met with its mean width, its perimeter ÷ π. Against rays thrown at random.
  it("on a sparse board rays run as far as Cauchy says", () => {
    const random = seededRandom(2);
    const side = 4000;
    const posts = Array.from({ length: 60 }, () => rectangle(40, 40, random() * (side - 40), random() * (side - 40)));
    let sum = 0,
      hits = 0;
    const STEP = 4;
    for (let k = 0; k < 400; k++) {
      const a = random() * 2 * Math.PI;
      let [x, y] = [random() * side, random() * side];
      for (let i = 0; i < 6000; i++) {
        x = (x + STEP * Math.cos(a) + side) % side;
        y = (y + STEP * Math.sin(a) + side) % side;
        sum += STEP;
        if (posts.some((p) => x >= p[0] && x <= p[2] && y >= p[1] && y <= p[5])) {
          hits++;
          break;
        }
      }
    }
    expect(
      sum /
        hits /
        meanSightMm(
          side * side,
          posts.map(() => 160),
        ),
    ).toBeGreaterThan(0.75);
    expect(
      sum /
        hits /
        meanSightMm(
          side * side,
          posts.map(() => 160),
        ),
    ).toBeLessThan(1.3);
  });
});
