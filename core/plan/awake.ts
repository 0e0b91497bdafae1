/** When a job has really ended, failures counted: a print that fails is begun again, but only when somebody is up to see it. */
import { seededRandom } from "../units";
import type { Hazard } from "../print";
import { failuresOf } from "./chance";
import { awakeAt, type Stretch } from "./evenings";

export interface ExpectedEnd {
  mean: number;
  /** Eight times in ten it has ended by then. */
  p80: number;
}

/** By simulation, seeded: the same job at the same hour gives the same answer. @param runs histories */
export function expectedEnd(from: number, jobS: number, hazard: Hazard, nights: readonly Stretch[], runs = 200, seed = 1): ExpectedEnd {
  const random = seededRandom(seed);
  const ends = new Float64Array(runs);
  for (let i = 0; i < runs; i++) {
    let at = from;
    for (const failedAfterS of failuresOf(jobS, hazard, random)) at = awakeAt(at + failedAfterS * 1000, nights);
    ends[i] = at + jobS * 1000;
  }
  ends.sort();
  return { mean: ends.reduce((a, b) => a + b, 0) / runs, p80: ends[Math.ceil(0.8 * runs) - 1] };
}
