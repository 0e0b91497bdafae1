/** Which method suits a place: by its grain, its slope, the varnish below and the walls near. Rules in one table, each with its reason. */
import { GROUND_METHODS, type GroundMethod, type Makeup } from "./methods";

/** What a zone is in real life. Grain: model mm are real mm ÷ the ratio. */
export type RealGround = "mud" | "earth" | "sand" | "gravel" | "paving" | "grass" | "scrub" | "water";
export interface RealFacts {
  label: string;
  /** Size of what it is made of, or its height where it grows, real mm. From memory. */
  grainRealMm: number;
  makeups: readonly Makeup["kind"][];
}
export const REAL_GROUNDS: Readonly<Record<RealGround, RealFacts>> = {
  mud: { label: "mud", grainRealMm: 0.05, makeups: ["paste", "cement", "grains"] },
  earth: { label: "earth", grainRealMm: 5, makeups: ["grains", "cement", "paste"] },
  sand: { label: "sand", grainRealMm: 0.5, makeups: ["grains", "cement"] },
  gravel: { label: "gravel or shingle", grainRealMm: 40, makeups: ["grains"] },
  paving: { label: "paving", grainRealMm: 400, makeups: ["scored"] },
  grass: { label: "grass", grainRealMm: 150, makeups: ["growth"] },
  scrub: { label: "scrub and moss", grainRealMm: 100, makeups: ["growth"] },
  water: { label: "water", grainRealMm: 0, makeups: ["pour"] },
};

export interface Place {
  real: RealGround;
  ratio: number;
  depthMm: number;
  areaMm2: number;
  slopeDeg: number;
  /** A varnish below that alcohol turns white. */
  varnishBelow: boolean;
  /** Painted walls stand beside it. */
  wallsNear: boolean;
}

export interface Ranked {
  method: GroundMethod;
  /** Against it, worst first; none where it suits. */
  against: string[];
}

/** A reason against a method, and how much it weighs. */
interface Rule {
  weight: number;
  says: (m: GroundMethod, p: Place) => string | null;
}

/** Grains in life-size proportion are often dust at scale: up to so many times as coarse is accepted. Common practice, no source. */
const COARSER = 4;
/** A wall, and the board with it, gets wet from here on. */
const LARGE_MM2 = 2000 * 100;

const RULES: readonly Rule[] = [
  {
    weight: 8,
    says: (m, p) =>
      p.slopeDeg > m.mostSlopeDeg ? `it slides off a slope of ${Math.round(p.slopeDeg)}°; it stays up to ${m.mostSlopeDeg}°` : null,
  },
  {
    weight: 8,
    says: (m, p) => (m.alcohol && p.varnishBelow ? "its alcohol turns the varnish below white" : null),
  },
  {
    weight: 3,
    says: (m, p) => (m.splashes && p.wallsNear ? "it splashes the painted walls beside it" : null),
  },
  {
    weight: 3,
    says: (m, p) => {
      if (m.makeup.kind !== "grains") return null;
      const grain = REAL_GROUNDS[p.real].grainRealMm / p.ratio;
      if (grain > m.grainMm[1]) return `its grains end at ${m.grainMm[1]} mm; ${grain.toFixed(1)} mm are wanted`;
      return grain * COARSER < m.grainMm[0]
        ? `its finest grain of ${m.grainMm[0]} mm is ${Math.round((m.grainMm[0] * p.ratio) / 10)} cm in real life`
        : null;
    },
  },
  {
    weight: 4,
    says: (m, p) =>
      m.makeup.kind === "grains" && p.depthMm > 3 * m.depthMm ? `${p.depthMm} mm are too deep for glue to reach the bottom` : null,
  },
  {
    weight: 2,
    says: (m, p) => (m.makeup.kind === "cement" && p.areaMm2 < LARGE_MM2 / 10 ? "a bag to open for a small place" : null),
  },
  {
    weight: 2,
    says: (m, p) => (m.makeup.kind === "cement" && p.depthMm < 1.5 ? "thinner than 1.5 mm it cracks and dusts" : null),
  },
  {
    weight: 3,
    says: (m, p) =>
      m.makeup.kind === "pour" && m.makeup.product === "uv resin" && p.areaMm2 > 100 * 100
        ? "a lamp cures it patch by patch: lines show"
        : null,
  },
  {
    weight: 3,
    says: (m, p) =>
      m.makeup.kind === "pour" && m.makeup.product === "water effect" && p.depthMm > 6
        ? "layers of 3 mm a day, and it shrinks by two fifths"
        : null,
  },
  {
    weight: 2,
    says: (m, p) => (m.makeup.kind === "pour" && m.makeup.product === "epoxy" && p.depthMm < 2 ? "thin layers pull into drops" : null),
  },
];

/** Methods for a place, best first. Those that cannot look like it are left out; ties by time. */
export function chooseMethod(place: Place): Ranked[] {
  const { makeups } = REAL_GROUNDS[place.real];
  const ranked = GROUND_METHODS.filter((m) => makeups.includes(m.makeup.kind)).map((method) => {
    const found = RULES.flatMap((rule) => {
      const words = rule.says(method, place);
      return words === null ? [] : [{ words, weight: rule.weight }];
    }).sort((a, b) => b.weight - a.weight);
    return { method, against: found.map((f) => f.words), weight: found.reduce((sum, f) => sum + f.weight, 0) };
  });
  const liking = (m: GroundMethod): number => makeups.indexOf(m.makeup.kind);
  return ranked
    .sort((a, b) => a.weight - b.weight || liking(a.method) - liking(b.method) || a.method.perDm2S - b.method.perDm2S)
    .map(({ method, against }) => ({ method, against }));
}
