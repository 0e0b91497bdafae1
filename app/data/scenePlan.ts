/**
 * The page's side of the plan: says what the scene is, and has what follows from it, planned in a worker. The last plan of a scene stands
 * until the next one is there. A worker that dies is begun anew, with everything told once more.
 */
import { Receiver, Recent, Sender } from "~core/derive";
import type { FromScene, ToScene } from "~workers/scene/serve";
import { SCENE_INPUT, type SceneInput, type SceneView } from "~workers/scene/protocol";

/** What a plan needs of a worker. */
export type Port = Pick<Worker, "postMessage" | "terminate"> & {
  onmessage: ((event: MessageEvent<FromScene>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
};

/** A plan that takes longer than this is said to be under way, ms. */
const LATE_MS = 600;

/** So long at a time the page is busy with handing over, ms. */
const SLICE_MS = 25;

/** Of how many scenes the last view is at hand: the one that is open, and the one that is being left for it. */
const SCENES_AT_HAND = 2;
/** A worker that dies so often in a row will die again. */
const MOST_DEATHS = 3;

/** What is said of a scene; what is looked at is counted here. */
type Said = Omit<SceneInput, "chanceWanted">;

export class ScenePlan {
  private port: Port | null = null;
  private sender = new Sender(SCENE_INPUT);
  private receiver = new Receiver<SceneView>();
  private asked = 0;
  private answered = 0;
  private deaths = 0;
  private lateTimer: ReturnType<typeof setTimeout> | undefined;
  /** The plan that stands is not of what was said last, and has not been for a while. */
  late = false;
  private input: SceneInput | null = null;
  private outbox: ToScene[] = [];
  private posting: ReturnType<typeof setTimeout> | undefined;
  private awaited: { sceneId: string; view: Promise<void> } | null = null;
  private chanceWanted = 0;
  private readonly views = new Recent<SceneView>(SCENES_AT_HAND);
  private readonly listeners = new Set<() => void>();

  constructor(private readonly make: () => Port) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The last view of a scene; undefined where it was never planned. */
  of(sceneId: string): SceneView | undefined {
    return this.views.get(sceneId);
  }

  /** Is what was said last not planned yet? */
  get behind(): boolean {
    return this.answered < this.asked;
  }

  /** Nothing is planned any more: the worker died again and again. */
  get stopped(): boolean {
    return this.port === null && this.deaths >= MOST_DEATHS;
  }

  /** Somebody looks at the chance to be ready. @returns they do no more */
  wantChance(): () => void {
    this.chanceWanted++;
    if (this.input) this.tell(this.input);
    return () => {
      this.chanceWanted--;
    };
  }

  /** Says what the scene is now. */
  tell(said: Said): void {
    const input = { ...said, chanceWanted: this.chanceWanted > 0 };
    // Another scene may not kill it: whatever is said anew is tried once more.
    if (this.stopped) this.deaths = MOST_DEATHS - 1;
    const left = this.input !== null && this.input.rows.scene.id !== said.rows.scene.id;
    this.send(input);
    if (left) this.heard();
  }

  private send(input: SceneInput): void {
    this.input = input;
    this.port ??= this.start();
    const parts = this.sender.tell(input);
    if (parts.length === 0) return;
    this.asked++;
    for (const part of parts) this.outbox.push({ part, asked: this.asked });
    if (this.posting === undefined) this.post();
    this.lateTimer ??= setTimeout(() => this.nowLate(), LATE_MS);
  }

  /** Hands over what is to be said a while at a time: a long book is many thousand rows, and the page goes on meanwhile. */
  private post(): void {
    const until = performance.now() + SLICE_MS;
    this.posting = undefined;
    while (this.outbox.length > 0 && performance.now() < until) this.port?.postMessage(this.outbox.shift()!);
    if (this.outbox.length > 0) this.posting = setTimeout(() => this.post());
  }

  private nowLate(): void {
    this.late = this.behind;
    this.heard();
  }

  private inTime(): void {
    clearTimeout(this.lateTimer);
    this.lateTimer = this.behind ? setTimeout(() => this.nowLate(), LATE_MS) : undefined;
    this.late = this.late && this.behind;
  }

  /** Has the worker at hand before there is anything to say: it takes a while to come. */
  warm(): void {
    if (!this.stopped) this.port ??= this.start();
  }

  /**
   * Resolves when the scene has a view, or will have none: another was said meanwhile, or nothing is planned any more.
   * @returns null where there is nothing to wait for; the same promise however often it is asked
   */
  planned(sceneId: string): Promise<void> | null {
    const over = (): boolean => this.views.has(sceneId) || this.stopped || (this.input !== null && this.input.rows.scene.id !== sceneId);
    if (over()) return null;
    if (this.awaited?.sceneId !== sceneId) {
      const view = new Promise<void>((resolve) => {
        const end = this.subscribe(() => {
          if (!over()) return;
          end();
          if (this.awaited?.view === view) this.awaited = null;
          resolve();
        });
      });
      this.awaited = { sceneId, view };
    }
    return this.awaited.view;
  }

  private start(): Port {
    const port = this.make();
    port.onmessage = ({ data }) => this.hear(data);
    port.onerror = (event) => this.died(event.message);
    return port;
  }

  private hear({ part, answers }: FromScene): void {
    const heard = part && this.receiver.hear(part);
    if (part && !heard) return;
    this.answered = answers;
    this.deaths = 0;
    this.inTime();
    if (heard) this.views.set(heard.value.sceneId, heard.value);
    this.heard();
  }

  private died(why: string): void {
    console.error(`The planner stopped: ${why}`);
    this.port?.terminate();
    this.port = null;
    this.outbox = [];
    this.sender = new Sender(SCENE_INPUT);
    this.receiver = new Receiver<SceneView>();
    this.answered = this.asked;
    this.inTime();
    this.deaths++;
    if (this.input && !this.stopped) this.send(this.input);
    this.heard();
  }

  private heard(): void {
    for (const listener of this.listeners) listener();
  }
}
