/** How a joint is glued where it takes more than glue: procedures of the trade, and when each is worth it. Common practice, no source. */
import type { Glue } from "./glues";
import { HOLDS, isOfCopies, otherSide, partsOfJoint, type Joint } from "./joint";

export interface Procedure {
  id: string;
  words: string;
}

interface Told extends Procedure {
  applies: (j: Joint, glue: Glue, all: readonly Joint[]) => boolean;
}

/** A seam of a wall or a floor, mm. */
const LONG_MM = 60;
/** A gap that oozes, mm. */
const WIDE_MM = 0.3;

const sameTwo = (x: Joint, y: Joint): boolean => partsOfJoint(x).sort().join(" ") === partsOfJoint(y).sort().join(" ");

const PROCEDURES: readonly Told[] = [
  {
    id: "held-by-hot-glue",
    words:
      "A long seam: a dab of hot glue at each end holds it, thin instant glue runs down the seam, it is tried for square, and accelerator goes over everything last.",
    applies: (j, glue) => j.lengthMm >= LONG_MM && glue.id.startsWith("instant") && !isOfCopies(j),
  },
  {
    id: "square",
    words: "Try it for square before it sets: both diagonals are the same.",
    applies: (j, glue) => j.lengthMm >= LONG_MM && !glue.id.startsWith("instant"),
  },
  {
    id: "jig",
    words: "Something moves in it: let the moving piece be the jig. Tack the frame round it, and leave it alone until it is hard.",
    applies: (j, _, all) =>
      all.some((k) => k !== j && HOLDS[k.how] === "moves" && partsOfJoint(j).some((id) => otherSide(k, id) !== undefined)),
  },
  {
    id: "card",
    words: "Card or baking paper under the seam: what oozes out stays off the bench.",
    applies: (j, glue) => j.widthMm >= WIDE_MM && glue.gates.stayS >= 900,
  },
  {
    id: "one-go",
    words: "These two have another glued joint: do both in one go, or the second gap is out of reach once the first is hard.",
    applies: (j, _, all) =>
      j.b.kind === "part" && !isOfCopies(j) && all.some((k) => k !== j && HOLDS[k.how] === "glue" && k.b.kind === "part" && sameTwo(j, k)),
  },
  {
    id: "pads",
    words: "It lies on paint: scrape a pad bare on both faces, about 20 mm² each, or the joint holds the paint only.",
    applies: (j) => j.paint === "before" && j.load,
  },
];

/** What is worth knowing before a joint is glued. @param all joints of the scene */
export const proceduresFor = (j: Joint, glue: Glue, all: readonly Joint[]): Procedure[] =>
  PROCEDURES.filter((p) => p.applies(j, glue, all)).map(({ id, words }) => ({ id, words }));

/** The diagonal of two sides, and by how much its two diagonals differ where it is out of square by a millimetre, mm. */
export function squareOf(aMm: number, bMm: number): { diagonalMm: number; perMm: number } {
  const diagonalMm = Math.hypot(aMm, bMm);
  return { diagonalMm, perMm: diagonalMm > 0 ? (2 * aMm) / diagonalMm : 0 };
}
