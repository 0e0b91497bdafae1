/**
 * When a camera says that it took a picture: read before the picture is written anew, which leaves time, place and camera behind.
 * DateTimeOriginal is wall-clock time without a zone; OffsetTimeOriginal says the zone where a camera knows it (Exif 2.32, tags 0x9003, 0x9011).
 */
import { TZDate } from "@date-fns/tz";
import exifr from "exifr";
import { fail, ok, type Result } from "../units";

const WALL = /^(\d{4}):(\d\d):(\d\d) (\d\d):(\d\d):(\d\d)/;
const ZONE = /^([+-])(\d\d):(\d\d)$/;

/**
 * @param file the picture as the camera wrote it
 * @param timeZone of the camera's clock where it says none
 * @returns ms since 1970 by the camera's own clock; problem `picture.untimed` where it says no time
 */
export async function takenAt(file: Blob | Uint8Array, timeZone: string): Promise<Result<number>> {
  let said: Record<string, unknown> | undefined;
  try {
    said = (await exifr.parse(file, {
      pick: ["DateTimeOriginal", "CreateDate", "OffsetTimeOriginal"],
      reviveValues: false,
    })) as typeof said;
  } catch {
    said = undefined;
  }
  const wall = WALL.exec(String(said?.DateTimeOriginal ?? said?.CreateDate ?? ""));
  if (!wall) return fail("picture.untimed", "This picture does not say when it was taken. Add it at its step instead.");
  const [year, month, day, h, m, s] = wall.slice(1).map(Number);
  const zone = ZONE.exec(String(said?.OffsetTimeOriginal ?? ""));
  const at = zone
    ? Date.UTC(year, month - 1, day, h, m, s) - (zone[1] === "-" ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) * 60_000
    : new TZDate(year, month - 1, day, h, m, s, timeZone).getTime();
  // A camera whose battery was out says the year 0 or 1970.
  return Number.isFinite(at) && year >= 1990 && month >= 1 && day >= 1
    ? ok(at)
    : fail("picture.untimed", "The camera’s clock was not set when this picture was taken. Add it at its step instead.");
}
