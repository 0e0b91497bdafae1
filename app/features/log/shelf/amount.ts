import { spacedNumber } from "~core/units";

/** "12.5 ml". */
export const amount = (n: number, unit: string): string => `${spacedNumber(Math.round(n * 10) / 10)} ${unit}`;
