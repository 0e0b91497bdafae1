/** What pieces lie on, and what of it may be used. */
/** A rectangle of the bed where nothing may stand, mm from its front left corner. */
export interface Exclusion {
  id: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  depthMm: number;
  /** A clip, a scratch, a dead spot of the light field. */
  why: string;
}

/** How far pieces stay from each side, mm: an edge where prints fail is left wider. */
export interface Edges {
  left: number;
  right: number;
  front: number;
  back: number;
}

/** What of a bed may be used, and how far pieces stay apart. */
export interface Bed {
  widthMm: number;
  depthMm: number;
  edges: Edges;
  spacingMm: number;
  exclusions: readonly Exclusion[];
}
