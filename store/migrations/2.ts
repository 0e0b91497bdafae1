/**
 * Version 1 to 2: scenes and parts say more; what was stored gets what it lacked. Frozen: it imports nothing of the living program.
 */
import type { Stored } from "./stored";

const SCENE = {
  secondary: null,
  fidelity: "inspired",
  handling: "sometimes",
  finish: "good",
  house: { gridMm: null, clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null },
  homes: [],
  dimensions: [],
  references: [],
  ownThings: [],
};

const PART = {
  group: "",
  tags: [],
  pictures: [],
  licence: "",
  fileCost: null,
  versions: [],
  tally: { fitted: 0, primed: 0, painted: 0, placed: 0 },
  placedByMap: false,
  variations: [],
  sightings: [],
  measures: { clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null },
  configurations: [],
  materials: [],
  differs: {},
};

export const sceneTo2 = (stored: Stored): Stored => ({ ...structuredClone(SCENE), ...stored });

export const partTo2 = (stored: Stored): Stored => ({ ...structuredClone(PART), ...stored });
