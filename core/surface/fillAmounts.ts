/**
 * How much filler the steps of a surface take: what stays in the valleys, wet, and out of the can. Levelling a saw-tooth of height c
 * takes c / 2 on average (exact); wet = dry ÷ volume solids; used = wet ÷ transfer efficiency (ISO 2808 identities).
 */
import { filmOf, METHODS, solidsOf, type CoatLayer, type CoatMethod } from "../coat";

/** Share that lands on the part. Sprays on small parts: common practice, no source; a brush puts nearly all of it down. */
export const TRANSFER: Record<CoatMethod, number> = {
  brush: 0.95,
  "dry brush": 0.3,
  wash: 0.9,
  sponge: 0.8,
  dust: 0.5,
  pour: 0.95,
  spray: 0.35,
  airbrush: 0.45,
  mist: 0.25,
  "from above": 0.35,
  "line in": 0.8,
  "streak and wipe": 0.4,
  stipple: 0.7,
  "pick out": 0.8,
  chip: 0.7,
  pencil: 0.5,
  flick: 0.3,
  decal: 1,
  tape: 1,
  "liquid mask": 0.9,
};

export interface FillAmounts {
  /** Solids that fill the valleys to the brim, ml. */
  solidsMl: number;
  wetMl: number;
  /** What leaves the can. */
  usedMl: number;
}

export function fillAmounts(areaMm2: number, cuspMm: number, volumeSolids: number, method: CoatMethod): FillAmounts {
  const solidsMl = (areaMm2 * cuspMm) / 2 / 1000;
  const wetMl = solidsMl / volumeSolids;
  return { solidsMl, wetMl, usedMl: wetMl / TRANSFER[method] };
}

/** Of a coat: dry film, wet, and out of the pot, ml. */
export function coatAmounts(areaMm2: number, dryFilmMm: number, volumeSolids: number, method: CoatMethod): FillAmounts {
  const solidsMl = (areaMm2 * dryFilmMm) / 1000;
  const wetMl = volumeSolids > 0 ? solidsMl / volumeSolids : 0;
  return { solidsMl, wetMl, usedMl: wetMl / TRANSFER[method] };
}

export interface CoatMl {
  potMl: number;
  thinnerMl: number;
}

/** What all coats of a layer take, on so much area: it lies on no more than its method closes, and no more than its place. */
export function layerMl(layer: Omit<CoatLayer, "id">, areaMm2: number): CoatMl {
  const whole = { id: "", ...layer };
  const share = Math.min(METHODS[layer.method].cover ?? 1, layer.share ?? 1);
  const { covers } = layer;
  if (covers && METHODS[layer.method].sprayed && layer.method !== "airbrush")
    return { potMl: ((areaMm2 * share * layer.coats) / 100 / covers.cm2) * covers.ml, thinnerMl: 0 };
  const { usedMl } = coatAmounts(areaMm2 * share, filmOf(whole), solidsOf(whole), layer.method);
  const potMl = usedMl / (1 + (layer.thinning ?? 0));
  return { potMl, thinnerMl: usedMl - potMl };
}
