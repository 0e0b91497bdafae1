import { format, isThisYear } from "date-fns";

/** A moment of the log: without its year in this one. */
export const when = (at: number): string => format(at, isThisYear(at) ? "EEE d MMM HH:mm" : "d MMM yyyy HH:mm");
