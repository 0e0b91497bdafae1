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
  "no-stick": { words: "the first layer does not stick", process: "both" },
  "corner-lifts": { words: "a corner or an edge curls up", process: "fdm" },
  strings: { words: "hairs and strings between parts", process: "fdm" },
  "under-extrusion": { words: "gaps in walls and thin infill", process: "fdm" },
  "layer-shift": { words: "everything above one layer is shifted", process: "fdm" },
  blobs: { words: "blobs and a scar down one side", process: "fdm" },
  "rough-underside": { words: "strands hang from undersides", process: "fdm" },
  ringing: { words: "ripples beside edges", process: "fdm" },
  "weak-layers": { words: "it snaps along a layer", process: "fdm" },
  "on-film": { words: "it stuck to the film", process: "resin" },
  "supports-off": { words: "supports broke off during the print", process: "resin" },
  flooded: { words: "grooves and panel lines are filled", process: "resin" },
  "thin-missing": { words: "thin parts did not print", process: "resin" },
  "first-layers-flare": { words: "the base is wider than the rest", process: "both" },
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
    test: "try a card under the nozzle at four corners, bed warm",
    testMin: 5,
    cure: "level it warm: the same drag on a card at all four corners",
    speaks: (e) => logged(e, "no-start", "did not stick"),
  },
  {
    symptom: "no-stick",
    cause: "the bed is greasy or worn",
    weight: 30,
    test: "wipe it with alcohol and print a one-layer square",
    testMin: 8,
    cure: "wipe it before each print; replace the surface if that does not help",
    speaks: (e) => seenBefore(e, "first-layer-in-part", "the first layer partly came off"),
  },
  {
    symptom: "no-stick",
    cause: "too cold: room, bed or resin",
    weight: 15,
    test: "read the thermometer",
    testMin: 1,
    cure: "warm the room; resin to 20 °C or more",
    speaks: cold,
  },
  {
    symptom: "no-stick",
    cause: "bottom exposure too short",
    weight: 10,
    test: "one print with half as much exposure again",
    testMin: 30,
    cure: "increase bottom exposure in steps of a fifth",
    speaks: (e) =>
      e.process === "resin" && (e.bottomExposureS ?? 99) < 20
        ? { factor: 3, words: `bottom exposure in the profile is ${e.bottomExposureS} s` }
        : e.process === "fdm"
          ? { factor: 0, words: "" }
          : null,
  },
  {
    symptom: "corner-lifts",
    cause: "a long edge shrinks and pulls up",
    weight: 40,
    test: "the same plate with a brim",
    testMin: 2,
    cure: "brim, rounded corners, or the part in another turn",
    speaks: (e) => logged(e, "corner-lift", "lifted a corner"),
  },
  {
    symptom: "corner-lifts",
    cause: "draught or a cold room",
    weight: 25,
    test: "put a box over the printer",
    testMin: 3,
    cure: "keep the window closed while printing",
    speaks: cold,
  },
  {
    symptom: "corner-lifts",
    cause: "a greasy corner of the bed",
    weight: 25,
    test: "rotate the part 180°: does the same corner of the bed lift?",
    testMin: 2,
    cure: "wipe it; leave that edge of the bed free (Printers, margins)",
    speaks: (e) => seenBefore(e, "curled", "an edge curled"),
  },
  {
    symptom: "strings",
    cause: "damp filament",
    weight: 45,
    test: "listen at the nozzle for hissing and popping",
    testMin: 2,
    cure: "dry it for some hours, or print ten degrees hotter and remove the strings",
    speaks: oldSpool,
  },
  {
    symptom: "strings",
    cause: "too hot",
    weight: 30,
    test: "a small tower ten degrees cooler",
    testMin: 20,
    cure: "lower the nozzle temperature in steps of five degrees",
  },
  {
    symptom: "strings",
    cause: "too little retraction",
    weight: 25,
    test: "print two posts side by side",
    testMin: 10,
    cure: "increase retraction by half a millimetre at a time",
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
    cause: "too fast for the nozzle temperature",
    weight: 25,
    test: "print one section at half speed",
    testMin: 10,
    cure: "slower, or hotter by ten degrees",
    speaks: (e) => ((e.outerWallMmS ?? 0) > 150 ? { factor: 1.8, words: `outer walls run at ${e.outerWallMmS} mm/s` } : null),
  },
  {
    symptom: "under-extrusion",
    cause: "the spool sticks, or new filament has not been calibrated",
    weight: 35,
    test: "turn the spool by hand; mark 100 mm of filament and measure how much is fed",
    testMin: 6,
    cure: "free the spool; set flow from the mark",
  },
  {
    symptom: "layer-shift",
    cause: "it hit a curled edge or a blob",
    weight: 40,
    test: "look for a mark at that layer",
    testMin: 2,
    cure: "travel above parts, reduce speed, add a brim",
    speaks: (e) => seenBefore(e, "curled", "an edge curled"),
  },
  {
    symptom: "layer-shift",
    cause: "a loose belt or a pulley",
    weight: 40,
    test: "pluck the belts: do both sound the same?",
    testMin: 3,
    cure: "tighten belts and grub screws",
    speaks: (e) => logged(e, "shift", "shifted"),
  },
  {
    symptom: "layer-shift",
    cause: "the motors overheated",
    weight: 20,
    test: "check how hot they are after an hour",
    testMin: 1,
    cure: "more cooling, less current",
    speaks: (e) => (e.airC > 28 ? { factor: 2, words: `the room is at ${e.airC} °C` } : null),
  },
  {
    symptom: "blobs",
    cause: "start points of the loops",
    weight: 60,
    test: "check whether they line up",
    testMin: 1,
    cure: "put the seam on a hidden edge",
  },
  { symptom: "blobs", cause: "damp filament", weight: 25, test: "listen at the nozzle", testMin: 2, cure: "dry it", speaks: oldSpool },
  {
    symptom: "blobs",
    cause: "too much flow",
    weight: 15,
    test: "measure a single wall with calipers",
    testMin: 10,
    cure: "set flow from the measured wall",
  },
  {
    symptom: "rough-underside",
    cause: "the overhang is too steep",
    weight: 60,
    test: "the overhang ladder",
    testMin: 45,
    cure: "support it, or change the orientation",
  },
  {
    symptom: "rough-underside",
    cause: "too little air on it",
    weight: 40,
    test: "print one part with the fan at full",
    testMin: 15,
    cure: "more fan, slower, cooler",
  },
  {
    symptom: "ringing",
    cause: "too fast into corners",
    weight: 70,
    test: "print one wall at half acceleration",
    testMin: 15,
    cure: "less acceleration on outer walls",
  },
  {
    symptom: "ringing",
    cause: "the frame or table moves",
    weight: 30,
    test: "put a hand on the table while it prints",
    testMin: 1,
    cure: "use a heavier or stiffer table",
  },
  {
    symptom: "weak-layers",
    cause: "too cold for the speed",
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
    cause: "a partial clog that cleared",
    weight: 20,
    test: "check whether it is always at that height",
    testMin: 1,
    cure: "cold pull",
    speaks: (e) =>
      e.sameLayer ? { factor: 0.3, words: "it came back at the same layer, so it is not a random clog" } : logged(e, "clog", "clogged"),
  },
  {
    symptom: "on-film",
    cause: "bottom exposure too short, or plate not level",
    weight: 45,
    test: "level with paper; check whether all of it or one side stuck",
    testMin: 6,
    cure: "level; bottom exposure up by a fifth",
    speaks: (e) => logged(e, "on-the-film", "stuck to the film"),
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
    test: "tap it lightly: does it ring?",
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
    test: "check where they broke: at the tip or at the base?",
    testMin: 2,
    cure: "use thicker tips at the corners, tilt the part more, fill the plate less",
    speaks: (e) => logged(e, "supports-let-go", "let go of their supports"),
  },
  {
    symptom: "supports-off",
    cause: "exposure too short",
    weight: 20,
    test: "the exposure steps",
    testMin: 40,
    cure: "set exposure from caliper readings",
  },
  {
    symptom: "supports-off",
    cause: "lifted too fast",
    weight: 10,
    test: "print a small part at half the lift speed",
    testMin: 40,
    cure: "slow the first lift stage",
  },
  {
    symptom: "flooded",
    cause: "exposure too long",
    weight: 70,
    test: "the exposure steps",
    testMin: 40,
    cure: "set exposure from caliper readings",
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
    cure: "set exposure from caliper readings",
  },
  {
    symptom: "thin-missing",
    cause: "broken at the wash",
    weight: 40,
    test: "look for stumps",
    testMin: 1,
    cure: "wash gently, remove supports after curing",
  },
  {
    symptom: "first-layers-flare",
    cause: "the nozzle too low, or bottom exposure too long",
    weight: 80,
    test: "measure the base and the middle",
    testMin: 2,
    cure: "raise the nozzle slightly; raise resin parts on supports",
  },
  {
    symptom: "first-layers-flare",
    cause: "the bed too hot",
    weight: 20,
    test: "print one part ten degrees cooler",
    testMin: 20,
    cure: "lower the bed temperature after the first layers",
    speaks: (e) => (e.process === "resin" ? { factor: 0, words: "" } : null),
  },
  {
    symptom: "cracks",
    cause: "uncured resin trapped inside",
    weight: 60,
    test: "look for a drip at the crack",
    testMin: 1,
    cure: "add drain holes, wash and cure the inside",
  },
  {
    symptom: "cracks",
    cause: "overcured, or left in the sun",
    weight: 40,
    test: "has it been on the window sill?",
    testMin: 1,
    cure: "cure for minutes, not hours; paint it soon",
  },
  {
    symptom: "misfit-tight",
    cause: "holes print undersize on this printer",
    weight: 55,
    test: "the clearance comb",
    testMin: 40,
    cure: "save its clearance to the profile; cut again",
  },
  {
    symptom: "misfit-tight",
    cause: "flare of the first layers",
    weight: 25,
    test: "measure the base and the middle",
    testMin: 2,
    cure: "scrape the base; raise the nozzle slightly",
  },
  { symptom: "misfit-tight", cause: "paint in the joint", weight: 20, test: "scrape one joint bare", testMin: 3, cure: "keep joints bare" },
  {
    symptom: "misfit-loose",
    cause: "more clearance in the file than the printer needs",
    weight: 60,
    test: "the clearance comb",
    testMin: 40,
    cure: "reduce the clearance, cut again",
  },
  {
    symptom: "misfit-loose",
    cause: "filed too much during cleaning",
    weight: 40,
    test: "try an uncleaned copy",
    testMin: 1,
    cure: "pad the joint with a strip of paper",
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
