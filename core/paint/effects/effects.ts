/**
 * What effects take: pools of water or sludge poured in layers, domes on dials, panes cut from sheet. Volumes are exact for the shape that
 * is said; how thick a layer may be, and what drying leaves of it, is common practice, no source, and the product's own sheet comes first.
 */
import { POURS, type PourProduct } from "../../ground";
import { fail, ok, type Result } from "../../units";

export type EffectKind = "vat" | "dome" | "pane";

export const FACE_KINDS = { clock: "clock", gauge: "gauge, 0 to 10" } as const;
export type FaceKind = keyof typeof FACE_KINDS;

/** An effect, in model millimetres. */
export interface Effect {
  id: string;
  name: string;
  kind: EffectKind;
  /** Round: `aMm` is its diameter. Else `aMm` by `bMm`. */
  round: boolean;
  aMm: number;
  bMm: number;
  /** Depth of a vat, height of a dome. */
  deepMm: number;
  /** How far the sides of a vat lean, degrees from upright: a bank. */
  slopeDeg: number;
  product: PourProduct;
  count: number;
  /** Printed on a round pane; nothing where absent. */
  face?: FaceKind | null;
  /** Printed on a pane, as large as they fit: a sign. */
  words?: string;
}

export const NEW_EFFECT: Readonly<Record<EffectKind, Omit<Effect, "id">>> = {
  vat: { name: "Sludge vat", kind: "vat", round: true, aMm: 40, bMm: 40, deepMm: 6, slopeDeg: 0, product: "water effect", count: 1 },
  dome: { name: "Dial glass", kind: "dome", round: true, aMm: 10, bMm: 10, deepMm: 1, slopeDeg: 0, product: "uv resin", count: 1 },
  pane: { name: "Pane", kind: "pane", round: false, aMm: 12, bMm: 18, deepMm: 0, slopeDeg: 0, product: "uv resin", count: 1 },
};

export interface Layer {
  /** From the bottom, set: mm. */
  fromMm: number;
  toMm: number;
  /** To pour for all of them, ml, before it shrinks. */
  ml: number;
}

/**
 * What a vat takes, layer by layer from the bottom: ∫ of its section over the depth, which for sides that lean alike is a polynomial.
 * @returns an error where its banks meet above the bottom
 */
export function vatLayers({ round, aMm, bMm, deepMm, slopeDeg, product, count }: Effect): Result<Layer[]> {
  const lean = Math.tan((slopeDeg * Math.PI) / 180);
  const [a, b] = [aMm, round ? aMm : bMm];
  if (2 * lean * deepMm > Math.min(a, b) + 1e-9)
    return fail(
      "effect.banks",
      `Its banks meet ${(Math.min(a, b) / (2 * lean)).toFixed(1)} mm down: make it shallower, or the banks steeper.`,
    );
  // Volume from the top down to a depth.
  const above = (d: number): number => (round ? Math.PI / 4 : 1) * (a * b * d - lean * (a + b) * d * d + (4 / 3) * lean * lean * d ** 3);
  const { mostLayerMm, leaves } = POURS[product];
  const layers = Math.max(1, Math.ceil(deepMm / mostLayerMm - 1e-9));
  return ok(
    Array.from({ length: deepMm > 0 ? layers : 0 }, (_, i) => {
      const [fromMm, toMm] = [(i * deepMm) / layers, ((i + 1) * deepMm) / layers];
      return { fromMm, toMm, ml: (count * (above(deepMm - fromMm) - above(deepMm - toMm))) / leaves / 1000 };
    }),
  );
}

/** A drop of resin from a needle, and of most bottles, ml. Common practice, no source. */
const DROP_ML = 0.04;
/** Angles at which resin meets the rim of a sealed print, degrees. Common practice, no source. */
const RIM_DEG = [20, 45] as const;
/** Length over which gravity flattens a drop of resin, mm: √(γ/ρg), 0.035 N/m and 1,100 kg/m³ (from memory). */
const CAPILLARY_MM = Math.sqrt(0.035 / (1100 * 9.81)) * 1000;

export interface Dome {
  /** Of one, mm³: πh(3a² + h²)/6 of a cap of a sphere. */
  mm3: number;
  drops: number;
  /** Heights at which a drop stands by itself on a disc of that size: a·tan(θ/2), and never over 2κ⁻¹·sin(θ/2) (de Gennes et al. 2004). */
  lowMm: number;
  highMm: number;
}

export function domeOf({ aMm, deepMm }: Pick<Effect, "aMm" | "deepMm">): Dome {
  const a = aMm / 2;
  const mm3 = (Math.PI * deepMm * (3 * a * a + deepMm * deepMm)) / 6;
  const stands = (deg: number): number => {
    const half = (deg * Math.PI) / 360;
    return Math.min(a * Math.tan(half), 2 * CAPILLARY_MM * Math.sin(half));
  };
  return { mm3, drops: mm3 / 1000 / DROP_ML, lowMm: stands(RIM_DEG[0]), highMm: stands(RIM_DEG[1]) };
}

/** Panes that go wrong on the way: so many more are cut of a number. Common practice, no source. */
export const sparePanes = (count: number): number => Math.max(1, Math.ceil(count / 4));
