/**
 * Railway scales with the definition each standard gives. Sources: NEM 010 (European) and NMRA S-1.2 (North American),
 * values as recalled; ratios follow exactly from the definition (304.8 mm per foot).
 */
export interface RailwayScale {
  name: string;
  ratio: number;
  /** Track gauge that stands for 1435 mm, where the standard prints one. */
  gaugeMm: number;
  source: string;
}

const FOOT_MM = 304.8;

export const RAILWAY_SCALES: RailwayScale[] = [
  { name: "Z", ratio: 220, gaugeMm: 6.5, source: "NEM 010" },
  { name: "N", ratio: 160, gaugeMm: 9, source: "NEM 010" },
  { name: "TT", ratio: 120, gaugeMm: 12, source: "NEM 010" },
  { name: "H0", ratio: FOOT_MM / 3.5, gaugeMm: 16.5, source: "NMRA S-1.2: 3.5 mm to the foot; NEM 010 prints 1:87" },
  { name: "00", ratio: FOOT_MM / 4, gaugeMm: 16.5, source: "4 mm to the foot" },
  { name: "S", ratio: 64, gaugeMm: 22.5, source: "NEM 010" },
  { name: "0", ratio: 45, gaugeMm: 32, source: "NEM 010" },
  { name: "I", ratio: 32, gaugeMm: 45, source: "NEM 010" },
  { name: "II", ratio: 22.5, gaugeMm: 64, source: "NEM 010" },
];
