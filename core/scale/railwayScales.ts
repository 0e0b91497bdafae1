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
  /** Runs on the track of another scale: gauge × ratio is not near 1435 mm. */
  offGauge?: true;
}

const FOOT_MM = 304.8;

export const RAILWAY_SCALES: RailwayScale[] = [
  { name: "Z", ratio: 220, gaugeMm: 6.5, source: "NEM 010" },
  { name: "N", ratio: 160, gaugeMm: 9, source: "NEM 010" },
  { name: "N British", ratio: FOOT_MM / (33 / 16), gaugeMm: 9, source: "2 1/16 mm to the foot, on 9 mm track", offGauge: true },
  { name: "TT", ratio: 120, gaugeMm: 12, source: "NEM 010" },
  { name: "TT British", ratio: FOOT_MM / 3, gaugeMm: 12, source: "3 mm to the foot, on 12 mm track", offGauge: true },
  { name: "H0", ratio: FOOT_MM / 3.5, gaugeMm: 16.5, source: "NMRA S-1.2: 3.5 mm to the foot; NEM 010 prints 1:87" },
  { name: "00", ratio: FOOT_MM / 4, gaugeMm: 16.5, source: "4 mm to the foot", offGauge: true },
  { name: "S", ratio: 64, gaugeMm: 22.5, source: "NEM 010" },
  { name: "0", ratio: 45, gaugeMm: 32, source: "NEM 010" },
  { name: "0 American", ratio: 48, gaugeMm: 32, source: "NMRA S-1.2: 1/4 in to the foot", offGauge: true },
  { name: "0 British", ratio: FOOT_MM / 7, gaugeMm: 32, source: "7 mm to the foot", offGauge: true },
  { name: "I", ratio: 32, gaugeMm: 45, source: "NEM 010" },
  { name: "II", ratio: 22.5, gaugeMm: 64, source: "NEM 010" },
  { name: "F", ratio: FOOT_MM / 15, gaugeMm: 70.6, source: "NMRA S-1.2: 15 mm to the foot" },
];

/** Model ratios that kits and plans come in. Common practice, no source. */
export const MODEL_RATIOS = [6, 12, 16, 24, 32, 35, 43, 48, 50, 56, 60, 64, 72, 76, 87, 100, 144, 285, 300, 350, 600, 700];
