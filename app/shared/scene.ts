/** The scene that is open, its commands, and the time that the page counts by. */
import { type CommandName, type Commands } from "~core/stations";
import { createContext, useContext, useEffect, useState } from "react";
import { nanoid } from "nanoid";
import { useRouteLoaderData } from "react-router";
import type { Result } from "~core/units";
import type { Project, ProjectRows, StepRecord } from "~core/project";
import type { Edited } from "~app/data/edits.client";

export interface SceneData {
  rows: ProjectRows;
  /** Scenes that are at work beside it: one pair of hands, one set of printers. */
  others: ProjectRows[];
  /** Records of scenes at rest: hands learn from them too. */
  taught: readonly StepRecord[];
  /** The number of the reading that they come from. */
  reading: number;
  /** Names what was known to have changed when they were read. */
  moment: string;
  /** Moment of loading, ms. */
  loadedAt: number;
  /** What a torn tab had left to be stored and could not be, in words. */
  unsent: string[];
}

function useSceneData(): SceneData {
  const data = useRouteLoaderData("scene") as SceneData | undefined;
  if (!data) throw new Error("useSceneData: used outside a scene");
  return data;
}

/** The scene as it is reckoned with, joined once for all pages. */
export const ProjectContext = createContext<Project | null>(null);

export function useProject(): Project {
  const project = useContext(ProjectContext);
  if (!project) throw new Error("useProject: used outside a scene");
  return project;
}

/** Scenes that are at work beside the open one: one pair of hands, one set of printers. */
export const OthersContext = createContext<readonly Project[]>([]);
export const useOthers = (): readonly Project[] => useContext(OthersContext);

/** The moment the project was read: for counts that change with edits, not with the clock. */
export const useLoadedAt = (): number => useSceneData().loadedAt;

/** Sends a command; resolves once it was stored and the page follows it, or was refused. */
export type RunCommand = <N extends CommandName>(command: N, payload: Commands[N]) => Promise<Result<Edited>>;

/** The same in another scene: Tonight looks over all of them. */
export type RunIn = <N extends CommandName>(sceneId: string | undefined, command: N, payload: Commands[N]) => Promise<Result<Edited>>;

export interface SceneActions {
  run: RunCommand;
  /** In the scene of this id; in the open one where there is none. */
  runIn: RunIn;
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

/** Now, renewed four times a minute. */
export function useNow(everyMs = 15_000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return now;
}

/** Letters, digits, - and _: safe in addresses and file names. */
export const newId = (): string => nanoid(13);
