/**
 * What a scene can hold, in one table: fields refuse by it, commands and schemas check by it, bundles are read and written by it.
 * What can be stored can therefore be saved, and what was saved opens again. The bounds are wide of what any bench needs; they keep
 * dates within the calendar, sums within the numbers and pages within what can be drawn.
 */
import { MOST_DURATION_S, MOST_MASS_G, PART_SIZE_LIMITS_MM } from "../units";

export interface Range {
  readonly least: number;
  readonly most: number;
}

export const LIMITS = {
  /** Of ten that are planned, and hours that a planned one takes. */
  latDeg: { least: -90, most: 90 },
  lonDeg: { least: -180, most: 180 },
  /** Of an airbrush. */
  nozzleMm: { least: 0.1, most: 3 },
  /** A camera that was never set, or stands in another time zone. */
  cameraAheadS: { least: -5e9, most: 5e9 },
  /** Between any two currencies. */
  rate: { least: 1e-6, most: 1e6 },
  rates: 40,
  eveningsOfTen: { least: 0.5, most: 10 },
  weekMostH: { least: 0.5, most: 168 },
  /** Parcels and people that are waited for. */
  awaits: 60,
  hoursTake: { least: 0.1, most: 10 },
  /** Characters. */
  name: 120,
  title: 300,
  notes: 5000,
  shortText: 60,
  licence: 200,
  tag: 40,
  source: 200,
  wentWrong: 1000,
  judged: 200,
  /** Counts of things. */
  copies: { least: 1, most: 5000 },
  pieces: { least: 0, most: 5000 },
  coats: { least: 1, most: 20 },
  thinning: { least: 0, most: 50 },
  maskPlaces: { least: 1, most: 500 },
  share: { least: 0.001, most: 1 },
  /** Things on one piece, and the length of colour borders. */
  picked: { least: 1, most: 10_000 },
  borderMm: { least: 1, most: 1e6 },
  everyCopy: { least: 2, most: 100 },
  judgeAfterMin: { least: 1, most: 100_000 },
  recipeSteps: 40,
  tags: 20,
  pictures: 60,
  /** Sounds at a step, and how long one may be, s. */
  sounds: 20,
  soundS: 120,
  variations: 100,
  sightings: 40,
  configurations: 10,
  faces: 100,
  zones: 20,
  plates: 400,
  platePieces: 600,
  exclusions: 20,
  measured: 60,
  surfaces: 80,
  surfacePhotos: 12,
  joints: 5000,
  lights: 60,
  /** Of the ground: boards and their layers, what stands on them, zones, corners of an outline; places on a board, mm. */
  boards: 20,
  boardLayers: 10,
  boardLayerMm: { least: 0.2, most: 300 },
  eMPa: { least: 0.1, most: 500_000 },
  standings: 5000,
  groundZones: 200,
  groundLayers: 1000,
  corners: { least: 3, most: 200 },
  boardMm: { least: -5000, most: 5000 },
  boardSideMm: { least: 10, most: 5000 },
  rimMm: { least: 0, most: 500 },
  leanDeg: { least: -90, most: 90 },
  zoneSlopeDeg: { least: 5, most: 90 },
  layerDepthMm: { least: 0.1, most: 200 },
  focalMm: { least: 2, most: 1000 },
  sensorMm: { least: 2, most: 100 },
  stop: { least: 0.7, most: 64 },
  cameraMm: { least: 0, most: 20_000 },
  panels: 200,
  panelMm: { least: 1, most: 5000 },
  /** One brick, flag or board as it is scored. */
  scoredMm: { least: 0.5, most: 1000 },
  panelCount: { least: 1, most: 200 },
  kerfMm: { least: 0, most: 20 },
  sheets: { least: 1, most: 100 },
  dryFits: 100,
  fillReadings: 400,
  /** Colours picked from a reference, and details of one part. */
  swatches: 12,
  details: 100,
  /** Areas of their own colour, of one part; a height on it, mm, and a slope. */
  areas: 20,
  areaMm: { least: 0, most: 100_000 },
  areaDeg: { least: 0, most: 90 },
  /** Pools, domes and panes of a scene: their lengths, mm, the lean of banks, how many. */
  effects: 60,
  effectMm: { least: 0.1, most: 5000 },
  effectDeepMm: { least: 0, most: 500 },
  bankDeg: { least: 0, most: 80 },
  effectCount: { least: 1, most: 1000 },
  versions: 20,
  work: 200,
  parts: 5000,
  paints: 2000,
  procedures: 500,
  recipes: 500,
  supplies: 500,
  lessons: 1000,
  lines: 50_000,
  takes: 20,
  records: 50_000,
  printers: 60,
  evenings: 50,
  rank: { least: 0, most: 999 },
  homes: 40,
  dimensions: 300,
  references: 200,
  ownThings: 200,
  /** Model size ÷ file size. */
  factor: { least: 1e-6, most: 1000 },
  percent: { least: 1, most: 1000 },
  ratio: { least: 1, most: 5000 },
  viewingDistanceMm: { least: 50, most: 20_000 },
  /** A side of a part as it is printed or built. */
  partSizeMm: PART_SIZE_LIMITS_MM,
  /** A length of the real thing: up to a thousand kilometres. */
  realMm: { least: 1e-3, most: 1e9 },
  placeMm: 5000,
  pinMm: { least: 0.1, most: 20 },
  pinDeepMm: { least: 0.5, most: 200 },
  pinReachMm: { least: 0, most: 1000 },
  gapMm: { least: 0, most: 50 },
  depthMm: { least: 0.01, most: 200 },
  areaMm2: { least: 0, most: 1e9 },
  /** One step's hands, machine or wait. */
  durationS: { least: 0, most: MOST_DURATION_S },
  massG: { least: 0, most: MOST_MASS_G },
  stockMl: { least: 0, most: 100_000 },
  /** Covered by a full can. */
  canCm2: { least: 1, most: 1_000_000 },
  drops: { least: 1, most: 10_000 },
  mixParts: 20,
  dropsPerMl: { least: 1, most: 200 },
  stock: { least: 0, most: 100_000 },
  moneyMinor: { least: 0, most: 1e9 },
  /** Moments: from 1970 to the year 2200, ms. */
  at: { least: 0, most: Date.UTC(2200, 0, 1) },
  /** Bytes. */
  meshBytes: 700 * 1024 * 1024,
  sceneBytes: 128 * 1024 * 1024,
  bundleBytes: 1024 * 1024 * 1024,
} as const;

/** Ids are safe in addresses, in keys of steps and in file names, as they stand. */
export const ID_PATTERN = /^[A-Za-z0-9_-]{1,64}$/;
export const isId = (text: unknown): text is string => typeof text === "string" && ID_PATTERN.test(text);

/** Does this machine know the time zone? Names come from the IANA time zone database. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
