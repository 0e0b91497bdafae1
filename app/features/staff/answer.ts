/** What the length field answers: the other side of the scale, the nearest thing of that size, and the nearest stock. */
import { fail, formatMm, formatReal, parseLength, type LengthUnit, type Result } from "~core/measure";
import { formatRatio, nearestStock, nearestThing, type RealThing, type StockMatch } from "~core/scale";

export type Direction = "to model" | "to real";

export interface LengthAnswer {
  direction: Direction;
  typedMm: number;
  realMm: number;
  modelMm: number;
  /** What was typed, as it was read. */
  typed: string;
  answer: string;
  thing: string | null;
  /** Nearest first, one of a kind. */
  stock: StockMatch[];
}

/** Units that people use for real things; the others are read off the model. A choice by the user wins. */
const REAL_UNITS: LengthUnit[] = ["m", "km", "ft", "yd", "cm"];

const PERCENT = /^\s*(\d+(?:[.,]\d+)?)\s*(?:%|per ?cent)\s*$/i;

/**
 * @param chosen direction the user has set, or null to go by the unit
 * @param own known things of the user
 */
export function answerLength(
  text: string,
  ratio: number,
  chosen: Direction | null,
  own: readonly RealThing[] = [],
): Result<LengthAnswer | { percent: number; answer: string; thing: string }> {
  const percent = PERCENT.exec(text);
  if (percent) {
    const share = Number(percent[1].replace(",", ".")) / 100;
    return share > 0 && share <= 100
      ? {
          ok: true,
          value: {
            percent: share * 100,
            answer: formatRatio(ratio / share),
            thing: `a ${formatRatio(ratio)} part printed at it; area × ${(share ** 2).toPrecision(3)}, material × ${(share ** 3).toPrecision(3)}`,
          },
        }
      : fail("length.percent", "Between 0 and 10 000 %.");
  }
  const read = parseLength(text, chosen === "to model" ? "m" : "mm");
  if (!read.ok) return read;
  const { mm, unit } = read.value;
  const direction: Direction = chosen ?? (unit !== undefined && REAL_UNITS.includes(unit) ? "to model" : "to real");
  const realMm = direction === "to model" ? mm : mm * ratio;
  const thing = nearestThing(realMm, own);
  return {
    ok: true,
    value: {
      direction,
      typedMm: mm,
      realMm,
      modelMm: realMm / ratio,
      typed: direction === "to model" ? formatReal(mm) : formatMm(mm),
      answer: direction === "to model" ? formatMm(mm / ratio) : formatReal(realMm),
      thing: thing ? `about ${thing.name}` : null,
      stock: nearestStock(realMm / ratio),
    },
  };
}
