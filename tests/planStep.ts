/** A step of a plan as tests of the schedule write it: its hands, its wait, what it follows. */
import type { Step } from "../core/work";

export const planStep = (key: string, handsOnS: number, waitS: number, after: string[] = [], more: Partial<Step> = {}): Step => ({
  key,
  partId: "p",
  partName: "P",
  itemId: key,
  station: "paint",
  title: key,
  handsOnS,
  machineS: 0,
  printerId: null,
  waitS,
  after,
  session: null,
  needs: [],
  cautions: [],
  pieces: 1,
  onPlate: 0,
  clears: 0,
  plates: 1,
  counts: 0,
  takes: [],
  rests: {},
  ...more,
});
