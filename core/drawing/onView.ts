/** Where a point of the mesh lies in a view, and which view shows it best. */
import type { Bounds } from "../mesh";
import { VIEW_AXES, type ViewName } from "./views";

/**
 * Millimetres from the view's lower left.
 * @param at a point in the size of the file, as its bounds are
 * @param factor model ÷ file
 */
export function onView(name: ViewName, at: readonly [number, number, number], bounds: Bounds, factor: number): [number, number] {
  const { u, v } = VIEW_AXES[name];
  return [(at[u] - bounds.min[u]) * factor, (at[v] - bounds.min[v]) * factor];
}

/** The view in which the point is nearest to the eye, measured in the part's own depth. */
export function bestView(at: readonly [number, number, number], bounds: Bounds): ViewName {
  let best: ViewName = "front";
  let least = Infinity;
  for (const name of Object.keys(VIEW_AXES) as ViewName[]) {
    const { d, sign } = VIEW_AXES[name];
    const size = bounds.size[d] || 1;
    const depth = (sign > 0 ? at[d] - bounds.min[d] : bounds.max[d] - at[d]) / size;
    if (depth < least - 1e-6) {
      least = depth;
      best = name;
    }
  }
  return best;
}
