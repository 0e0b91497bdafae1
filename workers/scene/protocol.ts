/** What a page tells the worker of its scene, and what it gets back; each only as far as it is another than before. */
import { atom, listOf, mapOf, recordOf } from "../../core/derive";
import type { Place, WontWait } from "../../core/look";
import type { AtHand, FinishChance, LatestStarts, Offer, Person, ShownCuts, Slot, Step, Tonight } from "../../core/plan";
import type { ProjectRows, StepRecord } from "../../core/project";
import type { KnownValue } from "../../core/results";

/** All that the plan of a scene follows from. */
export interface SceneInput {
  rows: ProjectRows;
  /** Scenes that are at work beside it. */
  others: readonly ProjectRows[];
  /** Records of scenes at rest: hands learn from them too. */
  taught: readonly StepRecord[];
  /** Results that are there. */
  known: readonly KnownValue[];
  atHand: AtHand;
  /** Somebody says that they are up, though it is night. */
  awake: boolean;
  /** ms */
  now: number;
  /** Somebody looks at the chance to be ready, which takes its time. */
  chanceWanted: boolean;
}

/**
 * The chance with what it allows for.
 * @property cuts what leaving things out buys, where the date is met too seldom and it is there
 * @property latest by when things must be begun, where there is a date that the plan keeps and it is there
 * @property stale it is that of before: another is being reckoned
 */
export type ShownChance = FinishChance & { person: Person; stale: boolean; cuts: ShownCuts | null; latest: LatestStarts | null };

/** What follows from it, and from nothing else. */
export interface SceneView {
  sceneId: string;
  /** The moment for which it was planned, ms. */
  now: number;
  /** Another number where more than the hour, and what is at hand, is another than in the view before. */
  edition: number;
  model: Tonight;
  /** A few words for each station. */
  waiting: Record<Place, string>;
  /** What will not wait. */
  wontWait: WontWait;
  /** Why the evenings could not be planned, if so. */
  problem: string | null;
  /** How long the planning took, ms. */
  tookMs: number;
  /** The chance to be ready, where it is wanted and there. */
  chance: ShownChance | null;
}

const byId = (row: { id: string }): string => row.id;
const rows = recordOf({
  scene: atom,
  parts: listOf(atom, byId),
  // In the order of time: what is new stands at the end.
  records: listOf(atom),
  workshop: recordOf({
    printers: listOf(atom, byId),
    paints: listOf(atom, byId),
    recipes: listOf(atom, byId),
    procedures: listOf(atom, byId),
    things: listOf(atom),
    supplies: listOf(atom, byId),
    lines: listOf(atom, byId),
    lessons: listOf(atom, byId),
    habits: atom,
  }),
});

export const SCENE_INPUT = recordOf({
  rows,
  others: listOf(rows, ({ scene }: ProjectRows) => scene.id),
  taught: listOf(atom),
  known: listOf(recordOf({ value: atom }), (k: KnownValue) => k.key),
  atHand: atom,
});

const offer = recordOf({ step: atom });
const offers = listOf(offer, (o: Offer) => o.step.key);
const steps = listOf(atom, (s: Step) => s.key);

export const SCENE_VIEW = recordOf({
  model: recordOf({
    // Steps first: all that follows names them.
    steps,
    all: steps,
    states: mapOf(atom),
    offers,
    sessions: listOf(recordOf({ offers }), (go: Tonight["sessions"][number]) => go.key),
    beforeBed: offer,
    clocks: listOf(recordOf({ step: atom }), (c: Tonight["clocks"][number]) => c.step.key),
    schedule: recordOf({ slots: listOf(recordOf({ step: atom }), (s: Slot) => s.key) }),
    nights: atom,
  }),
  waiting: atom,
  wontWait: atom,
  chance: atom,
});
