/** Where somebody lives, as it is typed and read: "52.5 N, 13.4 E", "-33.87 151.21", "52°30' N 13°24' E". */
import { fail, ok, type Result } from "../units";
import type { Place } from "./daylight";

const ONE = String.raw`([-+]?\d+(?:\.\d+)?)\s*°?\s*(?:(\d+(?:\.\d+)?)\s*['′])?\s*([NSEWnsew])?`;
const BOTH = new RegExp(`^\\s*${ONE}\\s*[,;\\s]\\s*${ONE}\\s*$`);

const FORM = "Type two numbers, north first: 52.5 N, 13.4 E. A map shows them for any place.";

/** Latitude first unless letters say otherwise; south and west by letter or minus. */
export function parsePlace(text: string): Result<Place> {
  const plain = text.replace(/−/g, "-");
  // A comma parts the two, or is the decimal sign of both.
  const found = BOTH.exec(plain) ?? BOTH.exec(plain.replace(/(\d),(\d)/g, "$1.$2"));
  if (!found) return fail("place.form", `“${text.trim()}” is not read as a place. ${FORM}`);
  const part = (degrees: string, minutes: string | undefined, letter: string | undefined) => {
    const size = Math.abs(Number(degrees)) + Number(minutes ?? 0) / 60;
    const side = letter?.toUpperCase();
    const back = degrees.startsWith("-") !== (side === "S" || side === "W");
    return { value: back ? -size : size, side, minutes: Number(minutes ?? 0) };
  };
  const [a, b] = [part(found[1], found[2], found[3]), part(found[4], found[5], found[6])];
  const [north, east] = a.side === "E" || a.side === "W" ? [b, a] : [a, b];
  if (["E", "W"].includes(north.side ?? "") || ["N", "S"].includes(east.side ?? "") || a.minutes >= 60 || b.minutes >= 60)
    return fail("place.form", `“${text.trim()}” is not read as a place. ${FORM}`);
  if (Math.abs(north.value) > 90) return fail("place.range", `${Math.abs(north.value)}° north or south? The pole is at 90°.`);
  if (Math.abs(east.value) > 180) return fail("place.range", `${Math.abs(east.value)}° east or west? It goes to 180°.`);
  return ok({ latDeg: north.value, lonDeg: east.value });
}

export function formatPlace({ latDeg, lonDeg }: Place): string {
  const one = (deg: number, [plus, minus]: readonly [string, string]): string =>
    `${Math.round(Math.abs(deg) * 100) / 100}° ${deg < 0 ? minus : plus}`;
  return `${one(latDeg, ["N", "S"])}, ${one(lonDeg, ["E", "W"])}`;
}
