/**
 * What can be done only for a while: a second coat before the first closes, an oil wash while it still moves, ground that is firm but not hard.
 * By records of what lies there; times are common practice without a source, and the product's own label wins.
 */
import { GROUND_METHODS, type GroundMethod } from "../ground";
import type { StepRecord } from "../project";
import type { Rests } from "../work";
import { coatWindowOf, type CoatWindow } from "./coatWindows";
import type { Slot } from "./schedule";

export interface OpenWindow {
  stepKey: string;
  partId: string;
  /** "Harbour grey, sprayed". */
  of: string;
  what: string;
  /** ms */
  from: number;
  until: number;
  then: string;
  /** The plan has the next coat of the same while it is shut. */
  shutAt: number | null;
}

/** Windows are told that open within so long, ms. */
const AHEAD_MS = 12 * 3_600_000;

/** The method of groundwork that a record rests on; coats are laid by other names. */
const groundOf = (rests: Rests = {}): GroundMethod | undefined => GROUND_METHODS.find((m) => m.name === rests.method);

const windowOf = ({ rests = {} }: StepRecord): CoatWindow | undefined => {
  const ground = groundOf(rests);
  if (ground)
    return ground.hardS > ground.firmS && ground.firmS > 0
      ? {
          what: "press stones in and dust it: it is firm, not hard",
          fromS: ground.firmS,
          untilS: ground.hardS,
          then: "it is hard: dust needs glue of its own",
        }
      : undefined;
  return coatWindowOf(rests);
};

/** @param slots of the plan, to see whether the next coat of the same falls into the time when it is shut */
export function openWindows(records: readonly StepRecord[], slots: readonly Slot[], now: number): OpenWindow[] {
  // Of a surface the coat that was laid last is the one that lies open.
  const last = new Map<string, StepRecord>();
  for (const r of records)
    if (r.finishedAt !== null && r.result !== "failed" && (r.rests?.family !== undefined || groundOf(r.rests))) {
      const before = last.get(r.partId);
      if (!before || before.finishedAt! < r.finishedAt) last.set(r.partId, r);
    }
  return [...last.values()]
    .flatMap((r): OpenWindow[] => {
      const window = windowOf(r);
      if (!window) return [];
      const { what, then, againS } = window;
      const [from, until] = [r.finishedAt! + window.fromS * 1000, r.finishedAt! + window.untilS * 1000];
      const again = againS === undefined ? until : r.finishedAt! + againS * 1000;
      const same = (s: Slot): boolean => s.step.partId === r.partId && !s.step.scene && s.step.rests.paint === r.rests?.paint;
      const next = againS === undefined ? undefined : slots.find((s) => same(s) && s.hands.length > 0);
      const at = next?.hands[0].from;
      const shutAt = at !== undefined && at > until && at < again ? at : null;
      if ((until <= now && shutAt === null) || from > now + AHEAD_MS) return [];
      return [{ stepKey: r.stepKey, partId: r.partId, of: r.title, what, from, until, then, shutAt }];
    })
    .sort((a, b) => a.until - b.until);
}
