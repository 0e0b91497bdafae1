/** What the length field answers: the other side of the scale, the nearest thing of that size, and the nearest stock. */
import {
  formatMm,
  formatReal,
  parseLength,
  parsePercent,
  readAsMm,
  retyped,
  saysPercent,
  spacedNumber,
  type LengthUnit,
  type Result,
} from "../units";
import { formatRatio, nearestStock, nearestThing, type RealThing, type StockMatch } from "../scale";

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

/** Per cent that a part can be printed at. */
const PERCENT = { least: 0.01, most: 10000 };

/**
 * @param chosen direction the user has set, or null to go by the unit
 * @param own known things of the user
 */
export function answerLength(
  text: string,
  ratio: number,
  chosen: Direction | null,
  own: readonly RealThing[] = [],
): Result<LengthAnswer | { percent: number; typed: string; answer: string; thing: string }> {
  if (saysPercent(text)) {
    const percent = retyped(parsePercent(text, PERCENT), (t) => `${t} %`);
    if (!percent.ok) return percent;
    const share = percent.value / 100;
    return {
      ok: true,
      value: {
        percent: percent.value,
        typed: `${spacedNumber(percent.value)} %`,
        answer: formatRatio(ratio / share),
        thing: `for a ${formatRatio(ratio)} part; area × ${(share ** 2).toPrecision(3)}, material × ${(share ** 3).toPrecision(3)}`,
      },
    };
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
      typed: readAsMm(mm),
      answer: direction === "to model" ? formatMm(mm / ratio) : formatReal(realMm),
      thing: thing ? `about ${thing.name}` : null,
      stock: nearestStock(realMm / ratio),
    },
  };
}
