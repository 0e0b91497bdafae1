/**
 * Schools of hiding layer lines, named by what they do, each computed for one surface: stages with the step that is left,
 * minutes, waits, film added. The numbers in the table are starting values, common practice without a source; a user's
 * own coupon replaces them.
 */
import type { CautionId } from "../care";
import { afterCoat, afterSanding, papersFor, VOLUME_SOLIDS } from "./fill";
import { BRUSH_FINDS_MM, SMOOTH_ENOUGH_MM, type Steps } from "./steps";

export type SchoolId = "thick-coat" | "fill-and-sand" | "leave";

interface SchoolStage {
  title: string;
  /** Step height left when the stage is done, mm. */
  leavesMm: number;
  /** The person's own time, s. */
  handsOnS: number;
  /** Setting up that is in it, s. */
  setUpS: number;
  /** Wait afterwards before the next stage, s. */
  waitS: number;
  /** Dry film added to every face, mm; negative is taken off. */
  filmMm: number;
  sanding: boolean;
  cautions: CautionId[];
}

export interface SchoolPlan {
  school: SchoolId;
  name: string;
  stages: SchoolStage[];
  leavesMm: number;
  handsOnS: number;
  waitS: number;
  filmMm: number;
  /** What it costs or cannot do, in sentences. */
  notes: string[];
}

export interface School {
  id: SchoolId;
  name: string;
  says: string;
}

export const SCHOOLS: School[] = [
  { id: "thick-coat", name: "Thick base coat", says: "Heavy paint with matt medium, brushed into the lines. Quick, for terrain." },
  { id: "fill-and-sand", name: "Filler primer and sanding", says: "Sprayed filler, sanded back, once more. Smooth, over days." },
  { id: "leave", name: "Leave it", says: "Not seen from where it will stand, or something will cover it." },
];

const RATES = {
  thickCoat: { setUpS: 5 * 60, perCm2S: 0.6, waitS: 4 * 3600, filmMm: 0.1, solids: VOLUME_SOLIDS.thickPaint, most: 1 },
  filler: { setUpS: 8 * 60, perCm2S: 0.12, waitS: 2 * 3600, filmMm: 0.04, solids: VOLUME_SOLIDS.filler, most: 4 },
  sand: { setUpS: 4 * 60, perCm2S: 2, waitS: 20 * 60 },
};

const thickCoat = (areaMm2: number, before: number, pitchMm: number, n: number): SchoolStage => {
  const r = RATES.thickCoat;
  return {
    title: n === 1 ? "Thick base coat, 40 % matt medium, brushed into the lines" : "Thick base coat again, across the lines",
    leavesMm: afterCoat(before, r.solids, pitchMm, r.filmMm / r.solids),
    handsOnS: r.setUpS + (areaMm2 / 100) * r.perCm2S,
    setUpS: r.setUpS,
    waitS: r.waitS,
    filmMm: r.filmMm,
    sanding: false,
    cautions: [],
  };
};

const filler = (areaMm2: number, before: number, pitchMm: number): SchoolStage => {
  const r = RATES.filler;
  return {
    title: "Filler primer, sprayed wet",
    leavesMm: afterCoat(before, r.solids, pitchMm, r.filmMm / r.solids),
    handsOnS: r.setUpS + (areaMm2 / 100) * r.perCm2S,
    setUpS: r.setUpS,
    waitS: r.waitS,
    filmMm: r.filmMm,
    sanding: false,
    cautions: ["solvent-spray"],
  };
};

/** Bare plastic is cut with P80 to P120, which makes the rest easy; filler is sanded from about its own step down to P400. */
const sand = (areaMm2: number, before: number, bare: boolean): SchoolStage => {
  const r = RATES.sand;
  const papers = papersFor(Math.max(before, bare ? 0.1 : 0.045), bare ? 120 : 400);
  return {
    title: `Sand ${bare ? "the bare plastic dry" : "wet"}, P${papers.join(", P")}, with a block`,
    leavesMm: afterSanding(before, papers[papers.length - 1]),
    handsOnS: r.setUpS + (areaMm2 / 100) * r.perCm2S,
    setUpS: r.setUpS,
    waitS: r.waitS,
    filmMm: bare ? 0 : -0.02,
    sanding: true,
    cautions: ["sanding-dust"],
  };
};

/** Plans one school for a surface of `areaMm2` with these steps: as many stages as bring it under what the brush finds. */
export function planSchool(school: SchoolId, areaMm2: number, steps: Steps): SchoolPlan {
  const stages: SchoolStage[] = [];
  const notes: string[] = [];
  let left = steps.cuspMm;
  const add = (stage: SchoolStage): void => {
    stages.push(stage);
    left = stage.leavesMm;
  };
  if (school === "thick-coat") {
    while (left > BRUSH_FINDS_MM && stages.length < RATES.thickCoat.most) add(thickCoat(areaMm2, left, steps.pitchMm, stages.length + 1));
  } else if (school === "fill-and-sand") {
    if (left > SMOOTH_ENOUGH_MM) {
      if (left > 0.08) add(sand(areaMm2, left, true));
      add(filler(areaMm2, left, steps.pitchMm));
      add(sand(areaMm2, left, false));
      if (left > SMOOTH_ENOUGH_MM) add(filler(areaMm2, left, steps.pitchMm));
    }
    notes.push("Sanding reaches open, flat areas only; grooves and corners stay as they are.");
  }
  const filmMm = stages.reduce((sum, s) => sum + s.filmMm, 0);
  if (steps.pitchMm > 1 && school === "thick-coat")
    notes.push(
      `Steps ${steps.pitchMm.toFixed(1)} mm apart never flow out by themselves: sand with a block, print thinner layers, or cover with texture.`,
    );
  if (school === "thick-coat" && left > BRUSH_FINDS_MM)
    notes.push(`Leaves ${Math.round(left * 1000)} µm: a dry brush still finds them. Sand, or stipple instead of brushing.`);
  if (filmMm > 0.05)
    notes.push(`Adds ${Math.round(filmMm * 1000)} µm to every face: grooves close by ${(filmMm * 2).toFixed(2)} mm, clips and slots too.`);
  if (school === "leave" && left > BRUSH_FINDS_MM)
    notes.push("A dry brush across the lines brings them out: stroke along them, or wash instead.");
  const found = SCHOOLS.find((s) => s.id === school);
  if (!found) throw new Error(`planSchool: no school ${school}`);
  return {
    school,
    name: found.name,
    stages,
    leavesMm: left,
    filmMm,
    notes,
    handsOnS: stages.reduce((sum, s) => sum + s.handsOnS, 0),
    waitS: stages.reduce((sum, s) => sum + s.waitS, 0),
  };
}
