import jpeg from "jpeg-js";
import { describe, expect, it } from "vitest";
import { measurePicture } from ".";

/** The first bytes of a PNG of this size: signature and IHDR (PNG specification, third edition, 5.2 and 11.2.1). */
function png(width: number, height: number): Uint8Array {
  const bytes = new Uint8Array(33);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const view = new DataView(bytes.buffer);
  view.setUint32(8, 13);
  bytes.set([0x49, 0x48, 0x44, 0x52], 12);
  view.setUint32(16, width);
  view.setUint32(20, height);
  bytes.set([8, 0, 0, 0, 0], 24);
  return bytes;
}
const codeOf = (bytes: Uint8Array): string => {
  const read = measurePicture(bytes);
  return read.ok ? "ok" : read.problem.code;
};

describe("the size of a picture before it is opened", () => {
  it("agrees with the encoder of another library", () => {
    const { data } = jpeg.encode({ width: 64, height: 40, data: Buffer.alloc(64 * 40 * 4, 128) }, 80);
    expect(measurePicture(data)).toEqual({ ok: true, value: { width: 64, height: 40 } });
  });
  it("is upright: a phone that was held on its side says so in the file", () => {
    const { data } = jpeg.encode({ width: 64, height: 40, data: Buffer.alloc(64 * 40 * 4, 128) }, 80);
    // APP1 with one entry, orientation 6 (Exif 2.32, 4.6.4): turned by a quarter.
    const exif = [...Buffer.from("Exif\0\0MM\0*"), 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0];
    const app1 = [0xff, 0xe1, 0, exif.length + 2, ...exif];
    const turned = new Uint8Array([...data.subarray(0, 2), ...app1, ...data.subarray(2)]);
    expect(measurePicture(turned)).toEqual({ ok: true, value: { width: 40, height: 64 } });
  });
  it("a hundred megapixels are opened, four hundred are not, and the sentence tells both figures", () => {
    expect(codeOf(png(12_000, 9_000))).toBe("ok");
    expect(codeOf(png(9_000, 12_000))).toBe("ok");
    const large = measurePicture(png(20_000, 20_000));
    expect(large).toMatchObject({ ok: false, problem: { code: "picture.large" } });
    if (!large.ok) expect(large.problem.message).toMatch(/20,000 × 20,000 pixels, 400 megapixels\. At most 120/);
  });
  it("neither a line nor a speck is a picture", () => {
    expect(codeOf(png(100_000, 1))).toBe("picture.narrow");
    expect(codeOf(png(1, 1))).toBe("picture.narrow");
    expect(codeOf(png(100_000, 800))).toBe("picture.large");
    expect(codeOf(png(0, 0))).toBe("picture.narrow");
  });
  it("what is none is said to be none, however it begins", () => {
    expect(codeOf(new Uint8Array())).toBe("picture.unreadable");
    expect(codeOf(new TextEncoder().encode("solid wall"))).toBe("picture.unreadable");
    expect(codeOf(png(64, 64).subarray(0, 12))).toBe("picture.unreadable");
  });
});
