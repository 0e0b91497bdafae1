/** Two parts where they stand, one outline over the other; arrows move the first. */
import type { Placing } from "~core/joint";
import type { Part } from "~core/project";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { useOutline } from "~app/shared/useSheet";

const WIDE = 320,
  HIGH = 220;

/** Lowest corner of a part's file at its size, as the view sees it. */
const lowOf = (p: Part, k: number): number => (p.source.kind === "mesh" ? p.source.report.bounds.min[k] * p.factor : 0);

/** Both outlines, one over the other. */
export function TwoViews({
  view,
  place,
  a,
  b,
  onArrow,
}: {
  view: "front" | "plan";
  place: Placing;
  a: Part;
  b: Part;
  onArrow: (across: number, up: number, fine: boolean) => void;
}) {
  const [first, second] = [useOutline(a), useOutline(b)].map((s) => s?.views.find((v) => v.name === view));
  const up = view === "front" ? 2 : 1;
  // A quarter turn shows another side: its box stands for it then.
  const turned = place.turnDeg % 180 !== 0;
  if (!first || !second) return <p className="text-soft">Drawing.</p>;
  const at = [0, up].map((k) => lowOf(a, k) + place.atMm[k] * b.factor - lowOf(b, k));
  const [wideA, highA] = [first.widthMm, first.heightMm];
  const low = [Math.min(0, at[0]), Math.min(0, at[1])],
    high = [Math.max(second.widthMm, at[0] + wideA), Math.max(second.heightMm, at[1] + highA)];
  const s = Math.min((WIDE - 12) / Math.max(1e-6, high[0] - low[0]), (HIGH - 12) / Math.max(1e-6, high[1] - low[1]));
  const x = (mm: number): number => 6 + (mm - low[0]) * s;
  const y = (mm: number): number => HIGH - 6 - (mm - low[1]) * s;
  return (
    <figure>
      <svg
        width={WIDE}
        height={HIGH}
        role="application"
        tabIndex={0}
        aria-label={`${a.name} in ${b.name}, ${view === "front" ? "from the front" : "from above"}: arrows move it`}
        onKeyDown={(e) => {
          const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
          if (!d) return;
          e.preventDefault();
          onArrow(d[0], d[1], e.shiftKey);
        }}
      >
        <path d={segmentsPath(second.outline, { x: x(0), y: y(0) }, s)} fill="none" stroke="var(--soft)" strokeWidth="1.3" />
        {turned ? (
          <rect
            x={x(at[0])}
            y={y(at[1] + highA)}
            width={wideA * s}
            height={highA * s}
            fill="none"
            stroke="var(--ink)"
            strokeDasharray="5 3"
          />
        ) : (
          <path d={segmentsPath(first.outline, { x: x(at[0]), y: y(at[1]) }, s)} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
        )}
      </svg>
      <figcaption className="text-sm text-soft">{view === "front" ? "from the front" : "from above"}</figcaption>
    </figure>
  );
}
