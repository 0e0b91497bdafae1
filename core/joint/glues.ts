/**
 * Glues and the pairs of materials they suit. Times at about 20 °C; starting values, common practice without a source:
 * the product's own sheet wins.
 */
import type { CautionId } from "../care";
import type { CoatFamily } from "../coat";
import { fail, ok, type Result } from "../units";

export type Material = "filament print" | "resin print" | "foam" | "card" | "wood" | "metal" | "plastic sheet" | "clear sheet";
export const MATERIALS: Material[] = ["filament print", "resin print", "foam", "card", "wood", "metal", "plastic sheet", "clear sheet"];

export type GlueId = "white-glue" | "instant-gel" | "instant-thin" | "epoxy-5" | "contact" | "hot-glue" | "plastic-cement" | "uv-resin";

export interface Glue {
  id: GlueId;
  name: string;
  /** Both sides wait so long before they are joined, s: what must go off first. */
  flashS: number;
  /** Time in which the parts may still be moved, s. */
  openS: number;
  /** May be handled, s. */
  handleS: number;
  /** May be loaded, s. */
  fullS: number;
  /** Widest gap it bridges, mm. */
  gapMm: number;
  /** Materials it spoils. */
  spoils: Material[];
  /** Materials it holds at all; undefined for all that it does not spoil. */
  only?: Material[];
  /** Needs at least one side that breathes; between sealed faces it dries from the rim. */
  needsPorous: boolean;
  /** Sets by light: one side must let it through, or the joint is open at its rim. */
  needsLight: boolean;
  takesLoad: boolean;
  says: string;
  cautions: CautionId[];
  /** Kind of coat it counts as in the coat check; null for glues that are judged by their pair of materials alone. */
  family: CoatFamily | null;
  source: string;
}

const PRACTICE = "common practice, no source";

export const GLUES: Glue[] = [
  {
    id: "instant-gel",
    family: "instant glue",
    name: "instant glue, gel",
    flashS: 0,
    openS: 10,
    handleS: 60,
    fullS: 2 * 3600,
    gapMm: 0.3,
    spoils: ["foam", "clear sheet"],
    needsPorous: false,
    needsLight: false,
    takesLoad: true,
    says: "Holds in a minute, or in seconds with activator. Takes load after an hour or two. Brittle when levered.",
    cautions: ["instant-glue"],
    source: PRACTICE,
  },
  {
    id: "instant-thin",
    family: "instant glue",
    name: "instant glue, thin",
    flashS: 0,
    openS: 5,
    handleS: 30,
    fullS: 1 * 3600,
    gapMm: 0.05,
    spoils: ["foam", "clear sheet"],
    needsPorous: false,
    needsLight: false,
    takesLoad: true,
    says: "Runs into a joint held closed. Only for faces that touch.",
    cautions: ["instant-glue"],
    source: PRACTICE,
  },
  {
    id: "plastic-cement",
    family: null,
    name: "plastic cement",
    flashS: 0,
    openS: 60,
    handleS: 30 * 60,
    fullS: 12 * 3600,
    gapMm: 0.1,
    spoils: ["foam"],
    only: ["plastic sheet"],
    needsPorous: false,
    needsLight: false,
    takesLoad: true,
    says: "Welds polystyrene to polystyrene, as strong as the sheet.",
    cautions: ["solvent-spray"],
    source: PRACTICE,
  },
  {
    id: "uv-resin",
    family: "uv resin",
    name: "printing resin and a lamp",
    flashS: 0,
    openS: 60,
    handleS: 60,
    fullS: 10 * 60,
    gapMm: 0.5,
    spoils: ["foam"],
    only: ["resin print", "clear sheet"],
    needsPorous: false,
    needsLight: true,
    takesLoad: true,
    says: "Hard where the lamp reaches, and sands like the print. Use thin layers.",
    cautions: ["resin", "lamp"],
    source: PRACTICE,
  },
  {
    id: "white-glue",
    family: "white glue",
    name: "white glue",
    flashS: 0,
    openS: 10 * 60,
    handleS: 4 * 3600,
    fullS: 24 * 3600,
    gapMm: 0.3,
    spoils: [],
    needsPorous: true,
    needsLight: false,
    takesLoad: false,
    says: "Does not harm paint, foam or clear parts. Dries from the edges.",
    cautions: [],
    source: PRACTICE,
  },
  {
    id: "epoxy-5",
    family: null,
    name: "five-minute epoxy",
    flashS: 0,
    openS: 4 * 60,
    handleS: 30 * 60,
    fullS: 24 * 3600,
    gapMm: 2,
    spoils: [],
    needsPorous: false,
    needsLight: false,
    takesLoad: true,
    says: "Fills gaps, takes load, gives time to place.",
    cautions: ["epoxy"],
    source: PRACTICE,
  },
  {
    id: "contact",
    family: null,
    name: "foam-safe contact glue",
    flashS: 10 * 60,
    openS: 60,
    handleS: 30 * 60,
    fullS: 12 * 3600,
    gapMm: 0.5,
    spoils: [],
    needsPorous: false,
    needsLight: false,
    takesLoad: true,
    says: "Spread on both sides and let it go off; it then grabs at once. Handle after 2 to 3 h.",
    cautions: [],
    source: PRACTICE,
  },
  {
    id: "hot-glue",
    family: null,
    name: "hot glue",
    flashS: 0,
    openS: 20,
    handleS: 2 * 60,
    fullS: 10 * 60,
    gapMm: 3,
    spoils: ["clear sheet"],
    needsPorous: false,
    needsLight: false,
    takesLoad: false,
    says: "For quick positioning on foam. Use another glue for strength.",
    cautions: ["hot-glue"],
    source: PRACTICE,
  },
];

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
}

/** All glues for a joint, those that suit first, then by the time until the part may be handled. */
export function gluesFor(needs: JointNeeds): GlueChoice[] {
  const choices = GLUES.map((glue): GlueChoice => {
    const against: string[] = [],
      how: string[] = [];
    const both = [needs.a, needs.b];
    for (const m of both) if (glue.spoils.includes(m)) against.push(`spoils ${m}`);
    const strange = glue.only && both.find((m) => !glue.only!.includes(m));
    if (strange && !glue.spoils.includes(strange)) against.push(`does not hold on ${strange}`);
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
    return { glue, suits, why };
  });
  return choices.sort((x, y) => Number(y.suits) - Number(x.suits) || x.glue.handleS - y.glue.handleS);
}

export function glueById(id: string): Result<Glue> {
  const glue = GLUES.find((g) => g.id === id);
  return glue ? ok(glue) : fail("glue.unknown", `No glue called "${id}".`);
}

/** Hands-on time of a plain joint: dry fit, glue, hold. Common practice, no source. */
export const JOINT_HANDS_ON_S = 8 * 60;
