/** Scales as people type them: a figure, a ratio, a railway scale by name, so much to the foot, or one length that stands for another. */
import { fail, MM_PER, ok, oneReading, parseLength, parseNumber, plainSigns, tidy, type Reading, type Result } from "../units";
import { RAILWAY_SCALES } from "./railwayScales";
import { describeScale, figureScale, formatRatio, railwayScale, ratioScale, type Scale } from "./ratio";

/** Other ways to write the names of the standards: the letter O for nought, Roman one as "1". */
const ALIASES: Record<string, string> = { HO: "H0", OO: "00", O: "0", "1": "I", "NO 1": "I", "NO.1": "I" };

/** N of 1:N that a scene of scenery can have. */
const RATIO = { least: 1, most: 5000 };
/** Figures from a whole army on one base to a bust on a shelf, mm. */
const FIGURE_MM = { least: 2, most: 400 };

const unread = (): ReturnType<typeof fail> =>
  fail(
    "scale.unread",
    'Type a figure\'s height such as "32 mm", a ratio such as "1:64", a railway scale such as "H0", or "1/4 in = 1 ft".',
  );

/**
 * `1:64`, `1/64`, `28 mm`, `28 mm crown`, `H0`, `4 mm to the foot`, `1/4 in = 1 ft`, `quarter inch`. A length in millimetres is a figure's
 * height to the eye; a fraction of an inch alone is the builders' "so much to the foot". A bare number may be a figure or a ratio: asked.
 */
export function parseScale(text: string): Result<Scale> {
  const plain = plainSigns(text).replace(/\s*\bscale$/, "");
  const upper = plain.toUpperCase().replace(/\s+/g, " ");
  const named = RAILWAY_SCALES.find((s) => s.name.toUpperCase() === (ALIASES[upper] ?? upper));
  if (named) return ok(railwayScale(named));
  const ratio = /^1 ?[:/] ?([\d., ']+?)(?:st|nd|rd|th)?$/.exec(plain);
  if (ratio) return ratioOf(parseNumber(ratio[1], RATIO));
  if (/^\d+(?:[.,]\d+)?$/.test(plain)) return bare(text, plain);
  const perFoot = /^(.*?) ?(?:to the foot|per foot|\/ ?ft|\/ ?foot)$/.exec(plain);
  const [model, real] = perFoot ? [perFoot[1], "1 ft"] : plain.split(/ ?(?:=|:|\bto\b|\bis\b|\bper\b) ?/);
  if (real !== undefined && /\d|half|quarter|inch|foot/.test(real)) return spanOf(model, real);
  const school = /\b(eyes?|crown|top)\b/.exec(plain);
  const figure = parseLength(plain.replace(/\b(figures?|to the|foot to|eyes?|crown|top)\b/g, " "));
  if (!figure.ok) return figure.problem.readings ? figure : unread();
  const { mm, unit } = figure.value;
  if (unit === "in" && !school) {
    const builders = ratioOf(ok(MM_PER.ft / mm));
    if (mm < MM_PER.in) return builders;
    return oneReading(
      text,
      [builders, mm <= FIGURE_MM.most ? ok(figureScale(mm)) : unread()],
      (a, b) => a.ratio === b.ratio,
      reading,
      "scale.ambiguous",
    );
  }
  if (mm < FIGURE_MM.least || mm > FIGURE_MM.most) return unread();
  return ok(figureScale(mm, school && !school[1].startsWith("eye") ? "crown" : "eye"));
}

const reading = (scale: Scale): Reading => ({
  text: scale.kind === "figure" ? `${scale.figureMm} mm` : `1:${scale.ratio}`,
  readAs: describeScale(scale),
  value: scale.ratio,
});

/** A bare "28" or "72": a figure of so many millimetres, or one to so many. */
function bare(text: string, plain: string): Result<Scale> {
  const n = parseNumber(plain, RATIO);
  if (!n.ok) return n;
  const figure = n.value >= FIGURE_MM.least && n.value <= FIGURE_MM.most ? ok(figureScale(n.value)) : unread();
  return oneReading(text, [figure, ok(ratioScale(n.value))], (a, b) => a.kind === b.kind, reading, "scale.ambiguous");
}

/** `1/4 in = 1 ft`, `1 cm to 1 m`: the first stands for the second. */
function spanOf(model: string, real: string): Result<Scale> {
  const a = parseLength(model);
  if (!a.ok) return a;
  const b = parseLength(real.replace(/^(?=inch|foot|metre|meter)/, "1 ").replace(/^(?:an?|one) /, "1 "));
  if (!b.ok) return b;
  return a.value.mm > 0 ? ratioOf(ok(b.value.mm / a.value.mm)) : unread();
}

function ratioOf(n: Result<number>): Result<Scale> {
  if (n.ok) {
    return n.value >= RATIO.least && n.value <= RATIO.most
      ? ok(ratioScale(tidy(n.value)))
      : fail("scale.range", "Enter a ratio between 1:1 and 1:5000.");
  }
  if (!n.problem.readings) return fail("scale.range", "Enter a ratio between 1:1 and 1:5000, such as 1:64 or 1:87.1.");
  const readings = n.problem.readings.map((r) => ({ ...r, text: `1:${r.text}`, readAs: formatRatio(r.value) }));
  const [a, b] = readings;
  return {
    ok: false,
    problem: { code: "scale.ambiguous", message: `That can be read as ${a.readAs} or as ${b.readAs}. Which one?`, readings },
  };
}
