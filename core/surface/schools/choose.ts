/** Which school for which surface, with a reason in a sentence; and one plan for the whole part, where work of one kind shares its setting up. */
import { formatDuration, formatMm } from "../../units";
import { openMm, plainFaces, targetMm, type SurfaceCase } from "./case";
import { planSchool, SCHOOLS, whyNot, type SchoolId, type SchoolPlan } from "./schools";

export interface Way {
  plan: SchoolPlan;
  /** Why not here, in a clause; null where it applies. */
  whyNot: string | null;
}

export interface Recommended {
  school: SchoolId;
  why: string;
}

/** Waiting counts this much of one's own time, and a night this much of an hour. Common choice. */
const WAIT_SHARE = 0.01;
const NIGHT_S = 10 * 60;
/** What still shows is worth this much of one's own time for the whole of it, s: more than any school takes. */
const SHOWS_S = 6 * 3600;
/** Below this share of the surface what is left is not looked for. */
const GOOD_ENOUGH = 0.1;

const price = ({ handsOnS, waitS, nights, machineS, stillSeen, costs }: SchoolPlan): number =>
  handsOnS +
  (waitS - machineS) * WAIT_SHARE +
  machineS * WAIT_SHARE +
  nights * NIGHT_S +
  (stillSeen > GOOD_ENOUGH ? stillSeen * SHOWS_S : 0) +
  costs.length * 20 * 60;

/** All schools, those that apply first, the cheapest that hides it before the others. */
export function waysFor(c: SurfaceCase): Way[] {
  return SCHOOLS.map((school): Way => ({ plan: planSchool(school.id, c), whyNot: whyNot(school, c) })).sort(
    (a, b) => Number(a.whyNot !== null) - Number(b.whyNot !== null) || price(a.plan) - price(b.plan),
  );
}

const SIGHT_WHY = {
  hidden: "nobody sees it",
  mating: "it lies against another part",
  covered: "something will cover it",
} as const;

/** One school for a surface, and why. */
export function recommend(c: SurfaceCase, ways: readonly Way[] = waysFor(c)): Recommended {
  if (c.sight !== "seen") return { school: "leave", why: `${SIGHT_WHY[c.sight]}: no work.` };
  if (c.laid.looksDown)
    return { school: "leave", why: "It looks down where it stands: turn the part over once and see whether it matters." };
  if (c.seen === "hidden") return { school: "leave", why: "Its lines are not seen from there, nor found by a brush." };
  if (c.laid.cuspMm <= targetMm(c))
    return {
      school: "leave",
      why: c.dryBrush
        ? "Its ridges are so low that a brush rides over them."
        : "Hardly seen from there, and no dry brush is planned on it.",
    };
  const [best] = ways.filter((w) => w.whyNot === null);
  const { plan } = best;
  const time = plan.handsOnS > 0 ? `, ${formatDuration(plan.handsOnS)} of yours` : "";
  const runnerUp = ways.find((w) => w.whyNot === null && w !== best && w.plan.stillSeen <= GOOD_ENOUGH && w.plan.school !== "leave");
  const than = runnerUp ? `; ${runnerUp.plan.name.toLowerCase()} would take ${formatDuration(runnerUp.plan.handsOnS)}` : "";
  if (plan.school === "leave")
    return {
      school: "leave",
      why: `Nothing that applies hides lines every ${formatMm(c.laid.pitchMm)}: live with them, or print it otherwise.`,
    };
  if (plan.stillSeen > GOOD_ENOUGH)
    return {
      school: plan.school,
      why: `The most that can be done here${time}: about ${Math.round(plan.stillSeen * 100)} % of it still shows.`,
    };
  const reason: Partial<Record<SchoolId, string>> = {
    stipple: c.dryBrush ? "The brush would find the lines; stippling does not" : "A broken tone hides what does not stand out by itself",
    "face-by-face": `${plainFaces(c)} faces, too small for paper`,
    sand: `Faces of ${formatMm(openMm(c))} and more can be reached`,
    "thick-coat": "Narrow ridges flow shut under heavy paint",
    heat: "Large, plain and thick enough for the flame",
    "uv-resin": "It levels itself where no paper lies",
    reprint: "The printer does it while nobody is there",
    texture: `${c.material ? `${c.material.name} is rough anyway` : "The eye meets real texture first"}`,
    "texture-spray": "Its own roughness masks them",
    "fill-and-sand": "It is to be smooth, and can be reached",
    surfacer: "It is to be smooth, without a spray",
  };
  return { school: plan.school, why: `${reason[plan.school] ?? plan.name}${time}${than}.` };
}

export interface MixedPlan {
  /** Of each surface, in the order given. */
  plans: SchoolPlan[];
  handsOnS: number;
  /** Setting up that is shared, and so saved, s. */
  sharedS: number;
  /** The longest of the waits: surfaces wait side by side. */
  waitS: number;
  nights: number;
  rounds: number;
  wetMl: number;
  usedMl: number;
  papers: { grade: number; sheets: number }[];
  filmMm: number;
}

/** The part as one: what several surfaces take in the same round is one setting up. */
export function mixedPlan(plans: readonly SchoolPlan[]): MixedPlan {
  const setUps = new Map<string, number>();
  let alone = 0;
  const papers = new Map<number, number>();
  for (const plan of plans) {
    // Two coats of one surface are two goes: the first of one shares with the first of another.
    const times = new Map<string, number>();
    for (const s of plan.stages) {
      const what = `${s.kind} ${s.product ?? s.title} ${s.round}`;
      const nth = (times.get(what) ?? 0) + 1;
      times.set(what, nth);
      const key = `${what} ${nth}`;
      alone += s.setUpS;
      setUps.set(key, Math.max(setUps.get(key) ?? 0, s.setUpS));
    }
    for (const p of plan.papers) papers.set(p.grade, (papers.get(p.grade) ?? 0) + p.sheets);
  }
  const sum = (of: (p: SchoolPlan) => number): number => plans.reduce((n, p) => n + of(p), 0);
  const most = (of: (p: SchoolPlan) => number): number => plans.reduce((n, p) => Math.max(n, of(p)), 0);
  const sharedS = alone - [...setUps.values()].reduce((n, s) => n + s, 0);
  return {
    plans: [...plans],
    handsOnS: sum((p) => p.handsOnS) - sharedS,
    sharedS,
    waitS: most((p) => p.waitS),
    nights: most((p) => p.nights),
    rounds: most((p) => p.rounds),
    wetMl: sum((p) => p.wetMl),
    usedMl: sum((p) => p.usedMl),
    papers: [...papers].map(([grade, sheets]) => ({ grade, sheets })).sort((a, b) => a.grade - b.grade),
    filmMm: most((p) => p.filmMm),
  };
}
