/** The plan against a reference: each picked colour beside the pot that stands for it, with the difference in words. */
import { differenceOf, differenceWords } from "../paint";
import type { LookSwatch, Part, Project } from "../project";
import { pottedCoats } from "./paintAmounts";

/** A colour that the plan lays somewhere. */
export interface Planned {
  /** The pot on the rack; null where none is chosen. */
  paintId: string | null;
  name: string;
  hex: string;
  parts: readonly Part[];
}

/** Primers are covered, clear coats have no colour of their own. */
const isSeen = (family: string): boolean => !/primer|varnish|effect/.test(family);

/** Every colour of the plan that is seen, once. */
export function plannedColours(project: Project): Planned[] {
  const found = new Map<string, { planned: Planned; parts: Part[] }>();
  for (const part of project.parts)
    for (const { paintId, name, layer } of pottedCoats(part, project)) {
      if (!isSeen(layer.family) || !layer.hex) continue;
      const key = paintId ?? `${name} ${layer.hex}`;
      const there = found.get(key) ?? { planned: { paintId, name, hex: layer.hex, parts: [] }, parts: [] };
      if (there.parts.at(-1) !== part) there.parts.push(part);
      found.set(key, there);
    }
  return [...found.values()].map(({ planned, parts }) => ({ ...planned, parts }));
}

export interface Against {
  swatch: LookSwatch;
  /** What stands for it: as it was said, else the nearest; null where the plan lays no colour. */
  planned: Planned | null;
  deltaE00: number;
  words: string;
}

export function lookAgainst(project: Project): Against[] {
  const planned = plannedColours(project);
  return (project.scene.swatches ?? []).map((swatch): Against => {
    const said = planned.find((p) => p.paintId !== null && p.paintId === swatch.paintId);
    const [nearest = null] = [...planned].sort(
      (a, b) => differenceOf(a.hex, swatch.hex) - differenceOf(b.hex, swatch.hex) || a.name.localeCompare(b.name),
    );
    const stands = said ?? nearest;
    if (!stands) return { swatch, planned: null, deltaE00: Infinity, words: "the plan lays no colour yet" };
    return { swatch, planned: stands, deltaE00: differenceOf(stands.hex, swatch.hex), words: differenceWords(stands.hex, swatch.hex) };
  });
}

/** Details of a part that are wanted and not done, and what they take, s. */
export const detailsOpen = ({ details = [] }: Pick<Part, "details">): { open: number; handsS: number } => {
  const open = details.filter((d) => d.wanted !== "skip" && !d.done);
  return { open: open.length, handsS: open.reduce((sum, d) => sum + (d.handsOnS ?? 0), 0) };
};
