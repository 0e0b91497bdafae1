/** The list on the device that carries it: what may be begun when, and what is said of steps that end. */
import type { StepResult } from "../project";
import { newAnswer, type AwayAnswer, type AwayGo, type AwayList, type AwayPiece, type AwayStep } from "./list";

const endOf = (said: readonly AwayStep[], n: number): AwayStep | undefined => said.find((s) => s.n === n && s.result !== "failed");

export const isDoneAway = (said: readonly AwayStep[], n: number): boolean => endOf(said, n) !== undefined;

/**
 * When a piece may be begun: what it follows is done and has waited.
 * @returns ms, 0 for at any time; null while something before it is not done
 */
export function readyAt(piece: AwayPiece, list: AwayList, said: readonly AwayStep[]): number | null {
  let at = piece.notBefore ?? 0;
  for (const n of piece.after) {
    const before = list.goes.flatMap((g) => g.pieces).find((p) => p.n === n);
    const done = endOf(said, n);
    if (!before || !done) return null;
    at = Math.max(at, done.until + before.waitS * 1000);
  }
  return at;
}

/** Pieces of a go that are not done. */
export const openPieces = (go: AwayGo, said: readonly AwayStep[]): AwayPiece[] => go.pieces.filter((p) => !isDoneAway(said, p.n));

/**
 * Pieces that are in hand of a go that was begun at `begunAt`: those that were ready; where none was, whoever begins knows better, and all are.
 * One that was ended by itself since, also as failed, is out of this go: what failed is done again in another.
 */
export function piecesInHand(go: AwayGo, list: AwayList, said: readonly AwayStep[], begunAt: number): AwayPiece[] {
  const before = said.filter((s) => s.from !== begunAt);
  const open = openPieces(go, before);
  const ready = open.filter((p) => (readyAt(p, list, said) ?? Infinity) <= begunAt);
  const ended = new Set(said.filter((s) => s.from === begunAt).map((s) => s.n));
  return (ready.length > 0 ? ready : open).filter((p) => !ended.has(p.n));
}

/** What is said of a piece beside that it went well. */
export interface SaidOfPiece {
  result?: StepResult;
  failed?: number[];
  wentWrong?: string;
  note?: string;
}

/**
 * Ends pieces of a go that was begun at `from`: each has its share of the time by what was planned; what was ended by itself since then has
 * had its own.
 */
export function endPieces(
  said: readonly AwayStep[],
  pieces: readonly AwayPiece[],
  { from, until }: { from: number; until: number },
  of: (n: number) => SaidOfPiece = () => ({}),
): AwayStep[] {
  const hadS = said.filter((s) => s.from === from).reduce((sum, s) => sum + (s.tookS ?? 0), 0);
  // A clock that was set back cannot say how long it took.
  const tookS = until < from ? null : Math.max(0, (until - from) / 1000 - hadS);
  const planned = pieces.reduce((sum, p) => sum + Math.max(1, p.handsS), 0);
  const ended = pieces.map((p): AwayStep => {
    const { result = "good", failed = [], wentWrong = "", note = "" } = of(p.n);
    const share = tookS === null ? null : Math.round((tookS * Math.max(1, p.handsS)) / planned);
    return { n: p.n, from, until: Math.max(from, until), tookS: share, result, failed, wentWrong, note };
  });
  const numbers = new Set(pieces.map((p) => p.n));
  return [...said.filter((s) => !numbers.has(s.n)), ...ended].sort((a, b) => a.n - b.n);
}

/** All that was said so far: sent as often as one likes. */
export const answerOf = (
  list: AwayList,
  openedAt: number,
  steps: readonly AwayStep[],
  pictures: AwayAnswer["pictures"],
  now: number,
): AwayAnswer => newAnswer({ list: list.id, openedAt, at: now, steps: [...steps], pictures });
