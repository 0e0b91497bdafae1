/** Ways to join two pieces of one part, and the room that they need. */
import type { Process } from "../../scale";

export type JointKind = "plain" | "pegs" | "key" | "dovetail";

export const JOINT_KINDS: Record<JointKind, string> = {
  plain: "plain, glued face to face",
  pegs: "pegs in holes",
  key: "one key in a slot",
  dovetail: "a sliding dovetail",
};

/** Room on every side of a peg or key, mm: the process itself, and a coat of paint where it is painted first. Common practice, no source. */
export const CLEARANCE_MM: Record<Process, number> = { fdm: 0.2, resin: 0.1 };
export const PAINT_FILM_MM = 0.05;
