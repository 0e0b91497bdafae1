/** Where notes stand in their column, so that no two leader lines cross. */

export interface Point {
  x: number;
  y: number;
}

const turn = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Do the open segments a–b and c–d cross? */
export function segmentsCross(a: Point, b: Point, c: Point, d: Point): boolean {
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
}

/**
 * Gives each anchor a slot at x = `columnX`, one below the other.
 * Straight lines of least total length never cross, and swapping two that cross makes the total shorter: so swapping ends.
 * @param anchors points the notes speak of, in drawing pixels
 * @param slots heights of the notes, from the top
 * @returns slot number of each anchor
 */
export function assignSlots(anchors: readonly Point[], columnX: number, slots: readonly number[]): number[] {
  const order = anchors.map((_, i) => i).sort((a, b) => anchors[a].y - anchors[b].y || anchors[a].x - anchors[b].x);
  const slotOf = new Array<number>(anchors.length);
  order.forEach((anchor, slot) => (slotOf[anchor] = slot));
  const end = (i: number): Point => ({ x: columnX, y: slots[slotOf[i]] });
  for (let round = 0, swapped = true; swapped && round < 100; round++) {
    swapped = false;
    for (let i = 0; i < anchors.length; i++)
      for (let j = i + 1; j < anchors.length; j++)
        if (segmentsCross(anchors[i], end(i), anchors[j], end(j))) {
          [slotOf[i], slotOf[j]] = [slotOf[j], slotOf[i]];
          swapped = true;
        }
  }
  return slotOf;
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Does the line from `a` to `b` run through the box? Its border counts. */
export function crossesBox(a: Point, b: Point, { x, y, width, height }: Box): boolean {
  const inside = (p: Point): boolean => p.x >= x && p.x <= x + width && p.y >= y && p.y <= y + height;
  if (inside(a) || inside(b)) return true;
  const corners: Point[] = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  return corners.some((c, i) => segmentsCross(a, b, c, corners[(i + 1) % 4]));
}
