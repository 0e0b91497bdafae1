/** The plan of this page's scene. */
import { ScenePlan } from "./scenePlan";

export const scenePlan = new ScenePlan(
  () => new Worker(new URL("../../workers/scene/scene.worker.ts", import.meta.url), { type: "module" }),
);
