/**
 * What work may need beside hands: a place, a machine, light. One record says all there is to know of each; the schedule and Tonight ask
 * it alike, and so do the forms.
 */
import { field } from "../field";
import { daylightBetween, type Place } from "../daylight";
import type { Stretch } from "../units";

/** What is there tonight. */
export interface Having {
  /** A place where spraying is allowed. */
  spray: boolean;
  /** The airbrush is set up. */
  airbrush: boolean;
  /** The room is warm enough for resin. */
  warm: boolean;
  /** Somebody helps. */
  helper: boolean;
}

/** What the hours of needs go by. */
export interface HoursFrom {
  place: Place;
  /** When somebody helps, in order. */
  helped: readonly Stretch[];
}

interface NeedKind {
  /** As a step says it: "needs …". */
  label: string;
  /** The tool of the workshop that stands for it. */
  tool: string | null;
  /** Is it there at this moment? */
  available: (have: Having, at: number, place: Place) => boolean;
  /** How evenings get it: "Add a daytime slot". */
  mend?: string;
  /** In which hours it can be had; null where it does not go by the clock. */
  hours: ((from: number, to: number, by: HoursFrom) => readonly Stretch[]) | null;
}

export const NEEDS = {
  "spray place": { label: "a place to spray", tool: "spray-booth", available: ({ spray }) => spray, hours: null },
  airbrush: { label: "the airbrush", tool: "airbrush", available: ({ airbrush }) => airbrush, hours: null },
  "warm room": { label: "a warm room", tool: null, available: ({ warm }) => warm, hours: null },
  daylight: {
    label: "daylight",
    tool: null,
    available: (_, at, place) => daylightBetween(at, at + 1, place).length > 0,
    mend: "Add a daytime slot",
    hours: (from, to, { place }) => daylightBetween(from, to, place),
  },
  helper: {
    label: "a second pair of hands",
    tool: null,
    available: ({ helper }) => helper,
    mend: "Mark an evening on which somebody helps",
    hours: (_from, _to, { helped }) => helped,
  },
} satisfies Record<string, NeedKind>;

export type Need = keyof typeof NEEDS;
export const NEED_IDS = Object.keys(NEEDS) as Need[];

/** As a form offers them. */
const NEED_OPTIONS = NEED_IDS.map((value) => ({ value, label: NEEDS[value].label }));
/** What must be there for a step; may be left out. */
export const needsField = field.several("Needs", NEED_OPTIONS);

/** ", needs daylight and the airbrush"; nothing where it needs nothing. */
export const needsWords = (needs: readonly Need[] = []): string =>
  needs.length === 0 ? "" : `, needs ${needs.map((n) => NEEDS[n].label).join(" and ")}`;

/** It takes both pairs of hands at once. */
export const takesTwo = ({ needs }: { needs: readonly Need[] }): boolean => needs.includes("helper");

const kindOf = (need: Need): NeedKind => NEEDS[need];

/** What to do where no evening has it. */
export const mendOf = (need: Need): string => kindOf(need).mend ?? "Add another time slot";

/** Is all that a step needs there at this moment? */
export const isThere = (needs: readonly Need[], have: Having, at: number, place: Place): boolean =>
  needs.every((n) => kindOf(n).available(have, at, place));

/** The needs that go by the clock, with the hours in which each can be had. */
export function hoursOfNeeds(from: number, to: number, by: HoursFrom): ReadonlyMap<Need, readonly Stretch[]> {
  return new Map(
    NEED_IDS.flatMap((n): [Need, readonly Stretch[]][] => {
      const { hours } = kindOf(n);
      return hours ? [[n, hours(from, to, by)]] : [];
    }),
  );
}
