import { describe, expect, it } from "vitest";
import { renderLines, type Spoiled } from "../../../demo/linePhoto";
import { litProfile, renderMarks, savedAsJpeg, withMarks } from "../../../tests/surfacePhotos";
import { compareLines, grayOf, readLines, scaledMarks, squareTo, straightened, type GrayPhoto } from "./index";

const PITCH = 0.4;
const read = (heightMm: number, spoil: Spoiled = {}, pitchMm = PITCH, looked = pitchMm) => {
  const { photo, marks, strength } = renderLines(heightMm, pitchMm, spoil);
  return { ...readLines(photo, marks, looked), truth: strength };
};

/** Each pixel the mean of n × n: what a browser does at the least when it makes a picture smaller. */
function averaged({ gray, width, height }: GrayPhoto, n: number): GrayPhoto {
  const [w, h] = [Math.floor(width / n), Math.floor(height / n)];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h * n; y++)
    for (let x = 0; x < w * n; x++) out[Math.floor(y / n) * w + Math.floor(x / n)] += gray[y * width + x] / (n * n);
  return { gray: out, width: w, height: h };
}

describe("lines on rendered photographs, the truth known", () => {
  it.each([
    ["clean", {}],
    ["noisy", { noise: 0.03 }],
    ["uneven light", { falloff: 0.7, noise: 0.01 }],
    ["running askew", { runsDeg: 33, noise: 0.01 }],
    ["upright", { runsDeg: 90, noise: 0.01 }],
    ["tilted", { tilt: 0.25, noise: 0.01 }],
    ["all of it", { noise: 0.02, falloff: 0.5, tilt: 0.2, runsDeg: 20, blurPx: 1 }],
  ] as [string, Spoiled][])("%s: found, at their pitch", (_, spoil) => {
    const r = read(0.01, spoil);
    expect(r.verdict).toBe("seen");
    expect(Math.abs(r.pitchMm! / PITCH - 1)).toBeLessThan(0.06);
    if (!spoil.tilt) {
      const off = Math.abs(r.runsDeg! - (spoil.runsDeg ?? 0));
      expect(Math.min(off, 180 - off)).toBeLessThan(8);
    }
  });

  it.each([
    ["clean", {}, 0.08],
    ["noisy", { noise: 0.03 }, 0.12],
    ["uneven light", { falloff: 0.6 }, 0.12],
  ] as [string, Spoiled, number][])("%s: as strong as they are", (_, spoil, within) => {
    for (const height of [0.003, 0.01]) {
      const r = read(height, spoil);
      expect(Math.abs(r.strength / r.truth - 1)).toBeLessThan(within);
    }
  });

  it("a blur takes what its modulation transfer says: exp(−2π²σ²/λ²) of a Gaussian (exact)", () => {
    const lambda = PITCH * 24;
    const r = read(0.01, { blurPx: 1.2 });
    expect(Math.abs(r.strength / (r.truth * Math.exp((-2 * Math.PI ** 2 * 1.44) / lambda ** 2)) - 1)).toBeLessThan(0.06);
  });

  it.each([1, 2, 3, 4, 5])("nothing there, seed %d: gone, and says what it would have seen", (seed) => {
    const r = read(0, { noise: 0.03, falloff: 0.4, seed });
    expect(r.verdict).toBe("gone");
    expect(r.limit).toBeLessThan(0.1);
    expect(r.pitchMm).toBeNull();
  });

  it("made smaller it reads the same, less what averaging takes: sin(πn/λ)/(πn/λ) over n of λ pixels (exact); what is left stays", () => {
    const half = (heightMm: number, seed: number) => {
      const { photo, marks } = renderLines(heightMm, PITCH, { noise: 0.015, falloff: 0.3, seed });
      return { whole: readLines(photo, marks, PITCH), half: readLines(averaged(photo, 2), scaledMarks(marks, 1 / 2), PITCH) };
    };
    const before = half(0.01, 1),
      after = half(0.004, 9);
    const share = 2 / (PITCH * 24);
    const takes = Math.sin(Math.PI * share) / (Math.PI * share);
    expect(before.half.verdict).toBe("seen");
    expect(Math.abs(before.half.pitchMm! / PITCH - 1)).toBeLessThan(0.06);
    expect(Math.abs(before.half.strength / (before.whole.strength * takes) - 1)).toBeLessThan(0.06);
    const left = [compareLines(before.half, after.half)!, compareLines(before.whole, after.whole)!].map((c) => c.left);
    expect(Math.abs(left[0] - left[1])).toBeLessThan(0.05);
  });

  it("made so small that its lines fall together it says so, and reads none that are not there", () => {
    const { photo, marks } = renderLines(0.01, PITCH, { noise: 0.015 });
    for (const by of [4, 5, 7]) expect(readLines(averaged(photo, by), scaledMarks(marks, 1 / by), PITCH).verdict).toBe("cannot say");
  });

  it("reads what is left after a coat", () => {
    const spoil = { noise: 0.015, falloff: 0.3 };
    const before = read(0.01, spoil),
      after = read(0.004, { ...spoil, seed: 9 });
    const c = compareLines(before, after)!;
    expect(c.left).toBeGreaterThan(0.33);
    expect(c.left).toBeLessThan(0.47);
    expect(c.low).toBeLessThanOrEqual(c.left);
    expect(c.high).toBeGreaterThanOrEqual(c.left);
    const gone = compareLines(before, read(0, spoil))!;
    expect(gone.gone).toBe(true);
    expect(gone.high).toBeLessThan(0.25);
  });

  it("a coat that did nothing leaves all", () => {
    const c = compareLines(read(0.008, { noise: 0.02, seed: 1 }), read(0.008, { noise: 0.02, seed: 2 }))!;
    expect(Math.abs(c.left - 1)).toBeLessThan(0.08);
  });

  it("finds waves over several layers beside the lines, and none where there are none", () => {
    const banded = read(0.008, { banding: { layers: 4, share: 0.5 }, noise: 0.01 });
    expect(Math.abs(banded.banding!.periodMm / (4 * PITCH) - 1)).toBeLessThan(0.15);
    expect(read(0.008, { noise: 0.01 }).banding).toBeNull();
  });
});

describe("marks that are no lines, saved as a phone saves them", () => {
  // 40 photographs without lines: sanded along and across, brushed, grainy, orange peel; JPEG of quality 60.
  it("does not take them for lines: at most one in forty", { timeout: 240_000 }, () => {
    const taken: string[] = [];
    const waves: string[] = [];
    for (const kind of ["scratches", "crossed scratches", "brush strokes", "grain", "orange peel"] as const)
      for (let seed = 1; seed <= 8; seed++) {
        const pitchMm = [0.3, 0.45, 0.6, 0.8][seed % 4];
        const { photo, marks } = renderMarks(kind, pitchMm, 0.15, seed + 20);
        const r = readLines(savedAsJpeg(photo, 60), marks, pitchMm);
        if (r.verdict === "seen") taken.push(`${kind} ${seed}`);
        if (r.banding) waves.push(`${kind} ${seed}`);
      }
    expect(taken.length, taken.join(", ")).toBeLessThanOrEqual(1);
    expect(waves.length, waves.join(", ")).toBeLessThanOrEqual(1);
  });
  it.each(["scratches", "brush strokes", "plain"] as const)("still finds lines under %s, as strong as they are", (kind) => {
    const shot = withMarks(renderLines(0.006, 0.5, { noise: 0.01, falloff: 0.3, seed: 3, runsDeg: 25 }), kind, 0.15, 31);
    const r = readLines(savedAsJpeg(shot.photo, 60), shot.marks, 0.5);
    expect(r.verdict).toBe("seen");
    expect(Math.abs(r.strength / shot.strength - 1)).toBeLessThan(0.12);
  });
});

describe("real step heights, with the shadows they cast", () => {
  // Layers of 0.2 mm: steps and spacing along the face at three slopes, exact; the coat leaves two fifths of the step.
  const wave = (h: number): Float64Array => Float64Array.from({ length: 240 }, (_, i) => (h / 2) * Math.cos((2 * Math.PI * i) / 240));
  const tooth = (h: number): Float64Array => Float64Array.from({ length: 240 }, (_, i) => (i < 120 ? i / 120 : (240 - i) / 120) * h);
  const pair = (profile: (h: number) => Float64Array, slopeDeg: number, lampDeg: number) => {
    const a = (slopeDeg * Math.PI) / 180;
    const [step, spacing] = [0.2 * Math.cos(a), 0.2 / Math.sin(a)];
    const shots = [step, 0.4 * step].map((h, i) => {
      const { photo, marks } = renderLines(h, spacing, {
        lit: litProfile(profile(h), spacing, lampDeg),
        noise: 0.01,
        seed: 5 + i,
        runsDeg: 4,
      });
      return readLines(savedAsJpeg(photo, 85), marks, spacing);
    });
    return compareLines(shots[0], shots[1], (Math.PI * step) / spacing)!;
  };
  it.each([
    [wave, 20],
    [wave, 30],
    [wave, 45],
    [tooth, 30],
    [tooth, 45],
  ] as const)("a low lamp makes shadows of them: said, and no figure is made of it (%#)", (profile, slopeDeg) => {
    const c = pair(profile, slopeDeg, 12);
    expect(c.shadows).toBe(true);
    expect(c.low).toBeLessThan(0.4);
    expect(c.high).toBeGreaterThan(0.4);
  });
  it.each([
    [wave, 20, 65],
    [wave, 30, 70],
    [wave, 45, 80],
    [tooth, 20, 65],
    [tooth, 30, 72],
    [tooth, 45, 80],
  ] as const)("under a high lamp what is left is in the range (%#)", (profile, slopeDeg, lampDeg) => {
    const c = pair(profile, slopeDeg, lampDeg);
    expect(c.shadows).toBe(false);
    expect(c.low).toBeLessThan(0.4);
    expect(c.high).toBeGreaterThan(0.4);
    expect(Math.abs(c.left - 0.4)).toBeLessThan(0.15);
  });
});

describe("what it refuses to say", () => {
  it("a blurred picture is not a smooth surface", () => {
    const r = read(0.01, { blurPx: 9, noise: 0.005 });
    expect(r.verdict).toBe("cannot say");
    expect(r.why).toMatch(/blurred/);
    expect(compareLines(read(0.01), r)).toBeNull();
  });
  it("too few pixels a line", () => {
    const r = read(0.01, {}, PITCH, 0.05);
    expect(r.verdict).toBe("cannot say");
    expect(r.why).toMatch(/pixels per line/);
  });
  it("marks on one place, corners on a line, no lines to look for", () => {
    const { photo, marks } = renderLines(0.01, PITCH);
    expect(readLines(photo, { ...marks, ruler: [marks.ruler[0], marks.ruler[0]] }, PITCH).why).toMatch(/same place/);
    const [a] = marks.corners;
    expect(readLines(photo, { ...marks, corners: [a, a, a, a] }, PITCH).verdict).toBe("cannot say");
    expect(readLines(photo, marks, 0).why).toMatch(/no lines/);
    const beside = {
      ...marks,
      ruler: [
        { x: 2, y: 5 },
        { x: 30, y: 5 },
      ] as const,
    };
    expect(readLines(photo, beside, PITCH).why).toMatch(/Place them on the ruler|pixels per line/);
  });
});

describe("straightening", () => {
  it("takes the corners of the square to the four points (Heckbert 1989)", () => {
    const q = [
      { x: 10, y: 20 },
      { x: 210, y: 40 },
      { x: 190, y: 160 },
      { x: 30, y: 140 },
    ] as const;
    const map = squareTo(q)!;
    for (const [i, [u, v]] of [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].entries()) {
      expect(map(u, v).x).toBeCloseTo(q[i].x, 9);
      expect(map(u, v).y).toBeCloseTo(q[i].y, 9);
    }
    // A parallelogram is mapped evenly.
    const even = squareTo([q[0], q[1], { x: 230, y: 160 }, { x: 30, y: 140 }])!;
    expect(even(0.5, 0.5)).toEqual({ x: expect.closeTo(120, 9), y: expect.closeTo(90, 9) });
  });
  it("keeps an even picture even", () => {
    const gray = new Float32Array(100 * 80).fill(0.3);
    const out = straightened(
      { gray, width: 100, height: 80 },
      [
        { x: 5, y: 5 },
        { x: 90, y: 10 },
        { x: 85, y: 70 },
        { x: 10, y: 60 },
      ],
      40,
      30,
    )!;
    for (const v of out.gray) expect(v).toBeCloseTo(0.3, 6);
  });
  it("middle grey of sRGB is a fifth of the light (IEC 61966-2-1)", () => {
    const { gray } = grayOf(Uint8ClampedArray.from([128, 128, 128, 255, 255, 255, 255, 255, 0, 0, 0, 255]), 3, 1);
    expect(gray[0]).toBeCloseTo(0.2159, 3);
    expect(gray[1]).toBeCloseTo(1, 5);
    expect(gray[2]).toBe(0);
  });
});
