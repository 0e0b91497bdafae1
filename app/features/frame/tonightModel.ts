/** The one model of tonight, made once a few seconds and read by every page. */
import { createContext, useContext, useMemo, useState } from "react";
import { tonight, type Tonight } from "~core/plan";
import type { Project } from "~core/project";

export interface TonightState {
  model: Tonight;
  minutes: number;
  setMinutes: (minutes: number) => void;
}

export const TonightContext = createContext<TonightState | null>(null);

const KEPT = "minutes-at-hand";

export function useTonightModel(project: Project, now: number): TonightState {
  const [minutes, setMinutes] = useState(() => Number(localStorage.getItem(KEPT)) || 40);
  const model = useMemo(() => tonight(project, now, minutes), [project, now, minutes]);
  return { model, minutes, setMinutes: (m) => { localStorage.setItem(KEPT, String(m)); setMinutes(m); } };
}

export function useTonight(): TonightState {
  const state = useContext(TonightContext);
  if (!state) throw new Error("useTonight: used outside a scene");
  return state;
}
