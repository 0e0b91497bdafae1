/** The one model of tonight, made once a few seconds and read by every page. */
import { createContext, useCallback, useContext, useMemo, useState } from "react";
import { noTonight, tonight, type AtHand, type Tonight } from "~core/plan";
import { hasTool, type Project } from "~core/project";
import { RESIN_WARM_C } from "~core/print";
import { keep, kept } from "~app/data/kept";

export interface TonightState {
  model: Tonight;
  atHand: AtHand;
  setAtHand: (change: Partial<AtHand>) => void;
  /** Why nothing could be reckoned, if so. */
  problem: string | null;
  /** "I am awake": offers things in the night too, until the page is loaded again. */
  stayUp: () => void;
}

export const TonightContext = createContext<TonightState | null>(null);

let planTook = 0;
/** How long the plan took last, ms: the clock of a large scene goes on in larger steps. */
export const planTookMs = (): number => planTook;

/** The plan is drawn with every page: a fault in it must not take the scene down. */
function reckoned(
  project: Project,
  others: readonly Project[],
  now: number,
  atHand: AtHand,
  awake: boolean,
): Pick<TonightState, "model" | "problem"> {
  const began = performance.now();
  try {
    const model = tonight(project, now, atHand, awake, others);
    planTook = performance.now() - began;
    return { model, problem: null };
  } catch (error) {
    console.error(error);
    // Another scene is no reason to leave this one without its evening.
    if (others.length > 0) {
      const alone = reckoned(project, [], now, atHand, awake);
      return alone.problem ? alone : { ...alone, problem: "Another scene could not be planned along: the evenings count this one alone." };
    }
    return {
      model: noTonight(now),
      problem: `The evenings of this scene could not be reckoned (${error instanceof Error ? error.message : String(error)}). Everything else stands; take back the last change, or save the scene.`,
    };
  }
}

const KEPT = "minutes-at-hand";
const TOOLS = "tools-at-hand";

/** What was said of the tools last; nothing of one that nobody spoke of. */
function keptTools(): Partial<AtHand> {
  const tools = kept(TOOLS);
  return tools === null ? {} : { spray: tools.includes("spray"), airbrush: tools.includes("airbrush") };
}

export function useTonightModel(project: Project, others: readonly Project[], now: number): TonightState {
  const [said, change] = useState((): Partial<AtHand> => ({ minutes: Number(kept(KEPT)) || 40, ...keptTools() }));
  const [awake, setAwake] = useState(false);
  const { supplies } = project;
  // Before anything was said it is what the workshop has, and where nothing of it was put down, everything.
  const atHand = useMemo(
    (): AtHand => ({
      minutes: 40,
      spray: hasTool(supplies, "spray place") ?? true,
      airbrush: hasTool(supplies, "airbrush") ?? true,
      warm: project.habits.air.airC >= RESIN_WARM_C,
      ...said,
    }),
    [supplies, said, project.habits.air.airC],
  );
  const { model, problem } = useMemo(() => reckoned(project, others, now, atHand, awake), [project, others, now, atHand, awake]);
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
  // Whoever reads it is drawn anew only where something of it is another.
  return useMemo(() => ({ model, problem, atHand, stayUp, setAtHand }), [model, problem, atHand, stayUp, setAtHand]);
}

export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  return state;
}
