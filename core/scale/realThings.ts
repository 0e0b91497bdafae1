/**
 * Things of known size, to judge a scale by. Sizes in real millimetres. `kind` says how sure the value is.
 */
import type { SourceKind } from "../measure";

export interface RealThing {
  name: string;
  mm: number;
  /** Which length is meant. */
  measure: string;
  kind: SourceKind;
  source: string;
}

export const REAL_THINGS: RealThing[] = [
  { name: "a door leaf", mm: 1981, measure: "height", kind: "practice", source: "6 ft 6 in, the usual British internal door" },
  { name: "a tall door leaf", mm: 2032, measure: "height", kind: "published", source: "80 in, the usual American door" },
  { name: "the width of a door leaf", mm: 762, measure: "width", kind: "practice", source: "2 ft 6 in" },
  { name: "a stair riser", mm: 196.85, measure: "height", kind: "published", source: "IRC R311.7.5, most allowed" },
  { name: "a stair tread", mm: 254, measure: "depth", kind: "published", source: "IRC R311.7.5, least allowed" },
  { name: "a handrail", mm: 900, measure: "height", kind: "published", source: "Approved Document K 2013, least" },
  { name: "a brick course", mm: 75, measure: "height with joint", kind: "published", source: "BS EN 771-1, work size 65 with a 10 joint" },
  { name: "a brick", mm: 215, measure: "length", kind: "published", source: "BS EN 771-1" },
  { name: "a mortar joint", mm: 10, measure: "height", kind: "published", source: "BS EN 771-1" },
  { name: "the side of a pallet", mm: 1200, measure: "length", kind: "published", source: "EN 13698-1" },
  { name: "a shipping container", mm: 6058, measure: "length", kind: "published", source: "ISO 668, 20 ft" },
  { name: "the gauge of a main line", mm: 1435, measure: "between rails", kind: "published", source: "standard gauge" },
  { name: "a steel drum", mm: 880, measure: "height", kind: "memory", source: "200 l drum after ISO 15750" },
  { name: "a wine bottle", mm: 300, measure: "height", kind: "memory", source: "recalled" },
  { name: "a drinks can", mm: 115, measure: "height", kind: "memory", source: "330 ml, recalled" },
  { name: "a floor plank", mm: 150, measure: "width", kind: "practice", source: "common practice, no source" },
  { name: "a rope", mm: 25, measure: "thickness", kind: "practice", source: "common practice, no source" },
  { name: "a glazing bar", mm: 18, measure: "width", kind: "practice", source: "common practice, no source" },
  { name: "a rivet head", mm: 30, measure: "width", kind: "practice", source: "common practice, no source" },
  { name: "a blade of meadow grass", mm: 400, measure: "height", kind: "practice", source: "common practice, no source" },
  { name: "a standing person", mm: 1755, measure: "height", kind: "memory", source: "mean of a 1988 survey of men, recalled" },
  { name: "a single-storey eave", mm: 2700, measure: "height", kind: "practice", source: "common practice, no source" },
  { name: "a two-storey eave", mm: 5400, measure: "height", kind: "practice", source: "common practice, no source" },
  { name: "a traffic lane", mm: 3658, measure: "width", kind: "published", source: "AASHTO, 12 ft" },
];

/** The thing whose size is nearest on a logarithmic scale, if it is within 12 %. */
export function nearestThing(realMm: number): RealThing | undefined {
  if (!(realMm > 0)) return undefined;
  let best: RealThing | undefined;
  let bestDistance = Math.log(1.12);
  for (const thing of REAL_THINGS) {
    const distance = Math.abs(Math.log(realMm / thing.mm));
    if (distance <= bestDistance) {
      best = thing;
      bestDistance = distance;
    }
  }
  return best;
}

/** Height of the door that a building should let a figure through. */
export const DOOR_MM = REAL_THINGS[0].mm;
