/** Is it worth printing: print, build by hand, buy, or have it printed, for any number of pieces. Painting takes about as long for all: it is left out. */
import type { OtherWays, PrintOption } from "../project";
import { handsOnS, jobOf } from "../print";

export type Way = "print" | "scratch" | "buy" | "service";
export const WAYS: Record<Way, string> = { print: "print it", scratch: "build it by hand", buy: "buy it", service: "have it printed" };

/** Wear and power of a machine, minor units an hour. Common practice, no source. */
const MACHINE_HOUR_MINOR = 15;
/** Prints that fail and are paid all the same, until a record says better. Common practice, no source. */
const FAILS = 0.1;
/** The second by hand takes less than the first, and so on: by 20 % with every doubling. Common practice, no source. */
const LEARNING = Math.log2(0.8);

export interface WorthPoint {
  copies: number;
  /** Money and hours of hand at their worth, minor units, by way; absent where it cannot be had. */
  minor: Partial<Record<Way, number>>;
}

/** What `copies` pieces come to each way. */
export function worthAt(copies: number, option: PrintOption, fileMinor: number, others: OtherWays | null): WorthPoint {
  const job = jobOf(option.facts, copies);
  const hour = (others?.hourMinor ?? 0) / 3600;
  const hands = handsOnS(option.printer.process, job.plates, copies * option.facts.pieces, 0);
  const minor: WorthPoint["minor"] = {
    print: fileMinor + (job.costMinor.value + (job.timeS.value / 3600) * MACHINE_HOUR_MINOR) * (1 + FAILS) + hands * hour,
  };
  if (others?.buyMinor != null) minor.buy = others.buyMinor * copies;
  if (others?.serviceMinor != null) minor.service = fileMinor + others.serviceMinor * copies;
  if (others?.scratchS != null) {
    let s = 0;
    for (let n = 1; n <= copies; n++) s += others.scratchS * n ** LEARNING;
    minor.scratch = s * hour + (others.scratchMinor ?? 0) * copies;
  }
  return { copies, minor };
}

export interface Worth {
  points: WorthPoint[];
  /** Cheapest for the copies that are wanted. */
  best: Way;
  /** Where another becomes the cheapest. */
  breaks: { copies: number; way: Way }[];
}

const cheapest = ({ minor }: WorthPoint): Way => (Object.keys(minor) as Way[]).reduce((a, b) => (minor[b]! < minor[a]! ? b : a));

export function worthOf(copies: number, option: PrintOption, fileMinor: number, others: OtherWays | null): Worth {
  const most = Math.min(200, Math.max(12, copies * 2));
  const points = Array.from({ length: most }, (_, i) => worthAt(i + 1, option, fileMinor, others));
  const breaks: Worth["breaks"] = [];
  for (let i = 1; i < points.length; i++) {
    const [before, now] = [cheapest(points[i - 1]), cheapest(points[i])];
    if (before !== now) breaks.push({ copies: i + 1, way: now });
  }
  return { points, best: cheapest(points[Math.min(most, copies) - 1]), breaks };
}

/** What the sums rest on, for "why?". */
export const WORTH_ASSUMPTIONS = [
  { text: `Wear and power ${(MACHINE_HOUR_MINOR / 100).toFixed(2)} an hour.`, kind: "practice" as const },
  { text: `${FAILS * 100} % of prints fail and are paid all the same.`, kind: "practice" as const },
  { text: "By hand each doubling of copies takes a fifth less time a piece.", kind: "practice" as const },
  { text: "Painting is left out: it takes about as long whichever way the piece came.", kind: "practice" as const },
];
