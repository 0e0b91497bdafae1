/** What a new scene and a new part begin with. */
import { initialOf } from "../field";
import { NO_STANDARDS } from "../subject";
import { PART_FIELDS } from "./partFields";
import type { Habits, OtherWays, PartRow, SaidSurface, SceneRow } from "./types";

export const SCENE_DEFAULTS = {
  secondary: null,
  fidelity: "inspired",
  handling: "sometimes",
  finish: "good",
  house: NO_STANDARDS,
  homes: [],
  dimensions: [],
  references: [],
  rank: 0,
  rests: false,
  plates: [],
  joints: [],
} satisfies Partial<SceneRow>;

export const PART_DEFAULTS = {
  ...initialOf(PART_FIELDS),
  tags: [],
  pictures: [],
  fileCost: null,
  versions: [],
  tally: { fitted: 0, primed: 0, painted: 0, placed: 0 },
  variations: [],
  sightings: [],
  measures: { clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null },
  configurations: [],
  surfaces: [],
  differs: {},
  faces: [],
  zones: [],
  otherWays: null,
} satisfies Partial<PartRow>;

/** What nobody has said yet of a surface. */
export const NEW_SURFACE: Omit<SaidSurface, "id" | "anchor"> = {
  name: "",
  sight: "",
  material: "",
  brush: "",
  bristle: "stiff",
  stroke: "across",
  photos: [],
};

/** What nobody has said yet of other ways. */
export const NO_OTHER_WAYS: OtherWays = {
  currency: "EUR",
  buyMinor: null,
  serviceMinor: null,
  scratchS: null,
  scratchMinor: null,
  hourMinor: 0,
};

/** How somebody works who has not said so: three evenings and a Saturday afternoon, a room as the coat tables assume it. */
export const HABIT_DEFAULTS: Habits = {
  id: "workshop",
  evenings: [
    { weekday: 2, from: "19:00", to: "22:00" },
    { weekday: 4, from: "19:00", to: "22:00" },
    { weekday: 6, from: "14:00", to: "18:00" },
    { weekday: 0, from: "19:00", to: "22:00" },
  ],
  timeZone: "UTC",
  air: { airC: 20, rh: 50 },
  currency: "EUR",
  viewingDistanceMm: 1000,
  paper: "local",
  backupAt: null,
  sleep: { from: "23:00", to: "07:00" },
  quiet: null,
  changes: [],
  fills: [],
};
