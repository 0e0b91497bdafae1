/** "This is 2 m", "height 120 mm", "85 %": what a typed size makes of a part's factor. */
import { checkPartSize, fail, ok, parseLength, parsePercent, retyped, saysPercent, type Result } from "../units";

export type Axis = "width" | "depth" | "height";
const AXIS_INDEX: Record<Axis, 0 | 1 | 2> = { width: 0, depth: 1, height: 2 };
/** Per cent of the file that a part may have. */
const PERCENT_OF_FILE = { least: 1e-3, most: 1e5 };
const REAL_UNITS = ["m", "ft", "yd", "km"];

/**
 * @param sizeMm the part's size now
 * @param factor its factor now (model ÷ file)
 * @returns the new factor. Metres, feet and yards are taken as the real size, millimetres, centimetres and inches as the model's.
 */
export function rescaleFactor(
  text: string,
  axis: Axis,
  sizeMm: readonly [number, number, number],
  factor: number,
  ratio: number,
): Result<number> {
  let next: number;
  if (saysPercent(text)) {
    const percent = retyped(parsePercent(text, PERCENT_OF_FILE), (t) => `${t} %`);
    if (!percent.ok) return percent;
    next = percent.value / 100;
  } else {
    const length = parseLength(text.replace(/^\s*(?:this is|height|width|depth)\s*/i, ""));
    if (!length.ok && length.problem.readings) return length;
    if (!length.ok) return fail("rescale", 'Enter the target size: "2 m" for real life, "120 mm" for the model, or "85 %" of the file.');
    const wanted = length.value.unit !== undefined && REAL_UNITS.includes(length.value.unit) ? length.value.mm / ratio : length.value.mm;
    const now = sizeMm[AXIS_INDEX[axis]];
    if (now <= 0) return fail("rescale.flat", `The part has no ${axis}.`);
    next = (factor * wanted) / now;
  }
  if (!(next > 0) || next > 1000) return fail("rescale.range", "That is more than a thousand times the file. Is the unit right?");
  const by = next / factor;
  const sensible = checkPartSize(
    [sizeMm[0] * by, sizeMm[1] * by, sizeMm[2] * by].map((v) => Math.max(v, 1e-9)) as [number, number, number],
  );
  return sensible.ok ? ok(next) : sensible;
}
