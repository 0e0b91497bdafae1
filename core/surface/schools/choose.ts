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
  hidden: "not visible",
  mating: "it joins another part",
  covered: "it will be covered",
} as const;

/** One school for a surface, and why. */
export function recommend(c: SurfaceCase, ways: readonly Way[] = waysFor(c)): Recommended {
  if (c.sight !== "seen") return { school: "leave", why: `${SIGHT_WHY[c.sight]}: no work.` };
  if (c.laid.looksDown) return { school: "leave", why: "It faces down. Turn the part over and check whether it matters." };
  if (c.seen === "hidden")
    return { school: "leave", why: "The lines are not visible from the viewing distance, and a dry brush does not catch them." };
  if (c.laid.cuspMm <= targetMm(c))
    return {
      school: "leave",
      why: c.dryBrush
        ? "The ridges are too low for a dry brush to catch."
        : "Hardly visible from the viewing distance, and no dry brushing is planned.",
    };
  const [best] = ways.filter((w) => w.whyNot === null);
  const { plan } = best;
  const time = plan.handsOnS > 0 ? ` (${formatDuration(plan.handsOnS)} hands-on)` : "";
  const runnerUp = ways.find((w) => w.whyNot === null && w !== best && w.plan.stillSeen <= GOOD_ENOUGH && w.plan.school !== "leave");
  const than = runnerUp ? `; ${runnerUp.plan.name.toLowerCase()} would take ${formatDuration(runnerUp.plan.handsOnS)}` : "";
  if (plan.school === "leave")
    return {
      school: "leave",
      why: `No suitable method hides lines every ${formatMm(c.laid.pitchMm)}. Accept them, or print it differently.`,
    };
  if (plan.stillSeen > GOOD_ENOUGH)
    return {
      school: plan.school,
      why: `The best available here${time}: about ${Math.round(plan.stillSeen * 100)} % of the surface still shows lines.`,
    };
  const reason: Partial<Record<SchoolId, string>> = {
    stipple: c.dryBrush ? "A dry brush would catch the lines; stippling does not" : "A broken-up tone hides low lines",
    "face-by-face": `${plainFaces(c)} faces, too small for sandpaper`,
    sand: `Faces of ${formatMm(openMm(c))} and larger can be sanded`,
    "thick-coat": "Heavy paint fills narrow ridges",
    heat: "Large, plain and thick enough for a flame",
    "uv-resin": "It levels itself where sandpaper does not reach",
    reprint: "The printer does the work unattended",
    texture: `${c.material ? `${c.material.name} is rough anyway` : "The eye sees the real texture first"}`,
    "texture-spray": "Its own roughness hides the lines",
    "fill-and-sand": "It should be smooth, and can be reached",
    surfacer: "It should be smooth, without spraying",
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
