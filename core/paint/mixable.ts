/** Which paints may be mixed with each other: those that the same thinner thins, and that are paint. Common practice, no source. */
import type { CoatFamily } from "../coat";

const MIXABLE: readonly (readonly CoatFamily[])[] = [["water acrylic", "acrylic ink"], ["lacquer"], ["enamel", "oil paint"]];

/** What goes into a pot with it, itself included; none where nobody mixes it: primers, varnishes, effects. */
export const mixesWith = (family: CoatFamily): readonly CoatFamily[] => MIXABLE.find((g) => g.includes(family)) ?? [];

/** A pot, and the pots that went into it. */
interface Mixed {
  id: string;
  mix?: { parts: readonly { paintId: string }[] } | null;
}

/** Is the pot said to be mixed from itself, by whatever way round? A file may say so. */
export function mixedFromItself(pot: Mixed, rack: readonly Mixed[]): boolean {
  const partsOf = new Map(rack.map((p) => [p.id, p.mix?.parts.map((x) => x.paintId) ?? []]));
  const seen = new Set<string>();
  const next = [...(partsOf.get(pot.id) ?? [])];
  for (let id = next.pop(); id !== undefined; id = next.pop()) {
    if (id === pot.id) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    next.push(...(partsOf.get(id) ?? []));
  }
  return false;
}
