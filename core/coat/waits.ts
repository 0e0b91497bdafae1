/**
 * How long each layer of a stack must rest before the next is laid: what the check asks of every pair that touches, in the air of the room,
 * the coats that still lie open further down among them. The plan, Tonight and the coat check all wait by this.
 */
import { airOf, checkStack, isClash } from "./check";
import { slowdown } from "./climate";
import { FAMILIES, recoatS, type CoatLayer } from "./families";
import type { CoatRule } from "./rules";

/** Wait before a like coat may follow, in the air of the layer, s. */
export const recoatInAirS = (layer: CoatLayer): number => recoatS(layer) * slowdown(FAMILIES[layer.family].cleaner, airOf(layer));

/**
 * @param layers of one place, from the ground up, each with its air; dates are not looked at
 * @returns seconds after each layer before the one above it; after the last, before a like coat
 */
export function waitsAfter(layers: readonly CoatLayer[], rules?: readonly CoatRule[]): number[] {
  const undated = layers.map((layer, i): CoatLayer => ({ ...layer, id: String(i), atH: undefined }));
  const { verdicts } = checkStack(undated, rules);
  const asked = verdicts.map((v) => ({ under: Number(v.underId), over: Number(v.overId), verdict: v.verdict, waitS: v.waitS }));
  const after: number[] = [];
  for (let i = 0; i < layers.length; i++) {
    const own = recoatInAirS({ ...layers[i], coats: 1 });
    // A stop has no wait that would do: it is told where the coats are, not hidden in the plan.
    const pairs = asked.filter((v) => v.over === i + 1 && !isClash(v.verdict));
    const neighbour = pairs.some((v) => v.under === i);
    // What a coat further down still wants is less by what has been waited since.
    const since = (under: number): number => after.slice(under, i).reduce((sum, s) => sum + s, 0);
    after.push(Math.max(neighbour ? 0 : own, ...pairs.map((v) => v.waitS - since(v.under))));
  }
  return after;
}

/**
 * All that one piece waits from the first of these layers to the last, s: between coats of a layer, and between the layers. What it waits
 * after the last is not in it.
 */
export function waitsInSumS(layers: readonly CoatLayer[], rules?: readonly CoatRule[]): number {
  const between = waitsAfter(layers, rules).slice(0, -1);
  const within = layers.map((layer) => (layer.coats - 1) * recoatInAirS({ ...layer, coats: 1 }));
  return [...between, ...within].reduce((sum, s) => sum + s, 0);
}
