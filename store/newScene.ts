/** A scene for somebody who has just arrived, and the workshop that they find: generic printers, a first shelf, a few evenings. */
import { GENERIC_PRINTERS } from "../core/print";
import { HABIT_DEFAULTS, SCENE_DEFAULTS, type Paint, type ProjectRows, type SceneRow, type Workshop } from "../core/project";
import { figureScale, VIEWING_DISTANCES } from "../core/scale";

/** A first shelf, so that a recipe can be tried at once. Its ids are no others': the demo brings paints of its own. */
const FIRST_RACK: Paint[] = [
  { id: "first-grey", name: "Grey primer", hex: "#8b8f90", family: "water primer", sheen: "matt", stockMl: 200 },
  { id: "first-brown", name: "Mid brown", hex: "#6f5337", family: "water acrylic", sheen: "matt", stockMl: 60 },
  { id: "first-stone", name: "Pale stone", hex: "#cbbfa4", family: "water acrylic", sheen: "matt", stockMl: 60 },
  { id: "first-wash", name: "Dark wash", hex: "#2b211a", family: "water wash", sheen: "satin", stockMl: 30 },
  { id: "first-matt", name: "Matt varnish", hex: "#e6e6df", family: "water varnish", sheen: "matt", stockMl: 100 },
];

/** The scale is still to be asked. */
export const newScene = (sceneId: string, name: string, now: number): SceneRow => ({
  ...structuredClone(SCENE_DEFAULTS),
  id: sceneId,
  name,
  demo: false,
  scale: figureScale(28),
  scaleAnswered: false,
  viewingDistanceMm: VIEWING_DISTANCES[2].mm,
  readyBy: null,
  createdAt: now,
});

export const newWorkshop = (timeZone: string): Workshop => ({
  printers: GENERIC_PRINTERS.map((p) => structuredClone(p)),
  paints: structuredClone(FIRST_RACK),
  recipes: [],
  procedures: [],
  things: [],
  supplies: [],
  lines: [],
  lessons: [],
  habits: { ...structuredClone(HABIT_DEFAULTS), timeZone },
});

/** Both at once. */
export const newProject = (sceneId: string, name: string, timeZone: string, now: number): ProjectRows => ({
  scene: newScene(sceneId, name, now),
  parts: [],
  records: [],
  workshop: newWorkshop(timeZone),
});
