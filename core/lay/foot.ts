/**
 * What a part covers of the ground as it stands: its foot, cut just above the ground, and its shadow from straight above. A house of walls
 * covers a table's corner with its shadow and stands on a few square centimetres.
 */
import { boundsOf, turnMesh, type Mesh, type Turn } from "../mesh";
import { scoped, solidOf, type Solids } from "../slice";
import { boxOfRings, ringArea, ringsOf, type Ring } from "./rings";
import { hullRing } from "./stance";

/** Raise it when feet are cut differently. */
export const FOOT_VERSION = 2;

export interface Foot {
  /** About the middle of the shadow's box, mm. */
  foot: Ring[];
  shadow: Ring[];
  widthMm: number;
  depthMm: number;
  heightMm: number;
  /** The middle of the shadow's box and the lowest point, in the mesh as it stands. */
  midMm: [number, number, number];
  footMm2: number;
  shadowMm2: number;
  /** The foot is the shadow: its mesh encloses nothing that could be cut. */
  guessed: boolean;
}

/** The cut, mm above the lowest point: a layer of sand, and no more than a tenth of what is very flat. */
const CUT_MM = 0.5;
/** Corners nearer to the line than this are left out, mm: nobody sets a part down that exactly. */
const TOLERANCE_MM = 0.1;

/** Of a mesh at its model size, turned as it stands. n log n in the facets. */
export function footOf(solids: Solids, mesh: Mesh, turn: Turn): Foot {
  const solid = solidOf(solids, turnMesh(mesh, turn));
  if (!solid || solid.isEmpty()) {
    solid?.delete();
    return byOutline(mesh, turn);
  }
  return scoped((keep) => {
    const own = keep(solid);
    const { min, max } = own.boundingBox();
    const heightMm = max[2] - min[2];
    const shadow = ringsOf(keep(keep(own.project()).simplify(TOLERANCE_MM)));
    // Of what is smaller than the tolerance nothing is left.
    if (shadow.length === 0) return byOutline(mesh, turn);
    const foot = ringsOf(keep(keep(own.slice(min[2] + Math.min(CUT_MM, heightMm / 10))).simplify(TOLERANCE_MM)));
    return centred(foot.length > 0 ? foot : shadow, shadow, heightMm, min[2], foot.length === 0);
  });
}

function byOutline(mesh: Mesh, turn: Turn): Foot {
  const { ring, heightMm } = hullRing(mesh, turn);
  const low = boundsOf(turnMesh(mesh, turn).positions).min[2];
  return centred([ring], [ring], heightMm, low, true);
}

function centred(foot: readonly Ring[], shadow: readonly Ring[], heightMm: number, lowMm: number, guessed: boolean): Foot {
  const { x0, x1, y0, y1 } = boxOfRings(shadow);
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const moved = (rings: readonly Ring[]): Ring[] =>
    rings.map((ring) => ring.map((v, i) => Math.round((v - (i % 2 === 0 ? mx : my)) * 1000) / 1000));
  const area = (rings: readonly Ring[]): number => Math.abs(rings.reduce((sum, r) => sum + ringArea(r), 0));
  return {
    foot: moved(foot),
    shadow: moved(shadow),
    widthMm: x1 - x0,
    depthMm: y1 - y0,
    heightMm,
    midMm: [mx, my, lowMm],
    footMm2: area(foot),
    shadowMm2: area(shadow),
    guessed,
  };
}
