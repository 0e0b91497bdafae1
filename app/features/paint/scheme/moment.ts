/** When something is dry, by the clock on the wall: with its day where that is another. */
import { format, isSameDay } from "date-fns";

export const untilWords = (until: number, now: number): string => format(until, isSameDay(until, now) ? "HH:mm" : "EEE HH:mm");
