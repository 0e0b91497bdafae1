/**
 * STL stores no unit. The guess rests on how long the longest side would be; common practice, no source.
 * The user can always change it.
 */
/** `um` and `ft` are never guessed: files that state their unit may state them, and `um` answers for one a thousand times too large. */
export type FileUnit = "um" | "mm" | "cm" | "m" | "in" | "ft";
export const FILE_UNIT_MM: Record<FileUnit, number> = { um: 0.001, mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 };

export interface UnitGuess {
  name: FileUnit;
  guessed: boolean;
  reason: string;
}

/** Longest side, in file units, up to which inches are likelier than millimetres. */
const INCH_LIMIT = 6;
/** And up to which metres are likelier than inches. */
const METRE_LIMIT = 0.4;

/** Guesses the unit of a file from its longest side (file units) and says why in one sentence. */
export function guessUnit(longestSide: number): UnitGuess {
  const n = longestSide < 10 ? longestSide.toFixed(2) : longestSide.toFixed(0);
  if (longestSide <= METRE_LIMIT)
    return {
      name: "m",
      guessed: true,
      reason: `The longest side is ${n} units: as millimetres or inches it could hardly be printed, so metres.`,
    };
  if (longestSide <= INCH_LIMIT)
    return {
      name: "in",
      guessed: true,
      reason: `The longest side is ${n} units: ${n} mm would be a crumb, ${(longestSide * 25.4).toFixed(0)} mm is a part, so inches.`,
    };
  return { name: "mm", guessed: true, reason: `The longest side is ${n} units: as millimetres that is a printable part.` };
}
