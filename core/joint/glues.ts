/**
 * Glues and the pairs of materials they suit. Times at about 20 °C; starting values, common practice without a source:
 * the product's own sheet wins.
 */
import type { CautionId } from "../care";
import type { CoatFamily } from "../coat";
import { fail, ok, type Result } from "../measure";

export type Material = "filament print" | "resin print" | "foam" | "card" | "wood" | "metal" | "plastic sheet" | "clear sheet";
export const MATERIALS: Material[] = ["filament print", "resin print", "foam", "card", "wood", "metal", "plastic sheet", "clear sheet"];

export type GlueId = "white-glue" | "instant-gel" | "epoxy-5" | "contact" | "hot-glue";

export interface Glue {
  id: GlueId;
  name: string;
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
  /** Needs at least one side that breathes, or the rim only dries. */
  needsPorous: boolean;
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
    openS: 10,
    handleS: 60,
    fullS: 12 * 3600,
    gapMm: 0.2,
    spoils: ["foam", "clear sheet"],
    needsPorous: false,
    takesLoad: true,
    says: "Holds in seconds, brittle when levered.",
    cautions: ["instant-glue"],
    source: PRACTICE,
  },
  {
    id: "white-glue",
    family: "white glue",
    name: "white glue",
    openS: 10 * 60,
    handleS: 4 * 3600,
    fullS: 24 * 3600,
    gapMm: 0.3,
    spoils: [],
    needsPorous: true,
    takesLoad: false,
    says: "Safe on paint, foam and clear parts; dries from the rim.",
    cautions: [],
    source: PRACTICE,
  },
  {
    id: "epoxy-5",
    family: null,
    name: "five-minute epoxy",
    openS: 4 * 60,
    handleS: 30 * 60,
    fullS: 24 * 3600,
    gapMm: 2,
    spoils: [],
    needsPorous: false,
    takesLoad: true,
    says: "Fills gaps, takes load, gives time to place.",
    cautions: ["epoxy"],
    source: PRACTICE,
  },
  {
    id: "contact",
    family: null,
    name: "foam-safe contact glue",
    openS: 60,
    handleS: 30 * 60,
    fullS: 12 * 3600,
    gapMm: 0.5,
    spoils: [],
    needsPorous: false,
    takesLoad: true,
    says: "Tacks at once; may be moved on after 2 to 3 h.",
    cautions: [],
    source: PRACTICE,
  },
  {
    id: "hot-glue",
    family: null,
    name: "hot glue",
    openS: 20,
    handleS: 2 * 60,
    fullS: 10 * 60,
    gapMm: 3,
    spoils: ["clear sheet"],
    needsPorous: false,
    takesLoad: false,
    says: "Quick location on foam; strength from another glue.",
    cautions: ["heat"],
    source: PRACTICE,
  },
];

const POROUS: Material[] = ["foam", "card", "wood"];

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
    const against: string[] = [];
    for (const m of [needs.a, needs.b]) if (glue.spoils.includes(m)) against.push(`spoils ${m}`);
    if (needs.gapMm > glue.gapMm) against.push(`does not bridge ${needs.gapMm} mm`);
    if (glue.needsPorous && !POROUS.includes(needs.a) && !POROUS.includes(needs.b))
      against.push("between two sealed faces it dries from the rim only");
    if (needs.load && !glue.takesLoad) against.push("not for load");
    const suits = against.length === 0;
    const why = suits ? [glue.says] : against;
    if (suits && needs.painted && needs.load) why.push("Glue holds to paint, and paint to primer: scrape to bare where load goes.");
    return { glue, suits, why };
  });
  return choices.sort((x, y) => Number(y.suits) - Number(x.suits) || x.glue.handleS - y.glue.handleS);
}

export function glueById(id: string): Result<Glue> {
  const glue = GLUES.find((g) => g.id === id);
  return glue ? ok(glue) : fail("glue.unknown", `There is no glue called "${id}" here.`);
}

/** Hands-on time of a plain joint: dry fit, glue, hold. Common practice, no source. */
export const JOINT_HANDS_ON_S = 8 * 60;
