/**
 * Glues and the pairs of materials they suit. Times at about 20 °C; starting values, common practice without a source:
 * the product's own sheet wins.
 */
import type { CautionId } from "../care";
import { slowdown, type Air, type CoatFamily } from "../coat";
import { fail, formatDuration, ok, type Result } from "../units";

export type Material = "filament print" | "resin print" | "foam" | "card" | "wood" | "metal" | "plastic sheet" | "clear sheet";
export const MATERIALS: Material[] = ["filament print", "resin print", "foam", "card", "wood", "metal", "plastic sheet", "clear sheet"];

export type GlueId =
  | "white-glue"
  | "matt-medium"
  | "paper-glue"
  | "instant-gel"
  | "instant-thin"
  | "instant-flexible"
  | "epoxy-5"
  | "contact"
  | "foam-one-side"
  | "hot-glue"
  | "plastic-cement"
  | "uv-resin";

/** From the moment of joining, s: held in place, not to be moved, may be worked on, takes its load. */
export interface Gates {
  holdS: number;
  stayS: number;
  workS: number;
  fullS: number;
}

export interface Glue {
  id: GlueId;
  name: string;
  /** Both sides wait so long before they are joined, s: what must go off first. */
  flashS: number;
  /** Time in which the parts may still be moved, s. */
  openS: number;
  gates: Gates;
  /** What its hardening hangs on: water that has to leave, a reaction, or neither. */
  sets: "water" | "reaction" | "other";
  /** Widest gap it bridges, mm, and the thinnest film that it leaves. */
  gapMm: number;
  leastMm: number;
  /** What a clean joint of it bears, MPa (from memory). */
  bearsMPa: number;
  /** Materials it spoils. */
  spoils: Material[];
  /** Materials it holds at all; undefined for all that it does not spoil. */
  only?: Material[];
  /** One side at least must be one of these. */
  oneOf?: Material[];
  /** Needs at least one side that breathes; between sealed faces it dries from the rim. */
  needsPorous: boolean;
  /** Sets by light: one side must let it through, or the joint is open at its rim. */
  needsLight: boolean;
  /** Its vapour leaves a white bloom on gloss, clear parts and dark paint. */
  hazes: boolean;
  /** What is squeezed out is wiped off with water, without a mark on paint. */
  wipes: boolean;
  takesLoad: boolean;
  says: string;
  cautions: CautionId[];
  /** Kind of coat it counts as in the coat check; null for glues that are judged by their pair of materials alone. */
  family: CoatFamily | null;
  source: string;
}

const PRACTICE = "common practice, no source";
const MIN = 60,
  H = 3600;
/** What most glues are. */
const PLAIN = {
  flashS: 0,
  sets: "other",
  leastMm: 0,
  spoils: [],
  needsPorous: false,
  needsLight: false,
  hazes: false,
  wipes: false,
  takesLoad: true,
  cautions: [],
  family: null,
  source: PRACTICE,
} as const satisfies Partial<Glue>;
const INSTANT = {
  ...PLAIN,
  hazes: true,
  spoils: ["foam", "clear sheet"] as Material[],
  cautions: ["instant-glue"] as CautionId[],
  family: "instant glue",
} as const;
const WATER = { ...PLAIN, sets: "water", needsPorous: true, wipes: true, takesLoad: false, family: "white glue" } as const;

export const GLUES: Glue[] = [
  {
    ...INSTANT,
    spoils: [...INSTANT.spoils],
    cautions: [...INSTANT.cautions],
    id: "instant-gel",
    name: "instant glue, gel",
    openS: 10,
    gates: { holdS: 10, stayS: MIN, workS: 10 * MIN, fullS: 2 * H },
    gapMm: 0.3,
    bearsMPa: 3,
    says: "Holds in a minute, or in seconds with accelerator. Takes load after an hour or two. Brittle when levered.",
  },
  {
    ...INSTANT,
    spoils: [...INSTANT.spoils],
    cautions: [...INSTANT.cautions],
    id: "instant-thin",
    name: "instant glue, thin",
    openS: 5,
    gates: { holdS: 5, stayS: 30, workS: 5 * MIN, fullS: H },
    gapMm: 0.05,
    bearsMPa: 5,
    says: "Runs into a joint held closed. Only for faces that touch.",
  },
  {
    ...INSTANT,
    spoils: [...INSTANT.spoils],
    cautions: [...INSTANT.cautions],
    id: "instant-flexible",
    name: "instant glue, flexible",
    openS: 20,
    gates: { holdS: 20, stayS: 3 * MIN, workS: 30 * MIN, fullS: 12 * H },
    gapMm: 0.2,
    bearsMPa: 3,
    says: "Gives a little before it breaks: for long thin resin parts that bend.",
  },
  {
    ...PLAIN,
    spoils: ["foam"],
    cautions: ["solvent-spray"],
    id: "plastic-cement",
    name: "plastic cement",
    openS: MIN,
    gates: { holdS: 30, stayS: 10 * MIN, workS: 30 * MIN, fullS: 12 * H },
    gapMm: 0.1,
    bearsMPa: 20,
    only: ["plastic sheet"],
    says: "Welds polystyrene to polystyrene, as strong as the sheet.",
  },
  {
    ...PLAIN,
    spoils: ["foam"],
    cautions: ["resin", "lamp"],
    id: "uv-resin",
    family: "uv resin",
    name: "printing resin and a lamp",
    openS: MIN,
    gates: { holdS: MIN, stayS: MIN, workS: MIN, fullS: 10 * MIN },
    gapMm: 0.5,
    bearsMPa: 10,
    only: ["resin print", "clear sheet"],
    needsLight: true,
    says: "Hard where the lamp reaches, and sands like the print. Use thin layers.",
  },
  {
    ...WATER,
    spoils: [],
    cautions: [],
    id: "white-glue",
    name: "white glue",
    openS: 10 * MIN,
    gates: { holdS: 10 * MIN, stayS: 30 * MIN, workS: 2 * H, fullS: 24 * H },
    gapMm: 0.3,
    bearsMPa: 0.3,
    says: "Does not harm paint, foam or clear parts. Dries from the edges.",
  },
  {
    ...WATER,
    spoils: [],
    cautions: [],
    id: "matt-medium",
    name: "matt medium",
    openS: 10 * MIN,
    gates: { holdS: 10 * MIN, stayS: 45 * MIN, workS: 2.5 * H, fullS: 24 * H },
    gapMm: 0.2,
    bearsMPa: 0.2,
    says: "Dries clear and matt: what is squeezed out does not show on painted faces.",
  },
  {
    ...WATER,
    spoils: [],
    cautions: [],
    id: "paper-glue",
    name: "paper glue",
    openS: 2 * MIN,
    gates: { holdS: 30, stayS: 5 * MIN, workS: 30 * MIN, fullS: 12 * H },
    gapMm: 0.1,
    bearsMPa: 0.1,
    oneOf: ["card"],
    says: "For printed paper and thin card. Spread it to the rim, or the edges lift.",
  },
  {
    ...PLAIN,
    spoils: [],
    cautions: ["epoxy"],
    id: "epoxy-5",
    sets: "reaction",
    name: "five-minute epoxy",
    openS: 4 * MIN,
    gates: { holdS: 5 * MIN, stayS: 15 * MIN, workS: 30 * MIN, fullS: 24 * H },
    gapMm: 2,
    bearsMPa: 10,
    says: "Fills gaps, takes load, gives time to place.",
  },
  {
    ...PLAIN,
    spoils: [],
    cautions: [],
    id: "foam-one-side",
    sets: "water",
    name: "foam-safe glue, one side",
    openS: 5 * MIN,
    gates: { holdS: 10, stayS: 30 * MIN, workS: 2.5 * H, fullS: 12 * H },
    gapMm: 1,
    leastMm: 0.15,
    bearsMPa: 0.3,
    oneOf: ["foam", "card", "wood"],
    says: "Tacks at once and can be shifted for a few minutes. Put it on one side, press, leave it.",
  },
  {
    ...PLAIN,
    spoils: [],
    cautions: [],
    id: "contact",
    name: "foam-safe contact glue, both sides",
    flashS: 10 * MIN,
    openS: MIN,
    gates: { holdS: MIN, stayS: 30 * MIN, workS: 2.5 * H, fullS: 12 * H },
    gapMm: 0.5,
    leastMm: 0.1,
    bearsMPa: 0.5,
    says: "Spread on both sides and let it go off; it then grabs at once and cannot be shifted.",
  },
  {
    ...PLAIN,
    spoils: ["clear sheet"],
    cautions: ["hot-glue"],
    id: "hot-glue",
    name: "hot glue",
    openS: 20,
    gates: { holdS: 20, stayS: MIN, workS: 2 * MIN, fullS: 5 * MIN },
    gapMm: 3,
    leastMm: 0.5,
    bearsMPa: 0.5,
    takesLoad: false,
    says: "For quick positioning on foam. Use another glue for strength.",
  },
];

/** The gates in the air of the room: what gives off water waits for the air to take it, what reacts goes by the temperature. */
export function gatesInAir({ gates, sets }: Pick<Glue, "gates" | "sets">, air: Air): Gates {
  const by = sets === "other" ? 1 : slowdown(sets === "water" ? "water" : "white spirit", air);
  return { holdS: gates.holdS * by, stayS: gates.stayS * by, workS: gates.workS * by, fullS: gates.fullS * by };
}

/** Let water out through themselves. Foam is of closed cells: it does not, but nothing seals its face either. */
const BREATHES: Material[] = ["card", "wood"];
/** Faces that meet all over, mm: water-based glue holds between them with a night's wait. Common practice, no source. */
const SNUG_MM = 0.15;
const OVERNIGHT = "close-fitting faces: a thin film, clamped overnight";

export interface JointNeeds {
  a: Material;
  b: Material;
  gapMm: number;
  load: boolean;
  painted: boolean;
}

export interface GlueChoice {
  glue: Glue;
  suits: boolean;
  /** What speaks for or against it here. */
  why: string[];
  /** Why it is not the first, in a clause; null for the first, and for what does not suit at all. */
  behind: string | null;
}

/**
 * What one glue is better by than another, in this order: what it spoils nearby, how it fits the place, what it bears where there is load,
 * and the time until it may be worked on. Less is better. Common practice, no source.
 */
const RANKS: readonly {
  of: (glue: Glue, needs: JointNeeds) => number;
  behind: (glue: Glue) => string;
}[] = [
  { of: (g, n) => Number(n.painted && g.hazes), behind: () => "leaves a white bloom on gloss and dark paint nearby" },
  { of: (g, n) => Number(n.painted && !g.wipes && !n.load), behind: () => "what is squeezed out marks the paint" },
  { of: (g, n) => Number(n.gapMm < g.leastMm), behind: (g) => `keeps the joint ${g.leastMm} mm open` },
  { of: (g, n) => Number(g.needsLight && n.a !== "clear sheet" && n.b !== "clear sheet"), behind: () => "sets only where light reaches" },
  { of: (g, n) => Number(g.needsPorous && ![n.a, n.b].some((m) => BREATHES.includes(m))), behind: () => "dries only from the edges" },
  { of: (g, n) => (n.load ? -Math.min(g.bearsMPa, ENOUGH_MPA) : 0), behind: (g) => `bears about ${g.bearsMPa} MPa only` },
  { of: (g) => g.flashS + g.gates.workS, behind: (g) => `can be worked on only after ${formatDuration(g.flashS + g.gates.workS)}` },
];
/** More than this no joint of a model wants, MPa. Common practice, no source. */
const ENOUGH_MPA = 3;

/** All glues for a joint, those that suit first, the best of them before the others. */
export function gluesFor(needs: JointNeeds): GlueChoice[] {
  const choices = GLUES.map((glue): GlueChoice => {
    const against: string[] = [],
      how: string[] = [];
    const both = [needs.a, needs.b];
    for (const m of both) if (glue.spoils.includes(m)) against.push(`spoils ${m}`);
    const strange = glue.only && both.find((m) => !glue.only!.includes(m));
    if (strange && !glue.spoils.includes(strange)) against.push(`does not hold on ${strange}`);
    if (glue.oneOf && !both.some((m) => glue.oneOf!.includes(m))) against.push(`only where one side is ${glue.oneOf.join(", ")}`);
    if (glue.only && needs.painted) against.push("holds on bare plastic only: scrape it");
    if (needs.gapMm > glue.gapMm) against.push(`does not bridge a ${needs.gapMm} mm gap`);
    if (glue.needsPorous && !both.some((m) => BREATHES.includes(m))) {
      if (needs.gapMm <= SNUG_MM && !needs.load) how.push(OVERNIGHT);
      else if (both.includes("foam")) how.push("water cannot escape through foam: leave it a night or two");
      else against.push("between two sealed faces it dries only from the edges");
    }
    if (glue.needsLight && !both.includes("clear sheet"))
      how.push("cures only as deep as light reaches from the edge: tack with it, then use another glue");
    if (needs.load && !glue.takesLoad) against.push("not for load");
    const suits = against.length === 0;
    const why = suits ? [glue.says, ...how.map((h) => `${h[0].toUpperCase()}${h.slice(1)}.`)] : against;
    if (suits && needs.painted && needs.load)
      why.push("The glue grips the paint, and the paint only grips the primer. Scrape to bare plastic where the joint carries load.");
    return { glue, suits, why, behind: null };
  }).sort((x, y) => Number(y.suits) - Number(x.suits) || (x.suits ? (firstRank(x.glue, y.glue, needs)?.by ?? 0) : 0));
  const best = choices[0];
  if (!best.suits) return choices;
  return choices.map((c) =>
    c.suits && c !== best ? { ...c, behind: firstRank(c.glue, best.glue, needs)?.rank.behind(c.glue) ?? null } : c,
  );
}

/** The first of the ranks in which two glues differ, and by how much the one stands behind the other. */
function firstRank(x: Glue, y: Glue, needs: JointNeeds): { rank: (typeof RANKS)[number]; by: number } | undefined {
  for (const rank of RANKS) {
    const by = rank.of(x, needs) - rank.of(y, needs);
    if (by !== 0) return { rank, by };
  }
  return undefined;
}

export function glueById(id: string): Result<Glue> {
  const glue = GLUES.find((g) => g.id === id);
  return glue ? ok(glue) : fail("glue.unknown", `No glue called "${id}".`);
}

/** Hands-on time of a plain joint: dry fit, glue, hold. Common practice, no source. */
export const JOINT_HANDS_ON_S = 8 * 60;
