/**
 * Where weather and use would have been on a piece, or on all that stands on a board: dirt splashed low, wear where people walk, moss and damp
 * in the lee, streaks under drips. A picture of likely places, by common practice, no source: nobody has to follow it.
 */
import { Ray, Vector3, DoubleSide } from "three";
import { boundsOf, facetsOf, treeOf, type Mesh, type MeshField } from "../mesh";

export type WeatherPlace = "low" | "walked" | "lee" | "drips";

/** Lengths of the real thing, mm. Common practice, no source. */
const SPLASH_MM = 500;
const HEADROOM_MM = 1900;
const STREAK_MM = 1500;
/** Beside a way people rub against walls so far from it, and up to the hip. */
const RUB_MM = 400;
const HIP_MM = 1100;
/** What stands nearer than this shelters from no wind: eaves and sills are part of the wall. */
const BESIDE_MM = 1000;
/** Behind what stands in the wind it is calm for so many times its height, and for so many nearly so. Handbooks of windbreaks, from memory. */
const CALM_HEIGHTS = 2;
const QUIET_HEIGHTS = 5;
/** What people walk on is no steeper than this; what rain runs down, and moss grows on, is steeper. */
const WALKED_DEG = 20;
const WALL_DEG = 60;

/** Where the wind comes from, as one stands before the front. */
export type WindFrom = "front" | "right" | "back" | "left";
const WIND: Readonly<Record<WindFrom, readonly [number, number]>> = { front: [0, -1], right: [1, 0], back: [0, 1], left: [-1, 0] };

export const WEATHER: Readonly<Record<WeatherPlace, { label: string; does: string; how: readonly string[] }>> = {
  low: {
    label: "low",
    does: "Rain splashes earth up the foot of walls, and dust settles on ledges.",
    how: [
      "Dust or stipple in the colour of the ground outside, after the ground is there.",
      "Heaviest at the very foot, gone at half a metre real height.",
    ],
  },
  walked: {
    label: "walked on",
    does: "Feet rub the middle of floors and steps pale, and leave dirt at their sides; beside a way, hips and loads rub the walls.",
    how: ["Dry-brush the edges of steps and the middle of the way, lighter than the stone.", "A dark wash where the floor meets the wall."],
  },
  lee: {
    label: "in the lee",
    does: "Away from wind and rain it stays damp: moss, algae, old dirt that nothing washes off.",
    how: [
      "Thin green washes from below, repeated: wet they look strong, dry they hardly show.",
      "Leave the side that the weather comes from cleaner, and its paint thinner.",
    ],
  },
  drips: {
    label: "under drips",
    does: "Below sills, eaves and iron fittings water runs down and carries dirt and rust.",
    how: ["Thin streaks downward from the edge, wiped with a damp flat brush.", "Narrow, of different lengths, never in a row."],
  },
};

/** What is known of the ground about what stands there. */
export interface WeatherGround {
  /** How high the ground lies at a place, mm. */
  levelMm: (x: number, y: number) => number;
  /** How far it is from there to where people walk, mm. */
  toWayMm: (x: number, y: number) => number;
}

/**
 * How likely each facet is such a place, 0 to 1; none where it is not.
 * @param mesh in model millimetres, standing, fine enough to show it; what stands beside each other is one mesh @param ratio of the model
 * @param ground about it; level at its foot, and walked on nowhere, when absent
 */
export function weatherField(mesh: Mesh, place: WeatherPlace, ratio: number, wind: WindFrom, ground?: WeatherGround): MeshField {
  const { positions: p, indices } = mesh;
  const { normals, areasMm2 } = facetsOf(mesh);
  const { min, size } = boundsOf(p);
  const values = new Float32Array(areasMm2.length).fill(NaN);
  const tree = place === "low" || values.length === 0 ? null : treeOf(mesh);
  const { levelMm, toWayMm }: WeatherGround = ground ?? { levelMm: () => min[2], toWayMm: () => Infinity };
  // A ray begins a little off the face, and a drip falls a little before it.
  const off = Math.max(...size) * 1e-4,
    before = Math.max(0.3, Math.min(1, Math.max(...size) * 0.004));
  const ray = new Ray(new Vector3(), new Vector3(0, 0, 1));
  const [wx, wy] = WIND[wind];
  const sheltered = (at: readonly number[], n: readonly number[], heights: number): boolean => {
    ray.origin.set(at[0] + n[0] * off, at[1] + n[1] * off, at[2] + n[2] * off);
    ray.direction.set(wx, wy, 1 / heights).normalize();
    return tree!.bvh.raycastFirst(ray, DoubleSide, BESIDE_MM / ratio) !== null;
  };
  for (let t = 0; t < values.length; t++) {
    if (areasMm2[t] === 0) continue;
    const n = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
    const at = [0, 1, 2].map((k) => (p[indices[t * 3] * 3 + k] + p[indices[t * 3 + 1] * 3 + k] + p[indices[t * 3 + 2] * 3 + k]) / 3);
    const deg = (Math.acos(Math.min(1, Math.max(-1, n[2]))) * 180) / Math.PI;
    const above = (lift: number): number => {
      ray.origin.set(at[0] + n[0] * lift, at[1] + n[1] * lift, at[2] + n[2] * lift);
      ray.direction.set(0, 0, 1);
      return tree!.bvh.raycastFirst(ray, DoubleSide, off)?.distance ?? Infinity;
    };
    let v = NaN;
    switch (place) {
      case "low": {
        // The ground before the face, not below the piece.
        const share = 1 - (at[2] - levelMm(at[0] + n[0] * before, at[1] + n[1] * before)) / (SPLASH_MM / ratio);
        // An underside is not splashed on, nor what is in the ground.
        if (share > 0 && share <= 1 + 1e-6 && n[2] > -0.5) v = Math.min(1, share);
        break;
      }
      case "walked":
        if (deg <= WALKED_DEG && above(off) >= HEADROOM_MM / ratio) v = 1 - deg / WALKED_DEG / 2;
        else if (deg >= WALL_DEG && deg <= 180 - WALL_DEG) {
          const high = at[2] - levelMm(at[0] + n[0] * before, at[1] + n[1] * before);
          const near = 1 - toWayMm(at[0], at[1]) / (RUB_MM / ratio);
          if (high >= 0 && high <= HIP_MM / ratio && near > 0) v = near / 2;
        }
        break;
      case "lee": {
        const away = -(n[0] * wx + n[1] * wy);
        if (deg < WALL_DEG || deg > 180 - WALL_DEG) break;
        if (away > 0) v = away;
        else if (sheltered(at, n, CALM_HEIGHTS)) v = 0.8;
        else if (sheltered(at, n, QUIET_HEIGHTS)) v = 0.4;
        break;
      }
      case "drips":
        if (deg >= WALL_DEG && deg <= 100) {
          const d = above(before);
          if (d < STREAK_MM / ratio) v = 1 - d / (STREAK_MM / ratio);
        }
        break;
    }
    values[t] = v;
  }
  return { unit: "", values };
}
