/** Parts that are one piece before paint, as they look together from the front, small. */
import { memo, useMemo } from "react";
import { ofOne } from "~core/derive";
import { unitShape, type UnitBox } from "~core/look";
import { partSizeMm, unitsOfScene, type Part, type Project } from "~core/project";
import { useProject } from "./scene";
import { segmentsPath } from "./SheetDrawing";
import { Silhouette } from "./Silhouette";
import { useOutline } from "./useSheet";
import { PRIORITY } from "../../workers/pool";

const WIDE = 62,
  HIGH = 34;

/** The box of a part in its file, at its size; from zero where it has no file. */
function boxOf(part: Part): UnitBox {
  const { source, factor } = part;
  const size = partSizeMm(part);
  const min = (source.kind === "mesh" ? source.report.bounds.min.map((v) => v * factor) : [0, 0, 0]) as [number, number, number];
  return { min, max: [min[0] + size[0], min[1] + size[1], min[2] + size[2]], factor };
}

// Asked by every row of a long list.
const unitsIn = ofOne((scene: Project["scene"]) =>
  ofOne((parts: Project["parts"]): readonly (readonly Part[])[] =>
    unitsOfScene({ scene, parts }).map((unit) => parts.filter((p) => unit.includes(p.id))),
  ),
);

/** Units of the scene, as parts. */
export function useUnits(): readonly (readonly Part[])[] {
  const { scene, parts } = useProject();
  return unitsIn(scene)(parts);
}

/** A part with all that it is one piece with, its own lines in ink. */
export function PieceSilhouette({ part, onInk = false }: { part: Part; onInk?: boolean }) {
  const unit = useUnits().find((u) => u.some((p) => p.id === part.id));
  return unit ? <UnitSilhouette parts={unit} own={part.id} onInk={onInk} /> : <Silhouette part={part} onInk={onInk} />;
}

/** @param own the part whose lines are in ink; all when absent */
export function UnitSilhouette({ parts, own, onInk = false }: { parts: readonly Part[]; own?: string; onInk?: boolean }) {
  const { joints } = useProject().scene;
  const shape = useMemo(
    () =>
      unitShape(
        parts.map((p) => p.id),
        joints,
        (id) => boxOf(parts.find((p) => p.id === id)!),
      ),
    [parts, joints],
  );
  const s = Math.min(WIDE / Math.max(shape.wideMm, 1e-6), HIGH / Math.max(shape.highMm, 1e-6));
  const left = 1 + (WIDE - shape.wideMm * s) / 2;
  return (
    <svg width={WIDE + 2} height={HIGH + 2} aria-hidden="true" className="shrink-0">
      {shape.pieces.map((piece) => {
        const ink = onInk ? "var(--paper)" : own === undefined || own === piece.id ? "var(--ink)" : "var(--soft)";
        const [x, y] = [left + piece.xMm * s, 1 + HIGH - piece.zMm * s];
        // A side that is not drawn is its box.
        return piece.shows === "side" ? (
          <rect key={piece.id} x={x} y={y - piece.highMm * s} width={piece.wideMm * s} height={piece.highMm * s} fill="none" stroke={ink} />
        ) : (
          <g key={piece.id} transform={piece.shows === "back" ? `translate(${2 * x + piece.wideMm * s} 0) scale(-1 1)` : undefined}>
            <Outline part={parts.find((p) => p.id === piece.id)!} x={x} y={y} s={s} ink={ink} />
          </g>
        );
      })}
    </svg>
  );
}

const Outline = memo(function Outline({ part, x, y, s, ink }: { part: Part; x: number; y: number; s: number; ink: string }) {
  const view = useOutline(part, true, PRIORITY.shown)?.views.find((v) => v.name === "front");
  return view ? <path d={segmentsPath(view.outline, { x, y }, s)} fill="none" stroke={ink} strokeWidth="1.2" /> : null;
});
