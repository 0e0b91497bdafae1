/**
 * What modellers buy by size: sheet, strip, rod, wire, grass, sand, board. Model millimetres as sold. Common practice, no source,
 * but for wire gauges, which follow from the definition of the standard (ASTM B258: 0.127 mm × 92^((36 − n)/39)) [published].
 */
export interface Stock {
  kind: string;
  /** As it is asked for in a shop. */
  label: string;
  mm: number;
  /** Grains and fibres come mixed: least and most. */
  low: number;
  high: number;
  source: string;
}

const PRACTICE = "common practice, no source";
const thou = (n: number): number => n * 0.0254;

const SHEET_THOU = [5, 10, 15, 20, 30, 40, 60, 80, 100, 125];
const STRIP_MM = [0.25, 0.5, 0.75, 1, 1.5, 2, 2.5, 3.2, 4, 4.8, 6.4];
const ROD_MM = [0.3, 0.5, 0.64, 0.75, 0.88, 1, 1.2, 1.6, 2, 2.4, 3.2, 4, 5, 6];
const WIRE_AWG = [34, 32, 30, 28, 26, 24, 22, 20, 18, 16];
const GRASS_MM = [1, 2, 4, 6, 12];
const BOARD_MM = [3, 5, 10, 20, 30, 50];
const CARD_MM = [0.2, 0.3, 0.5, 1, 1.5, 2, 3];

/** Grades of sand and grit by the sieves they pass: nearest words of the trade, sizes after ISO 14688-1 [published]. */
const GRAINS: [string, number, number][] = [
  ["fine sand", 0.063, 0.2],
  ["medium sand", 0.2, 0.63],
  ["coarse sand", 0.63, 2],
  ["fine gravel", 2, 6.3],
  ["medium gravel", 6.3, 20],
];

const exact = (kind: string, label: string, mm: number, source = PRACTICE): Stock => ({ kind, label, mm, low: mm, high: mm, source });

export const STOCK: Stock[] = [
  ...SHEET_THOU.map((n) => exact("plastic sheet", `${n} thou plastic sheet`, thou(n))),
  ...STRIP_MM.map((mm) => exact("strip", `${mm} mm strip`, mm)),
  ...ROD_MM.map((mm) => exact("rod", `${mm} mm rod`, mm)),
  ...WIRE_AWG.map((n) => exact("wire", `${n} gauge wire`, 0.127 * 92 ** ((36 - n) / 39), "ASTM B258")),
  ...CARD_MM.map((mm) => exact("card", `${mm} mm card`, mm)),
  ...BOARD_MM.map((mm) => exact("foam board", `${mm} mm foam board`, mm)),
  ...GRASS_MM.map((mm) => exact("static grass", `${mm} mm static grass`, mm)),
  ...GRAINS.map(([name, low, high]) => ({ kind: "grains", label: name, mm: Math.sqrt(low * high), low, high, source: "ISO 14688-1" })),
];

export interface StockMatch {
  stock: Stock;
  /** Stock ÷ wanted − 1: +0.1 is a tenth too thick. */
  off: number;
}

/** The nearest piece of every kind within `most` (a share), nearest first. Inside a range of grains counts as exact. */
export function nearestStock(modelMm: number, most = 0.3): StockMatch[] {
  if (!(modelMm > 0)) return [];
  const best = new Map<string, StockMatch>();
  for (const stock of STOCK) {
    const off = modelMm >= stock.low && modelMm <= stock.high ? 0 : stock.mm / modelMm - 1;
    if (Math.abs(Math.log1p(off)) > Math.log1p(most)) continue;
    const known = best.get(stock.kind);
    if (!known || Math.abs(off) < Math.abs(known.off)) best.set(stock.kind, { stock, off });
  }
  return [...best.values()].sort((a, b) => Math.abs(a.off) - Math.abs(b.off));
}
