/** Scales as people type them: a figure, a ratio, a railway scale by name, or so much to the foot. */
import { fail, MM_PER, ok, parseLength, type Result } from "../measure";
import { RAILWAY_SCALES } from "./railwayScales";
import { figureScale, railwayScale, ratioScale, type Scale } from "./ratio";

/** Other ways to write the names of the standards: the letter O for nought, Roman one as "1". */
const ALIASES: Record<string, string> = { HO: "H0", OO: "00", O: "0", "1": "I", "NO 1": "I", "NO.1": "I" };

/** `1:64`, `1/64`, `28 mm`, `28 mm crown`, `H0`, `4 mm to the foot`, `1/4 in/ft`. A bare length is a figure's height to the eye. */
export function parseScale(text: string): Result<Scale> {
  const plain = text.trim();
  const ratio = /^1\s*[:/]\s*(\d+(?:[.,]\d+)?)$/.exec(plain);
  if (ratio) return ratioOf(Number(ratio[1].replace(",", ".")));
  const upper = plain.toUpperCase().replace(/\s+/g, " ");
  const named = RAILWAY_SCALES.find((s) => s.name.toUpperCase() === (ALIASES[upper] ?? upper));
  if (named) return ok(railwayScale(named));
  const perFoot = /^(.*?)\s*(?:to the foot|per foot|\/\s*ft|\/\s*foot)$/i.exec(plain);
  if (perFoot) {
    const length = parseLength(perFoot[1]);
    return length.ok && length.value.mm > 0
      ? ratioOf(MM_PER.ft / length.value.mm)
      : fail("scale.unreadable", `"${plain}" has no length before "to the foot". Try 4 mm to the foot.`);
  }
  const school = /\b(eyes?|crown|top)\b/i.exec(plain);
  const length = parseLength(plain.replace(/\b(figures?|to the|foot to|eyes?|crown|top)\b/gi, " "));
  if (!length.ok || length.value.mm < 2 || length.value.mm > 400)
    return fail("scale.unreadable", 'Type a figure\'s height such as "32 mm", a ratio such as "1:64", or a railway scale such as "H0".');
  return ok(figureScale(length.value.mm, school && !/^eye/i.test(school[1]) ? "crown" : "eye"));
}

const ratioOf = (n: number): Result<Scale> =>
  n >= 1 && n <= 5000 ? ok(ratioScale(n)) : fail("scale.range", "A ratio between 1:1 and 1:5000, please.");
