/** Work that was never done before, on many pieces: one of them goes first. */
import type { Go } from "../plan";
import { productsOf, type StepRecord } from "../project";
import { paceKey } from "../work";

/** From so many pieces on. Common practice, no source. */
const MANY = 4;

/** Was the same never done: this product, with this tool or method? A print has its own test before it. @param records of what was done */
export function wantsPilot({ offers, pieces }: Pick<Go, "offers" | "pieces">, records: readonly StepRecord[]): boolean {
  const { step } = offers[0];
  if (pieces < MANY || step.machineS > 0 || step.clears > 0) return false;
  const key = paceKey(step.rests);
  const products = productsOf(step.rests).join();
  return !records.some(
    ({ rests, finishedAt, result }) =>
      rests !== undefined && finishedAt !== null && result !== "failed" && paceKey(rests) === key && productsOf(rests).join() === products,
  );
}
