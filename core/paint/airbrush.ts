/** Whether a paint goes through an airbrush, how it is thinned for it, and the nozzle that it wants. Common practice, no source. */
import type { CoatFamily } from "../coat";

interface Spraying {
  /** Parts of thinner to one of paint, to begin with. */
  thinning: readonly [least: number, most: number];
  /** The narrowest nozzle that it goes through, mm. */
  nozzleMm: number;
  says: string;
}

/** Families that are missing do not go through one. */
const SPRAYING: Partial<Record<CoatFamily, Spraying>> = {
  "water primer": { thinning: [0, 0.3], nozzleMm: 0.4, says: "Stir and strain it." },
  "solvent primer": { thinning: [1, 2], nozzleMm: 0.3, says: "Decanted from a can it gives off gas: let it stand." },
  "water acrylic": { thinning: [0.5, 1.5], nozzleMm: 0.3, says: "Craft and house paint clog: strain it, or brush it." },
  "water wash": { thinning: [0, 0.5], nozzleMm: 0.2, says: "Light passes, or it runs." },
  lacquer: { thinning: [1, 2], nozzleMm: 0.2, says: "Its own thinner." },
  enamel: { thinning: [0.5, 1], nozzleMm: 0.3, says: "White spirit." },
  "enamel wash": { thinning: [0, 1], nozzleMm: 0.2, says: "White spirit, light passes." },
  "oil paint": { thinning: [4, 10], nozzleMm: 0.3, says: "As a filter only." },
  "alcohol ink": { thinning: [0, 1], nozzleMm: 0.2, says: "Alcohol." },
  "acrylic ink": { thinning: [0, 0.3], nozzleMm: 0.2, says: "It goes through where white paint clogs." },
  "mirror metal": { thinning: [0, 0], nozzleMm: 0.2, says: "As it comes, low pressure, over gloss black." },
  "water varnish": { thinning: [0.1, 0.5], nozzleMm: 0.4, says: "Matt varnish settles: shake it." },
  "solvent varnish": { thinning: [1, 2], nozzleMm: 0.3, says: "Its own thinner." },
};

/** White pigment is coarse and heavy. Common practice, no source. */
const WHITE = { family: "water acrylic", lightest: 0xd8 } as const;

const isWhite = (hex: string): boolean => [1, 3, 5].every((i) => parseInt(hex.slice(i, i + 2), 16) >= WHITE.lightest);

export interface ThroughAirbrush {
  goes: "yes" | "thin it" | "nozzle" | "no";
  words: string;
}

const ratio = (t: number): string => (t === 0 ? "as it comes" : `1:${t}`);
const range = ([least, most]: readonly [number, number]): string =>
  least === most ? ratio(least) : least === 0 ? `as it comes to 1:${most}` : `1:${least} to 1:${most}`;

/**
 * @param parts what is in the pot: the one that asks for most speaks for all
 * @param thinning parts of thinner to one of paint that are in it
 * @param nozzleMm null where nobody said
 */
export function throughAirbrush(
  parts: readonly { family: CoatFamily; hex: string }[],
  thinning: number,
  nozzleMm: number | null,
): ThroughAirbrush {
  const no = parts.find((p) => !SPRAYING[p.family]);
  if (no || parts.length === 0) return { goes: "no", words: `${no?.family ?? "nothing"} does not go through an airbrush` };
  const facts = parts.map((p) => SPRAYING[p.family]!);
  const asks = facts.reduce((a, b) => (b.thinning[0] > a.thinning[0] ? b : a));
  const wants = Math.max(...facts.map((f) => f.nozzleMm));
  const whitish = parts.some((p) => p.family === WHITE.family && isWhite(p.hex)) ? " White clogs sooner: acrylic ink goes through." : "";
  const says = `${asks.says}${whitish}`;
  if (nozzleMm !== null && nozzleMm < wants)
    return { goes: "nozzle", words: `it wants a nozzle of ${wants} mm or more, yours is ${nozzleMm} mm. ${says}` };
  if (thinning < asks.thinning[0]) return { goes: "thin it", words: `thin it ${range(asks.thinning)} first. ${says}` };
  if (thinning > asks.thinning[1] * 1.5 + 0.2)
    return { goes: "thin it", words: `thinner than usual (${range(asks.thinning)}): it runs. Light passes. ${says}` };
  return { goes: "yes", words: `yes, ${ratio(thinning)}${nozzleMm === null ? `, with a nozzle of ${wants} mm or more` : ""}. ${says}` };
}
