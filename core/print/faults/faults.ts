/**
 * From what is seen to what it may be: causes ranked by how well they explain the symptom, moved by what this printer's own log says, each
 * with the cheapest thing that tells it from the others. Weights are common practice, no source; they are shares of a hundred such cases
 * as people who print tell them, and the log's own count is added to them.
 */
import type { Process } from "../../scale";

export type SymptomId =
  | "no-stick"
  | "corner-lifts"
  | "strings"
  | "under-extrusion"
  | "layer-shift"
  | "blobs"
  | "rough-underside"
  | "ringing"
  | "weak-layers"
  | "on-film"
  | "supports-off"
  | "flooded"
  | "thin-missing"
  | "first-layers-flare"
  | "cracks"
  | "misfit-tight"
  | "misfit-loose";

export const SYMPTOMS: Record<SymptomId, { words: string; process: Process | "both" }> = {
  "no-stick": { words: "the first layer does not hold", process: "both" },
  "corner-lifts": { words: "a corner or an edge curls up", process: "fdm" },
  strings: { words: "hairs and strings between parts", process: "fdm" },
  "under-extrusion": { words: "gaps in walls and thin infill", process: "fdm" },
  "layer-shift": { words: "everything above a layer is moved aside", process: "fdm" },
  blobs: { words: "blobs and a scar down one side", process: "fdm" },
  "rough-underside": { words: "undersides hang in strands", process: "fdm" },
  ringing: { words: "ripples beside edges", process: "fdm" },
  "weak-layers": { words: "it breaks along a layer", process: "fdm" },
  "on-film": { words: "it stayed on the film", process: "resin" },
  "supports-off": { words: "supports let go on the way", process: "resin" },
  flooded: { words: "grooves and panels are filled", process: "resin" },
  "thin-missing": { words: "thin parts did not form", process: "resin" },
  "first-layers-flare": { words: "the foot is wider than the rest", process: "both" },
  cracks: { words: "it cracks days later", process: "resin" },
  "misfit-tight": { words: "joints are too tight", process: "both" },
  "misfit-loose": { words: "joints are too loose", process: "both" },
};

/** What is known of the printer and the room that speaks for or against a cause. */
export interface FaultEvidence {
  process: Process;
  /** Failed prints of this printer by cause, and how many there were. */
  failures: Readonly<Record<string, number>>;
  prints: number;
  observed: Readonly<Record<string, number>>;
  airC: number;
  rh: number;
  /** Days since the spool or bottle was opened. */
  openDays: number | null;
  bathPlates: number | null;
  /** Values of the profile that matter. */
  exposureS: number | null;
  bottomExposureS: number | null;
  outerWallMmS: number | null;
  layerMm: number;
  /** When the same fault comes back at the same layer. */
  sameLayer: boolean;
}

interface CauseRow {
  symptom: SymptomId;
  cause: string;
  weight: number;
  test: string;
  /** Minutes that the test takes. */
  testMin: number;
  cure: string;
  /** What in the evidence speaks for it: a factor, and the words. */
  speaks?: (e: FaultEvidence) => { factor: number; words: string } | null;
}

const humid = (e: FaultEvidence) => (e.rh >= 55 ? { factor: 1.8, words: `the room is at ${e.rh} % humidity` } : null);
const oldSpool = (e: FaultEvidence) =>
  e.openDays !== null && e.openDays > 30 ? { factor: 2, words: `the spool has been open for ${e.openDays} days` } : humid(e);
const cold = (e: FaultEvidence) => (e.airC < 20 ? { factor: e.process === "resin" ? 3 : 1.4, words: `the room is at ${e.airC} °C` } : null);
const logged = (e: FaultEvidence, cause: string, words: string) =>
  (e.failures[cause] ?? 0) > 1
    ? { factor: 1 + (e.failures[cause] ?? 0) / 2, words: `${e.failures[cause]} of ${e.prints} prints here ${words}` }
    : null;
const seenBefore = (e: FaultEvidence, what: string, words: string) =>
  (e.observed[what] ?? 0) > 0
    ? { factor: 1 + e.observed[what] / 2, words: `${words} at ${e.observed[what]} of ${e.prints} prints here` }
    : null;

const CAUSES: readonly CauseRow[] = [
  {
    symptom: "no-stick",
    cause: "the bed is not level, or the nozzle too high",
    weight: 45,
    test: "card at four corners, bed warm",
    testMin: 5,
    cure: "level it warm by the drag of a card, the same at four corners",
    speaks: (e) => logged(e, "no-start", "did not stick"),
  },
  {
    symptom: "no-stick",
    cause: "the bed is greasy or worn",
    weight: 30,
    test: "wipe it with alcohol, print one layer of a square",
    testMin: 8,
    cure: "wipe it before each print; a new surface when that does not help",
    speaks: (e) => seenBefore(e, "first-layer-in-part", "the first layer held in part"),
  },
  {
    symptom: "no-stick",
    cause: "too cold: room, bed or resin",
    weight: 15,
    test: "read the thermometer",
    testMin: 1,
    cure: "warm the room; resin to 20 °C and more",
    speaks: cold,
  },
  {
    symptom: "no-stick",
    cause: "bottom exposure too short",
    weight: 10,
    test: "one print with half as much again",
    testMin: 30,
    cure: "longer bottom exposure, in steps of a fifth",
    speaks: (e) =>
      e.process === "resin" && (e.bottomExposureS ?? 99) < 20
        ? { factor: 3, words: `the profile lights the bottom for ${e.bottomExposureS} s` }
        : e.process === "fdm"
          ? { factor: 0, words: "" }
          : null,
  },
  {
    symptom: "corner-lifts",
    cause: "a long edge shrinks and pulls",
    weight: 40,
    test: "a brim on the same plate",
    testMin: 2,
    cure: "brim, rounded corners, or the part in another turn",
    speaks: (e) => logged(e, "corner-lift", "lifted a corner"),
  },
  {
    symptom: "corner-lifts",
    cause: "draught or a cold room",
    weight: 25,
    test: "a box over the printer",
    testMin: 3,
    cure: "keep the window shut while it prints",
    speaks: cold,
  },
  {
    symptom: "corner-lifts",
    cause: "a greasy corner of the bed",
    weight: 25,
    test: "the part turned by half: does the same corner of the bed lift?",
    testMin: 2,
    cure: "wipe; leave that edge of the bed free (Printers, edges)",
    speaks: (e) => seenBefore(e, "curled", "an edge curled"),
  },
  {
    symptom: "strings",
    cause: "damp filament",
    weight: 45,
    test: "listen at the nozzle: it hisses and pops",
    testMin: 2,
    cure: "dry it some hours, or print ten degrees hotter and take the strings off",
    speaks: oldSpool,
  },
  {
    symptom: "strings",
    cause: "too hot",
    weight: 30,
    test: "a small tower ten degrees cooler",
    testMin: 20,
    cure: "lower the nozzle in steps of five degrees",
  },
  {
    symptom: "strings",
    cause: "too little retraction",
    weight: 25,
    test: "two posts side by side",
    testMin: 10,
    cure: "more retraction in half millimetres",
  },
  {
    symptom: "under-extrusion",
    cause: "a partly clogged nozzle",
    weight: 40,
    test: "push filament by hand: does it come straight?",
    testMin: 5,
    cure: "cold pull, or a new nozzle",
    speaks: (e) => logged(e, "clog", "clogged"),
  },
  {
    symptom: "under-extrusion",
    cause: "too fast for its heat",
    weight: 25,
    test: "half the speed over one layer",
    testMin: 10,
    cure: "slower, or hotter by ten degrees",
    speaks: (e) => ((e.outerWallMmS ?? 0) > 150 ? { factor: 1.8, words: `outer walls run at ${e.outerWallMmS} mm/s` } : null),
  },
  {
    symptom: "under-extrusion",
    cause: "the spool sticks or filament is new and not calibrated",
    weight: 35,
    test: "turn the spool by hand; mark 100 mm and see what goes in",
    testMin: 6,
    cure: "free spool; flow by the mark",
  },
  {
    symptom: "layer-shift",
    cause: "it hit a curled edge or a blob",
    weight: 40,
    test: "look for a mark at that layer",
    testMin: 2,
    cure: "hop over parts, less speed, brim",
    speaks: (e) => seenBefore(e, "curled", "an edge curled"),
  },
  {
    symptom: "layer-shift",
    cause: "a loose belt or a pulley",
    weight: 40,
    test: "pluck the belts: both sound alike?",
    testMin: 3,
    cure: "tension, grub screws",
    speaks: (e) => logged(e, "shift", "shifted"),
  },
  {
    symptom: "layer-shift",
    cause: "the motors grew hot",
    weight: 20,
    test: "feel them after an hour",
    testMin: 1,
    cure: "air, less current",
    speaks: (e) => (e.airC > 28 ? { factor: 2, words: `the room is at ${e.airC} °C` } : null),
  },
  {
    symptom: "blobs",
    cause: "where each loop starts",
    weight: 60,
    test: "look whether they lie one above the other",
    testMin: 1,
    cure: "put the seam on a hidden edge",
  },
  { symptom: "blobs", cause: "damp filament", weight: 25, test: "listen at the nozzle", testMin: 2, cure: "dry it", speaks: oldSpool },
  {
    symptom: "blobs",
    cause: "too much flow",
    weight: 15,
    test: "measure a single wall by caliper",
    testMin: 10,
    cure: "flow by the measured wall",
  },
  {
    symptom: "rough-underside",
    cause: "it hangs over too far",
    weight: 60,
    test: "the overhang ladder",
    testMin: 45,
    cure: "support there, or another turn",
  },
  {
    symptom: "rough-underside",
    cause: "too little air on it",
    weight: 40,
    test: "the fan at full, one part",
    testMin: 15,
    cure: "more fan, slower, cooler",
  },
  {
    symptom: "ringing",
    cause: "too quick into corners",
    weight: 70,
    test: "half the acceleration on one wall",
    testMin: 15,
    cure: "less acceleration on outer walls",
  },
  {
    symptom: "ringing",
    cause: "the frame or table moves",
    weight: 30,
    test: "a hand on the table while it prints",
    testMin: 1,
    cure: "a heavier or stiffer table",
  },
  {
    symptom: "weak-layers",
    cause: "too cold for its speed",
    weight: 50,
    test: "break a single wall by hand",
    testMin: 15,
    cure: "ten degrees hotter, less fan",
    speaks: cold,
  },
  {
    symptom: "weak-layers",
    cause: "damp filament",
    weight: 30,
    test: "listen at the nozzle",
    testMin: 2,
    cure: "dry it",
    speaks: oldSpool,
  },
  {
    symptom: "weak-layers",
    cause: "a clog that came and went",
    weight: 20,
    test: "look whether it is always at that height",
    testMin: 1,
    cure: "cold pull",
    speaks: (e) =>
      e.sameLayer ? { factor: 0.3, words: "it came back at the same layer: not a chance of the nozzle" } : logged(e, "clog", "clogged"),
  },
  {
    symptom: "on-film",
    cause: "bottom exposure too short, or plate not level",
    weight: 45,
    test: "level with paper; look whether all or one side stayed",
    testMin: 6,
    cure: "level; bottom exposure up by a fifth",
    speaks: (e) => logged(e, "on-the-film", "stayed on the film"),
  },
  {
    symptom: "on-film",
    cause: "cold resin",
    weight: 30,
    test: "read the thermometer",
    testMin: 1,
    cure: "warm it to 20 °C and more",
    speaks: cold,
  },
  {
    symptom: "on-film",
    cause: "the film is cloudy or slack",
    weight: 25,
    test: "press it lightly: does it ring?",
    testMin: 3,
    cure: "new film; empty and strain the vat first",
  },
  {
    symptom: "supports-off",
    cause: "cold resin pulls harder",
    weight: 30,
    test: "read the thermometer",
    testMin: 1,
    cure: "warm it to 20 °C and more",
    speaks: cold,
  },
  {
    symptom: "supports-off",
    cause: "too few or too thin supports for the pull",
    weight: 40,
    test: "look where they let go: at the tip or at the foot?",
    testMin: 2,
    cure: "thicker tips at the corners, the part steeper, plate less full",
    speaks: (e) => logged(e, "supports-let-go", "let go of their supports"),
  },
  {
    symptom: "supports-off",
    cause: "exposure too short",
    weight: 20,
    test: "the exposure steps",
    testMin: 40,
    cure: "exposure by the caliper",
  },
  {
    symptom: "supports-off",
    cause: "lifted too fast",
    weight: 10,
    test: "half the lift speed on a small part",
    testMin: 40,
    cure: "slow first stage of the lift",
  },
  {
    symptom: "flooded",
    cause: "exposure too long",
    weight: 70,
    test: "the exposure steps",
    testMin: 40,
    cure: "exposure by the caliper",
    speaks: (e) => seenBefore(e, "soft-detail", "detail was flooded"),
  },
  {
    symptom: "flooded",
    cause: "resin left in the grooves",
    weight: 30,
    test: "wash one again with a soft brush",
    testMin: 5,
    cure: "second bath clean, blow dry",
    speaks: (e) => ((e.bathPlates ?? 0) > 14 ? { factor: 2.5, words: `the bath has washed ${e.bathPlates} plates` } : null),
  },
  {
    symptom: "thin-missing",
    cause: "exposure too short",
    weight: 60,
    test: "the wall ladder",
    testMin: 35,
    cure: "exposure by the caliper",
  },
  {
    symptom: "thin-missing",
    cause: "broken at the wash",
    weight: 40,
    test: "look for stumps",
    testMin: 1,
    cure: "soft wash, supports off after the cure",
  },
  {
    symptom: "first-layers-flare",
    cause: "the nozzle too low, or bottom exposure too long",
    weight: 80,
    test: "measure foot and middle",
    testMin: 2,
    cure: "a little higher; raise the part on supports",
  },
  {
    symptom: "first-layers-flare",
    cause: "the bed too hot",
    weight: 20,
    test: "ten degrees less on one part",
    testMin: 20,
    cure: "cooler after the first layers",
    speaks: (e) => (e.process === "resin" ? { factor: 0, words: "" } : null),
  },
  {
    symptom: "cracks",
    cause: "uncured resin shut inside",
    weight: 60,
    test: "look for a drip at the crack",
    testMin: 1,
    cure: "drain holes, wash the inside, light inside",
  },
  {
    symptom: "cracks",
    cause: "cured too long or by the sun",
    weight: 40,
    test: "think of the window sill",
    testMin: 1,
    cure: "minutes, not hours; paint it soon",
  },
  {
    symptom: "misfit-tight",
    cause: "holes print small on this printer",
    weight: 55,
    test: "the clearance comb",
    testMin: 40,
    cure: "its room into the profile; cut again",
  },
  {
    symptom: "misfit-tight",
    cause: "flare of the first layers",
    weight: 25,
    test: "measure foot and middle",
    testMin: 2,
    cure: "scrape the foot; raise the nozzle a little",
  },
  { symptom: "misfit-tight", cause: "paint in the joint", weight: 20, test: "scrape one joint bare", testMin: 3, cure: "keep joints bare" },
  {
    symptom: "misfit-loose",
    cause: "more room in the file than the printer wants",
    weight: 60,
    test: "the clearance comb",
    testMin: 40,
    cure: "less room, cut again",
  },
  {
    symptom: "misfit-loose",
    cause: "filed too far at cleaning",
    weight: 40,
    test: "an uncleaned copy",
    testMin: 1,
    cure: "a strip of paper in the joint",
  },
];

export interface RankedCause {
  cause: string;
  /** Share of all causes of this symptom, by the table and the log. */
  share: number;
  evidence: string | null;
  test: string;
  testMin: number;
  cure: string;
}

/** Causes of a symptom, likeliest first. What the log says moves them; nothing is ever ruled out but what the process cannot have. */
export function rankCauses(symptom: SymptomId, evidence: FaultEvidence): RankedCause[] {
  const rows = CAUSES.filter((c) => c.symptom === symptom).map((c) => {
    const said = c.speaks?.(evidence) ?? null;
    return { ...c, weight: c.weight * (said?.factor ?? 1), evidence: said && said.words ? said.words : null };
  });
  const sum = rows.reduce((n, r) => n + r.weight, 0);
  return rows
    .filter((r) => r.weight > 0)
    .map(({ cause, weight, evidence: words, test, testMin, cure }) => ({
      cause,
      share: weight / sum,
      evidence: words,
      test,
      testMin,
      cure,
    }))
    .sort((a, b) => b.share - a.share || a.testMin - b.testMin);
}

/** The test to do next: what it tells for the minutes it takes. A test that decides between halves tells most. */
export const nextTest = (ranked: readonly RankedCause[]): RankedCause | undefined => [...ranked].sort((a, b) => worth(b) - worth(a))[0];
const worth = ({ share, testMin }: RankedCause): number => {
  const p = Math.min(0.999, Math.max(0.001, share));
  return -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p)) / (testMin + 2);
};
