/** Keeps what is computed of a scene's parts fresh, first things first, and joins it with what was said. */
import { createContext, useContext, useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { sameList, steady } from "~core/derive";
import type { Project, ProjectRows, StepRecord } from "~core/project";
import { joinProject, resultKey, wantedIn, wantedOfPart, type ResultRequest } from "~core/results";
import { desk, useJoinedResults, useResults } from "~app/data/results.client";
import { PRIORITY } from "../../workers/pool";

export interface Reckoning {
  /** "reckoning Mill house: 40 %, 12 to go"; null when all is there. */
  text: string | null;
  /** Last problem by part. */
  problems: ReadonlyMap<string, string>;
}

export const ReckoningContext = createContext<Reckoning>({ text: null, problems: new Map() });
export const useReckoning = (): Reckoning => useContext(ReckoningContext);

/** A few scenes were open before. */
const sameOthers = steady<Project[]>(sameList, 8);

/** A scene with what is there of it, and those beside it; they grow as results come in. Hands learn from the records of all of them, and of scenes at rest. */
export function useJoined(
  rows: ProjectRows,
  beside: readonly ProjectRows[],
  taught: readonly StepRecord[],
): { project: Project; others: Project[] } {
  const { value } = useJoinedResults();
  const joined = useMemo(() => {
    const all = [rows, ...beside];
    return all.map((r) => joinProject(r, value, desk.last, [...all.filter((o) => o !== r), { records: taught }]));
  }, [rows, beside, taught, value]);
  return useMemo(() => ({ project: joined[0], others: sameOthers(rows.scene.id, joined.slice(1)) }), [joined, rows.scene.id]);
}

/** Which part a request is of, for words. */
function partOf(rows: ProjectRows, request: ResultRequest): ProjectRows["parts"][0] | undefined {
  const key = resultKey(request);
  return rows.parts.find((p) => requestsOf(p, rows).some((r) => resultKey(r) === key));
}

/** Of a scene beside the open one the plan needs sizes and hours. */
const NEEDED_BESIDE: ReadonlySet<ResultRequest["kind"]> = new Set(["mesh", "print", "surfaces", "marks"]);

const requestsOf = (part: ProjectRows["parts"][0], { workshop: { printers } }: ProjectRows): ResultRequest[] =>
  wantedOfPart(part, printers).map((w) => w.request);

/** Asks for everything that the scene wants, and what the plan needs of those beside it; lets go of what they want no more. */
export function useReckoned(rows: ProjectRows, beside: readonly ProjectRows[]): Reckoning {
  const owned = useMemo(
    () => [...wantedIn(rows), ...beside.flatMap(wantedIn).filter(({ request }) => NEEDED_BESIDE.has(request.kind))],
    [rows, beside],
  );
  const wanted = useMemo(() => owned.map((w) => w.request), [owned]);
  const held = useRef(new Map<string, () => void>());
  useEffect(() => {
    const before = held.current;
    const now = new Map<string, () => void>();
    for (const { request, of } of owned) {
      const key = `${resultKey(request)} ${of}`;
      if (now.has(key)) continue;
      now.set(key, before.get(key) ?? desk.want(request, request.kind === "mesh" ? PRIORITY.shown : PRIORITY.background, of));
      before.delete(key);
    }
    for (const release of before.values()) release();
    held.current = now;
  }, [owned]);
  useEffect(
    () => () => {
      for (const release of held.current.values()) release();
      held.current = new Map();
    },
    [],
  );
  const text = useSyncExternalStore(
    desk.subscribe,
    () => {
      const { left, at, share } = desk.progressOf(wanted);
      return at ? `calculating ${partOf(rows, at)?.name ?? "a part of another scene"}: ${Math.round(share * 100)} %, ${left} to go` : null;
    },
    () => null,
  );
  const { answer: known } = useResults();
  const problems = useMemo(() => {
    const out = new Map<string, string>();
    for (const part of rows.parts)
      for (const request of requestsOf(part, rows)) {
        const answer = known(request);
        if (answer.state === "failed") out.set(part.id, answer.problem.message);
      }
    return out;
  }, [rows, known]);
  return useMemo(() => ({ text, problems }), [text, problems]);
}
