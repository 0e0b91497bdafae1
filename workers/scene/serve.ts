/** The worker's side: hears what is said of the scene, plans it, and tells what has become another. */
import { atom, mapOf, Receiver, recordOf, Sender, sharing, type Telling } from "../../core/derive";
import {
  chanceRuns,
  cutsForDate,
  latestStarts,
  type ChanceOf,
  type FinishChance,
  type LatestStarts,
  type ShownCuts,
} from "../../core/plan";
import { scenePlanner, type ScenePlanned } from "./plan";
import { SCENE_VIEW, type SceneInput, type SceneView, type ShownChance } from "./protocol";

/** What the page says: a part of the input, and with the last part by which number it is answered. */
export interface ToScene {
  part: Telling;
  asked: number;
}

/** What the worker says: a part of the view, and which number it answers. Nothing new is one empty answer. */
export interface FromScene {
  part: Telling | null;
  answers: number;
}

/** What is said is heard in between: so long at most it waits, ms. */
const SLICE_MS = 40;

const CHANCE_OF = recordOf({
  steps: atom,
  states: atom,
  evenings: atom,
  hours: atom,
  hazards: mapOf(atom),
  person: atom,
  date: atom,
  awaited: mapOf(atom),
});

/** The chance of the scene that is open, reckoned a slice at a time, anew only where something that it is reckoned from is another. */
class Chances {
  private of: ChanceOf | null = null;
  private sceneId = "";
  private going: Generator<number, FinishChance> | null = null;
  /** What leaving things out buys, once the chance is known. */
  private cutting: Generator<number, ShownCuts | null> | null = null;
  /** By when things must be begun, after that. */
  private latest: Generator<number, LatestStarts | null> | null = null;
  chance: Omit<ShownChance, "stale"> | null = null;

  want(sceneId: string, chanceOf: () => ChanceOf): void {
    const now = sharing(this.of, chanceOf(), CHANCE_OF) as ChanceOf;
    if (now === this.of && sceneId === this.sceneId) return;
    // Another scene's says nothing of this one.
    if (sceneId !== this.sceneId) this.chance = null;
    this.of = now;
    this.sceneId = sceneId;
    this.going = chanceRuns(now);
    this.cutting = this.latest = null;
  }

  /** Nobody looks. */
  drop(): void {
    this.of = this.going = this.cutting = this.latest = this.chance = null;
  }

  get busy(): boolean {
    return this.going !== null || this.cutting !== null || this.latest !== null;
  }

  /** The chance that is told is that of before. */
  get stale(): boolean {
    return this.going !== null;
  }

  /** Goes on for a slice. @returns whether it is there now */
  goOn(): boolean {
    const until = performance.now() + SLICE_MS;
    while (this.going) {
      const step = this.going.next();
      if (step.done) {
        this.chance = { ...step.value, person: this.of?.person ?? {}, cuts: null, latest: this.chance?.latest ?? null };
        this.going = null;
        this.cutting = this.of && cutsForDate(this.of, step.value);
        this.latest = this.of && latestStarts(this.of);
        return true;
      }
      if (performance.now() >= until) return false;
    }
    while (this.cutting) {
      const step = this.cutting.next();
      if (step.done) {
        this.cutting = null;
        if (this.chance) this.chance = { ...this.chance, cuts: step.value };
        if (step.value !== null) return true;
        break;
      }
      if (performance.now() >= until) return false;
    }
    while (this.latest) {
      const step = this.latest.next();
      if (step.done) {
        this.latest = null;
        const before = this.chance?.latest ?? null;
        if (this.chance) this.chance = { ...this.chance, latest: step.value };
        return step.value !== null || before !== null;
      }
      if (performance.now() >= until) return false;
    }
    return false;
  }
}

/** @param later runs when all that has been said meanwhile is heard: several edits are planned as one */
export function serveScene(
  post: (message: FromScene) => void,
  later: (act: () => void) => void,
  plan: (input: SceneInput) => ScenePlanned = scenePlanner(),
): (message: ToScene) => void {
  const input = new Receiver<SceneInput>();
  const view = new Sender(SCENE_VIEW);
  const chances = new Chances();
  let asked: SceneInput | null = null;
  let number = 0;
  let last: ScenePlanned["view"] | null = null;
  let waiting = false;

  const tell = (): void => {
    const parts = view.tell({ ...last!, chance: chances.chance && { ...chances.chance, stale: chances.stale } } satisfies SceneView);
    if (parts.length === 0) post({ part: null, answers: number });
    for (const part of parts) post({ part, answers: number });
  };
  /** A fault in the chance takes nothing else along. */
  const orNone = (act: () => boolean | void): boolean => {
    try {
      return act() === true;
    } catch (error) {
      console.error(error);
      chances.drop();
      return true;
    }
  };
  const goOn = (): void => {
    waiting = false;
    if (asked) {
      const { view: planned, chanceOf } = plan(asked);
      last = planned;
      const wanted = asked.chanceWanted;
      asked = null;
      if (wanted) orNone(() => chances.want(planned.sceneId, chanceOf));
      else chances.drop();
      tell();
    } else if (orNone(() => chances.goOn())) tell();
    if (chances.busy) put();
  };
  const put = (): void => {
    if (waiting) return;
    waiting = true;
    later(goOn);
  };
  return ({ part, asked: by }) => {
    const heard = input.hear(part);
    if (!heard) return;
    asked = heard.value;
    number = by;
    put();
  };
}
