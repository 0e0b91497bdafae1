import { describe, expect, it } from "vitest";
import { coat, print, projectOf, sizePart } from "../../tests/sampleProject";
import { FAMILIES, METHODS } from "../coat";
import type { Joint } from "../joint";
import { newJoint } from "../project";
import { fitsAfterPaint } from ".";

const to = (partId: string): Joint["b"] => ({ kind: "part", partId });
const joint = (more: Partial<Joint> = {}): Joint => ({
  ...newJoint("m", "paddle", to("frame")),
  how: "slides",
  paint: "before",
  lengthMm: 90,
  widthMm: 0.4,
  ...more,
});
const part = (id: string, coats: number) =>
  sizePart(id, { kind: "typed", sizeMm: [40, 4, 40], shell: false }, [
    print(),
    ...(coats > 0 ? [coat(`${id}-c`, "brown", "brush", coats)] : []),
  ]);
const fits = (m: Joint, paddle: number, frame: number) =>
  fitsAfterPaint(projectOf([part("paddle", paddle), part("frame", frame)], [], { joints: [m] }));

describe("what moves, after paint", () => {
  it("has the half of its seam a side, less the films of both faces; masked it has all of it", () => {
    const [fit] = fits(joint(), 2, 3);
    const film = FAMILIES["water acrylic"].filmMm * METHODS.brush.film;
    expect(fit.masked.roomMm).toBeCloseTo(0.2, 9);
    expect(fit.painted.roomMm).toBeCloseTo(0.2 - 5 * film, 6);
    expect(fit.painted.chance).toBeLessThan(fit.masked.chance);
  });
  it("what is painted once it is together loses no room; which part is named first changes nothing", () => {
    expect(fits(joint({ paint: "after" }), 2, 3)[0].painted).toEqual(fits(joint(), 0, 0)[0].painted);
    const turned = fits(joint({ a: "frame", b: to("paddle") }), 2, 3)[0];
    expect(turned.painted).toEqual(fits(joint(), 2, 3)[0].painted);
  });
  it("a paddle that seizes is said before its first coat: eight coats in 0.4 mm; dry fits that were too tight make it less sure still", () => {
    const [fit] = fits(joint(), 4, 4);
    expect(fit.painted.roomMm).toBeLessThan(0.05);
    expect(fit.painted.chanceAll).toBeLessThan(0.5);
    expect(fit.wantedMm).toBeGreaterThan(0.2);
    const filed = Array.from({ length: 4 }, (_, i) => ({
      id: `f${i}`,
      at: i,
      verdict: "file" as const,
      amountMm: 0.3,
      cause: "print" as const,
    }));
    const [taught] = fits(joint({ fits: filed }), 1, 1);
    expect(taught.fits).toBe(4);
    expect(taught.painted.roomMm).toBeLessThan(fits(joint(), 1, 1)[0].painted.roomMm - 0.08);
  });
  it("the least sure comes first; a part that is gone is not asked", () => {
    const project = projectOf([part("paddle", 4), part("frame", 4), part("lid", 0)], [], {
      joints: [
        joint({ id: "wide", b: to("lid"), widthMm: 1.2 }),
        joint(),
        joint({ id: "gone", b: to("nobody") }),
        joint({ id: "glued", how: "glued" }),
      ],
    });
    expect(fitsAfterPaint(project).map((f) => f.joint.id)).toEqual(["m", "wide"]);
  });
});
