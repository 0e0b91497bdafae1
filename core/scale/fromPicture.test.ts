/** Held by a pinhole camera that takes pictures of points of a wall: it shares nothing with how lengths are read. */
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { lengthBeside, lengthInPlane, type Mark } from "./fromPicture";

const PX = 800;

/** A camera before a wall, turned about the vertical and the horizontal, rolled; the wall's points in mm. */
function camera(yawDeg: number, pitchDeg: number, rollDeg: number, awayMm: number): (x: number, y: number) => Mark {
  const [cy, sy, cp, sp, cr, sr] = [yawDeg, pitchDeg, rollDeg].flatMap((d) => [
    Math.cos((d * Math.PI) / 180),
    Math.sin((d * Math.PI) / 180),
  ]);
  return (x, y) => {
    const [x1, z1] = [cy * x, sy * x + awayMm];
    const [y2, z2] = [cp * y - sp * (z1 - awayMm), sp * y + cp * (z1 - awayMm) + awayMm];
    const [x3, y3] = [cr * x1 - sr * y2, sr * x1 + cr * y2];
    return { x: PX / 2 + (PX * x3) / z2, y: 300 - (PX * y3) / z2 };
  };
}
const DOOR = { wideMm: 900, highMm: 2000 };
const doorIn = (see: (x: number, y: number) => Mark): Mark[] => [see(0, 0), see(900, 0), see(900, 2000), see(0, 2000)];

describe("a length in the plane of a known rectangle", () => {
  it("is exact where the marks are, from wherever the picture was taken", () => {
    const random = seededRandom(3);
    for (let k = 0; k < 200; k++) {
      const see = camera(80 * random() - 40, 50 * random() - 25, 20 * random() - 10, 8000 + 6000 * random());
      const [ax, ay, bx, by] = [-1500 + 4000 * random(), 3000 * random(), -1500 + 4000 * random(), 3000 * random()];
      const got = lengthInPlane(doorIn(see), DOOR, [see(ax, ay), see(bx, by)], PX);
      expect(got.ok && got.value.mm).toBeCloseTo(Math.hypot(ax - bx, ay - by), 3);
    }
  });
  it("holds the truth in its range about 19 times of 20 when marks are a pixel or two off", () => {
    const random = seededRandom(11);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let held = 0;
    const N = 400;
    for (let k = 0; k < N; k++) {
      const see = camera(60 * random() - 30, 30 * random() - 15, 10 * random() - 5, 7000 + 3000 * random());
      const [ax, ay, bx, by] = [-800 + 2500 * random(), 2200 * random(), -800 + 2500 * random(), 2200 * random()];
      const shaken = (m: Mark): Mark => ({ x: m.x + 1.6 * normal(), y: m.y + 1.6 * normal() });
      const got = lengthInPlane(doorIn(see).map(shaken), DOOR, [shaken(see(ax, ay)), shaken(see(bx, by))], PX);
      const is = Math.hypot(ax - bx, ay - by);
      if (got.ok && got.value.low <= is && is <= got.value.high) held++;
    }
    expect(held / N).toBeGreaterThan(0.92);
    expect(held / N).toBeLessThan(0.99);
  });
  it("is the same whichever corner is the first mark's neighbour, and of a picture upside down", () => {
    const see = camera(25, 10, 3, 9000);
    const pair = [see(1200, 300), see(2200, 1800)] as const;
    const corners = doorIn(see);
    const one = lengthInPlane(corners, DOOR, pair, PX);
    const around = lengthInPlane([corners[2], corners[3], corners[0], corners[1]], DOOR, pair, PX);
    const mirrored = lengthInPlane([corners[1], corners[0], corners[3], corners[2]], DOOR, pair, PX);
    const down = (m: Mark): Mark => ({ x: PX - m.x, y: 600 - m.y });
    const turned = lengthInPlane(corners.map(down), DOOR, [down(pair[0]), down(pair[1])], PX);
    for (const other of [around, mirrored, turned]) expect(other.ok && other.value.mm).toBeCloseTo(one.ok ? one.value.mm : NaN, 6);
  });
  it("the further from the rectangle, the wider the range; beyond the horizon it says so", () => {
    const see = camera(50, 0, 0, 6000);
    const width = (x: number): number => {
      const got = lengthInPlane(doorIn(see), DOOR, [see(x, 0), see(x, 2000)], PX);
      return got.ok ? (got.value.high - got.value.low) / got.value.mm : Infinity;
    };
    expect(width(6000)).toBeGreaterThan(2 * width(900));
    const far = lengthInPlane(doorIn(see), DOOR, [see(0, 0), { x: 20_000, y: 0 }], PX);
    expect(far.ok ? "" : far.problem.code).toBe("picture.horizon");
  });
  it("corners that cross, or lie on a line, are named", () => {
    const see = camera(0, 0, 0, 8000);
    const [a, b, c, d] = doorIn(see);
    for (const bad of [
      [a, c, b, d],
      [a, b, b, d],
      [a, a, a, a],
    ]) {
      const got = lengthInPlane(bad, DOOR, [a, c], PX);
      expect(got.ok ? "" : got.problem.code).toBe("picture.corners");
    }
  });
});

describe("a length beside one that is known", () => {
  it("holds the truth for pictures that are up to 15° aslant", () => {
    for (const yaw of [-15, -8, 0, 8, 15]) {
      const see = camera(yaw, 0, 0, 30_000);
      const door = [see(0, 0), see(0, 2000)] as const;
      const got = lengthBeside(door, 2000, [see(1500, 500), see(3500, 500)], PX);
      expect(got.ok && got.value.low <= 2000 && got.value.high >= 2000).toBe(true);
    }
  });
  it("of nothing is nothing, and a known length of nothing is refused", () => {
    const m = { x: 10, y: 10 };
    expect(lengthBeside([m, m], 2000, [m, { x: 100, y: 10 }], PX).ok).toBe(false);
    const got = lengthBeside([m, { x: 400, y: 10 }], 2000, [m, m], PX);
    expect(got.ok && got.value.mm).toBe(0);
  });
});
