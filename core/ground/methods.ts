/**
 * Methods of groundwork, in one table: what each is made of, where it may go, how long it takes and its windows. Ratios, times, windows and
 * limits are common practice without a source where nothing else is said; densities are from memory.
 */
import type { CautionId } from "../care";
import type { CoatFamily } from "../coat";
import type { PourProduct } from "./pours";

/** A dry material: loose with its voids, and its grains, g/ml. */
export interface Material {
  name: string;
  bulkGMl: number;
  grainGMl: number;
}
export const MATERIALS = {
  sand: { name: "fine sand", bulkGMl: 1.55, grainGMl: 2.65 },
  grit: { name: "coarse grit", bulkGMl: 1.5, grainGMl: 2.65 },
  clay: { name: "clay granules", bulkGMl: 0.65, grainGMl: 1.3 },
  plaster: { name: "plaster", bulkGMl: 0.9, grainGMl: 2.3 },
  filler: { name: "filler, ready mixed", bulkGMl: 1.6, grainGMl: 1.6 },
  paint: { name: "earth paint", bulkGMl: 1.2, grainGMl: 1.2 },
  flock: { name: "flock", bulkGMl: 0.1, grainGMl: 0.9 },
} satisfies Record<string, Material>;
type MaterialId = keyof typeof MATERIALS;

export interface Share {
  of: MaterialId;
  parts: number;
}

/** What a layer is made of. */
export type Makeup =
  /** Loose grains, with thinned or neat glue in part of their voids. `wetMlPerCm2`: alcohol or soapy water that breaks the surface. */
  | {
      kind: "grains";
      loose: readonly Share[];
      glue: { name: string; parts: number; waterParts: number; solids: number };
      voidsFilled: number;
      wetMlPerCm2: number;
    }
  /** Powder that sets with water: absolute volumes (ACI 211). `bound`: the share of the powder's mass that stays as water. */
  | { kind: "cement"; name: string; powderGMl: number; waterShare: number; bound: number }
  /** Wet materials by parts; `leaves`: the volume that is left when it is dry, `dries`: of its mass. */
  | { kind: "paste"; parts: readonly Share[]; waterParts: number; leaves: number; dries: number }
  | { kind: "pour"; product: PourProduct }
  /** Fibres or leaves on glue: the depth is their height. A bag covers so much. */
  | { kind: "growth"; glueMlPerCm2: number; bagCm2: number; gPerCm2: number }
  /** Lines ruled into what is there. */
  | { kind: "scored" };

export type GroundMethodId =
  | "sand-and-grit"
  | "pour-dry"
  | "neat-glue"
  | "cement"
  | "trowelled"
  | "paste"
  | "scored"
  | "water-effect"
  | "uv-resin"
  | "two-part"
  | "fibres"
  | "leaves";

export interface GroundMethod {
  id: GroundMethodId;
  name: string;
  /** What it is good for. */
  suits: string;
  makeup: Makeup;
  /** What it is to what comes over it; null where it lays nothing down. */
  family: CoatFamily | null;
  depthMm: number;
  /** Grains that it can lay, model mm. */
  grainMm: readonly [number, number];
  /** It stays on slopes up to this, degrees. */
  mostSlopeDeg: number;
  /** It wets with alcohol: varnish below may bloom. */
  alcohol: boolean;
  /** It splashes or drips on walls beside it. */
  splashes: boolean;
  /** It stands in water while it sets: what is below must bear it. */
  wet: boolean;
  /** To begin; per square decimetre; per metre of line. */
  setUpS: number;
  perDm2S: number;
  perMetreS?: number;
  /** From the moment it lies: it can be worked so long, is firm, is hard. */
  wetS: number;
  firmS: number;
  hardS: number;
  hides: string;
  keepOff: string;
  cautions: readonly CautionId[];
  steps: readonly string[];
}

const H = 3600,
  MIN = 60;
const GLUE = { name: "white glue", parts: 1, waterParts: 3, solids: 0.5 };

export const GROUND_METHODS: readonly GroundMethod[] = [
  {
    id: "sand-and-grit",
    name: "Sand and grit in thinned glue",
    suits: "sand, gravel and mud on level ground",
    makeup: {
      kind: "grains",
      loose: [
        { of: "sand", parts: 4 },
        { of: "grit", parts: 1 },
      ],
      glue: GLUE,
      voidsFilled: 0.6,
      wetMlPerCm2: 0.02,
    },
    family: "wetted sand",
    depthMm: 2,
    grainMm: [0.1, 3],
    mostSlopeDeg: 35,
    alcohol: true,
    splashes: true,
    wet: true,
    setUpS: 10 * MIN,
    perDm2S: 6 * MIN,
    wetS: 20 * MIN,
    firmS: 3 * H,
    hardS: 12 * H,
    hides: "joints at the foot of a part",
    keepOff: "varnish that blooms in alcohol, moving parts",
    cautions: ["alcohol"],
    steps: [
      "Brush thinned glue where the ground goes.",
      "Scatter sand and grit, press lightly. Brush grains off ledges and roofs now.",
      "Wet with alcohol or soapy water until it darkens.",
      "Drip thinned glue from above until it stands between the grains.",
    ],
  },
  {
    id: "pour-dry",
    name: "Poured dry, then glue dripped in",
    suits: "sand that lies as wind and water would leave it",
    makeup: { kind: "grains", loose: [{ of: "sand", parts: 1 }], glue: { ...GLUE, waterParts: 5 }, voidsFilled: 0.8, wetMlPerCm2: 0.04 },
    family: "wetted sand",
    depthMm: 3,
    grainMm: [0.05, 1],
    mostSlopeDeg: 25,
    alcohol: true,
    splashes: true,
    wet: true,
    setUpS: 10 * MIN,
    perDm2S: 4 * MIN,
    wetS: 15 * MIN,
    firmS: 6 * H,
    hardS: 24 * H,
    hides: "gaps at the foot of a part, up to its depth",
    keepOff: "varnish that blooms in alcohol, steep banks",
    cautions: ["alcohol"],
    steps: [
      "Pour the sand dry and let it collect where it would.",
      "Brush it off ledges and walls.",
      "Wet it with alcohol from the edge, so that it does not run.",
      "Drip thinned glue beside the wet spot. A drop that falls from high makes a pit.",
    ],
  },
  {
    id: "neat-glue",
    name: "Scattered on neat glue",
    suits: "ground beside varnish that turns white in alcohol, and banks",
    makeup: {
      kind: "grains",
      loose: [{ of: "sand", parts: 1 }],
      glue: { name: "white glue", parts: 1, waterParts: 0, solids: 0.5 },
      voidsFilled: 0.9,
      wetMlPerCm2: 0,
    },
    family: "white glue",
    depthMm: 0.8,
    grainMm: [0.1, 1.5],
    mostSlopeDeg: 70,
    alcohol: false,
    splashes: false,
    wet: false,
    setUpS: 5 * MIN,
    perDm2S: 7 * MIN,
    wetS: 10 * MIN,
    firmS: 2 * H,
    hardS: 12 * H,
    hides: "a seam as wide as its grains",
    keepOff: "what still moves",
    cautions: [],
    steps: ["Brush glue as it comes, in patches no larger than ten minutes.", "Scatter, press, wait, and tap off what is loose."],
  },
  {
    id: "cement",
    name: "Cement ground, dry powder and water",
    suits: "fine dust and dry earth on large level boards",
    makeup: { kind: "cement", name: "tile grout", powderGMl: 2.8, waterShare: 0.28, bound: 0.1 },
    family: "cement ground",
    depthMm: 3,
    grainMm: [0.01, 0.3],
    mostSlopeDeg: 20,
    alcohol: false,
    splashes: true,
    wet: true,
    setUpS: 20 * MIN,
    perDm2S: 90,
    wetS: 30 * MIN,
    firmS: 6 * H,
    hardS: 24 * H,
    hides: "steps between boards",
    keepOff: "bare foam board paper, metal parts, moving parts",
    cautions: ["cement"],
    steps: [
      "Sieve the powder on, dry.",
      "Mist water until it is dark through; drops make pits.",
      "Leave it damp for a day; glue dripped on it darkens it.",
    ],
  },
  {
    id: "trowelled",
    name: "Cement ground, mixed and trowelled",
    suits: "thick ground, ruts and prints of wheels",
    makeup: { kind: "cement", name: "tile grout", powderGMl: 2.8, waterShare: 0.28, bound: 0.1 },
    family: "cement ground",
    depthMm: 4,
    grainMm: [0.01, 0.6],
    mostSlopeDeg: 40,
    alcohol: false,
    splashes: false,
    wet: true,
    setUpS: 20 * MIN,
    perDm2S: 60,
    wetS: 30 * MIN,
    firmS: 6 * H,
    hardS: 24 * H,
    hides: "seams of boards, feet up to its depth",
    keepOff: "bare foam board paper, moving parts",
    cautions: ["cement"],
    steps: [
      "Mix powder into water, never water into powder.",
      "Trowel it on from the far corner, ruts at once.",
      "Cover it damp for a day.",
    ],
  },
  {
    id: "paste",
    name: "Paste of filler, paint and sand",
    suits: "mud, and ground on banks",
    makeup: {
      kind: "paste",
      parts: [
        { of: "filler", parts: 2 },
        { of: "sand", parts: 1 },
        { of: "paint", parts: 1 },
      ],
      waterParts: 1,
      leaves: 0.8,
      dries: 0.75,
    },
    family: "chalk paste",
    depthMm: 2,
    grainMm: [0.05, 1],
    mostSlopeDeg: 60,
    alcohol: false,
    splashes: false,
    wet: false,
    setUpS: 15 * MIN,
    perDm2S: 3 * MIN,
    wetS: 40 * MIN,
    firmS: 4 * H,
    hardS: 24 * H,
    hides: "seams and feet up to its depth",
    keepOff: "glass and water",
    cautions: [],
    steps: [
      "Mix filler, paint and sand, then water until it drops off the knife.",
      "Spread it, stipple it with a wet brush, prints at once.",
    ],
  },
  {
    id: "scored",
    name: "Paving ruled and scored",
    suits: "flags, setts and boards in foam or card",
    makeup: { kind: "scored" },
    family: null,
    depthMm: 0.5,
    grainMm: [5, 1000],
    mostSlopeDeg: 90,
    alcohol: false,
    splashes: false,
    wet: false,
    setUpS: 10 * MIN,
    perDm2S: 0,
    perMetreS: 75,
    wetS: 0,
    firmS: 0,
    hardS: 0,
    hides: "nothing",
    keepOff: "nothing",
    cautions: ["blade"],
    steps: [
      "Rule the lines in pencil.",
      "Score them with a blunt point, the long ones first.",
      "Press texture into the flags, break a few corners.",
    ],
  },
  {
    id: "water-effect",
    name: "Water-based effect, poured",
    suits: "puddles and thin water",
    makeup: { kind: "pour", product: "water effect" },
    family: "gloss effect",
    depthMm: 2,
    grainMm: [0, 0],
    mostSlopeDeg: 1,
    alcohol: false,
    splashes: false,
    wet: true,
    setUpS: 15 * MIN,
    perDm2S: 60,
    wetS: 20 * MIN,
    firmS: 12 * H,
    hardS: 24 * H,
    hides: "nothing: everything below shows",
    keepOff: "slots and clips, matt varnish afterwards",
    cautions: [],
    steps: ["Seal the bed, dam the ends.", "Pour one layer, let it go clear, then the next."],
  },
  {
    id: "uv-resin",
    name: "UV resin in layers",
    suits: "slime and small water, tinted",
    makeup: { kind: "pour", product: "uv resin" },
    family: "uv resin",
    depthMm: 2,
    grainMm: [0, 0],
    mostSlopeDeg: 1,
    alcohol: false,
    splashes: false,
    wet: true,
    setUpS: 15 * MIN,
    perDm2S: 3 * MIN,
    wetS: 30 * MIN,
    firmS: 10 * MIN,
    hardS: 1 * H,
    hides: "nothing: everything below shows",
    keepOff: "slots and clips; nothing is glued on it afterwards but with more of it",
    cautions: ["resin", "lamp"],
    steps: ["A false bottom first: what is deep need not be clear.", "Layers no deeper than the lamp cures.", "Bubbles only in the last."],
  },
  {
    id: "two-part",
    name: "Two-part resin, poured",
    suits: "deep and wide water",
    makeup: { kind: "pour", product: "epoxy" },
    family: "uv resin",
    depthMm: 6,
    grainMm: [0, 0],
    mostSlopeDeg: 1,
    alcohol: false,
    splashes: false,
    wet: true,
    setUpS: 20 * MIN,
    perDm2S: 60,
    wetS: 30 * MIN,
    firmS: 12 * H,
    hardS: 48 * H,
    hides: "nothing: everything below shows",
    keepOff: "slots and clips, bare foam",
    cautions: ["epoxy"],
    steps: ["Seal the bed and every gap.", "Measure both parts by its sheet, mix slowly, pour one layer a day."],
  },
  {
    id: "fibres",
    name: "Grass fibres",
    suits: "grass on level ground; low and dark first",
    makeup: { kind: "growth", glueMlPerCm2: 0.03, bagCm2: 900, gPerCm2: 0.02 },
    family: "white glue",
    depthMm: 2,
    grainMm: [0.5, 12],
    mostSlopeDeg: 45,
    alcohol: false,
    splashes: false,
    wet: false,
    setUpS: 10 * MIN,
    perDm2S: 2 * MIN,
    wetS: 10 * MIN,
    firmS: 2 * H,
    hardS: 12 * H,
    hides: "soil, seams at the foot",
    keepOff: "matt spray at full strength: it frosts the tips",
    cautions: ["static"],
    steps: [
      "Glue in patches, the darkest and shortest first.",
      "Fibres from above; longer ones in clumps on top.",
      "Steep places and far corners by hand, with a stick.",
    ],
  },
  {
    id: "leaves",
    name: "Leaves and flock",
    suits: "bushes, moss, leaf litter",
    makeup: { kind: "growth", glueMlPerCm2: 0.03, bagCm2: 700, gPerCm2: 0.03 },
    family: "white glue",
    depthMm: 2,
    grainMm: [0.2, 6],
    mostSlopeDeg: 80,
    alcohol: false,
    splashes: false,
    wet: false,
    setUpS: 5 * MIN,
    perDm2S: 3 * MIN,
    wetS: 10 * MIN,
    firmS: 1 * H,
    hardS: 12 * H,
    hides: "glue blobs, the root of what is added",
    keepOff: "working slots",
    cautions: [],
    steps: [
      "Neat glue in spots where things would root: cracks, the foot of walls.",
      "Darker first, brightest on the highest points last.",
    ],
  },
];

export const methodById = (id: string): GroundMethod | undefined => GROUND_METHODS.find((m) => m.id === id);
