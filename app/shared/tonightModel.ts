/** What is planned of the scene: asked for whenever it or the hour is another, and read by every page. */
import { createContext, use, useCallback, useContext, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { NOTHING_WAITS, type WontWait } from "~core/look";
import { isHelped, noTonight, type AtHand, type Tonight } from "~core/plan";
import { hasTool, type ProjectRows, type StepRecord, type Supply } from "~core/project";
import { RESIN_WARM_C } from "~core/print";
import { suppliesOf } from "~core/results";
import { keep, kept } from "~app/data/kept";
import { desk, useJoinedResults } from "~app/data/results.client";
import { scenePlan } from "~app/data/scenePlan.client";
import { useNow } from "~app/shared/scene";
import type { SceneView, ShownChance } from "~workers/scene/protocol";

export interface TonightState {
  /** Resolves when the first plan of the scene is there; null when it is. */
  planned: Promise<void> | null;
  model: Tonight;
  /** Another number where the model is another for more than the hour. */
  edition: number;
  /** When it is ready, and how often that holds; null until it is reckoned. Only for whoever wants it, see useChance. */
  chance: ShownChance | null;
  /** Windows that shut, open decisions, sprays and the airbrush. */
  wontWait: WontWait;
  atHand: AtHand;
  setAtHand: (change: Partial<AtHand>) => void;
  /** "I am awake": offers things in the night too, until the page is loaded again. */
  stayUp: () => void;
}

export const TonightContext = createContext<TonightState | null>(null);

const KEPT = "minutes-at-hand";
const TOOLS = "tools-at-hand";

/** What was said last. Of the tools nothing, where nobody spoke of them. */
function keptAtHand(): Partial<AtHand> {
  const tools = kept(TOOLS);
  const said = tools === null ? {} : { spray: tools.includes("spray"), airbrush: tools.includes("airbrush") };
  return { minutes: Number(kept(KEPT)) || 40, ...said };
}

/** Before anything was said it is what the workshop has, and where nothing of it was put down, everything. */
function atHandOf(supplies: readonly Supply[], airC: number, helper: boolean, said: Partial<AtHand>): AtHand {
  return {
    minutes: 40,
    spray: hasTool(supplies, "spray place") ?? true,
    airbrush: hasTool(supplies, "airbrush") ?? true,
    warm: airC >= RESIN_WARM_C,
    helper,
    ...said,
  };
}

/** The worker that plans is at hand by the time the rows are read. */
export const warmPlanner = (): void => scenePlan.warm();

/** A plan is there in less as a rule: nothing is drawn that changes at once. */
const SOON_MS = 500;

/**
 * Has a scene planned that is about to be drawn for the first time, and waits a moment for it. From then on the page asks by itself, and the
 * last plan stands; whoever reads a plan that is not there yet waits for it, see useTonight.
 */
export async function firstPlan(
  rows: ProjectRows,
  others: readonly ProjectRows[],
  taught: readonly StepRecord[],
  now: number,
): Promise<void> {
  if (scenePlan.of(rows.scene.id)) return;
  const { habits } = rows.workshop;
  const atHand = atHandOf(suppliesOf(rows), habits.air.airC, isHelped(habits, now), keptAtHand());
  scenePlan.tell({ rows, others, taught, known: desk.joinedValues(), atHand, awake: false, now });
  await Promise.race([scenePlan.planned(rows.scene.id), new Promise((resolve) => setTimeout(resolve, SOON_MS))]);
}

/** Who helps is said for this evening, and not kept. */
const OF_THIS_EVENING_MS = 12 * 3_600_000;

const UNPLANNED = "The planner stopped, so your evenings are not planned. Reload the page. Nothing was lost.";

/** What is planned of a scene, asked for again whenever it or the hour is another. */
export function useTonightModel(
  rows: ProjectRows,
  others: readonly ProjectRows[],
  taught: readonly StepRecord[],
  now: number,
): { tonight: TonightState; late: boolean; waiting: Partial<SceneView["waiting"]>; problem: string | null } {
  const [said, change] = useState(keptAtHand);
  const [together, setTogether] = useState<{ helper: boolean; at: number } | null>(null);
  const [awake, setAwake] = useState(false);
  const joined = useJoinedResults();
  const sceneId = rows.scene.id;
  const supplies = suppliesOf(rows);
  const { habits } = rows.workshop;
  const { airC } = habits.air;
  const helped = together && now - together.at < OF_THIS_EVENING_MS ? together.helper : isHelped(habits, now);
  const atHand = useMemo(() => atHandOf(supplies, airC, helped, said), [supplies, airC, helped, said]);
  useEffect(
    () => scenePlan.tell({ rows, others, taught, known: desk.joinedValues(), atHand, awake, now }),
    [rows, others, taught, joined, atHand, awake, now],
  );
  const view = useSyncExternalStore(
    scenePlan.subscribe,
    () => scenePlan.of(sceneId),
    () => undefined,
  );
  const [late, stopped] = [
    useSyncExternalStore(scenePlan.subscribe, () => scenePlan.late, no),
    useSyncExternalStore(scenePlan.subscribe, () => scenePlan.stopped, no),
  ];
  const stayUp = useCallback(() => setAwake(true), []);
  const setAtHand = useCallback(
    (changed: Partial<AtHand>) => {
      const next = { ...atHand, ...changed };
      keep(KEPT, String(next.minutes));
      if (changed.helper !== undefined) return setTogether({ helper: changed.helper, at: now });
      if (!("spray" in changed || "airbrush" in changed)) return change({ ...said, minutes: next.minutes });
      keep(TOOLS, [next.spray && "spray", next.airbrush && "airbrush"].filter(Boolean).join(" ") || "none");
      change({ ...said, spray: next.spray, airbrush: next.airbrush });
    },
    [atHand, said, now],
  );
  const nothing = useMemo(() => noTonight(now), [now]);
  const model = view?.model ?? nothing;
  const chance = view?.chance ?? null;
  const edition = view?.edition ?? 0;
  const wontWait = view?.wontWait ?? NOTHING_WAITS;
  // Whoever reads it is drawn anew only where something of it is another.
  const planned = view ? null : scenePlan.planned(sceneId);
  const tonight = useMemo(
    () => ({ planned, model, edition, chance, wontWait, atHand, stayUp, setAtHand }),
    [planned, model, edition, chance, wontWait, atHand, stayUp, setAtHand],
  );
  return { tonight, late, waiting: view?.waiting ?? {}, problem: stopped ? UNPLANNED : (view?.problem ?? null) };
}

const no = (): boolean => false;

/** Something ends at that very moment: it is over when it is looked at. */
const JUST_AFTER_MS = 250;

/** The moment for which a scene is planned: it goes on when its plan would say something else. */
export function usePlanClock(sceneId: string): number {
  const [at, goOn] = useState(() => scenePlan.of(sceneId)?.now ?? Date.now());
  const nextAt = useSyncExternalStore(
    scenePlan.subscribe,
    () => scenePlan.of(sceneId)?.model.nextAt,
    () => undefined,
  );
  useEffect(() => {
    if (nextAt === undefined) return undefined;
    const timer = setTimeout(() => goOn(Date.now()), Math.max(1000, nextAt - Date.now() + JUST_AFTER_MS));
    return () => clearTimeout(timer);
  }, [nextAt, at]);
  return at;
}

/** Now, for words on what runs and how long it took; never before what is planned. */
export function useMoment(): number {
  const { model } = useTonight();
  return Math.max(useNow(), model.now);
}

/** The plan; whoever reads it before it was ever made is drawn when it is there. */
export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  if (state.planned) use(state.planned);
  return state;
}

/** The chance to be ready, reckoned while somebody looks at it. */
export function useChance(): ShownChance | null {
  useEffect(() => scenePlan.wantChance(), []);
  return useTonight().chance;
}
