/** A part as it looks from the front, small, so that a row is known by sight. */
import { memo } from "react";
import type { Part } from "~core/project";
import { segmentsPath } from "./SheetDrawing";
import { PRIORITY } from "../../workers/pool";
import { useOutline } from "./useSheet";

const WIDE = 46,
  HIGH = 34;

export const Silhouette = memo(function Silhouette({ part, onInk = false }: { part: Part; onInk?: boolean }) {
  const view = useOutline(part, true, PRIORITY.shown)?.views.find((v) => v.name === "front");
  const s = view ? Math.min(WIDE / Math.max(view.widthMm, 1e-6), HIGH / Math.max(view.heightMm, 1e-6)) : 1;
  return (
    <svg width={WIDE + 2} height={HIGH + 2} aria-hidden="true" className="shrink-0">
      {view && (
        <path
          d={segmentsPath(view.outline, { x: 1 + (WIDE - view.widthMm * s) / 2, y: 1 + HIGH }, s)}
          fill="none"
          stroke={onInk ? "var(--paper)" : "var(--ink)"}
          strokeWidth="1.2"
        />
      )}
    </svg>
  );
});
