/** Coats that can be worked on, or laid again, only for a while; and what the plan keeps out of for it. Common practice, the label wins. */
import type { CoatFamily } from "../coat";
import type { Rests } from "../work";
import type { StepState } from "./status";
import type { Step } from "./steps";

const MIN = 60,
  H = 3600;

export interface CoatWindow {
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

export const coatWindowOf = ({ family }: Rests): CoatWindow | undefined =>
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
