/** The one model of tonight, made once a few seconds and read by every page. */
import { createContext, useContext, useMemo, useState } from "react";
import { tonight, type Tonight } from "~core/plan";
import type { Project } from "~core/project";

export interface TonightState {
  model: Tonight;
  minutes: number;
  setMinutes: (minutes: number) => void;
  /** "I am awake": offers things in the night too, until the page is loaded again. */
  stayUp: () => void;
}

export const TonightContext = createContext<TonightState | null>(null);

const KEPT = "minutes-at-hand";

export function useTonightModel(project: Project, now: number): TonightState {
  const [minutes, setMinutes] = useState(() => Number(localStorage.getItem(KEPT)) || 40);
  const [awake, setAwake] = useState(false);
  const model = useMemo(() => tonight(project, now, minutes, awake), [project, now, minutes, awake]);
  return {
    model,
    minutes,
    stayUp: () => setAwake(true),
    setMinutes: (m) => {
      localStorage.setItem(KEPT, String(m));
      setMinutes(m);
    },
  };
}

export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  return state;
}
