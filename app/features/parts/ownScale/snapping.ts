/** Which point of a drawn view is meant by a press: an end of a line, a point on one, or the place itself. */
import type { ViewDrawing } from "~core/drawing";

export interface ViewPoint {
  /** Millimetres from the view's lower left. */
  u: number;
  v: number;
  on: "corner" | "edge" | "face";
}

/** @param reachMm how near an end of a line must be; half of it for a point on a line */
export function snapInView(view: ViewDrawing, u: number, v: number, reachMm: number): ViewPoint {
  let corner = { u, v, d: Infinity },
    edge = { u, v, d: Infinity };
  for (const segments of [view.outline, view.features])
    for (let i = 0; i < segments.length; i += 4) {
      const [au, av, bu, bv] = [segments[i], segments[i + 1], segments[i + 2], segments[i + 3]];
      for (const [cu, cv] of [
        [au, av],
        [bu, bv],
      ]) {
        const d = Math.hypot(cu - u, cv - v);
        if (d < corner.d) corner = { u: cu, v: cv, d };
      }
      const du = bu - au,
        dv = bv - av;
      const length = du * du + dv * dv;
      const f = length > 0 ? Math.min(1, Math.max(0, ((u - au) * du + (v - av) * dv) / length)) : 0;
      const d = Math.hypot(au + f * du - u, av + f * dv - v);
      if (d < edge.d) edge = { u: au + f * du, v: av + f * dv, d };
    }
  if (corner.d <= reachMm) return { u: corner.u, v: corner.v, on: "corner" };
  return edge.d <= reachMm / 2 ? { u: edge.u, v: edge.v, on: "edge" } : { u, v, on: "face" };
}
