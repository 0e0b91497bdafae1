/** The scene that is open, its commands, and the time that the page counts by. */
import { createContext, useContext, useEffect, useState } from "react";
import { useRouteLoaderData } from "react-router";
import type { Project } from "~core/project";
import type { CommandName, Commands } from "~store/commands";

export interface SceneData {
  project: Project;
  /** Moment of loading, ms. */
  loadedAt: number;
}

function useSceneData(): SceneData {
  const data = useRouteLoaderData("scene") as SceneData | undefined;
  if (!data) throw new Error("useProject: used outside a scene");
  return data;
}

export const useProject = (): Project => useSceneData().project;

/** The moment the project was read: for counts that change with edits, not with the clock. */
export const useLoadedAt = (): number => useSceneData().loadedAt;

export type RunCommand = <N extends CommandName>(command: N, payload: Commands[N]) => void;

export interface SceneActions {
  run: RunCommand;
  undo: () => void;
  redo: () => void;
  openNewPart: () => void;
}

export const SceneActionsContext = createContext<SceneActions | null>(null);

export function useActions(): SceneActions {
  const actions = useContext(SceneActionsContext);
  if (!actions) throw new Error("useActions: used outside a scene");
  return actions;
}

/** Now, renewed every few seconds: clocks and what is offered follow it. */
export function useNow(everyMs = 5000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}

export const newId = (): string => crypto.randomUUID().slice(0, 13);
