/** A press that moves: told how far, and once at the end; a press that hardly moved is none. */

interface Drag {
  move: (dxPx: number, dyPx: number) => void;
  end: (dxPx: number, dyPx: number) => void;
  /** It was taken back, or never moved. */
  drop: () => void;
}

/** Less is a trembling hand, px. */
const STILL_PX = 3;

/** @param target keeps the pointer while it is down */
export function dragged(target: Element | null, event: React.PointerEvent, { move, end, drop }: Drag): void {
  if (!(target instanceof SVGElement)) return;
  event.stopPropagation();
  const from = { x: event.clientX, y: event.clientY };
  target.setPointerCapture(event.pointerId);
  const by = (e: PointerEvent): [number, number] => [e.clientX - from.x, e.clientY - from.y];
  const onMove = (e: PointerEvent): void => move(...by(e));
  const onEnd = (e: PointerEvent): void => {
    target.removeEventListener("pointermove", onMove);
    target.removeEventListener("pointerup", onEnd);
    target.removeEventListener("pointercancel", onEnd);
    const [dx, dy] = by(e);
    if (e.type === "pointerup" && Math.hypot(dx, dy) > STILL_PX) end(dx, dy);
    else drop();
  };
  target.addEventListener("pointermove", onMove);
  target.addEventListener("pointerup", onEnd);
  target.addEventListener("pointercancel", onEnd);
}
