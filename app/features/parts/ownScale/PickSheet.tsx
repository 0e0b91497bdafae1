/** The three views to pick two points on. Both must lie in one view: what is measured is the length as it is drawn. */
import { useState } from "react";
import { formatMm } from "~core/units";
import { type Sheet, type ViewName, layoutViews } from "~core/drawing";
import { useWidth } from "~app/ui/useWidth";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { snapInView, type ViewPoint } from "./snapping";

const REACH_PX = 12;

export interface PickedSpan {
  view: ViewName;
  points: ViewPoint[];
}

export function PickSheet({ sheet, span, onSpan }: { sheet: Sheet; span: PickedSpan | null; onSpan: (span: PickedSpan) => void }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const [over, setOver] = useState<{ view: ViewName; point: ViewPoint } | null>(null);
  const layout = layoutViews(sheet.views, width || 600, 380, 0);
  const s = layout.pxPerMm;
  const at = (e: React.PointerEvent<SVGElement>): { view: ViewName; point: ViewPoint } | null => {
    const box = e.currentTarget.getBoundingClientRect();
    const x = e.clientX - box.left,
      y = e.clientY - box.top;
    for (const { view, x: x0, y: y0 } of layout.views) {
      const u = (x - x0) / s,
        v = (y0 - y) / s;
      const slack = REACH_PX / s;
      if (u >= -slack && u <= view.widthMm + slack && v >= -slack && v <= view.heightMm + slack)
        return { view: view.name, point: snapInView(view, u, v, slack) };
    }
    return null;
  };
  const place = (view: ViewName, p: ViewPoint): { x: number; y: number } => {
    const v = layout.views.find((l) => l.view.name === view)!;
    return { x: v.x + p.u * s, y: v.y - p.v * s };
  };
  const points = span?.points.map((p) => place(span.view, p)) ?? [];
  const hover = over && place(over.view, over.point);
  return (
    <div ref={ref} className="touch-none">
      {width > 0 && (
        <svg
          width={width}
          height={layout.height + 14}
          role="img"
          aria-label="Three views to pick two points on"
          className="block cursor-crosshair border border-rule bg-paper"
          data-testid="pick-sheet"
          onPointerMove={(e) => setOver(at(e))}
          onPointerLeave={() => setOver(null)}
          onPointerUp={(e) => {
            const hit = at(e);
            if (!hit) return;
            // A third press, or one in another view, begins anew.
            const goesOn = span !== null && span.view === hit.view && span.points.length === 1;
            onSpan({ view: hit.view, points: goesOn ? [...span.points, hit.point] : [hit.point] });
          }}
        >
          {layout.views.map((v) => (
            <g key={v.view.name}>
              <path d={segmentsPath(v.view.features, v, s)} stroke="var(--ink)" strokeWidth="1" fill="none" />
              <path d={segmentsPath(v.view.outline, v, s)} stroke="var(--ink)" strokeWidth="1.8" fill="none" strokeLinecap="round" />
              <text x={v.x} y={v.y + 18} fontSize="14" fill="var(--soft)">
                {v.view.name === "side" ? "right side" : v.view.name === "plan" ? "plan view" : "front"}
              </text>
            </g>
          ))}
          {hover && over && (
            <g>
              <circle cx={hover.x} cy={hover.y} r={over.point.on === "face" ? 3 : 7} fill="none" stroke="var(--act)" strokeWidth="1.5" />
              {span?.points.length === 1 && span.view === over.view && (
                <line x1={points[0].x} y1={points[0].y} x2={hover.x} y2={hover.y} stroke="var(--act)" strokeDasharray="4 3" />
              )}
            </g>
          )}
          {points.length === 2 && (
            <line x1={points[0].x} y1={points[0].y} x2={points[1].x} y2={points[1].y} stroke="var(--act)" strokeWidth="2" />
          )}
          {points.map((p, i) => (
            <circle key={i} cx={p.x} cy={p.y} r="4" fill="var(--act)" />
          ))}
        </svg>
      )}
      <p className="mt-1 text-sm text-soft">
        {over
          ? `${over.point.on === "corner" ? "an end of a line" : over.point.on === "edge" ? "on a line" : "no line near"}${
              span?.points.length === 1 && span.view === over.view
                ? `, ${formatMm(Math.hypot(over.point.u - span.points[0].u, over.point.v - span.points[0].v))} from the first`
                : ""
            }`
          : "press two points in one view; they snap to lines and line ends"}
      </p>
    </div>
  );
}
