/**
 * The dimension sheet of the real thing: sizes at full size with where they come from, and what follows: the model's size, entries
 * that contradict each other, and how far a part is off on each axis.
 */
import { formatReal } from "../units";
import { toModelMm } from "../scale";

/** How sure a size is, surest first, with the share it may be off. Common practice, no source. */
export const SURENESS = {
  measured: { label: "measured", spread: 0.005 },
  drawing: { label: "from a drawing", spread: 0.01 },
  photo: { label: "scaled from a photo", spread: 0.05 },
  guess: { label: "a guess", spread: 0.15 },
} as const;
export type Sureness = keyof typeof SURENESS;

export type Axis = "width" | "depth" | "height";
export const AXES: Axis[] = ["width", "depth", "height"];

export interface RealDimension {
  id: string;
  /** "Mill house", "door". */
  name: string;
  axis: Axis;
  mm: number;
  /** As it was typed, with its unit. */
  text: string;
  source: string;
  sure: Sureness;
  /** Entry that this lies inside of: a door in its wall. */
  within: string | null;
  /** Part that stands for it. */
  partId: string | null;
}

export interface Contradiction {
  ids: string[];
  message: string;
}

const low = (d: RealDimension): number => d.mm * (1 - SURENESS[d.sure].spread);
const high = (d: RealDimension): number => d.mm * (1 + SURENESS[d.sure].spread);

/** What cannot all be true: a thing longer than what it lies in, two sizes for one thing, openings that go into a wall neither side by side nor stacked. */
export function contradictions(sheet: readonly RealDimension[]): Contradiction[] {
  const out: Contradiction[] = [];
  const byId = new Map(sheet.map((d) => [d.id, d]));
  const say = (d: RealDimension): string => `the ${d.name.toLowerCase()} (${formatReal(d.mm)})`;
  for (const d of sheet) {
    const outer = d.within === null ? undefined : byId.get(d.within);
    if (outer && outer.axis === d.axis && low(d) > high(outer))
      out.push({
        ids: [d.id, outer.id],
        message: `${cap(say(d))} is longer than ${say(outer)} around it, by ${formatReal(d.mm - outer.mm)} in ${d.axis}.`,
      });
  }
  for (const [i, a] of sheet.entries())
    for (const b of sheet.slice(i + 1)) {
      if (a.axis !== b.axis || a.name.trim().toLowerCase() !== b.name.trim().toLowerCase()) continue;
      if (low(a) > high(b) || low(b) > high(a))
        out.push({
          ids: [a.id, b.id],
          message: `Two ${a.axis}s for the ${a.name.toLowerCase()}: ${formatReal(a.mm)} and ${formatReal(b.mm)}. ${
            SURENESS[a.sure].spread <= SURENESS[b.sure].spread ? cap(SURENESS[a.sure].label) : cap(SURENESS[b.sure].label)
          } is the more reliable one.`,
        });
    }
  for (const outer of sheet) {
    if (outer.axis !== "width") continue;
    const inside = sheet.filter((d) => d.within === outer.id && d.axis === "width" && low(d) <= high(outer));
    const sum = inside.reduce((n, d) => n + low(d), 0);
    if (inside.length < 2 || sum <= high(outer)) continue;
    // They may stand above each other: only what fits neither way is impossible, and that takes their heights to know.
    const tall = heightOf(outer, sheet);
    const heights = inside.map((d) => heightOf(d, sheet));
    if (tall === null || heights.some((h) => h === null)) continue;
    const areas = inside.reduce((n, d, i) => n + low(d) * heights[i]!, 0);
    const apart = inside.every((a, i) =>
      inside.every((c, j) => i === j || low(a) + low(c) <= high(outer) || heights[i]! + heights[j]! <= tall),
    );
    if (areas > high(outer) * tall || !apart)
      out.push({
        ids: [outer.id, ...inside.map((d) => d.id)],
        message: `${cap(inside.map(say).join(" and "))} do not fit into ${say(outer)}, side by side or stacked.`,
      });
  }
  return out;
}

/** The height of the same thing, as far as the sheet knows it. */
function heightOf(d: RealDimension, sheet: readonly RealDimension[]): number | null {
  const named = sheet.find((x) => x.axis === "height" && x.name.trim().toLowerCase() === d.name.trim().toLowerCase());
  return named ? low(named) : null;
}

const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

export interface AxisCheck {
  dimension: RealDimension;
  /** Model size that the sheet asks for, mm. */
  wantMm: number;
  haveMm: number;
  /** Have ÷ want − 1. */
  off: number;
  /** Within what the sheet itself is unsure of. */
  unsure: boolean;
}

/** How far a part of `sizeMm` at 1:`ratio` is off the entries that it stands for. */
export function checkDimensions(
  partId: string,
  sizeMm: readonly [number, number, number],
  ratio: number,
  sheet: readonly RealDimension[],
): AxisCheck[] {
  return sheet
    .filter((d) => d.partId === partId)
    .map((dimension) => {
      const wantMm = toModelMm(dimension.mm, ratio),
        haveMm = sizeMm[AXES.indexOf(dimension.axis)];
      const off = haveMm / wantMm - 1;
      return { dimension, wantMm, haveMm, off, unsure: Math.abs(off) <= SURENESS[dimension.sure].spread };
    });
}
