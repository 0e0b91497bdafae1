/**
 * The line meter: a photograph under a low lamp with a ruler in it. The known pitch of the layers is looked for in the spectrum of the
 * straightened picture, in any direction, and its strength is read: the share by which lines are brighter and darker than the rest. Under
 * the same lamp, from the same place, the strength follows the slope of what is left of the steps, so that after ÷ before says how much of
 * them is left (shading by the cosine, Lambert 1760 [published]) as long as the ridges throw no shadows on each other; where they do, it says
 * so and asks for a higher lamp.
 *
 * It says "gone" only where it could have seen lines: the ruler's own edges say how sharp the picture is, and the noise how weak lines
 * may be.
 */
import { throwIfCancelled, type OnProgress } from "../../units";
import { shrunk, straightened, type GrayPhoto, type Pixel } from "./photo";
import { spectrumOf, TILE, type Spectrum } from "./spectrum";

export interface MeterMarks {
  /** Two marks on the ruler, and how far apart they are, mm. */
  ruler: readonly [Pixel, Pixel];
  rulerMm: number;
  /** The surface: the corners of what is looked at, in order round. Of a rectangle that was tilted its corners as they are in the picture. */
  corners: readonly [Pixel, Pixel, Pixel, Pixel];
  /** Sides of that rectangle, mm; null where the picture was taken straight on: then the ruler gives them. */
  sidesMm: readonly [number, number] | null;
}

/** The same marks on the same picture made smaller or larger. */
export function scaledMarks({ ruler, corners, ...said }: MeterMarks, by: number): MeterMarks {
  const at = ({ x, y }: Pixel): Pixel => ({ x: x * by, y: y * by });
  return { ...said, ruler: [at(ruler[0]), at(ruler[1])], corners: [at(corners[0]), at(corners[1]), at(corners[2]), at(corners[3])] };
}

type LineVerdict = "seen" | "gone" | "cannot say";

export interface LineReading {
  verdict: LineVerdict;
  /** Why it cannot say, or what it rests on. */
  why: string;
  /** Brighter and darker than the rest by so much, as a share; and between what that lies. */
  strength: number;
  low: number;
  high: number;
  /** The weakest lines that would have been seen. */
  limit: number;
  /** Spacing that was found, mm; null where none was. */
  pitchMm: number | null;
  /** Which way the lines run, degrees from level in the picture; null where none were found. */
  runsDeg: number | null;
  /** Waves over several layers, as a machine's screws leave them on walls; null where none stand out. */
  banding: { periodMm: number; strength: number } | null;
  pxPerPitch: number;
}

/** Lines are looked for in so many pixels each: finer is noise, coarser has too few of them in a tile. */
const WORK_PX = 8;
/** Fewer pixels a line than this cannot be told from the pattern of the sensor. */
const LEAST_PX = 2.5;
/** The ruler and the pitch may be off by so much. */
const OFF = 0.22;
/** A peak stands so many spreads over the noise around it; more where few tiles even it out. */
const stands = (tiles: number): number => 5 + 9 / Math.sqrt(tiles);
/**
 * And so many times over what its own direction has on either side of it. Scratches and strokes of a brush fill their direction with waves
 * of every length: their spectrum is a slope there, and what is highest on the ring is no peak.
 */
const standsAlone = (tiles: number): number => 6 + 24 / Math.sqrt(tiles);
/** Less is enough where all tiles show the wave alike: random strokes differ from place to place. Spread of its power over the tiles ÷ mean. */
const EVEN = { spread: 0.45, share: 0.5 };
/** Where beside a peak its direction is looked at, as shares of its frequency. */
const BESIDE = { slower: [0.62, 0.68, 0.74], quicker: [1.32, 1.41, 1.5] };
/** Waves over several layers are compared so many cells further out, and stand so many times over that. */
const BANDS_BESIDE = [2.2, 2.7, 3.2];
const BANDS_ALONE = 3;
/** Lines stronger than this throw shadows: their brightness no longer follows their height. */
const SHADOWS = 0.5;
const MOST_SIDE_PX = 2400;
/** What no number of tiles evens out: marks, lamp and sharpness that are not quite the same again. Common practice, no source. */
const SYSTEMATIC = 0.04;

/** Frequencies of a cell, cycles a tile. */
const signed = (i: number): number => (i < TILE / 2 ? i : i - TILE);

/** @param pitchMm what the layers leave: layer ÷ sin(slope) along the surface */
export function readLines(
  photo: GrayPhoto,
  marks: MeterMarks,
  pitchMm: number,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): LineReading {
  const none = (why: string, pxPerPitch = 0): LineReading => ({
    verdict: "cannot say",
    why,
    strength: 0,
    low: 0,
    high: 0,
    limit: 1,
    pitchMm: null,
    runsDeg: null,
    banding: null,
    pxPerPitch,
  });
  const rulerPx = Math.hypot(marks.ruler[0].x - marks.ruler[1].x, marks.ruler[0].y - marks.ruler[1].y);
  if (!(rulerPx > 5) || !(marks.rulerMm > 0)) return none("The two marks on the ruler are in the same place. Move them apart.");
  if (!(pitchMm > 0)) return none("This surface has no lines to measure.");
  const rulerPxPerMm = rulerPx / marks.rulerMm;
  const side = (i: number): number =>
    Math.hypot(marks.corners[i].x - marks.corners[(i + 1) % 4].x, marks.corners[i].y - marks.corners[(i + 1) % 4].y);
  const across = (side(0) + side(2)) / 2,
    down = (side(1) + side(3)) / 2;
  const sidesMm = marks.sidesMm ?? [across / rulerPxPerMm, down / rulerPxPerMm];
  const pxPerMm = marks.sidesMm ? Math.sqrt(((across / sidesMm[0]) * down) / sidesMm[1]) : rulerPxPerMm;
  const pxPerPitch = pitchMm * pxPerMm;
  if (pxPerPitch < LEAST_PX)
    return none(
      `The picture has ${pxPerPitch.toFixed(1)} pixels per line; at least ${LEAST_PX} are needed. Move closer, or use a camera with more detail.`,
      pxPerPitch,
    );
  // Straightened at the picture's own fineness, then made smaller so that a line has about as many pixels as are looked for.
  const fit = Math.min(1, MOST_SIDE_PX / Math.max(sidesMm[0] * pxPerMm, sidesMm[1] * pxPerMm));
  const fine = straightened(photo, marks.corners, Math.round(sidesMm[0] * pxPerMm * fit), Math.round(sidesMm[1] * pxPerMm * fit));
  if (!fine) return none("Three of the four corners are in a line. Place them around the surface.", pxPerPitch);
  throwIfCancelled(signal);
  const by = Math.max(1, Math.floor((pxPerPitch * fit) / WORK_PX));
  const work = shrunk(fine, by);
  const workPx = (pxPerPitch * fit) / by;
  if (work.width < TILE || work.height < TILE)
    return none(
      `The surface is ${work.width} × ${work.height} pixels at this resolution; at least ${TILE} each way are needed, about ${Math.ceil(TILE / workPx)} lines.`,
      pxPerPitch,
    );
  const edge = edgePx(photo, marks.ruler);
  if (edge === null)
    return none("No ruler lines found between the two marks. Place them on the ruler, with its lines between them.", pxPerPitch);
  if (edge > pxPerPitch * 0.7)
    return none(
      `The ruler’s edges are ${edge.toFixed(1)} pixels wide, a line ${pxPerPitch.toFixed(1)}: too blurred to measure. Hold the phone still and focus on the surface.`,
      pxPerPitch,
    );
  const spectrum = spectrumOf(work, workPx * 6, onProgress, signal);
  const f0 = TILE / workPx;
  const peak = peakIn(spectrum, f0);
  const alone = standsAlone(spectrum.tiles.length);
  const powers = spectrum.tiles.map((t) => around(t, peak.fx, peak.fy));
  const meanPower = powers.reduce((a, b) => a + b, 0) / Math.max(1, powers.length);
  const uneven = Math.sqrt(powers.reduce((a, b) => a + (b - meanPower) ** 2, 0) / Math.max(1, powers.length)) / (meanPower || 1);
  const found = peak.over > stands(spectrum.tiles.length) && peak.beside > alone * (uneven < EVEN.spread ? EVEN.share : 1);
  // What would have been found, in whatever direction: over the noise of the ring, and over the direction that is fullest.
  const limit = amplitude(HANN_SPREAD * Math.max(peak.spread * stands(spectrum.tiles.length), peak.fullest * (alone - 1)));
  // How sure: the tiles differ among themselves.
  const each = spectrum.tiles.map((t) => amplitude(Math.max(0, around(t, peak.fx, peak.fy) - peak.base * 9))).sort((a, b) => a - b);
  const quartile = (q: number): number => each[Math.min(each.length - 1, Math.floor(q * each.length))] ?? 0;
  const strength = amplitude(Math.max(0, around(spectrum.power, peak.fx, peak.fy) - peak.base * 9));
  const sure = (quartile(0.75) - quartile(0.25)) / 1.349 / Math.sqrt(Math.max(1, each.length / 4)) + strength * SYSTEMATIC;
  const runsDeg = ((((Math.atan2(-signed(peak.fx), signed(peak.fy)) * 180) / Math.PI) % 180) + 180) % 180;
  return {
    verdict: found ? "seen" : "gone",
    why: found
      ? `${strength > SHADOWS ? "The ridges cast shadows, so brightness no longer shows height. Raise the lamp and take the photo again. " : ""}Lines ${((TILE / peak.f / workPx) * pitchMm).toFixed(2)} mm apart are ${peak.over > 100 ? "more than 100" : peak.over.toFixed(0)} times the noise spread above the noise.`
      : `Nothing at ${pitchMm.toFixed(2)} mm rises above the noise; lines of ${(limit * 100).toFixed(1)} % would have been detected.`,
    strength: found ? strength : Math.min(strength, limit),
    low: found ? Math.max(0, strength - 1.645 * sure) : 0,
    high: found ? strength + 1.645 * sure : limit,
    limit,
    pitchMm: found ? (TILE / peak.f / workPx) * pitchMm : null,
    runsDeg: found ? runsDeg : null,
    banding: bandingIn(spectrum, f0, found ? Math.atan2(signed(peak.fy), signed(peak.fx)) : null, workPx, pitchMm),
    pxPerPitch,
  };
}

/** A wave of this power in its cell and those around it has this amplitude: half of it lies at the negative frequency. */
const amplitude = (power: number): number => 2 * Math.sqrt(Math.max(0, power) / HANN_SPREAD);
/** What the Hann window leaves of a wave's power in the nine cells around it: 1.5² of that in the middle one (exact). */
const HANN_SPREAD = 2.25;

/** Power of a cell and the eight around it. */
function around(power: Float64Array, fx: number, fy: number): number {
  let sum = 0;
  for (let j = -1; j <= 1; j++) for (let i = -1; i <= 1; i++) sum += power[((fy + j + TILE) % TILE) * TILE + ((fx + i + TILE) % TILE)];
  return sum;
}

interface Peak {
  fx: number;
  fy: number;
  /** Frequency between the cells, cycles a tile. */
  f: number;
  /** What its own direction has at its frequency, read from either side. */
  base: number;
  spread: number;
  /** Spreads over the noise of the ring; times what its own direction has beside it. */
  over: number;
  beside: number;
  /** Of all directions of the ring the most that one has. */
  fullest: number;
}

/** Power between the cells, at a frequency in a direction: the mean over a few cells across it. */
function powerAlong(power: Float64Array, f: number, angle: number): number {
  let sum = 0;
  for (const off of [-1, 0, 1]) {
    const x = f * Math.cos(angle) - off * Math.sin(angle),
      y = f * Math.sin(angle) + off * Math.cos(angle);
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [x - i, y - j];
    const at = (a: number, b: number): number => power[((b + 2 * TILE) % TILE) * TILE + ((a + 2 * TILE) % TILE)];
    sum += (at(i, j) * (1 - u) + at(i + 1, j) * u) * (1 - v) + (at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u) * v;
  }
  return sum / 3;
}

/** What a direction has at a frequency, by what it has on either side of it: between the two on a slope of powers. */
function besideOf(power: Float64Array, f: number, angle: number): number {
  const most = TILE / 2 - 1;
  const side = (shares: readonly number[]): { f: number; p: number } => {
    const at = shares.map((share) => Math.min(most, f * share));
    return { f: at.reduce((x, y) => x + y, 0) / at.length, p: at.reduce((sum, g) => sum + powerAlong(power, g, angle), 0) / at.length };
  };
  const [slower, quicker] = [side(BESIDE.slower), side(BESIDE.quicker)];
  if (!(quicker.f > f)) return slower.p;
  const along = Math.log(f / slower.f) / Math.log(quicker.f / slower.f);
  return Math.exp(Math.log(slower.p + 1e-18) * (1 - along) + Math.log(quicker.p + 1e-18) * along);
}

/** The strongest cell of the ring at f0 that is a peak of its own direction, against the noise of the ring: median and spread of what is not near it. */
function peakIn({ power }: Spectrum, f0: number): Peak {
  const ring: { k: number; fx: number; fy: number; f: number }[] = [];
  for (let j = 0; j < TILE; j++)
    for (let i = 0; i <= TILE / 2; i++) {
      const f = Math.hypot(signed(i), signed(j));
      if (f >= f0 / (1 + OFF) - 0.5 && f <= f0 * (1 + OFF) + 0.5) ring.push({ k: j * TILE + i, fx: i, fy: j, f });
    }
  const angleOf = (r: { fx: number; fy: number }): number => Math.atan2(signed(r.fy), signed(r.fx));
  const besides = ring.map((r) => besideOf(power, r.f, angleOf(r)));
  const top = (of: (i: number) => number): number => ring.reduce((best, _, i) => (of(i) > of(best) ? i : best), 0);
  // By how far it stands over its own direction, so that a direction full of strokes does not outshout the lines across it.
  const strong = power[ring[top((i) => power[ring[i].k])].k];
  const at = top((i) => (power[ring[i].k] > strong / 50 ? power[ring[i].k] / (besides[i] + strong / 1000) : 0));
  const best = ring[at];
  const others = ring
    .filter((r) => Math.hypot(signed(r.fx) - signed(best.fx), signed(r.fy) - signed(best.fy)) > 2.5)
    .map((r) => power[r.k])
    .sort((a, b) => a - b);
  const floor = others[Math.floor(others.length / 2)] ?? 0;
  const off = others.map((v) => Math.abs(v - floor)).sort((a, b) => a - b);
  const spread = 1.4826 * (off[Math.floor(off.length / 2)] ?? 0) + floor * 0.02 + 1e-15;
  // The true frequency lies between the cells: the mean of the nine, by their power.
  let sum = 0,
    x = 0,
    y = 0;
  for (let j = -1; j <= 1; j++)
    for (let i = -1; i <= 1; i++) {
      const p = power[((best.fy + j + TILE) % TILE) * TILE + ((best.fx + i + TILE) % TILE)];
      sum += p;
      x += p * (signed(best.fx) + i);
      y += p * (signed(best.fy) + j);
    }
  return {
    fx: best.fx,
    fy: best.fy,
    f: sum > 0 ? Math.hypot(x / sum, y / sum) : f0,
    base: Math.max(floor, besides[at]),
    spread,
    over: (power[best.k] - floor) / spread,
    beside: power[best.k] / (besides[at] + 1e-18),
    fullest: besides.reduce((a, b) => Math.max(a, b), 0),
  };
}

/** Waves over two and a half to eight layers, along the same direction; anywhere where no lines are left. */
function bandingIn({ power, tiles }: Spectrum, f0: number, angle: number | null, workPx: number, pitchMm: number): LineReading["banding"] {
  const low: { k: number; fx: number; fy: number; f: number }[] = [];
  for (let j = 0; j < TILE; j++)
    for (let i = 0; i <= TILE / 2; i++) {
      const f = Math.hypot(signed(i), signed(j));
      if (f < Math.max(2, f0 / 8) || f > f0 / 2.5) continue;
      if (angle !== null) {
        const off = Math.abs(Math.sin(Math.atan2(signed(j), signed(i)) - angle));
        if (off > 0.2) continue;
      }
      low.push({ k: j * TILE + i, fx: i, fy: j, f });
    }
  if (low.length < 5) return null;
  const best = low.reduce((a, b) => (power[b.k] > power[a.k] ? b : a));
  // The noise of a photograph grows towards slow waves: what is compared lies at the same distance, in other directions.
  const rest: number[] = [];
  for (let j = 0; j < TILE; j++)
    for (let i = 0; i <= TILE / 2; i++) {
      const f = Math.hypot(signed(i), signed(j));
      if (Math.abs(f - best.f) < 1.5 && Math.hypot(signed(i) - signed(best.fx), signed(j) - signed(best.fy)) > 2.5)
        rest.push(power[j * TILE + i]);
    }
  rest.sort((a, b) => a - b);
  const floor = rest[Math.floor(rest.length / 2)] ?? 0;
  const spread =
    1.4826 * ([...rest].map((v) => Math.abs(v - floor)).sort((a, b) => a - b)[Math.floor(rest.length / 2)] ?? 0) + floor * 0.05 + 1e-15;
  if ((power[best.k] - floor) / spread < stands(tiles.length) * 1.6) return null;
  // A wave of one length, and no slope that grows towards the slow ones: by what its direction has among quicker waves, carried on by the
  // third power, which is steeper than scratches and strokes are.
  const angle0 = Math.atan2(signed(best.fy), signed(best.fx));
  const beside = BANDS_BESIDE.reduce((least, off) => {
    const f = best.f + off;
    return Math.min(least, powerAlong(power, f, angle0) * (f / best.f) ** 3);
  }, Infinity);
  if (power[best.k] < beside * BANDS_ALONE) return null;
  return {
    periodMm: (TILE / best.f / workPx) * pitchMm,
    strength: amplitude(Math.max(0, around(power, best.fx, best.fy) - floor * 9)),
  };
}

/** Brightness along the ruler, the mean over a few pixels to each side of the line between the two marks. */
const BESIDE_PX = 5;
/** Marks on a ruler differ from what is between them by at least this share of the mean. */
const LEAST_STEP = 0.08;

/**
 * How wide the ruler's own edges are, pixels: the whole step of brightness over its steepest slope, along the line between the two marks.
 * Null where nothing stands on that line.
 */
function edgePx({ gray, width, height }: GrayPhoto, [a, b]: readonly [Pixel, Pixel]): number | null {
  const n = Math.floor(Math.hypot(b.x - a.x, b.y - a.y));
  const dx = (b.x - a.x) / n,
    dy = (b.y - a.y) / n;
  const along: number[] = [];
  for (let i = 0; i <= n; i++) {
    let sum = 0,
      count = 0;
    for (let k = -BESIDE_PX; k <= BESIDE_PX; k++) {
      const x = Math.round(a.x + i * dx - k * dy),
        y = Math.round(a.y + i * dy + k * dx);
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      sum += gray[y * width + x];
      count++;
    }
    if (count > 0) along.push(sum / count);
  }
  if (along.length < 8) return null;
  let steepest = 0;
  for (let i = 1; i < along.length - 1; i++) steepest = Math.max(steepest, Math.abs(along[i + 1] - along[i - 1]) / 2);
  const sorted = [...along].sort((x, y) => x - y);
  const step = sorted[Math.floor(sorted.length * 0.95)] - sorted[Math.floor(sorted.length * 0.05)];
  const mean = along.reduce((x, y) => x + y, 0) / along.length;
  return step < mean * LEAST_STEP || steepest <= 0 ? null : step / steepest;
}

export interface LinesCompared {
  /** Left of the steps, as a share; between what it lies. */
  left: number;
  low: number;
  high: number;
  gone: boolean;
  /** Before the coat the lines threw shadows: what is left may be less than is said, and nothing is learned from it. */
  shadows: boolean;
}

/**
 * First wave of the brightness of a wavy face of this steepest slope under a lamp that reaches all of it, as a share of a small slope's:
 * shading by the cosine grows less than the slope (Lambert 1760 [published]; first Fourier coefficient, by sums).
 */
function shadeOf(slope: number): number {
  const n = 64;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const c = Math.cos((2 * Math.PI * (i + 0.5)) / n);
    sum += (2 * slope * c * c) / Math.hypot(1, slope * c) / n;
  }
  return sum;
}

/** The slope that gives this shade, by halving. */
function slopeOf(shade: number): number {
  let [low, high] = [0, 50];
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2;
    if (shadeOf(mid) < shade) low = mid;
    else high = mid;
  }
  return low;
}

/**
 * After against before; null where one of the two cannot say, or there was nothing before.
 * @param slope steepest slope of the ridges before, as a tangent (π × step ÷ spacing for a wave); 0 where it is not known. Steep ridges
 *   brighten less than they are high: what is left of the brightness is then more than what is left of the step.
 */
export function compareLines(before: LineReading, after: LineReading, slope = 0): LinesCompared | null {
  if (before.verdict !== "seen" || after.verdict === "cannot say" || before.strength <= 0) return null;
  const gone = after.verdict === "gone";
  const shadows = before.strength > SHADOWS;
  const ofSlope = (share: number, s = slope): number => (s > 0 ? slopeOf(Math.min(1.5, share) * shadeOf(s)) / s : share);
  const share = (gone ? after.high / 2 : after.strength) / before.strength;
  const low = after.low / Math.max(before.high, 1e-9),
    high = after.high / Math.max(before.low, 1e-9);
  // How steep they are is a model: the range reaches from hardly steep at all to half as steep again.
  const steep = [0, slope, 1.5 * slope];
  return {
    left: Math.min(1.5, ofSlope(share)),
    // In shadow brightness hardly falls at all.
    low: shadows ? 0 : Math.min(...steep.map((s) => ofSlope(low, s))),
    high: Math.min(2, Math.max(...steep.map((s) => ofSlope(high, s)))),
    gone,
    shadows,
  };
}
