import { describe, expect, it } from "vitest";
import { cameraPicture } from "../../tests/cameraPicture";
import { takenAt } from ".";

const ROME = "Europe/Rome";

describe("when a camera took a picture (Exif 2.32, tags 0x9003 and 0x9011)", () => {
  it("is its wall clock in the zone of the scene, over a clock change too", async () => {
    // Summer time ended on 25 October 2026 at 01:00 UTC.
    expect(await takenAt(cameraPicture("2026:10:24 19:40:00"), ROME)).toEqual({ ok: true, value: Date.UTC(2026, 9, 24, 17, 40) });
    expect(await takenAt(cameraPicture("2026:10:25 19:40:00"), ROME)).toEqual({ ok: true, value: Date.UTC(2026, 9, 25, 18, 40) });
  });
  it("a camera that says its own zone is believed", async () => {
    expect(await takenAt(cameraPicture("2026:10:24 19:40:30", "-05:30"), ROME)).toEqual({
      ok: true,
      value: Date.UTC(2026, 9, 25, 1, 10, 30),
    });
  });
  it.each([
    ["no picture", new TextEncoder().encode("solid wall")],
    ["nothing", new Uint8Array()],
    ["a clock that was never set", cameraPicture("0000:00:00 00:00:00")],
    ["no date", cameraPicture("yesterday")],
    ["cut off in the block", cameraPicture("2026:10:24 19:40:00").subarray(0, 60)],
  ])("%s says no time, in a sentence", async (_, bytes) => {
    expect(await takenAt(bytes, ROME)).toMatchObject({ ok: false, problem: { code: "picture.untimed" } });
  });
});
