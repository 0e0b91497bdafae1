/**
 * The kinds of computed result: what each follows from, which version of its method, what it gives. A result can be dropped at any time
 * and is then computed anew; a changed input makes another key. How each is computed stands in `compute.ts`, which only a worker loads.
 */
import {
  BALANCE_VERSION,
  REPORT_VERSION,
  WALLS_VERSION,
  type Balance,
  type Crossings,
  type FileUnit,
  type Turn,
  type Up,
  type WallFacts,
} from "../mesh";
import { FOOT_VERSION, FOOTPRINT_VERSION, type Foot, type Footprint } from "../lay";
import {
  CUTS_VERSION,
  HOLLOW_VERSION,
  PRINT_VERSION,
  STRENGTH_VERSION,
  WAYS_VERSION,
  type AxisCuts,
  type Candidate,
  type FaceMark,
  type FilamentProfile,
  type Hollowing,
  type FoundPrint,
  type PrintProfile,
  type Slab,
  type Strengthened,
  type WallRefused,
} from "../print";
import { AREAS_VERSION, FIELDS_VERSION, type AreaPick, type FoundFields, type MeasuredAreas } from "../paint";
import type { MeshFound } from "../project";
import { SURFACES_VERSION, type FoundMap, type MarkedShares } from "../surface";
import { OUTLINE_VERSION, SHEET_VERSION, type Sheet, type ViewDrawing } from "../drawing";

/** A stored file and how it is read. */
export interface MeshGeometry {
  hash: string;
  unit: FileUnit;
}
/** A mesh, or the stand-in of a size. */
export type Geometry = MeshGeometry | { sizeMm: readonly [number, number, number]; shell: boolean };

/** A way to turn a part, seen from the front. */
export type PicturedCandidate = Candidate & { picture: ViewDrawing };

/** Why it cannot be hollowed so. */
interface HollowRefused {
  refused: WallRefused;
}

/** What each kind follows from and gives. */
export interface Results {
  /** Sizes, volume and findings of a mesh. */
  mesh: { inputs: { geometry: MeshGeometry }; value: MeshFound };
  walls: { inputs: { geometry: MeshGeometry }; value: WallFacts };
  /** What a printer says of a part. `up`: the side the user has chosen; null for the best. */
  print: { inputs: { geometry: Geometry; factor: number; turn: Turn | null; profile: PrintProfile }; value: FoundPrint };
  /** The views as silhouettes: seen before anything else is drawn. */
  outline: { inputs: { geometry: Geometry; factor: number }; value: Sheet };
  sheet: { inputs: { geometry: Geometry; factor: number }; value: Sheet };
  /** Ways to turn a part that nobody dominates. `turn`: the user's own, looked at beside them. */
  ways: {
    inputs: { geometry: Geometry; factor: number; turn: Turn | null; profile: PrintProfile; faces: readonly FaceMark[] };
    value: PicturedCandidate[];
  };
  /** What hollowing would save, and where it must drain; `turn`: how it is printed. */
  hollow: { inputs: { geometry: MeshGeometry; factor: number; wallMm: number; turn: Turn }; value: Hollowing | HollowRefused };
  /** Sections along each axis, and where it is best cut for a printer. */
  cuts: { inputs: { geometry: Geometry; factor: number; profile: PrintProfile; faces: readonly FaceMark[] }; value: AxisCuts[] };
  /** What stronger zones do. */
  zones: { inputs: { geometry: Geometry; factor: number; zones: readonly Slab[]; profile: FilamentProfile }; value: Strengthened[] };
  /** What it covers of a plate. */
  footprint: { inputs: { geometry: Geometry; factor: number; turn: Turn }; value: Footprint };
  /** What it stands on and covers, and how it looks there. `stands`: which way of the file is up; `leanDeg` where it leans back from that. */
  foot: { inputs: { geometry: Geometry; factor: number; stands: Up; leanDeg?: number }; value: Foot & { views: ViewDrawing[] } };
  /** The surfaces of a mesh, whatever its size and however it is printed. */
  surfaces: { inputs: { geometry: Geometry }; value: FoundMap };
  /** What marks say of each surface. `faces`: in the size of the file. */
  marks: { inputs: { geometry: Geometry; faces: readonly FaceMark[] }; value: MarkedShares[] };
  /** How open and how curved each place is: what a brush, a wash and a spray find. In the size of the file. */
  fields: { inputs: { geometry: Geometry }; value: FoundFields };
  /** Areas of colour and their borders, in model millimetres. `picks` in them too. */
  areas: { inputs: { geometry: Geometry; factor: number; picks: readonly AreaPick[] }; value: MeasuredAreas };
  /** What it weighs on, in the size of the file. `stands`: which way of the file is up, where that is not its own. */
  balance: { inputs: { geometry: Geometry; stands?: Up }; value: Balance };
  /** Facets that cross each other. */
  crossings: { inputs: { geometry: MeshGeometry }; value: Crossings };
}
export type ResultKind = keyof Results;

/** A result that is asked for. */
export type ResultRequest = { [K in ResultKind]: { kind: K; inputs: Results[K]["inputs"] } }[ResultKind];
/** What a request gives. */
export type ValueOf<R extends ResultRequest> = Results[R["kind"]]["value"];

/** Raised with each change of the method: kept results of an earlier one are then not found any more. */
export const RESULT_VERSIONS: Record<ResultKind, number> = {
  mesh: REPORT_VERSION,
  walls: WALLS_VERSION,
  print: PRINT_VERSION,
  outline: OUTLINE_VERSION,
  sheet: SHEET_VERSION,
  ways: WAYS_VERSION,
  cuts: CUTS_VERSION,
  hollow: HOLLOW_VERSION,
  zones: STRENGTH_VERSION,
  foot: FOOT_VERSION,
  footprint: FOOTPRINT_VERSION,
  surfaces: SURFACES_VERSION,
  // They are shares of those surfaces.
  marks: SURFACES_VERSION,
  fields: FIELDS_VERSION,
  areas: AREAS_VERSION,
  balance: BALANCE_VERSION,
  crossings: 1,
};

/** The stored mesh that a request works on; null for the stand-in of a size. */
export function meshOf({ inputs: { geometry } }: ResultRequest): string | null {
  return "hash" in geometry ? geometry.hash : null;
}
