/** What is planned of the scene: asked for whenever it or the hour is another, and read by every page. */
import { createContext, useCallback, useContext, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { noTonight, type AtHand, type Tonight } from "~core/plan";
import { hasTool, type ProjectRows, type Supply } from "~core/project";
import { RESIN_WARM_C } from "~core/print";
import { suppliesOf } from "~core/results";
import { keep, kept } from "~app/data/kept";
import { desk, useJoinedResults } from "~app/data/results.client";
import { scenePlan } from "~app/data/scenePlan.client";
import { useNow } from "~app/shared/scene";
import type { SceneView, ShownChance } from "~workers/scene/protocol";

export interface TonightState {
  model: Tonight;
  /** Another number where the model is another for more than the hour. */
  edition: number;
  /** When it is ready, and how often that holds; null until it is reckoned. Only for whoever wants it, see useChance. */
  chance: ShownChance | null;
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
function atHandOf(supplies: readonly Supply[], airC: number, said: Partial<AtHand>): AtHand {
  return {
    minutes: 40,
    spray: hasTool(supplies, "spray place") ?? true,
    airbrush: hasTool(supplies, "airbrush") ?? true,
    warm: airC >= RESIN_WARM_C,
    ...said,
  };
}

/** Has a scene planned that is about to be drawn for the first time; from then on the page asks by itself, and the last plan stands. */
export async function firstPlan(rows: ProjectRows, others: readonly ProjectRows[], now: number): Promise<void> {
  if (scenePlan.of(rows.scene.id)) return;
  const atHand = atHandOf(suppliesOf(rows), rows.workshop.habits.air.airC, keptAtHand());
  await scenePlan.first({ rows, others, known: desk.joinedValues(), atHand, awake: false, now });
}

const UNPLANNED = "The evenings could not be planned: the planner stopped. Reload the page. Nothing was lost.";

/** What is planned of a scene, asked for again whenever it or the hour is another. */
export function useTonightModel(
  rows: ProjectRows,
  others: readonly ProjectRows[],
  now: number,
): { tonight: TonightState; late: boolean; waiting: Partial<SceneView["waiting"]>; problem: string | null } {
  const [said, change] = useState(keptAtHand);
  const [awake, setAwake] = useState(false);
  const joined = useJoinedResults();
  const sceneId = rows.scene.id;
  const supplies = suppliesOf(rows);
  const { airC } = rows.workshop.habits.air;
  const atHand = useMemo(() => atHandOf(supplies, airC, said), [supplies, airC, said]);
  useEffect(
    () => scenePlan.tell({ rows, others, known: desk.joinedValues(), atHand, awake, now }),
    [rows, others, joined, atHand, awake, now],
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
      if (!("spray" in changed || "airbrush" in changed)) return change({ ...said, minutes: next.minutes });
      keep(TOOLS, [next.spray && "spray", next.airbrush && "airbrush"].filter(Boolean).join(" ") || "none");
      change(next);
    },
    [atHand, said],
  );
  const nothing = useMemo(() => noTonight(now), [now]);
  const model = view?.model ?? nothing;
  const chance = view?.chance ?? null;
  const edition = view?.edition ?? 0;
  // Whoever reads it is drawn anew only where something of it is another.
  const tonight = useMemo(
    () => ({ model, edition, chance, atHand, stayUp, setAtHand }),
    [model, edition, chance, atHand, stayUp, setAtHand],
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

export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  return state;
}

/** The chance to be ready, reckoned while somebody looks at it. */
export function useChance(): ShownChance | null {
  useEffect(() => scenePlan.wantChance(), []);
  return useTonight().chance;
}
