/**
 * A joint: one row for two sides that meet. Everything else hangs on it: glue, filler, dry fits, what stays bare, the order of work. One side
 * is always a part of the scene; the other a part, copies of the same part, the board, the ground, or something in words.
 */
import type { JointKind } from "../print";
import type { Material, GlueId } from "./glues";
import type { Placing } from "./pair";

export type JointHow = "glued" | "clipped" | "pinned" | "slides" | "turns" | "loose" | "never";
export const JOINT_HOW: Record<JointHow, string> = {
  glued: "glued",
  clipped: "clipped",
  pinned: "pinned and glued",
  slides: "slides",
  turns: "turns",
  loose: "loose, comes apart",
  never: "never glued",
};
/** How it is held: by glue, by nothing after it was put together, or it goes on moving. */
export const HOLDS: Record<JointHow, "glue" | "apart" | "moves"> = {
  glued: "glue",
  pinned: "glue",
  clipped: "apart",
  loose: "apart",
  never: "apart",
  slides: "moves",
  turns: "moves",
};

export type JointSight = "seen" | "hidden" | "covered";
export const JOINT_SIGHT: Record<JointSight, string> = { seen: "in sight", hidden: "out of sight", covered: "covered by ground or trim" };

/** Where a joint lies in what is put together: free to reach, inside something that is closed later, or the one that closes it. */
export type JointReach = "free" | "inside" | "closes";
export const JOINT_REACH: Record<JointReach, string> = {
  free: "can be reached later",
  inside: "inside, out of reach once closed",
  closes: "closes it",
};

/** How copies of one part meet each other. */
export type Pattern = "pairs" | "row" | "ring" | "grid";
export const PATTERNS: Record<Pattern, string> = { pairs: "in pairs", row: "in a row", ring: "in a ring", grid: "in a grid" };

export type Side = { kind: "part"; partId: string } | { kind: "board" } | { kind: "ground" } | { kind: "words"; words: string };

export type FitVerdict = "fits" | "file" | "fill" | "redesign";
export type FitCause = "design" | "print" | "cleaning";
export const FIT_VERDICTS: Record<FitVerdict, string> = { fits: "fits", file: "filed", fill: "filled", redesign: "needs redrawing" };
export const FIT_CAUSES: Record<FitCause, string> = { design: "the design", print: "the print", cleaning: "cleaning" };

/** One dry fit of a joint. */
export interface DryFit {
  id: string;
  at: number;
  verdict: FitVerdict;
  /** Taken off where it was filed, the gap where it was filled, mm; 0 where it fits. */
  amountMm: number;
  cause: FitCause;
}

export interface Joint {
  id: string;
  /** A part of the scene. */
  a: string;
  b: Side;
  /** What the other side is of, as somebody said; null for what the part that it names is of. */
  bMaterial: Material | null;
  /** So many such joints; null for as many as the copies of its parts make. */
  count: number | null;
  /** How copies meet, where both sides are the same part. */
  pattern: Pattern;
  /** Copies in a row of a grid. */
  across: number;
  how: JointHow;
  /** Painted before they meet, or after. */
  paint: "before" | "after";
  reach: JointReach;
  load: boolean;
  glueId: GlueId | null;
  /** Of the seam, mm. */
  lengthMm: number;
  /** The gap that is filled or bridged, or the room that is left, mm; both sides together. */
  widthMm: number;
  sight: JointSight;
  /** Stone, bark, planks beside it: sanding would take them. */
  textured: boolean;
  /** It was cut here: with what shape, how much room on every side of it, over which area. */
  cut: { kind: JointKind; clearanceMm: number; sectionMm2: number } | null;
  /** Where the first side stands in the second, and the way it goes; absent where nobody said. */
  place?: Placing;
  /** What pins it; absent where nobody said. */
  pin?: PinSaid;
  fits: DryFit[];
}

/** A pin in a joint: how deep and how covered it sits, and how far out its load is; which wire holds it is computed. Lengths in mm. */
export interface PinSaid {
  holeMm: number;
  coverMm: number;
  /** From the pin to the centre of mass, sideways, and from the hole up, mm. */
  offsetMm: number;
  heightMm: number;
}

/** Parts of the scene that a joint names, each once. */
export const partsOfJoint = ({ a, b }: Pick<Joint, "a" | "b">): string[] => (b.kind === "part" && b.partId !== a ? [a, b.partId] : [a]);
/** Do copies of one part meet each other? */
export const isOfCopies = ({ a, b }: Pick<Joint, "a" | "b">): boolean => b.kind === "part" && b.partId === a;
/** The same joint with another part in the place of one. */
export const renamedIn = (j: Joint, partId: string, to: string): Joint => ({
  ...j,
  a: j.a === partId ? to : j.a,
  b: j.b.kind === "part" && j.b.partId === partId ? { kind: "part", partId: to } : j.b,
});
/** The other side, as seen from a part; undefined where the part is not in it. */
export const otherSide = ({ a, b }: Pick<Joint, "a" | "b">, partId: string): Side | undefined =>
  partId === a ? b : b.kind === "part" && b.partId === partId ? { kind: "part", partId: a } : undefined;

/**
 * Joints, and sides of copies that stay open, where so many copies of one part meet. Square tiles have four sides, all others two.
 * A full grid of m × n has 2mn − m − n joints.
 * @returns undefined where so many do not make the pattern
 */
export function jointsOfPattern(pattern: Pattern, copies: number, across: number): { joints: number; open: number } | undefined {
  if (copies < 2) return undefined;
  switch (pattern) {
    case "pairs":
      return { joints: Math.floor(copies / 2), open: copies % 2 };
    case "row":
      return { joints: copies - 1, open: 2 };
    case "ring":
      return copies < 3 ? undefined : { joints: copies, open: 0 };
    case "grid": {
      const rows = Math.floor(copies / across);
      const rest = copies - rows * across;
      const beside = rows * (across - 1) + Math.max(0, rest - 1);
      const behind = Math.max(0, rows - 1) * across + (rows > 0 ? rest : 0);
      return { joints: beside + behind, open: 4 * copies - 2 * (beside + behind) };
    }
  }
}

/** How many joints a row stands for. @param copiesOf a part that is gone has one */
export function jointCount(joint: Pick<Joint, "a" | "b" | "count" | "pattern" | "across">, copiesOf: (partId: string) => number): number {
  if (joint.count !== null) return joint.count;
  if (isOfCopies(joint)) return jointsOfPattern(joint.pattern, copiesOf(joint.a), joint.across)?.joints ?? 0;
  // Four legs under one table are four joints, whichever is named first.
  return Math.max(1, ...partsOfJoint(joint).map(copiesOf));
}

/** What is said of two sides and cannot be, or spoils something: a sentence; null where nothing does. */
export function jointFault(joint: Joint, copiesOf: (partId: string) => number): string | null {
  if (isOfCopies(joint)) {
    const copies = copiesOf(joint.a);
    if (copies < 2)
      return "There is one copy only, and a copy cannot be joined to itself. Set the copies at Parts, or choose another part.";
    if (joint.pattern === "ring" && copies < 3) return "A ring takes three copies. Two are a pair.";
  }
  if (HOLDS[joint.how] === "moves" && joint.widthMm <= 0) return "What moves needs room: with no gap it cannot go in.";
  if (HOLDS[joint.how] === "glue" && joint.paint === "before" && joint.load)
    return "Painted before gluing, and it carries load: scrape both faces bare, and touch up the seam.";
  return null;
}
