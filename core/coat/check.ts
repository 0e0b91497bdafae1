/**
 * Checks a stack of coats over the whole life of a surface, groundwork and glue included, in the order of the build.
 *
 * Each coat is judged not only against its neighbour but against every coat that still lies open below it: a dry brush
 * covers a quarter, a wash lies in the recesses, pigment is porous. The look down ends at the first closed film, that is
 * when less than `OPEN_SHARE` of a coat is still bare.
 */
import { slowdown, sprayFault, TABLE_AIR, type Air } from "./climate";
import { coverOf, FAMILIES, METHODS, recoatS, sheenOf, throughFactor, type CoatLayer, type Sheen } from "./families";
import { COAT_RULES, CRACKLE_REMEDY, UNKNOWN_PAIR, type CoatRule, type Verdict } from "./rules";

/** Share of a coat that may lie bare before a solvent finds it. Common practice, no source. */
const OPEN_SHARE = 0.06;

export interface BoundaryVerdict {
  under: string;
  over: string;
  underId: string;
  overId: string;
  verdict: Verdict;
  /** Least age of the coat below, s. */
  waitS: number;
  why: string;
  remedy: string;
  ruleId: string;
  source: string;
  /** What goes wrong are cracks, which may be wanted; and whether they are. */
  cracks: boolean;
  wanted: boolean;
  /** Coats between the two that do not close the film. */
  through: string[];
  /** Age that the coat below has when the other is laid, s; null where it is not planned. */
  ageS: number | null;
  /** How much longer it would have to wait, s; 0 when the plan waits long enough or does not say. */
  shortS: number;
  /** The same pair where the coat above is laid in distant, dry mist coats, if that is better. */
  mist: Verdict | null;
}

/** A layer that is sprayed in air in which it should not be. */
interface AirFault {
  layer: string;
  layerId: string;
  why: string;
}

export interface StackCheck {
  /** No pair is "never" or "seal first", no planned wait too short, no spray in the wrong air. */
  ok: boolean;
  verdicts: BoundaryVerdict[];
  air: AirFault[];
}

const RANK: Record<Verdict, number> = { fine: 0, wait: 1, "test first": 2, "seal first": 3, never: 4 };
export const isClash = (verdict: Verdict): boolean => RANK[verdict] >= 3;

const dries = (layer: CoatLayer, as: readonly Sheen[]): boolean => {
  const sheen = sheenOf(layer);
  return sheen !== undefined && as.includes(sheen);
};

function ruleFor(under: CoatLayer, over: CoatLayer, neighbours: boolean, rules: readonly CoatRule[]): CoatRule {
  return (
    rules.find(
      (r) =>
        (r.under === undefined || r.under.includes(under.family)) &&
        (r.over === undefined || r.over.includes(over.family)) &&
        (r.underCleaner === undefined || r.underCleaner === FAMILIES[under.family].cleaner) &&
        (r.overCleaner === undefined || r.overCleaner === FAMILIES[over.family].cleaner) &&
        (r.overMethod === undefined || r.overMethod.includes(over.method)) &&
        (r.underSheen === undefined || dries(under, r.underSheen)) &&
        (r.overSheen === undefined || dries(over, r.overSheen)) &&
        (r.wet === undefined || over.wet === true) &&
        (r.neighbours === undefined || neighbours),
    ) ?? UNKNOWN_PAIR
  );
}

/** The air in which a coat dries. */
export const airOf = ({ airC, rh }: CoatLayer): Air => ({ airC: airC ?? TABLE_AIR.airC, rh: rh ?? TABLE_AIR.rh });

/** One pair: the rule's verdict, the wait in this air, and what the plan makes of it. */
function judge(under: CoatLayer, over: CoatLayer, rule: CoatRule, through: string[]): BoundaryVerdict {
  const slow = slowdown(FAMILIES[under.family].cleaner, airOf(under));
  const ruled =
    rule.waitS === undefined ? undefined : rule.waitS * throughFactor(under) * (METHODS[over.method].light ? (rule.light ?? 1) : 1);
  const waitS = (ruled ?? recoatS(under)) * slow;
  const ageS = under.atH !== undefined && over.atH !== undefined ? (over.atH - under.atH) * 3600 : null;
  const asMist = over.method === "mist" && rule.mist !== undefined ? rule.mist : rule.verdict;
  let verdict = asMist;
  if (ageS !== null && rule.clearsS !== undefined && isClash(verdict) && ageS >= rule.clearsS * Math.max(1, throughFactor(under)) * slow)
    verdict = "test first";
  const wanted = rule.cracks === true && over.crackle === true;
  if (wanted && isClash(verdict)) verdict = "test first";
  if (verdict === "wait" && waitS === 0) verdict = "fine";
  // A stop has no wait that would do; what may be laid must be old enough.
  const shortS = ageS === null || wanted || isClash(verdict) ? 0 : Math.max(0, waitS - ageS);
  if (verdict === "wait" && ageS !== null && shortS === 0) verdict = "fine";
  const mist = over.method !== "mist" && rule.mist !== undefined && RANK[rule.mist] < RANK[verdict] ? rule.mist : null;
  return {
    under: under.name,
    over: over.name,
    underId: under.id,
    overId: over.id,
    verdict,
    waitS,
    why: rule.why,
    remedy: wanted ? CRACKLE_REMEDY : rule.remedy,
    ruleId: rule.id,
    source: rule.source,
    cracks: rule.cracks === true,
    wanted,
    through,
    ageS,
    shortS,
    mist,
  };
}

/** A stack as it lies on each of its places: what is laid all over, and what is laid there. One of all where no layer says a place. */
export function stacksByPlace<L extends CoatLayer>(layers: readonly L[]): L[][] {
  const places = new Set(layers.flatMap((l) => l.place ?? []));
  return places.size > 1 ? [...places].map((place) => layers.filter((l) => l.place === undefined || l.place === place)) : [[...layers]];
}

/**
 * @param layers from the ground up; with `atH` the waits that are planned are checked, with `airC` and `rh` they follow the air
 * @param rules the table, a user's own rows in front
 * @returns one verdict for every pair that touches
 */
export function checkStack(layers: readonly CoatLayer[], rules: readonly CoatRule[] = COAT_RULES): StackCheck {
  const stacks = stacksByPlace(layers);
  const verdicts = stacks.length === 1 ? verdictsOf(stacks[0], rules) : ofPlaces(stacks, layers, rules);
  const air = layers.flatMap((layer): AirFault[] => {
    const why = METHODS[layer.method].sprayed && !FAMILIES[layer.family].ground ? sprayFault(airOf(layer)) : null;
    return why ? [{ layer: layer.name, layerId: layer.id, why }] : [];
  });
  return { ok: air.length === 0 && !verdicts.some((v) => isClash(v.verdict) || v.shortS > 0), verdicts, air };
}

/** Of several places, in the order of the layers: what lies all over is compared once. */
function ofPlaces(stacks: readonly (readonly CoatLayer[])[], layers: readonly CoatLayer[], rules: readonly CoatRule[]): BoundaryVerdict[] {
  const pairs = new Map(stacks.flatMap((one) => verdictsOf(one, rules)).map((v) => [`${v.underId}\n${v.overId}`, v]));
  const nth = new Map(layers.map((l, i) => [l.id, i]));
  return [...pairs.values()].sort((a, b) => nth.get(a.overId)! - nth.get(b.overId)!);
}

/** Of layers that all lie over each other. */
function verdictsOf(layers: readonly CoatLayer[], rules: readonly CoatRule[]): BoundaryVerdict[] {
  const verdicts: BoundaryVerdict[] = [];
  for (let i = 1; i < layers.length; i++) {
    const over = layers[i];
    let bare = 1;
    const through: string[] = [];
    for (let j = i - 1; j >= 0 && bare >= OPEN_SHARE; j--) {
      const under = layers[j];
      const neighbour = j === i - 1;
      const rule = ruleFor(under, over, neighbour, rules);
      const found = judge(under, over, rule, [...through]);
      // One warning is enough for several coats of a kind over the same ground.
      const told = found.verdict === "test first" && verdicts.some((v) => v.ruleId === rule.id && v.underId === under.id);
      // Past the neighbour only what is worse than waiting matters, and a wait that is longer.
      if (
        !told &&
        (neighbour || RANK[found.verdict] >= RANK["test first"] || (found.verdict === "wait" && found.waitS > 0) || found.shortS > 0)
      )
        verdicts.push(found);
      through.unshift(under.name);
      bare *= 1 - coverOf(under);
    }
  }
  return verdicts;
}

/** The worst verdict first; of equals the longest wait. */
export function worstFirst(verdicts: readonly BoundaryVerdict[]): BoundaryVerdict[] {
  return [...verdicts].sort((a, b) => RANK[b.verdict] - RANK[a.verdict] || b.waitS - a.waitS);
}
