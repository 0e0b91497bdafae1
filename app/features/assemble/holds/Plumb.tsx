/** How far a piece can be tilted, as a plumb line, with what a slope and what handling takes marked. */
import { TIP_MARKS } from "~core/joint";

const WIDE = 84,
  HIGH = 34;
const MOST_DEG = 30;

const across = (deg: number): number => 4 + ((WIDE - 8) * Math.min(deg, MOST_DEG)) / MOST_DEG;

export function Plumb({ deg }: { deg: number }) {
  return (
    <svg width={WIDE} height={HIGH} aria-hidden="true">
      <path d={`M4 ${HIGH - 8}H${WIDE - 4}`} stroke="var(--soft)" />
      {[TIP_MARKS.slopeDeg, TIP_MARKS.handledDeg].map((mark) => (
        <path key={mark} d={`M${across(mark)} ${HIGH - 14}v12`} stroke="var(--soft)" />
      ))}
      <path d={`M4 ${HIGH - 8}H${across(deg)}`} stroke={deg < TIP_MARKS.slopeDeg ? "var(--act)" : "var(--ink)"} strokeWidth="4" />
    </svg>
  );
}
