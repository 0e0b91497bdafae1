/** Zones by what they are: a hatch for each, and a key. */
import { zoneLabel, type ZoneIs } from "~core/ground";

const LINES: Readonly<Record<ZoneIs, { size: number; turn: number; d: string; stroke: string; width: number }>> = {
  mud: { size: 7, turn: 0, d: "M0 3.5h4", stroke: "var(--soft)", width: 1 },
  earth: { size: 8, turn: 0, d: "M1 2h1.4M5 6h1.4", stroke: "var(--soft)", width: 1.3 },
  sand: { size: 5, turn: 0, d: "M1 1h.9M3.4 3.6h.9", stroke: "var(--soft)", width: 1 },
  gravel: {
    size: 10,
    turn: 0,
    d: "M2 3a1.4 1.4 0 1 0 2.8 0a1.4 1.4 0 1 0 -2.8 0M6 8a1 1 0 1 0 2 0a1 1 0 1 0 -2 0",
    stroke: "var(--soft)",
    width: 0.8,
  },
  paving: { size: 12, turn: 0, d: "M0 0h12M0 6h12M3 0v6M9 6v6", stroke: "var(--rule)", width: 0.9 },
  grass: { size: 14, turn: 0, d: "M3 10v-5M5 10l1.5-4.5M1 10l-.8-3.4", stroke: "var(--soft)", width: 0.9 },
  scrub: { size: 12, turn: 0, d: "M2 8c1-4 3-4 4 0M7 11c1-3 2.4-3 3 0", stroke: "var(--soft)", width: 0.9 },
  water: { size: 6, turn: -35, d: "M0 3h6", stroke: "var(--real)", width: 0.8 },
  hands: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  path: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  slides: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  turns: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  camera: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  dice: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
  cell: { size: 8, turn: 45, d: "M0 4h8", stroke: "var(--act)", width: 0.7 },
};

export const zoneFill = (is: ZoneIs): string => `url(#zone-${is})`;

export const ZoneHatches = () => (
  <defs>
    {(Object.keys(LINES) as ZoneIs[]).map((is) => {
      const { size, turn, d, stroke, width } = LINES[is];
      return (
        <pattern key={is} id={`zone-${is}`} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform={`rotate(${turn})`}>
          <path d={d} stroke={stroke} strokeWidth={width} fill="none" />
        </pattern>
      );
    })}
  </defs>
);

export function ZoneKey({ kinds }: { kinds: readonly ZoneIs[] }) {
  return (
    <p className="flex flex-wrap gap-x-4 text-sm text-soft">
      {kinds.map((is) => (
        <span key={is} className="inline-flex items-center gap-1.5">
          <svg width="24" height="14" aria-hidden="true">
            <rect width="24" height="14" fill={zoneFill(is)} stroke="var(--soft)" />
          </svg>
          {zoneLabel(is)}
        </span>
      ))}
    </p>
  );
}
