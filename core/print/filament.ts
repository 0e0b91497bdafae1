/** What is on a printer, by the measure that it is kept in: filament by the gram and by the metre, resin by the millilitre. */
import type { PrintProfile } from "./printers";

/** What a mass, g, takes from spool (g) or bottle (ml). */
export const stockUsed = (profile: PrintProfile, massG: number): number =>
  profile.process === "resin" ? massG / profile.curedDensityGCm3 : massG;

/** What a plate takes from spool (g) or bottle (ml): its mass, and of resin what clings to plate and part and is washed off. */
export const plateTakes = (profile: PrintProfile, massG: number): number =>
  stockUsed(profile, massG) + (profile.process === "resin" && massG > 0 ? profile.lossMlPerPlate : 0);

/** And back: the mass, g, that spool (g) or bottle (ml) is good for. */
export const massOfStock = (profile: PrintProfile, stock: number): number =>
  profile.process === "resin" ? stock * profile.curedDensityGCm3 : stock;

/** The usual section, mm. */
const FILAMENT_DIAMETER_MM = 1.75;

/** Metres of filament in a mass, g. @param densityGCm3 of the material; one cm³ is 1000 ÷ section mm */
export const filamentM = (massG: number, densityGCm3: number, diameterMm = FILAMENT_DIAMETER_MM): number =>
  massG / densityGCm3 / ((Math.PI * diameterMm ** 2) / 4);
