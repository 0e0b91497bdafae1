/**
 * Where a step of a recipe lies on a piece. Shares are of the area that a brush reaches. All of it is common practice, no source: a step may
 * say a share of its own.
 */
import type { Spot } from "../coat";

export type Role =
  "all over" | "from above" | "raised" | "recesses" | "lines" | "foot" | "tips" | "picked out" | "surface" | "rim" | "inside" | "bare";

export interface RoleFacts {
  label: string;
  /** Usual share of the area, 0 to 1. */
  share: number;
  /** Parts of a relief that it lies on; all of them where not said. */
  spots?: readonly Spot[];
  /** The hand goes there alone, and takes time by the share; elsewhere the tool passes over everything and finds its place itself. */
  there?: true;
}

export const ROLES: Readonly<Record<Role, RoleFacts>> = {
  "all over": { label: "all over", share: 1 },
  "from above": { label: "from above", share: 0.5, spots: ["raised"] },
  raised: { label: "raised", share: 0.25, spots: ["raised"] },
  recesses: { label: "recesses", share: 0.2, spots: ["recess"] },
  lines: { label: "lines and joints", share: 0.05, spots: ["recess"], there: true },
  foot: { label: "foot", share: 0.15, spots: ["foot"], there: true },
  tips: { label: "tips and edges", share: 0.05, spots: ["raised"] },
  "picked out": { label: "picked out", share: 0.05, spots: ["raised"], there: true },
  surface: { label: "one surface", share: 0.3, there: true },
  rim: { label: "rim", share: 0.05, spots: ["foot"], there: true },
  inside: { label: "inside", share: 0.4, there: true },
  bare: { label: "leave bare", share: 0.05, there: true },
};
export const ROLE_IDS = Object.keys(ROLES) as readonly Role[];
