/** The plan at true size on paper, sheet by sheet: the feet of what stands there, zones dashed, marks to lay the sheets edge to edge. */
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import type { Board, GroundZone, Placed } from "../ground";
import { boxOfRings, type Ring } from "../lay";
import { Pen } from "./pen";

const MARGIN = 10;
/** For the title and the check ruler under each sheet, mm. */
const FOOT = 16;

export interface PlacementHead {
  title: string;
  date: string;
  paper: PaperName;
}

/** The part of a line within a rectangle (Liang & Barsky 1984); null where it lies outside. */
export function clipped(line: readonly [number, number, number, number], w: number, h: number): [number, number, number, number] | null {
  const [ax, ay, bx, by] = line;
  const [dx, dy] = [bx - ax, by - ay];
  let from = 0,
    to = 1;
  for (const [p, q] of [
    [-dx, ax],
    [dx, w - ax],
    [-dy, ay],
    [dy, h - ay],
  ]) {
    if (p === 0) {
      if (q < 0) return null;
      continue;
    }
    const t = q / p;
    if (p < 0) from = Math.max(from, t);
    else to = Math.min(to, t);
    if (from > to) return null;
  }
  return [ax + from * dx, ay + from * dy, ax + to * dx, ay + to * dy];
}

/** Sheets from the front left, row by row; each says its place. */
export function placementSheets(
  board: Board,
  placed: readonly Placed[],
  zones: readonly GroundZone[],
  nameOf: (id: string) => string,
  { title, date, paper }: PlacementHead,
): Drawing[] {
  const [widthMm, heightMm] = PAPERS[paper];
  const room = { w: widthMm - 2 * MARGIN, h: heightMm - 2 * MARGIN - FOOT };
  const box = boxOfRings([board.outlineMm]);
  const columns = Math.max(1, Math.ceil((box.x1 - box.x0) / room.w - 1e-9)),
    rows = Math.max(1, Math.ceil((box.y1 - box.y0) / room.h - 1e-9));
  return Array.from({ length: columns * rows }, (_, n): Drawing => {
    const [column, row] = [n % columns, Math.floor(n / columns)];
    const pen = new Pen();
    const [x0, y0] = [box.x0 + column * room.w, box.y0 + row * room.h];
    const [px, py] = [MARGIN, MARGIN + FOOT];
    const draw = (kind: Drawing["strokes"][number]["kind"], rings: readonly Ring[]): void => {
      const lines: number[] = [];
      for (const ring of rings)
        for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
          const cut = clipped([ring[j] - x0, ring[j + 1] - y0, ring[i] - x0, ring[i + 1] - y0], room.w, room.h);
          if (cut) lines.push(px + cut[0], py + cut[1], px + cut[2], py + cut[3]);
        }
      if (lines.length > 0) pen.line(kind, lines);
    };
    pen.box("border", px, py, room.w, room.h);
    draw("outline", [board.outlineMm]);
    for (const z of zones) draw("hidden", [z.outlineMm]);
    for (const p of placed) {
      draw("hidden", p.shadow);
      draw("feature", p.foot);
      const [lx, ly] = [p.standing.xMm - x0, p.standing.yMm - y0];
      if (lx > 0 && ly > 0 && lx < room.w && ly < room.h) pen.text(nameOf(p.standing.id), px + lx, py + ly - 1.2, 3.4, "middle");
    }
    pen.text(
      `${title}, true size, sheet ${n + 1} of ${columns * rows}: column ${column + 1}, row ${row + 1} from the front left`,
      MARGIN,
      MARGIN + 9,
      3.6,
    );
    pen.text(
      `Cut along the frame and lay the sheets edge to edge. Feet solid, shadows and zones dashed. ${date}`,
      MARGIN,
      MARGIN + 4.5,
      3,
      "start",
      "soft",
    );
    pen.ruler(widthMm - MARGIN - 110, MARGIN + 2);
    return { paper, widthMm, heightMm, reduction: 1, strokes: pen.strokes, labels: pen.labels };
  });
}
