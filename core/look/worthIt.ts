/** Is it worth printing: print, build by hand, buy, or have it printed, for any number of pieces. Painting takes about as long for all: it is left out. */
import type { OtherWays, PrintOption } from "../project";
import { handsOnS, jobOf, type JobSum } from "../print";

export type Way = "print" | "scratch" | "buy" | "service";
export const WAYS: Record<Way, string> = { print: "print it", scratch: "build it by hand", buy: "buy it", service: "have it printed" };

/** Wear and power of a machine, minor units an hour. Common practice, no source. */
const MACHINE_HOUR_MINOR = 15;
/** Before anything is known one print in ten fails, as if that had been seen in ten of them. Common practice, no source. */
const PRIOR = { failed: 1, prints: 10 };

export interface Failures {
  failed: number;
  prints: number;
}

/** Share of prints that are paid and fail: the user's own record with the prior (mean of a Beta distribution). */
export const failShare = ({ failed, prints }: Failures): number => (PRIOR.failed + failed) / (PRIOR.prints + prints);

/** The second by hand takes less than the first, and so on: by 20 % with every doubling. Common practice, no source. */
const LEARNING = Math.log2(0.8);

export interface WorthPoint {
  copies: number;
  /** Money and hours of hand at their worth, minor units, by way; absent where it cannot be had. */
  minor: Partial<Record<Way, number>>;
}

/** What the sums follow from. Money in minor units of one currency. */
export interface WorthInputs {
  option: PrintOption;
  /** Of one copy: cleaning goes with it. */
  areaMm2: number;
  fileMinor: number;
  others: OtherWays | null;
  /** 0..1 */
  failShare: number;
}

/** So many copies by the model, each sum as far off as what is trusted of the copies that are wanted: typed, sliced or learned. */
function trustedJob({ facts, job, says }: PrintOption, copies: number): Pick<JobSum, "plates"> & { timeS: number; costMinor: number } {
  const at = jobOf(facts, copies);
  const model = says[says.length - 1].job;
  const share = (known: number, of: number): number => (of > 0 ? known / of : 1);
  return {
    plates: at.plates,
    timeS: at.timeS.value * share(job.timeS.value, model.timeS.value),
    costMinor: at.costMinor.value * share(job.costMinor.value, model.costMinor.value),
  };
}

/** What `copies` pieces come to each way. */
export function worthAt(copies: number, { option, areaMm2, fileMinor, others, failShare: fails }: WorthInputs): WorthPoint {
  const job = trustedJob(option, copies);
  const hour = (others?.hourMinor ?? 0) / 3600;
  const { pieces } = option.facts;
  const hands = handsOnS(option.printer.process, job.plates, copies * pieces, areaMm2 / pieces);
  const minor: WorthPoint["minor"] = {
    print: fileMinor + (job.costMinor + (job.timeS / 3600) * MACHINE_HOUR_MINOR) * (1 + fails) + hands * hour,
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
  /** For the copies that are wanted, however many. */
  here: WorthPoint;
  /** Cheapest for them. */
  best: Way;
  /** Where another becomes the cheapest. */
  breaks: { copies: number; way: Way }[];
}

const cheapest = ({ minor }: WorthPoint): Way => (Object.keys(minor) as Way[]).reduce((a, b) => (minor[b]! < minor[a]! ? b : a));

/** Copies that are drawn, at least and at most. */
const DRAWN = { least: 12, most: 200 };

export function worthOf(copies: number, inputs: WorthInputs): Worth {
  const most = Math.min(DRAWN.most, Math.max(DRAWN.least, copies * 2));
  const points = Array.from({ length: most }, (_, i) => worthAt(i + 1, inputs));
  const breaks: Worth["breaks"] = [];
  for (let i = 1; i < points.length; i++) {
    const [before, now] = [cheapest(points[i - 1]), cheapest(points[i])];
    if (before !== now) breaks.push({ copies: i + 1, way: now });
  }
  const here = worthAt(copies, inputs);
  return { points, here, best: cheapest(here), breaks };
}

/** What the sums rest on, for "why?". */
export const worthAssumptions = (own: Failures) => [
  { text: `Wear and power ${(MACHINE_HOUR_MINOR / 100).toFixed(2)} an hour.`, kind: "practice" as const },
  {
    text: `${Math.round(failShare(own) * 100)} % of prints fail and still cost money: ${own.failed} of ${own.prints} of your prints on that printer, starting from an assumed one in ten.`,
    kind: own.prints > 0 ? ("own record" as const) : ("practice" as const),
  },
  { text: "By hand, each doubling of copies takes a fifth less time per piece.", kind: "practice" as const },
  { text: "Painting is not counted: it takes about as long in every case.", kind: "practice" as const },
];
