/** The board at hand: kept in the address; with what stands on it, what is wrong with that, and what it weighs. */
import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import { checkPlan, placedOn, type Board, type Placed, type PlanFault, type Standing } from "~core/ground";
import { boardSum, type BoardSum } from "~core/look";
import { standingOf } from "~core/joint";
import { builtOf } from "~core/plan";
import type { Part } from "~core/project";
import { balanceRequest, footRequest, type Results } from "~core/results";
import { desk, useResults } from "~app/data/results.client";
import { useProject } from "~app/shared/scene";
import { useWanted } from "~app/shared/useWanted";

export type FootFound = Results["foot"]["value"];

export interface AtHand {
  boards: readonly Board[];
  board: Board | undefined;
  choose: (boardId: string) => void;
  standings: readonly Standing[];
  footOf: (standing: Standing) => FootFound | undefined;
  /** What stands on the board at hand, as it stands. */
  placed: readonly Placed[];
  faults: readonly PlanFault[];
  sum: BoardSum | null;
  /** Parts that stand there, each as it leans, and how many of them are measured; what cannot be counts as looked at. */
  measured: { done: number; of: number };
  /** "Quay wall 2", or the name of a zone. */
  nameOf: (id: string) => string;
}

const NONE: readonly never[] = [];
const footKey = (s: Pick<Standing, "partId" | "leanDeg">): string => `${s.partId} ${s.leanDeg}`;

/** @param moved standings as a drag shows them before it is over */
export function useBoard(moved?: ReadonlyMap<string, Standing>): AtHand {
  const project = useProject();
  const { scene, parts } = project;
  const [search, setSearch] = useSearchParams();
  const boards = scene.boards ?? NONE;
  const board = boards.find((b) => b.id === search.get("board")) ?? boards[0];
  const choose = (id: string): void => setSearch({ board: id }, { replace: true, preventScrollReset: true });
  const said = scene.standings ?? NONE;
  const standings = useMemo(() => (moved ? said.map((s) => moved.get(s.id) ?? s) : said), [said, moved]);
  const standing = useMemo(() => {
    const ids = new Set(said.map((s) => s.partId));
    return parts.filter((p) => ids.has(p.id));
  }, [said, parts]);
  // A copy that leans has a foot of its own.
  const feetWanted = useMemo(
    () => new Map(said.flatMap((s) => standing.filter((p) => p.id === s.partId).map((p) => [footKey(s), footRequest(p, s.leanDeg)]))),
    [said, standing],
  );
  useWanted(useMemo(() => [...feetWanted.values(), ...standing.map(balanceRequest)], [feetWanted, standing]));
  const view = useResults();
  const found = useMemo(() => {
    const feet = new Map<string, FootFound>();
    const masses = new Map<string, number>();
    const pending = new Set<string>();
    for (const [key, request] of feetWanted) {
      const foot = view.value(request);
      if (foot) feet.set(key, foot);
      else if (desk.answer(request).state !== "failed") pending.add(key);
    }
    for (const part of standing) {
      const balance = view.value(balanceRequest(part));
      if (balance) masses.set(part.id, standingOf(balance, part.factor, builtOf(part, project)).massG);
    }
    return { feet, masses, pending };
  }, [feetWanted, standing, view, project]);
  const footOf = useCallback((s: Standing) => found.feet.get(footKey(s)), [found]);
  const all = useMemo(() => placedOn(standings, footOf), [standings, footOf]);
  const placed = useMemo(() => [...all.values()].flatMap((p) => (p && p.boardId === board?.id ? [p] : [])), [all, board]);
  const faults = useMemo(
    () =>
      board
        ? checkPlan(board, standings, scene.zones ?? NONE, footOf).filter(
            // What is not measured yet is no fault.
            (f) => f.kind !== "unknown" || !standings.some((s) => s.id === f.id && found.pending.has(footKey(s))),
          )
        : [],
    [board, standings, scene.zones, footOf, found],
  );
  const sum = useMemo(() => (board ? boardSum(scene, board, placed, (id) => found.masses.get(id)) : null), [scene, board, placed, found]);
  const nameOf = (id: string): string => {
    const s = said.find((x) => x.id === id);
    if (!s) return scene.zones?.find((z) => z.id === id)?.name ?? "a zone";
    const name = (parts.find((p) => p.id === s.partId) as Part | undefined)?.name ?? "a deleted part";
    const same = said.filter((x) => x.partId === s.partId);
    return same.length > 1 ? `${name} ${same.indexOf(s) + 1}` : name;
  };
  return {
    boards,
    board,
    choose,
    standings,
    footOf,
    placed,
    faults,
    sum,
    measured: { done: feetWanted.size - found.pending.size, of: feetWanted.size },
    nameOf,
  };
}
