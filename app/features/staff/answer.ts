/** What the length field answers: the other side of the scale, and the nearest thing of that size. */
import { formatMm, formatReal, parseLength, type LengthUnit, type Result } from "~core/measure";
import { nearestThing } from "~core/scale";

export type Direction = "to model" | "to real";

export interface LengthAnswer {
  direction: Direction;
  typedMm: number;
  /** What was typed, as it was read. */
  typed: string;
  answer: string;
  thing: string | null;
}

/** Units that people use for real things; the others are read off the model. A choice by the user wins. */
const REAL_UNITS: LengthUnit[] = ["m", "km", "ft", "yd", "cm"];

/** @param chosen direction the user has set, or null to go by the unit */
export function answerLength(text: string, ratio: number, chosen: Direction | null): Result<LengthAnswer> {
  const read = parseLength(text, chosen === "to model" ? "m" : "mm");
  if (!read.ok) return read;
  const { mm, unit } = read.value;
  const direction: Direction = chosen ?? (unit !== undefined && REAL_UNITS.includes(unit) ? "to model" : "to real");
  const realMm = direction === "to model" ? mm : mm * ratio;
  const thing = nearestThing(realMm);
  return {
    ok: true,
    value: {
      direction,
      typedMm: mm,
      typed: direction === "to model" ? formatReal(mm) : formatMm(mm),
      answer: direction === "to model" ? formatMm(mm / ratio) : formatReal(realMm),
      thing: thing ? `about ${thing.name}` : null,
    },
  };
}
