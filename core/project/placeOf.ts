/** Where the user lives, for daylight: as they said, or guessed from their time zone. */
import { placeOfZone, type Place } from "../daylight";
import type { Habits } from "./types";

export const placeOf = ({ place, timeZone }: Pick<Habits, "place" | "timeZone">): Place => place ?? placeOfZone(timeZone);
