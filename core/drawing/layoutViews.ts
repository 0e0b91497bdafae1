/** Places the three views of a sheet at one scale: in a row, or with the plan below the front; whichever is larger. */
import type { ViewDrawing, ViewName } from "./views";

export interface PlacedView {
  view: ViewDrawing;
  /** Lower left corner in pixels. */
  x: number;
  y: number;
}

export interface ViewLayout {
  pxPerMm: number;
  views: PlacedView[];
  width: number;
  height: number;
}

/** Room round the views for dimension lines and labels, px. */
const ROOM = { left: 62, top: 22, gap: 44, below: 46 };
/** Width of the door and the figure that stand beside the front view, as a share of the figure's height. */
const BESIDE = 0.72;
/** A door leaf is at most so many times as tall as a figure (1981 mm beside a person of 5 ft 6 in). */
const DOOR_TALL = 1.19;
const MOST_PX_PER_MM = 9;

export function layoutViews(views: readonly ViewDrawing[], width: number, height: number, figureMm: number): ViewLayout {
  const by = (name: ViewName): ViewDrawing => views.find((v) => v.name === name)!;
  const front = by("front"),
    side = by("side"),
    plan = by("plan");
  const tall = Math.max(front.heightMm, side.heightMm, DOOR_TALL * figureMm);
  const beside = BESIDE * figureMm;
  const inRow = Math.min(
    MOST_PX_PER_MM,
    (width - ROOM.left - ROOM.gap * 2 - 12) / (front.widthMm + beside + side.widthMm + plan.widthMm),
    (height - ROOM.top - ROOM.below) / Math.max(tall, plan.heightMm),
  );
  const stacked = Math.min(
    MOST_PX_PER_MM,
    (width - ROOM.left - ROOM.gap - 12) / (Math.max(front.widthMm + beside, plan.widthMm) + side.widthMm),
    (height - ROOM.top * 2 - ROOM.below * 2) / (tall + plan.heightMm),
  );
  const row = inRow >= stacked * 0.95;
  const s = row ? inRow : stacked;
  const x1 = ROOM.left,
    y1 = ROOM.top + tall * s;
  const frontWidth = row ? front.widthMm + beside : Math.max(front.widthMm + beside, plan.widthMm);
  const x2 = x1 + frontWidth * s + ROOM.gap;
  if (row) {
    const x3 = x2 + side.widthMm * s + ROOM.gap;
    const base = ROOM.top + Math.max(tall, plan.heightMm) * s;
    return {
      pxPerMm: s,
      width: x3 + plan.widthMm * s + 12,
      height: base + ROOM.below,
      views: [
        { view: front, x: x1, y: base },
        { view: side, x: x2, y: base },
        { view: plan, x: x3, y: base },
      ],
    };
  }
  const base = y1 + ROOM.below + ROOM.top + plan.heightMm * s;
  return {
    pxPerMm: s,
    width: x2 + side.widthMm * s + 12,
    height: base + 12,
    views: [
      { view: front, x: x1, y: y1 },
      { view: side, x: x2, y: y1 },
      { view: plan, x: x1, y: base },
    ],
  };
}
