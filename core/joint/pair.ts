/**
 * Two parts where they stand together, and along the way that one of them goes: how far apart they are, and where they bite. By the solids
 * library: exact intersection of what is enclosed, least distance of the faces.
 */
import type { Manifold } from "manifold-3d";
import type { Mesh } from "../mesh";
import { scoped, solidOf, type Solids } from "../slice";
import type { OnProgress } from "../units";

export type Axis3 = "x" | "y" | "z";

/** Where the first side stands in the second. Lengths in the size of the second's file. */
export interface Placing {
  /** Its file's origin, in the file of the second. */
  atMm: [number, number, number];
  /** Turned about the vertical, degrees. */
  turnDeg: number;
  /** The way it goes from there; null where it stays. About its own middle where it turns. */
  travel: { kind: "slides"; along: Axis3; byMm: number } | { kind: "turns"; about: Axis3; byDeg: number } | null;
}

interface PairPlace {
  /** Of the way, 0..1. */
  share: number;
  /** Between their faces, mm; null where it is more than was looked for; 0 where they bite. */
  gapMm: number | null;
  biteMm3: number;
  /** The middle of where they bite, mm in the second. */
  biteAt: [number, number, number] | null;
}

export interface PairChecked {
  places: PairPlace[];
  /** The tightest of them: what bites most, else what is nearest. */
  tightest: PairPlace;
}

/** Looked for no further than this, mm. */
const PAIR_SEARCH_MM = 5;
/** Places along a way, both ends counted. */
const PAIR_PLACES = 9;
/** Less than this is where faces touch and digits end, mm³. */
const NO_BITE_MM3 = 1e-3;

const UNIT: Readonly<Record<Axis3, [number, number, number]>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/**
 * @param a, b closed meshes at the size they are printed
 * @param place with its lengths at that size too
 * @returns which of the two is not closed where one is not
 */
export function checkPair(
  solids: Solids,
  a: Mesh,
  b: Mesh,
  place: Placing,
  onProgress: OnProgress = () => undefined,
  signal?: AbortSignal,
): PairChecked | { open: "a" | "b" } {
  return scoped((keep): PairChecked | { open: "a" | "b" } => {
    const [first, second] = [solidOf(solids, a), solidOf(solids, b)];
    if (first) keep(first);
    if (second) keep(second);
    if (!first || first.isEmpty()) return { open: "a" };
    if (!second || second.isEmpty()) return { open: "b" };
    const stands = keep(keep(first.rotate([0, 0, place.turnDeg])).translate(place.atMm));
    const count = place.travel ? PAIR_PLACES : 1;
    const places = Array.from({ length: count }, (_, i): PairPlace => {
      signal?.throwIfAborted();
      onProgress(i / count, "checking");
      const share = count === 1 ? 0 : i / (count - 1);
      return scoped((hold) => {
        const moved = onItsWay(stands, place.travel, share, hold);
        const bite = hold(moved.intersect(second));
        const biteMm3 = bite.volume();
        if (biteMm3 > NO_BITE_MM3) {
          const { min, max } = bite.boundingBox();
          return { share, gapMm: 0, biteMm3, biteAt: [0, 1, 2].map((k) => (min[k] + max[k]) / 2) as [number, number, number] };
        }
        const gapMm = moved.minGap(second, PAIR_SEARCH_MM);
        return { share, gapMm: gapMm >= PAIR_SEARCH_MM ? null : gapMm, biteMm3: 0, biteAt: null };
      });
    });
    const far = (p: PairPlace): number => p.gapMm ?? PAIR_SEARCH_MM;
    return { places, tightest: places.reduce((x, y) => (y.biteMm3 > x.biteMm3 || (y.biteMm3 === x.biteMm3 && far(y) < far(x)) ? y : x)) };
  });
}

function onItsWay(stands: Manifold, travel: Placing["travel"], share: number, hold: <M extends Manifold>(m: M) => M): Manifold {
  if (!travel || share === 0) return stands;
  if (travel.kind === "slides")
    return hold(stands.translate(UNIT[travel.along].map((u) => u * travel.byMm * share) as [number, number, number]));
  const { min, max } = stands.boundingBox();
  const middle = [0, 1, 2].map((k) => (min[k] + max[k]) / 2);
  const home = hold(stands.translate(middle.map((v) => -v) as [number, number, number]));
  const turned = hold(home.rotate(UNIT[travel.about].map((u) => u * travel.byDeg * share) as [number, number, number]));
  return hold(turned.translate(middle as [number, number, number]));
}
