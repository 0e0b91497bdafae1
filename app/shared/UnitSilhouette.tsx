/** Parts that are one piece before paint, as they look together from the front, small. */
import { memo, useMemo } from "react";
import { ofOne } from "~core/derive";
import { unitShape } from "~core/look";
import { partSizeMm, unitsOfScene, type Part, type Project } from "~core/project";
import { useProject } from "./scene";
import { segmentsPath } from "./SheetDrawing";
import { Silhouette } from "./Silhouette";
import { useOutline } from "./useSheet";
import { PRIORITY } from "../../workers/pool";

const WIDE = 62,
  HIGH = 34;

/** Lowest corner of a part's file at its size, from the front. */
const lowOf = ({ source, factor }: Part): readonly [number, number] =>
  source.kind === "mesh" ? [source.report.bounds.min[0] * factor, source.report.bounds.min[2] * factor] : [0, 0];

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
  const shape = useMemo(() => {
    const byId = new Map(parts.map((p) => [p.id, p]));
    return unitShape(
      parts.map((p) => p.id),
      joints,
      (id) => {
        const part = byId.get(id)!;
        const [wideMm, , highMm] = partSizeMm(part);
        return { wideMm, highMm, lowMm: lowOf(part), factor: part.factor };
      },
    );
  }, [parts, joints]);
  const s = Math.min(WIDE / Math.max(shape.wideMm, 1e-6), HIGH / Math.max(shape.highMm, 1e-6));
  const left = 1 + (WIDE - shape.wideMm * s) / 2;
  return (
    <svg width={WIDE + 2} height={HIGH + 2} aria-hidden="true" className="shrink-0">
      {shape.pieces.map(({ id, xMm, zMm }) => (
        <Outline
          key={id}
          part={parts.find((p) => p.id === id)!}
          x={left + xMm * s}
          y={1 + HIGH - zMm * s}
          s={s}
          ink={onInk ? "var(--paper)" : own === undefined || own === id ? "var(--ink)" : "var(--soft)"}
        />
      ))}
    </svg>
  );
}

const Outline = memo(function Outline({ part, x, y, s, ink }: { part: Part; x: number; y: number; s: number; ink: string }) {
  const view = useOutline(part, true, PRIORITY.shown)?.views.find((v) => v.name === "front");
  return view ? <path d={segmentsPath(view.outline, { x, y }, s)} fill="none" stroke={ink} strokeWidth="1.2" /> : null;
});
