/** The scene that is open, its commands, and the time that the page counts by. */
import { createContext, useContext, useEffect, useState } from "react";
import { nanoid } from "nanoid";
import { useRouteLoaderData } from "react-router";
import type { Result } from "~core/measure";
import type { Project } from "~core/project";
import type { Edited } from "~app/data/edits.client";
import type { CommandName, Commands } from "~store/commands";

export interface SceneData {
  project: Project;
  /** Moment of loading, ms. */
  loadedAt: number;
  /** What a torn tab had left to be stored and could not be, in words. */
  unsent: string[];
}

function useSceneData(): SceneData {
  const data = useRouteLoaderData("scene") as SceneData | undefined;
  if (!data) throw new Error("useProject: used outside a scene");
  return data;
}

export const useProject = (): Project => useSceneData().project;

/** The moment the project was read: for counts that change with edits, not with the clock. */
export const useLoadedAt = (): number => useSceneData().loadedAt;

/** Sends a command; resolves once it was stored and the page follows it, or was refused. */
export type RunCommand = <N extends CommandName>(command: N, payload: Commands[N]) => Promise<Result<Edited>>;

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

/** Letters, digits, - and _: safe in addresses and file names. */
export const newId = (): string => nanoid(13);
