/**
 * What can be done only for a while: a second coat before the first closes, an oil wash while it still moves, ground that is firm but not hard.
 * By records of what lies there; times are common practice without a source, and the product's own label wins.
 */
import type { CoatFamily } from "../coat";
import { GROUND_METHODS, type GroundMethod } from "../ground";
import type { StepRecord } from "../project";
import type { Rests } from "../work";
import type { Slot } from "./schedule";
import type { StepState } from "./status";
import type { Step } from "./steps";

const MIN = 60,
  H = 3600;

interface CoatWindow {
  what: string;
  /** From the end of the coat on, s. */
  fromS: number;
  untilS: number;
  /** What holds after it has shut. */
  then: string;
  /** The same product is not laid again until then, s. */
  againS?: number;
}

/** A solvent that bites its own half-dry film, and films that can be moved while they are open. */
const COATS: Partial<Record<CoatFamily, CoatWindow>> = {
  "solvent primer": {
    what: "another light coat of the same",
    fromS: 10 * MIN,
    untilS: H,
    then: "wait a day: a half-dry film wrinkles",
    againS: 24 * H,
  },
  lacquer: {
    what: "another light coat of the same",
    fromS: 5 * MIN,
    untilS: H,
    then: "wait a day: a half-dry film wrinkles",
    againS: 24 * H,
  },
  "enamel wash": {
    what: "wipe it off or draw it down with thinner",
    fromS: 15 * MIN,
    untilS: 2 * H,
    then: "it is dry, and thinner leaves rings",
  },
  "oil paint": { what: "blend and streak it", fromS: 0, untilS: 12 * H, then: "it stiffens and tears when it is moved" },
};

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

const coatWindowOf = ({ family }: Rests): CoatWindow | undefined =>
  typeof family === "string" && Object.hasOwn(COATS, family) ? COATS[family as CoatFamily] : undefined;

/** While it is shut a step is not begun. */
export interface Shut {
  /** From the end of this step's hands on; null where the moments are the clock's. */
  after: string | null;
  /** ms */
  from: number;
  to: number;
}

/** When coats that bite their own half-dry film may not be laid: by the coat of the same pot that each follows. Steps of which nothing is said have none. */
export function recoatShut(steps: readonly Step[], states: ReadonlyMap<string, StepState>): ReadonlyMap<string, readonly Shut[]> {
  const closing = new Map(steps.flatMap((s) => (closesOn(s) ? [[s.key, s] as const] : [])));
  const out = new Map<string, Shut[]>();
  for (const step of closing.values()) {
    const shut = step.after.flatMap((key): Shut[] => {
      const before = closing.get(key);
      const window = before && closesOn(before);
      if (!window || before.partId !== step.partId || before.rests.paint !== step.rests.paint) return [];
      const state = states.get(key);
      const ended = state && "record" in state ? state.record.finishedAt : null;
      const [from, to] = [window.untilS * 1000, window.againS * 1000];
      return [ended === null ? { after: key, from, to } : { after: null, from: ended + from, to: ended + to }];
    });
    if (shut.length > 0) out.set(step.key, shut);
  }
  return out;
}

/** The window of a coat that shuts and opens again. */
const closesOn = ({ rests }: Step): { untilS: number; againS: number } | undefined => {
  const window = coatWindowOf(rests);
  return window?.againS === undefined ? undefined : { untilS: window.untilS, againS: window.againS };
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
