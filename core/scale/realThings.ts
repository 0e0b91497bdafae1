/**
 * Things of known size, to judge a scale by. Real millimetres. A thing has a usual size and the range that it is made in;
 * `kind` says how sure the values are. Published values as recalled from the standards named.
 */
import type { SourceKind } from "../units";

export interface RealThing {
  name: string;
  /** The usual size. */
  mm: number;
  /** The least and most that the thing is met in. */
  low: number;
  high: number;
  /** Which length is meant. */
  measure: string;
  kind: SourceKind;
  source: string;
}

const exact = (name: string, mm: number, measure: string, kind: SourceKind, source: string): RealThing => ({
  name,
  mm,
  low: mm,
  high: mm,
  measure,
  kind,
  source,
});
const range = (name: string, mm: number, low: number, high: number, measure: string, kind: SourceKind, source: string): RealThing => ({
  name,
  mm,
  low,
  high,
  measure,
  kind,
  source,
});

const PRACTICE = "common practice, no source";

export const REAL_THINGS: RealThing[] = [
  range("a door leaf", 1981, 1981, 2040, "height", "practice", "6 ft 6 in, the usual British internal door; 2040 in metric sizes"),
  exact("a tall door leaf", 2032, "height", "published", "80 in, the usual American door; least headroom in ADA 307.4"),
  range("the width of a door leaf", 762, 610, 915, "width", "practice", "2 ft 6 in; 2 ft to 3 ft are made"),
  exact("a door leaf by DIN", 1985, "height", "published", "DIN 18101"),
  exact("a lever handle", 1050, "height above the floor", "published", "DIN 18101"),
  range("a stair riser", 196.85, 150, 220, "height", "published", "IRC R311.7.5 allows 196.85; Approved Document K 2013 150 to 220"),
  range("a stair tread", 254, 220, 300, "depth", "published", "IRC R311.7.5 least 254; Approved Document K 2013 220 to 300"),
  range("a handrail", 900, 864, 1000, "height", "published", "Approved Document K 2013: 900 to 1000; IBC 1014.2: 34 to 38 in"),
  exact("a brick course", 75, "height with joint", "published", "BS EN 771-1, work size 65 with a 10 joint"),
  exact("four brick courses", 300, "height with joints", "published", "BS EN 771-1, 4 × 75"),
  exact("a brick", 215, "length", "published", "BS EN 771-1"),
  exact("a brick by DIN", 240, "length", "published", "DIN 105-100, NF"),
  exact("an American brick", 193.7, "length", "published", "BIA Technical Note 10, modular, 7 5/8 in"),
  exact("three American brick courses", 203.2, "height with joints", "published", "BIA Technical Note 10, 8 in"),
  exact("a concrete block", 440, "length", "published", "BS EN 771-3"),
  exact("a mortar joint", 10, "height", "published", "BS EN 771-1"),
  exact("a plain roof tile", 165, "width", "published", "BS EN 1304, 265 × 165"),
  range("a row of roof tiles", 100, 90, 115, "height showing", "practice", `gauge of plain tiles; ${PRACTICE}`),
  range(
    "a ceiling",
    2400,
    2134,
    2750,
    "height of the room",
    "published",
    "IRC R305.1 least 7 ft; nationally described space standard 2015 least 2300",
  ),
  range("a chair seat", 430, 400, 460, "height", "practice", PRACTICE),
  range("a table top", 740, 720, 760, "height", "memory", "EN 527-1, recalled"),
  exact("the side of a pallet", 1200, "length", "published", "EN 13698-1"),
  exact("the end of a pallet", 800, "width", "published", "EN 13698-1"),
  exact("the height of a pallet", 144, "height", "published", "EN 13698-1"),
  exact("a shipping container", 6058, "length", "published", "ISO 668, 20 ft"),
  exact("a long container", 12192, "length", "published", "ISO 668, 40 ft"),
  exact("the width of a container", 2438, "width", "published", "ISO 668"),
  exact("the height of a container", 2591, "height", "published", "ISO 668, 8 ft 6 in"),
  exact("the gauge of a main line", 1435, "between rails", "published", "standard gauge, EN 15273"),
  range("a sleeper", 2600, 2590, 2700, "length", "memory", "EN 13145 and AREMA, recalled"),
  range("a platform", 760, 550, 915, "height above the rail", "published", "TSI INF: 550 and 760; 915 in Great Britain, recalled"),
  range("a steel drum", 880, 850, 890, "height", "memory", "200 l drum after ISO 15750"),
  range("the width of a steel drum", 585, 571.5, 600, "width over the hoops", "memory", "ISO 15750: 571.5 inside"),
  range("a fuel can", 470, 465, 475, "height", "memory", "20 l pressed steel, recalled"),
  range("a wine bottle", 300, 290, 330, "height", "memory", "recalled"),
  range("a drinks can", 115, 115, 122, "height", "memory", "330 ml, recalled"),
  exact("a stacking box", 600, "length", "published", "EN 13199-1"),
  exact("a scaffold tube", 48.3, "diameter", "published", "EN 39"),
  range("a bicycle wheel", 678, 650, 720, "diameter over the tyre", "published", "ISO 5775: 622 and twice the tyre"),
  range("a car wheel", 634, 560, 700, "diameter over the tyre", "published", "ETRTO: rim × 25.4 + 2 × width × aspect; 195/65 R15 is 634.5"),
  exact("a football goal", 2440, "height inside", "published", "Laws of the Game, law 1"),
  range("a kerb", 125, 100, 152, "height", "practice", PRACTICE),
  range("a traffic lane", 3658, 3048, 3750, "width", "published", "AASHTO: 10 to 12 ft; CD 127: 3.65 m"),
  range("a sandbag", 500, 450, 600, "length", "practice", PRACTICE),
  range("a floor plank", 150, 100, 200, "width", "practice", PRACTICE),
  range("a rope", 25, 18, 40, "thickness", "practice", PRACTICE),
  range("a glazing bar", 18, 15, 40, "width", "practice", PRACTICE),
  range("a rivet head", 30, 20, 40, "width", "practice", PRACTICE),
  range("a blade of meadow grass", 400, 200, 700, "height", "practice", PRACTICE),
  range("a blade of lawn grass", 40, 25, 60, "height", "practice", PRACTICE),
  range(
    "a standing person",
    1755,
    1646,
    1866,
    "height",
    "memory",
    "5 to 95 % of men, mean 1755.8 and deviation 66.8 in a 1988 survey, recalled",
  ),
  range("the eyes of a person", 1643, 1541, 1747, "height", "published", "0.936 of stature: Drillis & Contini 1966; statures recalled"),
  range("a single-storey eave", 2700, 2300, 3200, "height", "practice", PRACTICE),
  range("a two-storey eave", 5400, 4800, 6200, "height", "practice", PRACTICE),
];

/** Nearer than this no eye and no ruler on a model tells two things apart: the one listed first, which is the commoner, is named. */
const SAME = Math.log(1.015);

/** The thing whose usual size is nearest on a logarithmic scale, if it is within 12 %. */
export function nearestThing(realMm: number, own: readonly RealThing[] = []): RealThing | undefined {
  if (!(realMm > 0)) return undefined;
  const near = [...own, ...REAL_THINGS]
    .map((thing) => ({ thing, distance: Math.abs(Math.log(realMm / thing.mm)) }))
    .filter((n) => n.distance <= Math.log(1.12));
  const least = Math.min(...near.map((n) => n.distance));
  return near.find((n) => n.distance <= Math.max(least, SAME))?.thing;
}

/** Height of the door that a building should let a figure through. */
export const DOOR_MM = REAL_THINGS[0].mm;
/** And its width. */
export const DOOR_WIDTH_MM = 762;
