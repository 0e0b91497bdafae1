/** What a coat that is laid leaves behind: a pot with less in it. */
import type { StepRecord } from "../project";
import type { Edit } from "./command";
import { inDemo } from "./prints";

/**
 * Takes what a coat took out of its pot, as it was reckoned when the step was begun; a coat that failed took as much. Undo gives it back.
 */
export async function takePaint(e: Edit<"paints" | "scenes">, { rests }: StepRecord): Promise<void> {
  const { paintId, ml } = rests ?? {};
  if (typeof paintId === "string" && typeof ml === "number" && ml > 0) await takeMl(e, paintId, ml);
}

/** Takes so many ml out of a pot, if it is there: no more than is in it. In the demo nothing is taken of the user's own. */
export async function takeMl(e: Edit<"paints" | "scenes">, paintId: string, ml: number): Promise<void> {
  const paint = await e.get("paints", paintId);
  if (!paint || ((await inDemo(e)) && !paint.demo)) return;
  await e.put("paints", { ...paint, stockMl: Math.max(0, Math.round((paint.stockMl - ml) * 100) / 100) });
}
