/** Coats to cover and what goes through an airbrush. Trade facts: common practice, no source. */
import { describe, expect, it } from "vitest";
import { coatsToCover, differenceOf, throughAirbrush } from "./index";

const acrylic = (hex: string, method: "brush" | "airbrush" | "dry brush" = "brush", thinning = 0) => ({
  family: "water acrylic" as const,
  method,
  thinning,
  hex,
});
const [BLACK, GREY, PALE] = ["#1f1f21", "#84898b", "#e2e1db"];

describe("coats to cover", () => {
  it("greys: as many as the differential equation of a film needs (Kubelka & Munk 1931, fourth-order Runge–Kutta)", () => {
    const light = (byte: number): number => (byte <= 10.31475 ? byte / 255 / 12.92 : ((byte / 255 + 0.055) / 1.055) ** 2.4);
    const hexOf = (r: number): string => {
      const v = Math.round(255 * (r <= 0.0031308 ? 12.92 * r : 1.055 * r ** (1 / 2.4) - 0.055));
      return `#${v.toString(16).padStart(2, "0").repeat(3)}`;
    };
    // A grey film that hides without end is its own colour: a = (1/R + R)/2.
    const after = (ground: number, own: number, sx: number): number => {
      const a = (1 / own + own) / 2;
      const slope = (r: number): number => sx * (r * r - 2 * a * r + 1);
      let r = ground;
      for (let i = 0, h = 1 / 400; i < 400; i++) {
        const k1 = slope(r),
          k2 = slope(r + (h / 2) * k1),
          k3 = slope(r + (h / 2) * k2),
          k4 = slope(r + h * k3);
        r += (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
      }
      return r;
    };
    const first = (own: number, ground: number, sx: number): number => {
      let [over, black, white] = [ground, 1e-4, 1];
      for (let n = 1; ; n++) {
        [over, black, white] = [after(over, own, sx), after(black, own, sx), after(white, own, sx)];
        if (differenceOf(hexOf(over), hexOf(own)) <= 2 || black / white >= 0.98) return n;
      }
    };
    for (const [film, ground] of [
      [0xe6, 0x20],
      [0xe6, 0x80],
      [0xb0, 0x20],
      [0x50, 0xe0],
    ]) {
      const hex = (b: number): string => `#${b.toString(16).repeat(3)}`;
      // Brushed a fifth thicker than usual; paint that hides well scatters four times what one does that hides badly.
      expect(coatsToCover(acrylic(hex(film)), hex(ground))).toEqual({
        least: first(light(film), light(ground), 4.8),
        most: first(light(film), light(ground), 1.2),
      });
    }
  });
  it("brushed white takes a couple of coats over grey, and no fewer over black", () => {
    const grey = coatsToCover(acrylic("#f2f2ee"), GREY)!;
    expect(grey.least).toBeLessThanOrEqual(2);
    expect(grey.most).toBeGreaterThanOrEqual(2);
    expect(coatsToCover(acrylic("#f2f2ee"), BLACK)!.most).toBeGreaterThanOrEqual(grey.most!);
  });
  it("dark paint covers in one, bright yellow and red do not where they hide badly", () => {
    expect(coatsToCover(acrylic("#222222"), PALE)).toEqual({ least: 1, most: 1 });
    expect(coatsToCover(acrylic("#d9c030"), BLACK)!.most).toBeGreaterThan(3);
    expect(coatsToCover(acrylic("#b02020"), BLACK)!.most).toBeGreaterThan(1);
  });
  it("thin and thinned films take more", () => {
    const most = (method: "brush" | "airbrush", thinning: number): number =>
      coatsToCover(acrylic("#bda273", method, thinning), BLACK)!.most ?? 99;
    expect(most("airbrush", 0)).toBeGreaterThanOrEqual(most("brush", 0));
    expect(most("brush", 2)).toBeGreaterThan(most("brush", 0));
  });
  it("one coat on card narrows the range to half of it, at the end that it shows", () => {
    const any = coatsToCover(acrylic("#f2f2ee"), BLACK)!;
    const well = coatsToCover(acrylic("#f2f2ee"), BLACK, "well")!;
    const badly = coatsToCover(acrylic("#f2f2ee"), BLACK, "badly")!;
    expect([well.least, badly.most]).toEqual([any.least, any.most]);
    expect(well.most!).toBeLessThan(any.most!);
    expect(badly.least).toBeGreaterThan(any.least);
  });
  it("what is to be seen through covers nothing", () => {
    expect(coatsToCover({ ...acrylic("#3b2f27"), family: "enamel wash" }, PALE)).toBeNull();
    expect(coatsToCover({ ...acrylic("#ffffff"), family: "water varnish" }, PALE)).toBeNull();
    expect(coatsToCover(acrylic("#ffffff", "dry brush"), BLACK)).toBeNull();
  });
});

describe("through an airbrush", () => {
  const goes = (
    family: Parameters<typeof throughAirbrush>[0][number]["family"],
    thinning: number,
    nozzleMm: number | null,
    hex = "#8a6b48",
  ) => throughAirbrush([{ family, hex }], thinning, nozzleMm).goes;
  it("acrylic wants thinner, ink does not; powder and wet effects do not go", () => {
    expect(goes("water acrylic", 0, 0.4)).toBe("thin it");
    expect(goes("water acrylic", 1, 0.4)).toBe("yes");
    expect(goes("acrylic ink", 0, 0.2)).toBe("yes");
    expect(goes("pigment", 0, 0.4)).toBe("no");
    expect(goes("gloss effect", 1, 0.5)).toBe("no");
  });
  it("a nozzle that is too fine is named before anything else, and too much thinner too", () => {
    expect(goes("water primer", 0, 0.2)).toBe("nozzle");
    expect(goes("water primer", 0, null)).toBe("yes");
    expect(throughAirbrush([{ family: "water acrylic", hex: "#8a6b48" }], 6, 0.4).words).toContain("thinner than usual");
  });
  it("white is warned of; of several the one that asks for most speaks", () => {
    expect(throughAirbrush([{ family: "water acrylic", hex: "#ebe8dc" }], 1, 0.4).words).toContain("White clogs");
    const both = [
      { family: "acrylic ink" as const, hex: "#b3762e" },
      { family: "water acrylic" as const, hex: "#8a6b48" },
    ];
    expect(throughAirbrush(both, 0, 0.4).goes).toBe("thin it");
    expect(throughAirbrush([...both].reverse(), 0, 0.4)).toEqual(throughAirbrush(both, 0, 0.4));
  });
});
