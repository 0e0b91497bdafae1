/**
 * Repair, print again, or merge the pieces and print again: attended minutes against unattended hours, money, and the chance that it comes
 * out, with the figure that turns the answer. One's own hour counts as four of the machine's [practice].
 */
import { formatDuration } from "../../units";
import { OWN_HOUR } from "../handsOn";
import { expectedHours, type Hazard } from "../risk/restarts";

export type DefectKind = "curled base" | "misfit" | "gaps in walls" | "broken thin part" | "flooded detail" | "layer shift" | "scar";

/**
 * What is usually done about a defect, minutes, and how often it comes out well; `looks`: it is a matter of looks alone, so that what is
 * covered can be left. Common practice, no source.
 */
export const DEFECTS: Record<DefectKind, { words: string; repairMin: number; good: number; how: string; looks: boolean }> = {
  "curled base": {
    words: "a curled or partly held base",
    repairMin: 20,
    good: 0.9,
    how: "fill the base with clay or putty, sand flat",
    looks: false,
  },
  misfit: { words: "it does not fit together", repairMin: 35, good: 0.75, how: "file, thin from inside, try again", looks: false },
  "gaps in walls": {
    words: "gaps in walls",
    repairMin: 30,
    good: 0.7,
    how: "soak with glue, use filler primer, let the rest pass as grain",
    looks: true,
  },
  "broken thin part": {
    words: "a thin part is broken or missing",
    repairMin: 15,
    good: 0.85,
    how: "wire or rod in a drilled hole",
    looks: false,
  },
  "flooded detail": { words: "detail is flooded", repairMin: 40, good: 0.4, how: "scribe it again", looks: true },
  "layer shift": { words: "layers are shifted", repairMin: 60, good: 0.35, how: "cut, file flush, fill", looks: false },
  scar: { words: "a scar or blobs on one side", repairMin: 15, good: 0.9, how: "shave with a blade, sand, primer", looks: true },
};

export interface RepairQuestion {
  defect: DefectKind;
  seen: boolean;
  /** It meets another part there. */
  mating: boolean;
  /** How many pieces have it. */
  pieces: number;
  /** What filing and filling a piece takes, minutes; null for the usual. */
  repairMin: number | null;
  /** Printing them again: hours of the machine of each plate, the person's minutes, money. */
  reprint: { plateHours: readonly number[]; ownMin: number; costMinor: number; currency: string; hazard: Hazard };
  /** Pieces of one family that could be printed as one; 0 where they cannot. */
  mergeable: number;
  /** It is for sale, or stands in the display case: nearly right will not do. */
  demanding: boolean;
}

interface RepairWay {
  way: "leave" | "repair" | "reprint" | "merge";
  ownMin: number;
  machineH: number;
  costMinor: number;
  good: number;
  /** Own minutes and machine hours as one figure, with what is lost when it does not come out, min. */
  weightMin: number;
}

export interface RepairVerdict {
  best: RepairWay["way"];
  sentence: string;
  /** The figure that turns it. */
  flips: string;
  ways: RepairWay[];
}

/** Where it is covered, what is left does not matter. */
const COVERED_GOOD = 0.98;
/** Once the pieces are one, there is no joint left to fit; drawing them together takes so long, min. */
const MERGE_MIN = 15;
const WORDS: Record<RepairWay["way"], string> = {
  leave: "Leave it",
  repair: "Repair it",
  reprint: "Print it again",
  merge: "Merge the pieces and print them as one",
};

export function repairOrReprint(q: RepairQuestion): RepairVerdict {
  const { defect, seen, mating, pieces, reprint, demanding } = q;
  const row = DEFECTS[defect];
  const eachMin = q.repairMin ?? row.repairMin;
  const hidden = !seen && !mating;
  const repairGood = hidden ? COVERED_GOOD : row.good * (demanding ? 0.7 : 1) * (mating && defect !== "misfit" ? 0.9 : 1);
  // A plate that fails is printed again by itself: the others are not lost with it.
  const printH = reprint.plateHours.reduce((sum, hours) => sum + expectedHours(reprint.hazard, hours), 0);
  // A misfit printed again the same way fits no better than before, unless the file is changed.
  const again = defect === "misfit" ? 0.6 : 0.95;
  const reprintWay = weigh("reprint", reprint.ownMin, printH, reprint.costMinor, again);
  const ways: RepairWay[] = [weigh("repair", eachMin * pieces, 0, 0, repairGood, reprintWay.weightMin), reprintWay];
  if (q.mergeable > 1) ways.push(weigh("merge", reprint.ownMin * 0.8 + MERGE_MIN, printH, reprint.costMinor, 0.95));
  if (hidden && row.looks) ways.push(weigh("leave", 0, 0, 0, COVERED_GOOD, reprintWay.weightMin));
  ways.sort((a, b) => a.weightMin - b.weightMin);
  const [first, second] = ways;
  const n = (min: number): string => formatDuration(Math.round(min) * 60);
  const of = (w: RepairWay): string =>
    w.way === "leave"
      ? "it will be covered and not visible"
      : `${n(w.ownMin)} of your time${w.machineH > 0 ? ` and ${n(w.machineH * 60)} of machine time${reprint.plateHours.length > 1 ? ` on ${reprint.plateHours.length} plates` : pieces > 1 ? ", all on one plate" : ""}` : ""}, good ${Math.round(w.good * 100)} times in 100`;
  const rest = ways.filter((w) => w.way !== "repair" && w.way !== "leave").reduce((least, w) => Math.min(least, w.weightMin), Infinity);
  // Where repairing weighs as much as the best of the others: (1 + loss) own minutes.
  const flipMin = Math.max(0, (rest - (1 - repairGood) * reprintWay.weightMin) / Math.max(1, pieces));
  return {
    best: first.way,
    sentence: `${WORDS[first.way]}: ${of(first)}; ${WORDS[second.way].toLowerCase()} takes ${of(second)}.`,
    flips:
      first.way === "leave"
        ? `Where it is visible: ${WORDS[second.way].toLowerCase()}.`
        : flipMin < 1
          ? "No repair would be quick enough to change that."
          : `${first.way === "repair" ? "Print again" : "Repair"} instead when a piece takes ${first.way === "repair" ? "more" : "less"} than ${n(flipMin)} to repair.`,
    ways,
  };

  function weigh(way: RepairWay["way"], ownMin: number, machineH: number, costMinor: number, good: number, lossMin = 0): RepairWay {
    const work = ownMin + (machineH * 60) / OWN_HOUR;
    return { way, ownMin, machineH, costMinor, good, weightMin: work + (1 - good) * (lossMin > 0 ? lossMin : work) };
  }
}

/** When the question comes up by itself: at the third misfit of a family, or when filing passes the attended minutes of a reprint. */
export function asksItself({
  misfits,
  filedMin,
  reprintOwnMin,
}: {
  misfits: number;
  filedMin: number;
  reprintOwnMin: number;
}): string | null {
  if (misfits >= 3) return `${misfits} joints like this did not fit: the cause is the file or the printer, not the piece.`;
  if (filedMin > reprintOwnMin && filedMin > 0)
    return `${formatDuration(Math.round(filedMin) * 60)} of filing is more than the ${formatDuration(Math.round(reprintOwnMin) * 60)} of your time that a reprint takes.`;
  return null;
}
