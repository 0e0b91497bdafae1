/** The one model of tonight, made once a few seconds and read by every page. */
import { createContext, useContext, useMemo, useState } from "react";
import { noTonight, tonight, type Tonight } from "~core/plan";
import type { Project } from "~core/project";
import { keep, kept } from "~app/data/kept";

export interface TonightState {
  model: Tonight;
  minutes: number;
  setMinutes: (minutes: number) => void;
  /** Why nothing could be reckoned, if so. */
  problem: string | null;
  /** "I am awake": offers things in the night too, until the page is loaded again. */
  stayUp: () => void;
}

export const TonightContext = createContext<TonightState | null>(null);

/** The plan is drawn with every page: a fault in it must not take the scene down. */
function reckoned(project: Project, now: number, minutes: number, awake: boolean): Pick<TonightState, "model" | "problem"> {
  try {
    return { model: tonight(project, now, minutes, awake), problem: null };
  } catch (error) {
    console.error(error);
    return {
      model: noTonight(now),
      problem: `The evenings of this scene could not be reckoned (${error instanceof Error ? error.message : String(error)}). Everything else stands; take back the last change, or save the scene.`,
    };
  }
}

const KEPT = "minutes-at-hand";

export function useTonightModel(project: Project, now: number): TonightState {
  const [minutes, setMinutes] = useState(() => Number(kept(KEPT)) || 40);
  const [awake, setAwake] = useState(false);
  const { model, problem } = useMemo(() => reckoned(project, now, minutes, awake), [project, now, minutes, awake]);
  return {
    model,
    problem,
    minutes,
    stayUp: () => setAwake(true),
    setMinutes: (m) => {
      keep(KEPT, String(m));
      setMinutes(m);
    },
  };
}

export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  return state;
}
