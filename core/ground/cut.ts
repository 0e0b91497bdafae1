/** Panels of board cut by hand: sizes with the thickness allowed for, roofs, mitres, courses; and how they lie on the stock in hand. */
import { fail, ok, type Result } from "../units";
import type { Scored } from "./score";

export interface Panel {
  id: string;
  name: string;
  widthMm: number;
  heightMm: number;
  count: number;
  /** Lines that are scored into it; none when absent. */
  scored?: Scored;
}

/** What is cut from, and how. */
export interface CutStock {
  widthMm: number;
  heightMm: number;
  sheets: number;
  /** What a cut takes away, mm; a knife nothing. */
  kerfMm: number;
}
export const NEW_STOCK: CutStock = { widthMm: 420, heightMm: 297, sheets: 1, kerfMm: 0 };

const rad = (deg: number): number => (deg * Math.PI) / 180;

/** Walls of a box of outer sizes: two go through, two between them: inner = outer − 2t. */
export const boxPanels = (box: { widthMm: number; depthMm: number; heightMm: number; thickMm: number }): Omit<Panel, "id">[] => [
  { name: "Front and back", widthMm: box.widthMm, heightMm: box.heightMm, count: 2 },
  { name: "Sides, between them", widthMm: box.depthMm - 2 * box.thickMm, heightMm: box.heightMm, count: 2 },
  { name: "Floor, inside", widthMm: box.widthMm - 2 * box.thickMm, heightMm: box.depthMm - 2 * box.thickMm, count: 1 },
];

export interface Roof {
  riseMm: number;
  /** Along the slope, eaves with it. */
  slopeMm: number;
  courses: number;
}
/** A gable roof: rise = half span × tan; slope = (half span + eaves) ÷ cos; courses = slope ÷ exposure. */
export function roofOf({
  spanMm,
  pitchDeg,
  eavesMm,
  exposureMm,
}: {
  spanMm: number;
  pitchDeg: number;
  eavesMm: number;
  exposureMm: number;
}): Roof {
  const half = spanMm / 2;
  const slopeMm = (half + eavesMm) / Math.cos(rad(pitchDeg));
  return { riseMm: half * Math.tan(rad(pitchDeg)), slopeMm, courses: Math.ceil(slopeMm / exposureMm - 1e-9) };
}

/** Bars that meet in a corner are each cut at half its turn, degrees. */
export const mitreDeg = (turnDeg: number): number => turnDeg / 2;

/** A hole for a printed frame: windows are printed before a hole is cut. */
export const holeMm = (printedMm: number, roomMm: number): number => printedMm + 2 * roomMm;

export interface CutPiece {
  panelId: string;
  sheet: number;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  turned: boolean;
}
export interface CutPlan {
  pieces: CutPiece[];
  /** What found no room, by name and number. */
  left: { name: string; count: number }[];
  sheetsUsed: number;
  usedShare: number;
}

/**
 * Panels on sheets with cuts that run right through: strips across the sheet, in each strip pieces side by side, each trimmed to its height.
 * Highest first (next strip where it fits, else a new one). Simple on purpose: the best packing of a few panels is found by eye.
 */
export function cutPlan(panels: readonly Panel[], stock: CutStock): Result<CutPlan> {
  const { widthMm: W, heightMm: H, kerfMm: kerf } = stock;
  for (const p of panels)
    if (Math.min(p.widthMm, p.heightMm) > Math.min(W, H) || Math.max(p.widthMm, p.heightMm) > Math.max(W, H))
      return fail("cut.large", `${p.name} is larger than a sheet of ${W} × ${H} mm. Cut it in two, or use larger stock.`);
  const single = panels
    .flatMap((p) => Array.from({ length: p.count }, () => p))
    .map((p) => ({ name: p.name, panelId: p.id, ...lying(p, W, H) }))
    .sort((a, b) => b.heightMm - a.heightMm || b.widthMm - a.widthMm);
  interface Strip {
    sheet: number;
    y: number;
    high: number;
    x: number;
  }
  const strips: Strip[] = [];
  const topOf: number[] = [];
  const pieces: CutPiece[] = [];
  const left = new Map<string, number>();
  for (const p of single) {
    let strip = strips.find((s) => p.heightMm <= s.high + 1e-9 && s.x + p.widthMm <= W + 1e-9);
    for (let sheet = 0; !strip && sheet < stock.sheets; sheet++) {
      const y = topOf[sheet] ?? 0;
      if (y + p.heightMm > H + 1e-9) continue;
      strip = { sheet, y, high: p.heightMm, x: 0 };
      strips.push(strip);
      topOf[sheet] = y + p.heightMm + kerf;
    }
    if (!strip) {
      left.set(p.name, (left.get(p.name) ?? 0) + 1);
      continue;
    }
    pieces.push({
      panelId: p.panelId,
      sheet: strip.sheet,
      xMm: strip.x,
      yMm: strip.y,
      widthMm: p.widthMm,
      heightMm: p.heightMm,
      turned: p.turned,
    });
    strip.x += p.widthMm + kerf;
  }
  const sheetsUsed = topOf.filter((t) => t > 0).length;
  const area = pieces.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0);
  return ok({
    pieces,
    left: [...left].map(([name, count]) => ({ name, count })),
    sheetsUsed,
    usedShare: sheetsUsed > 0 ? area / (sheetsUsed * W * H) : 0,
  });
}

/** Lengthwise along the sheet where that fits. */
function lying({ widthMm: w, heightMm: h }: Panel, W: number, H: number): { widthMm: number; heightMm: number; turned: boolean } {
  const flat = Math.max(w, h) <= W && Math.min(w, h) <= H;
  const turned = flat ? h > w : !(w <= W && h <= H);
  return turned ? { widthMm: h, heightMm: w, turned } : { widthMm: w, heightMm: h, turned };
}
