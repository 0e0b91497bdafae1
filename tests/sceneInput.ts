/** What a page tells of its scene, for tests of the plan on another thread. */
import type { AtHand } from "../core/plan";
import type { Project } from "../core/project";
import { rowsOf } from "../core/results";
import type { SceneInput } from "../workers/scene/protocol";
import { THURSDAY } from "./sampleProject";

export const AT_HAND: AtHand = { minutes: 60, spray: true, airbrush: true, warm: true, helper: false };

export const sceneInput = (project: Project, more: Partial<SceneInput> = {}): SceneInput => ({
  rows: rowsOf(project),
  others: [],
  taught: [],
  known: [],
  atHand: AT_HAND,
  awake: false,
  now: THURSDAY,
  chanceWanted: false,
  ...more,
});
