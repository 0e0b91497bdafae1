/** A print as it was computed: numbers alone. What is said of them, and what they cost, is added where they are read: see figures.ts. */

export interface Sum {
  value: number;
  low: number;
  high: number;
}

/** What a filament print is made of, and by which settings. */
export interface FilamentParts {
  wallMm3: number;
  skinMm3: number;
  /** Of what infill fills, at full density. */
  infillMm3: number;
  /** Brim and raft. */
  underMm3: number;
  infill: number;
  supportDensity: number;
  overhangDeg: number;
  densityGCm3: number;
  /** Share of the material that schools of skins on slopes differ by. */
  slopes: number;
}

/** What a resin print is made of, and by which settings. */
export interface ResinParts {
  /** With its supports. */
  heightMm: number;
  liftCycleS: number;
  copies: number;
  plates: number;
  lossMlPerPlate: number;
  curedDensityGCm3: number;
  /** Columns that hold it up; null where it lies on the plate. */
  points: { count: number; tipMm: number; meanMm: number } | null;
}

interface Common {
  layers: number;
  layerMm: number;
  timeS: Sum;
  materialMm3: Sum;
  massG: Sum;
  supportMm3: number;
  /** Filament: what a plate of several pieces is reckoned from. */
  layering?: Layering;
}

export type FoundEstimate = Common & ({ process: "fdm"; parts: FilamentParts } | { process: "resin"; parts: ResinParts });

export interface Layering {
  /** The layers of one piece from the plate up, in runs that take about as long, without the least time of a layer. */
  times: LayerTime[];
  leastLayerS: number;
  /** Time of the supports, brim and raft of one piece, s. */
  supportS: number;
}

/** Neighbouring layers that take about as long as each other. */
export interface LayerTime {
  count: number;
  /** One piece alone on the plate, s a layer. */
  aloneS: number;
  /** One of several: the way to the next piece is in it, s a layer. */
  amongS: number;
}
