/** Filament by the metre: what a mass of it is long. */

/** The usual section, mm. */
const FILAMENT_DIAMETER_MM = 1.75;

/** Metres of filament in a mass, g. @param densityGCm3 of the material; one cm³ is 1000 ÷ section mm */
export const filamentM = (massG: number, densityGCm3: number, diameterMm = FILAMENT_DIAMETER_MM): number =>
  massG / densityGCm3 / ((Math.PI * diameterMm ** 2) / 4);
